import { boundariesCm, drainsAtCm, reservoirTopCm, rootZoneCm } from "../stack/geometry";
import type { Setup } from "../stack/setup";
import { failed, ok, problem, type Result } from "../units/problem";
import type { Column } from "./column";
import { ROOT_LIMIT_PSI_CM } from "./limits";
import { levelForFlow, steadyRise } from "./steady-rise";

export type RefillMark =
  /** Refill at this level. [cm] */
  | { readonly kind: "mark"; readonly levelCm: number }
  /** Even the last of the water still meets the demand. */
  | { readonly kind: "empty" }
  /** Even full to its brim the reservoir gives less than is asked. */
  | { readonly kind: "too-weak"; readonly atBrimCm3PerHour: number };

/** From where to where water wicks in a setup. */
export type Wicking = {
  /** Where a reservoir runs over. [cm] */
  readonly topCm: number;
  /** How high its surface can be: to there, or to the top of the stack. [cm] */
  readonly brimCm: number;
  /** The middle of the roots. [cm] */
  readonly demandHeightCm: number;
};

/** Fails with "no-reservoir" or "no-roots". */
export function wickingOf(setup: Setup): Result<Wicking> {
  const topCm = reservoirTopCm(setup);
  if (topCm === undefined)
    return failed(problem("water", "no-reservoir", "This vessel keeps no reservoir to wick from."));
  const roots = rootZoneCm(setup);
  if (!roots)
    return failed(
      problem(
        "layers",
        "no-roots",
        "No layer is marked as rooted: mark where the roots are, and their supply is computed.",
      ),
    );
  return ok({
    topCm,
    brimCm: Math.min(topCm, boundariesCm(setup).at(-1)!),
    demandHeightCm: (roots.fromCm + roots.toCm) / 2,
  });
}

/** Up to where a reservoir is filled: to its overflow, over the soil too, or without one as it stands. [cm] */
export const fullLevelCm = (setup: Setup, { topCm }: Wicking): number =>
  setup.water.by !== "level" || drainsAtCm(setup) !== undefined
    ? Math.min(topCm, setup.vessel.insideDepthCm)
    : setup.water.levelCm;

/** The most that rises from a level to the roots; undefined where water stands in their middle already. [cm³/h] */
export const suppliedAt = (
  column: Column,
  levelCm: number,
  { demandHeightCm }: Pick<Wicking, "demandHeightCm">,
): number | undefined =>
  levelCm >= demandHeightCm
    ? undefined
    : levelCm < column.baseCm
      ? 0
      : steadyRise(column, levelCm, demandHeightCm, ROOT_LIMIT_PSI_CM).maxCm3PerHour;

/** The lowest level from which what is asked still rises to the roots. */
export function refillMark(column: Column, askedCm3PerHour: number, wicking: Wicking): RefillMark {
  const { brimCm, demandHeightCm } = wicking;
  const level =
    askedCm3PerHour > 0 ? levelForFlow(column, askedCm3PerHour, demandHeightCm, ROOT_LIMIT_PSI_CM) : undefined;
  if (level === undefined || level <= column.baseCm) return { kind: "empty" };
  return level <= brimCm
    ? { kind: "mark", levelCm: level }
    : { kind: "too-weak", atBrimCm3PerHour: suppliedAt(column, brimCm, wicking) ?? Infinity };
}
