"use client";
import { useEffect, useMemo, useState } from "react";
import { useStore } from "zustand";
import { readingSentences, stateLine, type ReadingSentence } from "@/core/readings/sentences";
import { topOfZones } from "@/core/readings/readings";
import { formatLength, formatMass, formatPercent } from "@/core/units/units";
import { useUnits } from "../common/preferences";
import { Sentence } from "../common/sentence";
import { shownView } from "../open-setup/derived";
import type { View } from "../open-setup/page-state";
import type { SetupStore } from "../open-setup/setup-store";
import { Group, useIsOpen } from "./group";

const SPEAK_AFTER_MS = 700;

/** What is on show, or was last while nothing can be. */
const useShown = (store: SetupStore): View | undefined =>
  useStore(store, (state) => shownView(state) ?? state.lastView);

/** The same for what is told at length: while it is folded it waits for the end of a drag. */
export function useTold(store: SetupStore): View | undefined {
  const isOpen = useIsOpen();
  return useStore(store, (state) =>
    !isOpen && state.setup !== state.committed ? state.keptView : (shownView(state) ?? state.lastView),
  );
}

function useSentences(store: SetupStore): readonly ReadingSentence[] {
  const shown = useTold(store);
  const system = useUnits();
  return useMemo(
    () => (shown ? readingSentences(shown.setup, shown.readings, shown.dose, system, shown.when) : []),
    [shown, system],
  );
}

/** What the state means, in sentences, and for every number, why. */
export function WaterGroup({ store }: { store: SetupStore }) {
  const view = useStore(store, (state) => state.view);
  const shown = useShown(store);
  const system = useUnits();
  const top = shown ? topOfZones(shown.readings.waterlogged) : 0;
  const air = shown?.readings.rootZone?.meanAirSpace;
  const number = shown
    ? [
        top > 0 ? `wet to ${formatLength(top, system)}` : "no wet zone",
        air === undefined ? "" : `air ${formatPercent(air)}`,
      ]
        .filter(Boolean)
        .join(", ")
    : "";
  return (
    <Group id="water" title="Water and air" number={number}>
      {!view.ok && (
        <p className={shown ? "said" : "text-[0.95rem]"} role="status">
          {view.problems.map(({ message }) => message).join(" ")}{" "}
          {shown && "Below is the last state that could be computed."}
        </p>
      )}
      <div className={view.ok ? "" : "opacity-60"}>
        <WaterTold store={store} />
      </div>
    </Group>
  );
}

const WaterTold = ({ store }: { store: SetupStore }) =>
  useSentences(store).map((sentence) => sentence.id !== "weight" && <Sentence key={sentence.id} sentence={sentence} />);

export function WeightGroup({ store }: { store: SetupStore }) {
  const shown = useShown(store);
  const system = useUnits();
  return (
    <Group id="weight" title="Weight" number={shown ? formatMass(shown.readings.wetKg, system) : ""}>
      <WeightTold store={store} />
    </Group>
  );
}

const WeightTold = ({ store }: { store: SetupStore }) =>
  useSentences(store).map((sentence) => sentence.id === "weight" && <Sentence key={sentence.id} sentence={sentence} />);

/** Says the state to a screen reader once it has come to rest, whatever is folded. */
export function Spoken({ store }: { store: SetupStore }) {
  const system = useUnits();
  const text = useStore(store, (state) => {
    const shown = state.view.ok ? shownView(state) : undefined;
    return shown ? stateLine(shown.readings, system) : "";
  });
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
