import { describe, expect, it } from "vitest";
import { inLibrary } from "../occupants/library/library";
import type { Setup } from "../stack/setup";
import { PAIR_STACKS } from "../testing/pair-stacks";
import { dies, PAIRS } from "../testing/pairs";
import { medium } from "../testing/setups";
import { drainedAfterSoaking, settle } from "../testing/settled";
import { waterStates } from "./states";
import { verdictsOf } from "./verdicts";
import type { Verdict } from "./verdict";

const days = new Map<string, ReturnType<typeof drainedAfterSoaking>>();

function verdictOn(stack: keyof typeof PAIR_STACKS, occupantId: string, count: number): Verdict {
  const setup: Setup = { ...PAIR_STACKS[stack], occupants: [{ id: "one", occupantId, count }] };
  const settled = settle(setup, medium);
  if (!settled.ok) throw new Error(`${stack}: ${settled.problems[0]!.message}`);
  const day = days.get(stack) ?? drainedAfterSoaking(setup, medium);
  days.set(stack, day);
  const states = waterStates(setup, settled.value, day.ok ? day.value.equilibrium : undefined);
  return verdictsOf(setup, medium, inLibrary, states)[0]!;
}

describe("what common husbandry knows of 200 pairs", () => {
  it("is of 80 at least, each once, and of some that live and some that die in every kind of keeping", () => {
    expect(PAIRS.length).toBeGreaterThanOrEqual(80);
    expect(new Set(PAIRS.map(([id, stack]) => `${id} ${stack}`)).size).toBe(PAIRS.length);
    expect(PAIRS.filter(([, , expected]) => expected === "lives").length).toBeGreaterThan(40);
  });

  it.each(PAIRS.map((pair) => ({ pair, title: `${pair[0]} in ${pair[1]}: ${JSON.stringify(pair[2])}` })))(
    "$title",
    ({ pair }) => {
      const [id, stack, expected, count = 1] = pair;
      const { grade, findings } = verdictOn(stack, id, count);
      const against = findings.filter((one) => one.grade === "unsuited").map(({ limit }) => limit);
      if (expected === "lives") expect(against).toEqual([]);
      else if (!dies(expected)) {
        const careFor = findings.filter((one) => one.grade === "care").map(({ limit }) => limit);
        expect([grade, against]).toEqual(["care", []]);
        expect(careFor.filter((limit) => expected.careFor.includes(limit))).not.toEqual([]);
      } else {
        expect(grade).toBe("unsuited");
        expect(against.filter((limit) => expected.includes(limit))).not.toEqual([]);
      }
    },
  );
});
