import { reservoirTopCm, rootZoneCm, stackHeightCm, type Setup } from "../stack/setup";
import { failed, ok, problem, type Result } from "../units/problem";
import { vesselAreaCm2 } from "../vessel/vessel";
import type { Column } from "./column";
import type { EndCondition } from "./ends";
import { historyOf } from "./branch";
import { MOST_DRY_DAYS } from "./limits";
import { repellingLayer, settle, type ColumnState, type MediumLookup } from "./settle";
import { demandCm3PerHour } from "./supply";
import { runTransient, type BottomCondition, type CumulativeFlow, type TransientState } from "./transient";
import { CONTAINER_UPTAKE, type RootUptake, type UptakeLimits } from "./uptake";

/**
 * A setup lived through: soaked and drained where it can drain, drunk from for some days, refilled. Roots drink by day; where there are none,
 * air takes the same from the surface.
 */
export type RunPhaseKind = "drain" | "dry" | "refill" | "after";
export type RunPhase = { readonly kind: RunPhaseKind; readonly fromHour: number; readonly toHour: number };
export type RunFrame = {
  readonly hours: number;
  readonly state: ColumnState;
  readonly uptakeCm3: number;
  readonly levelCm: number | undefined;
};

export type Run = {
  readonly setup: Setup;
  readonly phases: readonly RunPhase[];
  readonly frames: readonly RunFrame[];
  /** What was asked in the dry days, and what was given. [cm³] */
  readonly askedCm3: number;
  readonly givenCm3: number;
  /** The first hour from which a day gives less than nine tenths of what is asked. */
  readonly shortFromHour: number | undefined;
  /** The first hour at which the reservoir stands empty. */
  readonly emptyFromHour: number | undefined;
  readonly refilledCm3: number;
  readonly massBalanceRelError: number;
};

const DRAIN_HOURS = 24;
const REFILL_HOURS = 1;
/** A dose is given by and by, as with a syringe. */
const DOSING_HOURS = 6;
const AFTER_HOURS = 24;
/** Width of the tube a bed is filled and drained through: 4 cm across. [cm²] */
const TUBE_CM2 = 12.6;
/** Surfaces give to the air down to this head. [cm] */
const SURFACE_LIMIT_PSI_CM = -5000;
const MOST_ITERATIONS = 250_000;
const SHORT_SHARE = 0.9;
const EMPTY_CM = 0.05;
/** Roots of bog and marsh plants, whose whole zone stands in water, breathe through their stems. */
const MARSH_UPTAKE: UptakeLimits = { ...CONTAINER_UPTAKE, drownedPsiCm: 1e6, airedPsiCm: 1e5 };

