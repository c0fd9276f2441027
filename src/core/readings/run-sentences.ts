import { stackHeightCm } from "../stack/geometry";
import { capitalised } from "../units/text";
import { formatHours, formatLength, formatVolume, type UnitSystem } from "../units/units";
import { isSameMark } from "../water/supply-shown";
import type { Run } from "../water/run";
import { howToSoak, shedsWhat } from "./shedding-words";

/** The water balance of a run may be off by this much of what moved before it is called out. */
const SOUND_BALANCE = 1e-6;

export type RunMoment = { readonly kind: "slower" | "short"; readonly hour: number };

/**
 * Two moments that are not one: when the surface falls below the refill mark, from which on the reservoir feeds more
 * slowly than they drink, and when the soil's own water no longer makes up for it.
 * @param markLevelCm  the refill mark of the setup that is run, where it has one [cm]
 */
export function runMoments({ frames, phases, shortFromHour }: Run, markLevelCm: number | undefined): RunMoment[] {
  const dry = phases.find(({ kind }) => kind === "dry");
  const slower = frames.find(
    ({ hours, levelCm }) =>
      dry !== undefined &&
      markLevelCm !== undefined &&
      levelCm !== undefined &&
      hours > dry.fromHour &&
      hours <= dry.toHour &&
      levelCm < markLevelCm,
  );
  return [
    ...(slower ? [{ kind: "slower" as const, hour: slower.hours }] : []),
    ...(shortFromHour === undefined ? [] : [{ kind: "short" as const, hour: shortFromHour }]),
  ].sort((a, b) => a.hour - b.hour);
}

/** What a run comes to, in the order a grower asks. */
export function runWords(run: Run, system: UnitSystem, markLevelCm?: number): string {
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
      ? `In the dry days ${formatVolume(givenCm3, system, askedCm3)} of the ${formatVolume(askedCm3, system)} asked was drunk.`
      : "Nothing is asked of it, so nothing was drunk.",
  ];
  if (emptyFromHour !== undefined) parts.push(`The reservoir is empty from dry day ${dayOf(emptyFromHour)}.`);
  else if (setup.water.by === "level")
    parts.push(`The surface has fallen to ${formatLength(end.state.waterTableCm, system)}.`);
  const slower = runMoments(run, markLevelCm).find(({ kind }) => kind === "slower");
  const short = shortFromHour === undefined ? undefined : dayOf(shortFromHour);
  if (slower && (short === undefined || slower.hour < shortFromHour!))
    parts.push(
      `From dry day ${dayOf(slower.hour)} the reservoir, under its refill mark, feeds more slowly than they drink; the soil carries them ${
        short === undefined
          ? "on to the end"
          : `to dry day ${short}, from which a day gives less than nine tenths of what it takes`
      }.`,
    );
  else if (short !== undefined) parts.push(`From dry day ${short} it gives less than nine tenths of what a day takes.`);
  if (refilledCm3 > 0.5) parts.push(`Refilled with ${formatVolume(refilledCm3, system)}.`);
  parts.push(...shedSentence(run, system), ...markSentence(run, system));
  if (followedToHour !== undefined)
    parts.push(
      `It was followed for ${formatHours(followedToHour)} and no further: this stack is slow to follow, and all that is told here is of that time.`,
    );
  if (massBalanceRelError > SOUND_BALANCE)
    parts.push(
      `The water balance of this run is off by ${massBalanceRelError.toExponential(1)} of what moved: do not rely on it.`,
    );
  else parts.push(accountOf(run, system));
  return parts.join(" ");
}

/** What dried so far that it sheds water, and whether the refill has wetted it again. */
function shedSentence({ setup, shedWhenDriest, shedAtEnd, followedToHour }: Run, system: UnitSystem): string[] {
  const stack = { fromCm: setup.fillFromCm, toCm: stackHeightCm(setup) };
  const driest = shedsWhat(shedWhenDriest, stack, system);
  const still = shedsWhat(shedAtEnd, stack, system);
  if (followedToHour === undefined && still)
    return [
      `A day after it was ${setup.water.by === "level" ? "refilled" : "watered"}, ${still.what} still sheds water: ${
        still.toTop
          ? `what is poured on it may run down the side of the ball and past it. ${capitalised(howToSoak(setup))}`
          : "next to nothing rises through it. Soak the stack from the top until it is wet through"
      }.`,
    ];
  if (!driest) return [];
  const dried = `By the last dry day ${driest.what} has dried so far that it sheds water`;
  return [followedToHour === undefined ? `${dried}; a day after, it takes water again.` : `${dried}.`];
}

/** Where the refill mark has gone by what dried and was wetted from below again. */
function markSentence({ marks, shedAtEnd }: Run, system: UnitSystem): string[] {
  // what sheds water has no mark until it has been soaked
  if (!marks || shedAtEnd.length > 0) return [];
  const { before, after } = marks;
  const cm = (height: number): string => formatLength(height, system);
  const why = "What has dried so far takes up less from below than it held; soaked from the top once, it is as it was.";
  if (after.kind === "too-weak")
    return before.kind === "too-weak" ? [] : [`From here on even a full reservoir brings too little. ${why}`];
  if (after.kind === "empty" || before.kind === "too-weak") return [];
  if (before.kind === "empty")
    return [`From here on refill it at ${cm(after.levelCm)}, where it could be emptied before. ${why}`];
  return after.levelCm > before.levelCm && !isSameMark(before, after)
    ? [`From here on refill it at ${cm(after.levelCm)} instead of ${cm(before.levelCm)}. ${why}`]
    : [];
}

/** What left by other ways than drinking, and that all of it is accounted for. */
function accountOf({ ranOutCm3, driedCm3 }: Run, system: UnitSystem): string {
  const ways = [
    ...(ranOutCm3 > WORTH_TELLING_CM3 ? [`${formatVolume(ranOutCm3, system)} ran out`] : []),
    ...(driedCm3 > WORTH_TELLING_CM3 ? [`${formatVolume(driedCm3, system)} dried from wall and tray`] : []),
  ];
  const allTold = "all of its water is accounted for.";
  return ways.length === 0 ? capitalised(allTold) : `${ways.join(" and ")}, soaking and refill counted; ${allTold}`;
}
const WORTH_TELLING_CM3 = 20;
