import { daysOfDemand, type DayOfDemand } from "../demand/demand";
import { RAIN_MG_PER_L, THROUGH } from "../demand/salts";
import { wantsOf, yearOfWater, type YearOfWater } from "../demand/year-of-water";
import { generator, seedOf } from "../media/draws";
import { bringsItsOwnAir, type OccupantLookup } from "../occupants/occupant";
import { monthOfDay, YEAR_DAYS } from "../place/day-in-year";
import { rainByHour } from "../place/draw-weather";
import type { PlaceYears } from "../place/place-years";
import { rootZoneCm, stackHeightCm, type Zone } from "../stack/geometry";
import type { Setup } from "../stack/setup";
import { waterGiven } from "../stack/site";
import { volumeBetweenCm3 } from "../vessel/area-by-height";
import { failed, ok, problem, type Result } from "../units/problem";
import { branchOf, historyOf } from "../water/branch";
import type { CheckedSetup } from "../water/checked";
import { storageByLayerCm3, topAreaCm2 } from "../water/column";
import {
  follow,
  seasonCellCm,
  SEASON_STEPS,
  type Act,
  type FollowedFrame,
  type Following,
  type Forcing,
  type NetworkState,
} from "../water/follow";
import type { FluxInTime } from "../water/ends";
import { demandCm3PerHour, demandMmPerDay, dryingWallCm, lossesOf, soilShareOf, WALL_LIMITS } from "../water/losses";
import { belowWaterCm3, mouthCm2, networkOf, type MediumLookup, type Network } from "../water/network";
import { fullLevelCm, wickingOf } from "../water/refill-mark";
import { DOSING_HOURS } from "../water/run-plan";
import { settle, type ColumnState } from "../water/settle";
import type { UptakeLimits } from "../water/uptake";
import type { Away, Regime } from "./regime";
import { rootsOf, type Roots } from "./roots";

/**
 * A setup lived through a season: the network of its stores under the weather of its place, drunk from as its leaves
 * grow, watered as its grower does. Days are told by what they end with.
 */
export type SeasonDay = {
  /** From 0; and of the year, from 1. */
  readonly day: number;
  readonly dayOfYear: number;
  readonly tMinC: number;
  readonly tMaxC: number;
  /** Of the water below or over the soil, where there is such a store. [cm] */
  readonly levelCm: number | undefined;
  /** In all of it: pores and stores. [cm³] */
  readonly heldCm3: number;
  /** In the day: what fell and ran in, was given, ran out or over, and went to roots, and to the air. [cm³] */
  readonly rainCm3: number;
  readonly givenCm3: number;
  readonly outCm3: number;
  readonly drunkCm3: number;
  readonly evaporatedCm3: number;
  /** What leaves would have drunk. [cm³] */
  readonly askedCm3: number;
  /** Of the rooted soil. [m³/m³] */
  readonly airAtRoots: number;
  readonly isWaterlogged: boolean;
  readonly isThirsty: boolean;
  /** From the foot up, over evenly spaced heights. [m³/m³] */
  readonly air: Float32Array;
  readonly water: Float32Array;
  /** Mean water of each layer. [m³/m³] */
  readonly layers: Float32Array;
  /** Dissolved in what it holds. [mg/L] */
  readonly mgPerL: number | undefined;
  /** How deep its roots go, where they are still growing down. [cm under the surface] */
  readonly rootsCm: number | undefined;
};

export type Season = {
  readonly days: readonly SeasonDay[];
  /** Where bands are, over the inside base. [cm] */
  readonly bandsCm: readonly number[];
  /** Whether it was followed to its last day. */
  readonly isWhole: boolean;
  /** What came less what went against what it holds more, over what moved. */
  readonly balanceError: number;
  readonly saltsError: number;
  /** The first day on which its roots reach to where water stands or wicks to; undefined where they do from the start. */
  readonly reachesWaterOn: number | undefined;
  /** Roots short of this much air are waterlogged. [m³/m³] */
  readonly leastAir: number;
};

