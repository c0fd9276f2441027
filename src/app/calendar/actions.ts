"use server";
import {
  houseDaysInput,
  keepInput,
  type HouseDaysInput,
  type KeepInput,
  type KeepOutcome,
} from "@/formats/schedule/schema";
import { parseWith } from "@/formats/problems";
import { marlstone, renewFeed, storing } from "@/server";

// Each: parse, one service call, the result as it is.

export async function keepSchedule(input: KeepInput): Promise<KeepOutcome> {
  const parsed = parseWith(keepInput, input);
  return parsed.ok
    ? storing<KeepOutcome>(
        (to) => to.schedule.keep(parsed.value),
        (message) => ({ status: "refused", message }),
      )
    : { status: "refused", message: parsed.problems.map(({ message }) => message).join(" ") };
}

export async function setHouseDays(input: HouseDaysInput): Promise<KeepOutcome> {
  const parsed = parseWith(houseDaysInput, input);
  return parsed.ok
    ? storing<KeepOutcome>(
        (to) => to.schedule.setHouseDays(parsed.value),
        (message) => ({ status: "refused", message }),
      )
    : { status: "refused", message: parsed.problems.map(({ message }) => message).join(" ") };
}

/** Makes the feed, or gives it a new address; whoever had the old one is answered no more. */
export async function renewCalendarFeed(): Promise<KeepOutcome> {
  try {
    marlstone();
    await Promise.resolve(renewFeed());
    return { status: "saved" };
  } catch {
    return { status: "refused", message: "The address could not be stored, so nothing has changed." };
  }
}
