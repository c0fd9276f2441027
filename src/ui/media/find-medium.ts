import Fuse from "fuse.js";
import type { Medium } from "@/core/media/medium";
import { PLAIN_WORDS, plainName } from "@/core/media/words";
import type { Found, FindMedium } from "@/core/mixing/recipe";

type Entry = { readonly medium: Medium; readonly words: readonly string[] };

/** A search result this near is what was meant; one not much nearer than the next is not. */
const SURELY = 0.12;
const CLEARLY = 0.04;
const NEAR_SHOWN = 3;

/** A search over media that forgives typing slips. */
export function mediumSearch(media: readonly Medium[]) {
  const entries: Entry[] = media.map((medium) => ({
    medium,
    words: [
      medium.name,
      medium.grade,
      ...Object.keys(PLAIN_WORDS).filter((words) => PLAIN_WORDS[words] === medium.id),
    ].map(plainName),
  }));
  const fuse = new Fuse(entries, {
    keys: ["words"],
    includeScore: true,
    threshold: 0.38,
    ignoreLocation: true,
    minMatchCharLength: 2,
  });
  const byName = new Map(
    entries.flatMap(
      ({ medium, words }) =>
        [
          [plainName(medium.id), medium],
          [words[0]!, medium],
        ] as const,
    ),
  );
  const byId = new Map(media.map((medium) => [medium.id, medium]));

  const find: FindMedium = (words): Found => {
    const asked = plainName(words);
    const named =
      byName.get(asked) ?? byId.get(PLAIN_WORDS[asked] ?? "") ?? byId.get(PLAIN_WORDS[asked.replace(/s$/u, "")] ?? "");
    if (named) return { kind: "one", id: named.id, byName: true };
    const hits = fuse.search(asked);
    const [best, next] = hits;
    if (best && best.score! <= SURELY && (!next || next.score! - best.score! >= CLEARLY))
      return { kind: "one", id: best.item.medium.id, byName: false };
    return {
      kind: "none",
      near: hits.slice(0, NEAR_SHOWN).map(
        ({
          item: {
            medium: { id, name },
          },
        }) => ({ id, name }),
      ),
    };
  };
  return { find, search: (words: string): Medium[] => fuse.search(plainName(words)).map(({ item }) => item.medium) };
}
