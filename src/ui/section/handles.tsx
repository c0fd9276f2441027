import { memo } from "react";
import { useStore } from "zustand";
import { dragBoundary, dragWaterHeight, withWater } from "@/core/stack/edit";
import type { Setup } from "@/core/stack/setup";
import type { UnitSystem } from "@/core/units/units";
import { doseForLevelCm3 } from "@/core/water/settle";
import type { SetupStore } from "../setup/setup-store";
import { yOf as yOfHeight, type BoardGeometry } from "./geometry";
import { HeightHandle } from "./height-handle";
import { HoleMark, SurfaceMark } from "./water-marks";

/** What is taken hold of in the section. */

/** The top of a layer, to take hold of. */
export const BoundaryHandle = memo(function BoundaryHandle({
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
}: {
  store: SetupStore;
  geometry: BoardGeometry;
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
  const { left, right } = geometry.vessel;
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
      onFocus={() => store.select(layerId)}
    >
      <line x1={left} x2={right} y1={y} y2={y} stroke="var(--ink)" strokeWidth={1.6} pointerEvents="none" />
      <g transform={`translate(${gripX} ${y})`}>
        <rect x={-15} y={-5} width={30} height={10} rx={2} fill="var(--sheet)" stroke="var(--ink)" strokeWidth={1.2} />
        <path d="M-8 -1.5H8M-8 1.5H8" stroke="var(--ink)" strokeWidth={1} />
      </g>
    </HeightHandle>
  );
});

type HandleProps = Pick<React.ComponentProps<typeof HeightHandle>, "system" | "heightAt" | "onCancel">;

/** The free surface, the overflow or the outlet of a vessel, to take hold of. */
export function WaterHandles({
  store,
  setup,
  geometry,
  handles,
  yOf,
}: {
  store: SetupStore;
  setup: Setup;
  geometry: BoardGeometry;
  handles: HandleProps;
  yOf: (heightCm: number) => number;
}) {
  const {
    water,
    vessel: { insideDepthCm },
  } = setup;
  const view = useStore(store, (state) => (state.view.ok ? state.view.value : undefined));
  const wall = geometry.vessel.right;
  const keep = (label: string) => (): void => store.commitPreview(label);
  const handle = (
    what: "level" | "overflow" | "outlet",
    label: string,
    valueCm: number,
    mostCm: number,
    marker: React.ReactNode,
    left: number,
    right: number,
  ) => (
    <HeightHandle
      key={what}
      {...handles}
      label={label}
      valueCm={valueCm}
      leastCm={0}
      mostCm={mostCm}
      y={yOf(valueCm)}
      left={left}
      right={right}
      onMove={(to) => store.preview(dragWaterHeight(store.getState().committed, what, to))}
      onKeep={keep(label)}
    >
      {marker}
    </HeightHandle>
  );
  const surfaceLeft = geometry.vessel.left + (wall - geometry.vessel.left) * 0.64;
  switch (water.kind) {
    case "free-water":
      return (
        <>
          {handle(
            "level",
            "Free water level",
            water.levelCm,
            water.overflowCm ?? insideDepthCm,
            <SurfaceMark y={yOf(water.levelCm)} x={surfaceLeft + 22} />,
            surfaceLeft,
            wall - 10,
          )}
          {water.overflowCm !== null &&
            handle(
              "overflow",
              "Overflow hole",
              water.overflowCm,
              insideDepthCm,
              <HoleMark y={yOf(water.overflowCm)} x={wall} />,
              wall - 9,
              wall + 26,
            )}
        </>
      );
    case "drained":
      return handle(
        "outlet",
        "Outlet",
        water.outletCm,
        insideDepthCm,
        <HoleMark y={yOf(water.outletCm)} x={wall} />,
        wall - 24,
        wall + 26,
      );
    case "dosed": {
      if (!view) return null;
      const { column } = view.settled;
      const level = Math.max(0, view.readings.waterTableCm);
      return (
        <HeightHandle
          {...handles}
          label="Free water level of the dose"
          valueCm={level}
          leastCm={0}
          mostCm={insideDepthCm}
          y={yOf(level)}
          left={surfaceLeft}
          right={wall - 10}
          valueText={view.readings.waterTableCm < 0 ? "none stands" : ""}
          onMove={(to) =>
            store.preview(
              withWater(store.getState().committed, {
                kind: "dosed",
                storedCm3: doseForLevelCm3(setup, column, to),
              }),
            )
          }
          onKeep={keep("Water in the vessel")}
        >
          <SurfaceMark y={yOf(level)} x={surfaceLeft + 22} />
        </HeightHandle>
      );
    }
    default:
      return water satisfies never;
  }
}
