"use client";
import { useStore } from "zustand";
import { withPlanting } from "@/core/stack/edit";
import { USUAL_PLANTING, type Planting } from "@/core/stack/setup";
import type { Problem } from "@/core/units/problem";
import { useUnits } from "../../common/preferences";
import { NumberField } from "../../fields/number-field";
import type { EditorProps } from "../part";

/** How a plant is put in, as far as the design is checked against it. */
export function PlantingEditor({ store }: EditorProps) {
  const planting = useStore(store, (state) => state.setup.planting) ?? USUAL_PLANTING;
  const system = useUnits();
  const plant = (label: string, change: Partial<Planting>): readonly Problem[] => {
    const { committed } = store.getState();
    return store.offer(
      label,
      withPlanting(committed, { ...(committed.planting ?? USUAL_PLANTING), ...change }),
      system,
    );
  };
  return (
    <div className="flex flex-wrap items-end gap-x-3 gap-y-1">
      <NumberField
        label="Crown over the soil"
        value={planting.crownOverSoilCm}
        onOffer={(crownOverSoilCm) => plant("Crown over the soil", { crownOverSoilCm })}
      />
      <NumberField
        label="Root ball, deep"
        value={planting.ballDepthCm}
        onOffer={(ballDepthCm) => plant("Depth of the root ball", { ballDepthCm })}
      />
      <NumberField
        label="Root ball, across"
        value={planting.ballAcrossCm}
        onOffer={(ballAcrossCm) => plant("Width of the root ball", { ballAcrossCm })}
      />
    </div>
  );
}
