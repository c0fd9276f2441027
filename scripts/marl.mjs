import { createHash } from "node:crypto";
import { existsSync, readdirSync, renameSync, rmSync, statSync } from "node:fs";
import { dirname, join } from "node:path";
import { fileURLToPath, pathToFileURL } from "node:url";

// `npm run marl`: the command of src/cli, bundled when its sources have changed since, so that a small case is answered
// in half a second. What a task does not need is left in other files and not read.

const ROOT = join(dirname(fileURLToPath(import.meta.url)), "..");
const BUNDLES = join(ROOT, "node_modules", ".marl");
/** What the command may import: see .dependency-cruiser.cjs. */
const SOURCES = ["src/cli", "src/core", "src/formats"];
const KEPT_MS = 24 * 60 * 60 * 1000;

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
  SOURCES.forEach((folder) => walk(join(ROOT, folder)));
  return createHash("sha256").update(lines.sort().join("\n")).digest("hex").slice(0, 16);
}

const bundle = join(BUNDLES, madeOf());
if (!existsSync(bundle)) {
  const { build } = await import("esbuild");
  // made aside and put in its place whole: many may start at once, and one may be cut off
  const aside = `${bundle}.${process.pid}`;
  await build({
    absWorkingDir: ROOT,
    entryPoints: ["src/cli/marl.ts"],
    outdir: aside,
    outExtension: { ".js": ".mjs" },
    bundle: true,
    splitting: true,
    minifySyntax: true,
    format: "esm",
    platform: "node",
    target: "node20",
    logLevel: "warning",
  });
  try {
    renameSync(aside, bundle);
  } catch (error) {
    // another was first
    if (!existsSync(bundle)) throw error;
    rmSync(aside, { recursive: true, force: true });
  }
  // bundles of other sources go once nothing can be running on them any more
  for (const name of readdirSync(BUNDLES)) {
    const old = join(BUNDLES, name);
    if (old !== bundle && Date.now() - statSync(old).mtimeMs > KEPT_MS) rmSync(old, { recursive: true, force: true });
  }
}
await import(pathToFileURL(join(bundle, "marl.mjs")).href);