export type SeasonAsked = {
  /** With `here` of the same place. */
  readonly setup: CheckedSetup;
  readonly medium: MediumLookup;
  readonly occupants: OccupantLookup;
  /** Its days are followed from the first of them. */
  readonly at: PlaceYears;
  readonly regime: Regime;
  readonly away?: Away | undefined;
  /** Its leaves and its surface let go so many times what is likely. */
  readonly thirst?: number | undefined;
  /** Out of the store below, unseen, from one of its days on. [cm³/day] */
  readonly leaks?: { readonly fromDay: number; readonly cm3PerDay: number } | undefined;
  /** Followed on cells of this height at most and by these steps; those of a season where absent. */
  readonly finely?:
    | {
        readonly cellCm: number;
        readonly steps: Pick<Following, "unevenShare" | "toleranceTheta" | "toleranceMeanTheta">;
      }
    | undefined;
  /** Told of each stretch that is done: the season as it would be if it ended there. */
  readonly onDays?: ((soFar: Season) => void) | undefined;
  readonly mayGoOn?: (() => boolean) | undefined;
};

export const BANDS = 24;
const DAY_HOURS = 24;
/** Followed at a stretch, while nothing is to be done. */
const MOST_DAYS_AT_ONCE = 16;
const FILL_AT_HOUR = 8;
const FILL_HOURS = 0.5;
/** A can waters until some runs out below: this many times what was lost. */
const GENEROUS = 1.3;
/** Uptake under so much of what is asked is thirst. 0…1 */
const THIRSTY_UNDER = 0.8;
/** Less is asked of in winter than that thirst were of any matter. [mm/day] */
const SOME_MM = 0.05;
const USUAL_LEAST_AIR = 0.1;

