import { existsSync, mkdirSync, readFileSync, rmSync } from "node:fs";
import { spawnSync } from "node:child_process";
import { bin, build, ensureInstalled, run, say } from "./run.mjs";

// Every check, from a fresh clone: format, types, lint, import rules, unit tests, build, browser tests.

const CHROMIUM = "/usr/bin/chromium";

ensureInstalled();
ensureChromium();
rmSync("tmp", { recursive: true, force: true });
mkdirSync("tmp", { recursive: true });

say("Format");
run(bin("prettier"), ["--check", "--log-level", "warn", "."]);
say("Types");
run(bin("next"), ["typegen"]);
run(bin("tsc"), ["-p", "tsconfig.json"]);
run(bin("tsc"), ["-p", "tsconfig.core.json"]);
say("Lint");
run(bin("eslint"), ["."]);
say("Import rules");
run(process.execPath, ["scripts/check-imports.mjs"]);
say("Unit tests");
run(bin("vitest"), ["run", "--reporter=default", "--reporter=json", "--outputFile.json=tmp/unit.json"]);
build({ whenChanged: true });
say("Browser tests");
run(bin("playwright"), ["test"]);

const unit = JSON.parse(readFileSync("tmp/unit.json", "utf8"));
const browser = JSON.parse(readFileSync("tmp/browser.json", "utf8")).stats;
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
