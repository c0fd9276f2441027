"use client";
import { drainsAfterSoaking } from "@/core/stack/geometry";
import { late } from "../common/late";
import { useEffect, useMemo, useState } from "react";
import { useStore } from "zustand";
import { readingSentences, stateLine } from "@/core/readings/sentences";
import { useUnits } from "../common/preferences";
import { type SetupStore } from "../open-setup/setup-store";
import { shownView } from "../open-setup/derived";
import { Sentence } from "../common/sentence";
import { WhenReached } from "../common/when-reached";

const SPEAK_AFTER_MS = 700;

/** What the state means, in sentences; what to take care of; and for every number, why. */
export function ReadingsPanel({ store }: { store: SetupStore }) {
  const view = useStore(store, (state) => state.view);
  const shown = useStore(store, (state) => shownView(state) ?? state.lastView);
  // what stands beside the section is told first
  const first = useStore(store, (state) => state.beside);
  const isDosed = useStore(store, (state) => state.setup.water.by === "volume");
  const isHeld = useStore(store, (state) => state.held !== undefined);
  const system = useUnits();
  const sentences = useMemo(
    () => (shown ? readingSentences(shown.setup, shown.readings, shown.dose, system, shown.when) : []),
    [shown, system],
  );
  return (
    <section aria-label="Readings">
      {isHeld && <ComparePanel store={store} />}
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
      {isDosed && <DoseTable store={store} />}
      <WhenReached>
        {first !== "supply" && <SupplyPanel store={store} />}
        {shown && (
          <>
            <Checks store={store} />
            <Cautions store={store} />
          </>
        )}
      </WhenReached>
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

const SupplyPanel = late(() => import("./supply-panel").then(({ SupplyPanel: panel }) => panel));
const DoseTable = late(() => import("./dose-table").then(({ DoseTable: table }) => table));
const ComparePanel = late(() => import("./compare-panel").then(({ ComparePanel: panel }) => panel));
const Cautions = late(() => import("./checks-panel").then(({ Cautions: panel }) => panel));
const Checks = late(() => import("./checks-panel").then(({ Checks: panel }) => panel));

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