/** @returns fails with "no-place", or with what keeps its network from being made */
export function season(asked: SeasonAsked): Result<Season> {
  const {
    setup,
    medium,
    occupants,
    at,
    regime,
    away,
    thirst = 1,
    leaks,
    finely,
    onDays = () => undefined,
    mayGoOn = () => true,
  } = asked;
  const { here } = setup;
  if (!here) return failed(problem("places", "no-place", "It stands at no place yet."));
  const cellCm = finely?.cellCm ?? seasonCellCm(stackHeightCm(setup) - setup.fillFromCm);
  const settled = settle(setup, medium, cellCm);
  if (!settled.ok) return settled;
  const made = networkOf(setup, medium, "drying", cellCm);
  if (!made.ok) return made;
  const network = made.value;
  const demand = daysOfDemand(setup, at, occupants);
  const year = yearOfWater(setup, medium, wantsOf(setup, occupants), { days: demand });
  if (!year.ok) return year;
  // a float gives whatever its level takes
  const givesCm3 = regime.kind === "float" ? undefined : regime.givesCm3;
  const hand = handOf(setup, network, year.value, wantsOf(setup, occupants).drySuctionCm, givesCm3 !== undefined);
  const roots = rootsOf(setup, at, occupants);
  const weather = demand
    .map((day, i) => askedOf(setup, here, network, day, thirst, at.days[i]!))
    .map((day, i): Asked => (leaks && i >= leaks.fromDay ? { ...day, trayCm3: day.trayCm3 + leaks.cm3PerDay } : day));
  const teller = tellerOf(setup, network, roots, occupants);
  const days: SeasonDay[] = [];
  let state: NetworkState = startOf(setup, network, settled.value.equilibrium);
  // what its cells hold on the branch they begin on: a frame of no time at all
  const [began] = follow(network, state, { forcing: {}, acts: [] }, [0]).frames;
  let heldCm3 = heldIn(network, began?.heldCm3 ?? 0, state);
  const beganCm3 = heldCm3;
  const beganInTubeCm3 = assumedCm3(network, state);
  const fullCm3 = heldCm3;
  let salts = saltsFrom(setup, year.value.feedMg, heldCm3);
  let atOnce = 1;
  let isWhole = true;
  let moved = 0;
  const soFar = (whole: boolean): Season => {
    const sum = (of: (day: SeasonDay) => number): number => days.reduce((all, day) => all + of(day), 0);
    const kept = sum((day) => day.rainCm3 + day.givenCm3 - day.outCm3 - day.drunkCm3 - day.evaporatedCm3);
    const inTubeCm3 = assumedCm3(network, state) - beganInTubeCm3;
    return {
      days,
      bandsCm: teller.bandsCm,
      isWhole: whole,
      balanceError: Math.abs(heldCm3 + inTubeCm3 - beganCm3 - kept) / Math.max(moved, beganCm3, 1),
      saltsError: salts.error,
      reachesWaterOn: roots.downOn,
      leastAir: teller.leastAir,
    };
  };
  while (days.length < weather.length) {
    if (!mayGoOn()) {
      isWhole = false;
      break;
    }
    const first = days.length;
    const isHere = (day: number): boolean => !away || day < away.fromDay || day >= away.fromDay + away.days;
    const isDue = (day: number): boolean =>
      isHere(day) &&
      !isMissed(regime, day) &&
      (regime.kind === "float" ||
        (regime.kind === "every" && day % Math.max(1, Math.round(regime.days)) === 0) ||
        (regime.kind === "at-mark" &&
          day === first &&
          hand.wants(state, monthOfDay(weather[day]!.dayOfYear), heldCm3 / beganCm3)));
    // what is poured depends on what is there: a stretch ends before the next pouring
    let last = Math.min(weather.length, first + atOnce);
    if (hand.fills === undefined) for (let day = first + 1; day < last; day++) if (isDue(day)) last = day;
    const span = weather.slice(first, last);
    const pourCm3 =
      hand.fills === undefined && isDue(first) ? (givesCm3 ?? hand.times * Math.max(0, fullCm3 - heldCm3)) : 0;
    const acts: Act[] = [];
    for (let day = first; day < last; day++)
      if (hand.fills !== undefined && isDue(day))
        acts.push({
          kind: "fill-to",
          store: hand.fills,
          hour: DAY_HOURS * (day - first) + FILL_AT_HOUR,
          levelCm: hand.fullCm,
          holdHours: FILL_HOURS,
          mostCm3: givesCm3,
        });
    const followed = follow(
      network,
      state,
      { forcing: forcingOf(setup, network, span, roots.zone(first), roots.limits, pourCm3), acts },
      span.map((_, i) => DAY_HOURS * (i + 1)),
      {
        mostIterations: MOST_ITERATIONS,
        mayGoOn,
        ...(finely?.steps ?? SEASON_STEPS),
        firstStepHours: pourCm3 > 0 || first === 0 ? undefined : GOES_ON_HOURS,
        // a day after which it wants water is the last of its stretch
        isEnough: (frame) => {
          const day = first + Math.round(frame.hours / DAY_HOURS);
          const reached = stateAt(network, frame);
          return (
            regime.kind === "at-mark" &&
            day < last &&
            isHere(day) &&
            hand.wants(reached, monthOfDay(weather[day]!.dayOfYear), heldIn(network, frame.heldCm3, reached) / beganCm3)
          );
        },
      },
    );
    let before: FollowedFrame | undefined;
    for (const [i, frame] of followed.frames.entries()) {
      const day = first + i;
      const of = weather[day]!;
      const reached = stateAt(network, frame);
      const nowCm3 = heldIn(network, frame.heldCm3, reached);
      const came = frame.account.cameCm3 - (before?.account.cameCm3 ?? 0);
      const flows = {
        rainCm3: of.rainCm3,
        givenCm3: Math.max(0, came - of.rainCm3),
        outCm3: frame.account.ranOutCm3 - (before?.account.ranOutCm3 ?? 0),
        drunkCm3: frame.account.drunkCm3 - (before?.account.drunkCm3 ?? 0),
        evaporatedCm3:
          frame.account.evaporatedCm3 +
          frame.account.driedCm3 -
          (before?.account.evaporatedCm3 ?? 0) -
          (before?.account.driedCm3 ?? 0),
      };
      salts = salts.after(flows, nowCm3);
      moved += came + flows.outCm3 + flows.drunkCm3 + flows.evaporatedCm3;
      days.push(teller.of(day, of, frame, nowCm3, flows, salts.mgPerL));
      before = frame;
      state = reached;
      heldCm3 = nowCm3;
    }
    onDays(soFar(false));
    if (followed.status !== "done") {
      isWhole = false;
      break;
    }
    atOnce = Math.min(MOST_DAYS_AT_ONCE, 2 * atOnce);
  }
  return ok(soFar(isWhole));
}

