"use client";
import { useCallback, useMemo, useState } from "react";
import type { Medium } from "@/core/media/medium";
import { ENSEMBLE_RUNS, type Ensemble } from "@/core/season/ensemble";
import { ensembleSayings, promise } from "@/core/season/ensemble-sentences";
import { regimeOf } from "@/core/season/regime";
import type { SeasonHere } from "@/formats/season/actions";
import { useUnits } from "../common/preferences";
import { useAnswer } from "../common/use-answer";
import type { SeasonAsk } from "./through-year";

const NO_ANSWER = "Marlstone does not answer. Try again.";

/** What can be promised of a setup: forty of its years, in the background, once somebody asks for them. */
export function FortyYears({ setupId, ask }: { setupId: string; ask: SeasonAsk }) {
  const [here, setHere] = useState<SeasonHere>();
  const [said, setSaid] = useState("");
  const [busy, setBusy] = useState(false);
  const look = (): void => {
    setBusy(true);
    ask({ setupId, kind: "all" })
      .then((answer) => (answer.ok ? (setHere(answer.value), setSaid("")) : setSaid(answer.problems[0]!.message)))
      .catch(() => setSaid(NO_ANSWER))
      .finally(() => setBusy(false));
  };
  return (
    <section aria-label="What can be promised" className="mt-4 border-t border-rule pt-3">
      <h2 className="text-xl">What can be promised</h2>
      {!here && (
        <>
          <p className="max-w-[70ch] leading-snug text-soft">
            {ENSEMBLE_RUNS} years of it: the weather of its place year by year, its media as one bag of each may be, its
            plants as thirsty as they may be. It takes up to a minute or two, beside whatever else you do here.
          </p>
          <button type="button" className="press no-print mt-1" disabled={busy} onClick={look}>
            Live through {ENSEMBLE_RUNS} years
          </button>
        </>
      )}
      {said && (
        <p role="alert" className="said">
          {said}
        </p>
      )}
      {here && <Promised here={here} />}
    </section>
  );
}

function Promised({ here: { setup, at, media, own } }: { here: SeasonHere }) {
  const system = useUnits();
  const [isStopped, setStopped] = useState(false);
  const byId = useMemo(() => new Map(media.map((one) => [one.id, one])), [media]);
  const medium = useCallback((id: string): Medium | undefined => byId.get(id), [byId]);
  const question = useMemo(
    () => (isStopped ? undefined : ({ kind: "ensemble", setup, own, at, regime: regimeOf(setup) } as const)),
    [isStopped, setup, own, at],
  );
  const standing = useAnswer(question, medium);
  const [kept, setKept] = useState<Ensemble>();
  const answer =
    standing?.status === "answered"
      ? standing.answer
      : standing?.status === "computing"
        ? standing.told.soFar
        : undefined;
  const now = answer?.ok ? answer.value : undefined;
  if (now && now !== kept) setKept(now);
  const shown = now ?? kept;
  const line = shown && promise(setup, shown);
  const isRunning = !isStopped && standing?.status === "computing";
  const problem =
    standing?.status === "answered" && !standing.answer.ok
      ? standing.answer.problems[0]!.message
      : standing?.status === "failed"
        ? "It could not be followed."
        : "";
  return (
    <div className="mt-1 max-w-[75ch] space-y-1 leading-snug">
      {line && <p className="font-serif text-lg">{line}</p>}
      {shown && ensembleSayings(setup, shown, system).map((saying) => <p key={saying}>{saying}</p>)}
      <p role="status" className="text-[0.95rem] text-soft">
        {isRunning
          ? `Year ${(shown?.runs.length ?? 0) + 1} of ${ENSEMBLE_RUNS} …`
          : problem ||
            (shown
              ? `Of ${shown.runs.length} years; ranges hold eight of ten.${isStopped ? " Stopped: this is what is known so far." : ""}`
              : "")}
      </p>
      {isRunning && (
        <button type="button" className="press no-print" onClick={() => setStopped(true)}>
          Stop
        </button>
      )}
    </div>
  );
}
