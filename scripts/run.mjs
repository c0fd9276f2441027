import { spawn, spawnSync } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync, readFileSync, readdirSync, statSync, writeFileSync } from "node:fs";
import { join } from "node:path";

// What `npm run demo` and `npm test` share. Node alone: this runs before anything is installed.

process.env.NEXT_TELEMETRY_DISABLED = "1";

export const say = (text) => console.log(`\n── ${text}`);

/** Runs a command with its output shown; ends this program with its exit code when it fails. */
export function run(command, args, options = {}) {
  const { status, error } = spawnSync(command, args, { stdio: "inherit", ...options });
  if (error) throw error;
  if (status !== 0) {
    console.error(`\n${command} ${args.join(" ")} failed (exit ${status}).`);
    process.exit(status ?? 1);
  }
}

export const bin = (name) => join("node_modules", ".bin", name);

const INSTALLED_STAMP = join("node_modules", ".marlstone-installed");
const BUILT_STAMP = join(".next", "marlstone-built");

const hashOf = (paths) => {
  const hash = createHash("sha256").update(process.versions.modules);
  for (const path of paths) hash.update(path).update(readFileSync(path));
  return hash.digest("hex");
};

const stampIs = (stamp, value) => existsSync(stamp) && readFileSync(stamp, "utf8") === value;

/** Installs the packages when the lock file or Node's ABI has changed since the last install. */
export function ensureInstalled() {
  const wanted = hashOf(["package-lock.json"]);
  if (stampIs(INSTALLED_STAMP, wanted)) return;
  say("Installing packages (the database driver is compiled; this takes a few minutes once)");
  run("npm", ["ci"]);
  writeFileSync(INSTALLED_STAMP, wanted);
}

function filesBelow(folder) {
  return readdirSync(folder)
    .flatMap((name) => {
      const path = join(folder, name);
      return statSync(path).isDirectory() ? filesBelow(path) : [path];
    })
    .sort();
}

/** Builds the application; `whenChanged` skips it when the sources are those of the last build. */
export function build({ whenChanged }) {
  const sources = [
    ...filesBelow("src").filter((path) => !path.includes(".test.")),
    "next.config.ts",
    "postcss.config.mjs",
    "tsconfig.json",
    "package-lock.json",
  ];
  const wanted = hashOf(sources);
  if (whenChanged && stampIs(BUILT_STAMP, wanted)) return;
  say("Building");
  run(bin("next"), ["build"]);
  writeFileSync(BUILT_STAMP, wanted);
}

/**
 * Starts the built application and resolves once it answers: true, whether it is fine or says what is wrong with its
 * data. The caller ends it.
 */
export async function serve({ port, env = {} }) {
  const child = spawn(process.execPath, [join("scripts", "serve.mjs")], {
    stdio: "inherit",
    env: { ...process.env, ...env, PORT: String(port) },
  });
  const host = process.env.MARLSTONE_HOST || "127.0.0.1";
  const url = `http://${["0.0.0.0", "::"].includes(host) ? "127.0.0.1" : host}:${port}`;
  for (let tries = 0; tries < 240; tries++) {
    if (child.exitCode !== null) return { child, url, answers: false };
    try {
      const response = await fetch(url, { signal: AbortSignal.timeout(10_000), redirect: "manual" });
      await response.arrayBuffer();
      return { child, url, answers: child.exitCode === null };
    } catch {
      /* not up yet */
    }
    await new Promise((done) => setTimeout(done, 250));
  }
  return { child, url, answers: false };
}

/** The port asked for, or a clear end. */
export function portFromEnvironment(fallback) {
  const text = process.env.PORT ?? String(fallback);
  const port = Number(text);
  if (!Number.isInteger(port) || port < 1 || port > 65535) {
    console.error(`PORT must be a whole number from 1 to 65535; it is "${text}".`);
    process.exit(2);
  }
  return port;
}