/** Whether a day is one on which it is forgotten: by lot, drawn once for each day. */
const isMissed = ({ missed = 0 }: Regime, day: number): boolean =>
  missed > 0 && generator(seedOf(`forgotten ${day}`))() < missed;

const MOST_ITERATIONS = 400_000;
/** A stretch goes on from where the last was left, mostly at night: its first step. [h] */
const GOES_ON_HOURS = 0.1;

/** What a day brings and asks. [cm³ in the day] */
export type Asked = {
  readonly dayOfYear: number;
  readonly tMinC: number;
  readonly tMaxC: number;
  readonly rainCm3: number;
  readonly rainByHourCm3: Float64Array;
  readonly leavesCm3: number;
  readonly surfaceCm3: number;
  readonly wallCm3: number;
  readonly trayCm3: number;
};

export function askedOf(
  setup: CheckedSetup,
  here: NonNullable<Setup["here"]>,
  network: Network,
  { dayOfYear, year, rainMm, ...likely }: DayOfDemand,
  thirst: number,
  { tMinC, tMaxC }: { readonly tMinC: number; readonly tMaxC: number },
): Asked {
  const month = monthOfDay(dayOfYear);
  const [leavesMm, surfaceMm] = [thirst * likely.leavesMm, thirst * likely.surfaceMm];
  const mm = leavesMm + surfaceMm;
  // the month as this one day of it: losses are told of months, and told nowhere else
  const then: Setup = {
    ...setup,
    here: {
      ...here,
      month,
      months: here.months.map((one, i) =>
        i === month ? { ...one, leavesMm, surfaceMm, mmPerDay: { low: mm, typical: mm, high: mm } } : one,
      ),
    },
  };
  const { mouthCm3PerHour, wallCm3PerHour, trayCm3PerHour } = lossesOf(then, network);
  const leavesCm3PerHour = demandCm3PerHour((1 - soilShareOf(then)) * demandMmPerDay(then), mouthCm2(setup));
  const cm3PerMm = mouthCm2(setup) / 10;
  return {
    dayOfYear,
    tMinC,
    tMaxC,
    rainCm3: cm3PerMm * rainMm,
    rainByHourCm3: rainByHour(rainMm, `${year} ${dayOfYear} ${rainMm}`).map((one) => cm3PerMm * one),
    leavesCm3: DAY_HOURS * leavesCm3PerHour,
    surfaceCm3: DAY_HOURS * Math.max(0, mouthCm3PerHour - leavesCm3PerHour),
    wallCm3: DAY_HOURS * wallCm3PerHour,
    trayCm3: DAY_HOURS * trayCm3PerHour,
  };
}

/** An hour's part of a day's thirst: by the sun's arc, from six to six. */
const BY_HOUR = Array.from({ length: DAY_HOURS }, (_, hour) => {
  const rises = (at: number): number => -Math.cos((Math.min(Math.max(at, 6), 18) - 6) * (Math.PI / 12)) / 2;
  return rises(hour + 1) - rises(hour);
});

