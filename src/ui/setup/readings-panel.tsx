"use client";
import { memo, useDeferredValue, useEffect, useMemo, useState } from "react";
import { Popover } from "radix-ui";
import { useStore } from "zustand";
import { readingSentences, stateLine, type ReadingSentence } from "@/core/readings/sentences";
import { cautionsFor } from "@/core/readings/cautions";
import { useUnits } from "../common/preferences";
import type { SetupStore } from "./setup-store";

const SPEAK_AFTER_MS = 700;

/** What the state means, in sentences; what to take care of; and for every number, why. */
export function ReadingsPanel({ store }: { store: SetupStore }) {
  const view = useStore(store, (state) => state.view);
  const shown = useStore(store, (state) => (state.view.ok ? state.view.value : state.lastView));
  const system = useUnits();
  const sentences = useMemo(() => (shown ? readingSentences(shown.setup, shown.readings, shown.dose, system, shown.when) : []), [shown, system]);
  return (
    <section aria-label="Readings">
      <h2 className="text-base">What the water does</h2>
      <WhenChoice store={store} />
      {!view.ok && (
        <p className={`mt-1 ${shown ? "said" : "text-[0.95rem]"}`} role="status">
          {view.problems.map(({ message }) => message).join(" ")} {shown && "Below is the last state that could be computed."}
        </p>
      )}
      <div className={view.ok ? "" : "opacity-60"}>
        {sentences.map((sentence) => <Sentence key={sentence.id} sentence={sentence} />)}
      </div>
      {shown && <Cautions store={store} />}
      <Spoken text={shown && view.ok ? stateLine(shown.readings, system) : ""} />
    </section>
  );
}

/** When a drained vessel is read: it takes weeks to settle, and what matters to roots is mostly the days after a watering. */
function WhenChoice({ store }: { store: SetupStore }) {
  const drained = useStore(store, (state) => state.setup.water.kind === "drained" && state.setup.layers.length > 0);
  const when = useStore(store, (state) => state.when);
  const draining = useStore(store, (state) => state.draining);
  if (!drained) return null;
  return (
    <fieldset className="mt-0.5 flex flex-wrap items-center gap-x-3 text-[0.95rem]">
      <legend className="sr-only">When it is shown</legend>
      {([["day", "a day after a soaking"], ["rest", "settled, in weeks"]] as const).map(([value, words]) => (
        <label key={value} className="inline-flex min-h-8 items-center gap-1.5 pointer-coarse:min-h-11">
          <input type="radio" name="when" className="size-4 accent-(--ink)" checked={when === value} onChange={() => store.showWhen(value)} />{words}
        </label>
      ))}
      <span role="status" className="text-sm text-soft">{draining ? "draining it; shown is the settled state" : ""}</span>
    </fieldset>
  );
}

/** Drawn anew only when what it says changes, or while its why is open: sentences follow every frame of a drag. */
const Sentence = memo(function Sentence({ sentence }: { sentence: ReadingSentence }) {
  const { heading, text, tone } = sentence;
  return (
    <div className="border-t border-rule py-1.5 first:border-t-0">
      <h3 className={`small-caps flex items-baseline justify-between gap-2 ${tone === "trouble" ? "text-trouble!" : ""}`}>
        <span>{heading}{tone === "trouble" && <span className="sr-only"> (trouble)</span>}</span>
        <WhyButton sentence={sentence} />
      </h3>
      <p className={`leading-snug ${tone === "trouble" ? "text-trouble" : ""}`}>{text}</p>
    </div>
  );
}, (before, after) => told(before.sentence) === told(after.sentence));

/** All that a sentence and its why say. */
const told = ({ id, text, tone, why }: ReadingSentence): string => [id, text, tone, why.formula, ...why.inputs.flat(), why.source, why.uncertainty].join("|");

/** The popover exists only while it is open; what it shows was true when it was opened or last redrawn. */
function WhyButton({ sentence: { heading, why } }: { sentence: ReadingSentence }) {
  const [open, setOpen] = useState(false);
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger asChild>
        <button type="button" className="no-print font-sans text-sm font-normal text-soft underline decoration-dotted hover:text-ink pointer-coarse:min-h-11 pointer-coarse:min-w-11" aria-label={`Why: ${heading}`}>why</button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content align="end" collisionPadding={12} className="z-50 max-h-[70dvh] w-[min(26rem,92vw)] overflow-auto border border-rule-strong bg-sheet p-4 text-[0.95rem] leading-snug shadow-lg" aria-label={`Why: ${heading}`}>
          <p>{why.formula}</p>
          <dl className="my-2 grid grid-cols-[auto_1fr] gap-x-3 border-y border-rule py-1.5 text-sm">
            {why.inputs.map(([name, value], i) => <div key={`${name}${i}`} className="contents"><dt className="text-soft">{name}</dt><dd>{value}</dd></div>)}
          </dl>
          <p className="text-sm"><b>Source.</b> {why.source}</p>
          <p className="mt-1 text-sm"><b>How sure.</b> {why.uncertainty}</p>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

function Cautions({ store }: { store: SetupStore }) {
  // cautions follow a drag a little later than the drawing: they do not change what the hand does
  const shown = useDeferredValue(useStore(store, (state) => (state.view.ok ? state.view.value : state.lastView)));
  const system = useUnits();
  const cautions = useMemo(() => (shown ? cautionsFor(shown.setup, shown.readings, system, shown.when) : []), [shown, system]);
  const pressing = cautions.filter(({ subject }) => subject !== "medium");
  const media = cautions.filter(({ subject }) => subject === "medium");
  return (
    <div className="mt-2 border-t border-rule-strong pt-2">
      <h2 className="text-base">Take care</h2>
      <ul className="mt-1 space-y-1.5 text-[0.95rem] leading-snug">
        {pressing.map(({ id, text }) => <li key={id} className="border-l-2 border-rule-strong pl-2">{text}</li>)}
      </ul>
      {media.length > 0 && (
        <details className="mt-2">
          <summary className="text-[0.95rem]">Handling these media ({media.length})</summary>
          <ul className="mt-1 space-y-1 text-sm leading-snug text-soft">{media.map(({ id, text }) => <li key={id}>{text}</li>)}</ul>
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
  return <p className="sr-only" aria-live="polite">{spoken}</p>;
}
