"use client";
import { useCallback, useMemo, useRef, useState } from "react";
import { useStore } from "zustand";
import { outlineOf } from "@/core/drawing/outline";
import { sectionTold } from "@/core/readings/section-told";
import { boundariesCm, statedWaterHeightCm } from "@/core/stack/geometry";
import { markHeightCm } from "@/core/water/supply-shown";
import { late } from "../common/late";
import { useUnits } from "../common/preferences";
import { WhenReached } from "../common/when-reached";
import { heightAt as heightAtY, penOf, yOf as yOfHeight } from "../drawing/geometry";
import { GrainPatterns } from "../drawing/patterns";
import { heldView, shownView } from "../open-setup/derived";
import type { SetupStore } from "../open-setup/setup-store";
import { BesideSection } from "./beside-section";
import { BoardHandles } from "./board-handles";
import { tubesEndPx } from "./board-shape";
import { FixtureMarks } from "./fixture-marks";
import { EmptyVessel, LayerMarks } from "./layer-marks";
import { ReadingHandle } from "./reading-handle";
import { Strata } from "./strata";
import { useBoardGeometry, useSize } from "./use-board-geometry";
import { Ruler, VesselWalls } from "./vessel-walls";
import { FreeSurface } from "./water-marks";

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

  const geometry = useBoardGeometry(store, size);
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
  const namesFromPx = tubesEndPx(setup.fixtures, outline);
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
              textLeft={Math.max(left + 8, namesFromPx)}
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

        <BesideSection
          store={store}
          setup={setup}
          view={view}
          lastView={lastView}
          held={held}
          supply={drawnSupply}
          markCm={running ? undefined : mark}
          running={running}
          selectedId={selectedId}
          geometry={geometry}
          system={system}
        />
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

        {!running && (
          <BoardHandles
            store={store}
            setup={setup}
            geometry={geometry}
            outline={outline}
            system={system}
            heightAt={heightAt}
            shareAt={shareAt}
          />
        )}
        {readings && !drawnSupply && (
          <ReadingHandle
            readings={readings}
            topCm={heights.at(-1)!}
            heightCm={readingHeightCm}
            onRead={setReadingHeightCm}
            geometry={geometry}
            system={system}
            heightAt={heightAt}
            onCancel={store.cancelPreview}
          />
        )}
      </svg>
      <p id="section-told" className="sr-only">
        {toldView ? sectionTold(toldView.setup, toldView.readings, system) : "Nothing is computed yet."}
      </p>
    </div>
  );
}
