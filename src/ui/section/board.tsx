"use client";
import { memo, useCallback, useLayoutEffect, useMemo, useRef, useState } from "react";
import { useStore } from "zustand";
import { dragBoundary, dragWaterHeight, withWater } from "@/core/stack/edit";
import { boundariesCm, type Setup } from "@/core/stack/setup";
import { formatLength, formatPercent, lengthUnitName, type UnitSystem } from "@/core/units/units";
import { sectionWidthCm, vesselAreaCm2, type Vessel } from "@/core/vessel/vessel";
import { readAt } from "@/core/water/profile";
import { doseForLevelCm3 } from "@/core/water/settle";
import { topOfZones, type Readings } from "@/core/readings/readings";
import type { Result } from "@/core/units/problem";
import { historyOf } from "@/core/water/branch";
import type { Supply } from "@/core/water/supply";
import { heldView, shownView, type SetupStore, type View } from "../setup/setup-store";
import { useUnits } from "../common/preferences";
import {
  boardGeometry,
  heightAt as heightAtY,
  rulerTicks,
  spreadLabels,
  yOf as yOfHeight,
  type BoardGeometry,
  type Span,
} from "./geometry";
import { HeightHandle } from "./height-handle";
import { GrainPatterns } from "./patterns";
import { GhostCurve, ProfilePlot } from "./profile-plot";
import { Strata } from "./strata";
import { SupplyPlot } from "./supply-plot";

const PREFIX = "board";
const LABEL_GAP_PX = 15;

