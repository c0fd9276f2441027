import { existsSync, mkdirSync, readFileSync, rmSync } from "node:fs";
import { spawnSync } from "node:child_process";
import { inLanes } from "./lanes.mjs";
import { bin, build, ensureInstalled, run, say } from "./run.mjs";

// Every check, from a fresh clone: format, types, lint, import rules, unit tests, build, browser tests.

const CHROMIUM = "/usr/bin/chromium";

const times = [];
/** Runs a part of it, and notes how long it took. */
function part(name, work) {
  say(name);
  const from = performance.now();
  work();
  times.push([name, (performance.now() - from) / 1000]);
}

ensureInstalled();
ensureChromium();
rmSync("tmp", { recursive: true, force: true });
mkdirSync("tmp", { recursive: true });

part("Routes' types", () => run(bin("next"), ["typegen"]));
const read = await inLanes([
  ["Lint", bin("eslint"), ["."]],
  ["Types", bin("tsc"), ["-p", "tsconfig.json"]],
  ["Format", bin("prettier"), ["--check", "--log-level", "warn", "."]],
  ["Types of core", bin("tsc"), ["-p", "tsconfig.core.json"]],
  ["Import rules", process.execPath, ["scripts/check-imports.mjs"]],
]);
times.push(...read.times.map(([name, seconds]) => [`  ${name}`, seconds]));
if (read.failed > 0) process.exit(1);
part("Unit tests", () =>
  run(bin("vitest"), ["run", "--reporter=default", "--reporter=json", "--outputFile.json=tmp/unit.json"]),
);
part("Build", () => build({ whenChanged: true }));
part("Browser tests", () => run(bin("playwright"), ["test"]));

const unit = JSON.parse(readFileSync("tmp/unit.json", "utf8"));
const browser = JSON.parse(readFileSync("tmp/browser.json", "utf8")).stats;
console.log("");
for (const [name, seconds] of times) console.log(`${name.padEnd(16)}${seconds.toFixed(0).padStart(6)} s`);
console.log(`${"In all".padEnd(16)}${(performance.now() / 1000).toFixed(0).padStart(6)} s`);
const passed = unit.numPassedTests + browser.expected + browser.flaky;
console.log(`\n${passed} passed, ${unit.numFailedTests + browser.unexpected} failed`);

function ensureChromium() {
  if (existsSync(CHROMIUM)) return;
  say("Installing Debian's chromium for the browser tests");
  const apt = (...args) =>
    spawnSync("apt-get", args, { stdio: "inherit", env: { ...process.env, DEBIAN_FRONTEND: "noninteractive" } })
      .status === 0;
  if (
    process.getuid?.() === 0 &&
    apt("update", "-qq") &&
    apt("install", "-y", "-qq", "chromium") &&
    existsSync(CHROMIUM)
  )
    return;
  console.error(
    `The browser tests need Chromium at ${CHROMIUM}, and it could not be installed from here. Install it, as root: apt-get install chromium`,
  );
  process.exit(1);
}
