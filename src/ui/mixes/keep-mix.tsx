"use client";
import { useState } from "react";
import Link from "next/link";
import { useRouter } from "next/navigation";
import Papa from "papaparse";
import { MIX_COLUMNS, rowsOfMix } from "@/formats/mix/rows";
import type { RecipePart } from "@/core/mixing/recipe";
import type { Result } from "@/core/units/problem";
import type { MediumLookup } from "@/core/water/settle";
import type { Dosed } from "@/core/mixing/amendments";
import { isOwn } from "@/core/media/own-id";
import type { OwnMedium } from "@/core/media/own-medium";
import type { KeepOutcome, Kept } from "@/formats/kept";
import { mixDocument, type Mix, type MixFile } from "@/formats/mix/document";
import { NO_ANSWER, notMade, notSaved, PUT_AWAY_ELSEWHERE, whyNotSaved } from "../common/keep";

export type MixActions = {
  readonly create: (document: unknown) => Promise<Result<string>>;
  readonly save: (input: { id: string; baseVersion: number; document: unknown }) => Promise<KeepOutcome<Mix>>;
  readonly putAway: (input: { id: string }) => Promise<boolean>;
  readonly takeBack: (input: { id: string }) => Promise<boolean>;
  readonly importText: (text: string) => Promise<Result<string>>;
};

