"use client";
import { useEffect, useState, useSyncExternalStore } from "react";
import { useRouter } from "next/navigation";
import { nanoid } from "nanoid";
import { builtDifferences, stateOf, type Built } from "@/core/sheet/built";
import type {
  BuildOfInput,
  BuildState,
  RecordInput,
  RecordOutcome,
  TakeOverInput,
} from "@/formats/build-record/schema";
import type { WriteOutcome } from "@/formats/setup/actions";
import { useUnits } from "../common/preferences";
import { SiteHeader } from "../head/site-header";
import { When } from "../common/when";
import { Drawing } from "../drawing/drawing";
import type { ChoiceGroup } from "../fields/searched-choice";
import { browserShelf, drawerIn, holdPage, pagesThere } from "../outbox/drawer";
import { livingOr } from "../outbox/outbox";
import { useLeaving } from "../outbox/use-leaving";
import { BuildLog, doneOf, laneOf, ticksLeft, type LogState } from "./build-log";
import { BesidePages, SetupHead } from "../head/setup-pages";
import type { SheetShown } from "./sheet-shown";
import { StepItem } from "./step-item";
import { TakeAlong } from "./take-along";
import { WhatItTakes } from "./what-it-takes";

export type BuildActions = {
  readonly record: (input: RecordInput) => Promise<RecordOutcome>;
  readonly beginAgain: (input: BuildOfInput) => Promise<RecordOutcome>;
  readonly follow: (input: BuildOfInput) => Promise<RecordOutcome>;
  readonly takeOver: (input: TakeOverInput) => Promise<WriteOutcome>;
};

