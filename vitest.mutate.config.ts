import { existsSync } from "node:fs";
import { configDefaults, defineConfig, mergeConfig } from "vitest/config";
import { BaseSequencer, type TestSpecification } from "vitest/node";
import base from "./vitest.config";

/**
 * For mutation testing (scripts/mutate.mjs): an area of the code by its own tests and by those of what stands on it
 * next. What notices most is asked first, because a mutant's run ends at the first test that fails: the solver's
 * reference cases before its slow properties.
 */
const TESTS_OF: Readonly<Record<string, readonly string[]>> = {
  units: ["core/units", "core/mixing", "core/readings", "core/stack"],
  hydraulics: ["core/hydraulics", "formats/column-case", "core/media", "core/water"],
  media: ["core/media", "core/mixing", "core/readings", "formats/own-medium"],
  mixing: ["core/mixing", "formats/mix", "core/readings"],
  stack: ["core/vessel", "core/stack", "formats/setup", "core/water", "core/readings"],
  water: ["core/water", "formats/column-case", "core/readings"],
  solver: [
    "core/water/ends",
    "formats/column-case/verification",
    "core/water/reservoir",
    "core/water/stores",
    "core/water/flow",
  ],
  readings: ["core/readings"],
  checks: ["core/checks"],
  design: ["core/design"],
  occupants: ["core/occupants", "server/occupants"],
  verdicts: ["core/verdicts", "workers"],
  sheet: ["core/sheet", "formats/svg", "server/builds"],
  drawing: ["core/drawing", "formats/svg", "core/sheet"],
  server: ["server", "formats"],
  ui: ["ui"],
};
/** Compares all words of many setups, for seconds: left to the area it is about. */
const WORDS = "src/core/readings/words.test.ts";
/** Follows water through all media, for half a minute: no mutant waits for that. */
const HARD_RUNS = "src/core/water/hard-runs.test.ts";

const area = process.env.MARLSTONE_MUTATED ?? "";
const folders = TESTS_OF[area] ?? ["core", "formats", "server"];

class MostTellingFirst extends BaseSequencer {
  override sort(specifications: TestSpecification[]): Promise<TestSpecification[]> {
    const rank = ({ moduleId }: TestSpecification): number => {
      const folder = folders.findIndex((one) => moduleId.includes(`/src/${one}`));
      return folder < 0 ? folders.length : folder;
    };
    return Promise.resolve([...specifications].sort((a, b) => rank(a) - rank(b)));
  }
}

export default mergeConfig(
  { ...base, test: { ...base.test, include: undefined } },
  defineConfig({
    test: {
      include: folders.map((folder) =>
        existsSync(`src/${folder}`) ? `src/${folder}/**/*.test.ts` : `src/${folder}.test.ts`,
      ),
      exclude: [...configDefaults.exclude, HARD_RUNS, ...(area === "readings" ? [] : [WORDS])],
      // a mutant is switched on for a whole run, and no test keeps anything from one file to the next
      isolate: false,
      sequence: { sequencer: MostTellingFirst },
    },
  }),
);
