import { memo } from "react";
import { useStore } from "zustand";
import { dragBoundary, dragFillFrom, dragFixture, dragLevel, withWater } from "@/core/stack/edit";
import type { Fixture } from "@/core/stack/fixtures";
import { type Setup } from "@/core/stack/setup";
import { gripOf } from "@/core/stack/grips";
import { drainsAtCm, headroomCm } from "@/core/stack/geometry";
import { formatLength, type UnitSystem } from "@/core/units/units";
import { doseForLevelCm3 } from "@/core/water/settle";
import { fixtureName } from "../open-setup/fixture-words";
import type { SetupStore } from "../open-setup/setup-store";
import { traySpan } from "@/core/drawing/pen";
import { boardSpan, yOf as yOfHeight, type BoardGeometry, type Span } from "../drawing/geometry";
import { HeightHandle } from "./height-handle";
import type { Outline } from "@/core/drawing/outline";
import { SurfaceMark } from "./water-marks";

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
      onFocus={() => store.select(layerId)}
    >
      <line x1={left} x2={right} y1={y} y2={y} stroke="var(--ink)" strokeWidth={1.6} pointerEvents="none" />
      <Grip x={gripX} y={y} />
    </HeightHandle>
  );
});

/** What shows that a line can be taken hold of. */
const Grip = ({ x, y }: { x: number; y: number }) => (
  <g transform={`translate(${x} ${y})`}>
    <rect x={-15} y={-5} width={30} height={10} rx={2} fill="var(--sheet)" stroke="var(--ink)" strokeWidth={1.2} />
    <path d="M-8 -1.5H8M-8 1.5H8" stroke="var(--ink)" strokeWidth={1} />
  </g>
);

type HandleProps = Pick<React.ComponentProps<typeof HeightHandle>, "system" | "heightAt" | "onCancel">;

/** The free surface of a vessel that is filled to a level or by volume, to take hold of. */
export function SurfaceHandle({
  store,
  setup,
  outline,
  handles,
  yOf,
}: {
  store: SetupStore;
  setup: Setup;
  outline: Outline;
  handles: HandleProps;
  yOf: (heightCm: number) => number;
}) {
  const { water, vessel } = setup;
  const view = useStore(store, (state) => (state.view.ok ? state.view.value : undefined));
  const place = (levelCm: number) => {
    const { left, right } = outline.wallsAt(levelCm);
    const from = left + (right - left) * 0.64;
    return { y: yOf(levelCm), left: from, right: right - 10, x: Math.min(from + 22, right - 12) };
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

/** Reach of a handle around the middle of what it moves. [px] */
const REACH_PX = 14;

/** Where across a fixture is taken hold of, between the walls at its height. */
function holdX(fixture: Fixture, walls: Span, outline: Outline, geometry: BoardGeometry): number {
  switch (fixture.kind) {
    case "hole":
      return fixture.acrossShare < 0.5 ? walls.left : walls.right;
    case "tray":
      return traySpan({ outline, within: boardSpan(geometry) }, fixture.insideLengthCm).right;
    case "dressing":
      // beside the grip of the stack's top
      return walls.left + (walls.right - walls.left) * 0.78;
    case "fill-tube":
    case "standpipe":
    case "tell-tale":
      return outline.standingX(fixture.acrossShare, outline.across(fixture.diameterCm));
    case "feed-strip":
      return walls.left + (walls.right - walls.left) * fixture.acrossShare;
    case "liner":
    case "front":
    case "drain-screen":
    case "lid":
      return walls.right;
    default:
      return fixture satisfies never;
  }
}

/** A fixture that has a height or a place across, to take hold of. */
export function FixtureHandle({
  store,
  setup,
  fixture,
  outline,
  geometry,
  handles,
  yOf,
  shareAt,
}: {
  store: SetupStore;
  setup: Setup;
  fixture: Fixture;
  outline: Outline;
  geometry: BoardGeometry;
  handles: HandleProps;
  yOf: (heightCm: number) => number;
  shareAt: (clientX: number) => number;
}) {
  const grip = gripOf(setup, fixture);
  const hasPlace = "acrossShare" in fixture && !(fixture.kind === "hole" && fixture.in === "base");
  if (!grip && !hasPlace) return null;
  const label = fixtureName(setup, fixture);
  const heightCm = grip
    ? grip.fromCm + (fixture as unknown as Record<typeof grip.key, number>)[grip.key]
    : Math.min(geometry.shownTopCm, setup.vessel.insideDepthCm);
  const walls = outline.wallsAt(heightCm);
  const x = holdX(fixture, walls, outline, geometry);
  const y = grip ? yOf(heightCm) : geometry.rimY + 14;
  const move = (to: { heightCm?: number; acrossShare?: number }): void =>
    store.preview(dragFixture(store.getState().setup, fixture.id, to));
  return (
    <HeightHandle
      {...handles}
      label={label}
      valueCm={heightCm}
      leastCm={grip?.leastCm ?? 0}
      mostCm={grip?.mostCm ?? setup.vessel.insideDepthCm}
      valueText={
        hasPlace
          ? `${Math.round(100 * fixture.acrossShare)} % of the way across`
          : fixture.kind === "tray"
            ? `${formatLength(fixture.insideDepthCm, handles.system)} deep`
            : fixture.kind === "dressing"
              ? `${formatLength(fixture.thicknessCm, handles.system)} thick`
              : ""
      }
      y={y}
      left={x - (fixture.kind === "hole" && fixture.acrossShare < 0.5 ? REACH_PX + 12 : REACH_PX)}
      right={x + (fixture.kind === "hole" && fixture.acrossShare >= 0.5 ? REACH_PX + 12 : REACH_PX)}
      onMove={(to) => grip && move({ heightCm: to })}
      onKeep={() => store.commitPreview(label)}
      across={
        hasPlace ? { share: fixture.acrossShare, shareAt, onMove: (acrossShare) => move({ acrossShare }) } : undefined
      }
    >
      {fixture.kind !== "hole" && (
        <rect
          x={x - 7}
          y={y - 4}
          width={14}
          height={8}
          rx={2}
          fill="var(--sheet)"
          stroke="var(--ink)"
          strokeWidth={1.2}
          pointerEvents="none"
        />
      )}
    </HeightHandle>
  );
}

/** A false bottom, or the lower end of the feet, to take hold of. */
export function FillFromHandle({
  store,
  setup,
  outline,
  handles,
  yOf,
}: {
  store: SetupStore;
  setup: Setup;
  outline: Outline;
  handles: HandleProps;
  yOf: (heightCm: number) => number;
}) {
  const { fillFromCm, layers } = setup;
  if (fillFromCm === 0) return null;
  const { left, right } = outline.wallsAt(fillFromCm);
  const y = yOf(fillFromCm);
  const label = layers[0]?.legs ? "Lower end of the feet" : "False bottom";
  return (
    <HeightHandle
      {...handles}
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
