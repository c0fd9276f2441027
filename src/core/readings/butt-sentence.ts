import type { Butt } from "../place/butt";
import { RAIN_WATER, type Water } from "../place/waters";
import { monthName } from "../units/calendar-date";
import { formatPercent, formatVolume, NBSP, threeFigures, type UnitSystem } from "../units/units";

/** Served so well it is as good as always. */
const NEARLY_ALL = 0.995;

/**
 * What a roof and a butt come to for those that stand there.
 * @param isGiven  whether some are given rain; else what is asked is what all would take
 * @param tap      what makes good what the butt lacks
 */
export function buttSentence(
  butt: Butt,
  larger: Butt,
  { setups, isGiven, tap }: { readonly setups: number; readonly isGiven: boolean; readonly tap: Water | undefined },
  system: UnitSystem,
): string {
  const volume = (litres: number): string => formatVolume(1000 * litres, system);
  const caught = `The roof brings ${volume(butt.caughtL)} in an average year`;
  if (!(butt.askedL > 0))
    return `${caught}; ${setups === 0 ? "nothing stands here yet that would take of it" : "what stands here takes next to nothing"}.`;
  const days = (of: Butt): string => `${threeFigures(of.dryDays, 0)} days`;
  const served = isGiven
    ? `What is given rain here takes ${volume(butt.askedL)} of it, beside what falls on it, and of that the butt gives ${formatPercent(butt.servedShare)}`
    : `Nothing here is given rain yet. Were all of it, it would take ${volume(butt.askedL)} beside what falls on it, and of that the butt would give ${formatPercent(butt.servedShare)}`;
  if (butt.dryDays < 0.5) return `${caught}. ${served}: it does not run dry in most years.`;
  const mixed =
    tap && tap.mgPerL !== null && butt.servedShare < NEARLY_ALL
      ? ` With ${tap.name} on the days it is dry, its rain comes to ${threeFigures(butt.servedShare * RAIN_WATER.mgPerL! + (1 - butt.servedShare) * tap.mgPerL, 0)}${NBSP}mg/L over the year.`
      : "";
  return `${caught}, of which ${volume(butt.spiltL)} find it full. ${served}: it runs dry on ${days(butt)} of a year, most of them in ${monthName(butt.driestMonth)}. ${
    larger.dryDays < 0.9 * butt.dryDays
      ? `One twice as large would on ${days(larger)}.`
      : "A larger one would hardly help: a larger roof would."
  }${mixed}`;
}
