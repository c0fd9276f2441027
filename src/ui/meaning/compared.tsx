"use client";
import { drainsAfterSoaking } from "@/core/stack/geometry";
import { useMemo } from "react";
import { useStore } from "zustand";
import type { Check } from "@/core/checks/check";
import { checksOf } from "@/core/checks/checks";
import { differences, meaningOfDrainage, toldByMeaning } from "@/core/readings/differences";
import { useUnits } from "../common/preferences";
import { type SetupStore } from "../open-setup/setup-store";
import { heldView, shownView } from "../open-setup/derived";
import { type View } from "../open-setup/page-state";

/**
 * The state held against the present one: what is different, in words and numbers, and what a drainage layer means
 * here.
 */
export function Compared({ store }: { store: SetupStore }) {
  const system = useUnits();
  const held = useStore(store, (state) => state.held);
  const before = useStore(store, heldView);
  const now = useStore(store, shownView);
  const when = useStore(store, (state) => state.when);
  const waiting = useStore(
    store,
    (state) =>
      state.held !== undefined &&
      state.when === "day" &&
      drainsAfterSoaking(state.setup) &&
      (state.draining || !state.held.day),
  );
  // the meaning holds while the present state is still the one the layer was taken from or put into
  const meaning = useMemo(
    () =>
      held?.change && before && now && now.setup === held.change.setup
        ? meaningOfDrainage(held.change, before, now, drainsAfterSoaking(now.setup) ? when : "rest", system)
        : "",
    [held, before, now, when, system],
  );
  // where the wet zone goes is told whole by the meaning; the tops of zones in unlike layers say less
  const found = useMemo(() => {
    if (!before || !now) return [];
    const told = meaning === "" ? undefined : toldByMeaning(before, now, when);
    return differences(before, now, system).filter(({ id }) => !told?.has(id));
  }, [before, now, system, meaning, when]);
  // what the design is told of one of them and not of the other
  const ofDesign = useMemo(() => {
    if (!before || !now) return [];
    const checks = (view: View): readonly Check[] =>
      checksOf(view.setup, view.settled.network, view.readings, store.medium, system).filter(
        ({ id }) => id !== "weights" && id !== "drained-water",
      );
    const [then, here] = [checks(before), checks(now)];
    const missing = (from: readonly Check[], among: readonly Check[]): readonly Check[] =>
      from.filter((check) => !among.some(({ id, tone }) => id === check.id && tone === check.tone));
    return [
      ...missing(then, here).map((check) => ({ which: "Held", check })),
      ...missing(here, then).map((check) => ({ which: "Now", check })),
    ];
  }, [before, now, store, system]);
  if (!held || !before) return null;
  return (
    <section aria-label="Held against now">
      <h4 className="small-caps">Now, against the state held</h4>
      <div aria-live="polite">
        {waiting && <p className="text-sm text-soft">Both are still being drained; shown is their settled state.</p>}
        {meaning && !waiting && <p className="mt-1 leading-snug">{meaning}</p>}
        {!now ? (
          <p className="text-[0.95rem]">The present stack cannot be computed.</p>
        ) : found.length === 0 && ofDesign.length === 0 ? (
          <p className="mt-1 text-[0.95rem]">No difference that counts yet. Change anything.</p>
        ) : (
          <ul className="mt-1 list-none space-y-0.5 text-[0.95rem] leading-snug">
            {found.map(({ id, text }) => (
              <li key={id} className="border-l-2 border-rule-strong pl-2">
                {text}
              </li>
            ))}
            {ofDesign.map(({ which, check: { id, heading, text, tone } }) => (
              <li
                key={`${which} ${id}`}
                className={`border-l-2 border-rule-strong pl-2 ${tone === "trouble" ? "text-trouble" : ""}`}
              >
                {which}: {heading.charAt(0).toLowerCase() + heading.slice(1)}. {text}
              </li>
            ))}
          </ul>
        )}
      </div>
      <div className="no-print mt-2 flex flex-wrap gap-2">
        <button
          type="button"
          className="press"
          onClick={() => {
            const problems = store.offer("Back to the state held", held.setup, system);
            if (problems.length > 0) return store.say(problems[0]!.message);
            store.letGo();
          }}
        >
          Go back to it
        </button>
        <button type="button" className="press" onClick={() => store.letGo()}>
          Take it as it is now
        </button>
      </div>
    </section>
  );
}
