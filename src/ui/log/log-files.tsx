"use client";
import { useRef, useState } from "react";
import { momentWords } from "@/core/log/moment";
import type { ImportOutcome } from "@/formats/log/shown";

const NO_ANSWER = "Marlstone does not answer, so nothing was stored. Try again.";

const many = (count: number, what: string): string => `${count} ${what}${count === 1 ? "" : "s"}`;

/** A log out of Marlstone and into it: looked at first, then all of it or nothing. */
export function LogFiles({ setupId, onTaken }: { setupId: string; onTaken: () => void }) {
  const input = useRef<HTMLInputElement>(null);
  const [file, setFile] = useState<File>();
  const [outcome, setOutcome] = useState<ImportOutcome>();
  const [busy, setBusy] = useState(false);
  const go = async (chosen: File, store: boolean): Promise<void> => {
    setBusy(true);
    const answer = await fetch(`/files/log/${setupId}?store=${store ? "yes" : "no"}`, {
      method: "POST",
      body: chosen,
    })
      .then(async (response) => (await response.json()) as ImportOutcome)
      .catch((): ImportOutcome => ({ status: "refused", problems: [{ path: "", code: "", message: NO_ANSWER }] }));
    setOutcome(answer);
    setBusy(false);
    if (answer.status === "saved") onTaken();
  };
  return (
    <section aria-label="Log as a file" className="no-print mt-8 border-t border-rule pt-3">
      <h2 className="text-xl">As a file</h2>
      <p className="mt-1 flex flex-wrap gap-x-4">
        <a href={`/setups/${setupId}/log/file?as=csv`} download>
          All of it as CSV
        </a>
        <a href={`/setups/${setupId}/log/file?as=json`} download>
          All of it as JSON
        </a>
      </p>
      <p className="mt-1 max-w-[70ch] leading-snug text-soft">
        Both come in again, here or elsewhere; what is here already is not doubled. From a spreadsheet of your own: a
        first line with <code>at,what,value,word,who,note</code>, then a line for each thing.
      </p>
      <button type="button" className="press mt-1" disabled={busy} onClick={() => input.current?.click()}>
        {busy ? "Reading…" : "Take in a file"}
      </button>
      <input
        ref={input}
        type="file"
        className="sr-only"
        tabIndex={-1}
        aria-label="File to take in"
        accept=".json,.csv,application/json,text/csv"
        onChange={(event) => {
          const [chosen] = event.target.files ?? [];
          event.target.value = "";
          if (!chosen) return;
          setFile(chosen);
          void go(chosen, false);
        }}
      />
      <div role="status" className="mt-2 max-w-[75ch] leading-snug">
        {outcome?.status === "refused" && (
          <>
            <p className="text-trouble">{file ? `${file.name}: n` : "N"}othing of it was stored.</p>
            <ul className="list-disc pl-5 text-trouble">
              {outcome.problems.map(({ path, message }, i) => (
                <li key={i}>{[path, message].filter(Boolean).join(": ")}</li>
              ))}
            </ul>
          </>
        )}
        {outcome && outcome.status !== "refused" && (
          <p>
            {file?.name}: {many(outcome.rows, "row")}
            {outcome.first && outcome.last ? ` from ${momentWords(outcome.first)} to ${momentWords(outcome.last)}` : ""}
            {outcome.known > 0 ? `, ${outcome.known} of them here already` : ""}
            {outcome.otherwise > 0
              ? `, ${outcome.otherwise} of them here and changed or taken out since: these stay as they are here`
              : ""}
            .{" "}
            {outcome.status === "saved"
              ? `${many(outcome.added, "row")} stored.`
              : `${many(outcome.added, "row")} would be new.`}
          </p>
        )}
        {outcome?.status === "read" && outcome.added > 0 && file && (
          <button type="button" className="press press-main mt-1" disabled={busy} onClick={() => void go(file, true)}>
            Store {many(outcome.added, "row")}
          </button>
        )}
      </div>
    </section>
  );
}
