import { memo } from "react";
import type { SectionPattern } from "@/core/media/medium";
import { stackHeightCm } from "@/core/stack/geometry";
import type { MediumLookup } from "@/core/water/settle";
import type { HeightProfile } from "@/core/water/profile";
import type { Pen } from "@/core/drawing/pen";
import { layerBands, platformShapes, separatorShape } from "@/core/drawing/section-shapes";
import { Shapes } from "../drawing/drawing";
import type { Span } from "../drawing/geometry";
import { grainFill, soilFill } from "../drawing/patterns";

/**
 * The filled inside of a vessel: layers with their grains, the water in them as a depth of blue, open water under,
 * beside and over them. Drawn the same on the board and on the shelf.
 */
export function Strata({
  pen,
  medium,
  profile,
  span,
  prefix,
  idPrefix = prefix,
  thin = false,
  children,
}: {
  pen: Pen;
  medium: MediumLookup;
  profile: HeightProfile | undefined;
  span: Span;
  /** Tells this drawing's definitions from others' on the page. */
  prefix: string;
  /** The same for what is defined for these layers alone, when two drawings share their grains. */
  idPrefix?: string;
  /** Thin lines, for drawings in which a unit is a cm and not a px. */
  thin?: boolean;
  children?: (layerIndex: number, top: number, height: number, walls: Span) => React.ReactNode;
}) {
  const { setup, outline, yOf, shownTopCm, waterCm: waterTableCm } = pen;
  const stackTop = stackHeightCm(setup);
  const bands = layerBands(pen, span);
  const { left, right } = span;
  const width = right - left;
  const surface = waterTableCm === undefined ? Infinity : yOf(waterTableCm);
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
        {bands.map(({ index, top, height, spans, onLegs }) => {
          const layer = setup.layers[index]!;
          const known = medium(layer.mediumId);
          const wet = profile && known ? wetness(profile, index, known.hydraulics.thetaS) : "";
          const box = { top, height, prefix, pattern: known?.pattern, thin, wetness: wet };
          return (
            <g key={layer.id}>
              {onLegs && (
                <OpenWater left={left} width={width} top={top} height={height} surface={surface} line={line} />
              )}
              {spans.map(({ left: from, right: to }, leg) => (
                <g key={leg}>
                  <Band id={`${idPrefix}-wet-${index}-${leg}`} left={from} width={to - from} {...box} />
                  {onLegs && (
                    <path
                      d={`M${from} ${top}V${top + height}M${to} ${top}V${top + height}`}
                      stroke="var(--ink)"
                      strokeWidth={thin ? 0.3 : 1.4}
                      strokeDasharray={thin ? undefined : "3 2"}
                    />
                  )}
                </g>
              ))}
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
        {bands.map(({ index, top, height, clear }) => {
          const { id, separator } = setup.layers[index]!;
          return (
            <g key={id}>
              {separator && !thin && (
                <g pointerEvents="none">
                  <Shapes
                    shapes={[separatorShape(separator, top + height, span, pen.mark)]}
                    grains={prefix}
                    id={`${idPrefix}-sheet-${index}`}
                  />
                </g>
              )}
              {children?.(index, top, height, clear)}
            </g>
          );
        })}
      </g>
      <g pointerEvents="none">
        <Shapes shapes={platformShapes(pen)} grains={prefix} id={`${idPrefix}-platform`} />
      </g>
    </>
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
