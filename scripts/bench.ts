import { CATALOGUE } from "../src/core/media/catalogue";
import { hydraulicFunctions } from "../src/core/hydraulics/hydraulics";
import { makeColumn } from "../src/core/water/column";
import { equilibriumAtWaterTable, equilibriumWithStored, fullStorageCm3 } from "../src/core/water/equilibrium";
import { heightProfile } from "../src/core/water/profile";
import { zonesUnder } from "../src/core/readings/readings";

// Times the core and prints each beside a baseline measured in the same run, since machines differ.

const WARM_UP = 200;
const ROUNDS = 1000;

/** Median time of a call. [ms] */
function median(call: () => void): number {
  for (let i = 0; i < WARM_UP; i++) call();
  const times = Array.from({ length: ROUNDS }, () => {
    const started = performance.now();
    call();
    return performance.now() - started;
  });
  return times.sort((a, b) => a - b)[ROUNDS >> 1]!;
}

const medium = (id: string) => CATALOGUE.find((one) => one.id === id)!.hydraulics;
const LAYERS = [
  { thicknessCm: 6, areaCm2: 400, hydraulics: medium("pea-gravel-6-10") }, { thicknessCm: 4, areaCm2: 400, hydraulics: medium("coarse-sand-0.5-2") },
  { thicknessCm: 22, areaCm2: 400, hydraulics: medium("potting-mix-peat-based") }, { thicknessCm: 8, areaCm2: 400, hydraulics: medium("coir-pith-fine") },
];
const column = makeColumn(LAYERS, 1e-7);
const stored = 0.6 * fullStorageCm3(column);

/** The floor: one evaluation of each layer's retention curve in every cell, by bare calls of pow. */
function barePow(): number {
  let sum = 0;
  for (const { firstCell, cellCount } of column.layers) {
    for (let i = firstCell; i < firstCell + cellCount; i++) for (let mode = 0; mode < 2; mode++) sum += (1 + (0.1 * column.zCm[i]!) ** 1.9) ** -0.47;
  }
  return sum;
}

let sink = 0;
const floor = median(() => { sink += barePow(); });
const report = (name: string, ms: number): void => console.log(`${name.padEnd(72)} ${ms.toFixed(4).padStart(9)} ms ${(ms / floor).toFixed(1).padStart(7)} × floor`);

console.log(`Column: 40 cm, four layers, ${column.zCm.length} cells of 0.25 cm. Floor: ${column.zCm.length} cells × 2 modes of pow(1 + pow(x, n), −m).`);
report("floor", floor);
report("hydraulic functions of four media", median(() => { for (const { hydraulics } of LAYERS) sink += hydraulicFunctions(hydraulics).thetaS; }));
report("equilibrium over a water table (budget 2 ms)", median(() => { sink += equilibriumAtWaterTable(column, 5).storedCm3; }));
report("equilibrium of a stored volume (budget 2 ms)", median(() => {
  const state = equilibriumWithStored(column, stored);
  if (state.ok) sink += state.value.waterTableCm;
}));
const state = equilibriumAtWaterTable(column, 5);
report("height profile and both zones", median(() => {
  const profile = heightProfile(column, state.psiCm);
  sink += zonesUnder(profile, 0.05).length + zonesUnder(profile, 0.1).length;
}));
if (!Number.isFinite(sink)) throw new RangeError("bench: a result was not finite");
