"use client";
import { useState } from "react";
import { useRouter } from "next/navigation";
import type { Result } from "@/core/units/problem";
import type { KeepOutcome, Kept } from "@/formats/kept";
import { NO_ANSWER, notMade, notSaved, PUT_AWAY_ELSEWHERE, whyNotSaved } from "./keep";

export type KeepActions<T> = {
  readonly create: (document: unknown) => Promise<Result<string>>;
  readonly save: (input: { id: string; baseVersion: number; document: unknown }) => Promise<KeepOutcome<T>>;
  readonly putAway: (input: { id: string }) => Promise<boolean>;
};

/**
 * Stores what is made on a page of its own: as a new one, over the one it was, or as a copy; what cannot be meant is not
 * stored.
 */
export function KeepBar<T extends { readonly name: string }>({
  value,
  named,
  stored,
  what,
  documentOf,
  pageOf,
  listPath,
  actions,
}: {
  /** Undefined while it cannot be meant as it is written. */
  value: T | undefined;
  named: boolean;
  stored: Kept<T> | undefined;
  what: "medium" | "kind" | "place";
  documentOf: (value: T) => object;
  pageOf: (id: string) => string;
  listPath: string;
  actions: KeepActions<T>;
}) {
  const router = useRouter();
  const [version, setVersion] = useState(stored?.version ?? 1);
  const [said, setSaid] = useState({ of: "", trouble: "" });
  const [busy, setBusy] = useState(false);

  // what was said of it holds until something is changed
  const now = JSON.stringify([value, named]);
  const trouble = said.of === now ? said.trouble : "";
  const setTrouble = (words: string): void => setSaid({ of: now, trouble: words });

  const create = async (one: T): Promise<void> => {
    const result = await actions.create(documentOf(one)).catch(notMade);
    if (result.ok) router.push(pageOf(result.value));
    else setTrouble(result.problems.map(({ message }) => message).join(" "));
  };
  const saveOver = async (one: T, { id }: Kept<T>): Promise<void> => {
    const outcome = await actions.save({ id, baseVersion: version, document: documentOf(one) }).catch(notSaved<T>);
    if (outcome.status === "saved" && outcome.stored.isPutAway && !stored?.isPutAway) {
      setVersion(outcome.stored.version);
      return setTrouble(`Saved. ${PUT_AWAY_ELSEWHERE}`);
    }
    if (outcome.status === "saved") return router.push(pageOf(id));
    if (outcome.status === "stale") setVersion(outcome.stored.version);
    setTrouble(whyNotSaved(outcome, what));
  };
  const start = (action: (one: T) => Promise<void>) => (): void => {
    if (!named) return setTrouble("Give it a name first.");
    if (!value) return setTrouble("Something above cannot be meant as it is written; nothing was stored.");
    setTrouble("");
    setBusy(true);
    void action(value).finally(() => setBusy(false));
  };
  const putAway = ({ id }: Kept<T>): void =>
    void actions.putAway({ id }).then(
      (done) => (done ? router.push(listPath) : setTrouble("It could not be put away.")),
      () => setTrouble(NO_ANSWER),
    );
  const asCopy = (one: T): Promise<void> =>
    create({ ...one, name: one.name === stored?.value.name ? `${one.name}, copy` : one.name });

  return (
    <>
      <div className="flex flex-wrap gap-2">
        {stored ? (
          <>
            <button
              type="button"
              className="press press-main"
              disabled={busy}
              onClick={start((one) => saveOver(one, stored))}
            >
              Save
            </button>
            <button type="button" className="press" disabled={busy} onClick={start(asCopy)}>
              Save as a copy
            </button>
            <button type="button" className="press" disabled={busy} onClick={() => putAway(stored)}>
              Put away
            </button>
          </>
        ) : (
          <button type="button" className="press press-main" disabled={busy} onClick={start(create)}>
            Save this {what}
          </button>
        )}
      </div>
      <p role="status" className="said mt-1 min-h-5 text-[0.95rem] leading-snug">
        {trouble}
      </p>
    </>
  );
}
