import { box, circle, line, mm, words, type Drawing, type Shape } from "../drawing/shape";
import type { Setup } from "../stack/setup";
import { formatLength, type UnitSystem } from "../units/units";
import { cutAt, hasCurvedWall } from "../vessel/vessel";
import { type BaseCut, type Cut, type WallCut } from "./cuts";

/** A hole as it is marked out: seen from outside, with every length that has to be measured. */
const TEXT_MM = 3;
const WITHIN = { width: 78, height: 52 } as const;
const SIDE_MM = 30;

export function cutDrawing(cut: Cut, setup: Setup, system: UnitSystem): Drawing {
  return cut.in === "wall" ? wallDrawing(cut, setup, system) : baseDrawing(cut, system);
}

const tick = (x: number, y: number): Shape => line(x - 0.8, y + 0.8, x + 0.8, y - 0.8, 0.35);

/** The side of the vessel, seen from outside. */
function wallDrawing(cut: WallCut, setup: Setup, system: UnitSystem): Drawing {
  const { vessel } = setup;
  const cm = (length: number): string => formatLength(length, system);
  const isRound = hasCurvedWall(vessel);
  const rim = cutAt(vessel, vessel.insideDepthCm);
  const base = cutAt(vessel, 0);
  const [rimCm, baseCm] = [rim.widthCm + 2 * vessel.wallCm, base.widthCm + 2 * vessel.wallCm];
  const highCm = vessel.insideDepthCm + vessel.baseCm;
  const perCm = Math.min(WITHIN.width / Math.max(rimCm, baseCm), WITHIN.height / highCm);
  const wide = Math.max(rimCm, baseCm) * perCm;
  const middle = SIDE_MM + wide / 2;
  const top = 4;
  const ground = top + highCm * perCm;
  const y = ground - cut.overGroundCm * perCm;
  const radius = Math.max(0.7, (cut.diameterCm / 2) * perCm);
  // around a round wall the places are seen as far apart as they are from the side
  const xOf = (alongCm: number): number => {
    const half = cutAt(vessel, cut.centreCm).widthCm / 2;
    return middle + (isRound ? half * Math.sin(Math.min(1.5, Math.max(-1.5, alongCm / half))) : alongCm) * perCm;
  };
  const xs = cut.places.map(({ alongCm }) => xOf(alongCm));
  const rightX = SIDE_MM + wide + 6;
  const shapes: Shape[] = [
    {
      kind: "path",
      d: `M${mm(middle - (baseCm * perCm) / 2)} ${mm(ground)}L${mm(middle - (rimCm * perCm) / 2)} ${mm(top)}H${mm(middle + (rimCm * perCm) / 2)}L${mm(middle + (baseCm * perCm) / 2)} ${mm(ground)}Z`,
      fill: "none",
      stroke: "ink",
      widthMm: 0.5,
    },
    line(SIDE_MM - 4, ground, SIDE_MM + wide + 4, ground, 0.3),
    line(SIDE_MM - 10, y, SIDE_MM + wide + 8, y, 0.15, { stroke: "soft", dashMm: [2, 0.6, 0.4, 0.6] }),
    ...xs.flatMap((x) => [circle(x, y, radius, "paper"), line(x, y - radius - 1.2, x, y + radius + 1.2, 0.15)]),
    // up from what it stands on
    line(SIDE_MM - 8, ground, SIDE_MM - 8, y, 0.2),
    tick(SIDE_MM - 8, ground),
    tick(SIDE_MM - 8, y),
    words(SIDE_MM - 10, (ground + y) / 2 + 1, cm(cut.overGroundCm), TEXT_MM, { anchor: "end" }),
    // down from the rim
    line(rightX, top, rightX, y, 0.2),
    tick(rightX, top),
    tick(rightX, y),
    words(rightX + 2, (top + y) / 2 + 1, cm(cut.underRimCm), TEXT_MM),
    words(SIDE_MM - 4, ground + 4.5, "what it stands on", 2.6, { ink: "soft" }),
    words(
      middle,
      Math.max(top + 3, y - radius - 2.5),
      `${cut.places.length > 1 ? `${cut.places.length} × ` : ""}⌀ ${cut.drill?.words ?? cm(cut.diameterCm)}`,
      TEXT_MM,
      { anchor: "middle" },
    ),
  ];
  if (xs.length > 1) {
    const dimY = y + radius + 3.5;
    shapes.push(
      line(xs[0]!, dimY, xs[1]!, dimY, 0.2),
      tick(xs[0]!, dimY),
      tick(xs[1]!, dimY),
      words((xs[0]! + xs[1]!) / 2, dimY + 4, cm(cut.places[1]!.alongCm - cut.places[0]!.alongCm), TEXT_MM, {
        anchor: "middle",
      }),
    );
  }
  return {
    widthMm: SIDE_MM + wide + 26,
    heightMm: ground + 8,
    title: `The ${cut.side} side from outside: centres ${cm(cut.overGroundCm)} over what it stands on, ${cm(cut.underRimCm)} under the rim`,
    shapes,
  };
}

