import { memo } from "react";
import { GRAINS, PATTERNS, TILE } from "@/core/drawing/grains";
import type { SectionPattern } from "@/core/media/medium";

export const grainFill = (pattern: SectionPattern, prefix: string): string => `url(#${prefix}-${pattern})`;
export const soilFill = (pattern: SectionPattern): string => `var(--soil-${pattern})`;

/** The patterns' definitions for one drawing; `scale` sizes the grains, `only` leaves out those not drawn. */
export const GrainPatterns = memo(function GrainPatterns({
  prefix,
  scale,
  only = PATTERNS,
}: {
  prefix: string;
  scale: number;
  only?: readonly SectionPattern[];
}) {
  return (
    <>
      {[...new Set(only)].map((pattern) => {
        const { lines, width = 0.9, filled } = GRAINS[pattern];
        return (
          <pattern
            key={pattern}
            id={`${prefix}-${pattern}`}
            width={TILE}
            height={TILE}
            patternUnits="userSpaceOnUse"
            patternTransform={`scale(${scale})`}
          >
            {lines && <path d={lines} fill="none" stroke="var(--grain)" strokeWidth={width} strokeLinecap="round" />}
            {filled && <path d={filled} fill="var(--grain)" />}
          </pattern>
        );
      })}
    </>
  );
});
