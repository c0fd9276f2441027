import { memo } from "react";
import { dragBoundary } from "@/core/stack/edit";
import { boundariesCm } from "@/core/stack/geometry";
import type { UnitSystem } from "@/core/units/units";
import { yOf as yOfHeight, type BoardGeometry } from "../../drawing/geometry";
import { layerName } from "../../open-setup/layer-changes";
import { partKey } from "../../open-setup/part-key";
import type { SetupStore } from "../../open-setup/setup-store";
import { isCrowded } from "../../section/board-shape";
import { Grip } from "../../section/grip";
import { HeightHandle } from "../../section/height-handle";
import type { Hand } from "../sheet";

/** The layer in which a height lies; at a boundary the lower one. */
const layerAt = (heightsCm: readonly number[], heightCm: number): number =>
  Math.max(0, heightsCm.findIndex((boundary) => heightCm <= boundary) - 1);

/** The tops of all layers. */
export function LayerGrips({ store, setup, geometry, outline, system, heightAt }: Hand) {
  const heights = boundariesCm(setup);
  return heights.slice(1).map((height, i) => {
    const lower = setup.layers[i]!;
    const top = i + 1 === setup.layers.length;
    return (
      <BoundaryGrip
        key={lower.id}
        store={store}
        geometry={geometry}
        system={system}
        heightAt={heightAt}
        index={i + 1}
        layerId={lower.id}
        isTop={top}
        name={layerName(lower, store)}
        heightCm={height}
        leastCm={heights[i]!}
        mostCm={top ? setup.vessel.insideDepthCm : heights[i + 2]!}
        crowded={isCrowded(heights, i + 1, geometry.pxPerCm)}
        {...outline.wallsAt(height)}
      />
    );
  });
}

/** The top of a layer, to take hold of. */
const BoundaryGrip = memo(function BoundaryGrip({
  store,
  geometry,
  system,
  heightAt,
  index,
  layerId,
  isTop,
  name,
  heightCm,
  leastCm,
  mostCm,
  crowded,
  left,
  right,
}: {
  store: SetupStore;
  geometry: BoardGeometry;
  /** The walls at its height. */
  left: number;
  right: number;
  system: UnitSystem;
  heightAt: (clientY: number) => number;
  /** Which boundary, counted from the bottom; 1 is the top of the lowest layer. */
  index: number;
  layerId: string;
  isTop: boolean;
  name: string;
  heightCm: number;
  leastCm: number;
  mostCm: number;
  /** Whether the next boundary is so near that a thumb would take hold of both: they lie side by side then. */
  crowded: boolean;
}) {
  const y = yOfHeight(geometry, heightCm);
  const reach = (right - left) * 0.62;
  const [from, to] = !crowded ? [0, reach] : index % 2 === 1 ? [0, reach / 2] : [reach / 2, reach];
  const gripX = crowded ? left + (from + to) / 2 : left + (right - left) / 2;
  return (
    <HeightHandle
      system={system}
      heightAt={heightAt}
      onCancel={store.cancelPreview}
      label={isTop ? `Top of the stack, on ${name}` : `Top of ${name}`}
      valueCm={heightCm}
      leastCm={leastCm}
      mostCm={mostCm}
      y={y}
      left={left + from}
      right={left + to}
      onMove={(heightCm) => store.preview(dragBoundary(store.getState().committed, index, heightCm))}
      onKeep={() => store.commitPreview(isTop ? "Top of the stack" : `Top of ${name}`)}
      part={partKey("layer", layerId)}
      onChoose={store.choose}
      onTap={(heightCm) => {
        const { setup } = store.getState();
        const tapped = setup.layers[layerAt(boundariesCm(setup), heightCm)];
        if (tapped) store.openPart(partKey("layer", tapped.id));
      }}
    >
      <line x1={left} x2={right} y1={y} y2={y} stroke="var(--ink)" strokeWidth={1.6} pointerEvents="none" />
      <Grip x={gripX} y={y} />
    </HeightHandle>
  );
});
