import { useEffect, useRef, useState } from "react";
import { browserShelf } from "../outbox/drawer";
import { onlyHere } from "../outbox/outbox";
import {
  draftsOf,
  dropDraft,
  goesOnWith,
  isSameDraft,
  keepDraft,
  newDraftKey,
  type KeptDraft,
  type MixDraft,
} from "./draft";

/** What is written of a mix on its page, kept in this browser from the first change until it is saved. */
export type WrittenMix = {
  readonly draft: MixDraft;
  change(some: Partial<MixDraft>): void;
  /** Whether it differs from what is saved by something that was written, and whether the browser keeps that. */
  readonly unsaved: "no" | "kept" | "only-here";
  /** When what stands there was written, where an earlier page did not save it. */
  readonly takenUp: string | undefined;
  /** What else was written of it and not saved. */
  readonly offered: readonly KeptDraft[];
  bring(kept: KeptDraft): void;
  letGo(kept: KeptDraft): void;
  /** Goes back to what is saved. */
  goBack(): void;
  /** It was saved: nothing of it is kept any more. */
  saved(): void;
};

/**
 * @param mixId undefined for one that was never saved
 * @param asked the recipe in the page's address; empty where there is none
 * @param base what is saved
 */
export function useDraft(mixId: string | undefined, asked: string, base: MixDraft): WrittenMix {
  const [draft, setDraft] = useState<MixDraft>({ ...base, text: asked || base.text });
  const [touched, setTouched] = useState(false);
  const [isKept, setKept] = useState(true);
  const [takenUp, setTakenUp] = useState<string>();
  const [offered, setOffered] = useState<readonly KeptDraft[]>([]);
  const [firstKey] = useState(() => newDraftKey(mixId));
  const key = useRef(firstKey);
  /** What stands there now, for what was begun before it did. */
  const latest = useRef(draft);
  const typed = useRef(false);

  const show = (next: MixDraft): void => {
    latest.current = next;
    setDraft(next);
  };
  const take = (kept: KeptDraft): void => {
    key.current = kept.key;
    setTakenUp(kept.keptAt);
    setTouched(true);
    show(kept);
  };
  // storage is the browser's: what it holds is known once the page is there
  useEffect(() => {
    const shelf = browserShelf();
    const found = goesOnWith(
      draftsOf(shelf, mixId).filter((one) => !isSameDraft(one, base)),
      asked,
    );
    // what was typed before the page was at work is not written over
    const { taken } = found;
    if (taken && !typed.current) take(taken);
    setOffered(taken && typed.current ? [taken, ...found.offered] : found.offered);
    return () => onlyHere(key.current, false);
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);

  const forget = (): void => {
    dropDraft(browserShelf(), key.current);
    onlyHere(key.current, false);
    key.current = newDraftKey(mixId);
    setKept(true);
    setTakenUp(undefined);
    setTouched(false);
  };

  return {
    draft,
    unsaved: !touched || isSameDraft(draft, base) ? "no" : isKept ? "kept" : "only-here",
    takenUp,
    offered,
    change(some) {
      typed.current = true;
      const next = { ...latest.current, ...some };
      show(next);
      setTouched(true);
      if (isSameDraft(next, base)) return forget();
      const kept = keepDraft(browserShelf(), key.current, next, new Date().toISOString());
      setKept(kept);
      onlyHere(key.current, !kept);
    },
    bring(kept) {
      // what stands there now is kept too, and can be brought back in its turn
      const now = draftsOf(browserShelf(), mixId).filter((one) => one.key === key.current);
      setOffered([...now, ...offered.filter((one) => one !== kept)]);
      take(kept);
    },
    letGo(kept) {
      dropDraft(browserShelf(), kept.key);
      setOffered(offered.filter((one) => one !== kept));
    },
    goBack() {
      forget();
      show(base);
    },
    saved() {
      // what was written while it was being saved is not saved
      if (isSameDraft(latest.current, draft)) forget();
    },
  };
}
