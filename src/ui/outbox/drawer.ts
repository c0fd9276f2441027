import { nanoid } from "nanoid";
import type { Drawer, Item } from "./outbox";

/**
 * What the server has not acknowledged, in this browser's storage: each thing under its own key, by what it is for, the
 * page it was made on and its order. Pages that are open answer when they are asked who is there, so that another page
 * does not take their things up as well; nothing here needs more than a plain HTTP page has.
 */
const PREFIX = "marlstone.out.";
const CHANNEL = "marlstone.pages";
/** So long a page is waited for to say that it is there. [ms] */
const ANSWER_MS = 250;

export type Shelf = Pick<Storage, "getItem" | "setItem" | "removeItem" | "key" | "length">;

/** This page, for as long as it is open: a reload or a copy of it is another. */
export const thisPage = nanoid(8);

let made = 0;
/** Rises from one thing to the next, over all pages of this browser. */
const nextPlace = (now: number): string =>
  `${now.toString(36).padStart(9, "0")}-${(made++).toString(36).padStart(4, "0")}`;

/** A drawer of one page for one lane. Storage that is full or forbidden keeps nothing, and says so. */
export function drawerIn<I extends Item>(
  shelf: Shelf,
  lane: string,
  page: string = thisPage,
  now: () => number = Date.now,
): Drawer<I> {
  const keys = new Map<string, string>();
  return {
    put(item) {
      const key = keys.get(item.id) ?? `${PREFIX}${lane}.${page}.${nextPlace(now())}`;
      try {
        shelf.setItem(key, JSON.stringify(item));
        keys.set(item.id, key);
        return true;
      } catch {
        return false;
      }
    },
    drop(id) {
      const key = keys.get(id);
      if (key === undefined) return;
      keys.delete(id);
      try {
        shelf.removeItem(key);
      } catch {
        /* what cannot be taken out is known to the server by its id when it comes again */
      }
    },
  };
}

export type LeftIn<I> = {
  readonly page: string;
  readonly items: readonly I[];
  /** Takes it out of the browser: once it is kept otherwise. */
  readonly forget: () => void;
};

/** What pages left in a lane, page by page in the order it was made; what cannot be read is left where it is. */
export function leftIn<I extends Item>(
  shelf: Shelf,
  lane: string,
  read: (value: unknown) => I | undefined,
): readonly LeftIn<I>[] {
  const prefix = `${PREFIX}${lane}.`;
  const pages = new Map<string, { readonly keys: string[]; readonly items: I[] }>();
  for (const key of keysOn(shelf)
    .filter((one) => one.startsWith(prefix))
    .sort()) {
    const item = read(parsed(shelf.getItem(key)));
    if (!item) continue;
    const page = key.slice(prefix.length).split(".")[0]!;
    const found = pages.get(page) ?? { keys: [], items: [] };
    pages.set(page, found);
    found.keys.push(key);
    found.items.push(item);
  }
  return [...pages].map(([page, { keys, items }]) => ({
    page,
    items,
    forget: () => keys.forEach((key) => shelf.removeItem(key)),
  }));
}

/** All keys there are in a browser's storage. */
export const keysOn = (shelf: Shelf): string[] =>
  Array.from({ length: shelf.length }, (_, i) => shelf.key(i)).flatMap((key) => key ?? []);

export function parsed(text: string | null): unknown {
  try {
    return JSON.parse(text ?? "");
  } catch {
    return undefined;
  }
}

type Said = { readonly kind: "who" } | { readonly kind: "here"; readonly page: string };

/** Answers for this page from now on. @returns what ends that */
export function holdPage(): () => void {
  const channel = new BroadcastChannel(CHANNEL);
  channel.onmessage = ({ data }: MessageEvent<Said>) => {
    if (data.kind === "who") channel.postMessage({ kind: "here", page: thisPage } satisfies Said);
  };
  return () => channel.close();
}

/** The pages that are open, this one among them. */
export async function pagesThere(): Promise<ReadonlySet<string>> {
  const channel = new BroadcastChannel(CHANNEL);
  const there = new Set<string>([thisPage]);
  channel.onmessage = ({ data }: MessageEvent<Said>) => {
    if (data.kind === "here") there.add(data.page);
  };
  channel.postMessage({ kind: "who" } satisfies Said);
  await new Promise((done) => setTimeout(done, ANSWER_MS));
  channel.close();
  return there;
}

/** This browser's own storage; where it is forbidden, none. */
export function browserShelf(): Shelf {
  try {
    return window.localStorage;
  } catch {
    return NO_SHELF;
  }
}

/** Where nothing is kept: on the server, and where a browser forbids it. */
const NO_SHELF: Shelf = {
  length: 0,
  key: () => null,
  getItem: () => null,
  setItem: () => {
    throw new Error("nothing is kept here");
  },
  removeItem: () => undefined,
};
