import { existsSync, mkdirSync, readFileSync, readdirSync, rmSync, statSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { pathToFileURL } from "node:url";

// `npm run marl`: the command of src/cli, bundled when its sources have changed since, so that a small case is answered
// in half a second. What a task does not need is left in other files and not read.

const OUT = join("node_modules", ".marl");
const STAMP = join(OUT, "made-of");
/** What the command may import: see .dependency-cruiser.cjs. */
const SOURCES = ["src/cli", "src/core", "src/formats"];

/** Every source with its size and the time it was last written: enough to know that nothing has changed. */
function madeOf() {
  const lines = [`node ${process.versions.node}`];
  const walk = (folder) => {
    for (const entry of readdirSync(folder, { withFileTypes: true })) {
      const path = join(folder, entry.name);
      if (entry.isDirectory()) walk(path);
      else if (!path.includes(".test.")) {
        const { size, mtimeMs } = statSync(path);
        lines.push(`${path} ${size} ${mtimeMs}`);
      }
    }
  };
  SOURCES.forEach(walk);
  return lines.sort().join("\n");
}

const wanted = madeOf();
if (!existsSync(STAMP) || readFileSync(STAMP, "utf8") !== wanted) {
  const { build } = await import("esbuild");
  rmSync(OUT, { recursive: true, force: true });
  mkdirSync(OUT, { recursive: true });
  await build({
    entryPoints: ["src/cli/marl.ts"],
    outdir: OUT,
    outExtension: { ".js": ".mjs" },
    bundle: true,
    splitting: true,
    minifySyntax: true,
    format: "esm",
    platform: "node",
    target: "node20",
    logLevel: "warning",
  });
  // last: a build that was cut off is made anew
  writeFileSync(STAMP, wanted);
}
await import(pathToFileURL(join(process.cwd(), OUT, "marl.mjs")).href);
