import { memo } from "react";
import type { SectionPattern } from "@/core/media/medium";
import type { Separator } from "@/core/stack/fixtures";
import { type Setup } from "@/core/stack/setup";
import { boundariesCm, platformCm } from "@/core/stack/geometry";
import type { MediumLookup } from "@/core/water/settle";
import type { HeightProfile } from "@/core/water/profile";
import { LEAST_LEG, legsAcross } from "@/core/drawing/legs";
import type { Span } from "../drawing/geometry";
import type { Outline } from "@/core/drawing/outline";
import { grainFill, soilFill } from "../drawing/patterns";

/**
 * The filled inside of a vessel: layers with their grains, the water in them as a depth of blue, open water under,
 * beside and over them. Drawn the same on the board and on the shelf.
 */
export function Strata({
  setup,
  medium,
  profile,
  waterTableCm,
  outline,
  span,
  shownTopCm = setup.vessel.insideDepthCm,
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
  outline: Outline;
  span: Span;
  shownTopCm?: number;
  yOf: (heightCm: number) => number;
  /** Tells this drawing's definitions from others' on the page. */
  prefix: string;
  /** The same for what is defined for these layers alone, when two drawings share their grains. */
  idPrefix?: string;
  /** Thin lines, for drawings in which a unit is a cm and not a px. */
  thin?: boolean;
  children?: (layerIndex: number, top: number, height: number, walls: Span) => React.ReactNode;
}) {
  const heights = boundariesCm(setup);
  const stackTop = heights.at(-1)!;
  const { left, right } = span;
  const width = right - left;
  const surface = waterTableCm === undefined ? Infinity : yOf(waterTableCm);
  const platform = platformCm(setup);
  const line = thin ? 0.2 : 0.8;
  return (
    <>
      <clipPath id={`${idPrefix}-inside`}>
        <path d={outline.inside(Math.max(shownTopCm, stackTop))} />
      </clipPath>
      <g clipPath={`url(#${idPrefix}-inside)`}>
        {setup.fillFromCm > 0 && (
          <OpenWater
            left={left}
            width={width}
            top={yOf(setup.fillFromCm)}
            height={yOf(0) - yOf(setup.fillFromCm)}
            surface={surface}
            line={line}
          />
        )}
        {setup.layers.map((layer, i) => {
          const top = yOf(heights[i + 1]!);
          const height = Math.max(0, yOf(heights[i]!) - top);
          const known = medium(layer.mediumId);
          const wet = profile && known ? wetness(profile, i, known.hydraulics.thetaS) : "";
          const box = { top, height, prefix, pattern: known?.pattern, thin, wetness: wet };
          if (!layer.legs)
            return <Band key={layer.id} id={`${idPrefix}-wet-${i}`} left={left} width={width} {...box} />;
          return (
            <g key={layer.id}>
              <OpenWater left={left} width={width} top={top} height={height} surface={surface} line={line} />
              {legsAcross(layer.legs, outline.wallsAt(heights[i]!), outline.across, thin ? 0.5 : LEAST_LEG).map(
                ({ left: from, right: to }, leg) => (
                  <g key={from}>
                    <Band id={`${idPrefix}-wet-${i}-${leg}`} left={from} width={to - from} {...box} />
                    <path
                      d={`M${from} ${top}V${top + height}M${to} ${top}V${top + height}`}
                      stroke="var(--ink)"
                      strokeWidth={thin ? 0.3 : 1.4}
                      strokeDasharray={thin ? undefined : "3 2"}
                    />
                  </g>
                ),
              )}
            </g>
          );
        })}
        {waterTableCm !== undefined && waterTableCm > stackTop + 1e-9 && (
          <rect
            x={left}
            y={surface}
            width={width}
            height={yOf(stackTop) - surface}
            fill="var(--water)"
            fillOpacity={0.55}
          />
        )}
        {setup.layers.map((layer, i) => {
          const top = yOf(heights[i + 1]!);
          const height = Math.max(0, yOf(heights[i]!) - top);
          const [under, over] = [outline.wallsAt(heights[i]!), outline.wallsAt(heights[i + 1]!)];
          const walls = { left: Math.max(under.left, over.left), right: Math.min(under.right, over.right) };
          return (
            <g key={layer.id}>
              {layer.separator && !thin && <SeparatorLine kind={layer.separator} y={yOf(heights[i]!)} span={under} />}
              {children?.(i, top, height, walls)}
            </g>
          );
        })}
      </g>
      {platform > 0 && <Platform y={yOf(platform)} span={outline.wallsAt(platform)} thin={thin} />}
    </>
  );
}

/** What carries the fill over open water: a plate with holes. */
function Platform({ y, span, thin }: { y: number; span: Span; thin: boolean }) {
  return (
    <path
      d={`M${span.left} ${y}H${span.right}`}
      stroke="var(--ink)"
      strokeWidth={thin ? 0.7 : 4}
      strokeDasharray={thin ? undefined : "14 3"}
      pointerEvents="none"
    />
  );
}

const SEPARATOR_DASHES: Record<Separator, string> = {
  mesh: "2 3",
  "weed-cloth": "7 2",
  paper: "1 1.5",
  card: "12 3 2 3",
};

function SeparatorLine({ kind, y, span }: { kind: Separator; y: number; span: Span }) {
  return (
    <path
      d={`M${span.left} ${y + 2.5}H${span.right}`}
      stroke="var(--ink)"
      strokeWidth={2.6}
      strokeDasharray={SEPARATOR_DASHES[kind]}
      pointerEvents="none"
    />
  );
}

/** The room under the fill or beside its legs, with the water that stands in it. */
function OpenWater({
  left,
  width,
  top,
  height,
  surface,
  line,
}: {
  left: number;
  width: number;
  top: number;
  height: number;
  surface: number;
  line: number;
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
        strokeWidth={line}
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
