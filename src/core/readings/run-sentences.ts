import { formatHours, formatLength, formatVolume, type UnitSystem } from "../units/units";
import type { Run } from "../water/run";

/** The water balance of a run may be off by this much of what moved before it is called out. */
const SOUND_BALANCE = 1e-6;

/** What a run comes to, in the order a grower asks. */
export function runWords(run: Run, system: UnitSystem): string {
  const {
    phases,
    frames,
    askedCm3,
    givenCm3,
    shortFromHour,
    emptyFromHour,
    refilledCm3,
    massBalanceRelError,
    setup,
    followedToHour,
  } = run;
  const dry = phases.find(({ kind }) => kind === "dry")!;
  const end = frames.find(({ hours }) => Math.abs(hours - dry.toHour) < 1e-6)!;
  const dayOf = (hour: number): number => Math.floor((hour - dry.fromHour) / 24) + 1;
  const parts = [
    askedCm3 > 0
      ? `In the dry days ${formatVolume(givenCm3, system)} of the ${formatVolume(askedCm3, system)} asked was drunk.`
      : "Nothing is asked of it, so nothing was drunk.",
  ];
  if (emptyFromHour !== undefined) parts.push(`The reservoir is empty from dry day ${dayOf(emptyFromHour)}.`);
  else if (setup.water.kind === "free-water")
    parts.push(`The surface has fallen to ${formatLength(end.state.waterTableCm, system)}.`);
  if (shortFromHour !== undefined)
    parts.push(`From dry day ${dayOf(shortFromHour)} it gives less than nine tenths of what a day takes.`);
  if (refilledCm3 > 0) parts.push(`Refilled with ${formatVolume(refilledCm3, system)}.`);
  if (followedToHour !== undefined)
    parts.push(
      `It was followed for ${formatHours(followedToHour)} and no further: this stack is slow to follow, and all that is told here is of that time.`,
    );
  if (massBalanceRelError > SOUND_BALANCE)
    parts.push(
      `The water balance of this run is off by ${massBalanceRelError.toExponential(1)} of what moved: do not rely on it.`,
    );
  return parts.join(" ");
}
