import { useStore } from "zustand";
import { dragLevel, withWater } from "@/core/stack/edit";
import { drainsAtCm } from "@/core/stack/geometry";
import { doseForLevelCm3 } from "@/core/water/settle";
import { yOf } from "../../drawing/geometry";
import { partKey } from "../../open-setup/part-key";
import { HeightHandle } from "../../section/height-handle";
import { SurfaceMark } from "../../section/water-marks";
import type { Hand } from "../sheet";

const KEY = partKey("water");

/** The free surface of a vessel that is filled to a level or by volume, to take hold of. */
export function WaterGrip({ store, setup, outline, geometry, system, heightAt }: Hand) {
  const { water, vessel } = setup;
  const onTap = (): void => store.openPart(KEY);
  const handles = { system, heightAt, onCancel: store.cancelPreview, part: KEY, onChoose: store.choose, onTap };
  const view = useStore(store, (state) => (state.view.ok ? state.view.value : undefined));
  const place = (levelCm: number) => {
    const { left, right } = outline.wallsAt(levelCm);
    const from = left + (right - left) * 0.64;
    return { y: yOf(geometry, levelCm), left: from, right: right - 10, x: Math.min(from + 22, right - 12) };
  };
  switch (water.by) {
    case "level": {
      const { x, ...at } = place(water.levelCm);
      return (
        <HeightHandle
          {...handles}
          {...at}
          label="Free water level"
          valueCm={water.levelCm}
          leastCm={0}
          mostCm={Math.min(drainsAtCm(setup) ?? vessel.insideDepthCm, vessel.insideDepthCm)}
          onMove={(to) => store.preview(dragLevel(store.getState().committed, to))}
          onKeep={() => store.commitPreview("Free water level")}
        >
          <SurfaceMark y={at.y} x={x} />
        </HeightHandle>
      );
    }
    case "soaking":
      return null;
    case "volume": {
      if (!view) return null;
      const level = Math.max(0, view.readings.waterTableCm);
      const { x, ...at } = place(level);
      return (
        <HeightHandle
          {...handles}
          {...at}
          label="Free water level of the dose"
          valueCm={level}
          leastCm={0}
          mostCm={vessel.insideDepthCm}
          valueText={view.readings.waterTableCm < 0 ? "none stands" : ""}
          onMove={(to) =>
            store.preview(
              withWater(store.getState().committed, {
                by: "volume",
                storedCm3: doseForLevelCm3(setup, view.settled.network, to),
              }),
            )
          }
          onKeep={() => store.commitPreview("Water in the vessel")}
        >
          <SurfaceMark y={at.y} x={x} />
        </HeightHandle>
      );
    }
    default:
      return water satisfies never;
  }
}
