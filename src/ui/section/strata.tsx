import type { Setup } from "@/core/stack/setup";
import { boundariesCm } from "@/core/stack/setup";
import type { MediumLookup, Settled } from "@/core/water/settle";
import { heightProfile } from "@/core/water/profile";
import type { HeightProfile } from "@/core/water/profile";
import { grainFill, soilFill } from "./patterns";

/**
 * The filled inside of a vessel: layers with their grains, the water in them as a depth of blue, and water standing over them.
 * Drawn the same on the board and on the shelf.
 */
export function Strata({ setup, medium, profile, waterTableCm, left, width, yOf, prefix, thin = false, children }: {
  setup: Setup;
  medium: MediumLookup;
  profile: HeightProfile | undefined;
  waterTableCm: number | undefined;
  left: number;
  width: number;
  yOf: (heightCm: number) => number;
  /** Tells this drawing's definitions from others' on the page. */
  prefix: string;
  /** Thin lines, for drawings in which a unit is a cm and not a px. */
  thin?: boolean;
  children?: (layerIndex: number, top: number, height: number) => React.ReactNode;
}) {
  const heights = boundariesCm(setup);
  const stackTop = heights.at(-1)!;
  return (
    <>
      {setup.layers.map((layer, i) => {
        const top = yOf(heights[i + 1]!);
        const height = Math.max(0, yOf(heights[i]!) - top);
        const known = medium(layer.mediumId);
        const box = { x: left, y: top, width, height };
        return (
          <g key={layer.id}>
            <rect {...box} fill={known ? soilFill(known.pattern) : "var(--trouble-wash)"} />
            {profile && known && (
              <>
                <linearGradient id={`${prefix}-wet-${i}`} gradientUnits="userSpaceOnUse" x1={0} x2={0} y1={yOf(heights[i]!)} y2={top}>
                  {wetStops(profile, i, known.hydraulics.thetaS).map(([offset, opacity]) => (
                    <stop key={offset} offset={offset} stopColor="var(--water)" stopOpacity={opacity} />
                  ))}
                </linearGradient>
                <rect {...box} fill={`url(#${prefix}-wet-${i})`} />
              </>
            )}
            <rect {...box} fill={known ? grainFill(known.pattern, prefix) : "none"} stroke="var(--grain)" strokeWidth={thin ? 0.2 : 0.8} strokeDasharray={known ? undefined : "4 3"} />
            {children?.(i, top, height)}
          </g>
        );
      })}
      {waterTableCm !== undefined && waterTableCm > stackTop + 1e-9 && (
        <rect x={left} y={yOf(waterTableCm)} width={width} height={yOf(stackTop) - yOf(waterTableCm)} fill="var(--water)" fillOpacity={0.55} />
      )}
    </>
  );
}

const STOPS = 12;
const SATURATED_OPACITY = 0.74;

/** How blue a layer is from its bottom up: by the share of its pores that hold water. */
function wetStops({ zCm, theta, firstPoint }: HeightProfile, layer: number, thetaS: number): [offset: number, opacity: number][] {
  const first = firstPoint[layer]!;
  const last = firstPoint[layer + 1]! - 1;
  const span = zCm[last]! - zCm[first]!;
  const count = Math.min(STOPS, last - first + 1);
  return Array.from({ length: count }, (_, k) => {
    const point = Math.round(first + ((last - first) * k) / (count - 1));
    const saturation = theta[point]! / thetaS;
    return [Number(((zCm[point]! - zCm[first]!) / span).toFixed(4)), Number((SATURATED_OPACITY * saturation ** 2.2).toFixed(3))];
  });
}

export const profileOf = (settled: Settled): HeightProfile => heightProfile(settled.column, settled.equilibrium.psiCm);
