import { isOwn } from "@/core/media/own-id";
import { addLayer, withoutLayer } from "@/core/stack/edit";
import type { StackLayer } from "@/core/stack/setup";
import type { SetupStore } from "./setup-store";

/** What a layer is called: the grower's own name for it, or its medium's. */
export const layerName = (layer: Pick<StackLayer, "name" | "mediumId">, store: Pick<SetupStore, "medium">): string =>
  layer.name || (store.medium(layer.mediumId)?.name ?? "unknown medium");

/**
 * Adds a layer above the selected one, of the medium that is least represented to be told apart at once: the next in
 * the catalogue.
 */
export function addAbove(store: SetupStore, newId: () => string): void {
  const { committed, selectedId } = store.getState();
  const below = committed.layers.findIndex(({ id }) => id === selectedId);
  const used = new Set(committed.layers.map(({ mediumId }) => mediumId));
  const medium =
    store.media.find(({ id, rootsByDefault }) => rootsByDefault && !isOwn(id) && !used.has(id)) ?? store.media[0]!;
  const id = newId();
  const added = addLayer(committed, below < 0 ? committed.layers.length - 1 : below, {
    id,
    name: "",
    mediumId: medium.id,
    rooted: medium.rootsByDefault,
  });
  if (!added) return store.say("There is no room for another layer: make one thicker or the vessel deeper first.");
  const problems = store.offer(`Added ${medium.name}`, added.setup, "metric");
  if (problems.length > 0) return store.say(problems[0]!.message);
  store.select(id);
  store.say(
    added.tookFrom
      ? `The vessel is full, so the new layer took half of ${layerName(added.tookFrom, store)}.`
      : undefined,
  );
}

export function removeLayer(store: SetupStore, id: string): void {
  const { committed } = store.getState();
  const layer = committed.layers.find((candidate) => candidate.id === id);
  if (!layer) return;
  const problems = store.offer(`Removed ${layerName(layer, store)}`, withoutLayer(committed, id), "metric");
  if (problems.length > 0) store.say(problems[0]!.message);
}
