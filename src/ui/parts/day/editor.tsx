"use client";
import { useStore } from "zustand";
import { withRhythm } from "@/core/stack/edit";
import { useUnits } from "../../common/preferences";
import { NumberField } from "../../fields/number-field";
import type { EditorProps } from "../part";
import { DemandField } from "./demand-field";

/** What a day takes, and how often it is given water. */
export function DayEditor({ store }: EditorProps) {
  const system = useUnits();
  const rhythm = useStore(store, (state) => state.setup.wateredEveryDays);
  const rhythmOf = (days: number | null) =>
    store.offer(
      days === null ? "Watered as it wants" : "How often it is watered",
      withRhythm(store.getState().committed, days),
      system,
    );
  return (
    <>
      <DemandField store={store} />
      <NumberField
        label="Watered or filled every"
        quantity="days"
        value={rhythm}
        onOffer={(days) => rhythmOf(days)}
        onUnsaid={() => rhythmOf(null)}
        describe="Left empty, it is watered when it wants it."
      />
    </>
  );
}
