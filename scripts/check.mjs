import { existsSync, mkdirSync } from "node:fs";
import { spawnSync } from "node:child_process";
import { inLanes } from "./lanes.mjs";
import { bin, ensureInstalled } from "./run.mjs";

/**
 * `npm run check`: what is worth knowing before a commit, in under two minutes on two cores. Types, lint and import rules
 * of everything, with what they knew last time kept in tmp/; formatting and unit tests of what was changed since a
 * revision (`npm run check -- main`; by default since the last commit) and of what imports it, the slowest left out.
 */
const since = process.argv[2] ?? "HEAD";
/** Follow water for many seconds, or start processes: `npm test` has them. */
const SLOW = [
  "src/cli/marl.test.ts",
  "src/core/design/design.test.ts",
  "src/core/readings/words.test.ts",
  "src/core/verdicts/mend.test.ts",
  "src/core/water/hard-runs.test.ts",
  "src/core/water/hysteresis.test.ts",
  "src/core/water/season.test.ts",
  "src/core/water/supply.test.ts",
];

ensureInstalled();
mkdirSync("tmp", { recursive: true });
const began = performance.now();
const seconds = (from) => `${((performance.now() - from) / 1000).toFixed(0)} s`;

const git = (...args) => spawnSync("git", args, { encoding: "utf8" }).stdout.split("\n").filter(Boolean);
const changed = [
  ...new Set([...git("diff", "--name-only", since), ...git("ls-files", "--others", "--exclude-standard")]),
];
const there = changed.filter((path) => existsSync(path));
const code = there.filter((path) => /^(src|demo)\/.*\.tsx?$/u.test(path));

const parts = [
  ["Types", bin("tsc"), ["-p", "tsconfig.json"]],
  ["Lint", bin("eslint"), [".", "--cache", "--cache-location", "tmp/eslint-cache", "--cache-strategy", "content"]],
  [
    "Types of core",
    bin("tsc"),
    ["-p", "tsconfig.core.json", "--incremental", "--tsBuildInfoFile", "tmp/core.tsbuildinfo"],
  ],
  ["Import rules", process.execPath, ["scripts/check-imports.mjs"]],
  ...(there.length > 0
    ? [["Format", bin("prettier"), ["--check", "--ignore-unknown", "--log-level", "warn", ...there]]]
    : []),
  ...(code.length > 0
    ? [
        [
          `Unit tests near ${code.length} changed files`,
          bin("vitest"),
          [
            "related",
            "--run",
            "--passWithNoTests",
            "--maxWorkers=1",
            ...SLOW.flatMap((path) => ["--exclude", path]),
            ...code,
          ],
        ],
      ]
    : []),
];
const { failed } = await inLanes(parts);
console.log(`\n${failed === 0 ? "All fine" : `${failed} failed`}, ${seconds(began)} in all.`);
process.exit(failed === 0 ? 0 : 1);
