"use client";
import { drainsAfterSoaking } from "@/core/stack/setup";
import { memo, useDeferredValue, useEffect, useMemo, useState } from "react";
import { useStore } from "zustand";
import { readingSentences, stateLine, type ReadingSentence } from "@/core/readings/sentences";
import type { Check } from "@/core/checks/check";
import { checksOf } from "@/core/checks/checks";
import { cautionsFor } from "@/core/readings/cautions";
import { useUnits } from "../common/preferences";
import { ComparePanel } from "./compare-panel";
import { DoseTable } from "./dose-table";
import { shownView, type SetupStore } from "./setup-store";
import { SupplyPanel } from "./supply-panel";
import { WhyButton } from "./why-button";

const SPEAK_AFTER_MS = 700;

/** What the state means, in sentences; what to take care of; and for every number, why. */
export function ReadingsPanel({ store }: { store: SetupStore }) {
  const view = useStore(store, (state) => state.view);
  const shown = useStore(store, (state) => shownView(state) ?? state.lastView);
  // what stands beside the section is told first
  const first = useStore(store, (state) => state.beside);
  const system = useUnits();
  const sentences = useMemo(
    () => (shown ? readingSentences(shown.setup, shown.readings, shown.dose, system, shown.when) : []),
    [shown, system],
  );
  return (
    <section aria-label="Readings">
      <ComparePanel store={store} />
      {first === "supply" && <SupplyPanel store={store} />}
      <h2 className={`text-base ${first === "supply" ? "mt-2 border-t border-rule-strong pt-2" : ""}`}>
        What the water does
      </h2>
      <WhenChoice store={store} />
      {!view.ok && (
        <p className={`mt-1 ${shown ? "said" : "text-[0.95rem]"}`} role="status">
          {view.problems.map(({ message }) => message).join(" ")}{" "}
          {shown && "Below is the last state that could be computed."}
        </p>
      )}
      <div className={view.ok ? "" : "opacity-60"}>
        {sentences.map((sentence) => (
          <Sentence key={sentence.id} sentence={sentence} />
        ))}
      </div>
      <DoseTable store={store} />
      {first !== "supply" && <SupplyPanel store={store} />}
      {shown && (
        <>
          <Checks store={store} />
          <Cautions store={store} />
        </>
      )}
      <Spoken text={shown && view.ok ? stateLine(shown.readings, system) : ""} />
    </section>
  );
}

/**
 * When a drained vessel is read: it takes weeks to settle, and what matters to roots is mostly the days after a
 * watering.
 */
function WhenChoice({ store }: { store: SetupStore }) {
  const drained = useStore(store, (state) => drainsAfterSoaking(state.setup) && state.setup.layers.length > 0);
  const when = useStore(store, (state) => state.when);
  const draining = useStore(store, (state) => state.draining);
  if (!drained) return null;
  return (
    <fieldset className="mt-0.5 flex flex-wrap items-center gap-x-3 text-[0.95rem]">
      <legend className="sr-only">When it is shown</legend>
      {(
        [
          ["day", "a day after a soaking"],
          ["rest", "settled, in weeks"],
        ] as const
      ).map(([value, words]) => (
        <label key={value} className="inline-flex min-h-8 items-center gap-1.5 pointer-coarse:min-h-11">
          <input
            type="radio"
            name="when"
            className="size-4 accent-(--ink)"
            checked={when === value}
            onChange={() => store.showWhen(value)}
          />
          {words}
        </label>
      ))}
      <span role="status" className="text-sm text-soft">
        {draining ? "draining it; shown is the settled state" : ""}
      </span>
    </fieldset>
  );
}

/** Drawn anew only when what it says changes, or while its why is open: sentences follow every frame of a drag. */
const Sentence = memo(
  function Sentence({ sentence }: { sentence: Said }) {
    const { heading, text, tone } = sentence;
    return (
      <div className="border-t border-rule py-1.5 first:border-t-0">
        <h3
          className={`small-caps flex items-baseline justify-between gap-2 ${tone === "trouble" ? "text-trouble!" : ""}`}
        >
          <span>
            {heading}
            {tone === "trouble" && <span className="sr-only"> (trouble)</span>}
          </span>
          <WhyButton heading={heading} why={sentence.why} />
        </h3>
        <p className={`leading-snug ${tone === "trouble" ? "text-trouble" : ""}`}>{text}</p>
      </div>
    );
  },
  (before, after) => told(before.sentence) === told(after.sentence),
);

type Said = Pick<ReadingSentence | Check, "id" | "heading" | "text" | "tone" | "why">;

/** All that a sentence and its why say. */
const told = ({ id, text, tone, why }: Said): string =>
  [id, text, tone, why.formula, ...why.inputs.flat(), why.source, why.uncertainty].join("|");

/** What speaks for and against the design as a whole; it follows a drag a little later than the drawing. */
function Checks({ store }: { store: SetupStore }) {
  const shown = useDeferredValue(useStore(store, (state) => (state.view.ok ? state.view.value : undefined)));
  const system = useUnits();
  const checks = useMemo(
    () => (shown ? checksOf(shown.setup, shown.settled.network, shown.readings, store.medium, system) : []),
    [shown, store, system],
  );
  if (checks.length === 0) return null;
  return (
    <section aria-label="The design" className="mt-2 border-t border-rule-strong pt-2">
      <h2 className="text-base">The design</h2>
      <div aria-live="polite">
        {checks.map((check, i) => (
          <Sentence key={`${check.id}-${i}`} sentence={check} />
        ))}
      </div>
    </section>
  );
}

function Cautions({ store }: { store: SetupStore }) {
  // cautions follow a drag a little later than the drawing: they do not change what the hand does
  const shown = useDeferredValue(useStore(store, (state) => shownView(state) ?? state.lastView));
  const system = useUnits();
  const cautions = useMemo(
    () => (shown ? cautionsFor(shown.setup, shown.readings, system, shown.when) : []),
    [shown, system],
  );
  const pressing = cautions.filter(({ subject }) => subject !== "medium");
  const media = cautions.filter(({ subject }) => subject === "medium");
  return (
    <div className="mt-2 border-t border-rule-strong pt-2">
      <h2 className="text-base">Take care</h2>
      <ul className="mt-1 space-y-1.5 text-[0.95rem] leading-snug">
        {pressing.map(({ id, text }) => (
          <li key={id} className="border-l-2 border-rule-strong pl-2">
            {text}
          </li>
        ))}
      </ul>
      {media.length > 0 && (
        <details className="mt-2">
          <summary className="text-[0.95rem]">Handling these media ({media.length})</summary>
          <ul className="mt-1 space-y-1 text-sm leading-snug text-soft">
            {media.map(({ id, text }) => (
              <li key={id}>{text}</li>
            ))}
          </ul>
        </details>
      )}
    </div>
  );
}

/** Says the state to a screen reader once it has come to rest. */
function Spoken({ text }: { text: string }) {
  const [spoken, setSpoken] = useState("");
  useEffect(() => {
    const timer = setTimeout(() => setSpoken(text), SPEAK_AFTER_MS);
    return () => clearTimeout(timer);
  }, [text]);
  return (
    <p className="sr-only" aria-live="polite">
      {spoken}
    </p>
  );
}
