import { boundariesCm } from "@/core/stack/setup";
import { vesselAreaCm2 } from "@/core/vessel/vessel";
import type { StoredMix } from "@/formats/mix";
import { marlstone } from "@/server";
import type { Setup } from "@/core/stack/setup";
import type { Result } from "@/core/units/problem";
import type { Room } from "@/ui/mixes/how-much";

type ShelfItem = { readonly id: string; readonly name: string; readonly setup: Result<Setup> };

/** The layers of the setups on the first shelf, and of the one asked for, as rooms a mix can fill. */
export function roomsToFill(roomId: string): Room[] {
  const shelf = marlstone().shelf(1).items;
  const [asked] = roomId.split(" ");
  const loaded = asked && !shelf.some(({ id }) => id === asked) ? marlstone().loadSetup(asked) : undefined;
  return [...shelf, ...(loaded?.status === "ok" ? [{ id: asked!, name: loaded.state.setup.name, setup: { ok: true as const, value: loaded.state.setup } }] : [])].flatMap(roomsOf);
}

function roomsOf({ id, name, setup }: ShelfItem): Room[] {
  if (!setup.ok) return [];
  const heights = boundariesCm(setup.value);
  const areaCm2 = vesselAreaCm2(setup.value.vessel);
  const media = marlstone().mediaFor([setup.value]);
  return setup.value.layers.map((layer, i) => ({
    id: `${id} ${layer.id}`, name: `${name}: ${layer.name || (media.find((medium) => medium.id === layer.mediumId)?.name ?? "layer")}`,
    volumeCm3: areaCm2 * layer.areaShare * (heights[i + 1]! - heights[i]!),
  }));
}

/** Mixes as a list of names shows them. */
export const named = (mixes: readonly StoredMix[]): { id: string; name: string }[] => mixes.map(({ id, mix: { name } }) => ({ id, name }));
