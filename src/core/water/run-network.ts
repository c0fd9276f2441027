import { lowestLipCm } from "./discharge";
import type { FluxInTime } from "./ends";
import type { Network } from "./network";
import type { PondCondition } from "./pond";
import type { Refill } from "./store";
import { runTransient, type BottomCondition, type TransientOptions, type TransientResult } from "./transient";

/** Surfaces give to the air down to this head. [cm] */
export const SURFACE_LIMIT_PSI_CM = -5000;

/** A network at rest or on its way: heads in its column, and the levels of its stores. */
export type NetworkState = {
  readonly psiCm: Float64Array;
  /** Of the store below, where there is one. */
  readonly belowCm: number;
  /** Of the water over the soil; the soil's surface while there is none. */
  readonly overCm: number;
};

/** What happens to a network from outside; heights are from the inside base. */
export type Weather = {
  /** What falls on the mouth or is poured on the soil. [cm³/h] */
  readonly rainCm3PerHour?: FluxInTime;
  /** What the air would take of the soil's surface, or of the water on it; and of the store below. [cm³/h] */
  readonly evaporationCm3PerHour?: FluxInTime;
  readonly evaporationBelowCm3PerHour?: FluxInTime;
  readonly refillsBelow?: readonly Refill[];
  readonly refillsOver?: readonly Refill[];
};

/** The foot of a network's column as the solver takes it. */
export function footOf(
  { below, footDrains }: Network,
  {
    levelCm,
    refills,
    evaporationCm3PerHour,
  }: {
    readonly levelCm: number;
    readonly refills?: readonly Refill[] | undefined;
    readonly evaporationCm3PerHour?: FluxInTime | undefined;
  },
): BottomCondition {
  if (!below) return { kind: footDrains ? "seepage" : "sealed" };
  const { area, bedCm, discharges, catches } = below;
  return {
    kind: "reservoir",
    areaCm2: area,
    bedCm,
    // what stood over its lowest way out has run out before anything is told
    levelCm: Math.max(bedCm, Math.min(levelCm, lowestLipCm(discharges))),
    discharges,
    catches,
    refills,
    evaporationCm3PerHour,
  };
}

const surfaceOf = ({ over }: Network, levelCm: number, weather: Weather): PondCondition => ({
  kind: "pond",
  areaCm2: over.area,
  levelCm: Math.max(levelCm, over.bedCm),
  discharges: over.discharges,
  refills: weather.refillsOver,
  rainCm3PerHour: weather.rainCm3PerHour ?? 0,
  evaporationCm3PerHour: weather.evaporationCm3PerHour ?? 0,
  limitPsiCm: SURFACE_LIMIT_PSI_CM,
});

/** Runs a whole network through time: its column with every store and way out it has, solved together. */
export const runNetwork = (
  network: Network,
  { psiCm, belowCm, overCm }: NetworkState,
  weather: Weather,
  outputHours: readonly number[],
  options: Omit<TransientOptions, "sideHoles"> = {},
): TransientResult =>
  runTransient(
    network.column,
    psiCm,
    footOf(network, {
      levelCm: belowCm,
      refills: weather.refillsBelow,
      evaporationCm3PerHour: weather.evaporationBelowCm3PerHour,
    }),
    surfaceOf(network, overCm, weather),
    outputHours,
    { ...options, sideHoles: network.sideHoles },
  );

/** Where a run has left a network. */
export function lastState(network: Network, { states, cumulative }: TransientResult): NetworkState {
  const flow = cumulative.at(-1)!;
  return {
    psiCm: states.at(-1)!.psiCm,
    belowCm: flow.reservoir?.levelCm ?? network.below?.bedCm ?? 0,
    overCm: flow.pond?.levelCm ?? network.over.bedCm,
  };
}
