import { ownMediumId } from "@/core/media/own-id";
import { marlstone } from "@/server";
import { createMix, importMix, putAwayMix, putPack, saveMix, takeBackMix } from "./actions";

/** What the bench is given whatever mix it shows. */
export function benchProps(recipe: string, roomId: string) {
  return {
    recipe,
    roomId,
    rooms: marlstone().rooms.toFill(roomId),
    saved: marlstone().mixes.names({ putAway: false, words: "", page: 1 }),
    putAway: marlstone().mixes.names({ putAway: true, words: "", page: 1 }).total,
    packs: marlstone().packs.list(),
    ownMedia: Object.fromEntries(
      [...marlstone().media.listOwn(), ...marlstone().media.listOwn(true)].map(({ id, value }) => [
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