/** Lives through a setup. Fails with what keeps it from being settled, or "stopped" when the work limit was met. */
export function runSetup(setup: Setup, medium: MediumLookup, dryDays: number): Result<Run> {
  if (!(Number.isInteger(dryDays) && dryDays >= 1 && dryDays <= MOST_DRY_DAYS)) {
    return failed(problem("dryDays", "out-of-range", `A run has 1 to ${MOST_DRY_DAYS} dry days.`));
  }
  const settled = settle(setup, medium);
  if (!settled.ok) return settled;
  const { column, equilibrium } = settled.value;
  const topCm = stackHeightCm(setup);
  const unfollowed = unfollowable(setup, column, equilibrium, medium);
  if (unfollowed) return unfollowed;
  const brimCm = reservoirTopCm(setup);
  // what can run out of a hole under its surface is soaked first and drains; the rest starts as it stands
  const drains =
    setup.water.kind === "drained" ||
    (setup.water.kind === "free-water" &&
      setup.water.overflowCm !== null &&
      setup.water.overflowCm < topCm &&
      historyOf(setup) === "soaked");
  const dryFrom = drains ? DRAIN_HOURS : 0;
  const refillFrom = dryFrom + 24 * dryDays;
  const refillTo = refillFrom + (setup.water.kind === "dosed" ? DOSING_HOURS : REFILL_HOURS);
  const end = refillTo + AFTER_HOURS;
  const phases: RunPhase[] = [
    ...(drains ? [{ kind: "drain" as const, fromHour: 0, toHour: dryFrom }] : []),
    { kind: "dry", fromHour: dryFrom, toHour: refillFrom },
    { kind: "refill", fromHour: refillFrom, toHour: refillTo },
    { kind: "after", fromHour: refillTo, toHour: end },
  ];
  const { drinking, demand, askedCm3 } = demandOf(setup, column, dryFrom, refillFrom, equilibrium.psiCm);
  const initial = drains ? column.zCm.map(() => 0) : equilibrium.psiCm;
  const hours = frameHours(phases);

  let states: readonly TransientState[];
  let flows: readonly CumulativeFlow[];
  let balance: number;
  if (setup.water.kind === "dosed") {
    const first = runTransient(
      column,
      initial,
      SEALED,
      demand,
      hours.filter((hour) => hour <= refillFrom),
      { uptake: drinking, mostIterations: MOST_ITERATIONS },
    );
    const last = first.states.at(-1)!;
    if (first.status !== "done") return stopped(first.states);
    // what went is given back
    const lostCm3 = Math.max(0, first.states[0]!.storedCm3 - last.storedCm3);
    const dose: EndCondition = {
      kind: "flux",
      cmPerHour: [
        [0, lostCm3 / column.layers.at(-1)!.areaCm2 / DOSING_HOURS],
        [DOSING_HOURS, 0],
      ],
    };
    const second = runTransient(
      column,
      last.psiCm,
      SEALED,
      dose,
      hours.filter((hour) => hour > refillFrom).map((hour) => hour - refillFrom),
      { mostIterations: MOST_ITERATIONS },
    );
    if (second.status !== "done") return stopped(first.states);
    const taken = first.cumulative.at(-1)!.uptakeCm3;
    states = [...first.states, ...second.states.map((state) => ({ ...state, hours: state.hours + refillFrom }))];
    flows = [
      ...first.cumulative,
      ...second.cumulative.map((flow) => ({
        ...flow,
        hours: flow.hours + refillFrom,
        uptakeCm3: taken,
        topInCm3: first.cumulative.at(-1)!.topInCm3,
      })),
    ];
    balance = Math.max(first.massBalanceRelError, second.massBalanceRelError);
  } else {
    const fillCm = setup.water.kind === "drained" ? topCm : setup.water.levelCm;
    const bottom: BottomCondition = {
      kind: "reservoir",
      areaCm2: reservoirAreaCm2(setup, column),
      levelCm: drains
        ? Math.min(brimCm ?? 0, topCm)
        : Math.max(0, setup.water.kind === "free-water" ? setup.water.levelCm : 0),
      overflowCm: setup.water.kind === "drained" ? setup.water.outletCm : brimCm,
      refills: [{ hour: refillFrom, levelCm: fillCm, holdHours: REFILL_HOURS }],
    };
    const run = runTransient(column, initial, bottom, demand, hours, {
      uptake: drinking,
      mostIterations: MOST_ITERATIONS,
    });
    if (run.status !== "done") return stopped(run.states);
    ({ states, cumulative: flows, massBalanceRelError: balance } = run);
  }

  const taken = flows.map(({ uptakeCm3, topInCm3 }) => (drinking ? uptakeCm3 : Math.max(0, -topInCm3)));
  const frames = states.map((state, i): RunFrame => {
    const levelCm = flows[i]!.reservoir?.levelCm;
    return { hours: state.hours, state: stateOf(column, state, levelCm), uptakeCm3: taken[i]!, levelCm };
  });
  const at = (hour: number): number => frames.findIndex(({ hours: one }) => Math.abs(one - hour) < 1e-6);
  const givenCm3 = taken[at(refillFrom)]! - taken[at(dryFrom)]!;
  const perDayCm3 = askedCm3 / dryDays;
  const shortDay = Array.from({ length: dryDays }, (_, day) => dryFrom + 24 * day).find(
    (from) => taken[at(from + 24)]! - taken[at(from)]! < SHORT_SHARE * perDayCm3,
  );
  const emptyFromHour =
    setup.water.kind === "free-water"
      ? frames.find(
          ({ hours: hour, levelCm }) =>
            hour > dryFrom && hour < refillFrom && levelCm !== undefined && levelCm < EMPTY_CM,
        )?.hours
      : undefined;
  const refilledCm3 =
    setup.water.kind === "dosed"
      ? states.at(-1)!.storedCm3 - states[at(refillFrom)]!.storedCm3
      : (flows.at(-1)!.reservoir?.refilledCm3 ?? 0);
  return ok({
    setup,
    phases,
    frames,
    askedCm3,
    givenCm3,
    shortFromHour: askedCm3 > 0 ? shortDay : undefined,
    emptyFromHour,
    refilledCm3,
    massBalanceRelError: balance,
  });
}

const SEALED = { kind: "sealed" } as const;

