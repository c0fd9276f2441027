import type { Setup } from "@/core/stack/setup";
import { sectionWidthCm } from "@/core/vessel/vessel";
import { profileOfSettled, type MediumLookup, type Settled } from "@/core/water/settle";
import { Strata } from "./strata";

/** Room for the walls around the inside, in cm of the drawing. */
const WALL_CM = 1;
/** All drawings of a page take their grains from one set, which the page brings. */
export const SHELF_PREFIX = "shelf";

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
  const outer = { width: width + 2 * WALL_CM, height: depth + WALL_CM };
  return (
    <svg
      viewBox={`0 0 ${outer.width} ${outer.height}`}
      aria-hidden
      className="block"
      style={{ width: `calc(${outer.width} * var(--px-per-cm))`, height: `calc(${outer.height} * var(--px-per-cm))` }}
    >
      <g style={{ vectorEffect: "non-scaling-stroke" }}>
        <Strata
          setup={setup}
          medium={medium}
          profile={settled && profileOfSettled(settled)}
          waterTableCm={settled?.equilibrium.waterTableCm}
          left={WALL_CM}
          width={width}
          yOf={(heightCm) => depth - heightCm}
          prefix={SHELF_PREFIX}
          idPrefix={`${SHELF_PREFIX}-${id}`}
          thin
        />
      </g>
      <path
        d={`M${WALL_CM / 2} 0V${depth + WALL_CM / 2}H${width + 1.5 * WALL_CM}V0`}
        fill="none"
        stroke="var(--ink)"
        strokeWidth={WALL_CM}
      />
    </svg>
  );
}
