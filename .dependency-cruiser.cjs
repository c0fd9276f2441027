/**
 * The import rules, as CONTRIBUTING.md draws them: one row a rule. `npm test` runs them through
 * scripts/check-imports.mjs.
 */
const only = (name, from, allowed, comment) => ({
  name,
  severity: "error",
  comment,
  from: { path: from, pathNot: "\\.test\\.tsx?$" },
  to: { path: "^(src|demo|e2e)/", pathNot: allowed },
});
const noPackages = (name, from, allowed, comment) => ({
  name,
  severity: "error",
  comment,
  from: { path: from, pathNot: ["\\.test\\.tsx?$", "^src/(core|formats)/testing/"] },
  to: {
    dependencyTypesNot: ["local", "aliased-tsconfig", "type-only", "localmodule"],
    pathNot: `^(src|demo)/|${allowed}`,
  },
});
/** Inside core, folders depend one way; each may import those before it. */
const CORE_ORDER = [
  "units",
  "hydraulics",
  "media",
  "occupants",
  "mixing",
  "vessel",
  "place",
  "stack",
  "drawing",
  "water",
  "demand",
  "readings",
  "checks",
  "design",
  "verdicts",
  "season",
  "schedule",
  "sheet",
  "log",
  "forecast",
];

/** Folders of the interface, likewise: what stands on nothing of the job first, pages last. */
const UI_ORDER = [
  "common",
  "outbox",
  "fields",
  "rooms",
  "palette",
  "head",
  "drawing",
  "packs",
  "media",
  "mixes",
  "places",
  "open-setup",
  "occupants",
  "section",
  "parts",
  "board",
  "meaning",
  "setup",
  "season",
  "schedule",
  "log",
  "sheet",
  "history",
  "files",
  "keeping",
  "door",
  "yard",
];

/** And of the server: the database first, what takes in whole files last. */
const SERVER_ORDER = [
  "db",
  "door",
  "kept",
  "media",
  "occupants",
  "weather",
  "places",
  "packs",
  "mixes",
  "setups",
  "history",
  "rooms",
  "builds",
  "find",
  "log",
  "schedule",
  "season",
  "files",
];

const inOrder = (root, folders, above) =>
  folders.map((folder, i) =>
    only(
      `${root}-${folder}`,
      `^src/${root}/${folder}/`,
      [...above, ...folders.slice(0, i + 1).map((before) => `^src/${root}/${before}/`)],
      `inside ${root}, one way`,
    ),
  );

/** A folder no row speaks of would be free to import anything. */
const unlisted = (root, folders) =>
  only(`${root}-unlisted`, `^src/${root}/(?!(${folders.join("|")})/)[^/]+/`, ["^$"], "every folder has its place");

module.exports = {
  forbidden: [
    only("core", "^src/core/", ["^src/core/"], "core is the computation, pure"),
    noPackages("core-packages", "^src/core/(?!media/fit-curve)", "^$", "core needs no package"),
    noPackages(
      "core-fitting",
      "^src/core/media/fit-curve",
      "node_modules/ml-levenberg-marquardt/",
      "core fits curves by a known package, in one place",
    ),
    ...inOrder("core", CORE_ORDER, []),
    unlisted("core", [...CORE_ORDER, "testing"]),
    only("formats", "^src/formats/", ["^src/(core|formats)/"], "formats know core alone"),
    noPackages("formats-packages", "^src/formats/", "node_modules/zod/", "formats use zod alone"),
    only("server", "^src/server/", ["^src/(core|formats|server)/"], "the server knows core and formats"),
    only("workers", "^src/workers/", ["^src/(core|formats|workers)/"], "workers know core and formats"),
    only(
      "ui",
      "^src/ui/",
      ["^src/(core|formats|ui)/", "^src/workers/[^/]+\\.client\\.ts$"],
      "the interface gets data and actions as props",
    ),
    ...inOrder("ui", UI_ORDER, ["^src/(core|formats)/", "^src/workers/[^/]+\\.client\\.ts$"]),
    unlisted("ui", UI_ORDER),
    ...inOrder("server", SERVER_ORDER, ["^src/(core|formats)/"]),
    unlisted("server", SERVER_ORDER),
    only(
      "app",
      "^src/app/",
      ["^src/(core|formats|ui|app)/", "^src/server/index\\.ts$"],
      "routes reach the server through its index",
    ),
    only("proxy", "^src/proxy\\.ts$", ["^src/server/door/"], "what every request passes first knows the door alone"),
    only(
      "instrumentation",
      "^src/instrumentation\\.ts$",
      ["^src/server/index\\.ts$"],
      "the start reaches the server through its index",
    ),
    only("cli", "^src/cli/", ["^src/(core|formats|cli)/"], "the command line knows core and formats"),
    only("demo", "^demo/", ["^src/(core|formats|server)/", "^demo/"], "the demo is made through formats and services"),
    only(
      "e2e",
      "^e2e/",
      ["^demo/", "^e2e/"],
      "browser tests speak HTTP; they share the demo's documents and what those are made of",
    ),
    {
      name: "testing-in-tests",
      severity: "error",
      comment: "helpers of tests stay out of the product",
      from: { path: "^src/", pathNot: ["\\.test\\.tsx?$", "^src/(core|formats)/testing/"] },
      to: { path: "^src/(core|formats)/testing/" },
    },
    {
      name: "no-cycles",
      severity: "error",
      from: {},
      to: { circular: true, viaOnly: { dependencyTypesNot: ["type-only"] } },
    },
    { name: "resolvable", severity: "error", from: {}, to: { couldNotResolve: true } },
  ],
  options: {
    doNotFollow: { path: "node_modules" },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: "tsconfig.json" },
    enhancedResolveOptions: {
      exportsFields: ["exports"],
      conditionNames: ["import", "require", "node", "default", "types"],
    },
  },
};
