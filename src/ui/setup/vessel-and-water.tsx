"use client";
import { useStore } from "zustand";
import { withHistory, withVessel, withWater } from "@/core/stack/edit";
import { DOSE_STEP_CM3 } from "@/core/readings/readings";
import {
  boundariesCm,
  HISTORIES,
  reservoirTopCm,
  type History,
  type Setup,
  type WaterHolding,
} from "@/core/stack/setup";
import { formatVolume } from "@/core/units/units";
import {
  dimensionCm,
  VESSEL_DIMENSIONS,
  VESSEL_MATERIALS,
  vesselAreaCm2,
  vesselVolumeCm3,
  type Vessel,
  type VesselMaterial,
} from "@/core/vessel/vessel";
import { hydrostaticStorageCm3 } from "@/core/water/equilibrium";
import { columnOf, type MediumLookup } from "@/core/water/settle";
import { useUnits } from "../common/preferences";
import { NumberField } from "../fields/number-field";
import type { SetupStore } from "./setup-store";
import { DemandField } from "./supply-panel";

export const WATER_WORDS: Record<WaterHolding["kind"], { readonly name: string; readonly about: string }> = {
  "free-water": {
    name: "Sealed, free water at a level",
    about: "A reservoir you keep filled: gravel bed, wicking trough, pot in standing water.",
  },
  drained: {
    name: "Drained at a height",
    about: "A hole at the base, or a raised outlet that keeps the bottom wet, as in a bog.",
  },
  dosed: {
    name: "Sealed, water by dose",
    about: "Nothing drains and you count the water in: jars, carboys, closed cases.",
  },
};

export const HISTORY_WORDS: Record<History, string> = {
  soaked: "soaked, then drained",
  moist: "wicked up from moist",
  dry: "wicked up from dry",
};

export const MATERIAL_WORDS: Record<VesselMaterial, string> = {
  unsaid: "not said",
  plastic: "plastic",
  glass: "glass",
  ceramic: "ceramic",
  stone: "stone",
  wood: "wood",
  metal: "metal",
};

/** How a vessel's sides carry over when its shape changes: to about the same area. */
export function reshaped(vessel: Vessel, shape: Vessel["shape"]): Vessel {
  const { insideDepthCm, material } = vessel;
  const side = (cm: number): number => Math.round(cm * 10) / 10;
  if (shape === vessel.shape) return vessel;
  return shape === "round"
    ? { shape, insideDiameterCm: side(2 * Math.sqrt(vesselAreaCm2(vessel) / Math.PI)), insideDepthCm, material }
    : {
        shape,
        insideLengthCm: side(Math.sqrt(vesselAreaCm2(vessel))),
        insideWidthCm: side(Math.sqrt(vesselAreaCm2(vessel))),
        insideDepthCm,
        material,
      };
}

/** Where a reservoir's overflow usually goes: level with the top of the lowest layer. [cm] */
const firstTopCm = (setup: Setup): number =>
  Math.min(boundariesCm(setup)[1] ?? setup.vessel.insideDepthCm / 4, setup.vessel.insideDepthCm);

/** The same stack with another way of holding water, starting near the state it was in. */
export function reheld(setup: Setup, kind: WaterHolding["kind"], medium: MediumLookup): WaterHolding {
  const { water, vessel } = setup;
  if (kind === water.kind) return water;
  const firstTop = firstTopCm(setup);
  const heightCm = water.kind === "free-water" ? water.levelCm : water.kind === "drained" ? water.outletCm : 0;
  switch (kind) {
    case "free-water":
      return {
        kind,
        levelCm: heightCm > 0 ? heightCm : Math.round(firstTop * 5) / 10,
        overflowCm: heightCm > firstTop ? null : firstTop,
      };
    case "drained":
      return { kind, outletCm: water.kind === "free-water" ? heightCm : 0 };
    case "dosed": {
      const column = columnOf(setup, medium);
      const storedCm3 = column.ok
        ? hydrostaticStorageCm3(column.value, Math.min(heightCm, column.value.heightCm))
        : vesselVolumeCm3(vessel, heightCm || 1);
      return { kind, storedCm3: Math.round(storedCm3) };
    }
    default:
      return kind satisfies never;
  }
}

