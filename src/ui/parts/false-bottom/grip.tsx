import { dragFillFrom } from "@/core/stack/edit";
import { headroomCm } from "@/core/stack/geometry";
import { yOf } from "../../drawing/geometry";
import { partKey } from "../../open-setup/part-key";
import { Grip } from "../../section/grip";
import { HeightHandle } from "../../section/height-handle";
import type { Hand } from "../sheet";

const KEY = partKey("false-bottom");

/** A false bottom, or the lower end of the feet, to take hold of. */
export function FalseBottomGrip({ store, setup, outline, geometry, system, heightAt }: Hand) {
  const { fillFromCm, layers } = setup;
  if (fillFromCm === 0) return null;
  const { left, right } = outline.wallsAt(fillFromCm);
  const y = yOf(geometry, fillFromCm);
  const label = layers[0]?.legs ? "Lower end of the feet" : "False bottom";
  return (
    <HeightHandle
      system={system}
      heightAt={heightAt}
      onCancel={store.cancelPreview}
      part={KEY}
      onChoose={store.choose}
      onTap={() => store.openPart(KEY)}
      label={label}
      valueCm={fillFromCm}
      leastCm={0}
      mostCm={Math.max(fillFromCm, fillFromCm + headroomCm(setup))}
      y={y}
      left={left}
      right={left + (right - left) * 0.3}
      onMove={(to) => store.preview(dragFillFrom(store.getState().committed, to))}
      onKeep={() => store.commitPreview(label)}
    >
      <Grip x={left + (right - left) * 0.15} y={y} />
    </HeightHandle>
  );
}
