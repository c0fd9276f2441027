import { memo } from "react";
import type { Dressing, Fixture } from "@/core/stack/fixtures";
import { type Setup } from "@/core/stack/setup";
import { openingsOf, stackHeightCm } from "@/core/stack/geometry";
import type { BoardGeometry, Span } from "../drawing/geometry";
import { drawnBaseCm, type Outline } from "@/core/drawing/outline";
import { HoleMark } from "./water-marks";

/** What is built into the vessel, as it looks when it is cut; nothing here is taken hold of. */
export const FixtureMarks = memo(function FixtureMarks({
  setup,
  outline,
  geometry,
  yOf,
  waterTableCm,
}: {
  setup: Setup;
  outline: Outline;
  geometry: BoardGeometry;
  yOf: (heightCm: number) => number;
  waterTableCm: number | undefined;
}) {
  const drawing = { setup, outline, geometry, yOf, waterTableCm };
  return (
    <g pointerEvents="none" fill="none">
      {setup.fixtures.map((fixture) => (
        <FixtureMark key={fixture.id} fixture={fixture} {...drawing} />
      ))}
    </g>
  );
});

type Drawing = {
  readonly setup: Setup;
  readonly outline: Outline;
  readonly geometry: BoardGeometry;
  readonly yOf: (heightCm: number) => number;
  readonly waterTableCm: number | undefined;
};

const MOST_HOLES_DRAWN = 6;

function FixtureMark({ fixture, ...drawing }: Drawing & { fixture: Fixture }): React.ReactNode {
  const { setup, outline, geometry, yOf, waterTableCm } = drawing;
  const { pxPerCm } = geometry;
  const wallPx = Math.max(3, outline.across(setup.vessel.wallCm));
  switch (fixture.kind) {
    case "hole": {
      if (fixture.in === "wall") {
        const walls = outline.wallsAt(fixture.lipCm);
        const toLeft = fixture.acrossShare < 0.5;
        return (
          <HoleMark
            x={toLeft ? walls.left : walls.right}
            y={yOf(fixture.lipCm)}
            px={fixture.diameterCm * pxPerCm}
            toLeft={toLeft}
            plugged={fixture.plugged}
          />
        );
      }
      const foot = outline.wallsAt(0);
      const basePx = Math.max(3, drawnBaseCm(setup.vessel) * pxPerCm);
      const shown = Math.min(fixture.count, MOST_HOLES_DRAWN);
      const px = Math.max(5, outline.across(fixture.diameterCm));
      return Array.from({ length: shown }, (_, i) => {
        const x = foot.left + ((foot.right - foot.left) * (i + 0.5)) / shown;
        return (
          <g key={x}>
            <rect
              x={x - px / 2}
              y={yOf(0) - 0.5}
              width={px}
              height={basePx + 1}
              fill={fixture.plugged ? "var(--soft)" : "var(--paper)"}
            />
            {!fixture.plugged && (
              <path
                d={`M${x} ${yOf(0) + basePx - 1}v9m-3 -4l3 4l3 -4`}
                stroke="var(--water)"
                strokeWidth={1.6}
                strokeLinejoin="round"
              />
            )}
          </g>
        );
      });
    }
    case "fill-tube":
    case "standpipe":
    case "tell-tale": {
      const half = Math.max(2.5, outline.across(fixture.diameterCm) / 2);
      const x = outline.standingX(fixture.acrossShare, 2 * half);
      const topCm = fixture.kind === "standpipe" ? fixture.lipCm : geometry.shownTopCm;
      const top = yOf(topCm) - (fixture.kind === "standpipe" ? 0 : 8);
      const bottom =
        fixture.kind === "standpipe" ? yOf(0) + Math.max(3, drawnBaseCm(setup.vessel) * pxPerCm) + 4 : yOf(0);
      const standsAt =
        fixture.kind === "standpipe" || waterTableCm === undefined ? undefined : Math.min(waterTableCm, topCm);
      return (
        <>
          <rect x={x - half} y={top} width={2 * half} height={bottom - top} fill="var(--sheet)" fillOpacity={0.92} />
          {standsAt !== undefined && standsAt > 0 && (
            <rect
              x={x - half}
              y={yOf(standsAt)}
              width={2 * half}
              height={bottom - yOf(standsAt)}
              fill="var(--water)"
              fillOpacity={0.7}
            />
          )}
          <path
            d={`M${x - half} ${top}V${bottom}M${x + half} ${top}V${fixture.kind === "fill-tube" && fixture.foot === "cut" ? bottom - 2 * half : bottom}`}
            stroke="var(--ink)"
            strokeWidth={fixture.kind === "tell-tale" ? 1 : 1.8}
          />
          {fixture.kind === "fill-tube" &&
            (fixture.foot === "cut" ? (
              <path
                d={`M${x - half} ${bottom}L${x + half} ${bottom - 2 * half}`}
                stroke="var(--ink)"
                strokeWidth={1.8}
              />
            ) : (
              [0, 1, 2].map((row) => (
                <g key={row} fill="var(--ink)">
                  <circle cx={x - half} cy={bottom - 5 - 7 * row} r={1.6} />
                  <circle cx={x + half} cy={bottom - 5 - 7 * row} r={1.6} />
                </g>
              ))
            ))}
          {fixture.kind === "standpipe" && (
            <path
              d={`M${x} ${top + 5}V${bottom - 2}m-3 -5l3 5l3 -5`}
              stroke="var(--water)"
              strokeWidth={1.6}
              strokeLinejoin="round"
            />
          )}
        </>
      );
    }
    case "tray":
      return <TrayMark {...drawing} wallPx={wallPx} lengthCm={fixture.insideLengthCm} />;
    case "liner": {
      const points = [0, 0.25, 0.5, 0.75, 1].map((share) => share * Math.min(fixture.topCm, geometry.shownTopCm));
      const edge = (side: keyof Span, by: number): string =>
        points.map((z) => `${outline.wallsAt(z)[side] + by} ${yOf(z) - (z === 0 ? 2 : 0)}`).join("L");
      return (
        <path
          d={`M${edge("left", 2.5)}M${edge("right", -2.5)}M${outline.wallsAt(0).left + 2} ${yOf(0) - 2}H${outline.wallsAt(0).right - 2}`}
          stroke="var(--ink)"
          strokeWidth={1.6}
          strokeDasharray="9 2 2 2"
        />
      );
    }
    case "drain-screen": {
      const foot = outline.wallsAt(0);
      return (
        <path
          d={`M${foot.left + 3} ${yOf(0) - 2.5}H${foot.right - 3}`}
          stroke="var(--ink)"
          strokeWidth={3}
          strokeDasharray="1.5 2"
        />
      );
    }
    case "dressing":
      return <DressingMark dressing={fixture} {...drawing} />;
    case "lid": {
      const rim = outline.wallsAt(geometry.shownTopCm);
      const open = ((rim.right - rim.left) * Math.min(1, Math.max(0, fixture.openShare))) / 2;
      const y = geometry.rimY - 5;
      const middle = (rim.left + rim.right) / 2;
      return (
        <path
          d={`M${rim.left - wallPx} ${y}H${middle - open}M${middle + open} ${y}H${rim.right + wallPx}`}
          stroke="var(--ink)"
          strokeWidth={5}
        />
      );
    }
    default:
      return fixture satisfies never;
  }
}

