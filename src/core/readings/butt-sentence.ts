import type { Butt } from "../place/butt";
import { monthName } from "../units/calendar-date";
import { formatPercent, formatVolume, threeFigures, type UnitSystem } from "../units/units";

/** What a roof and a butt come to for those that stand there. */
export function buttSentence(butt: Butt, larger: Butt, setups: number, system: UnitSystem): string {
  const volume = (litres: number): string => formatVolume(1000 * litres, system);
  const caught = `The roof brings ${volume(butt.caughtL)} in an average year`;
  if (!(butt.askedL > 0))
    return `${caught}; ${setups === 0 ? "nothing stands here yet that would take of it" : "what stands here takes next to nothing"}.`;
  const days = (of: Butt): string => `${threeFigures(of.dryDays, 0)} days`;
  const served = `All that stands here takes ${volume(butt.askedL)}, rain on it not counted, and of that the butt gives ${formatPercent(butt.servedShare)}`;
  if (butt.dryDays < 0.5) return `${caught}. ${served}: it does not run dry in most years.`;
  return `${caught}, of which ${volume(butt.spiltL)} find it full. ${served}: it runs dry on ${days(butt)} of a year, most of them in ${monthName(butt.driestMonth)}. ${
    larger.dryDays < 0.9 * butt.dryDays
      ? `One twice as large would on ${days(larger)}.`
      : "A larger one would hardly help: a larger roof would."
  }`;
}
