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
  ignoreStatic: true,
  reporters: ["clear-text", "json", "progress-append-only"],
  jsonReporter: { fileName: "tmp/mutation.json" },
  clearTextReporter: { reportTests: false, reportMutants: false, logTests: false },
  incrementalFile: "tmp/stryker-incremental.json",
  tempDirName: "tmp/stryker",
  concurrency: 2,
  timeoutMS: 5000,
  timeoutFactor: 2,
};
