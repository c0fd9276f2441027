/** What living things want, as bands on one scale each, to be compared at a glance. */
export type BandScale = {
  readonly name: string;
  /** Where a value lies between the scale's ends. [0…1] */
  readonly at: (value: number) => number;
  /** Values that are named under the head of the column. */
  readonly ticks: readonly (readonly [value: number, words: string])[];
};

const clamped = (share: number): number => Math.min(1, Math.max(0, share));
const linear =
  (from: number, to: number) =>
  (value: number): number =>
    clamped((value - from) / (to - from));
const logarithmic =
  (from: number, to: number) =>
  (value: number): number =>
    clamped(Math.log(Math.max(value, from) / from) / Math.log(to / from));

/** Suction by tenfolds: from standing in water to dry to the hand. [cm] */
export const SUCTION: BandScale = {
  name: "How damp",
  at: logarithmic(1, 100_000),
  ticks: [
    [1, "wet"],
    [60, "damp"],
    [2000, "dry"],
  ],
};
export const AIR: BandScale = {
  name: "Air at the roots",
  at: linear(0, 0.6),
  ticks: [
    [0, "none"],
    [0.3, "30 %"],
  ],
};
export const WARMTH: BandScale = {
  name: "Warmth, and the coldest it bears",
  at: linear(-30, 40),
  ticks: [
    [-20, "−20"],
    [0, "0"],
    [20, "20 °C"],
  ],
};
export const LIGHT: BandScale = {
  name: "Light a day",
  at: linear(0, 50),
  ticks: [
    [0, "dark"],
    [14, "window"],
    [30, "sun"],
  ],
};

const WIDTH = 100;
const HEIGHT = 10;

/** A band from the one value to the other, with its likely value, and what lies outside it. `words` are its numbers. */
export function Band({
  scale,
  low,
  high,
  likely,
  least,
  words,
}: {
  scale: BandScale;
  low: number;
  high: number;
  likely?: number | undefined;
  /** A value apart from the band, such as the frost it lives through. */
  least?: number | undefined;
  words: string;
}) {
  const x = (value: number): number => WIDTH * scale.at(value);
  const [from, to] = [x(low), x(high)];
  return (
    <span className="block leading-none" title={words}>
      <span aria-hidden className="mb-0.5 block truncate text-xs text-soft md:hidden">
        {scale.name}
      </span>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        preserveAspectRatio="none"
        className="block h-3 w-full"
        role="img"
        aria-label={words}
      >
        <path d={`M0 ${HEIGHT / 2}H${WIDTH}`} stroke="var(--rule)" vectorEffect="non-scaling-stroke" />
        {scale.ticks.map(([value]) => (
          <path
            key={value}
            d={`M${x(value)} 2V${HEIGHT - 2}`}
            stroke="var(--rule-strong)"
            vectorEffect="non-scaling-stroke"
          />
        ))}
        {least !== undefined && x(least) < from && (
          <path
            d={`M${x(least)} ${HEIGHT / 2}H${from}`}
            stroke="var(--water)"
            strokeDasharray="2 2"
            strokeWidth={2}
            vectorEffect="non-scaling-stroke"
          />
        )}
        <rect x={from} y={2} width={Math.max(1.5, to - from)} height={HEIGHT - 4} fill="var(--water)" />
        {likely !== undefined && (
          <path d={`M${x(likely)} 0V${HEIGHT}`} stroke="var(--ink)" strokeWidth={2} vectorEffect="non-scaling-stroke" />
        )}
      </svg>
      <span className="mt-0.5 block truncate text-xs text-soft">{words}</span>
    </span>
  );
}

/** The scale of a column, under its name. */
export const BandHead = ({ scale }: { scale: BandScale }) => (
  <>
    {scale.name}
    <span aria-hidden className="relative block h-4 text-xs font-normal text-soft">
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} preserveAspectRatio="none" className="absolute inset-0 h-full w-full">
        <path d={`M0 ${HEIGHT}H${WIDTH}`} stroke="var(--rule-strong)" vectorEffect="non-scaling-stroke" />
      </svg>
      {scale.ticks.map(([value, words]) => (
        <span
          key={value}
          className="absolute bottom-0.5 whitespace-nowrap"
          style={{
            left: `${100 * scale.at(value)}%`,
            transform: scale.at(value) > 0.05 ? "translateX(-50%)" : undefined,
          }}
        >
          {words}
        </span>
      ))}
    </span>
  </>
);
