import { type Setup } from "../../core/stack/setup";
import { boundariesCm, isWickLayer } from "../../core/stack/geometry";
import { layerPlaces } from "../../core/water/layer-place";
import type { LayerToFill, Room } from "../../formats/rooms";
import type { Db } from "../db/client";
import { recipeOfMedium, type MixContext } from "../mixes/mixes.service";
import { loadSetup, shelf, type ServiceContext } from "../setups/setups.service";

/** The layers of setups as places to fill with a mix. */

/** A room's id is its setup's and its layer's. */
const roomId = (setupId: string, layerId: string): string => `${setupId} ${layerId}`;
const setupIdOf = (room: string): string => room.split(" ")[0]!;

/** The rooms of a setup, bottom to top. */
function roomsOf(setupId: string, setup: Setup, { medium }: Pick<ServiceContext, "medium">): Room[] {
  return layerPlaces(setup, medium).map(({ layerId, volumeCm3, aboveWaterCm, forMix }, i) => {
    const { name, mediumId } = setup.layers[i]!;
    return {
      id: roomId(setupId, layerId),
      setupId,
      name: `${setup.name}: ${name || (medium(mediumId)?.name ?? "layer")}`,
      volumeCm3,
      aboveWaterCm: aboveWaterCm ?? null,
      // a page needs no more of what lies beside it
      place: { ...forMix, neighbours: forMix.neighbours.map(({ pattern }) => ({ pattern })) },
    };
  });
}

/** The rooms of the setups on the first shelf, and of the one that the room asked for is in. */
export function roomsToFill(db: Db, asked: string, context: ServiceContext): Room[] {
  const shown = shelf(db, 1).items.flatMap(({ id, setup }) => (setup.ok ? [{ id, setup: setup.value }] : []));
  const further = shown.some(({ id }) => id === setupIdOf(asked)) ? undefined : setupOfRoom(db, asked);
  return [...shown, ...(further ? [further] : [])].flatMap(({ id, setup }) => roomsOf(id, setup, context));
}

/** What the setup of a room is made of: a medium that was put away still reads as its name there. */
export const mediaOfRoom = (db: Db, asked: string): string[] =>
  setupOfRoom(db, asked)?.setup.layers.map(({ mediumId }) => mediumId) ?? [];

function setupOfRoom(db: Db, asked: string): { readonly id: string; readonly setup: Setup } | undefined {
  const id = setupIdOf(asked);
  const loaded = id === "" ? undefined : loadSetup(db, id);
  return loaded?.status === "ok" ? { id, setup: loaded.state.setup } : undefined;
}

/** A setup's layers as they are to be filled, bottom to top. */
export function layersToFill(
  db: Db,
  setupId: string,
  setup: Setup,
  context: ServiceContext & MixContext,
): LayerToFill[] {
  const heights = boundariesCm(setup);
  return roomsOf(setupId, setup, context).map((room, i): LayerToFill => {
    const layer = setup.layers[i]!;
    const mediumName = context.medium(layer.mediumId)?.name ?? layer.mediumId;
    const recipe = recipeOfMedium(db, layer.mediumId, context);
    return {
      id: layer.id,
      roomId: room.id,
      name: layer.name || mediumName,
      mediumId: layer.mediumId,
      mediumName,
      fromCm: heights[i]!,
      toCm: heights[i + 1]!,
      areaCm2: room.volumeCm3 / layer.thicknessCm,
      roomCm3: room.volumeCm3,
      place: room.place,
      parts: recipe?.parts ?? [],
      amendments: recipe?.amendments ?? [],
      wicks: isWickLayer(setup, i),
    };
  });
}
