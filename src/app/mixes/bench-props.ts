import { ownMediumId } from "@/core/media/own-id";
import { marlstone } from "@/server";
import { createMix, importMix, putAwayMix, putPack, saveMix, takeBackMix } from "./actions";

/** What the bench is given whatever mix it shows. */
export function benchProps(recipe: string, roomId: string) {
  return {
    recipe,
    roomId,
    rooms: marlstone().roomsToFill(roomId),
    saved: marlstone().mixNames({ putAway: false, words: "", page: 1 }),
    putAway: marlstone().mixNames({ putAway: true, words: "", page: 1 }).total,
    packs: marlstone().listPacks(),
    ownMedia: Object.fromEntries(
      [...marlstone().listOwnMedia(), ...marlstone().listOwnMedia(true)].map(({ id, value }) => [
        ownMediumId(id),
        value,
      ]),
    ),
    actions: {
      create: createMix,
      save: saveMix,
      putAway: putAwayMix,
      takeBack: takeBackMix,
      importText: importMix,
      putPack,
    },
  };
}
