import type { SectionPattern } from "@/core/media/medium";

/**
 * How media look in a section: each pattern differs by its grains, not by tint alone, so that it reads in grey. Strata conventions
 * where there are any (stipple for sand, rounds for gravel), our own for what geology has no sign for.
 */
const TILE = 48;

/** Points spread evenly but not in rows: a jittered grid from a fixed sequence, so that a drawing is the same every time. */
function scatter(columns: number, rows: number, seed: number, jitter = 0.7): readonly (readonly [x: number, y: number, turn: number])[] {
  let state = seed;
  const next = (): number => {
    state = (state * 1103515245 + 12345) & 0x7fffffff;
    return state / 0x7fffffff;
  };
  const points: [number, number, number][] = [];
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      const x = (column + 0.5 + (row % 2 ? 0.25 : -0.25) + (next() - 0.5) * jitter * 0.5) * (TILE / columns);
      const y = (row + 0.5 + (next() - 0.5) * jitter) * (TILE / rows);
      points.push([round(x), round(y), Math.round(next() * 180)]);
    }
  }
  return points;
}

const round = (value: number): number => Math.round(value * 10) / 10;

const stroke = { fill: "none", stroke: "var(--grain)", strokeWidth: 0.9, strokeLinecap: "round" } as const;
const turned = ([x, y, turn]: readonly [number, number, number]): string => `translate(${x} ${y}) rotate(${turn})`;

const GRAINS: Record<SectionPattern, React.ReactNode> = {
  peat: scatter(6, 7, 3).map((at, i) => <path key={i} d="M-3 0q1.5 -2 3 0t3 0" transform={turned(at)} {...stroke} strokeWidth={0.7} />),
  coir: scatter(7, 7, 11).map((at, i) => (i % 3 ? <circle key={i} cx={at[0]} cy={at[1]} r={0.7} fill="var(--grain)" /> : <path key={i} d="M-2.5 0H2.5" transform={turned(at)} {...stroke} />)),
  mix: scatter(6, 6, 5).map((at, i) => (i % 4 === 0 ? <circle key={i} cx={at[0]} cy={at[1]} r={2} {...stroke} fill="var(--sheet)" /> : <path key={i} d="M-1.8 0q.9 -1.3 1.8 0t1.8 0" transform={turned(at)} {...stroke} strokeWidth={0.7} />)),
  bark: scatter(4, 5, 7).map((at, i) => <path key={i} d="M-4 -1.2L3.6 -1.8L4.2 1.2L-3.4 1.8Z" transform={turned(at)} {...stroke} />),
  moss: scatter(3, 5, 13).map((at, i) => <path key={i} d="M-8 0c3 -4 5 4 8 0s5 -4 8 0M-3 -1l1.5 -3M3 -1l1.5 -3" transform={`translate(${at[0]} ${at[1]}) rotate(${(at[2] % 60) - 30})`} {...stroke} strokeWidth={0.7} />),
  granules: scatter(6, 6, 17).map(([x, y], i) => <circle key={i} cx={x} cy={y} r={i % 3 ? 2 : 2.8} {...stroke} strokeWidth={0.7} />),
  stones: scatter(3, 3, 19, 0.5).map((at, i) => <path key={i} d="M-6 -2L-2 -6L4 -5L7 0L4 5L-3 6L-7 2Z" transform={turned(at)} {...stroke} />),
  pebbles: scatter(4, 4, 23, 0.4).map((at, i) => <g key={i} transform={turned(at)}><circle r={5} {...stroke} /><circle r={0.8} cx={-1.5} cy={-1.5} fill="var(--grain)" /></g>),
  "coarse-sand": scatter(8, 8, 29).map(([x, y], i) => <circle key={i} cx={x} cy={y} r={i % 2 ? 1.1 : 0.8} fill="var(--grain)" />),
  "fine-sand": scatter(12, 12, 31).map(([x, y], i) => <circle key={i} cx={x} cy={y} r={0.5} fill="var(--grain)" />),
  gravel: scatter(4, 4, 37, 0.5).map((at, i) => <ellipse key={i} rx={i % 2 ? 5 : 3.6} ry={i % 2 ? 3.4 : 2.6} transform={turned(at)} {...stroke} />),
};

const PATTERNS = Object.keys(GRAINS) as SectionPattern[];

export const grainFill = (pattern: SectionPattern, prefix: string): string => `url(#${prefix}-${pattern})`;
export const soilFill = (pattern: SectionPattern): string => `var(--soil-${pattern})`;

/** The patterns' definitions for one drawing; `scale` sizes the grains, `only` leaves out those not drawn. */
export function GrainPatterns({ prefix, scale, only = PATTERNS }: { prefix: string; scale: number; only?: readonly SectionPattern[] }) {
  return (
    <>
      {[...new Set(only)].map((pattern) => (
        <pattern key={pattern} id={`${prefix}-${pattern}`} width={TILE} height={TILE} patternUnits="userSpaceOnUse" patternTransform={`scale(${scale})`}>
          {GRAINS[pattern]}
        </pattern>
      ))}
    </>
  );
}