/** A setup as it is built by hand, step by step: to be ticked off on a phone, or printed. */
export function BuildSheet({
  setupId,
  sheet,
  build,
  revisionId,
  headRevisionId,
  version,
  media,
  changed,
  isTheSetup,
  actions,
}: {
  setupId: string;
  sheet: SheetShown;
  build: BuildState | undefined;
  /** The version that is shown: the one being built, or the present one. */
  revisionId: number;
  headRevisionId: number;
  version: number;
  media: readonly ChoiceGroup[];
  /** How the design differs now from what is being built. */
  changed: readonly string[];
  /** Whether the design is by now what was really built. */
  isTheSetup: boolean;
  actions: BuildActions;
}) {
  const system = useUnits();
  const router = useRouter();
  const { log, state } = useLog(setupId, build, revisionId, actions.record);
  const [said, setSaid] = useState("");
  const keys = sheet.steps.map(({ key }) => key);
  const done = doneOf(keys, state.built);
  const nameOf = (id: string): string =>
    media
      .flatMap(({ choices }) => choices)
      .find((one) => one.id === id)
      ?.name.toLowerCase() ?? id;
  const differences = builtDifferences(sheet.steps, state.built, nameOf, system);

  const anew = async (ask: BuildActions["beginAgain"]): Promise<void> => {
    const outcome = await ask({ setupId, revisionId: headRevisionId }).catch(() => undefined);
    if (!outcome || outcome.status !== "saved")
      return setSaid(
        outcome?.status === "refused" ? outcome.message : "Marlstone does not answer. Nothing was changed; try again.",
      );
    setSaid("");
    router.refresh();
  };
  const takeOver = async (): Promise<void> => {
    if (state.waiting > 0 || state.buildId === null)
      return setSaid("Not all of it has reached Marlstone yet: once it has, take it over.");
    const outcome = await actions
      .takeOver({ setupId, buildId: state.buildId, baseVersion: version })
      .catch(() => undefined);
    if (outcome?.status === "saved") {
      setSaid("It is the setup now. Undo in its design takes that back.");
      return router.refresh();
    }
    setSaid(
      outcome?.status === "refused"
        ? outcome.problems.map(({ message }) => message).join(" ")
        : "Marlstone does not answer. Nothing was changed; try again.",
    );
  };

  return (
    <>
      <SiteHeader>
        <SetupHead setupId={setupId} here="/sheet" name={sheet.name || "Without a name"} />
      </SiteHeader>
      <main className="mx-auto max-w-[60rem] px-4 pb-48 pt-4 sm:pb-16 print:max-w-none print:p-0 print:text-[10pt]">
        <BesidePages setupId={setupId} here="/sheet" />
        <p className="hidden font-serif font-semibold print:block print:text-[22pt]">
          {sheet.name || "Without a name"}
        </p>
        <p className="text-soft">
          Build sheet, {sheet.steps.length} steps
          {state.begunAt && (
            <>
              , begun <When at={state.begunAt} />
            </>
          )}
          . Heights are over the inside base, where nothing else is said.
        </p>
        <p className="mt-3 max-w-[80ch] text-sm print:max-w-none leading-snug text-soft">
          What is said of cutting, loads, water and wiring informs: local rules hold first, and a structural engineer,
          an electrician or a vet decides what is theirs. Amounts are computed from ranges; the hand tests decide.
        </p>

        {sheet.against.length > 0 && (
          <section aria-label="Do not build this yet" className="mt-4 border-l-2 border-trouble pl-3">
            <h2 className="break-after-avoid text-base text-trouble">Do not build this yet</h2>
            <p className="text-[0.95rem] leading-snug">
              As it is designed, something speaks against it. Mend it on the setup's page first, or know why not.
            </p>
            <ul className="mt-1 space-y-1 text-[0.95rem] leading-snug">
              {sheet.against.map(({ stepKey, heading, text, step }) => (
                <li key={`${stepKey} ${heading}`} className="max-w-[80ch]">
                  <b>{heading}.</b> {text}
                  {step > 0 && (
                    <>
                      {" "}
                      <a href={`#step-${stepKey}`} className="underline">
                        Step {step}
                      </a>
                    </>
                  )}
                </li>
              ))}
            </ul>
          </section>
        )}
        <div className="no-print mt-3 flex flex-wrap items-center gap-x-4 gap-y-2">
          <button type="button" className="press" onClick={() => window.print()}>
            Print, or keep as PDF
          </button>
          <p aria-live="polite">
            {done} of {sheet.steps.length} done.{" "}
            <span className={state.sending === "offline" || state.sending === "refused" ? "text-trouble" : "text-soft"}>
              {sendingWords(state)}
            </span>
          </p>
        </div>
        {changed.length > 0 && state.buildId !== null && (
          <section aria-label="The design has changed" className="no-print mt-4 border-l-2 border-trouble pl-3">
            <p>
              The design was changed after this build was begun; shown is the one that was begun. Now it is different:{" "}
              {changed.join("; ")}.
            </p>
            <p className="mt-2 flex flex-wrap gap-2">
              <button type="button" className="press" onClick={() => void anew(actions.follow)}>
                Go on by the design as it is now
              </button>
              <button type="button" className="press" onClick={() => void anew(actions.beginAgain)}>
                Begin again by it
              </button>
            </p>
          </section>
        )}
        {said !== "" && (
          <p role="status" className="no-print mt-3 border-l-2 border-rule-strong pl-3">
            {said}
          </p>
        )}
        {sheet.steps.length === 0 || !sheet.steps.some(({ key }) => key.startsWith("layer:")) ? (
          <p className="mt-4">It has no layers yet: what follows ends where they would begin.</p>
        ) : null}
        <WhatItTakes sheet={sheet} built={state.built} log={log} setupId={setupId} />
        {sheet.cuts.length > 0 && (
          <section aria-labelledby="cuts" className="mt-8 border-t border-rule-strong pt-3">
            <h2 id="cuts" className="break-after-avoid text-xl">
              What is drilled
            </h2>
            <p className="text-[0.95rem] text-soft">Drawn to scale, each to its own: go by the numbers.</p>
            <div className="mt-3 flex flex-wrap items-end gap-x-8 gap-y-4">
              {sheet.cuts.map(({ key, drawing }) => (
                <figure key={key} className="break-inside-avoid">
                  <Drawing drawing={drawing} pxPerMm={4.5} />
                </figure>
              ))}
            </div>
          </section>
        )}
        <section aria-labelledby="steps" className="mt-8 border-t border-rule-strong pt-3">
          <h2 id="steps" className="break-after-avoid text-xl">
            Step by step, from the bottom up
          </h2>
          <ol className="mt-1">
            {sheet.steps.map((step, i) => (
              <StepItem
                key={step.key}
                step={step}
                number={i + 1}
                state={stateOf(state.built, step.key)}
                log={log}
                media={media}
              />
            ))}
          </ol>
        </section>
        <AsBuilt
          differences={differences}
          onTakeOver={takeOver}
          onBeginAgain={() => void anew(actions.beginAgain)}
          isBegun={state.buildId !== null}
          isTheSetup={isTheSetup && state.waiting === 0}
        />
        <TakeAlong setupId={setupId} />
        <NextStep steps={sheet.steps} built={state.built} log={log} />
      </main>
    </>
  );
}

