import { againstOf, type Against } from "./against";
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
  /** What the design is told that speaks against building it as it is, each at the step where it would be built in. */
  readonly against: readonly Against[];
};

export function sheetOf(asked: BenchAsked): Sheet {
  const bench = benchOf(asked);
  const first = preparing(bench);
  const built = first.at(-1)?.shows.fixtureIds ?? [];
  const written = [...first, ...filling(bench, built), ...finishing(bench, built, plantingOf(bench))];
  const against = againstOf(
    asked,
    bench,
    written.map(({ key }) => key),
  );
  return {
    bench,
    against,
    tools: toolsFor(bench),
    things: thingsFor(bench),
    cuts: cutsOf(bench.setup, bench.system),
    steps: written.map((step) => ({
      ...step,
      cautions: [
        ...against.flatMap(({ stepKey, heading, text }) =>
          stepKey === step.key ? [`Not yet, as it is designed. ${heading}: ${text}`] : [],
        ),
        ...step.cautions,
      ],
      planned: plannedOf(bench, step.key),
    })),
  };
}
