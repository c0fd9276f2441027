import type { SectionPattern } from "../media/medium";

/**
 * How media look in a section: each pattern differs by its grains, not by tint alone, so that it reads in grey. Strata
 * conventions where there are any (stipple for sand, rounds for gravel), our own for what geology has no sign for.
 */
export const TILE = 48;

type Place = readonly [x: number, y: number, turnDegrees: number];
type Point = readonly [x: number, y: number];
/** A grain as a path in its own coordinates: a letter and the points it takes. */
type Stroke = readonly (readonly [command: "M" | "L" | "Q" | "Z", ...points: Point[]])[];

/**
 * Points spread evenly but not in rows: a jittered grid from a fixed sequence, so that a drawing is the same every
 * time.
 */
function scatter(columns: number, rows: number, seed: number, jitter = 0.7): readonly Place[] {
  let state = seed;
  const next = (): number => {
    state = (state * 1103515245 + 12345) & 0x7fffffff;
    return state / 0x7fffffff;
  };
  const places: Place[] = [];
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      const x = (column + 0.5 + (row % 2 ? 0.25 : -0.25) + (next() - 0.5) * jitter * 0.5) * (TILE / columns);
      const y = (row + 0.5 + (next() - 0.5) * jitter) * (TILE / rows);
      places.push([x, y, next() * 180]);
    }
  }
  return places;
}

const round = (value: number): string => String(Math.round(value * 10) / 10);

/** A grain set down at a place, as path data. One path a tile paints far faster than an element a grain. */
function set(stroke: Stroke, [x, y, turn]: Place): string {
  const [cos, sin] = [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)];
  return stroke
    .map(
      ([command, ...points]) =>
        command +
        points.map(([px, py]) => `${round(x + px * cos - py * sin)} ${round(y + px * sin + py * cos)}`).join(" "),
    )
    .join("");
}

/** A circle or ellipse at a place, as path data. */
function ring(rx: number, ry: number, [x, y, turn]: Place): string {
  const [cos, sin] = [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)];
  const arc = `a${rx} ${ry} ${round(turn)} 1 0`;
  return `M${round(x - rx * cos)} ${round(y - rx * sin)}${arc} ${round(2 * rx * cos)} ${round(2 * rx * sin)}${arc} ${round(-2 * rx * cos)} ${round(-2 * rx * sin)}Z`;
}

const CURL: Stroke = [
  ["M", [-3, 0]],
  ["Q", [-1.5, -2], [0, 0]],
  ["Q", [1.5, 2], [3, 0]],
];
const SHORT_CURL: Stroke = [
  ["M", [-1.8, 0]],
  ["Q", [-0.9, -1.3], [0, 0]],
  ["Q", [0.9, 1.3], [1.8, 0]],
];
const DASH: Stroke = [
  ["M", [-2.5, 0]],
  ["L", [2.5, 0]],
];
const CHIP: Stroke = [["M", [-4, -1.2]], ["L", [3.6, -1.8], [4.2, 1.2], [-3.4, 1.8]], ["Z"]];
const STRAND: Stroke = [
  ["M", [-8, 0]],
  ["Q", [-5, -4], [-1, 0]],
  ["Q", [3, 4], [8, 0]],
  ["M", [-4, -1.8]],
  ["L", [-2.5, -4.8]],
  ["M", [3, 1.9]],
  ["L", [4.5, -1]],
];
const STONE: Stroke = [["M", [-6, -2]], ["L", [-2, -6], [4, -5], [7, 0], [4, 5], [-3, 6], [-7, 2]], ["Z"]];

const TICK: Stroke = [
  ["M", [-5, 0]],
  ["Q", [0, -1.5], [5, 0.6]],
];
const CRUMB: Stroke = [["M", [-2, -0.8]], ["L", [-0.4, -2], [1.8, -1], [1.4, 1.4], [-1, 1.8]], ["Z"]];
const SHARD: Stroke = [["M", [-3.4, -1.4]], ["L", [1, -2.8], [3.4, 0.8], [-0.6, 2.6]], ["Z"]];
const SPLINTER: Stroke = [["M", [-2.2, 1.4]], ["L", [0.4, -2], [2.4, 1.2]], ["Z"]];
const LEAF: Stroke = [
  ["M", [-6, 0]],
  ["Q", [0, -4.5], [6, 0]],
  ["Q", [0, 4.5], [-6, 0]],
  ["M", [-4.5, 0]],
  ["L", [5, 0]],
];

const dots = (places: readonly Place[], radius: (i: number) => number): string =>
  places.map((at, i) => ring(radius(i), radius(i), at)).join("");
const strokes = (places: readonly Place[], grain: Stroke): string => places.map((at) => set(grain, at)).join("");
const half = (places: readonly Place[], which: 0 | 1, every: number): readonly Place[] =>
  places.filter((_, i) => (i % every === 0 ? 0 : 1) === which);

/** Drawn as lines, and filled with ink. */
export type Grain = { readonly lines?: string; readonly width?: number; readonly filled?: string };

const coir = scatter(7, 7, 11);
const mix = scatter(6, 6, 5);
const loam = scatter(6, 7, 43);
const pebbles = scatter(4, 4, 23, 0.4);
const gravel = scatter(4, 4, 37, 0.5);

export const GRAINS: Record<SectionPattern, Grain> = {
  peat: { lines: strokes(scatter(6, 7, 3), CURL), width: 0.7 },
  coir: { lines: strokes(half(coir, 0, 3), DASH), filled: dots(half(coir, 1, 3), () => 0.7) },
  mix: { lines: strokes(half(mix, 1, 4), SHORT_CURL) + dots(half(mix, 0, 4), () => 2), width: 0.75 },
  bark: { lines: strokes(scatter(4, 5, 7), CHIP) },
  moss: {
    lines: scatter(3, 5, 13)
      .map(([x, y, turn]) => set(STRAND, [x, y, (turn % 60) - 30]))
      .join(""),
    width: 0.7,
  },
  granules: { lines: dots(scatter(6, 6, 17), (i) => (i % 3 ? 2 : 2.8)), width: 0.7 },
  stones: { lines: strokes(scatter(3, 3, 19, 0.5), STONE) },
  pebbles: {
    lines: dots(pebbles, () => 5),
    filled: dots(
      pebbles.map(([x, y, turn]) => [x - 1.5, y - 1.5, turn] as const),
      () => 0.8,
    ),
  },
  "coarse-sand": { filled: dots(scatter(8, 8, 29), (i) => (i % 2 ? 1.1 : 0.8)) },
  "fine-sand": { filled: dots(scatter(12, 12, 31), () => 0.5) },
  fibre: { lines: strokes(scatter(5, 8, 41), TICK), width: 0.7 },
  loam: { lines: strokes(half(loam, 0, 2), DASH), filled: dots(half(loam, 1, 2), () => 0.6), width: 0.7 },
  compost: { lines: strokes(scatter(6, 6, 47), CRUMB), width: 0.7 },
  charcoal: { filled: strokes(scatter(4, 4, 53, 0.5), SHARD) },
  leaves: { lines: strokes(scatter(3, 4, 59), LEAF), width: 0.7 },
  grit: { lines: strokes(scatter(6, 6, 61), SPLINTER), width: 0.8 },
  textile: { lines: Array.from({ length: 8 }, (_, i) => `M${i * 6} 0V48M0 ${i * 6}H48`).join(""), width: 0.5 },
  gravel: { lines: gravel.map((at, i) => ring(i % 2 ? 5 : 3.6, i % 2 ? 3.4 : 2.6, at)).join("") },
};

export const PATTERNS = Object.keys(GRAINS) as SectionPattern[];
