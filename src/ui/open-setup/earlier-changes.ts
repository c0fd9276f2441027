import { keysOn, parsed, type Shelf } from "../outbox/drawer";
import type { LeftOver } from "./kept-changes";
import type { Change, KeptChange } from "./save-queue";

/** What an earlier Marlstone kept unsaved: all of a page's changes in one entry. By itself: few browsers have any. */
export const earlierChanges = (
  shelf: Shelf,
  prefix: string,
  readChange: (value: unknown) => KeptChange | undefined,
): readonly (LeftOver & { readonly page: string })[] =>
  keysOn(shelf)
    .filter((key) => key.startsWith(prefix))
    .sort()
    .flatMap((key) => {
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