/** The cut through the vessel and the water and air beside it, on one height axis: what a grower looks at and takes hold of. */
export function Board({ store }: { store: SetupStore }) {
  const setup = useStore(store, (state) => state.setup);
  const view = useStore(store, shownView);
  const lastView = useStore(store, (state) => state.lastView);
  const held = useStore(store, heldView);
  const running = useStore(store, (state) => state.run?.kind === "ready");
  const supply = useStore(store, (state) => (state.supply?.result.ok ? state.supply : undefined));
  const beside = useStore(store, (state) => state.beside);
  const selectedId = useStore(store, (state) => state.selectedId);
  const system = useUnits();
  const frame = useRef<HTMLDivElement>(null);
  const svg = useRef<SVGSVGElement>(null);
  const [size, setSize] = useState({ width: 660, height: 600 });
  const [readingHeightCm, setReadingHeightCm] = useState<number | undefined>();

  useLayoutEffect(() => {
    const element = frame.current!;
    const measure = (): void =>
      setSize({ width: Math.max(300, element.clientWidth), height: Math.max(300, element.clientHeight) });
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    return () => observer.disconnect();
  }, []);

  // the scale follows what is kept, not what is being dragged: it must not change under the hand
  const committed = useStore(store, (state) => state.committed);
  const heldSetup = held?.setup;
  const geometry = useMemo(
    () =>
      boardGeometry(
        committed.vessel,
        Math.max(highestOf(committed), heldSetup ? highestOf(heldSetup) : 0),
        size.width,
        size.height,
        heldSetup?.vessel,
      ),
    [committed, heldSetup, size],
  );
  const yOf = (heightCm: number): number => yOfHeight(geometry, heightCm);
  const heightAt = useCallback(
    (clientY: number): number => heightAtY(geometry, clientY - svg.current!.getBoundingClientRect().top),
    [geometry],
  );

  const heights = boundariesCm(setup);
  const readings = view?.readings;
  const profile = readings?.profile;
  const width = geometry.vessel.right - geometry.vessel.left;
  const waterTableCm = readings?.waterTableCm ?? waterHeightOf(setup);

  // the supply stands in the profile's place, if this vessel has one to show
  const drawnSupply = beside === "supply" && !running ? supply : undefined;
  const mark = supply && markOf(supply.setup, supply.result);

  const handles = { system, heightAt, onCancel: store.cancelPreview };

  return (
    <div ref={frame} className="relative h-full min-h-[20rem] w-full select-none [contain:strict] print:h-[13cm]">
      <svg
        ref={svg}
        width={size.width}
        height={size.height}
        className="absolute inset-0 block"
        role="group"
        aria-label="Section and water profile, to scale"
        onPointerDown={() => setReadingHeightCm(undefined)}
        onPointerMove={(event) => {
          // a second drawing a frame, for a line nobody reads while dragging
          if (event.buttons !== 0) return;
          const height = heightAt(event.clientY);
          setReadingHeightCm(height >= 0 && height <= (heights.at(-1) ?? 0) ? height : undefined);
        }}
        onPointerLeave={() => setReadingHeightCm(undefined)}
      >
        <defs>
          <GrainPatterns prefix={PREFIX} scale={Math.min(1.5, Math.max(0.7, geometry.pxPerCm / 14))} />
        </defs>
        <Ruler geometry={geometry} depthCm={geometry.shownTopCm} system={system} />

        {setup.layers.length === 0 && (
          <text
            x={(geometry.vessel.left + geometry.vessel.right) / 2}
            y={yOf(setup.vessel.insideDepthCm / 2)}
            textAnchor="middle"
            className="fill-soft text-[13px]"
          >
            no layers yet
          </text>
        )}
        {setup.layers.length === 0 && waterTableCm !== undefined && waterTableCm > 0 && (
          <rect
            x={geometry.vessel.left}
            y={yOf(waterTableCm)}
            width={width}
            height={waterTableCm * geometry.pxPerCm}
            fill="var(--water)"
            fillOpacity={0.55}
          />
        )}
        <Strata
          setup={setup}
          medium={store.medium}
          profile={profile}
          waterTableCm={waterTableCm}
          left={geometry.vessel.left}
          width={width}
          yOf={yOf}
          prefix={PREFIX}
        >
          {(index, top, height) => {
            const layer = setup.layers[index]!;
            return (
              <g onPointerDown={() => store.select(layer.id)} className="cursor-pointer">
                <rect x={geometry.vessel.left} y={top} width={width} height={height} fill="transparent" />
                {layer.rooted && (
                  <rect
                    x={geometry.vessel.right - 7}
                    y={top + 1.5}
                    width={5}
                    height={Math.max(0, height - 3)}
                    fill="var(--life)"
                    rx={1}
                  />
                )}
                {layer.id === selectedId && (
                  <rect
                    x={geometry.vessel.left + 1}
                    y={top + 1}
                    width={width - 2}
                    height={Math.max(0, height - 2)}
                    fill="none"
                    stroke="var(--ink)"
                    strokeWidth={2}
                  />
                )}
                {height >= 17 && (
                  <text
                    x={geometry.vessel.left + 8}
                    y={top + Math.min(height / 2 + 4.5, 17)}
                    className="fill-ink text-[13px] font-semibold"
                    stroke="var(--sheet)"
                    strokeWidth={3.5}
                    strokeLinejoin="round"
                    paintOrder="stroke"
                  >
                    {shortened(layer.name || (store.medium(layer.mediumId)?.name ?? "unknown medium"), width - 24)}
                  </text>
                )}
              </g>
            );
          }}
        </Strata>
        <VesselWalls vessel={setup.vessel} geometry={geometry} span={geometry.vessel} system={system} />
        {held && geometry.held && (
          <HeldSection
            held={held}
            medium={store.medium}
            geometry={geometry}
            span={geometry.held}
            yOf={yOf}
            system={system}
          />
        )}
        {waterTableCm !== undefined && waterTableCm >= 0 && <FreeSurface y={yOf(waterTableCm)} geometry={geometry} />}

        {drawnSupply?.result.ok && (
          <SupplyPlot
            supply={drawnSupply.result.value}
            stale={drawnSupply.setup !== setup}
            setup={drawnSupply.setup}
            geometry={geometry}
            system={system}
          />
        )}
        {readings && profile && (
          <>
            {!drawnSupply && (
              <ProfilePlot
                profile={profile}
                porosities={readings.layers.map(({ medium }) => medium.hydraulics.thetaS)}
                span={geometry.profile}
                yOf={yOf}
              />
            )}
            {!drawnSupply && held && (
              <GhostCurve
                profile={held.readings.profile}
                porosities={held.readings.layers.map(({ medium }) => medium.hydraulics.thetaS)}
                span={geometry.profile}
                yOf={yOf}
              />
            )}
            <ZoneMarks
              readings={readings}
              geometry={geometry}
              system={system}
              setup={setup}
              markCm={running ? undefined : mark}
              running={running}
            />
            {!drawnSupply && (
              <SelectedBand
                setup={setup}
                selectedId={selectedId}
                heights={heights}
                geometry={geometry}
                onSelect={store.select}
              />
            )}
          </>
        )}
        {!drawnSupply && (
          <ProfileAxis geometry={geometry} empty={!readings} stale={!readings && lastView !== undefined} />
        )}
        {mark !== undefined && !running && (
          <path
            d={`M${geometry.vessel.left} ${yOf(mark)}H${geometry.vessel.right + 5}`}
            stroke="var(--ink)"
            strokeWidth={1.4}
            strokeDasharray="7 3 2 3"
            pointerEvents="none"
          />
        )}

        {!running &&
          heights.slice(1).map((height, i) => {
            const lower = setup.layers[i]!;
            const top = i + 1 === setup.layers.length;
            return (
              <BoundaryHandle
                key={`boundary-${lower.id}`}
                store={store}
                geometry={geometry}
                system={system}
                heightAt={heightAt}
                index={i + 1}
                layerId={lower.id}
                isTop={top}
                name={lower.name || (store.medium(lower.mediumId)?.name ?? "layer")}
                heightCm={height}
                leastCm={heights[i]!}
                mostCm={top ? setup.vessel.insideDepthCm : heights[i + 2]!}
              />
            );
          })}
        {!running && <WaterHandles store={store} setup={setup} geometry={geometry} handles={handles} yOf={yOf} />}
        {profile && !drawnSupply && readingHeightCm !== undefined && (
          <ReadingLine heightCm={readingHeightCm} geometry={geometry} readings={readings!} system={system} />
        )}
        {profile && !drawnSupply && (
          <HeightHandle
            {...handles}
            label="Read water and air at a height"
            valueCm={readingHeightCm ?? heights.at(-1)! / 2}
            leastCm={0}
            mostCm={heights.at(-1)!}
            valueText={readingText(readings!, readingHeightCm ?? heights.at(-1)! / 2)}
            y={yOf(readingHeightCm ?? heights.at(-1)! / 2)}
            left={geometry.profile.right - 4}
            right={geometry.profile.right + 14}
            onMove={(to) => setReadingHeightCm(Math.min(Math.max(to, 0), heights.at(-1)!))}
            onKeep={() => undefined}
            onFocus={() => setReadingHeightCm((now) => now ?? heights.at(-1)! / 2)}
          >
            <path
              d={`M${geometry.profile.right + 2} ${yOf(readingHeightCm ?? heights.at(-1)! / 2)}l9 -5v10Z`}
              fill="var(--ink)"
            />
          </HeightHandle>
        )}
      </svg>
    </div>
  );
}

