import { checkSetup } from "../stack/check";
import type { Setup } from "../stack/setup";
import { failed, ok, problem, type Problem, type Result } from "../units/problem";
import { formatVolume, type UnitSystem } from "../units/units";
import { vesselVolumeCm3 } from "../vessel/vessel";
import { heldAtCm3 } from "./budget";
import { networkOf, type MediumLookup } from "./network";

declare const found: unique symbol;
/**
 * A setup that was found sound with the media there are: its vessel, fixtures and stack fit one another, and its dose is
 * one that can be in there. Only `checked` makes one, and what follows water asks for one, so that a setup is looked at
 * once and not by everybody who gets it.
 */
export type CheckedSetup = Setup & { readonly [found]: "sound" };

export function checked(setup: Setup, medium: MediumLookup, system: UnitSystem = "metric"): Result<CheckedSetup> {
  const problems = setupProblems(setup, medium, system);
  return problems.length > 0 ? failed(...problems) : ok(setup as CheckedSetup);
}

/** Asks something of a setup that was not looked at yet: its problems, or the answer. */
export function whenSound<To>(
  setup: Setup,
  medium: MediumLookup,
  ask: (sound: CheckedSetup) => Result<To>,
  system?: UnitSystem,
): Result<To> {
  const sound = checked(setup, medium, system);
  return sound.ok ? ask(sound.value) : sound;
}

/** What keeps a setup from being settled: geometry first, then whether the dose can be in there. */
export function setupProblems(setup: Setup, medium: MediumLookup, system: UnitSystem = "metric"): readonly Problem[] {
  const problems = checkSetup(setup, (id) => medium(id) !== undefined, system);
  if (problems.length > 0 || setup.water.by !== "volume") return problems;
  const { storedCm3 } = setup.water;
  const brimCm3 = brimStorageCm3(setup, medium);
  if (storedCm3 > brimCm3 * (1 + 1e-9)) {
    problems.push(
      problem(
        "water.storedCm3",
        "over-brim",
        `${formatVolume(storedCm3, system)} is ${formatVolume(storedCm3 - brimCm3, system)} more than the vessel holds to its brim with these layers in it.`,
      ),
    );
  }
  return problems;
}

/** All the water that fits, to the rim. [cm³] */
function brimStorageCm3(setup: Setup, medium: MediumLookup): number {
  const network = networkOf(setup, medium);
  return network.ok ? heldAtCm3(network.value, setup.vessel.insideDepthCm) : vesselVolumeCm3(setup.vessel);
}