/** The log of this page, awake for as long as it is open. */
function useLog(
  setupId: string,
  build: BuildState | undefined,
  revisionId: number,
  send: BuildActions["record"],
): { readonly log: BuildLog; readonly state: LogState } {
  const [log] = useState(() =>
    livingOr(
      laneOf(setupId),
      (one: BuildLog) => one.isBusy,
      () =>
        new BuildLog(
          { setupId, send, newId: () => nanoid(16), drawer: drawerIn(browserShelf(), laneOf(setupId)) },
          build,
          revisionId,
        ),
    ),
  );
  const router = useRouter();
  useLeaving();
  useEffect(() => {
    const release = holdPage();
    void pagesThere().then((there) => {
      for (const { entries, forget } of ticksLeft(browserShelf(), setupId, there)) {
        log.takeUp(entries);
        if (log.get().kept) forget();
      }
    });
    const onOnline = (): void => void log.flush();
    const onVisible = (): void => {
      if (document.visibilityState !== "visible") return;
      // first what waits here, or the page would come back without it
      void log.flush().then(() => router.refresh());
    };
    addEventListener("online", onOnline);
    document.addEventListener("visibilitychange", onVisible);
    return () => {
      release();
      removeEventListener("online", onOnline);
      document.removeEventListener("visibilitychange", onVisible);
    };
  }, [log, router, setupId]);
  // what another phone did comes with the page
  useEffect(() => log.adopt(build, revisionId), [log, build, revisionId]);
  // the server knows nothing of what waits in a browser: what it wrote is shown until the page is awake
  const first = useState(log.get)[0];
  return { log, state: useSyncExternalStore(log.subscribe, log.get, () => first) };
}

function sendingWords({ sending, waiting, said, kept }: LogState): string {
  const many = waiting === 1 ? "One entry is" : `${waiting} entries are`;
  switch (sending) {
    case "idle":
      return waiting > 0 ? `${many} on the way.` : "All of it is stored.";
    case "sending":
      return "Storing…";
    case "offline":
      return kept
        ? `No connection: ${many.toLowerCase()} kept in this browser and sent when it is back.`
        : `No connection, and this browser's own store is full or forbidden: leave this page open. ${many} sent when it is back.`;
    case "refused":
      return `Not stored: ${said}`;
    default:
      return sending satisfies never;
  }
}

/** For one thumb: the next step that is not done, at the lower edge of a phone. */
function NextStep({ steps, built, log }: { steps: SheetShown["steps"]; built: Built; log: BuildLog }) {
  const at = steps.findIndex(({ key }) => !stateOf(built, key).done);
  const next = steps[at];
  const goTo = (key: string): void => {
    const still = matchMedia("(prefers-reduced-motion: reduce)").matches;
    document.getElementById(`step-${key}`)?.scrollIntoView({ behavior: still ? "auto" : "smooth", block: "start" });
  };
  return (
    <div className="no-print fixed inset-x-0 bottom-12 z-10 flex items-center gap-2 border-t border-rule-strong bg-sheet px-3 py-2 sm:hidden">
      {next ? (
        <>
          <button
            type="button"
            className="min-h-12 min-w-0 grow truncate text-left text-[1.05rem] underline decoration-dotted"
            onClick={() => goTo(next.key)}
          >
            {at + 1}. {next.heading}
          </button>
          <button
            type="button"
            className="press press-main min-h-14 px-6 text-lg"
            aria-label={`Done: ${next.heading}`}
            onClick={() => {
              log.set(next.key, { done: true });
              const after = steps.slice(at + 1).find(({ key }) => !stateOf(built, key).done);
              if (after) goTo(after.key);
            }}
          >
            Done
          </button>
        </>
      ) : (
        <p className="py-3">All steps are done.</p>
      )}
    </div>
  );
}

function AsBuilt({
  differences,
  onTakeOver,
  onBeginAgain,
  isBegun,
  isTheSetup,
}: {
  differences: ReturnType<typeof builtDifferences>;
  onTakeOver: () => Promise<void>;
  onBeginAgain: () => void;
  isBegun: boolean;
  isTheSetup: boolean;
}) {
  const [pending, setPending] = useState(false);
  if (!isBegun && differences.length === 0) return null;
  return (
    <section aria-labelledby="as-built" className="mt-8 border-t border-rule-strong pt-3 break-inside-avoid">
      <h2 id="as-built" className="text-xl">
        As it was built
      </h2>
      {differences.length === 0 ? (
        <p className="mt-1">Nothing was written down that differs from the plan.</p>
      ) : (
        <>
          <ul className="mt-1 space-y-1">
            {differences.map(({ key, heading, lines }) => (
              <li key={key}>
                <b>{heading}</b>: {lines.join("; ")}
              </li>
            ))}
          </ul>
          {isTheSetup ? (
            <p className="no-print mt-3">This is the setup now.</p>
          ) : (
            <p className="no-print mt-3">
              <button
                type="button"
                className="press press-main"
                disabled={pending}
                onClick={() => {
                  setPending(true);
                  void onTakeOver().finally(() => setPending(false));
                }}
              >
                Make this the setup
              </button>{" "}
              <span className="text-soft">
                One change, which undo takes back; the version is called “As built” in its history.
              </span>
            </p>
          )}
        </>
      )}
      {isBegun && (
        <p className="no-print mt-3">
          <button type="button" className="press" onClick={onBeginAgain}>
            Begin again, for another one
          </button>{" "}
          <span className="text-soft">All ticks off; those of this build stay stored.</span>
        </p>
      )}
    </section>
  );
}
