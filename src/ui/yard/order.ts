import type { Setup } from "@/core/stack/setup";
import { siteOf } from "@/core/stack/site";
import { URGENCIES, type Told } from "./needs";

/** How a yard is looked through. */
export const ORDERS = ["trouble", "name", "place"] as const;
export type Order = (typeof ORDERS)[number];

type Shown = { readonly name: string; readonly setup: Setup | undefined; readonly told: Told };

/** Where it stands, as far as it is said: out in the rain first, then under cover, sun before shade. */
const placeRank = ({ setup }: Shown): number => {
  if (!setup) return 9;
  const { rain, sun } = siteOf(setup);
  return ["open", "sheltered", "unsaid"].indexOf(rain) * 3 + ["sun", "shade", "unsaid"].indexOf(sun);
};

/** The same setups in another order; those that are alike in it by their names. */
export function inOrder<T extends Shown>(shown: readonly T[], order: Order): readonly T[] {
  const byName = (a: T, b: T): number => a.name.localeCompare(b.name, "en", { sensitivity: "base", numeric: true });
  switch (order) {
    case "trouble":
      // made in the order they were made, as far as they are alike
      return shown.toSorted((a, b) => URGENCIES.indexOf(a.told.urgency) - URGENCIES.indexOf(b.told.urgency));
    case "name":
      return shown.toSorted(byName);
    case "place":
      return shown.toSorted((a, b) => placeRank(a) - placeRank(b) || byName(a, b));
    default:
      return order satisfies never;
  }
}
