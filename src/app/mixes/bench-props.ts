import { ownMediumId } from "@/core/media/own-id";
import { marlstone } from "@/server";
import { mixMediumId } from "@/core/mixing/mix-medium";
import { recipeText } from "@/core/mixing/recipe";
import { containerState } from "@/core/water/container";
import type { KnownMix } from "@/ui/mixes/known-mixes";
import { createMix, importMix, putAwayMix, putPack, saveMix, takeBackMix } from "./actions";

/** What the bench is given whatever mix it shows. */
export function benchProps(recipe: string, roomId: string) {
  return {
    recipe,
    roomId,
    rooms: marlstone().rooms.toFill(roomId),
    saved: marlstone().mixes.names({ putAway: false, words: "", page: 1 }),
    known: knownMixes(),
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

/** So many are shown with what they are; the others are found by their names. */
const MOST_SHOWN = 24;
/** The pot in which growers weigh up a mix. [cm] */
const SHOWN_IN_CM = 15;

function knownMixes(): readonly KnownMix[] {
  const { byId } = marlstone().media;
  const first = marlstone().mixes.names({ putAway: false, words: "", page: 1 }).names.slice(0, MOST_SHOWN);
  return first.flatMap(({ id }) => {
    const loaded = marlstone().mixes.load(id);
    if (!loaded) return [];
    const { value, version } = loaded.stored;
    const hydraulics = byId(mixMediumId(id, version))?.hydraulics;
    return [
      {
        id,
        name: value.name,
        recipe: recipeText(value.parts, (part) => byId(part)?.name ?? part),
        state: hydraulics && containerState(hydraulics, SHOWN_IN_CM),
      },
    ];
  });
}