export function forcingOf(
  setup: Setup,
  { column }: Network,
  span: readonly Asked[],
  zone: Zone | undefined,
  limits: UptakeLimits,
  pourCm3: number,
): Forcing {
  const topCm2 = topAreaCm2(column);
  const hourly = (of: (day: Asked) => number): FluxInTime =>
    span.every((day) => of(day) === 0)
      ? 0
      : span.flatMap((day, i) => BY_HOUR.map((part, hour) => [DAY_HOURS * i + hour, part * of(day)] as const));
  const poursOver = setup.water.by === "volume" ? DOSING_HOURS : 1;
  const rains = span.some(({ rainCm3 }) => rainCm3 > 0) || pourCm3 > 0;
  const drying = dryingWallCm(setup);
  const leaves = (day: Asked): number => day.leavesCm3 / topCm2;
  const wall = (day: Asked): number => day.wallCm3 / topCm2;
  return {
    rainCm3PerHour: rains
      ? span.flatMap((day, i) =>
          Array.from(day.rainByHourCm3, (cm3, hour) => {
            const isPoured = i === 0 && hour >= FILL_AT_HOUR && hour < FILL_AT_HOUR + poursOver;
            return [DAY_HOURS * i + hour, cm3 + (isPoured ? pourCm3 / poursOver : 0)] as const;
          }),
        )
      : 0,
    evaporationCm3PerHour: hourly((day) => day.surfaceCm3 + (zone ? 0 : day.leavesCm3)),
    evaporationBelowCm3PerHour: hourly(({ trayCm3 }) => trayCm3),
    uptake:
      zone && span.some(({ leavesCm3 }) => leavesCm3 > 0)
        ? { demandCmPerHour: hourly(leaves), roots: [{ ...zone, weight: 1 }], stress: limits }
        : undefined,
    sinks:
      drying && span.some(({ wallCm3 }) => wallCm3 > 0)
        ? [{ demandCmPerHour: hourly(wall), roots: [{ ...drying, weight: 1 }], stress: WALL_LIMITS }]
        : undefined,
  };
}

/** How a hand fills it, and when it wants that. */
type Hand = {
  /** Which store is filled to a level; undefined where it is poured on from the top. */
  readonly fills: "below" | "over" | undefined;
  readonly fullCm: number;
  /** Of what was lost, so much is poured. */
  readonly times: number;
  /** Asked with how much of what it began with is left, 0…1. */
  readonly wants: (state: NetworkState, month: number, left: number) => boolean;
};

const EMPTY_CM = 0.05;
/** A dose is made good once so much of all its water is left. */
export const DOSE_LEFT = 0.85;
/** A wick that is too weak even full is filled up again once it is down by so much. [cm] */
const WEAK_CM = 1;

function handOf(
  setup: CheckedSetup,
  network: Network,
  { months }: YearOfWater,
  drySuctionCm: number,
  isMeasured: boolean,
): Hand {
  const { column, below, over } = network;
  const roots = rootZoneCm(setup);
  const middleCm = roots ? (roots.fromCm + roots.toCm) / 2 : column.heightCm;
  const cell = Math.max(
    0,
    column.zCm.findIndex((z) => z >= middleCm),
  );
  const isDry = ({ psiCm }: NetworkState): boolean => -psiCm[cell]! >= drySuctionCm;
  const { water } = setup;
  if (water.by === "volume")
    // a dose is made good once so much of it is gone: it was measured for those that live there
    return { fills: undefined, fullCm: 0, times: 1, wants: (_, __, left) => left < DOSE_LEFT };
  if (water.by === "soaking") return { fills: undefined, fullCm: 0, times: GENEROUS, wants: isDry };
  const wicking = wickingOf(setup);
  const fullCm = wicking.ok ? fullLevelCm(setup, wicking.value) : water.levelCm;
  const bedCm = below?.bedCm ?? column.baseCm;
  return {
    // water over the soil is poured on it; a can of so much is emptied there, and not held at its level
    fills: fullCm <= over.bedCm && below ? "below" : isMeasured ? undefined : "over",
    fullCm,
    times: 1,
    wants(state, month) {
      const level = state.overCm > over.bedCm || !below ? state.overCm : state.belowCm;
      const mark = months[month]!.fill?.mark;
      const lowest =
        mark?.kind === "mark" ? mark.levelCm : mark?.kind === "too-weak" ? fullCm - WEAK_CM : bedCm + EMPTY_CM;
      return level <= lowest || isDry(state);
    },
  };
}

