"use server";
import {
  addLogInput,
  forecastInput,
  changeLogInput,
  logVersionsInput,
  type AddLogInput,
  type ForecastInput,
  type ChangeLogInput,
  type LogVersionsInput,
} from "@/formats/log/schema";
import type { ForecastShown } from "@/formats/log/forecast";
import type { LogOutcome, LogVersion } from "@/formats/log/shown";
import { parseWith } from "@/formats/problems";
import { cookies } from "next/headers";
import { readPreferences } from "@/formats/preferences/schema";
import { marlstone, storing } from "@/server";

// Each: parse, one service call, the result as it is.

const refused = (message: string): LogOutcome => ({ status: "refused", message });
const wordsOf = (problems: readonly { readonly path: string; readonly message: string }[]): string =>
  problems.map(({ path, message }) => [path, message].filter(Boolean).join(" ")).join(" ");

export async function addToLog(input: AddLogInput): Promise<LogOutcome> {
  const parsed = parseWith(addLogInput, input);
  return parsed.ok ? storing<LogOutcome>((to) => to.log.add(parsed.value), refused) : refused(wordsOf(parsed.problems));
}

export async function changeLog(input: ChangeLogInput): Promise<LogOutcome> {
  const parsed = parseWith(changeLogInput, input);
  return parsed.ok
    ? storing<LogOutcome>((to) => to.log.change(parsed.value), refused)
    : refused(wordsOf(parsed.problems));
}

export async function logVersions(input: LogVersionsInput): Promise<readonly LogVersion[]> {
  const parsed = parseWith(logVersionsInput, input);
  return parsed.ok ? Promise.resolve(marlstone().log.versions(parsed.value)) : [];
}

/** When it wants water next, in the units that are chosen here. */
export async function forecastOf(input: ForecastInput): Promise<ForecastShown> {
  const parsed = parseWith(forecastInput, input);
  const house = marlstone();
  const loaded = parsed.ok ? house.setups.load(parsed.value.setupId) : undefined;
  if (loaded?.status !== "ok") return { status: "none", why: "There is no setup here that can be forecast." };
  const jar = await cookies();
  const { units } = readPreferences((name) => jar.get(name)?.value);
  return house.log.forecast(input.setupId, loaded.state.setup, units);
}
