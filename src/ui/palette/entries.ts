import { folded, lowerFirst } from "@/core/units/text";
import Fuse from "fuse.js";
import type { FindIndex } from "@/formats/find-index";
import { folkNamesOf } from "@/core/media/words";
import { SETUP_PAGES } from "../rooms/pages-of-setup";
import { ROOMS } from "../rooms/rooms";
import { mediumAddress } from "../common/medium-address";

/** Something that can be gone to, or done. */
export type Entry = {
  readonly id: string;
  readonly group: Group;
  readonly name: string;
  readonly hint: string;
  /** Other words it is found by. */
  readonly also?: string;
  /** The keys that do the same. */
  readonly keys: string;
  readonly does: { readonly go: string } | { readonly press: HTMLElement };
};
export type Group =
  "Setups" | "On this page" | "Layers" | "Pages" | "Places" | "Mixes" | "Media" | "Plants and animals";

const PAGES: readonly (readonly [name: string, href: string, hint: string])[] = [
  ...ROOMS.map(({ name, href, hint }) => [name, href, hint] as const),
  ["New setup", "/new", "make one"],
  ["A medium of your own", "/media/own", "from a supplier's figures"],
  ["A new place", "/places/new", "describe one"],
  ["All mixes", "/mixes/all", ""],
  ["A kind of your own", "/living/own", "plant or animal"],
  ["Put away", "/?away", "setups taken off the shelf"],
];

/** What a button is called, and the keys that press it. */
const KEYS: readonly (readonly [called: RegExp, keys: string])[] = [
  [/^Undo\b/u, "Ctrl Z"],
  [/^Redo\b/u, "Ctrl Shift Z"],
  [/^Add$/u, "A"],
  [/^Keys$/u, "?"],
  [/^Find anything$/u, "Ctrl K"],
];
const keysOf = (name: string): string => KEYS.find(([called]) => called.test(name))?.[1] ?? "";

/** Everything by its name: what is stored, the pages there are, and what can be pressed where one is. */
export function entriesOf(
  index: FindIndex,
  pressable: readonly { readonly name: string; readonly element: HTMLElement }[],
): Entry[] {
  const entry = (group: Group, id: string, name: string, hint: string, go: string): Entry => ({
    id: `${group} ${id}`,
    group,
    name: name || "Without a name",
    hint,
    keys: "",
    does: { go },
  });
  return [
    ...index.setups.map(({ id, name }) => entry("Setups", id, name, "", `/setups/${id}`)),
    ...pressable.map(({ name, element }, i): Entry => ({
      id: `On this page ${i}`,
      group: "On this page",
      name,
      hint: "",
      keys: keysOf(name),
      does: { press: element },
    })),
    ...index.setups.flatMap(({ id, name }) => [
      ...SETUP_PAGES.flatMap(({ path, name: page, beside }) =>
        path === "" ? [] : beside.length > 0 ? beside : [{ path, name: page }],
      ).map((page) => entry("Setups", `${id} ${page.path}`, name, lowerFirst(page.name), `/setups/${id}${page.path}`)),
    ]),
    ...index.setups.flatMap(({ id, name, layers }) =>
      layers.map((layer) =>
        entry("Layers", `${id} ${layer.id}`, layer.name, `in ${name}`, `/setups/${id}#${encodeURIComponent(layer.id)}`),
      ),
    ),
    ...PAGES.map(([name, href, hint]) => entry("Pages", href, name, hint, href)),
    ...index.places.map(({ id, name }) => entry("Places", id, name, "", `/places/${id}`)),
    ...index.mixes.map(({ id, name }) => entry("Mixes", id, name, "", `/mixes/${id}`)),
    ...index.media.map(({ id, name }) => ({
      ...entry("Media", id, name, "", mediumAddress(id)),
      also: folkNamesOf(id).join(" "),
    })),
    ...index.kinds.map(({ id, name, about, also }) => ({
      ...entry("Plants and animals", id, name, about, `/living/${encodeURIComponent(id)}`),
      also: also.join(" "),
    })),
  ];
}

/** The groups of what was found, that of the best first: Enter goes to what stands first. */
export const groupsOf = (
  found: readonly Entry[],
): readonly { readonly group: Group; readonly entries: readonly Entry[] }[] =>
  [...new Set(found.map(({ group }) => group))].map((group) => ({
    group,
    entries: found.filter((entry) => entry.group === group),
  }));

/** A slip of the pen is this near to what was meant. */
const A_SLIP = 0.4;
const MOST_SHOWN = 40;
/** With nothing typed, so many of a group are told. */
const SHOWN_AT_FIRST = 6;

/** A search through entries that forgives slips of the pen; what is written as it is called comes first. */
export function searchOf(entries: readonly Entry[]): (words: string) => readonly Entry[] {
  const texts = new Map(entries.map((entry) => [entry, folded(`${entry.name} ${entry.hint} ${entry.also ?? ""}`)]));
  const fuse = new Fuse(
    [...texts].map(([entry, text]) => ({ entry, text })),
    {
      keys: ["text"],
      includeScore: true,
      threshold: A_SLIP,
      // a long name is as good as a short one: setups go before mixes that are called alike
      ignoreFieldNorm: true,
      ignoreLocation: true,
      minMatchCharLength: 2,
    },
  );
  /** Those that have something like each of the words, wherever it stands; the nearest first. */
  const nearTo = (words: readonly string[]): readonly Entry[] => {
    let off: Map<Entry, number> | undefined;
    for (const word of words) {
      const found = new Map(fuse.search(word).map(({ item, score }) => [item.entry, score!]));
      off = off
        ? new Map([...off].flatMap(([entry, by]) => (found.has(entry) ? [[entry, by + found.get(entry)!]] : [])))
        : found;
    }
    return [...(off ?? [])].sort(([, a], [, b]) => a - b).map(([entry]) => entry);
  };
  return (typed) => {
    const words = folded(typed).split(/\s+/u).filter(Boolean);
    if (words.length === 0) {
      const counts = new Map<Group, number>();
      return entries.filter(({ group, hint }) => {
        const count = counts.get(group) ?? 0;
        if (count >= SHOWN_AT_FIRST || (group === "Setups" && hint !== "") || group === "Layers") return false;
        counts.set(group, count + 1);
        return true;
      });
    }
    const as = (entry: Entry): number => {
      const name = folded(entry.name);
      if (name.startsWith(words.join(" "))) return entry.hint === "" ? 0 : 1;
      return words.every((word) => name.includes(word)) ? 2 : 3;
    };
    const exact = [...texts]
      .filter(([, text]) => words.every((word) => text.includes(word)))
      .map(([entry]) => entry)
      .sort((a, b) => as(a) - as(b));
    if (exact.length >= MOST_SHOWN) return exact.slice(0, MOST_SHOWN);
    return [...new Set([...exact, ...nearTo(words)])].slice(0, MOST_SHOWN);
  };
}
