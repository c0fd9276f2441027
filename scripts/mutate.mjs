import { spawnSync } from "node:child_process";
import { existsSync, mkdirSync, readFileSync, readdirSync, statSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { bin, say } from "./run.mjs";

/**
 * Mutation testing of core, server and the logic of the interface (Stryker): changes the code in thousands of small
 * ways and counts how many of them some test notices.
 *
 *     npm run mutate                 all areas, then the scores against their floors; some three hours
 *     npm run mutate -- --every 3    a third of it: every third block of lines of each file
 *     npm run mutate -- mixing water some areas, and the survivors named
 *     npm run mutate -- --scores     the scores of the reports there are
 */
const SOLVER = [
  "richards",
  "richards-grid",
  "net-inflow",
  "stage-solver",
  "head-updates",
  "transient",
  "run-end",
  "tally",
  "fitted-flux",
  "ends",
  "store",
  "reservoir",
  "pond",
  "discharge",
  "side-hole",
  "uptake",
  "stress",
  "flux-clock",
  "step-length",
  "node-hydraulics",
  "cell-memory",
].map((name) => `src/core/water/${name}.ts`);
const AREAS = {
  units: ["src/core/units"],
  hydraulics: ["src/core/hydraulics"],
  media: ["src/core/media"],
  mixing: ["src/core/mixing"],
  stack: ["src/core/vessel", "src/core/stack"],
  water: ["src/core/water"],
  // apart from what calls it: code that looks up at every step whether it is changed makes all runs slow
  solver: SOLVER,
  readings: ["src/core/readings"],
  checks: ["src/core/checks"],
  design: ["src/core/design"],
  occupants: ["src/core/occupants"],
  verdicts: ["src/core/verdicts"],
  sheet: ["src/core/sheet"],
  drawing: ["src/core/drawing"],
  server: ["src/server"],
  // what is arithmetic or a state in the interface; components are held by the browser tests
  ui: ["src/ui"],
};
/**
 * The tables of numbers and of words are held by their validation and by what is computed from them, not digit by
 * digit.
 */
const TABLES =
  /^src\/core\/(?:media\/(?:catalogue\/|sources\.ts|words\.ts)|occupants\/(?:library\/|sources\.ts)|drawing\/grains\.ts)/u;
/** What hooks and components do is held by the browser tests; what they decide stands beside them. */
const HOOKS = /\/use-[^/]+\.ts$/u;
/** Lines of a block, when only some blocks are mutated. */
const BLOCK_LINES = 12;
/** Share of the mutants that some test must notice. [%] */
const FLOORS = { core: 80, server: 70, ui: 70 };
const SCORES = "docs/mutation-scores.json";
const REPORTS = join("tmp", "mutation");
const NOTICED = ["Killed", "Timeout"];
const COUNTED = [...NOTICED, "Survived", "NoCoverage"];

const args = process.argv.slice(2);
const every = args.includes("--every") ? Number(args[args.indexOf("--every") + 1]) : 1;
if (!(Number.isInteger(every) && every >= 1)) {
  console.error("--every takes a whole number from 1.");
  process.exit(2);
}
const asked = args.filter((arg, i) => !arg.startsWith("--") && args[i - 1] !== "--every");
const unknown = asked.filter((area) => !(area in AREAS));
if (unknown.length > 0) {
  console.error(`Not an area: ${unknown.join(", ")}. There are ${Object.keys(AREAS).join(", ")}.`);
  process.exit(2);
}
const reportOf = (area) => join(REPORTS, `${area}.json`);
mkdirSync(REPORTS, { recursive: true });

if (!args.includes("--scores")) {
  for (const area of asked.length > 0 ? asked : Object.keys(AREAS)) {
    say(`Mutants of ${area}`);
    const patterns = patternsOf(area).join(",");
    const env = { ...process.env, MARLSTONE_MUTATED: area };
    const { status } = spawnSync(bin("stryker"), ["run", "--mutate", patterns], { stdio: "inherit", env });
    if (status !== 0) process.exit(status ?? 1);
    writeFileSync(reportOf(area), JSON.stringify({ every, mutants: mutantsOfLastRun() }));
    if (asked.length > 0) nameSurvivors(area);
  }
}

const counts = Object.keys(AREAS).flatMap((area) => (existsSync(reportOf(area)) ? [{ area, ...countOf(area) }] : []));
// an area of which a sample was taken weighs what all of it would
const total = (rows) => ({
  noticed: rows.reduce((sum, { noticed, every: blocks }) => sum + noticed * blocks, 0),
  mutants: rows.reduce((sum, { mutants, every: blocks }) => sum + mutants * blocks, 0),
});
const core = total(counts.filter(({ area }) => !(area in FLOORS)));
const server = total(counts.filter(({ area }) => area === "server"));
const ui = total(counts.filter(({ area }) => area === "ui"));
const percent = ({ noticed, mutants }) => Math.round((1000 * noticed) / mutants) / 10;
const measured = ({ every: blocks }) => (blocks === 1 ? "whole" : `one block of ${BLOCK_LINES} lines in ${blocks}`);
for (const { area, ...count } of counts)
  console.log(`${area.padEnd(12)}${percent(count)} % of ${count.mutants} (${measured(count)})`);
console.log(
  `\ncore ${percent(core)} % (floor ${FLOORS.core}), server ${percent(server)} % (floor ${FLOORS.server}), ui ${percent(ui)} % (floor ${FLOORS.ui})`,
);
if (counts.length === Object.keys(AREAS).length) {
  const scores = {
    core: percent(core),
    server: percent(server),
    ui: percent(ui),
    areas: Object.fromEntries(
      counts.map(({ area, noticed, mutants, ...count }) => [
        area,
        { score: percent({ noticed, mutants }), noticed, mutants, measured: measured(count) },
      ]),
    ),
  };
  writeFileSync(SCORES, `${JSON.stringify(scores, null, 2)}\n`);
  if (scores.core < FLOORS.core || scores.server < FLOORS.server || scores.ui < FLOORS.ui) process.exit(1);
}

function filesBelow(path) {
  if (statSync(path).isDirectory()) return readdirSync(path).flatMap((name) => filesBelow(`${path}/${name}`));
  return /(?<!\.test|\.testing)\.ts$/u.test(path) ? [path] : [];
}

/** What Stryker is to mutate of an area: its files, or blocks of their lines, a different first one in each. */
function patternsOf(area) {
  const files = AREAS[area]
    .flatMap(filesBelow)
    .filter((path) => !TABLES.test(path) && !HOOKS.test(path) && (area === "solver" || !SOLVER.includes(path)));
  if (every === 1) return files;
  return files.flatMap((path, f) => {
    const lines = readFileSync(path, "utf8").split("\n").length;
    const blocks = Array.from({ length: Math.ceil(lines / BLOCK_LINES) }, (_, i) => i).filter(
      (i) => (i + f) % every === 0,
    );
    return blocks.map((i) => `${path}:${i * BLOCK_LINES + 1}-${Math.min(lines, (i + 1) * BLOCK_LINES)}`);
  });
}

/** What became of each mutant of the run just ended that counts: where it stood, what it was, whether it was noticed. */
function mutantsOfLastRun() {
  const { files } = JSON.parse(readFileSync(join(REPORTS, "last.json"), "utf8"));
  return Object.entries(files).flatMap(([file, { mutants }]) =>
    mutants
      .filter(({ status }) => COUNTED.includes(status))
      .map(({ status, location, mutatorName, replacement }) => ({
        noticed: NOTICED.includes(status),
        at: `${file}:${location.start.line}`,
        change: `${mutatorName} → ${String(replacement).replace(/\s+/gu, " ").slice(0, 90)}`,
      })),
  );
}

function reported(area) {
  return JSON.parse(readFileSync(reportOf(area), "utf8"));
}

function countOf(area) {
  const { every: blocks, mutants } = reported(area);
  return { every: blocks, noticed: mutants.filter(({ noticed }) => noticed).length, mutants: mutants.length };
}

function nameSurvivors(area) {
  for (const { noticed, at, change } of reported(area).mutants) if (!noticed) console.log(`${at} ${change}`);
}
