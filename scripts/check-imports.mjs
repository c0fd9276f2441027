import { readdirSync, statSync } from "node:fs";
import { join } from "node:path";
import { createRequire } from "node:module";
import { cruise } from "dependency-cruiser";
import extractTSConfig from "dependency-cruiser/config-utl/extract-ts-config";

// Runs the import rules, and proves that they were run: every source file was read, and a seeded violation is caught.

const { forbidden, options } = createRequire(import.meta.url)("../.dependency-cruiser.cjs");
const ROOTS = ["src", "demo", "e2e"];

const sourceFiles = (folder) =>
  readdirSync(folder).flatMap((name) => {
    const path = join(folder, name);
    return statSync(path).isDirectory() ? sourceFiles(path) : /\.tsx?$/.test(name) ? [path] : [];
  });

async function violations(roots, extra = {}) {
  const { output } = await cruise(roots, { ...options, ...extra, ruleSet: { forbidden }, validate: true }, undefined, {
    tsConfig: extractTSConfig("tsconfig.json"),
  });
  return output;
}

const found = await violations(ROOTS);
const read = new Set(
  found.modules.map(({ source }) => source).filter((source) => /^(src|demo|e2e)\/.*\.tsx?$/.test(source)),
);
const missing = ROOTS.flatMap(sourceFiles).filter((path) => !read.has(path));
let failed = false;
if (missing.length > 0) {
  failed = true;
  console.error(`Not read by the import check: ${missing.join(", ")}`);
}
for (const { from, to, rule } of found.summary.violations) {
  failed = true;
  console.error(`${rule.name}: ${from} → ${to}`);
}
const seeded = await violations(["src"], { baseDir: join(process.cwd(), "scripts/fixtures/import-violation") });
if (!seeded.summary.violations.some(({ rule }) => rule.name === "core")) {
  failed = true;
  console.error("The seeded violation (core importing the server) was not caught: the rules are not at work.");
}
if (failed) process.exit(1);
console.log(`Import rules hold over ${read.size} files; the seeded violation is caught.`);