/** The top of a layer, to take hold of. */
const BoundaryHandle = memo(function BoundaryHandle({
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
}) {
  const { left, right } = geometry.vessel;
  const y = yOfHeight(geometry, heightCm);
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
      left={left}
      right={left + (right - left) * 0.62}
      onMove={(to) => store.preview(dragBoundary(store.getState().committed, index, to))}
      onKeep={() => store.commitPreview(isTop ? "Top of the stack" : `Top of ${name}`)}
      onFocus={() => store.select(layerId)}
    >
      <line x1={left} x2={right} y1={y} y2={y} stroke="var(--ink)" strokeWidth={1.6} pointerEvents="none" />
      <g transform={`translate(${left + (right - left) / 2} ${y})`}>
        <rect x={-15} y={-5} width={30} height={10} rx={2} fill="var(--sheet)" stroke="var(--ink)" strokeWidth={1.2} />
        <path d="M-8 -1.5H8M-8 1.5H8" stroke="var(--ink)" strokeWidth={1} />
      </g>
    </HeightHandle>
  );
});

/** The highest thing in a vessel. [cm] */
const highestOf = (setup: Setup): number =>
  Math.max(
    boundariesCm(setup).at(-1)!,
    waterHeightOf(setup) ?? 0,
    setup.water.kind === "free-water" ? (setup.water.overflowCm ?? 0) : 0,
    setup.layers.length === 0 ? setup.vessel.insideDepthCm : 0,
  );

