import { describe, expect, it } from "vitest";
import { GRAVEL, layer, medium, MIX, potWith } from "../testing/setups";
import { runSetup, settle } from "../testing/settled";
import { withSaidDemand } from "../stack/edit";
import { stackHeightCm } from "../stack/geometry";
import type { Setup } from "../stack/setup";
import type { RefillMark } from "../water/refill-mark";
import type { Run } from "../water/run";
import { cautionsFor } from "./cautions";
import { readSettled } from "./readings";
import { runWords } from "./run-sentences";
import { howToSoak } from "./shedding-words";

const plain = (text: string): string => text.replace(/\u00a0/gu, " ");
const TROUGH = potWith({ kind: "free-water", levelCm: 7, overflowCm: 8 }, [
  layer(GRAVEL, 8),
  layer("fine-sand-0.1-0.5", 3, false),
  layer(MIX, 17),
]);

describe("what a run says of what it has left behind", () => {
  const made = runSetup(withSaidDemand(TROUGH, 8), medium, 10);
  if (!made.ok) throw new Error(made.problems[0]!.message);
  const run = { ...made.value, shedWhenDriest: [], shedAtEnd: [], marks: undefined };
  const top = stackHeightCm(run.setup);
  const words = (more: Partial<Run>): string => plain(runWords({ ...run, ...more }, "metric"));
  const mark = (levelCm: number) => ({ kind: "mark", levelCm }) as const;

  it("names what sheds water, and whether it still does: over the ball, or a wick in it", () => {
    const upper = [{ fromCm: top - 4, toCm: top }];
    expect(words({ shedWhenDriest: upper })).toContain(
      "By the last dry day the upper 4 cm has dried so far that it sheds water; a day after, it takes water again.",
    );
    expect(words({ shedWhenDriest: upper, shedAtEnd: upper })).toMatch(
      /A day after it was refilled, the upper 4 cm still sheds water: .*side of the ball.*Pour little by little/u,
    );
    expect(words({ shedAtEnd: [{ fromCm: 8, toCm: 11 }] })).toMatch(
      /what lies from 8 cm to 11 cm still sheds water: next to nothing rises through it/u,
    );
    expect(words({ shedAtEnd: [{ fromCm: 0, toCm: top }] })).toContain("all of it still sheds water");
    // a film is none that a hand finds, and what was not followed to its end has no day after
    expect(words({ shedWhenDriest: [{ fromCm: top - 0.25, toCm: top }] })).not.toContain("shed");
    expect(words({ shedWhenDriest: upper, shedAtEnd: upper, followedToHour: 90 })).not.toContain("day after");
  });

  it("names the refill mark where that has gone up by what a hand sees, and only then", () => {
    const from = (before: RefillMark, after: RefillMark): string => words({ marks: { before, after } });
    expect(from(mark(5.6), mark(6.3))).toContain("From here on refill it at 6.3 cm instead of 5.6 cm.");
    expect(from({ kind: "empty" }, mark(3))).toContain(
      "From here on refill it at 3 cm, where it could be emptied before.",
    );
    expect(from(mark(5.6), { kind: "too-weak", atBrimCm3PerHour: 1 })).toContain(
      "From here on even a full reservoir brings too little.",
    );
    for (const [before, after] of [
      [mark(5.6), mark(5.7)],
      [mark(5.6), mark(4)],
      [mark(5.6), { kind: "empty" }],
      [
        { kind: "too-weak", atBrimCm3PerHour: 1 },
        { kind: "too-weak", atBrimCm3PerHour: 1 },
      ],
    ] as const)
      expect(from(before, after)).not.toContain("From here on");
    // what sheds water has none until it has been soaked
    const marks = { before: mark(5.6), after: mark(6.3) };
    expect(words({ marks, shedAtEnd: [{ fromCm: 8, toCm: 11 }] })).not.toContain("From here on");
  });

  it("is a caution at the hour at which it sheds water", () => {
    const settled = settle(run.setup, medium);
    if (!settled.ok) throw new Error("settles");
    const { column, equilibrium } = settled.value;
    const sheds = column.zCm.map((z) => (z > top - 3 ? 1 : 0));
    const read = (shed: Float64Array | undefined) =>
      readSettled(run.setup, { ...settled.value, equilibrium: { ...equilibrium, sheds: shed } }, medium);
    const said = (shed: Float64Array | undefined, when: "run" | "rest") =>
      cautionsFor(run.setup, read(shed), "metric", when).filter(({ id }) => id === "sheds-now");
    expect(plain(said(sheds, "run")[0]!.text)).toMatch(/^The upper 3 cm sheds water now: .*side of the ball/u);
    expect(said(sheds, "rest")).toEqual([]);
    expect(said(undefined, "run")).toEqual([]);
    const below = column.zCm.map((z) => (z > 9 && z < 11 ? 1 : 0));
    expect(plain(said(below, "run")[0]!.text)).toMatch(/^What lies from 9 cm to 11 cm sheds water now, .*a wick/u);
  });

  it("says to stand in water only what has a hole below and can be lifted", () => {
    const drained = (cm: number): Setup => potWith({ kind: "drained", outletCm: 0 }, [layer(MIX, cm)]);
    expect(howToSoak(drained(20))).toMatch(/^stand it in water to its rim, or pour/u);
    expect(howToSoak(run.setup)).toMatch(/^pour little by little/u);
    const tub = drained(20);
    const big = { ...tub, vessel: { ...tub.vessel, insideDepthCm: 60 } };
    expect(howToSoak(big)).toMatch(/^pour little by little/u);
  });
});
