import { inMonths } from "../readings/year-sentences";
import { drainsAtCm } from "../stack/geometry";
import type { Setup } from "../stack/setup";
import { monthName } from "../units/calendar-date";
import type { Range } from "../units/range";
import { formatRange, formatVolume, threeFigures, type UnitSystem } from "../units/units";
import { daysBetweenIn, rangeOver, type Ensemble } from "./ensemble";

const NEVER = "It wants no water by hand all year.";
/** Fewer years tell of no one in ten. */
const LEAST_RUNS = 10;

const whole = (days: number): string => threeFigures(Math.round(days), 0);
const daysOf = ({ low, high }: Range): string => {
  const [from, to] = [Math.max(1, Math.floor(low)), Math.max(1, Math.ceil(high))];
  return from === to ? (from === 1 ? "every day" : `every ${from} days`) : `every ${from} to ${to} days`;
};

/** The month, from 0, in which it is filled most often over all of them. */
function busiest({ runs }: Ensemble): number {
  const times = Array.from({ length: 12 }, (_, month) => runs.reduce((sum, { gaps }) => sum + gaps[month]!.length, 0));
  return times.indexOf(Math.max(...times));
}

/** What can be promised of a setup, in one line; undefined while too little is known. */
export function promise(setup: Setup, ensemble: Ensemble): string | undefined {
  const { runs } = ensemble;
  if (runs.length < LEAST_RUNS) return undefined;
  const verb = setup.water.by === "level" ? "Fill it" : setup.water.by === "soaking" ? "Soak it" : "Give it water back";
  const month = busiest(ensemble);
  const between = daysBetweenIn(ensemble, month);
  const thirsty = rangeOver(runs, ({ thirstyDays }) => thirstyDays);
  const parts = [
    between
      ? `${verb} ${daysOf(between)} in ${monthName(month)}`
      : runs.some(({ fillings }) => fillings > 0)
        ? `${verb} ${times(rangeOver(runs, ({ fillings }) => fillings))} a year`
        : undefined,
    overWords(setup, ensemble),
    thirsty.high >= 1
      ? thirsty.typical >= 1
        ? `its roots are thirsty on ${formatWhole(thirsty)} days a year`
        : `in one year of ten its roots are thirsty on ${whole(thirsty.high)} ${Math.round(thirsty.high) === 1 ? "day" : "days"}`
      : undefined,
  ].filter((part) => part !== undefined);
  return parts.length === 0 ? NEVER : `${parts.join("; ")}.`;
}

const times = ({ low, high }: Range): string =>
  Math.round(low) === Math.round(high)
    ? Math.round(low) === 1
      ? "once"
      : `${whole(low)} times`
    : `${whole(low)} to ${whole(high)} times`;
const formatWhole = ({ low, high }: Range): string =>
  Math.round(low) === Math.round(high) ? whole(low) : `${whole(low)} to ${whole(high)}`;

/** How often what holds it back lets some out; what is watered until it runs out below says nothing of that. */
function overWords(setup: Setup, { runs }: Ensemble): string | undefined {
  if (setup.water.by === "soaking") return undefined;
  const summer = setup.here && setup.here.months.map(({ tMaxC }) => tMaxC);
  if (!summer) return undefined;
  const warmest = [...summer.keys()].sort((a, b) => summer[b]! - summer[a]!).slice(0, 3);
  const over = rangeOver(runs, ({ overDays }) => warmest.reduce((sum, month) => sum + overDays[month]!, 0));
  const way = drainsAtCm(setup) === undefined ? "it runs over its rim" : "the overflow is needed";
  if (over.high < 0.5) return undefined;
  return over.typical >= 1
    ? `${way} ${times(over)} in a summer`
    : `in one summer of ten ${way} ${Math.round(over.high) === 1 ? "once" : Math.round(over.high) === 2 ? "twice" : `${whole(over.high)} times`}`;
}

/** All of it, as ranges that hold eight of ten years. */
export function ensembleSayings(setup: Setup, ensemble: Ensemble, system: UnitSystem): readonly string[] {
  const { runs } = ensemble;
  if (runs.length === 0) return [];
  const volumes = ({ low, high }: Range): string => formatRange(low, high, (cm3) => formatVolume(cm3, system, high));
  const given = rangeOver(runs, ({ givenCm3 }) => givenCm3);
  const fillings = rangeOver(runs, (run) => run.fillings);
  const thirsty = rangeOver(runs, ({ thirstyDays }) => thirstyDays);
  const airless = rangeOver(runs, ({ waterloggedDays }) => waterloggedDays);
  const out = rangeOver(runs, ({ outCm3 }) => outCm3);
  const hasRoots = setup.layers.some(({ rooted }) => rooted);
  const flooded = Array.from({ length: 12 }, (_, month) => month).filter(
    (month) => rangeOver(runs, ({ overDays }) => overDays[month]!).typical >= 1,
  );
  const by = setup.water.by === "level" ? "Filled" : "Watered";
  return [
    fillings.high < 0.5 ? "" : `${by} ${times(fillings)} a year, with ${volumes(given)}.`,
    hasRoots
      ? thirsty.high < 0.5
        ? "Thirsty in none of them, or in fewer than one of ten."
        : `Thirsty on ${formatWhole(thirsty)} days a year.`
      : "",
    hasRoots && airless.high >= 0.5 ? `Short of air at the roots on ${formatWhole(airless)} days a year.` : "",
    out.high > SOME_CM3
      ? `${volumes(out)} run out in a year${flooded.length > 0 && flooded.length <= MOST_MONTHS ? `, mostly ${inMonths(flooded)}` : ""}.`
      : "",
  ].filter(Boolean);
}
const SOME_CM3 = 50;
/** More of a year is no time of it. */
const MOST_MONTHS = 6;