/** The water height a setup states by itself, for when the stack cannot be computed. */
function waterHeightOf({ water, vessel, layers }: Setup): number | undefined {
  switch (water.kind) {
    case "free-water":
      return water.levelCm;
    case "drained":
      return water.outletCm;
    case "dosed":
      return layers.length === 0 ? water.storedCm3 / vesselAreaCm2(vessel) : undefined;
    default:
      return water satisfies never;
  }
}

type HandleProps = Pick<React.ComponentProps<typeof HeightHandle>, "system" | "heightAt" | "onCancel">;

function WaterHandles({
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

/** The water-table triangle of engineering drawings. */
function SurfaceMark({ x, y }: { x: number; y: number }) {
  return (
    <g pointerEvents="none">
      <path
        d={`M${x - 9} ${y - 15}h18l-9 14Z`}
        fill="var(--sheet)"
        stroke="var(--water)"
        strokeWidth={2}
        strokeLinejoin="round"
      />
      <path d={`M${x - 6} ${y + 4}h12M${x - 3} ${y + 7.5}h6`} stroke="var(--water)" strokeWidth={1.6} />
    </g>
  );
}

/** A hole through the wall, with the way the water takes. */
function HoleMark({ x, y }: { x: number; y: number }) {
  return (
    <g>
      <rect x={x - 3} y={y - 5} width={10} height={10} fill="var(--paper)" />
      <path d={`M${x - 4} ${y - 5}h13M${x - 4} ${y + 5}h9`} stroke="var(--ink)" strokeWidth={1.6} fill="none" />
      <path
        d={`M${x + 2} ${y}h7q6 0 6 7v6m-3.5 -4l3.5 4l3.5 -4`}
        stroke="var(--water)"
        strokeWidth={1.8}
        fill="none"
        strokeLinecap="round"
        strokeLinejoin="round"
      />
    </g>
  );
}

function FreeSurface({ y, geometry }: { y: number; geometry: BoardGeometry }) {
  return (
    <line
      x1={geometry.vessel.left}
      x2={geometry.vessel.right}
      y1={y}
      y2={y}
      stroke="var(--water)"
      strokeWidth={2.4}
      pointerEvents="none"
    />
  );
}

/** A state held, drawn beside the present one at the same heights. */
const HeldSection = memo(function HeldSection({
  held,
  medium,
  geometry,
  span,
  yOf,
  system,
}: {
  held: View;
  medium: SetupStore["medium"];
  geometry: BoardGeometry;
  span: Span;
  yOf: (heightCm: number) => number;
  system: UnitSystem;
}) {
  const { setup, readings } = held;
  const width = span.right - span.left;
  const wet = topOfZones(readings.waterlogged);
  return (
    <g pointerEvents="none" aria-hidden>
      <Strata
        setup={setup}
        medium={medium}
        profile={readings.profile}
        waterTableCm={readings.waterTableCm}
        left={span.left}
        width={width}
        yOf={yOf}
        prefix={PREFIX}
        idPrefix="held"
      >
        {(index, top, height) => {
          const layer = setup.layers[index]!;
          return (
            height >= 17 && (
              <text
                x={span.left + 6}
                y={top + Math.min(height / 2 + 4.5, 17)}
                className="fill-ink text-[12.5px]"
                stroke="var(--sheet)"
                strokeWidth={3.5}
                strokeLinejoin="round"
                paintOrder="stroke"
              >
                {shortened(layer.name || (medium(layer.mediumId)?.name ?? "unknown medium"), width - 16)}
              </text>
            )
          );
        }}
      </Strata>
      <VesselWalls vessel={setup.vessel} geometry={geometry} span={span} system={system} captioned={false} />
      {readings.waterTableCm >= 0 && (
        <line
          x1={span.left}
          x2={span.right}
          y1={yOf(readings.waterTableCm)}
          y2={yOf(readings.waterTableCm)}
          stroke="var(--water)"
          strokeWidth={2.4}
        />
      )}
      {wet > 0 && (
        <path d={`M${span.right + 4} ${yOf(0)}h4V${yOf(wet)}h-4`} fill="none" stroke="var(--water)" strokeWidth={1.6} />
      )}
      <text x={span.left + width / 2} y={geometry.rimY - 12} textAnchor="middle" className="fill-soft text-[13px]">
        held
      </text>
      <text
        x={(geometry.vessel.left + geometry.vessel.right) / 2}
        y={geometry.rimY - 12}
        textAnchor="middle"
        className="fill-ink text-[13px] font-semibold"
      >
        now
      </text>
    </g>
  );
});

/** The height of the refill mark on the branch of a setup's history. */
function markOf(setup: Setup, result: Result<Supply>): number | undefined {
  if (!result.ok) return undefined;
  const { mark } = historyOf(setup) === "soaked" ? result.value.soaked : result.value.wicked;
  return mark.kind === "mark" ? mark.levelCm : undefined;
}

const VesselWalls = memo(function VesselWalls({
  vessel,
  geometry,
  span,
  system,
  captioned = true,
}: {
  vessel: Vessel;
  geometry: BoardGeometry;
  span: Span;
  system: UnitSystem;
  captioned?: boolean;
}) {
  const { left, right } = span;
  const { baseY, rimY, broken } = geometry;
  const middle = left + (right - left) * 0.8;
  return (
    <g fill="none" pointerEvents="none">
      <path
        d={`M${left - 2.5} ${rimY}V${baseY + 2.5}H${right + 2.5}V${rimY}`}
        stroke="var(--ink)"
        strokeWidth={5}
        strokeLinejoin="miter"
      />
      {geometry.shownTopCm < vessel.insideDepthCm && (
        <>
          {[left - 2.5, right + 2.5].map((x) => (
            <path
              key={x}
              d={`M${x - 7} ${rimY + 13}l14 -6M${x - 7} ${rimY + 20}l14 -6`}
              stroke="var(--ink)"
              strokeWidth={1.4}
            />
          ))}
          <text x={(left + right) / 2} y={rimY + 16} textAnchor="middle" className="fill-soft text-[12.5px]">
            rim at {formatLength(vessel.insideDepthCm, system)}
          </text>
        </>
      )}
      {broken && (
        <>
          <path d={breakLine(middle, rimY - 8, baseY + 9, 6)} fill="var(--paper)" stroke="none" />
          <path d={zigzag(middle - 4, rimY - 8, baseY + 9)} stroke="var(--ink)" strokeWidth={1.2} />
          <path d={zigzag(middle + 4, rimY - 8, baseY + 9)} stroke="var(--ink)" strokeWidth={1.2} />
        </>
      )}
      <text
        x={(left + right) / 2}
        y={baseY + 22}
        textAnchor="middle"
        className={`fill-soft text-[12.5px] ${captioned ? "" : "hidden"}`}
      >
        {vessel.shape === "round" ? "⌀ " : ""}
        {formatLength(sectionWidthCm(vessel), system)} wide inside{broken ? ", cut short" : ""}
      </text>
    </g>
  );
});

const zigzag = (x: number, top: number, bottom: number): string => {
  const middle = (top + bottom) / 2;
  return `M${x} ${top}V${middle - 12}l-5 8l10 8l-5 8V${bottom}`;
};
const breakLine = (x: number, top: number, bottom: number, half: number): string => {
  const middle = (top + bottom) / 2;
  return `M${x - half + 2} ${top}V${middle - 12}l-5 8l10 8l-5 8V${bottom}H${x + half - 2}V${middle + 12}l5 -8l-10 -8l5 -8V${top}Z`;
};

const Ruler = memo(function Ruler({
  geometry,
  depthCm,
  system,
}: {
  geometry: BoardGeometry;
  depthCm: number;
  system: UnitSystem;
}) {
  const x = geometry.ruler.right;
  return (
    <g pointerEvents="none">
      <text x={x - 4} y={geometry.rimY - 12} textAnchor="end" className="fill-soft text-[12.5px]">
        {lengthUnitName(system)}
      </text>
      <line x1={x} x2={x} y1={geometry.rimY} y2={geometry.baseY} stroke="var(--rule-strong)" />
      {rulerTicks(depthCm, geometry.pxPerCm, system).map(({ heightCm, label }) => {
        const y = yOfHeight(geometry, heightCm);
        return (
          <g key={heightCm}>
            <line x1={x - (label ? 8 : 4)} x2={x} y1={y} y2={y} stroke="var(--rule-strong)" />
            {label && (
              <text x={x - 11} y={y + 4} textAnchor="end" className="fill-ink text-[12.5px]">
                {label}
              </text>
            )}
          </g>
        );
      })}
    </g>
  );
});

/** What the heights mean, in the gutter between section and profile, with leaders to both. */
function ZoneMarks({
  readings,
  geometry,
  system,
  setup,
  markCm,
  running,
}: {
  readings: Readings;
  geometry: BoardGeometry;
  system: UnitSystem;
  setup: Setup;
  markCm: number | undefined;
  running: boolean;
}) {
  const cm = (height: number): string => formatLength(height, system);
  const wet = topOfZones(readings.waterlogged);
  const tight = topOfZones(readings.tight);
  const { water } = setup;
  const narrow = geometry.labels.right - geometry.labels.left < 150;
  const marks = [
    ...(readings.heightCm > 0
      ? [
          {
            heightCm: readings.heightCm,
            text: narrow ? `top ${cm(readings.heightCm)}` : `surface ${cm(readings.heightCm)}`,
            tone: "ink" as const,
          },
        ]
      : []),
    ...(tight > wet + 0.05 && tight < readings.heightCm - 0.05
      ? [{ heightCm: tight, text: narrow ? `tight ${cm(tight)}` : `tight to ${cm(tight)}`, tone: "water" as const }]
      : []),
    ...(wet > 0
      ? [{ heightCm: wet, text: narrow ? `wet ${cm(wet)}` : `waterlogged to ${cm(wet)}`, tone: "water" as const }]
      : []),
    ...(markCm !== undefined
      ? [{ heightCm: markCm, text: narrow ? `refill ${cm(markCm)}` : `refill at ${cm(markCm)}`, tone: "ink" as const }]
      : []),
    ...(readings.waterTableCm > 0 && (running || water.kind !== "drained")
      ? [
          {
            heightCm: readings.waterTableCm,
            text: narrow ? `water ${cm(readings.waterTableCm)}` : `free water ${cm(readings.waterTableCm)}`,
            tone: "water" as const,
          },
        ]
      : []),
    ...(water.kind === "free-water" && water.overflowCm !== null
      ? [{ heightCm: water.overflowCm, text: `overflow ${cm(water.overflowCm)}`, tone: "ink" as const }]
      : []),
    ...(water.kind === "drained"
      ? [{ heightCm: water.outletCm, text: `outlet ${cm(water.outletCm)}`, tone: "ink" as const }]
      : []),
  ];
  const ys = marks.map(({ heightCm }) => yOfHeight(geometry, heightCm));
  const placed = spreadLabels(
    ys.map((y) => y + 4),
    LABEL_GAP_PX,
    geometry.rimY - 4,
    geometry.baseY + 4,
  );
  return (
    <g pointerEvents="none">
      {readings.waterlogged.map(({ fromCm, toCm }) => (
        <path
          key={fromCm}
          d={`M${geometry.profile.left - 3} ${yOfHeight(geometry, fromCm)}h-4V${yOfHeight(geometry, toCm)}h4`}
          fill="none"
          stroke="var(--water)"
          strokeWidth={1.6}
        />
      ))}
      {marks.map(({ text, tone }, i) => {
        const colour = tone === "water" ? "var(--water)" : "var(--ink)";
        const labelLeft = geometry.labels.left + 22;
        return (
          <g key={text}>
            <path
              d={`M${geometry.vessel.right + 5} ${ys[i]}H${geometry.labels.left + 6}L${labelLeft - 3} ${placed[i]! - 4}`}
              fill="none"
              stroke={colour}
              strokeWidth={0.9}
              strokeDasharray={tone === "water" ? undefined : "2 2"}
              opacity={0.8}
            />
            <text x={labelLeft} y={placed[i]} fill={colour} className={narrow ? "text-[11.5px]" : "text-[12.5px]"}>
              {text}
            </text>
          </g>
        );
      })}
    </g>
  );
}

function SelectedBand({
  setup,
  selectedId,
  heights,
  geometry,
  onSelect,
}: {
  setup: Setup;
  selectedId: string | undefined;
  heights: readonly number[];
  geometry: BoardGeometry;
  onSelect: (id: string) => void;
}) {
  return (
    <>
      {setup.layers.map((layer, i) => {
        const top = yOfHeight(geometry, heights[i + 1]!);
        return (
          <rect
            key={layer.id}
            x={geometry.profile.left}
            y={top}
            width={geometry.profile.right - geometry.profile.left}
            height={Math.max(0, yOfHeight(geometry, heights[i]!) - top)}
            fill="transparent"
            stroke={layer.id === selectedId ? "var(--ink)" : "none"}
            strokeWidth={2}
            onPointerDown={() => onSelect(layer.id)}
          />
        );
      })}
    </>
  );
}

const ProfileAxis = memo(function ProfileAxis({
  geometry,
  empty,
  stale,
}: {
  geometry: BoardGeometry;
  empty: boolean;
  stale: boolean;
}) {
  const { left, right } = geometry.profile;
  const x = (share: number): number => left + share * (right - left);
  const wide = right - left > 170;
  return (
    <g pointerEvents="none">
      <text x={left} y={Math.max(14, geometry.rimY - 12)} className="text-[12.5px]">
        <tspan className="fill-water font-semibold">water</tspan>
        <tspan className="fill-soft"> | air | </tspan>
        <tspan className="fill-soft">{wide ? "solids, by volume" : "solids"}</tspan>
      </text>
      <line x1={left} x2={right} y1={geometry.baseY} y2={geometry.baseY} stroke="var(--rule-strong)" />
      {[0, 0.25, 0.5, 0.75, 1].map((share) => (
        <g key={share}>
          <line x1={x(share)} x2={x(share)} y1={geometry.baseY} y2={geometry.baseY + 5} stroke="var(--rule-strong)" />
          {(wide || share % 0.5 === 0) && (
            <text
              x={x(share)}
              y={geometry.baseY + 20}
              textAnchor={share === 1 ? "end" : share === 0 ? "start" : "middle"}
              className="fill-ink text-[12.5px]"
            >
              {100 * share}
              {share === 1 ? " %" : ""}
            </text>
          )}
        </g>
      ))}
      {empty && (
        <text
          x={(left + right) / 2}
          y={(geometry.baseY + geometry.rimY) / 2}
          textAnchor="middle"
          className="fill-soft text-[13px]"
        >
          {stale ? "waits for a mended stack" : "nothing to read yet"}
        </text>
      )}
    </g>
  );
});

function readingText(readings: Readings, heightCm: number): string {
  const at = readAt(readings.profile, heightCm);
  return at ? `water ${formatPercent(at.theta)}, air ${formatPercent(at.airSpace)}` : "";
}

function ReadingLine({
  heightCm,
  geometry,
  readings,
  system,
}: {
  heightCm: number;
  geometry: BoardGeometry;
  readings: Readings;
  system: UnitSystem;
}) {
  const at = readAt(readings.profile, heightCm);
  if (!at) return null;
  const y = yOfHeight(geometry, heightCm);
  const suction =
    at.psiCm < 0 ? `suction ${formatLength(-at.psiCm, system)}` : `${formatLength(at.psiCm, system)} under water`;
  const lines = [
    `${formatLength(heightCm, system)}: water ${formatPercent(at.theta)}, air ${formatPercent(at.airSpace)}`,
    suction,
  ];
  const above = y > geometry.rimY + 50;
  return (
    <g pointerEvents="none">
      <line
        x1={geometry.ruler.right}
        x2={geometry.profile.right}
        y1={y}
        y2={y}
        stroke="var(--ink)"
        strokeWidth={0.8}
        strokeDasharray="5 3"
      />
      {lines.map((line, i) => (
        <text
          key={line}
          x={geometry.profile.right - 4}
          y={above ? y - 8 - (lines.length - 1 - i) * 15 : y + 17 + i * 15}
          textAnchor="end"
          className="fill-ink text-[13px] font-semibold"
          stroke="var(--sheet)"
          strokeWidth={4}
          strokeLinejoin="round"
          paintOrder="stroke"
        >
          {line}
        </text>
      ))}
    </g>
  );
}

/** Roughly what fits a width at 13 px; a name cut short ends in an ellipsis. */
function shortened(name: string, widthPx: number): string {
  const fits = Math.max(3, Math.floor(widthPx / 7));
  return name.length <= fits ? name : `${name.slice(0, fits - 1)}…`;
}
