import fc from "fast-check";

// Property tests run the same cases every time, so that a red run can be run again; raise the seed to look further.
fc.configureGlobal({
  seed: 20_261_125,
  endOnFailure: true,
  // against one of thousands of mutants a property gets a moment, not all its cases, but one at least: a sheet takes some
  // tenths of a second where all code is instrumented
  ...(process.env.STRYKER_MUTATOR_WORKER === undefined ? {} : { interruptAfterTimeLimit: 1000 }),
});
