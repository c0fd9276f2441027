import { fixtureOf, fixturesOf } from "@/core/stack/fixtures";
import { type Setup } from "@/core/stack/setup";
import { openingsOf } from "@/core/stack/geometry";
import { sectionWidthCm } from "@/core/vessel/vessel";
import { profileOfSettled, type MediumLookup, type Settled } from "@/core/water/settle";
import { besideCm } from "../drawing/geometry";
import { drawnBaseCm, outlineOf, type Outline } from "@/core/drawing/outline";
import { Strata } from "./strata";

/** Room for the walls around the inside, in cm of the drawing. */
const WALL_CM = 1;
/** All drawings of a page take their grains from one set, which the page brings. */
export const SHELF_PREFIX = "shelf";

/** What a setup takes up on the shelf: its walls and base, and its tray. [cm] */
export const shelfSizeCm = (setup: Setup): { readonly width: number; readonly height: number } => ({
  width: sectionWidthCm(setup.vessel) + 2 * Math.max(WALL_CM, besideCm(setup)),
  height: setup.vessel.insideDepthCm + Math.max(WALL_CM, drawnBaseCm(setup.vessel)) + 0.5,
});

/** A setup as it stands on the shelf: in cm, so that all on a page have one scale; `--px-per-cm` sets it. */
export function ShelfDrawing({
  id,
  setup,
  settled,
  medium,
}: {
  id: string;
  setup: Setup;
  settled: Settled | undefined;
  medium: MediumLookup;
}) {
  const width = sectionWidthCm(setup.vessel);
  const depth = setup.vessel.insideDepthCm;
  const outer = shelfSizeCm(setup);
  const beside = (outer.width - width) / 2;
  const span = { left: beside, right: beside + width };
  const yOf = (heightCm: number): number => depth - heightCm;
  const outline = outlineOf(setup.vessel, span, yOf, 1, WALL_CM);
  const waterTableCm = settled?.equilibrium.waterTableCm;
  return (
    <svg
      viewBox={`0 0 ${outer.width} ${outer.height}`}
      aria-hidden
      className="block"
      style={{ width: `calc(${outer.width} * var(--px-per-cm))`, height: `calc(${outer.height} * var(--px-per-cm))` }}
    >
      <Strata
        setup={setup}
        medium={medium}
        profile={settled && profileOfSettled(settled)}
        waterTableCm={waterTableCm}
        outline={outline}
        span={span}
        yOf={yOf}
        prefix={SHELF_PREFIX}
        idPrefix={`${SHELF_PREFIX}-${id}`}
        thin
      />
      <path
        d={outline.wall(depth)}
        fill={setup.vessel.wallCm > THICK_CM ? "var(--rule)" : "var(--ink)"}
        stroke="var(--ink)"
        strokeWidth={setup.vessel.wallCm > THICK_CM ? 0.3 : 0}
      />
      <ShelfFixtures setup={setup} outline={outline} yOf={yOf} waterTableCm={waterTableCm} outerCm={outer.width} />
    </svg>
  );
}

/** A thicker wall is seen to be cut. */
const THICK_CM = 1.5;

/** Tray and tubes, as they are seen from across the yard. */
function ShelfFixtures({
  setup,
  outline,
  yOf,
  waterTableCm,
  outerCm,
}: {
  setup: Setup;
  outline: Outline;
  yOf: (heightCm: number) => number;
  waterTableCm: number | undefined;
  outerCm: number;
}) {
  const tray = fixtureOf(setup, "tray");
  const { trayRimCm, trayBedCm, baseIsOpen } = openingsOf(setup);
  return (
    <g fill="none">
      {tray && (
        <>
          {baseIsOpen && waterTableCm !== undefined && waterTableCm > trayBedCm! && (
            <path
              d={`M0.4 ${yOf(Math.min(waterTableCm, trayRimCm!))}H${outline.wallsAt(0).left - 1}M${outline.wallsAt(0).right + 1} ${yOf(Math.min(waterTableCm, trayRimCm!))}H${outerCm - 0.4}`}
              stroke="var(--water)"
              strokeWidth={0.8}
            />
          )}
          <path
            d={`M0.3 ${yOf(trayRimCm!)}V${yOf(trayBedCm!) + 0.4}H${outerCm - 0.3}V${yOf(trayRimCm!)}`}
            stroke="var(--ink)"
            strokeWidth={0.6}
          />
        </>
      )}
      {fixturesOf(setup, "hole")
        .filter((hole) => hole.in === "wall" && !hole.plugged)
        .map(({ id, lipCm, acrossShare }) => {
          const walls = outline.wallsAt(lipCm);
          const [x, way] = acrossShare < 0.5 ? [walls.left, -1] : [walls.right, 1];
          return (
            <path
              key={id}
              d={`M${x} ${yOf(lipCm) - 0.5}h${way * Math.max(WALL_CM, setup.vessel.wallCm)}`}
              stroke="var(--water)"
              strokeWidth={1}
            />
          );
        })}
      {fixturesOf(setup, "fill-tube").map(({ id, acrossShare, diameterCm }) => (
        <rect
          key={id}
          x={outline.standingX(acrossShare, diameterCm) - diameterCm / 2}
          y={yOf(setup.vessel.insideDepthCm)}
          width={diameterCm}
          height={setup.vessel.insideDepthCm}
          fill="var(--paper)"
          stroke="var(--ink)"
          strokeWidth={0.4}
        />
      ))}
    </g>
  );
}
