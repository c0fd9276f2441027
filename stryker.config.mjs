/** Mutation testing of core and server: `npm run mutate`. Not part of `npm test`. */
export default {
  testRunner: "vitest",
  vitest: { configFile: "vitest.mutate.config.ts", related: false },
  coverageAnalysis: "perTest",
  mutate: [
    "src/core/**/*.ts",
    "src/server/**/*.ts",
    "!src/**/*.test.ts",
    "!src/core/testing/**",
    // tables of numbers and of words: held by validation and by what is computed from them, not by their every digit
    "!src/core/media/catalogue/**",
    "!src/core/media/sources.ts",
    "!src/core/media/words.ts",
  ],
  // what stands in a constant is made once, before any test: such mutants cost a whole run each
  ignoreStatic: true,
  // words are for people: whether each sentence is held word for word says little of whether it is told of the right thing
  mutator: { excludedMutations: ["StringLiteral"] },
  reporters: ["clear-text", "json", "progress-append-only"],
  jsonReporter: { fileName: "tmp/mutation.json" },
  clearTextReporter: { reportTests: false, reportMutants: false, logTests: false },
  incrementalFile: "tmp/stryker-incremental.json",
  tempDirName: "tmp/stryker",
  concurrency: 2,
  timeoutMS: 5000,
  timeoutFactor: 2,
};
