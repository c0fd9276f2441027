import type { SetupDocument } from "@/formats/setup/document";
import { browserShelf, drawerIn, keysOn, leftIn, pagesThere, parsed, thisPage, type Shelf } from "../outbox/drawer";
import type { Drawer } from "../outbox/outbox";
import type { Change, KeptChange } from "./save-queue";

/** Changes of a setup that the server has not acknowledged, in this browser. */
const laneOf = (setupId: string): string => `setup-${setupId}`;
/** Where Marlstone kept them until each had a key of its own: all of a page's in one entry. */
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
  const found = leftOn(shelf, setupId);
  if (found.length === 0) return [];
  const there = await pagesThere();
  return found.filter(({ page }) => !there.has(page));
}

/** All that lies there of a setup, by page; what this page itself keeps is in its own queue. */
const leftOn = (shelf: Shelf, setupId: string): readonly (LeftOver & { readonly page: string })[] => [
  ...leftIn(shelf, laneOf(setupId), readChange)
    .filter(({ page }) => page !== thisPage)
    .map(({ page, items, forget }) => ({ page, changes: items, forget })),
  ...earlier(shelf, setupId),
];

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

function earlier(shelf: Shelf, setupId: string): readonly (LeftOver & { readonly page: string })[] {
  const prefix = `${EARLIER}${setupId}.`;
  const keys = keysOn(shelf).filter((key) => key.startsWith(prefix));
  return keys.sort().flatMap((key) => {
    const kept = parsed(shelf.getItem(key)) as { baseVersion?: unknown; changes?: unknown } | undefined;
    const { baseVersion, changes } = kept ?? {};
    if (!Number.isInteger(baseVersion) || !Array.isArray(changes)) return [];
    const read = (changes as readonly Change[]).flatMap(
      (change) => readChange({ ...change, baseVersion: baseVersion as number }) ?? [],
    );
    return read.length > 0
      ? [{ page: key.slice(prefix.length), changes: read, forget: () => shelf.removeItem(key) }]
      : [];
  });
}