export function startOf(setup: Setup, { below, over }: Network, { psiCm, waterTableCm }: ColumnState): NetworkState {
  return {
    psiCm: Float64Array.from(psiCm),
    belowCm: Math.max(waterTableCm, below?.bedCm ?? 0),
    overCm: Math.max(waterTableCm, over.bedCm),
    past: { history: { branch: branchOf(historyOf(setup)), turnsPsiCm: [] } },
  };
}

const stateAt = ({ below, over }: Network, { state, belowCm, overCm }: FollowedFrame): NetworkState => ({
  psiCm: state.psiCm,
  theta: state.theta,
  past: state.history && { history: state.history, sheds: state.sheds && Array.from(state.sheds) },
  belowCm: belowCm ?? below?.bedCm ?? 0,
  overCm: overCm ?? over.bedCm,
});

/** All its water: what a frame holds, and what stands in the store below. [cm³] */
const heldIn = ({ below }: Network, poresAndOverCm3: number, { belowCm }: NetworkState): number =>
  poresAndOverCm3 + belowWaterCm3(below, belowCm);

/** What stands in a tube that is only assumed: none of what it holds, but in its balance. [cm³] */
const assumedCm3 = ({ below }: Network, { belowCm }: NetworkState): number =>
  below?.made[0] === "assumed-tube" ? volumeBetweenCm3(below.area, below.bedCm, belowCm) : 0;

/** What is dissolved in all it holds, mixed through, day by day. */
type Salts = {
  readonly mgPerL: number | undefined;
  /** What came less what went against what it holds more, over what came. */
  readonly error: number;
  readonly after: (flows: Pick<SeasonDay, "rainCm3" | "givenCm3" | "outCm3">, heldCm3: number) => Salts;
};

const CM3_PER_L = 1000;

function saltsFrom(setup: Setup, feedMgPerYear: number, beganCm3: number): Salts {
  const waterMgPerL = waterGiven(setup)?.mgPerL ?? null;
  if (waterMgPerL === null) {
    const unknown: Salts = { mgPerL: undefined, error: 0, after: () => unknown };
    return unknown;
  }
  const beganMg = (waterMgPerL * beganCm3) / CM3_PER_L;
  const at = (heldMg: number, cameMg: number, wentMg: number, heldCm3: number): Salts => ({
    mgPerL: heldCm3 > 0 ? (heldMg / heldCm3) * CM3_PER_L : 0,
    error: Math.abs(heldMg - beganMg - cameMg + wentMg) / Math.max(1, beganMg + cameMg),
    after({ rainCm3, givenCm3, outCm3 }, nowCm3) {
      const inMg = (givenCm3 * waterMgPerL + rainCm3 * RAIN_MG_PER_L) / CM3_PER_L + feedMgPerYear / YEAR_DAYS;
      const before = heldMg + inMg;
      const outMg = nowCm3 > 0 ? before * (1 - Math.exp((-THROUGH * outCm3) / nowCm3)) : 0;
      return at(before - outMg, cameMg + inMg, wentMg + outMg, nowCm3);
    },
  });
  return at(beganMg, 0, 0, beganCm3);
}

/** Tells a day of what it ends with. */
type Teller = {
  readonly bandsCm: readonly number[];
  readonly leastAir: number;
  readonly of: (
    day: number,
    asked: Asked,
    frame: FollowedFrame,
    heldCm3: number,
    flows: Pick<SeasonDay, "rainCm3" | "givenCm3" | "outCm3" | "drunkCm3" | "evaporatedCm3">,
    mgPerL: number | undefined,
  ) => SeasonDay;
};

