import { formatPercent } from "@/core/units/units";

const WIDTH = 100;
const HEIGHT = 10;

/** What a drained medium is made of by volume: water, air and solids, as one bar that is compared at a glance. */
export function VolumeBar({ water, air }: { water: number; air: number }) {
  const [waterEnd, airEnd] = [WIDTH * water, WIDTH * Math.min(1, water + air)];
  const words = `water ${formatPercent(water)}, air ${formatPercent(air)}, solids ${formatPercent(Math.max(0, 1 - water - air))}`;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      preserveAspectRatio="none"
      className="block h-3.5 w-full min-w-24"
      role="img"
      aria-label={words}
    >
      <title>{words}</title>
      <rect width={WIDTH} height={HEIGHT} fill="var(--solid)" />
      <rect x={waterEnd} width={airEnd - waterEnd} height={HEIGHT} fill="var(--sheet)" />
      <rect width={waterEnd} height={HEIGHT} fill="var(--water)" fillOpacity={0.75} />
      <rect width={WIDTH} height={HEIGHT} fill="none" stroke="var(--rule-strong)" vectorEffect="non-scaling-stroke" />
    </svg>
  );
}
