"use server";
import { storing } from "@/server";
import { problem } from "@/core/units/problem";
import {
  buildOfInput,
  recordInput,
  takeOverInput,
  type BuildOfInput,
  type RecordInput,
  type RecordOutcome,
  type TakeOverInput,
} from "@/formats/build-record/schema";
import { parseWith } from "@/formats/problems";
import type { WriteOutcome } from "@/formats/setup/actions";

// Each: parse, one service call, the result as it is.

const refused = (message: string): RecordOutcome => ({ status: "refused", message });
const notOfItsShape = (problems: readonly { readonly message: string }[]): RecordOutcome =>
  refused(problems.map(({ message }) => message).join(" "));

export async function recordBuilt(input: RecordInput): Promise<RecordOutcome> {
  const parsed = parseWith(recordInput, input);
  return parsed.ok ? storing((to) => to.builds.record(parsed.value), refused) : notOfItsShape(parsed.problems);
}

export async function beginBuildAgain(input: BuildOfInput): Promise<RecordOutcome> {
  const parsed = parseWith(buildOfInput, input);
  return parsed.ok ? storing((to) => to.builds.beginAgain(parsed.value), refused) : notOfItsShape(parsed.problems);
}

export async function followDesign(input: BuildOfInput): Promise<RecordOutcome> {
  const parsed = parseWith(buildOfInput, input);
  return parsed.ok ? storing((to) => to.builds.followDesign(parsed.value), refused) : notOfItsShape(parsed.problems);
}

export async function takeOverBuilt(input: TakeOverInput): Promise<WriteOutcome> {
  const parsed = parseWith(takeOverInput, input);
  return parsed.ok
    ? storing<WriteOutcome>(
        (to) => to.builds.takeOver(parsed.value),
        (message) => ({ status: "refused", problems: [problem("", "not-stored", message)] }),
      )
    : { status: "refused", problems: parsed.problems };
}
