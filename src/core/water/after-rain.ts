import { ROUGH_KNOT_EVERY } from "../hydraulics/table";
import { drainsAtCm, rootZoneCm, stackHeightCm } from "../stack/geometry";
import type { CheckedSetup } from "./checked";
import { footOf } from "./follow";
import type { MediumLookup } from "./network";
import { settle } from "./settle";
import { runTransient } from "./transient";

/** How soon roots have air again once rain has filled every pore, and how much. */
export type AfterRain = {
  /** Until most of what comes in two days is there. [h] */
  readonly airBackHours: number;
  /** Of the rooted soil, after those two days. [m³/m³] */
  readonly airSpace: number;
};

/** When it is looked at; what lies between two looks is told by the later. [h] */
const LOOKS_HOURS = [0.05, 0.1, 0.25, 0.5, 1, 2, 3, 4, 6, 9, 12, 18, 24, 36, 48];
/** Cells over the height of a stack: as few as tell its roots. */
const CELLS = 40;
const ROUGH_TOLERANCE_THETA = 6e-3;
/** What most of the air is. 0…1 */
const MOST = 0.8;

/**
 * Drained from full by the ways out there are, with nothing drunk. Undefined where no roots are meant to be, nothing lets
 * water out under the soil's surface, or the rooted soil stands in water to its middle by design.
 */
export function afterRain(setup: CheckedSetup, medium: MediumLookup): AfterRain | undefined {
  const roots = rootZoneCm(setup);
  const drainsAt = drainsAtCm(setup);
  const heightCm = stackHeightCm(setup);
  if (!roots || drainsAt === undefined || drainsAt >= (roots.fromCm + roots.toCm) / 2) return undefined;
  const settled = settle(setup, medium, heightCm / CELLS);
  if (!settled.ok) return undefined;
  const { network, column } = settled.value;
  const run = runTransient(
    column,
    column.zCm.map(() => 0),
    footOf(network, { levelCm: network.column.heightCm }),
    { kind: "sealed" },
    LOOKS_HOURS,
    { sideHoles: network.sideHoles, knotEvery: ROUGH_KNOT_EVERY, toleranceTheta: ROUGH_TOLERANCE_THETA },
  );
  if (run.status !== "done") return undefined;
  const rooted = Array.from(column.zCm, (z, cell) => ({ z, cell })).filter(
    ({ z }) => z > roots.fromCm && z < roots.toCm,
  );
  const poresAt = (z: number): number =>
    (column.layers.find(({ topCm }) => z <= topCm) ?? column.layers.at(-1)!).functions.thetaS;
  const volumeCm3 = rooted.reduce((sum, { cell }) => sum + column.cellVolumeCm3[cell]!, 0);
  if (!(volumeCm3 > 0)) return undefined;
  const air = run.states.map(
    ({ theta }) =>
      rooted.reduce((sum, { z, cell }) => sum + column.cellVolumeCm3[cell]! * (poresAt(z) - theta[cell]!), 0) /
      volumeCm3,
  );
  const airSpace = Math.max(0, air.at(-1)!);
  return { airBackHours: LOOKS_HOURS[air.findIndex((share) => share >= MOST * airSpace)]!, airSpace };
}
