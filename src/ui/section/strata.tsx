import { memo } from "react";
import type { SectionPattern } from "@/core/media/medium";
import type { Setup } from "@/core/stack/setup";
import { boundariesCm } from "@/core/stack/setup";
import type { MediumLookup } from "@/core/water/settle";
import type { HeightProfile } from "@/core/water/profile";
import { grainFill, soilFill } from "./patterns";

/**
 * The filled inside of a vessel: layers with their grains, the water in them as a depth of blue, and water standing
 * over them. Drawn the same on the board and on the shelf.
 */
export function Strata({
  setup,
  medium,
  profile,
  waterTableCm,
  left,
  width,
  yOf,
  prefix,
  idPrefix = prefix,
  thin = false,
  children,
}: {
  setup: Setup;
  medium: MediumLookup;
  profile: HeightProfile | undefined;
  waterTableCm: number | undefined;
  left: number;
  width: number;
  yOf: (heightCm: number) => number;
  /** Tells this drawing's definitions from others' on the page. */
  prefix: string;
  /** The same for what is defined for these layers alone, when two drawings share their grains. */
  idPrefix?: string;
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
        const wet = profile && known ? wetness(profile, i, known.hydraulics.thetaS) : "";
        return (
          <g key={layer.id}>
            {layer.areaShare < 1 && (
              <OpenWater
                left={left}
                width={width}
                top={top}
                height={height}
                surface={waterTableCm === undefined ? Infinity : yOf(waterTableCm)}
                thin={thin}
              />
            )}
            {(layer.areaShare < 1 ? FEET : WHOLE).map((at, foot) => (
              <Band
                key={at}
                id={`${idPrefix}-wet-${i}-${foot}`}
                left={left + width * (at - layer.areaShare / (layer.areaShare < 1 ? FEET.length : 1) / 2)}
                width={(width * layer.areaShare) / (layer.areaShare < 1 ? FEET.length : 1)}
                top={top}
                height={height}
                prefix={prefix}
                pattern={known?.pattern}
                thin={thin}
                wetness={wet}
              />
            ))}
            {children?.(i, top, height)}
          </g>
        );
      })}
      {waterTableCm !== undefined && waterTableCm > stackTop + 1e-9 && (
        <rect
          x={left}
          y={yOf(waterTableCm)}
          width={width}
          height={yOf(stackTop) - yOf(waterTableCm)}
          fill="var(--water)"
          fillOpacity={0.55}
        />
      )}
    </>
  );
}

/**
 * Where the middles of wick feet, or of a layer from wall to wall, stand across the vessel: however many feet there
 * are, two are drawn.
 */
const FEET = [0.25, 0.75] as const;
const WHOLE = [0.5] as const;

/** The room beside wick feet, with the water that stands in it. */
function OpenWater({
  left,
  width,
  top,
  height,
  surface,
  thin,
}: {
  left: number;
  width: number;
  top: number;
  height: number;
  surface: number;
  thin: boolean;
}) {
  const wet = Math.min(Math.max(top + height - surface, 0), height);
  return (
    <>
      <rect
        x={left}
        y={top}
        width={width}
        height={height}
        fill="var(--paper)"
        stroke="var(--grain)"
        strokeWidth={thin ? 0.2 : 0.8}
      />
      {wet > 0 && (
        <rect x={left} y={top + height - wet} width={width} height={wet} fill="var(--water)" fillOpacity={0.55} />
      )}
    </>
  );
}

/** One layer. Everything it is drawn from is a plain value, so that a layer a drag leaves alone is not drawn again. */
const Band = memo(function Band({
  id,
  left,
  width,
  top,
  height,
  prefix,
  pattern,
  thin,
  wetness: opacities,
}: {
  id: string;
  left: number;
  width: number;
  top: number;
  height: number;
  prefix: string;
  pattern: SectionPattern | undefined;
  thin: boolean;
  wetness: string;
}) {
  const box = { x: left, y: top, width, height };
  const stops = opacities === "" ? [] : opacities.split(" ");
  return (
    <>
      <rect {...box} fill={pattern ? soilFill(pattern) : "var(--trouble-wash)"} />
      {stops.length === 1 && <rect {...box} fill="var(--water)" fillOpacity={stops[0]} />}
      {stops.length > 1 && (
        <>
          <linearGradient id={id} x1={0} x2={0} y1={1} y2={0}>
            {stops.map((opacity, k) => (
              <stop key={k} offset={k / (stops.length - 1)} stopColor="var(--water)" stopOpacity={opacity} />
            ))}
          </linearGradient>
          <rect {...box} fill={`url(#${id})`} />
        </>
      )}
      <rect
        {...box}
        fill={pattern ? grainFill(pattern, prefix) : "none"}
        stroke="var(--grain)"
        strokeWidth={thin ? 0.2 : 0.8}
        strokeDasharray={pattern ? undefined : "4 3"}
      />
    </>
  );
});

const STOPS = 7;
const SATURATED_OPACITY = 0.74;
/** Differences of opacity under this are not seen. */
const EVEN = 0.03;

/**
 * How blue a layer is, evenly from its bottom up, by the share of its pores that hold water; one value where it hardly
 * changes.
 */
function wetness({ zCm, theta, firstPoint }: HeightProfile, layer: number, thetaS: number): string {
  const first = firstPoint[layer]!;
  const last = firstPoint[layer + 1]! - 1;
  const blue = (saturation: number): number => SATURATED_OPACITY * saturation ** 2.2;
  const bottom = blue(theta[first]! / thetaS);
  if (Math.abs(bottom - blue(theta[last]! / thetaS)) < EVEN) return bottom.toFixed(2);
  const step = (zCm[last]! - zCm[first]!) / (STOPS - 1);
  let point = first;
  return Array.from({ length: STOPS }, (_, k) => {
    while (point < last && zCm[point]! < zCm[first]! + k * step) point++;
    return blue(theta[point]! / thetaS).toFixed(2);
  }).join(" ");
}