/** Keeps a mix under a name, for setups to use; says which setups change with it, and splits a copy off. */
export function KeepMix({
  parts,
  amendments,
  name,
  note,
  onName,
  onNote,
  onSaved,
  medium,
  stored,
  usedBy,
  ownMedia,
  actions,
}: {
  parts: readonly RecipePart[];
  amendments: readonly Dosed[];
  name: string;
  note: string;
  onName: (name: string) => void;
  onNote: (note: string) => void;
  onSaved: () => void;
  medium: MediumLookup;
  stored: Kept<Mix> | undefined;
  usedBy: readonly { readonly id: string; readonly name: string }[];
  ownMedia: Readonly<Record<string, OwnMedium>>;
  actions: MixActions;
}) {
  const router = useRouter();
  const [version, setVersion] = useState(stored?.version ?? 1);
  const [said, setSaid] = useState<{ text: string; trouble: boolean }>();
  const [busy, setBusy] = useState(false);
  const mix: Mix = { name: name.trim(), parts, amendments, note };
  const changed =
    !stored ||
    version !== stored.version ||
    JSON.stringify(mixDocument(mix)) !== JSON.stringify(mixDocument(stored.value));
  /** With the own media among its parts, so that it can be read elsewhere. */
  const file = (): MixFile => {
    const own = Object.fromEntries(
      parts.flatMap(({ mediumId }) => (isOwn(mediumId) && ownMedia[mediumId] ? [[mediumId, ownMedia[mediumId]]] : [])),
    );
    return {
      ...mixDocument({ ...mix, name: mix.name || "Mix" }),
      ...(Object.keys(own).length > 0 ? { media: own } : {}),
    };
  };

  const saveNew = async (asName: string): Promise<void> => {
    setBusy(true);
    const made = await actions.create(mixDocument({ ...mix, name: asName })).catch(notMade);
    setBusy(false);
    if (made.ok) {
      onSaved();
      router.push(`/mixes/${made.value}`);
    } else setSaid({ text: made.problems.map(({ message }) => message).join(" "), trouble: true });
  };
  const saveOver = async (): Promise<void> => {
    setBusy(true);
    const outcome = await actions
      .save({ id: stored!.id, baseVersion: version, document: mixDocument(mix) })
      .catch(notSaved<Mix>);
    setBusy(false);
    if (outcome.status === "saved" || outcome.status === "stale") setVersion(outcome.stored.version);
    if (outcome.status === "saved") onSaved();
    if (outcome.status !== "saved") return setSaid({ text: whyNotSaved(outcome, "mix"), trouble: true });
    setSaid(
      outcome.stored.isPutAway && !stored!.isPutAway
        ? { text: `Saved. ${PUT_AWAY_ELSEWHERE}`, trouble: true }
        : { text: "Saved.", trouble: false },
    );
    router.replace(`/mixes/${stored!.id}`, { scroll: false });
    router.refresh();
  };
  const start = (action: () => Promise<void>) => (): void => {
    if (name.trim() === "") return setSaid({ text: "Give it a name first.", trouble: true });
    void action();
  };
  const download = (type: string, ending: string, text: string): void => {
    const link = window.document.createElement("a");
    link.href = URL.createObjectURL(new Blob([text], { type }));
    link.download = `${(name.trim() || "mix").replaceAll(/[^\p{L}\p{N}]+/gu, "-").toLowerCase()}.${ending}`;
    link.click();
    URL.revokeObjectURL(link.href);
  };

  return (
    <section aria-label="Keep it" className="no-print border-t border-rule-strong pt-2">
      <h2 className="text-base">Keep it</h2>
      <label className="block text-sm text-soft">
        Name
        <input
          className="field block w-full text-base text-ink"
          value={name}
          maxLength={120}
          onChange={(event) => {
            onName(event.target.value);
            setSaid(undefined);
          }}
        />
      </label>
      <label className="mt-1 block text-sm text-soft">
        Note
        <input
          className="field block w-full text-base text-ink"
          value={note}
          maxLength={2000}
          onChange={(event) => onNote(event.target.value)}
        />
      </label>
      {stored && usedBy.length > 0 && changed && (
        <p className="mt-2 border-l-2 border-rule-strong pl-2 text-[0.95rem] leading-snug">
          {usedBy.length === 1 ? "A setup keeps" : `${usedBy.length} setups keep`} the version it was made with until
          you take the new one over in the layer itself:{" "}
          {usedBy.map(({ id, name: setup }, i) => (
            <span key={id}>
              {i > 0 && ", "}
              <Link href={`/setups/${id}`}>{setup}</Link>
            </span>
          ))}
          .
        </p>
      )}
      {stored && usedBy.length > 0 && !changed && (
        <p className="mt-2 text-[0.95rem] text-soft">
          Used by{" "}
          {usedBy.map(({ id, name: setup }, i) => (
            <span key={id}>
              {i > 0 && ", "}
              <Link href={`/setups/${id}`}>{setup}</Link>
            </span>
          ))}
          .
        </p>
      )}
      <div className="mt-2 flex flex-wrap gap-2">
        {stored ? (
          <button type="button" className="press press-main" disabled={!changed || busy} onClick={start(saveOver)}>
            Save
          </button>
        ) : (
          <button
            type="button"
            className="press press-main"
            disabled={busy}
            onClick={start(() => saveNew(name.trim()))}
          >
            Save this mix
          </button>
        )}
        {stored && (
          <button
            type="button"
            className="press"
            disabled={busy}
            onClick={start(() => saveNew(mix.name === stored.value.name ? `${mix.name}, copy` : name.trim()))}
          >
            Save as a copy
          </button>
        )}
        {stored && (
          <button
            type="button"
            className="press"
            disabled={busy}
            onClick={() =>
              void actions.putAway({ id: stored.id }).then(
                (done) =>
                  done ? router.push("/mixes") : setSaid({ text: "It could not be put away.", trouble: true }),
                () => setSaid({ text: NO_ANSWER, trouble: true }),
              )
            }
          >
            Put away
          </button>
        )}
        <button
          type="button"
          className="press"
          onClick={() => download("application/json", "json", JSON.stringify(file(), null, 2))}
        >
          JSON
        </button>
        <button
          type="button"
          className="press"
          onClick={() =>
            download(
              "text/csv",
              "csv",
              Papa.unparse(
                rowsOfMix(mix, (mediumId) => medium(mediumId)?.name ?? mediumId),
                { columns: [...MIX_COLUMNS] },
              ),
            )
          }
        >
          CSV
        </button>
        <button type="button" className="press" onClick={() => window.print()}>
          Print
        </button>
      </div>
      <p role="status" className={`mt-1 min-h-5 text-[0.95rem] leading-snug ${said?.trouble ? "said" : "text-soft"}`}>
        {said?.text}
      </p>
    </section>
  );
}
