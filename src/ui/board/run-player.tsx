"use client";
import { useEffect, useMemo, useSyncExternalStore } from "react";
import { Pause, Play, X } from "lucide-react";
import { Slider } from "radix-ui";
import { useStore } from "zustand";
import { runMoments, runWords, type RunMoment } from "@/core/readings/run-sentences";
import { markHeightCm } from "@/core/water/supply-shown";
import { parseWhole } from "@/core/units/numbers";
import type { Run } from "@/core/water/run";
import type { RunPhaseKind } from "@/core/water/run-plan";
import { formatHours } from "@/core/units/units";
import { PlainNumberField } from "../fields/number-field";
import { FOLLOWING } from "@/workers/questions.client";
import { useUnits } from "../common/preferences";
import type { SetupStore } from "../open-setup/setup-store";
import type { RunShown } from "../open-setup/page-state";

const PHASE_WORDS: Record<RunPhaseKind, string> = {
  drain: "soaked, draining",
  dry: "dry days",
  refill: "refill",
  after: "a day after",
};
/** A frame of a run stays this long. [ms] */
const FRAME_MS = 90;

/** A setup lived through: play it, or go to any hour of it. */
export function RunPlayer({ store }: { store: SetupStore }) {
  const run = useStore(store, (state) => state.run);
  if (!run) return null;
  return (
    <section aria-label="Run" className="no-print border-t border-rule-strong px-4 pt-1.5 text-[0.95rem] lg:px-0">
      {run.kind === "computing" && (
        <p role="status" className="flex items-center gap-3 py-1">
          Following the water through {run.dryDays} dry {run.dryDays === 1 ? "day" : "days"} …{" "}
          {run.done > 0 && <span className="text-soft">{Math.floor(100 * run.done)} %</span>}
          <button type="button" className="press" onClick={() => store.endRun()}>
            Stop
          </button>
        </p>
      )}
      {run.kind === "failed" && (
        <p role="alert" className="said flex flex-wrap items-center gap-3 py-1">
          {run.message} Nothing in the setup has changed.{" "}
          <button type="button" className="press text-ink" onClick={() => store.endRun()}>
            Close
          </button>
        </p>
      )}
      {run.kind === "ready" && <Player store={store} shown={run} />}
    </section>
  );
}

function Player({ store, shown }: { store: SetupStore; shown: Extract<RunShown, { kind: "ready" }> }) {
  const { run, frame, playing } = shown;
  const still = useLessMotion();
  const last = run.frames.length - 1;
  useEffect(() => {
    if (!playing) return;
    const timer = setInterval(() => {
      const now = store.getState().run;
      if (now?.kind !== "ready") return;
      if (now.frame >= last) store.play(false);
      else store.seek(now.frame + 1);
    }, FRAME_MS);
    return () => clearInterval(timer);
  }, [playing, last, store]);
  // a run is of the setup on show: any change ends it
  const markLevelCm = useStore(store, ({ supply, setup }) =>
    supply?.result.ok && supply.setup === setup ? markHeightCm(setup, supply.result.value) : undefined,
  );
  const moments = useMemo(() => runMoments(run, markLevelCm), [run, markLevelCm]);
  const hour = run.frames[frame]!.hours;
  const total = run.frames[last]!.hours;
  const phase = run.phases.find(({ toHour }) => hour <= toHour) ?? run.phases.at(-1)!;
  const text = `${clock(hour)}, ${PHASE_WORDS[phase.kind]}`;
  const nextStage = run.frames.findIndex(
    ({ hours }, i) => i > frame && run.phases.some(({ toHour }) => Math.abs(toHour - hours) < 1e-6),
  );

  return (
    <>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        {still ? (
          <button
            type="button"
            className="press"
            onClick={() => store.seek(frame === last ? 0 : nextStage < 0 ? last : nextStage)}
          >
            {frame === last ? "From the start" : "Next stage"}
          </button>
        ) : (
          <button
            type="button"
            className="press"
            aria-label={playing ? "Pause the run" : "Play the run"}
            onClick={() => {
              if (frame === last) store.seek(0);
              store.play(!playing);
            }}
          >
            {playing ? <Pause size={16} aria-hidden /> : <Play size={16} aria-hidden />}
          </button>
        )}
        <div className="relative min-w-32 grow basis-32">
          <Moments run={run} moments={moments} />
          <Slider.Root
            className="relative flex h-7 touch-none items-center pointer-coarse:h-11"
            min={0}
            max={last}
            step={1}
            value={[frame]}
            onValueChange={([to]) => {
              store.play(false);
              store.seek(to!);
            }}
          >
            <Slider.Track className="relative h-1.5 grow bg-rule">
              <Slider.Range className="absolute h-full bg-water" />
            </Slider.Track>
            <Slider.Thumb
              aria-label="Hour of the run"
              aria-valuetext={text}
              className="block h-5 w-3 border border-ink bg-sheet"
            />
          </Slider.Root>
          <div className="flex h-4 text-xs leading-none text-soft" aria-hidden>
            {run.phases.map(({ kind, fromHour, toHour }) => {
              const share =
                run.frames.filter(({ hours }) => hours > fromHour && hours <= toHour).length / Math.max(1, last);
              return (
                <span
                  key={kind}
                  style={{ width: `${100 * share}%` }}
                  className={`truncate border-l border-rule-strong pl-1 ${kind === phase.kind ? "text-ink" : ""}`}
                >
                  {PHASE_WORDS[kind]}
                </span>
              );
            })}
          </div>
        </div>
        <span className="w-28 shrink-0 text-right" title={`of ${formatHours(total)}`}>
          {clock(hour)}
        </span>
        <DaysField store={store} days={shown.dryDays} />
        <button type="button" className="press" aria-label="Close the run" onClick={() => store.endRun()}>
          <X size={16} aria-hidden />
        </button>
      </div>
      <RunWords run={run} markLevelCm={markLevelCm} />
    </>
  );
}

