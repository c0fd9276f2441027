import { layerPlaces } from "@/core/water/layer-place";
import type { Setup } from "@/core/stack/setup";
import type { Kept } from "@/formats/kept";
import { ownMediumId } from "@/core/media/own-id";
import { marlstone } from "@/server";
import type { Room } from "@/ui/mixes/how-much";
import { createMix, importMix, putAwayMix, putPack, saveMix, takeBackMix } from "./actions";

/** What the bench is given whatever mix it shows. */
export function benchProps(recipe: string, roomId: string) {
  return {
    recipe,
    roomId,
    rooms: roomsToFill(roomId),
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

/** The layers of the setups on the first shelf, and of the one asked for, as rooms a mix can fill. */
function roomsToFill(roomId: string): Room[] {
  const shelf = marlstone()
    .shelf(1)
    .items.flatMap(({ id, setup }) => (setup.ok ? [{ id, setup: setup.value }] : []));
  const [asked] = roomId.split(" ");
  const loaded = asked && !shelf.some(({ id }) => id === asked) ? marlstone().loadSetup(asked) : undefined;
  return [...shelf, ...(loaded?.status === "ok" ? [{ id: asked!, setup: loaded.state.setup }] : [])].flatMap(
    ({ id, setup }) => roomsOf(id, setup),
  );
}

/** What the setup of a room is made of: a medium that was put away still reads as its name there. */
export function mediaOfRoom(roomId: string): string[] {
  const loaded = roomId === "" ? undefined : marlstone().loadSetup(roomId.split(" ")[0]!);
  return loaded?.status === "ok" ? loaded.state.setup.layers.map(({ mediumId }) => mediumId) : [];
}

/** The rooms of a setup, bottom to top. */
export function roomsOf(id: string, setup: Setup): Room[] {
  const patterns = setup.layers.flatMap(({ mediumId }) => {
    const medium = marlstone().medium(mediumId);
    return medium ? [{ pattern: medium.pattern }] : [];
  });
  return layerPlaces(setup, marlstone().medium).map(
    ({ layerId, volumeCm3, aboveWaterCm, drains, standsInWater }, i) => ({
      id: `${id} ${layerId}`,
      setupId: id,
      name: `${setup.name}: ${setup.layers[i]!.name || (marlstone().medium(setup.layers[i]!.mediumId)?.name ?? "layer")}`,
      volumeCm3,
      aboveWaterCm: aboveWaterCm ?? null,
      place: { drains, standsInWater, neighbours: patterns },
    }),
  );
}

const named = (kept: readonly Kept<{ readonly name: string }>[]): { id: string; name: string }[] =>
  kept.map(({ id, value: { name } }) => ({ id, name }));
