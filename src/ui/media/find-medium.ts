import Fuse from "fuse.js";
import type { Medium } from "@/core/media/medium";
import { ASKED_WORDS, folkNamesOf, PLAIN_WORDS, plainName } from "@/core/media/words";
import type { Found, FindMedium } from "@/core/mixing/recipe";

type Entry = { readonly medium: Medium; readonly words: readonly string[] };

/** A slip of the pen is this near to what was meant; what is farther is another thing. */
const A_SLIP = 0.3;
/** So short a word is near to half of the catalogue: it is only taken for the beginning of a longer one. */
const SHORT_LETTERS = 5;
const NEAR_SHOWN = 3;
const GRADES_SHOWN = 6;

/** Words as they are compared one by one: without the s of many. */
const wordsIn = (text: string): string[] =>
  plainName(text)
    .split(/[^\p{L}\d]+/u)
    .filter((word) => word !== "")
    .map((word) => (word.length > 3 ? word.replace(/s$/u, "") : word));

/** What a name is of, without what it is like: the last word before a comma or a size. */
const headOf = (name: string): string => wordsIn(name.split(/,|\s\d/u)[0]!).at(-1) ?? "";

/** A search over media that forgives typing slips. */
export function mediumSearch(media: readonly Medium[]) {
  const entries: Entry[] = media.map((medium) => ({
    medium,
    words: [medium.name, medium.grade, ...folkNamesOf(medium.id)].map(plainName),
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
  const names = entries.map(({ medium }) => ({ medium, bag: new Set(wordsIn(medium.name)) }));
  /** Media that have every word asked for in their names, whole. */
  const having = (asked: string): Medium[] => {
    const words = wordsIn(asked);
    return words.length === 0
      ? []
      : names.flatMap(({ medium, bag }) => (words.every((word) => bag.has(word)) ? [medium] : []));
  };
  const named = ({ id, name }: Medium) => ({ id, name });

  const find: FindMedium = (words): Found => {
    const asked = plainName(words);
    const exact = byName.get(asked);
    if (exact) return { kind: "one", id: exact.id, byName: true };
    const plain = byId.get(PLAIN_WORDS[asked] ?? "") ?? byId.get(PLAIN_WORDS[asked.replace(/s$/u, "")] ?? "");
    if (plain) {
      const grades = having(asked).filter(({ id, pattern }) => id !== plain.id && pattern !== "mix");
      return { kind: "one", id: plain.id, byName: true, grades: grades.slice(0, GRADES_SHOWN).map(named) };
    }
    const unlike = ASKED_WORDS[asked] ?? ASKED_WORDS[asked.replace(/s$/u, "")];
    if (unlike) return { kind: "none", near: unlike.flatMap((id) => byId.get(id) ?? []).map(named) };
    const whole = having(asked);
    // "perlite coarse", "bark composted": most of the name of one, and no other has all of it; "loose" alone is too
    // little, and "stone" is no wool
    if (
      whole.length === 1 &&
      2 * wordsIn(asked).length >= wordsIn(whole[0]!.name).length &&
      wordsIn(asked).includes(headOf(whole[0]!.name))
    )
      return { kind: "one", id: whole[0]!.id, byName: false };
    if (whole.length > 0) return { kind: "none", near: whole.slice(0, GRADES_SHOWN).map(named) };
    // whatever is only like it is asked about, not mixed
    const near =
      asked.length <= SHORT_LETTERS
        ? names.flatMap(({ medium, bag }) => ([...bag].some((word) => word.startsWith(asked)) ? [medium] : []))
        : fuse.search(asked).flatMap(({ score, item }) => (score! <= A_SLIP ? [item.medium] : []));
    return { kind: "none", near: near.slice(0, NEAR_SHOWN).map(named) };
  };
  return { find, search: (words: string): Medium[] => fuse.search(plainName(words)).map(({ item }) => item.medium) };
}