export function VesselPanel({ store }: { store: SetupStore }) {
  const vessel = useStore(store, (state) => state.setup.vessel);
  const system = useUnits();
  const offer = (label: string, next: Vessel) =>
    store.offer(label, withVessel(store.getState().committed, next), system);
  return (
    <section aria-label="Vessel" className="border-t border-rule-strong pt-2">
      <h2 className="text-base">
        Vessel{" "}
        <span className="font-sans text-sm font-normal text-soft">
          {formatVolume(vesselVolumeCm3(vessel), system)} to the rim
        </span>
      </h2>
      <div className="mt-1 flex flex-wrap items-end gap-x-3 gap-y-1">
        <Choice
          label="Shape"
          value={vessel.shape}
          options={[
            ["round", "round"],
            ["rectangular", "rectangular"],
          ]}
          onChoose={(shape) =>
            offer("Shape of the vessel", reshaped(store.getState().committed.vessel, shape as Vessel["shape"]))
          }
        />
        <Choice
          label="Made of"
          value={vessel.material}
          options={VESSEL_MATERIALS.map((material) => [material, MATERIAL_WORDS[material]])}
          onChoose={(material) =>
            offer("Material of the vessel", {
              ...store.getState().committed.vessel,
              material: material as VesselMaterial,
            })
          }
        />
      </div>
      <div className="mt-1 flex flex-wrap items-start gap-x-3 gap-y-1">
        {VESSEL_DIMENSIONS[vessel.shape].map(([dimension, words]) => (
          <NumberField
            key={dimension}
            label={words.charAt(0).toUpperCase() + words.slice(1)}
            value={dimensionCm(vessel, dimension)}
            onOffer={(cm) =>
              offer(words.charAt(0).toUpperCase() + words.slice(1), {
                ...store.getState().committed.vessel,
                [dimension]: cm,
              } as Vessel)
            }
          />
        ))}
      </div>
    </section>
  );
}

export function WaterPanel({ store }: { store: SetupStore }) {
  const water = useStore(store, (state) => state.setup.water);
  const hasReservoir = useStore(store, (state) => reservoirTopCm(state.setup) !== undefined);
  const history = useStore(store, (state) => state.setup.history);
  const system = useUnits();
  const offer = (label: string, next: WaterHolding) =>
    store.offer(label, withWater(store.getState().committed, next), system);
  const dose = (by: number) => (): void => {
    const { committed } = store.getState();
    if (committed.water.kind !== "dosed") return;
    const problems = offer(by > 0 ? "Added water" : "Took water out", {
      kind: "dosed",
      storedCm3: committed.water.storedCm3 + by,
    });
    store.say(problems[0]?.message);
  };
  return (
    <section aria-label="Water" className="border-t border-rule-strong pt-2">
      <h2 className="text-base">Water</h2>
      <Choice
        label="How it holds water"
        value={water.kind}
        options={(Object.keys(WATER_WORDS) as WaterHolding["kind"][]).map((kind) => [kind, WATER_WORDS[kind].name])}
        onChoose={(kind) => {
          const { committed } = store.getState();
          const problems = offer("How it holds water", reheld(committed, kind as WaterHolding["kind"], store.medium));
          store.say(problems[0]?.message);
        }}
      />
      <div className="mt-1 flex flex-wrap items-start gap-x-3 gap-y-1">
        {water.kind === "free-water" && (
          <>
            <NumberField
              label="Free water level"
              value={water.levelCm}
              onOffer={(levelCm) => offer("Free water level", { ...water, levelCm })}
            />
            {water.overflowCm === null ? (
              <button
                type="button"
                className="press no-print self-end"
                onClick={() =>
                  offer("Overflow hole", {
                    ...water,
                    overflowCm: Math.max(water.levelCm, firstTopCm(store.getState().committed)),
                  })
                }
              >
                Add an overflow
              </button>
            ) : (
              <>
                <NumberField
                  label="Overflow hole"
                  value={water.overflowCm}
                  onOffer={(overflowCm) => offer("Overflow hole", { ...water, overflowCm })}
                />
                <button
                  type="button"
                  className="press no-print self-end"
                  onClick={() => offer("No overflow hole", { ...water, overflowCm: null })}
                >
                  No overflow
                </button>
              </>
            )}
          </>
        )}
        {water.kind === "drained" && (
          <NumberField
            label="Outlet"
            value={water.outletCm}
            onOffer={(outletCm) => offer("Outlet", { kind: "drained", outletCm })}
            describe="Height of the hole from the inside base; 0 is a hole in the bottom."
          />
        )}
        {water.kind !== "drained" && (
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
        {water.kind === "dosed" && (
          <>
            <NumberField
              label="Water in there, all told"
              quantity="volume"
              value={water.storedCm3}
              onOffer={(storedCm3) => offer("Water in the vessel", { kind: "dosed", storedCm3 })}
            />
            <span className="no-print flex gap-1 self-end">
              <button type="button" className="press" onClick={dose(-DOSE_STEP_CM3)}>
                − {formatVolume(DOSE_STEP_CM3, system)}
              </button>
              <button type="button" className="press" onClick={dose(DOSE_STEP_CM3)}>
                + {formatVolume(DOSE_STEP_CM3, system)}
              </button>
            </span>
          </>
        )}
      </div>
      {!hasReservoir && (
        <div className="mt-1">
          <DemandField store={store} />
        </div>
      )}
    </section>
  );
}

export function Choice({
  label,
  value,
  options,
  onChoose,
}: {
  label: string;
  value: string;
  options: readonly (readonly [value: string, words: string])[];
  onChoose: (value: string) => void;
}) {
  return (
    <label className="block text-sm text-soft">
      {label}
      <select
        className="field block text-base text-ink"
        value={value}
        onChange={(event) => onChoose(event.target.value)}
      >
        {options.map(([option, words]) => (
          <option key={option} value={option}>
            {words}
          </option>
        ))}
      </select>
    </label>
  );
}
