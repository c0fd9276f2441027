"use client";
import { useRef, useState } from "react";
import Link from "next/link";
import { useRouter } from "next/navigation";
import type { Problem, Result } from "@/core/units/problem";
import { problemLine } from "@/formats/problems";
import { SiteHeader } from "../head/site-header";

type TakenIn = {
  readonly what: "setup" | "mix" | "medium" | "kind" | "house";
  readonly address: string;
  readonly notes: readonly string[];
};

type Outcome =
  | { readonly kind: "taken"; readonly file: string; readonly taken: TakenIn }
  | { readonly kind: "refused"; readonly file: string; readonly problems: readonly Problem[] };

const WHAT: Record<TakenIn["what"], string> = {
  setup: "A setup",
  mix: "A mix",
  medium: "A medium",
  kind: "A kind",
  house: "A whole house",
};

/** So many problems are told; the first says what is wrong, the rest the same. */
const MOST_TOLD = 12;

/** Files in and out: one setup, one medium, or the whole house. */
export function FilesPage({ counts }: { counts: { readonly setups: number; readonly mixes: number } }) {
  const router = useRouter();
  const input = useRef<HTMLInputElement>(null);
  const [busy, setBusy] = useState(false);
  const [outcomes, setOutcomes] = useState<readonly Outcome[]>([]);
  const [over, setOver] = useState(false);

  const open = async (files: readonly File[]): Promise<void> => {
    if (files.length === 0) return;
    setBusy(true);
    setOutcomes([]);
    for (const file of files) {
      const result = await send(file);
      setOutcomes((now) => [
        ...now,
        result.ok
          ? { kind: "taken", file: file.name, taken: result.value }
          : { kind: "refused", file: file.name, problems: result.problems },
      ]);
    }
    setBusy(false);
    router.refresh();
  };

  return (
    <>
      <SiteHeader />
      <main className="mx-auto max-w-2xl px-4 pb-16 pt-6">
        <h1 className="text-2xl">Files</h1>
        <section aria-labelledby="open" className="mt-4">
          <h2 id="open" className="text-xl">
            Open a file
          </h2>
          <p className="mt-1">
            A setup, a mix, a medium or kind of somebody&rsquo;s own, or a whole house. It is opened as a copy beside
            what is here: what has the same name gets another, and nothing here is overwritten.
          </p>
          <div
            className={`mt-3 border border-dashed p-4 ${over ? "border-ink bg-water-wash" : "border-rule-strong"}`}
            onDragOver={(event) => {
              event.preventDefault();
              setOver(true);
            }}
            onDragLeave={() => setOver(false)}
            onDrop={(event) => {
              event.preventDefault();
              setOver(false);
              void open([...event.dataTransfer.files]);
            }}
          >
            <button type="button" className="press press-main" disabled={busy} onClick={() => input.current?.click()}>
              {busy ? "Reading…" : "Choose a file"}
            </button>{" "}
            <span className="text-soft">or drop it here</span>
            <input
              ref={input}
              type="file"
              multiple
              className="sr-only"
              tabIndex={-1}
              aria-label="File to open"
              accept=".json,.csv,application/json,text/csv"
              onChange={(event) => {
                const files = [...(event.target.files ?? [])];
                event.target.value = "";
                void open(files);
              }}
            />
          </div>
          <div aria-live="polite" className="mt-3 space-y-3">
            {outcomes.map((outcome, i) => (
              <OutcomeText key={i} outcome={outcome} />
            ))}
          </div>
        </section>
        <section aria-labelledby="house" className="mt-8">
          <h2 id="house" className="text-xl">
            The whole house
          </h2>
          <p className="mt-1">
            All {counts.setups} setups and {counts.mixes} mixes with every version of them, your media, kinds and packs,
            and what was ticked off while building, in one readable file. Another Marlstone takes it in beside what it
            has. To put this Marlstone back as it was, a <Link href="/keeping">backup</Link> is the surer way.
          </p>
          <form method="post" action="/files/house" className="mt-3">
            <button type="submit" className="press">
              Download the whole house
            </button>
          </form>
        </section>
        <p className="mt-8 text-soft">
          A single setup is taken along from its build sheet, a medium or kind of your own from its page.
        </p>
      </main>
    </>
  );
}

function OutcomeText({ outcome }: { outcome: Outcome }) {
  if (outcome.kind === "taken") {
    const { taken, file } = outcome;
    return (
      <div className="border-l-2 border-life pl-3">
        <p>
          {WHAT[taken.what]} from {file}.{" "}
          <Link href={taken.address}>{taken.what === "house" ? "To the yard" : "Open it"}</Link>
        </p>
        {taken.notes.map((note) => (
          <p key={note} className="text-soft">
            {note}
          </p>
        ))}
      </div>
    );
  }
  const { problems, file } = outcome;
  return (
    <div className="border-l-2 border-trouble pl-3 text-trouble" role="alert">
      <p>{file} was not taken in, and nothing was changed.</p>
      <ul className="list-disc pl-5">
        {problems.slice(0, MOST_TOLD).map((one, i) => (
          <li key={i}>{problemLine(one)}</li>
        ))}
      </ul>
      {problems.length > MOST_TOLD && <p>And {problems.length - MOST_TOLD} more of the kind.</p>}
    </div>
  );
}

async function send(file: File): Promise<Result<TakenIn>> {
  const notSent: Result<TakenIn> = {
    ok: false,
    problems: [
      { path: "", code: "no-answer", message: "Marlstone does not answer, or the file could not be read. Try again." },
    ],
  };
  try {
    const response = await fetch("/files/open", { method: "POST", body: file });
    if (response.status !== 200 && response.status !== 422) return notSent;
    return (await response.json()) as Result<TakenIn>;
  } catch {
    return notSent;
  }
}
