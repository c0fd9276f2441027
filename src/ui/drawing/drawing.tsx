import { useId } from "react";
import { patternsOf, type Drawing as DrawingOf, type Ink, type Shape } from "@/core/drawing/shape";
import { GRAIN_SCALE } from "@/formats/svg/svg-text";
import { grainFill, GrainPatterns, soilFill } from "./patterns";

const INKS: Record<Exclude<Ink, object>, string> = {
  none: "none",
  ink: "var(--ink)",
  soft: "var(--ink-soft)",
  rule: "var(--rule)",
  paper: "var(--sheet)",
  water: "var(--water)",
  life: "var(--life)",
  trouble: "var(--trouble)",
};

/** A drawing on the page, in the page's colours; `pxPerMm` is its size on a screen, on paper it has its own. */
export function Drawing({
  drawing,
  pxPerMm,
  className = "",
}: {
  drawing: DrawingOf;
  pxPerMm: number;
  className?: string;
}) {
  const id = useId();
  const { widthMm, heightMm, title, shapes } = drawing;
  return (
    <svg
      viewBox={`0 0 ${widthMm} ${heightMm}`}
      role="img"
      aria-label={title}
      className={`h-auto max-w-full print:w-[var(--paper-mm)] ${className}`}
      style={{ width: widthMm * pxPerMm, "--paper-mm": `${widthMm}mm` } as React.CSSProperties}
    >
      <defs>
        <GrainPatterns prefix={id} scale={GRAIN_SCALE} only={[...patternsOf(shapes)]} />
      </defs>
      <Shapes shapes={shapes} grains={id} id={id} />
    </svg>
  );
}

/** Shapes of a drawing in the page's colours; a unit of it is what the svg they stand in says. */
export function Shapes({ shapes, grains, id }: { shapes: readonly Shape[]; grains: string; id: string }) {
  const colour = (ink: Ink): string =>
    typeof ink === "string" ? INKS[ink] : "soil" in ink ? soilFill(ink.soil) : grainFill(ink.grain, grains);
  return shapes.map((shape, i) => {
    switch (shape.kind) {
      case "path":
        return (
          <path
            key={i}
            d={shape.d}
            fill={colour(shape.fill)}
            fillOpacity={shape.opacity}
            stroke={colour(shape.stroke)}
            strokeWidth={shape.widthMm}
            strokeDasharray={shape.dashMm?.join(" ")}
          />
        );
      case "text":
        return (
          <text
            key={i}
            x={shape.x}
            y={shape.y}
            fontSize={shape.sizeMm}
            textAnchor={shape.anchor}
            fill={colour(shape.ink)}
          >
            {shape.text}
          </text>
        );
      case "clipped":
        return (
          <g key={i}>
            <clipPath id={`${id}-clip-${i}`}>
              <path d={shape.to} />
            </clipPath>
            <g clipPath={`url(#${id}-clip-${i})`}>
              <Shapes shapes={shape.shapes} grains={grains} id={`${id}-${i}`} />
            </g>
          </g>
        );
      default:
        return shape satisfies never;
    }
  });
}
