import type { Dressing, Fixture, FixtureOf } from "../stack/fixtures";
import { openingsOf, stackHeightCm } from "../stack/geometry";
import { baseThick, traySpan, wallThick, type Pen } from "./pen";
import { box, circle, mm, stroke, type PathShape, type Shape } from "./shape";

/** How each kind of fixture is drawn when the vessel is cut; the same on a screen, on paper and in a file. */

/** Of many holes in a base so many are drawn. */
const MOST_HOLES_DRAWN = 6;
/** Open water in a drawing lets what lies under it be seen. */
const WATER_OPACITY = 0.45;

export function fixtureShapes(fixture: Fixture, pen: Pen): readonly Shape[] {
  switch (fixture.kind) {
    case "hole":
      return fixture.in === "wall" ? wallHole(fixture, pen) : baseHoles(fixture, pen);
    case "fill-tube":
    case "standpipe":
    case "tell-tale":
      return pipe(fixture, pen);
    case "tray":
      return tray(fixture, pen);
    case "liner":
      return liner(fixture, pen);
    case "front":
      return front(fixture, pen);
    case "feed-strip":
      return feedStrip(fixture, pen);
    case "drain-screen": {
      const { left, right } = pen.outline.wallsAt(0);
      const y = pen.yOf(0) - 0.5 * pen.mark;
      return [
        stroke(`M${mm(left + 0.5 * pen.mark)} ${mm(y)}H${mm(right - 0.5 * pen.mark)}`, 0.7 * pen.mark, {
          dashMm: [0.4 * pen.mark, 0.5 * pen.mark],
        }),
      ];
    }
    case "dressing":
      return dressing(fixture, pen);
    case "lid": {
      const rim = pen.outline.wallsAt(pen.shownTopCm);
      const open = ((rim.right - rim.left) * Math.min(1, Math.max(0, fixture.openShare))) / 2;
      const middle = (rim.left + rim.right) / 2;
      const y = mm(pen.yOf(pen.shownTopCm) - pen.mark);
      const wall = wallThick(pen);
      return [
        stroke(
          `M${mm(rim.left - wall)} ${y}H${mm(middle - open)}M${mm(middle + open)} ${y}H${mm(rim.right + wall)}`,
          pen.mark,
        ),
      ];
    }
    default:
      return fixture satisfies never;
  }
}

/** A hole through the wall with its bung, or with the way the water takes. */
function wallHole({ lipCm, diameterCm, acrossShare, plugged }: FixtureOf<"hole">, pen: Pen): readonly Shape[] {
  const { outline, yOf, unitsPerCm, mark } = pen;
  const walls = outline.wallsAt(lipCm);
  const wall = wallThick(pen);
  const high = Math.max(mark, diameterCm * unitsPerCm);
  const y = yOf(lipCm);
  const toLeft = acrossShare < 0.5;
  const x = toLeft ? walls.left - wall - 0.3 * mark : walls.right - 0.3 * mark;
  return [
    box(x, y - high, wall + 0.6 * mark, high, plugged ? "soft" : "paper", { stroke: "ink", widthMm: 0.25 * mark }),
    ...(plugged
      ? []
      : [arrow(toLeft ? walls.left - wall : walls.right + wall, y - high / 2, toLeft ? -3 : 3, 0, mark)]),
  ];
}

function baseHoles({ count, diameterCm, plugged }: FixtureOf<"hole">, pen: Pen): readonly Shape[] {
  const { outline, yOf, mark } = pen;
  const foot = outline.wallsAt(0);
  const shown = Math.min(count, MOST_HOLES_DRAWN);
  const across = Math.max(mark, outline.across(diameterCm));
  const under = baseThick(pen);
  return Array.from({ length: shown }, (_, i) => {
    const x = foot.left + ((foot.right - foot.left) * (i + 0.5)) / shown;
    return [
      box(x - across / 2, yOf(0) - 0.1 * mark, across, under + 0.2 * mark, plugged ? "soft" : "paper", {
        stroke: "ink",
        widthMm: 0.15 * mark,
      }),
      ...(plugged ? [] : [arrow(x, yOf(0) + under, 0, 2.5, mark)]),
    ];
  }).flat();
}