function tellerOf(setup: Setup, { column, below, over }: Network, roots: Roots, occupants: OccupantLookup): Teller {
  const { zCm, layers, cellVolumeCm3 } = column;
  const pores = new Float64Array(zCm.length);
  for (const { firstCell, cellCount, functions } of layers)
    pores.fill(functions.thetaS, firstCell, firstCell + cellCount);
  const [footCm, topCm] = [column.baseCm, column.heightCm];
  const bandsCm = Array.from({ length: BANDS }, (_, band) => footCm + ((topCm - footCm) * (band + 0.5)) / BANDS);
  const cellAt = bandsCm.map((z) => {
    const found = zCm.findIndex((cell) => cell >= z);
    return found < 0 ? zCm.length - 1 : found;
  });
  const plants = setup.occupants.flatMap(({ occupantId }) => {
    const found = occupants(occupantId);
    return found?.life === "plant" ? [found] : [];
  });
  const breathes = plants.filter((plant) => !bringsItsOwnAir(plant));
  const leastAir =
    plants.length === 0 ? USUAL_LEAST_AIR : Math.max(0, ...breathes.map(({ leastAirSpace }) => leastAirSpace.typical));
  const someCm3 = (SOME_MM * mouthCm2(setup)) / 10;
  const airIn = (theta: Float64Array, { fromCm, toCm }: Zone): number => {
    let air = 0;
    let volume = 0;
    for (let cell = 0; cell < zCm.length; cell++) {
      if (zCm[cell]! < fromCm || zCm[cell]! > toCm) continue;
      air += cellVolumeCm3[cell]! * Math.max(0, pores[cell]! - theta[cell]!);
      volume += cellVolumeCm3[cell]!;
    }
    return volume > 0 ? air / volume : 0;
  };
  /** How much of the roots' uptake wet soil keeps back. 0…1 */
  const drownedIn = (
    psiCm: Float64Array,
    { fromCm, toCm }: Zone,
    { drownedPsiCm, airedPsiCm }: UptakeLimits,
  ): number => {
    let kept = 0;
    let count = 0;
    for (let cell = 0; cell < zCm.length; cell++) {
      if (zCm[cell]! < fromCm || zCm[cell]! > toCm) continue;
      count++;
      kept += Math.min(1, Math.max(0, (psiCm[cell]! - airedPsiCm) / (drownedPsiCm - airedPsiCm)));
    }
    return count > 0 ? kept / count : 0;
  };
  return {
    bandsCm,
    leastAir,
    of(day, { dayOfYear, tMinC, tMaxC, leavesCm3 }, { state, belowCm, overCm }, heldCm3, flows, mgPerL) {
      const { theta } = state;
      const zone = roots.zone(day);
      const airAtRoots = zone ? airIn(theta, zone) : 0;
      const level = overCm !== undefined && overCm > over.bedCm ? overCm : below ? belowCm : undefined;
      return {
        day,
        dayOfYear,
        tMinC,
        tMaxC,
        levelCm: level,
        heldCm3,
        ...flows,
        askedCm3: leavesCm3,
        airAtRoots,
        isWaterlogged: zone !== undefined && airAtRoots < leastAir,
        // roots that stand too wet drink less too: that is no thirst
        isThirsty:
          zone !== undefined &&
          leavesCm3 > someCm3 &&
          flows.drunkCm3 < THIRSTY_UNDER * (1 - drownedIn(state.psiCm, zone, roots.limits)) * leavesCm3,
        air: Float32Array.from(cellAt, (cell) => Math.max(0, pores[cell]! - theta[cell]!)),
        water: Float32Array.from(cellAt, (cell) => theta[cell]!),
        layers: Float32Array.from(storageByLayerCm3(column, theta), (cm3, i) => cm3 / layers[i]!.volumeCm3),
        mgPerL,
        rootsCm: roots.depthCm(day),
      };
    },
  };
}
