import { nanoid } from "nanoid";
import type { Keeper, Kept } from "./save-queue";

/**
 * Changes the server has not acknowledged, in this browser's storage, one entry for each setup and page. Pages that are
 * open answer when they are asked who is there, so that another page does not take their changes up as well; nothing
 * here needs more than a plain HTTP page has.
 */
const PREFIX = "marlstone.unsaved.";
const CHANNEL = "marlstone.pages";
/** So long a page is waited for to say that it is there. [ms] */
const ANSWER_MS = 250;

type Said = { readonly kind: "who" } | { readonly kind: "here"; readonly page: string };

/** This page, for as long as it is open: a reload or a copy of it is another. */
const page = nanoid(8);

/** Keeps this page's changes of a setup; storage that is full or forbidden loses the copy, not the change. */
export function keeperFor(setupId: string): Keeper {
  const key = `${PREFIX}${setupId}.${page}`;
  return {
    keep(kept) {
      try {
        if (kept) localStorage.setItem(key, JSON.stringify(kept));
        else localStorage.removeItem(key);
      } catch {
        /* the queue still holds the change and sends it */
      }
    },
  };
}

/** Answers for this page from now on. @returns what ends that */
export function holdPage(): () => void {
  const channel = new BroadcastChannel(CHANNEL);
  channel.onmessage = ({ data }: MessageEvent<Said>) => {
    if (data.kind === "who") channel.postMessage({ kind: "here", page } satisfies Said);
  };
  return () => channel.close();
}

async function pagesThere(): Promise<ReadonlySet<string>> {
  const channel = new BroadcastChannel(CHANNEL);
  const there = new Set<string>([page]);
  channel.onmessage = ({ data }: MessageEvent<Said>) => {
    if (data.kind === "here") there.add(data.page);
  };
  channel.postMessage({ kind: "who" } satisfies Said);
  await new Promise((done) => setTimeout(done, ANSWER_MS));
  channel.close();
  return there;
}

export type LeftOver = {
  readonly kept: Kept;
  /** Removes it from the browser: once it is kept otherwise, or the server has it. */
  readonly forget: () => void;
};

/** What pages that are gone left unsaved of a setup. It stays where it is until it is forgotten. */
export async function leftOvers(setupId: string): Promise<LeftOver[]> {
  const prefix = `${PREFIX}${setupId}.`;
  const keys = Object.keys(localStorage).filter((key) => key.startsWith(prefix));
  if (keys.length === 0) return [];
  const there = await pagesThere();
  return keys.sort().flatMap((key) => {
    const kept = there.has(key.slice(prefix.length)) ? undefined : readKept(localStorage.getItem(key));
    return kept ? [{ kept, forget: () => localStorage.removeItem(key) }] : [];
  });
}

function readKept(text: string | null): Kept | undefined {
  try {
    const value = JSON.parse(text ?? "") as Kept;
    return Number.isInteger(value.baseVersion) && Array.isArray(value.changes) && value.changes.length > 0
      ? value
      : undefined;
  } catch {
    return undefined;
  }
}
