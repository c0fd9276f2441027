"use client";
import { useDeferredValue, useMemo } from "react";
import { useStore } from "zustand";
import { checksOf } from "@/core/checks/checks";
import { cautionsFor } from "@/core/readings/cautions";
import { useUnits } from "../common/preferences";
import { Sentence } from "../common/sentence";
import { type SetupStore } from "../open-setup/setup-store";
import { shownView } from "../open-setup/derived";

/** What speaks for and against the design as a whole; it follows a drag a little later than the drawing. */
export function Checks({ store }: { store: SetupStore }) {
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

/** What to know before building or while running it. */
export function Cautions({ store }: { store: SetupStore }) {
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