/** The base, seen from below. */
function baseDrawing(cut: BaseCut, system: UnitSystem): Drawing {
  const cm = (length: number): string => formatLength(length, system);
  const perCm = Math.min(WITHIN.width / cut.lengthCm, WITHIN.height / cut.widthCm);
  const [wide, high] = [cut.lengthCm * perCm, cut.widthCm * perCm];
  const [left, top] = [6, 4];
  const [mx, my] = [left + wide / 2, top + high / 2];
  const radius = Math.max(0.7, (cut.diameterCm / 2) * perCm);
  const firstRow = cut.places.filter(({ acrossCm }) => Math.abs(acrossCm - cut.places[0]!.acrossCm) < 0.01);
  const columns = firstRow.map(({ alongCm }) => alongCm).sort((a, b) => a - b);
  const rows = [...new Set(cut.places.map(({ acrossCm }) => Number(acrossCm.toFixed(2))))].sort((a, b) => a - b);
  const first = cut.places[0]!;
  const shapes: Shape[] = [
    cut.isRound
      ? {
          kind: "path",
          d: `M${mm(left)} ${mm(my)}a${mm(wide / 2)} ${mm(high / 2)} 0 1 0 ${mm(wide)} 0a${mm(wide / 2)} ${mm(high / 2)} 0 1 0 ${mm(-wide)} 0Z`,
          fill: "none",
          stroke: "ink",
          widthMm: 0.5,
        }
      : box(left, top, wide, high, "none", { stroke: "ink", widthMm: 0.5 }),
    line(left - 3, my, left + wide + 3, my, 0.12, { stroke: "soft", dashMm: [3, 0.8, 0.5, 0.8] }),
    line(mx, top - 3, mx, top + high + 3, 0.12, { stroke: "soft", dashMm: [3, 0.8, 0.5, 0.8] }),
    ...cut.places.flatMap(({ alongCm, acrossCm }) => {
      const [x, y] = [mx + alongCm * perCm, my + acrossCm * perCm];
      return [
        circle(x, y, radius, "paper"),
        line(x - radius - 1, y, x + radius + 1, y, 0.12),
        line(x, y - radius - 1, x, y + radius + 1, 0.12),
      ];
    }),
  ];
  // a ring is told by its distance from the middle, a grid by the distances between its lines
  const notes =
    cut.places.length === 1
      ? Math.abs(first.alongCm) < 0.05
        ? ["in the middle"]
        : [`${cm(Math.abs(first.alongCm))} from the middle`]
      : cut.isRound
        ? radii(cut).map(({ count, radiusCm }) => `${count} in a ring ${cm(radiusCm)} from the middle, evenly`)
        : [
            ...(columns.length > 1 ? [`${cm(columns[1]! - columns[0]!)} from centre to centre along it`] : []),
            ...(rows.length > 1 ? [`${cm(rows[1]! - rows[0]!)} across it`] : []),
            `the first ${cm(cut.lengthCm / 2 + columns[0]!)} and ${cm(cut.widthCm / 2 + rows[0]!)} from the corner`,
          ];
  const bore = `${cut.places.length > 1 ? `${cut.places.length} × ` : ""}⌀ ${cut.drill?.words ?? cm(cut.diameterCm)}`;
  const lines = [bore, ...notes];
  return {
    widthMm: Math.max(left + wide + 8, 78),
    heightMm: top + high + 5 + 4.4 * lines.length,
    title: `The base from below: ${lines.join(", ")}`,
    shapes: [...shapes, ...lines.map((text, i) => words(left, top + high + 6.5 + 4.4 * i, text, TEXT_MM))],
  };
}

function radii({ places, lengthCm, widthCm }: BaseCut): { readonly count: number; readonly radiusCm: number }[] {
  const rings = new Map<string, { count: number; radiusCm: number }>();
  for (const { alongCm, acrossCm } of places) {
    // of an oval base the ring is drawn oval too, and told by its longer half
    const share = Math.hypot(alongCm / lengthCm, acrossCm / widthCm);
    const key = share.toFixed(3);
    const ring = rings.get(key) ?? { count: 0, radiusCm: share * lengthCm };
    rings.set(key, { ...ring, count: ring.count + 1 });
  }
  return [...rings.values()];
}
