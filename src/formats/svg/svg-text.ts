import { GRAINS, TILE } from "../../core/drawing/grains";
import { patternsOf, type Drawing, type Ink, type Shape } from "../../core/drawing/shape";
import type { SectionPattern } from "../../core/media/medium";

/**
 * A drawing as the text of an SVG file, in mm, that needs nothing beside it: colours, patterns and clips are in it, and
 * nothing that a vector program would have to look up.
 */
const COLOURS: Record<Exclude<Ink, object>, string> = {
  none: "none",
  ink: "#000000",
  soft: "#444444",
  rule: "#bbbbbb",
  paper: "#ffffff",
  water: "#14506f",
  life: "#254d1d",
  trouble: "#8a2b0e",
};

/** Pale, so that the grains over them read in grey too. */
const SOILS: Record<SectionPattern, string> = {
  peat: "#e6ddd4",
  coir: "#eee4d2",
  mix: "#e0d8ce",
  bark: "#ecdccb",
  moss: "#f0eddb",
  granules: "#fafaf7",
  stones: "#e9e5e2",
  pebbles: "#f2e6da",
  "coarse-sand": "#f7f1de",
  "fine-sand": "#faf6ea",
  gravel: "#efeeea",
  fibre: "#f0e6d3",
  loam: "#e8ddcd",
  compost: "#e2d9cd",
  charcoal: "#ecebe8",
  leaves: "#efe6d4",
  textile: "#f5f4f1",
  grit: "#f1eeeb",
};

/** Of a pattern's tile, so that a grain is a mm or two. [mm per unit] */
export const GRAIN_SCALE = 0.22;

const UNSAYABLE =
  /[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]|[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/g;
const escaped = (text: string): string =>
  text
    .replaceAll(UNSAYABLE, "")
    .replaceAll("&", "&amp;")
    .replaceAll("<", "&lt;")
    .replaceAll(">", "&gt;")
    .replaceAll('"', "&quot;");

const colourOf = (ink: Ink): string =>
  typeof ink === "string" ? COLOURS[ink] : "soil" in ink ? SOILS[ink.soil] : `url(#grain-${ink.grain})`;

const round = (value: number): string => String(Math.round(value * 100) / 100);

export function svgText({ widthMm, heightMm, title, shapes }: Drawing): string {
  let clips = 0;
  const written = (shape: Shape): string => {
    switch (shape.kind) {
      case "path": {
        const dash = shape.dashMm ? ` stroke-dasharray="${shape.dashMm.map(round).join(" ")}"` : "";
        const opacity = shape.opacity === undefined ? "" : ` fill-opacity="${round(shape.opacity)}"`;
        return `<path d="${escaped(shape.d)}" fill="${colourOf(shape.fill)}"${opacity} stroke="${colourOf(shape.stroke)}" stroke-width="${round(shape.widthMm)}"${dash}/>`;
      }
      case "text":
        return `<text x="${round(shape.x)}" y="${round(shape.y)}" font-family="sans-serif" font-size="${round(shape.sizeMm)}" text-anchor="${shape.anchor}" fill="${colourOf(shape.ink)}">${escaped(shape.text)}</text>`;
      case "clipped": {
        const id = `clip-${++clips}`;
        return `<clipPath id="${id}"><path d="${escaped(shape.to)}"/></clipPath><g clip-path="url(#${id})">${shape.shapes.map(written).join("\n")}</g>`;
      }
      default:
        return shape satisfies never;
    }
  };
  const body = shapes.map(written).join("\n");
  return `<?xml version="1.0" encoding="UTF-8"?>
<svg xmlns="http://www.w3.org/2000/svg" width="${round(widthMm)}mm" height="${round(heightMm)}mm" viewBox="0 0 ${round(widthMm)} ${round(heightMm)}">
<title>${escaped(title)}</title>
<defs>
${[...patternsOf(shapes)].map(patternText).join("\n")}
</defs>
${body}
</svg>
`;
}

function patternText(pattern: SectionPattern): string {
  const { lines, width = 0.9, filled } = GRAINS[pattern];
  return `<pattern id="grain-${pattern}" width="${TILE}" height="${TILE}" patternUnits="userSpaceOnUse" patternTransform="scale(${GRAIN_SCALE})">${
    lines ? `<path d="${lines}" fill="none" stroke="#000000" stroke-width="${width}" stroke-linecap="round"/>` : ""
  }${filled ? `<path d="${filled}" fill="#000000"/>` : ""}</pattern>`;
}
