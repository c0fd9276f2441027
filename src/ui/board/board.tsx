"use client";
import { useCallback, useMemo, useRef, useState } from "react";
import { useStore } from "zustand";
import { outlineOf } from "@/core/drawing/outline";
import { sectionTold } from "@/core/readings/section-told";
import { boundariesCm, statedWaterHeightCm } from "@/core/stack/geometry";
import { late } from "../common/late";
import { useUnits } from "../common/preferences";
import { WhenReached } from "../common/when-reached";
import { heightAt as heightAtY, penOf, yOf as yOfHeight } from "../drawing/geometry";
import { GrainPatterns } from "../drawing/patterns";
import { heldView, refillMarkCm, shownView } from "../open-setup/derived";
import type { SetupStore } from "../open-setup/setup-store";
import { BOARD } from "../parts/layer/drawing";
import { DRAWN_IN_ORDER, PARTS } from "../parts/registry";
import type { Sheet } from "../parts/sheet";
import { PART_KINDS } from "../open-setup/part-key";
import type { Tip } from "./grip-tip";
import { BesideSection } from "./beside-section";
import { tubesBeginPx } from "../section/board-shape";
import { ReadingHandle } from "../section/reading-handle";
import { ZoneMarks } from "../section/zone-marks";
import { useBoardGeometry, useSize } from "./use-board-geometry";
import { Ruler } from "../section/vessel-walls";

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

// told where a mouse rests on something to take hold of
const GripTip = late(() => import("./grip-tip").then(({ GripTip: tip }) => tip), undefined, "unspoken");

/** What is said of the grip under a mouse; a finger that points takes hold of it. */
function tipAt({ target, currentTarget, pointerType, buttons }: React.PointerEvent): Tip | undefined {
  const grip = pointerType === "mouse" && buttons === 0 ? (target as Element).closest("[data-grip-of]") : null;
  if (!grip) return undefined;
  const { left, width, top, height } = (grip.querySelector("[data-hit]") ?? grip).getBoundingClientRect();
  const board = currentTarget.getBoundingClientRect();
  return {
    words: `${grip.getAttribute("aria-label")}: ${grip.getAttribute("aria-valuetext")}`,
    x: left + width / 2 - board.left,
    y: top + height / 2 - board.top,
  };
}

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
  const chosen = useStore(store, (state) => state.chosen);
  const system = useUnits();
  const frame = useRef<HTMLDivElement>(null);
  const svg = useRef<SVGSVGElement>(null);
  const size = useSize(frame);
  const [readingHeightCm, setReadingHeightCm] = useState<number | undefined>();
  const [tip, setTip] = useState<Tip>();

  const geometry = useBoardGeometry(store, size);
  const yOf = (heightCm: number): number => yOfHeight(geometry, heightCm);
  const heightAt = useCallback(
    (clientY: number): number => heightAtY(geometry, clientY - svg.current!.getBoundingClientRect().top),
    [geometry],
  );
  const shareAt = useCallback(
    (clientX: number): number => {
      const { left, right } = geometry.vessel;
      return (clientX - svg.current!.getBoundingClientRect().left - left) / (right - left);
    },
    [geometry],
  );

  const topCm = boundariesCm(setup).at(-1) ?? 0;
  const readings = view?.readings;
  const outline = useMemo(
    () => outlineOf(setup.vessel, geometry.vessel, (heightCm) => yOfHeight(geometry, heightCm), geometry.pxPerCm),
    [setup.vessel, geometry],
  );
  const waterTableCm = readings?.waterTableCm ?? statedWaterHeightCm(setup);
  const pen = useMemo(() => penOf(geometry, setup, outline, waterTableCm), [geometry, setup, outline, waterTableCm]);
  const sheet: Sheet = { store, setup, view, pen, geometry, outline, system, chosen, running, waterTableCm };
  const lives = setup.occupants.length > 0 && !running;

  // the supply stands in the profile's place, if this vessel has one to show
  const drawnSupply = beside === "supply" && !running ? supply : undefined;
  const refillCm = useStore(store, refillMarkCm);
  const mark = running ? undefined : refillCm;
  const toldView = view ?? lastView;

  return (
    <div ref={frame} className="relative h-full min-h-[18rem] w-full select-none [contain:strict] print:h-[13cm]">
      <svg
        ref={svg}
        // until the page has measured it, all of it is there in whatever room it has; then a unit is a pixel
        viewBox={`0 0 ${size.width} ${size.height}`}
        className="absolute inset-0 block h-full w-full"
        role="group"
        aria-label="Section and water profile, to scale"
        aria-describedby="section-told"
        onPointerDown={() => {
          setReadingHeightCm(undefined);
          setTip(undefined);
        }}
        onKeyDown={() => setTip(undefined)}
        onPointerOver={(event) => setTip(tipAt(event))}
        onPointerMove={(event) => {
          // a second drawing a frame, for a line nobody reads while dragging
          if (event.buttons !== 0) return;
          const height = heightAt(event.clientY);
          setReadingHeightCm(height >= 0 && height <= topCm ? height : undefined);
        }}
        onPointerLeave={() => {
          setReadingHeightCm(undefined);
          setTip(undefined);
        }}
      >
        <defs>
          <GrainPatterns prefix={BOARD} scale={Math.min(1.5, Math.max(0.7, geometry.pxPerCm / 14))} />
        </defs>
        <Ruler geometry={geometry} depthCm={geometry.shownTopCm} system={system} />
        <g data-section>
          {DRAWN_IN_ORDER.map((kind) => {
            const { Drawing } = PARTS[kind];
            return Drawing !== "not drawn" && <Drawing key={kind} {...sheet} />;
          })}
        </g>
        {held && geometry.held && (
          <HeldSection
            held={held}
            medium={store.medium}
            geometry={geometry}
            span={geometry.held}
            yOf={yOf}
            system={system}
            prefix={BOARD}
          />
        )}
        <BesideSection
          store={store}
          setup={setup}
          view={view}
          lastView={lastView}
          held={held}
          supply={drawnSupply}
          chosen={chosen}
          geometry={geometry}
          system={system}
        />
        {lives && !drawnSupply && (
          <WhenReached>
            <LivingBands store={store} geometry={geometry} />
          </WhenReached>
        )}
        {mark !== undefined && (
          <path
            d={`M${outline.wallsAt(mark).left} ${yOf(mark)}H${outline.wallsAt(mark).right + 5}`}
            stroke="var(--ink)"
            strokeWidth={1.4}
            strokeDasharray="7 3 2 3"
            pointerEvents="none"
          />
        )}
        {!running &&
          PART_KINDS.map((kind) => {
            const { Grips } = PARTS[kind];
            return Grips !== "no grip" && <Grips key={kind} {...sheet} heightAt={heightAt} shareAt={shareAt} />;
          })}
        {readings && (
          <ZoneMarks
            readings={readings}
            geometry={geometry}
            system={system}
            setup={setup}
            markCm={mark}
            running={running}
            labelsEndPx={tubesBeginPx(setup.fixtures, outline)}
          />
        )}
        {readings && !drawnSupply && (
          <ReadingHandle
            readings={readings}
            topCm={topCm}
            heightCm={readingHeightCm}
            onRead={setReadingHeightCm}
            geometry={geometry}
            system={system}
            heightAt={heightAt}
            onCancel={store.cancelPreview}
          />
        )}
      </svg>
      {tip && <GripTip tip={tip} />}
      <p id="section-told" className="sr-only">
        {toldView ? sectionTold(toldView.setup, toldView.readings, system) : "Nothing is computed yet."}
      </p>
    </div>
  );
}
