"use server";
import { cookies } from "next/headers";
import { readPreferences } from "@/formats/preferences/schema";
import { seasonInput, type SeasonHere, type SeasonInput } from "@/formats/season/actions";
import { handInput, type HandInput, type HandShown } from "@/formats/setup/hand";
import { marlstone, storing, type Marlstone } from "@/server";
import type { Setup } from "@/core/stack/setup";
import { failed, problem, type Result } from "@/core/units/problem";
import { parseWith } from "@/formats/problems";
import { parseSetup } from "@/formats/setup/schema";
import {
  pouredInput,
  waterInInput,
  saveInput,
  setAsideInput,
  setupIdInput,
  stepInput,
  type PouredInput,
  type WaterInInput,
  type SaveInput,
  type SetAsideInput,
  type SetupState,
  type StepInput,
  type WriteOutcome,
} from "@/formats/setup/actions";

// Each: parse, one service call, the result as it is.

const written = <T extends WriteOutcome>(write: (to: Marlstone) => T): Promise<T | WriteOutcome> =>
  storing<T | WriteOutcome>(write, (message) => ({
    status: "refused",
    problems: [problem("", "not-stored", message)],
  }));

export async function saveChanges(input: SaveInput): Promise<WriteOutcome> {
  const parsed = parseWith(saveInput, input);
  return parsed.ok
    ? written((to) => to.setups.saveChanges(parsed.value))
    : { status: "refused", problems: parsed.problems };
}

export async function stepHistory(input: StepInput): Promise<WriteOutcome> {
  const parsed = parseWith(stepInput, input);
  return parsed.ok ? written((to) => to.setups.step(parsed.value)) : { status: "refused", problems: parsed.problems };
}

export async function settleSetAside(input: SetAsideInput): Promise<WriteOutcome & { readonly copyId?: string }> {
  const parsed = parseWith(setAsideInput, input);
  return parsed.ok
    ? written((to) => to.setups.settleSetAside(parsed.value))
    : { status: "refused", problems: parsed.problems };
}

export async function setPoured(input: PouredInput): Promise<WriteOutcome> {
  const parsed = parseWith(pouredInput, input);
  return parsed.ok ? written((to) => to.setPoured(parsed.value)) : { status: "refused", problems: parsed.problems };
}

export async function setWaterIn(input: WaterInInput): Promise<WriteOutcome> {
  const parsed = parseWith(waterInInput, input);
  return parsed.ok
    ? written((to) => to.setups.setWaterIn(parsed.value))
    : { status: "refused", problems: parsed.problems };
}

/** A year of its place, to live through it in the browser. */
export async function seasonHere(input: SeasonInput): Promise<Result<SeasonHere>> {
  const parsed = parseWith(seasonInput, input);
  return parsed.ok ? marlstone().seasonHere(parsed.value) : parsed;
}

/** Looks for what suits a hand; in the units that are chosen here. */
export async function suitsHand(input: HandInput): Promise<Result<HandShown>> {
  const parsed = parseWith(handInput, input);
  if (!parsed.ok) return parsed;
  const jar = await cookies();
  return marlstone().suitsHand(parsed.value, readPreferences((name) => jar.get(name)?.value).units);
}

export async function reloadSetup(input: { setupId: string }): Promise<SetupState | undefined> {
  const parsed = parseWith(setupIdInput, input);
  const loaded = parsed.ok ? marlstone().setups.load(parsed.value.setupId) : undefined;
  return loaded?.status === "ok" ? loaded.state : undefined;
}

export async function versionBefore(input: { setupId: string }): Promise<Setup | undefined> {
  const parsed = parseWith(setupIdInput, input);
  return parsed.ok ? marlstone().setups.versionBefore(parsed.value.setupId) : undefined;
}

export async function restoreLastGood(input: { setupId: string }): Promise<WriteOutcome> {
  const parsed = parseWith(setupIdInput, input);
  return parsed.ok
    ? written((to) => to.setups.restoreLastGood(parsed.value.setupId))
    : { status: "refused", problems: parsed.problems };
}

/** Makes a copy and answers its id, or undefined when there is nothing whole to copy. */
export async function copySetup(input: { setupId: string }): Promise<string | undefined> {
  const parsed = parseWith(setupIdInput, input);
  const copied = parsed.ok
    ? await storing(
        (to) => to.setups.copy(parsed.value.setupId),
        (message): Result<string> => failed(problem("", "not-stored", message)),
      )
    : parsed;
  return copied.ok ? copied.value : undefined;
}

export async function putAway(input: { setupId: string }): Promise<boolean> {
  const parsed = parseWith(setupIdInput, input);
  return (
    parsed.ok &&
    storing(
      (to) => to.setups.setPutAway(parsed.value.setupId, true),
      () => false,
    )
  );
}

export async function takeBack(input: { setupId: string }): Promise<boolean> {
  const parsed = parseWith(setupIdInput, input);
  return (
    parsed.ok &&
    storing(
      (to) => to.setups.setPutAway(parsed.value.setupId, false),
      () => false,
    )
  );
}

/** Makes a setup from a document; answers its id or what is wrong. */
export async function createSetup(document: unknown): Promise<Result<string>> {
  const parsed = parseSetup(document);
  return parsed.ok
    ? storing(
        (to) => to.setups.create(parsed.value),
        (message) => failed(problem("", "not-stored", message)),
      )
    : parsed;
}
