import { checksOf } from "@/core/checks/checks";
import type { Occupant } from "@/core/occupants/occupant";
import { readSettled } from "@/core/readings/readings";
import { stateLine } from "@/core/readings/sentences";
import { drainsAfterSoaking } from "@/core/stack/geometry";
import type { Setup } from "@/core/stack/setup";
import type { UnitSystem } from "@/core/units/units";
import { whenSound } from "@/core/water/checked";
import { settle, type MediumLookup, type Settled } from "@/core/water/settle";
import { troubleOf } from "./trouble";

/** How much a setup asks to be looked at: the first first. */
export const URGENCIES = ["unreadable", "trouble", "mend", "care", "fine"] as const;
export type Urgency = (typeof URGENCIES)[number];

/** A setup as the yard tells of it: what needs doing in one line, and how its water stands. */
export type Told = {
  readonly settled: Settled | undefined;
  readonly urgency: Urgency;
  /** What needs doing, or that nothing does. */
  readonly need: string;
  readonly state: string;
};

/** What the yard tells of a setup. */
export function toldOf(
  setup: Setup | undefined,
  medium: MediumLookup,
  own: readonly Occupant[],
  units: UnitSystem,
): Told {
  const untold = { settled: undefined, state: "", urgency: "unreadable" } as const;
  if (!setup) return { ...untold, need: "Its stored version cannot be read. Open it to go back to one that can." };
  const settled = whenSound(setup, medium, (sound) => settle(sound, medium), units);
  if (!settled.ok) return { ...untold, need: settled.problems[0]!.message };
  const readings = readSettled(setup, settled.value, medium);
  const state = `${stateLine(readings, units)}${drainsAfterSoaking(setup) ? ", once settled" : ""}`;
  const told = (urgency: Urgency, need: string): Told => ({ settled: settled.value, urgency, need, state });
  const trouble = troubleOf(setup, medium, own);
  if (trouble?.grade === "unsuited") return told("trouble", trouble.text);
  const toMend = checksOf(setup, settled.value.network, readings, medium, units).filter(
    ({ tone }) => tone === "trouble",
  );
  if (toMend.length > 0) return told("mend", `To mend: ${toMend.map(({ heading }) => lowered(heading)).join("; ")}`);
  if (trouble?.grade === "care") return told("care", trouble.text);
  return told("fine", trouble?.text ?? "Nothing to mend; nobody is said to live in it");
}

const lowered = (heading: string): string => heading.charAt(0).toLowerCase() + heading.slice(1);
