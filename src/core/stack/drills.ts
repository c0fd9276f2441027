import { CM_PER_INCH, NBSP, type UnitSystem } from "../units/units";

/**
 * The bits and hole saws that are commonly sold: twist and flat bits to 13 mm (½ in), then spade bits and hole saws.
 * General workshop practice; a size of one's own is as good.
 */
const METRIC_MM: readonly number[] = [
  ...Array.from({ length: 23 }, (_, i) => 2 + i * 0.5),
  ...[14, 15, 16, 18, 20, 22, 25, 28, 30, 32, 35, 38, 40, 44, 51, 60, 68, 76, 83, 102],
];
const SIXTEENTHS: readonly number[] = [
  ...[1, 2, 3, 4, 5, 6, 7, 8, 10, 12, 14, 16, 18, 20, 22, 24, 28, 32, 36, 40, 48, 52, 64],
];

export type Drill = { readonly diameterCm: number; readonly words: string };

const METRIC: readonly Drill[] = METRIC_MM.map((mm) => ({ diameterCm: mm / 10, words: `${mm}${NBSP}mm` }));
const IMPERIAL: readonly Drill[] = SIXTEENTHS.map((sixteenths) => ({
  diameterCm: (sixteenths / 16) * CM_PER_INCH,
  words: `${inchWords(sixteenths)}${NBSP}in`,
}));

/** "3/8", "1 1/4" */
function inchWords(sixteenths: number): string {
  const whole = Math.floor(sixteenths / 16);
  const rest = sixteenths % 16;
  if (rest === 0) return String(whole);
  const shared = [8, 4, 2, 1].find((by) => rest % by === 0)!;
  const fraction = `${rest / shared}/${16 / shared}`;
  return whole === 0 ? fraction : `${whole} ${fraction}`;
}

/** The drill nearest to a bore, as a share of it; undefined for one wider than any, which is sawn. */
export function drillFor(boreCm: number, system: UnitSystem): Drill | undefined {
  const sold = system === "metric" ? METRIC : IMPERIAL;
  const away = ({ diameterCm }: Drill): number => Math.abs(Math.log(diameterCm / boreCm));
  const nearest = sold.reduce((best, one) => (away(one) < away(best) ? one : best));
  return boreCm > sold.at(-1)!.diameterCm * 1.1 ? undefined : nearest;
}