function pipe(fixture: FixtureOf<"fill-tube" | "standpipe" | "tell-tale">, pen: Pen): readonly Shape[] {
  const { setup, outline, yOf, unitsPerCm, mark, shownTopCm, waterCm } = pen;
  const drains = fixture.kind === "standpipe";
  const half = Math.max(0.6 * mark, outline.across(fixture.diameterCm) / 2);
  const x = outline.standingX(fixture.acrossShare, 2 * half);
  // a tube is cut over the rim; a drawing that is cut short has no rim
  const isWhole = shownTopCm >= setup.vessel.insideDepthCm;
  const topCm = drains ? fixture.lipCm : shownTopCm;
  const top = yOf(topCm) - (drains ? 0 : isWhole ? Math.max(OVER_RIM_CM * unitsPerCm, 1.5 * mark) : 1.5 * mark);
  const bottom = drains ? yOf(0) + baseThick(pen) + mark : yOf(0);
  const isCut = fixture.kind === "fill-tube" && fixture.foot === "cut";
  const slant = isCut ? Math.min(2 * half, bottom - top) : 0;
  const wide = (fixture.kind === "tell-tale" ? 0.2 : 0.35) * mark;
  const standsAt = drains || waterCm === undefined ? 0 : Math.min(waterCm, topCm);
  return [
    box(x - half, top, 2 * half, bottom - top, "paper", { opacity: 0.92 }),
    ...(standsAt > 0
      ? [box(x - half, yOf(standsAt), 2 * half, bottom - yOf(standsAt), "water", { opacity: WATER_OPACITY })]
      : []),
    stroke(`M${mm(x - half)} ${mm(top)}V${mm(bottom)}M${mm(x + half)} ${mm(top)}V${mm(bottom - slant)}`, wide),
    ...(isCut ? [stroke(`M${mm(x - half)} ${mm(bottom)}L${mm(x + half)} ${mm(bottom - slant)}`, wide)] : []),
    ...(fixture.kind === "fill-tube" && fixture.foot === "drilled" ? footHoles(x, half, bottom, mark) : []),
    ...(drains ? [arrow(x, top + mark, 0, Math.max(1, (bottom - top) / mark - 1.5), mark)] : []),
  ];
}
/** A tube stands so far over the rim. [cm] */
const OVER_RIM_CM = 1.5;

const footHoles = (x: number, half: number, bottom: number, mark: number): readonly PathShape[] =>
  [0, 1, 2].flatMap((row) =>
    [x - half, x + half].map((at) =>
      circle(at, bottom - (1.1 + 1.5 * row) * mark, 0.35 * mark, "ink", { stroke: "none", widthMm: 0 }),
    ),
  );

/** The tray the vessel stands in, with what stands in it. */
function tray({ insideLengthCm }: FixtureOf<"tray">, pen: Pen): readonly Shape[] {
  const { setup, outline, yOf, mark, waterCm } = pen;
  const { trayRimCm, trayBedCm, baseIsOpen } = openingsOf(setup);
  const { left, right } = traySpan(pen, insideLengthCm);
  const [rim, bed] = [yOf(trayRimCm!), Math.max(yOf(trayBedCm!), yOf(0) + baseThick(pen))];
  const level = baseIsOpen && waterCm !== undefined ? Math.min(waterCm, trayRimCm!) : trayBedCm!;
  const outer = outline.wallsAt(Math.max(0, level));
  const wall = wallThick(pen);
  const beside: readonly (readonly [number, number])[] = [
    [left, outer.left - wall],
    [outer.right + wall, right],
  ];
  return [
    ...beside.flatMap(([from, to]) =>
      level > trayBedCm! && to > from
        ? [box(from, yOf(level), to - from, bed - yOf(level), "water", { opacity: WATER_OPACITY })]
        : [],
    ),
    stroke(`M${mm(left)} ${mm(rim)}V${mm(bed + 0.4 * mark)}H${mm(right)}V${mm(rim)}`, 0.6 * mark),
  ];
}

function liner({ topCm }: FixtureOf<"liner">, { outline, yOf, shownTopCm, mark }: Pen): readonly Shape[] {
  const heights = [0, 0.25, 0.5, 0.75, 1].map((share) => share * Math.min(topCm, shownTopCm));
  const inset = 0.5 * mark;
  const side = (which: "left" | "right", by: number): string =>
    heights.map((z) => `${mm(outline.wallsAt(z)[which] + by)} ${mm(yOf(z) - (z === 0 ? inset : 0))}`).join("L");
  const foot = outline.wallsAt(0);
  return [
    stroke(
      `M${side("left", inset)}M${side("right", -inset)}M${mm(foot.left + inset)} ${mm(yOf(0) - inset)}H${mm(foot.right - inset)}`,
      0.35 * mark,
      { dashMm: [2, 0.5, 0.5, 0.5].map((one) => one * mark) },
    ),
  ];
}

