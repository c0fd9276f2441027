import { batchFor, neededOf, type Batch, type Needed, type Pack } from "./batch";
import type { Part } from "./blend";
import type { Medium } from "../media/medium";
import type { Problem } from "../units/problem";

/** A layer to be filled: with a mix, one medium, or a piece of cloth or cord that is laid. */
export type Filling = { readonly id: string; readonly roomCm3: number; readonly parts: readonly Part[] };
/** What is made for one layer; a problem when it cannot be, such as for a mat, which is cut, not poured. */
export type Filled = {
  readonly id: string;
  readonly made:
    { readonly ok: true; readonly batch: Batch } | { readonly ok: false; readonly problems: readonly Problem[] };
};

export type Shopping = {
  readonly layers: readonly Filled[];
  /** Every medium once, for all layers together: packs are rounded up only here. */
  readonly needed: readonly (Needed & { readonly medium: Medium })[];
  /** Of all, when each has a pack with a price. */
  readonly cost: number | undefined;
};

/** All that the layers of a setup take, layer by layer and as one list to buy by. */
export function shoppingFor(fillings: readonly Filling[], margin: number, packs: readonly Pack[]): Shopping {
  const layers = fillings.map(({ id, roomCm3, parts }): Filled => {
    const made = batchFor(parts, roomCm3, margin);
    return { id, made: made.ok ? { ok: true, batch: made.value } : made };
  });
  const loose = new Map<Medium, number>();
  fillings.forEach(({ parts }, i) => {
    const { made } = layers[i]!;
    if (!made.ok) return;
    made.batch.ingredients.forEach(({ looseCm3 }, k) => {
      const medium = [...loose.keys()].find(({ id }) => id === parts[k]!.medium.id) ?? parts[k]!.medium;
      loose.set(medium, (loose.get(medium) ?? 0) + looseCm3);
    });
  });
  const needed = [...loose].map(([medium, looseCm3]) => ({ ...neededOf(medium, looseCm3, packs), medium }));
  const priced = needed.length > 0 && needed.every(({ cost }) => cost !== undefined);
  return { layers, needed, cost: priced ? needed.reduce((sum, { cost }) => sum + cost!, 0) : undefined };
}
