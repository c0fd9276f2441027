/**
 * Mutation testing, one area of the code at a time: `npm run mutate` says which (scripts/mutate.mjs). Not part of `npm
 * test`.
 */
export default {
  testRunner: "vitest",
  vitest: { configFile: "vitest.mutate.config.ts", related: false },
  coverageAnalysis: "perTest",
  // what stands in a constant is made once, before any test: such mutants cost a whole run each
  ignoreStatic: true,
  // words are for people: whether each sentence is held word for word says little of whether it is told of the right
  // thing
  mutator: { excludedMutations: ["StringLiteral"] },
  reporters: ["json", "progress-append-only"],
  jsonReporter: { fileName: "tmp/mutation/last.json" },
  tempDirName: "tmp/stryker",
  concurrency: 2,
  // times are taken while coverage is counted, which makes the solver some eight times slower than a mutant's run
  timeoutMS: 10_000,
  timeoutFactor: 0.5,
};