/** Doors in front are in the plane of the drawing: their sill is a line across, with the panes' edge over it. */
function front({ sillCm }: FixtureOf<"front">, { outline, yOf, shownTopCm, mark }: Pen): readonly Shape[] {
  if (sillCm > shownTopCm) return [];
  const { left, right } = outline.wallsAt(sillCm);
  const y = mm(yOf(sillCm));
  const middle = (left + right) / 2;
  return [
    stroke(`M${mm(left)} ${y}H${mm(right)}`, 0.5 * mark),
    stroke(`M${mm(middle)} ${y}V${mm(yOf(shownTopCm))}`, 0.25 * mark, { dashMm: [2 * mark, mark] }),
  ];
}

/** Feed laid in one place, cut across: a row of grains. */
function feedStrip(
  { heightCm, acrossShare }: FixtureOf<"feed-strip">,
  { outline, yOf, shownTopCm, mark }: Pen,
): readonly Shape[] {
  if (heightCm > shownTopCm) return [];
  const walls = outline.wallsAt(heightCm);
  const x = walls.left + (walls.right - walls.left) * acrossShare;
  const y = yOf(heightCm);
  return [-1.6, 0, 1.6].map((by) =>
    circle(x + by * mark, y, 0.6 * mark, "ink", { stroke: "paper", widthMm: 0.15 * mark }),
  );
}

/** How a dressing looks, grain by grain; `s` is a step of the row. */
const DRESSING_MARKS: Record<Dressing["material"], (x: number, y: number, s: number) => string> = {
  gravel: (x, y, s) =>
    `M${mm(x - s / 3)} ${mm(y - s / 4)}a${mm(s / 3)} ${mm(s / 4)} 0 1 0 ${mm((2 * s) / 3)} 0a${mm(s / 3)} ${mm(s / 4)} 0 1 0 ${mm((-2 * s) / 3)} 0Z`,
  bark: (x, y, s) => `M${mm(x - s / 3)} ${mm(y - s / 6)}l${mm(s / 1.8)} ${mm(-s / 4)}`,
  "living-moss": (x, y, s) =>
    `M${mm(x)} ${mm(y)}v${mm(-s / 2)}M${mm(x)} ${mm(y - s / 4)}l${mm(-s / 4)} ${mm(-s / 4)}M${mm(x)} ${mm(y - s / 4)}l${mm(s / 4)} ${mm(-s / 4)}`,
  sheet: (x, y, s) => `M${mm(x - s / 2)} ${mm(y - s / 6)}h${mm(s)}`,
};
const DRESSING_STEP = 2.4;

function dressing({ material, thicknessCm }: FixtureOf<"dressing">, pen: Pen): readonly Shape[] {
  const { setup, outline, yOf, unitsPerCm, mark } = pen;
  const surfaceCm = stackHeightCm(setup);
  const { left, right } = outline.wallsAt(Math.min(surfaceCm, setup.vessel.insideDepthCm));
  const y = yOf(surfaceCm);
  const high = Math.max(mark, thicknessCm * unitsPerCm);
  const step = DRESSING_STEP * mark;
  const count = Math.floor((right - left) / step);
  const rows = Math.max(1, Math.floor(high / (0.75 * step)));
  const grains = Array.from({ length: rows }, (_, row) =>
    Array.from({ length: count }, (__, i) =>
      DRESSING_MARKS[material](left + step * (i + 0.5 + (row % 2) / 2), y - 0.75 * step * row - 0.2 * mark, step),
    ).join(""),
  ).join("");
  return [
    ...(material === "living-moss" ? [] : [box(left, y - high, right - left, high, "paper", { opacity: 0.8 })]),
    stroke(grains, 0.3 * mark, { stroke: material === "living-moss" ? "life" : "ink" }),
  ];
}

/** A short arrow from a place, in the colour of water; its lengths are in marks. */
function arrow(x: number, y: number, dx: number, dy: number, mark: number): PathShape {
  const [tx, ty] = [x + dx * mark, y + dy * mark];
  const [ux, uy] = [Math.sign(dx) * mark, Math.sign(dy) * mark];
  return stroke(
    `M${mm(x)} ${mm(y)}L${mm(tx)} ${mm(ty)}M${mm(tx - ux - 0.7 * uy)} ${mm(ty - uy - 0.7 * ux)}L${mm(tx)} ${mm(ty)}L${mm(tx - ux + 0.7 * uy)} ${mm(ty - uy + 0.7 * ux)}`,
    0.35 * mark,
    { stroke: "water" },
  );
}
