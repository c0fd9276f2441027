import { moveLayer, withoutLayer } from "@/core/stack/edit";
import type { StackLayer } from "@/core/stack/setup";
import type { SetupStore } from "./setup-store";

/** What a layer is called: the grower's own name for it, or its medium's. */
export const layerName = (layer: Pick<StackLayer, "name" | "mediumId">, store: Pick<SetupStore, "medium">): string =>
  layer.name || (store.medium(layer.mediumId)?.name ?? "unknown medium");

export function removeLayer(store: SetupStore, id: string): void {
  const { committed } = store.getState();
  const layer = committed.layers.find((candidate) => candidate.id === id);
  if (!layer) return;
  const problems = store.offer(`Removed ${layerName(layer, store)}`, withoutLayer(committed, id), "metric");
  if (problems.length > 0) store.say(problems[0]!.message);
}

/** Puts a layer at another place, counted from the bottom. */
export function moveTo(store: SetupStore, id: string, toIndex: number): void {
  const { committed } = store.getState();
  const layer = committed.layers.find((candidate) => candidate.id === id);
  if (layer) store.offer(`Moved ${layerName(layer, store)}`, moveLayer(committed, id, toIndex), "metric");
}
