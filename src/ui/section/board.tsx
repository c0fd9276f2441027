"use client";
import { late } from "../common/late";
import { useCallback, useLayoutEffect, useMemo, useRef, useState } from "react";
import { useStore } from "zustand";
import { type Setup, type StackLayer } from "@/core/stack/setup";
import { boundariesCm, openingsOf, statedWaterHeightCm } from "@/core/stack/geometry";
import { markHeightCm } from "@/core/water/supply-shown";
import { sectionTold } from "@/core/readings/section-told";
import { useUnits } from "../common/preferences";
import { layerName } from "../open-setup/layer-changes";
import { type SetupStore } from "../open-setup/setup-store";
import { heldView, shownView } from "../open-setup/derived";
import { WhenReached } from "../common/when-reached";
import { boardGeometry, heightAt as heightAtY, penOf, yOf as yOfHeight, type BoardGeometry } from "../drawing/geometry";
import { FixtureMarks } from "./fixture-marks";
import { BoundaryHandle, FillFromHandle, FixtureHandle, SurfaceHandle } from "./handles";
import { HeightHandle } from "./height-handle";
import { outlineOf } from "@/core/drawing/outline";
import { GrainPatterns } from "../drawing/patterns";
import { ProfileAxis, ReadingLine, readingText, SelectedBand } from "./profile-marks";
import { GhostCurve, ProfilePlot } from "./profile-plot";
import { shortened } from "../drawing/shortened";
import { Strata } from "./strata";
import { Ruler, VesselWalls } from "./vessel-walls";
import { FreeSurface } from "./water-marks";
import { ZoneMarks } from "./zone-marks";

const LivingInSection = late(
  () => import("../occupants/living-marks").then(({ LivingInSection: marks }) => marks),
  undefined,
  "unspoken",
);
// a state is held by asking for it
const HeldSection = late(
  () => import("./held-section").then(({ HeldSection: section }) => section),
  undefined,
  "unspoken",
);
const LivingBands = late(
  () => import("../occupants/living-marks").then(({ LivingBands: bands }) => bands),
  undefined,
  "unspoken",
);
// drawn only where a grower asks for it
const SupplyPlot = late(() => import("./supply-plot").then(({ SupplyPlot: plot }) => plot));

const PREFIX = "board";

/**
 * The cut through the vessel and the water and air beside it, on one height axis: what a grower looks at and takes hold
 * of.
 */