/** What a run cannot follow, said before it is tried. */
function unfollowable(
  setup: Setup,
  column: Column,
  { waterTableCm, pondedCm3 }: ColumnState,
  medium: MediumLookup,
): Result<never> | undefined {
  if (setup.water.kind !== "drained" && (pondedCm3 > 0 || waterTableCm > column.heightCm)) {
    return failed(
      problem(
        "water",
        "open-water",
        "Water stands open over the soil, and a run does not follow open water. Lower it to the surface first.",
      ),
    );
  }
  const repelling =
    setup.water.kind === "free-water" && setup.history === "dry"
      ? repellingLayer(setup, column, waterTableCm, medium)
      : undefined;
  if (repelling === undefined) return undefined;
  const { name, mediumId } = setup.layers[repelling]!;
  return failed(
    problem(
      "history",
      "repels",
      `Put in dry, the ${name || medium(mediumId)!.name.toLowerCase()} sheds water and nothing rises: there is nothing to follow. Say that it was soaked, or wicked up from moist, and run it again.`,
    ),
  );
}

const stopped = (states: readonly TransientState[]): Result<never> =>
  failed(
    problem(
      "run",
      "stopped",
      `The run was stopped after ${Math.round(states.at(-1)?.hours ?? 0)} h: this stack is too hard to follow further.`,
    ),
  );

/** Roots drink, or the surface dries: twice the day's mean by day, nothing by night. */
function demandOf(
  setup: Setup,
  column: Column,
  fromHour: number,
  toHour: number,
  startPsiCm: Float64Array,
): { drinking: RootUptake | undefined; demand: EndCondition; askedCm3: number } {
  const areaCm2 = vesselAreaCm2(setup.vessel);
  const meanCm3PerHour = demandCm3PerHour(setup.demandMmPerDay, areaCm2);
  const byDay = (2 * meanCm3PerHour) / column.layers.at(-1)!.areaCm2;
  const steps: [number, number][] = fromHour > 0 ? [[0, 0]] : [];
  for (let hour = fromHour; hour < toHour - 1e-9; hour += 24) steps.push([hour, byDay], [hour + 12, 0]);
  const askedCm3 = meanCm3PerHour * (toHour - fromHour);
  const roots = rootZoneCm(setup);
  if (meanCm3PerHour === 0) return { drinking: undefined, demand: SEALED, askedCm3 };
  if (!roots)
    return {
      drinking: undefined,
      demand: {
        kind: "atmosphere",
        cmPerHour: steps.map(([hour, value]) => [hour, -value] as const),
        limitPsiCm: SURFACE_LIMIT_PSI_CM,
      },
      askedCm3,
    };
  let [wet, all] = [0, 0];
  column.zCm.forEach((z, i) => {
    if (z < roots.fromCm || z > roots.toCm) return;
    all++;
    if (startPsiCm[i]! >= -1) wet++;
  });
  return {
    drinking: {
      demandCmPerHour: steps,
      roots: [{ ...roots, weight: 1 }],
      stress: wet > all / 3 ? MARSH_UPTAKE : CONTAINER_UPTAKE,
    },
    demand: SEALED,
    askedCm3,
  };
}

/** The open water at the base: beside wick feet, or in the tube a bed is filled through. */
const reservoirAreaCm2 = (setup: Setup, column: Column): number =>
  Math.max(TUBE_CM2, vesselAreaCm2(setup.vessel) - column.layers[0]!.areaCm2);

/** Hours to be shown: close together while much moves. */
function frameHours(phases: readonly RunPhase[]): number[] {
  const hours = new Set<number>([0]);
  for (const { kind, fromHour, toHour } of phases) {
    const days = (toHour - fromHour) / 24;
    const steps =
      kind === "drain" || kind === "after"
        ? [0.1, 0.25, 0.5, 1, 1.5, 2, 3, 4, 5, 6, 8, 10, 12, 15, 18, 21, 24]
        : kind === "refill"
          ? [0.25, 0.5, 1, 2, 3, 4, 5, 6]
          : Array.from({ length: Math.round(24 * days) }, (_, i) => i + 1).filter(
              (hour) => hour % (days <= 8 ? 2 : days <= 16 ? 4 : 6) === 0,
            );
    for (const step of steps) if (fromHour + step <= toHour + 1e-9) hours.add(fromHour + step);
    hours.add(toHour);
  }
  return [...hours].sort((a, b) => a - b);
}

/** A moment of a run as a state to be read. Free water stands where the head at the base says. */
function stateOf(
  column: Column,
  { psiCm, theta, storedCm3 }: TransientState,
  levelCm: number | undefined,
): ColumnState {
  const layerStoredCm3 = Float64Array.from(
    column.layers,
    ({ bottomCm, topCm, areaCm2, firstCell, cellCount }) =>
      areaCm2 *
      ((topCm - bottomCm) / cellCount) *
      theta.subarray(firstCell, firstCell + cellCount).reduce((sum, value) => sum + value, 0),
  );
  const overBaseCm = psiCm[0]! + column.zCm[0]!;
  return {
    waterTableCm: levelCm ?? Math.min(overBaseCm, column.heightCm),
    storedCm3,
    layerStoredCm3,
    pondedCm3: 0,
    psiCm,
    theta,
  };
}
