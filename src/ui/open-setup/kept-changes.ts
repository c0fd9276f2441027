import type { SetupDocument } from "@/formats/setup/document";
import { browserShelf, drawerIn, keysOn, leftIn, pagesThere, thisPage } from "../outbox/drawer";
import type { Drawer } from "../outbox/outbox";
import type { KeptChange } from "./save-queue";

/** Changes of a setup that the server has not acknowledged, in this browser. */
const laneOf = (setupId: string): string => `setup-${setupId}`;
/** Where Marlstone kept them until each had a key of its own: all of a page's in one entry (./earlier-changes). */
const EARLIER = "marlstone.unsaved.";

export const keeperFor = (setupId: string): Drawer<KeptChange> => drawerIn(browserShelf(), laneOf(setupId));

export type LeftOver = {
  readonly changes: readonly KeptChange[];
  /** Removes it from the browser: once it is kept otherwise, or the server has it. */
  readonly forget: () => void;
};

/** What pages that are gone left unsaved of a setup. It stays where it is until it is forgotten. */
export async function leftOvers(setupId: string): Promise<readonly LeftOver[]> {
  const shelf = browserShelf();
  // what this page itself keeps is in its own queue
  const own = leftIn(shelf, laneOf(setupId), readChange).filter(({ page }) => page !== thisPage);
  const prefix = `${EARLIER}${setupId}.`;
  const older = keysOn(shelf).some((key) => key.startsWith(prefix))
    ? (await import("./earlier-changes")).earlierChanges(shelf, prefix, readChange)
    : [];
  const found: readonly (LeftOver & { readonly page: string })[] = [
    ...own.map(({ page, items, forget }) => ({ page, changes: items, forget })),
    ...older,
  ];
  if (found.length === 0) return [];
  const there = await pagesThere();
  return found.filter(({ page }) => !there.has(page));
}

function readChange(value: unknown): KeptChange | undefined {
  const change = value as Partial<KeptChange> | undefined;
  return typeof change === "object" &&
    change !== null &&
    typeof change.id === "string" &&
    typeof change.label === "string" &&
    Number.isInteger(change.baseVersion) &&
    isDocument(change.document)
    ? (change as KeptChange)
    : undefined;
}
const isDocument = (value: unknown): value is SetupDocument =>
  typeof value === "object" && value !== null && "version" in value;
