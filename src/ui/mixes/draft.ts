import { nanoid } from "nanoid";
import { z } from "zod";
import { AMENDMENTS, type Dosed } from "@/core/mixing/amendments";
import { keysOn, parsed, type Shelf } from "../outbox/drawer";

/**
 * What was written of a mix and not saved, in this browser until it is: each under a key of its own, by the mix it is of.
 * Nothing of it is read as a recipe here; it is what stands in the fields.
 */
export type MixDraft = {
  readonly text: string;
  readonly name: string;
  readonly note: string;
  readonly amendments: readonly Dosed[];
};
export type KeptDraft = MixDraft & { readonly key: string; readonly keptAt: string };

const PREFIX = "marlstone.draft.mix.";
/** A mix that was never saved is of no mix there is. */
const NEW = "new";
const laneOf = (mixId: string | undefined): string => `${PREFIX}${mixId ?? NEW}.`;
/** Of one mix so many are kept; older ones go. */
const MOST_KEPT = 8;

const draftSchema = z.object({
  text: z.string().max(20_000),
  name: z.string().max(200),
  note: z.string().max(4000),
  amendments: z
    .array(
      z.object({
        id: z.string().max(80),
        amount: z.number(),
      }),
    )
    .max(100),
  keptAt: z.string(),
});

/** A key for what is written from now on. */
export const newDraftKey = (mixId: string | undefined): string => laneOf(mixId) + nanoid(10);

/** Keeps what is written; false where the browser would not. */
export function keepDraft(shelf: Shelf, key: string, draft: MixDraft, now: string): boolean {
  const { text, name, note, amendments } = draft;
  try {
    shelf.setItem(key, JSON.stringify({ text, name, note, amendments, keptAt: now }));
    const lane = key.slice(0, key.lastIndexOf(".") + 1);
    for (const { key: old } of readLane(shelf, lane).slice(MOST_KEPT)) shelf.removeItem(old);
    return true;
  } catch {
    return false;
  }
}

export function dropDraft(shelf: Shelf, key: string): void {
  try {
    shelf.removeItem(key);
  } catch {
    /* what cannot be taken out is offered again, and can be dropped then */
  }
}

/** What is kept of a mix, the newest first; what cannot be read is left where it is. */
export const draftsOf = (shelf: Shelf, mixId: string | undefined): readonly KeptDraft[] =>
  readLane(shelf, laneOf(mixId));

const readLane = (shelf: Shelf, lane: string): readonly KeptDraft[] =>
  keysOn(shelf)
    .filter((key) => key.startsWith(lane))
    .flatMap((key) => {
      const read = draftSchema.safeParse(parsed(shelf.getItem(key)));
      if (!read.success) return [];
      const amendments = read.data.amendments.filter(({ id }) => AMENDMENTS.some((one) => one.id === id));
      return [{ ...read.data, amendments, key }];
    })
    .sort((a, b) => (a.keptAt < b.keptAt ? 1 : a.keptAt > b.keptAt ? -1 : 0));

/** Whether two drafts say the same. */
export const isSameDraft = (a: MixDraft, b: MixDraft): boolean =>
  a.text.trim() === b.text.trim() &&
  a.name.trim() === b.name.trim() &&
  a.note.trim() === b.note.trim() &&
  JSON.stringify(a.amendments) === JSON.stringify(b.amendments);

/**
 * What a page that opens goes on with: the newest that was written, unless the page was asked for with a recipe of its
 * own; then only what was written of that. The others are offered.
 * @param asked the recipe in the page's address; empty where there is none
 */
export function goesOnWith(
  drafts: readonly KeptDraft[],
  asked: string,
): { readonly taken: KeptDraft | undefined; readonly offered: readonly KeptDraft[] } {
  const taken = drafts.find(({ text }) => asked.trim() === "" || text.trim() === asked.trim());
  return { taken, offered: drafts.filter((one) => one !== taken) };
}