export function Board({ store }: { store: SetupStore }) {
  const setup = useStore(store, (state) => state.setup);
  const view = useStore(store, shownView);
  const lastView = useStore(store, (state) => state.lastView);
  const held = useStore(store, heldView);
  const running = useStore(store, (state) => state.run?.kind === "ready");
  const supply = useStore(store, (state) => (state.supply?.result.ok ? state.supply : undefined));
  const beside = useStore(store, (state) => state.beside);
  const selectedId = useStore(store, (state) => state.selectedId);
  const lives = useStore(store, (state) => state.setup.occupants.length > 0 && state.run?.kind !== "ready");
  const system = useUnits();
  const frame = useRef<HTMLDivElement>(null);
  const svg = useRef<SVGSVGElement>(null);
  const size = useSize(frame);
  const [readingHeightCm, setReadingHeightCm] = useState<number | undefined>();

  // the scale follows what is kept, not what is being dragged: it must not change under the hand
  const committed = useStore(store, (state) => state.committed);
  // what stands in a dosed vessel is known once it is computed
  const committedWaterCm = useStore(store, ({ view: now, committed: kept }) =>
    now.ok && now.value.setup === kept ? Math.round(Math.max(0, now.value.readings.waterTableCm) * 10) / 10 : 0,
  );
  const heldSetup = held?.setup;
  const geometry = useMemo(
    () =>
      boardGeometry(
        committed,
        Math.max(highestOf(committed, committedWaterCm), heldSetup ? highestOf(heldSetup) : 0),
        size.width,
        size.height,
        heldSetup,
      ),
    [committed, committedWaterCm, heldSetup, size],
  );
  const yOf = (heightCm: number): number => yOfHeight(geometry, heightCm);
  const heightAt = useCallback(
    (clientY: number): number => heightAtY(geometry, clientY - svg.current!.getBoundingClientRect().top),
    [geometry],
  );

  const heights = boundariesCm(setup);
  const readings = view?.readings;
  const profile = readings?.profile;
  const { vessel } = setup;
  const outline = useMemo(
    () => outlineOf(vessel, geometry.vessel, (heightCm) => yOfHeight(geometry, heightCm), geometry.pxPerCm),
    [vessel, geometry],
  );
  // names of layers begin beside the tubes at the left wall
  const tubesEndPx = setup.fixtures.reduce(
    (end, fixture) =>
      "diameterCm" in fixture && fixture.kind !== "hole" && fixture.acrossShare < 0.3
        ? Math.max(end, outline.xOf(fixture.acrossShare) + outline.across(fixture.diameterCm) / 2 + 8)
        : end,
    0,
  );
  const shareAt = useCallback(
    (clientX: number): number => {
      const { left, right } = geometry.vessel;
      return (clientX - svg.current!.getBoundingClientRect().left - left) / (right - left);
    },
    [geometry],
  );
  const waterTableCm = readings?.waterTableCm ?? statedWaterHeightCm(setup);

  const pen = useMemo(() => penOf(geometry, setup, outline, waterTableCm), [geometry, setup, outline, waterTableCm]);

  // the supply stands in the profile's place, if this vessel has one to show
  const drawnSupply = beside === "supply" && !running ? supply : undefined;
  const mark = supply?.result.ok ? markHeightCm(supply.setup, supply.result.value) : undefined;

  const handles = { system, heightAt, onCancel: store.cancelPreview };
  const toldView = view ?? lastView;

  return (
    <div ref={frame} className="relative h-full min-h-[20rem] w-full select-none [contain:strict] print:h-[13cm]">
      <svg
        ref={svg}
        width={size.width}
        height={size.height}
        className="absolute inset-0 block"
        role="group"
        aria-label="Section and water profile, to scale"
        aria-describedby="section-told"
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
          <EmptyVessel depthCm={setup.vessel.insideDepthCm} waterTableCm={waterTableCm} geometry={geometry} />
        )}
        <Strata pen={pen} medium={store.medium} profile={profile} span={geometry.vessel} prefix={PREFIX}>
          {(index, top, height, { left, right }) => (
            <LayerMarks
              layer={setup.layers[index]!}
              store={store}
              selected={setup.layers[index]!.id === selectedId}
              left={left}
              textLeft={Math.max(left + 8, tubesEndPx)}
              top={top}
              width={right - left}
              height={height}
            />
          )}
        </Strata>
        <VesselWalls pen={pen} geometry={geometry} span={geometry.vessel} system={system} />
        <FixtureMarks pen={pen} />
        {lives && (
          <WhenReached>
            <LivingInSection store={store} geometry={geometry} outline={outline} />
          </WhenReached>
        )}
        {held && geometry.held && (
          <HeldSection
            held={held}
            medium={store.medium}
            geometry={geometry}
            span={geometry.held}
            yOf={yOf}
            system={system}
            prefix={PREFIX}
          />
        )}
        {waterTableCm !== undefined && waterTableCm >= 0 && (
          <FreeSurface y={yOf(waterTableCm)} {...outline.wallsAt(Math.min(waterTableCm, vessel.insideDepthCm))} />
        )}

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
        {lives && !drawnSupply && (
          <WhenReached>
            <LivingBands store={store} geometry={geometry} />
          </WhenReached>
        )}
        {mark !== undefined && !running && (
          <path
            d={`M${outline.wallsAt(mark).left} ${yOf(mark)}H${outline.wallsAt(mark).right + 5}`}
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
                crowded={isCrowded(heights, i + 1, geometry.pxPerCm)}
                {...outline.wallsAt(height)}
              />
            );
          })}
        {!running && (
          <>
            <FillFromHandle store={store} setup={setup} outline={outline} handles={handles} yOf={yOf} />
            <SurfaceHandle store={store} setup={setup} outline={outline} handles={handles} yOf={yOf} />
            {setup.fixtures.map((fixture) => (
              <FixtureHandle
                key={fixture.id}
                store={store}
                setup={setup}
                fixture={fixture}
                outline={outline}
                geometry={geometry}
                handles={handles}
                yOf={yOf}
                shareAt={shareAt}
              />
            ))}
          </>
        )}
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
      <p id="section-told" className="sr-only">
        {toldView ? sectionTold(toldView.setup, toldView.readings, system) : "Nothing is computed yet."}
      </p>
    </div>
  );
}

