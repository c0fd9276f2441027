import { benchOf, type Bench, type BenchAsked } from "./bench";
import { cutsOf, type Cut } from "./cuts";
import { filling } from "./fill";
import { finishing } from "./finish";
import { plannedOf } from "./planned";
import { plantingOf } from "./planting";
import { preparing } from "./prepare";
import type { Step } from "./step";
import { thingsFor, toolsFor, type Thing } from "./things";

/** A setup as it is built by hand: what it takes, what is cut, and what is done in which order. */
export type Sheet = {
  readonly bench: Bench;
  readonly tools: readonly string[];
  readonly things: readonly Thing[];
  readonly cuts: readonly Cut[];
  readonly steps: readonly Step[];
};

export function sheetOf(asked: BenchAsked): Sheet {
  const bench = benchOf(asked);
  const first = preparing(bench);
  const built = first.at(-1)?.shows.fixtureIds ?? [];
  return {
    bench,
    tools: toolsFor(bench),
    things: thingsFor(bench),
    cuts: cutsOf(bench.setup, bench.system),
    steps: [...first, ...filling(bench, built), ...finishing(bench, built, plantingOf(bench))].map((step) => ({
      ...step,
      planned: plannedOf(bench, step.key),
    })),
  };
}
