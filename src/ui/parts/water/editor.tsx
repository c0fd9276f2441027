"use client";
import { useStore } from "zustand";
import { withHistory, withWater } from "@/core/stack/edit";
import { doseStepCm3 } from "@/core/readings/dose-steps";
import { HISTORIES, type History, type Standing } from "@/core/stack/setup";
import { formatVolume } from "@/core/units/units";
import { filledBy } from "@/core/water/filled-by";
import { useUnits } from "../../common/preferences";
import { NumberField } from "../../fields/number-field";
import { Choice } from "../../fields/choice";
import type { EditorProps } from "../part";
import { HISTORY_WORDS, STANDING_WORDS } from "../words";

/** How the water in there came to be; what holds it is drawn in the vessel. */
export function WaterEditor({ store }: EditorProps) {
  const water = useStore(store, (state) => state.setup.water);
  const history = useStore(store, (state) => state.setup.history);
  const system = useUnits();
  const offer = (label: string, next: Standing) =>
    store.offer(label, withWater(store.getState().committed, next), system);
  const dose = (by: number) => (): void => {
    const { committed } = store.getState();
    if (committed.water.by !== "volume") return;
    const problems = offer(by > 0 ? "Added water" : "Took water out", {
      by: "volume",
      storedCm3: committed.water.storedCm3 + by,
    });
    store.say(problems[0]?.message);
  };
  return (
    <>
      <Choice
        label="How the water came in"
        value={water.by}
        options={(Object.keys(STANDING_WORDS) as Standing["by"][]).map((by) => [by, STANDING_WORDS[by]])}
        onChoose={(by) => {
          const { committed } = store.getState();
          const problems = offer("How the water came in", filledBy(committed, by as Standing["by"], store.medium));
          store.say(problems[0]?.message);
        }}
      />
      <div className="mt-1 flex flex-wrap items-start gap-x-3 gap-y-1">
        {water.by === "level" && (
          <NumberField
            label="Free water level"
            value={water.levelCm}
            onOffer={(levelCm) => offer("Free water level", { ...water, levelCm })}
          />
        )}
        {water.by !== "soaking" && (
          <Choice
            label="How it got wet"
            value={history}
            options={HISTORIES.map((one) => [one, HISTORY_WORDS[one]])}
            onChoose={(next) => {
              const problems = store.offer(
                "How it got wet",
                withHistory(store.getState().committed, next as History),
                system,
              );
              store.say(problems[0]?.message);
            }}
          />
        )}
        {water.by === "volume" && (
          <>
            <NumberField
              label="Water in there, all told"
              quantity="volume"
              value={water.storedCm3}
              onOffer={(storedCm3) => offer("Water in the vessel", { by: "volume", storedCm3 })}
            />
            <span className="flex gap-1 self-end">
              <button type="button" className="press" onClick={dose(-doseStepCm3(water.storedCm3))}>
                − {formatVolume(doseStepCm3(water.storedCm3), system)}
              </button>
              <button type="button" className="press" onClick={dose(doseStepCm3(water.storedCm3))}>
                + {formatVolume(doseStepCm3(water.storedCm3), system)}
              </button>
            </span>
          </>
        )}
      </div>
    </>
  );
}
