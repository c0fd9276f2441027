"use client";
import { useStore } from "zustand";
import { withFillFrom } from "@/core/stack/edit";
import { useUnits } from "../../common/preferences";
import { NumberField } from "../../fields/number-field";
import type { EditorProps } from "../part";

/** Where the fill begins, or how far the feet reach down. */
export function FalseBottomEditor({ store }: EditorProps) {
  const system = useUnits();
  const fillFromCm = useStore(store, (state) => state.setup.fillFromCm);
  const hasFeet = useStore(store, (state) => (state.setup.layers[0]?.legs ?? null) !== null);
  return (
    <NumberField
      label={hasFeet ? "Feet end at" : "Fill begins at"}
      value={fillFromCm}
      onOffer={(cm) =>
        store.offer(
          hasFeet ? "Lower end of the feet" : "False bottom",
          withFillFrom(store.getState().committed, cm),
          system,
        )
      }
      describe={
        hasFeet
          ? "Over the base; the feet reach down to here."
          : "0 where it lies on the base; more is a false bottom on a screen, with room for water under it."
      }
    />
  );
}