/** Where a tray of a length is drawn under the vessel; one that is far longer goes to the edge of the drawing. */
export function traySpan(outline: Outline, geometry: BoardGeometry, lengthCm: number): Span {
  const foot = outline.wallsAt(0);
  const middle = (foot.left + foot.right) / 2;
  const half = Math.min(outline.across(lengthCm) / 2, middle - geometry.ruler.right - 6);
  return { left: middle - half, right: middle + half };
}

/** The tray the vessel stands in, with what stands in it. */
function TrayMark({
  setup,
  outline,
  geometry,
  yOf,
  waterTableCm,
  wallPx,
  lengthCm,
}: Drawing & { wallPx: number; lengthCm: number }) {
  const { trayRimCm, trayBedCm, baseIsOpen } = openingsOf(setup);
  const foot = outline.wallsAt(0);
  const { left, right } = traySpan(outline, geometry, lengthCm);
  const [bed, rim] = [yOf(trayBedCm!) + 4, yOf(trayRimCm!)];
  const level = baseIsOpen && waterTableCm !== undefined ? Math.min(waterTableCm, trayRimCm!) : undefined;
  return (
    <>
      {level !== undefined &&
        level > trayBedCm! &&
        [
          [left, foot.left - wallPx],
          [foot.right + wallPx, right],
        ].map(
          ([from, to]) =>
            to! > from! && (
              <rect
                key={from}
                x={from}
                y={yOf(level)}
                width={to! - from!}
                height={bed - yOf(level)}
                fill="var(--water)"
                fillOpacity={0.55}
              />
            ),
        )}
      <path d={`M${left} ${rim}V${bed}H${right}V${rim}`} stroke="var(--ink)" strokeWidth={3} strokeLinejoin="round" />
    </>
  );
}

const DRESSING_MARKS: Record<Dressing["material"], (x: number, y: number, step: number) => string> = {
  gravel: (x, y, step) => `M${x} ${y - 3}a${step / 3} 3 0 1 0 0.1 0Z`,
  bark: (x, y, step) => `M${x - step / 3} ${y - 2}l${step / 1.8} -3`,
  "living-moss": (x, y) => `M${x} ${y}v-6M${x} ${y - 3}l-3 -3M${x} ${y - 3}l3 -3`,
  sheet: (x, y, step) => `M${x - step / 2} ${y - 2}h${step}`,
};
const DRESSING_STEP = 11;

function DressingMark({ dressing, setup, outline, yOf, geometry }: Drawing & { dressing: Dressing }) {
  const surfaceCm = stackHeightCm(setup);
  const { left, right } = outline.wallsAt(surfaceCm);
  const y = yOf(surfaceCm);
  const high = Math.max(5, dressing.thicknessCm * geometry.pxPerCm);
  const count = Math.floor((right - left) / DRESSING_STEP);
  const mark = DRESSING_MARKS[dressing.material];
  const rows = Math.max(1, Math.floor(high / 8));
  return (
    <>
      {dressing.material !== "living-moss" && (
        <rect x={left} y={y - high} width={right - left} height={high} fill="var(--sheet)" fillOpacity={0.8} />
      )}
      <path
        d={Array.from({ length: rows }, (_, row) =>
          Array.from({ length: count }, (__, i) =>
            mark(left + DRESSING_STEP * (i + 0.5 + (row % 2) / 2), y - row * 8 - 1, DRESSING_STEP),
          ).join(""),
        ).join("")}
        stroke={dressing.material === "living-moss" ? "var(--life)" : "var(--ink)"}
        strokeWidth={1.3}
      />
    </>
  );
}
