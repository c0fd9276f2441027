import type { Kept } from "@/formats/kept";
import { ownMediumId } from "@/core/media/own-id";
import { marlstone } from "@/server";
import { createMix, importMix, putAwayMix, putPack, saveMix, takeBackMix } from "./actions";

/** What the bench is given whatever mix it shows. */
export function benchProps(recipe: string, roomId: string) {
  return {
    recipe,
    roomId,
    rooms: marlstone().roomsToFill(roomId),
    saved: named(marlstone().listMixes()),
    putAway: named(marlstone().listMixes(true)),
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

const named = (kept: readonly Kept<{ readonly name: string }>[]): { id: string; name: string }[] =>
  kept.map(({ id, value: { name } }) => ({ id, name }));
