// How deep should the reservoir be? Takes a setup file with a gravel reservoir, makes a hundred designs of it that
// differ in the depth of the gravel (the overflow at its top, the soil over it as much as still fits), has `marl`
// compute each, and prints a line a design, to be opened in a spreadsheet.
//
//   node docs/sweep/reservoir-depth.mjs my.setup.json [how many] > depths.csv
import { spawn } from "node:child_process";
import { readFileSync } from "node:fs";
import { availableParallelism } from "node:os";

const [file, count = "100"] = process.argv.slice(2);
if (file === undefined || !(Number(count) >= 2)) {
  console.error("usage: node docs/sweep/reservoir-depth.mjs FILE.setup.json [how many, at least 2]");
  process.exit(2);
}
const read = JSON.parse(readFileSync(file, "utf8"));
const given = read.kind === "marlstone.setup" ? { setup: read } : read;

/** The same setup with its lowest layer so thick, its holes and its water at the layer's top. */
function withReservoir(depthCm) {
  const copy = structuredClone(read);
  const setup = copy.kind === "marlstone.setup" ? copy : copy.setup;
  const grown = depthCm - setup.layers[0].thicknessCm;
  setup.layers[0].thicknessCm = depthCm;
  const soil = setup.layers.find((layer) => layer.rooted);
  soil.thicknessCm -= grown;
  for (const fixture of setup.fixtures) if (fixture.kind === "hole" && fixture.in === "wall") fixture.lipCm = depthCm;
  if (setup.water.by === "level") setup.water.levelCm = Math.max(0, depthCm - 0.5);
  return copy;
}

/** One design through `marl`, by standard input: a file on disk is not needed. */
function computed(design) {
  return new Promise((resolve) => {
    const marl = spawn("npm", ["run", "--silent", "marl", "--", "setup", "-", "--draws", "20"]);
    let [out, err] = ["", ""];
    marl.stdout.on("data", (part) => (out += part));
    marl.stderr.on("data", (part) => (err += part));
    marl.on("close", (code) => resolve(code === 0 ? JSON.parse(out) : { failed: err.trim().split("\n")[0] }));
    marl.stdin.end(JSON.stringify(design));
  });
}

const whole = given.setup.layers[0].thicknessCm + given.setup.layers.find((layer) => layer.rooted).thicknessCm;
const depths = Array.from({ length: Number(count) }, (_, i) => 1 + (0.7 * whole - 1) * (i / (Number(count) - 1)));
const lines = new Array(depths.length);
let next = 0;
await Promise.all(
  Array.from({ length: availableParallelism() }, async () => {
    while (next < depths.length) {
      const i = next++;
      const result = await computed(withReservoir(Number(depths[i].toFixed(2))));
      const { soaked } = result.supply ?? {};
      lines[i] = result.failed
        ? [depths[i].toFixed(2), "", "", "", result.failed]
        : [
            depths[i].toFixed(2),
            (100 * result.readings.rootZone.meanAirSpace).toFixed(1),
            soaked ? (soaked.usableCm3 / result.supply.demandCm3PerHour / 24).toFixed(1) : "",
            soaked?.mark.levelCm?.toFixed(1) ?? soaked?.mark.kind ?? "",
            result.verdicts.map(({ occupantId, grade }) => `${occupantId} ${grade}`).join("; "),
          ];
    }
  }),
);
console.log("reservoir cm,air at roots %,days a fill lasts,refill at cm,verdicts");
for (const line of lines)
  console.log(line.map((cell) => (/[",\n]/.test(cell) ? `"${cell.replaceAll('"', '""')}"` : cell)).join(","));