const MOMENT_WORDS: Record<RunMoment["kind"], string> = {
  slower: "refill mark",
  short: "falls short",
};

/** Over the slider: when the refill mark is passed, and when the soil no longer makes up for it. */
function Moments({ run, moments }: { run: Run; moments: readonly RunMoment[] }) {
  if (moments.length === 0) return null;
  const last = Math.max(1, run.frames.length - 1);
  const placed = moments.map(({ kind, hour }) => ({
    kind,
    words: MOMENT_WORDS[kind],
    at: run.frames.findIndex(({ hours }) => hours >= hour - 1e-6) / last,
  }));
  const [first, second] = placed;
  // two that lie so near that their words would cover one another are told by the later one
  if (first && second && second.at - first.at < WORDS_WIDE) {
    second.words = `${first.words}, ${second.words}`;
    first.words = "";
  }
  return (
    <div className="relative h-4 text-xs leading-none" aria-hidden>
      {placed.map(({ kind, words, at }) => (
        <span
          key={kind}
          data-moment={kind}
          className={`absolute bottom-0 h-3 whitespace-nowrap border-l px-1 ${kind === "short" ? "border-trouble text-trouble" : "border-water text-water"}`}
          style={
            at > 0.7
              ? { right: `${100 * (1 - at)}%`, borderLeft: 0, borderRight: "1px solid" }
              : { left: `${100 * at}%` }
          }
        >
          {words}
        </span>
      ))}
    </div>
  );
}
/** What the words of a moment take of the slider, about. */
const WORDS_WIDE = 0.3;

/** "day 3, hour 14" or "day 1, hour 0:15", counted from the soaking, or from the start. */
const clock = (hours: number): string => {
  const minutes = Math.round(hours * 60);
  const [day, hour, minute] = [Math.floor(minutes / 1440), Math.floor((minutes % 1440) / 60), minutes % 60];
  return `day ${day + 1}, hour ${hour}${minute ? `:${String(minute).padStart(2, "0")}` : ""}`;
};

/** How many dry days are lived through. */
const DaysField = ({ store, days }: { store: SetupStore; days: number }) => (
  <label className="inline-flex shrink-0 items-baseline gap-1 text-soft">
    <PlainNumberField
      label="Dry days"
      value={days}
      read={(text) => parseWhole(text, 1, FOLLOWING.mostDryDays)}
      className="w-9 text-ink"
      onOffer={(wanted) => store.askRun(wanted)}
    />
    dry days
  </label>
);

/** What the run comes to. */
function RunWords({ run, markLevelCm }: { run: Run; markLevelCm: number | undefined }) {
  const system = useUnits();
  return (
    <p className="mt-0.5 text-sm leading-snug text-soft" role="status">
      {runWords(run, system, markLevelCm)}
    </p>
  );
}

const QUERY = "(prefers-reduced-motion: reduce)";

function useLessMotion(): boolean {
  return useSyncExternalStore(
    (changed) => {
      const media = matchMedia(QUERY);
      media.addEventListener("change", changed);
      return () => media.removeEventListener("change", changed);
    },
    () => matchMedia(QUERY).matches,
    () => false,
  );
}