/** A thumb is so wide that it takes hold of two boundaries nearer to one another than this. [px] */
const THUMB_PX = 44;

/** Whether a boundary has another within a thumb of it. */
const isCrowded = (heightsCm: readonly number[], index: number, pxPerCm: number): boolean =>
  [heightsCm[index - 1], heightsCm[index + 1]].some(
    (beside, i) =>
      beside !== undefined && !(i === 0 && index === 1) && Math.abs(beside - heightsCm[index]!) * pxPerCm < THUMB_PX,
  );

/** The size of an element on the page, as it changes. [px] */
function useSize(frame: React.RefObject<HTMLElement | null>): { readonly width: number; readonly height: number } {
  const [size, setSize] = useState({ width: 660, height: 600 });
  useLayoutEffect(() => {
    const element = frame.current!;
    const measure = (): void =>
      setSize({ width: Math.max(300, element.clientWidth), height: Math.max(300, element.clientHeight) });
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    return () => observer.disconnect();
  }, [frame]);
  return size;
}

/** A vessel before anything is in it but water. */
function EmptyVessel({
  depthCm,
  waterTableCm,
  geometry,
}: {
  depthCm: number;
  waterTableCm: number | undefined;
  geometry: BoardGeometry;
}) {
  const { left, right } = geometry.vessel;
  return (
    <>
      <text
        x={(left + right) / 2}
        y={yOfHeight(geometry, depthCm / 2)}
        textAnchor="middle"
        className="fill-soft text-[13px]"
      >
        no layers yet
      </text>
      {waterTableCm !== undefined && waterTableCm > 0 && (
        <rect
          x={left}
          y={yOfHeight(geometry, waterTableCm)}
          width={right - left}
          height={waterTableCm * geometry.pxPerCm}
          fill="var(--water)"
          fillOpacity={0.55}
        />
      )}
    </>
  );
}

/** What is drawn on a layer's grains: where its roots are, whether it is selected, what it is called. */
function LayerMarks({
  layer,
  store,
  selected,
  left,
  textLeft,
  top,
  width,
  height,
}: {
  layer: StackLayer;
  store: SetupStore;
  selected: boolean;
  left: number;
  /** Where its name begins, clear of tubes. */
  textLeft: number;
  top: number;
  width: number;
  height: number;
}) {
  return (
    <g onPointerDown={() => store.select(layer.id)} className="cursor-pointer">
      <rect x={left} y={top} width={width} height={height} fill="transparent" />
      {layer.rooted && (
        <rect x={left + width - 7} y={top + 1.5} width={5} height={Math.max(0, height - 3)} fill="var(--life)" rx={1} />
      )}
      {selected && (
        <rect
          x={left + 1}
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
          x={textLeft}
          y={top + Math.min(height / 2 + 4.5, 17)}
          className="fill-ink text-[13px] font-semibold"
          stroke="var(--sheet)"
          strokeWidth={3.5}
          strokeLinejoin="round"
          paintOrder="stroke"
        >
          {shortened(layerName(layer, store), left + width - textLeft - 16)}
        </text>
      )}
    </g>
  );
}

/** The highest thing in a vessel, with the water that stands in it as far as that is known. [cm] */
const highestOf = (setup: Setup, waterTableCm = 0): number =>
  Math.max(
    waterTableCm,
    boundariesCm(setup).at(-1)!,
    statedWaterHeightCm(setup) ?? 0,
    ...openingsOf(setup).over.map(({ lipCm }) => lipCm),
    setup.layers.length === 0 ? setup.vessel.insideDepthCm : 0,
  );
