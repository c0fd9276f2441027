import { readFileSync } from "node:fs";
import { parseColumnCase } from "../src/formats/column-case/schema";
import { runTransient } from "../src/core/water/transient";
import { solveTridiagonal } from "../src/core/testing/tridiagonal";
import { CATALOGUE } from "../src/core/media/catalogue/catalogue";
import { hydraulicFunctions } from "../src/core/hydraulics/hydraulics";
import { makeColumn } from "../src/core/water/column";
import { equilibriumAtWaterTable, equilibriumWithStored, fullStorageCm3 } from "../src/core/water/equilibrium";
import { heightProfile } from "../src/core/water/profile";
import { blend } from "../src/core/mixing/blend";
import { meanWaterBetween, searchMixes } from "../src/core/mixing/search";
import { zonesUnder } from "../src/core/readings/readings";
import { seasonCellCm } from "../src/core/water/follow";
import { liveYear, yearOf } from "../src/core/testing/year";
import { DRAWS } from "../src/core/media/draws";
import { inLibrary, LIBRARY } from "../src/core/occupants/library/library";
import { soilsFor } from "../src/core/verdicts/guilds";
import { statesOf } from "../src/core/verdicts/judge";
import { mend } from "../src/core/verdicts/mend";
import { waterStates } from "../src/core/verdicts/states";
import { surenessOf } from "../src/core/verdicts/sure";
import { verdictsOf } from "../src/core/verdicts/verdicts";
import { whoWouldLike } from "../src/core/verdicts/who-would";
import { drainedAfterSoaking, settle } from "../src/core/testing/settled";
import { daysOfDemand, yearOfDemand } from "../src/core/demand/demand";
import { placesHere, standingThere } from "../src/core/demand/here-of";
import { wantsOf, yearOfWater } from "../src/core/demand/year-of-water";
import { placeYearsOf } from "../src/core/place/place-years";
import { season } from "../src/core/season/season";
import { yearOfKind } from "../src/core/season/which-year";
import { whenSound } from "../src/core/water/checked";
import { readWeather } from "../src/formats/weather/read";
import { MARROWBECK, MARROWBECK_PLACES, standing, type MarrowbeckPlace } from "../demo/marrowbeck";

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
  { thicknessCm: 6, areaCm2: 400, hydraulics: medium("pea-gravel-6-10") },
  { thicknessCm: 4, areaCm2: 400, hydraulics: medium("coarse-sand-0.5-2") },
  { thicknessCm: 22, areaCm2: 400, hydraulics: medium("potting-mix-peat-based") },
  { thicknessCm: 8, areaCm2: 400, hydraulics: medium("coir-pith-fine") },
];
const column = makeColumn(LAYERS, 1e-7);
const stored = 0.6 * fullStorageCm3(column);

/** The floor: one evaluation of each layer's retention curve in every cell, by bare calls of pow. */
function barePow(): number {
  let sum = 0;
  for (const { firstCell, cellCount } of column.layers) {
    for (let i = firstCell; i < firstCell + cellCount; i++)
      for (let mode = 0; mode < 2; mode++) sum += (1 + (0.1 * column.zCm[i]!) ** 1.9) ** -0.47;
  }
  return sum;
}

/** Blending, and the search for a mix over the whole catalogue, beside as many bare sums over as many modes. */
function benchMixing(): void {
  const parts = ["sphagnum-peat", "perlite-coarse-3-6", "coarse-sand-0.5-2"].map((id, i) => ({
    medium: CATALOGUE.find((one) => one.id === id)!,
    parts: i + 1,
  }));
  const blending = median(() => {
    blend(parts);
  });
  const waterAt = meanWaterBetween(0, 15);
  const started = performance.now();
  const { tried } = searchMixes(
    CATALOGUE,
    waterAt,
    { air: { least: 0.3, most: 0.3 }, water: { least: 0.5, most: 0.5 } },
    8,
  );
  const searching = performance.now() - started;
  // a candidate cannot do without the water content at the 17 heights it is read at, for the modes of two parts
  const floorStarted = performance.now();
  for (let i = 0; i < tried * 17 * 4; i++) sink += (1 + (0.1 * (i % 15)) ** 1.9) ** -0.47;
  const floorMs = performance.now() - floorStarted;
  console.log(
    `\nBlending three parts: ${(1000 * blending).toFixed(1)} µs. Search over ${CATALOGUE.length} media (budget 3 s): ${searching.toFixed(0)} ms for ${tried} mixes, ${(searching / floorMs).toFixed(1)} × its bare pow calls.`,
  );
}

let sink = 0;

/**
 * As many iterations as this case took when its floor was drawn: fewer are speed too. A plain C program of the scheme
 * took a quarter of that floor, in runs side by side.
 */
const FLOOR_ITERATIONS = 14_016;
const PLAIN_C = 0.25;

/**
 * The benchmark case of verification/: sixty days of sun with water every fourth evening. Its floor, measured here too,
 * is what a plain implementation cannot do without: a tridiagonal solve of the same size each iteration, and the bare
 * pow calls of its curves in every cell.
 */
function benchTransient(): void {
  const parsed = parseColumnCase(JSON.parse(readFileSync("verification/bench_case.json", "utf8")));
  if (!parsed.ok || parsed.value.task !== "transient")
    throw new RangeError("bench: verification/bench_case.json is not a transient case");
  const { layers, specificStoragePerCm, cellCm, initial, bottom, top, outputHours } = parsed.value;
  const long = makeColumn(layers, specificStoragePerCm, cellCm);
  const start = long.zCm.map((z) => (initial.kind === "hydrostatic" ? initial.waterTableCm - z : 0));
  const cells = long.zCm.length;
  let best = Infinity;
  const coldStarted = performance.now();
  let run = runTransient(long, start, bottom, top, outputHours);
  const cold = performance.now() - coldStarted;
  for (let i = 0; i < 6; i++) {
    const started = performance.now();
    run = runTransient(long, start, bottom, top, outputHours);
    best = Math.min(best, performance.now() - started);
  }
  const [lower, diagonal, upper, x] = Array.from({ length: 4 }, () => new Float64Array(cells)) as [
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
  ];
  const thomas = median(() => {
    lower.fill(-1);
    upper.fill(-1);
    diagonal.fill(3);
    x.fill(1);
    solveTridiagonal(lower, diagonal, upper, x);
    sink += x[0]!;
  });
  const modes = layers.reduce(
    (sum, { hydraulics }, i) =>
      sum + long.layers[i]!.cellCount * (hydraulics.model === "vg" ? hydraulics.modes.length : 0),
    0,
  );
  const pows = median(() => {
    for (let i = 0; i < 4 * modes; i++) sink += (1 + 0.01 * i) ** -0.7;
  });
  const floorMs = FLOOR_ITERATIONS * (thomas + pows);
  const nanoseconds = (best * 1e6) / run.iterations / cells;
  console.log(
    `\nTransient benchmark, ${cells} cells, 1440 h: ${best.toFixed(0)} ms (best of 6), ${run.steps} steps (${run.rejected} tried again), ${run.iterations} iterations, ${nanoseconds.toFixed(0)} ns per cell and iteration.`,
  );
  const asC = (ms: number): string => (ms / (PLAIN_C * floorMs)).toFixed(2);
  console.log(
    `Floor of ${FLOOR_ITERATIONS} iterations: ${floorMs.toFixed(0)} ms (tridiagonal ${(thomas * 1000).toFixed(1)} µs, ${4 * modes} calls of pow ${(pows * 1000).toFixed(1)} µs each); ${(best / floorMs).toFixed(2)} × floor, ${asC(best)} × plain C. Water balance ${run.massBalanceRelError.toExponential(1)}.`,
  );
  console.log(
    `The first run in this process, tables and compilation included: ${cold.toFixed(0)} ms, ${asC(cold)} × plain C.`,
  );
}
/**
 * A year of every setup of the demo, its weather told anew each hour and its hand filling or watering it, by processor
 * time once warm; beside the bare pows of the cells a run that ended a step at each hour would look at, once a stage.
 */
function benchYears(): void {
  const HOURS = 8760;
  const POWS = 1000;
  const powMs = median(() => {
    for (let i = 0; i < POWS; i++) sink += (1 + 0.01 * i) ** -0.7;
  });
  const byId = new Map(CATALOGUE.map((one) => [one.id, one]));
  for (const isMerged of [false, true]) {
    const took: number[] = [];
    console.log(
      `\nA year by the hour ${isMerged ? "on cells merged for a season" : "at the default grid"} (budget 1 s of processor time, 0.6 s in the median):`,
    );
    for (const setup of MARROWBECK) {
      const whole = yearOf(setup, (id) => byId.get(id));
      const { heightCm, baseCm } = whole.network.column;
      const year = isMerged ? yearOf(setup, (id) => byId.get(id), seasonCellCm(heightCm - baseCm)) : whole;
      liveYear(year);
      let best = Infinity;
      let run = liveYear(year);
      for (let i = 0; i < 3; i++) {
        const started = process.cpuUsage();
        run = liveYear(year);
        const { user, system } = process.cpuUsage(started);
        best = Math.min(best, (user + system) / 1000);
      }
      took.push(best);
      const cells = year.network.column.zCm.length;
      const floorMs = (2 * HOURS * cells * powMs) / POWS;
      const { steps, rejected, iterations } = run.work;
      console.log(
        `  ${setup.name.padEnd(36)} ${String(cells).padStart(4)} cells ${best.toFixed(0).padStart(6)} ms ${(best / floorMs).toFixed(2).padStart(6)} × floor; ${run.status}, ${steps} steps (${rejected} tried again), ${iterations} iterations, balance ${run.massBalanceRelError.toExponential(1)}`,
      );
    }
    took.sort((a, b) => a - b);
    console.log(`  median ${took[took.length >> 1]!.toFixed(0)} ms, slowest ${took.at(-1)!.toFixed(0)} ms.`);
  }
}

/** What it costs that cells remember: sixty days of rain and sun on two media, with one curve and with scanning curves. */
function benchMemory(): void {
  const media = ["pea-gravel-6-10", "potting-mix-peat-based"].map((id) => CATALOGUE.find((one) => one.id === id)!);
  const two = makeColumn(
    media.map(({ hydraulics }, i) => ({ thicknessCm: i === 0 ? 4 : 20, areaCm2: 100, hydraulics })),
    1e-7,
  );
  const weather = Array.from({ length: 80 }, (_, i): [number, number] => [18 * i, i % 3 === 0 ? 0.15 : -0.02]);
  const once = (remembers: boolean) => {
    const started = performance.now();
    const run = runTransient(
      two,
      two.zCm.map(() => 0),
      { kind: "seepage" },
      { kind: "atmosphere", cmPerHour: weather, limitPsiCm: -1000 },
      [1440],
      {
        hysteresis: remembers
          ? {
              wettingAlphaFactors: media.map(({ wettingAlphaFactor }) => wettingAlphaFactor),
              beginning: { branch: "drying", turnsPsiCm: [] },
            }
          : undefined,
      },
    );
    return { ms: performance.now() - started, run };
  };
  const best = (remembers: boolean) =>
    Array.from({ length: 7 }, () => once(remembers)).reduce((least, one) => (one.ms < least.ms ? one : least));
  const [plain, remembering] = [best(false), best(true)];
  console.log(
    `\nCells that remember: ${remembering.ms.toFixed(0)} ms, ${(remembering.ms / plain.ms).toFixed(2)} × those of one curve; ${remembering.run.iterations} iterations against ${plain.run.iterations}.`,
  );
}

/** What an area that changes with height costs: one column tapered and straight, in turns. */
function benchTapered(): void {
  const hydraulics = medium("potting-mix-peat-based");
  const area = [{ fromCm: 0, toCm: 30, coefficients: [300, 12, 0.1] }];
  const [tapered, straight] = [area, 500].map((areaCm2) =>
    makeColumn([{ thicknessCm: 30, areaCm2, hydraulics }], 1e-7),
  ) as [ReturnType<typeof makeColumn>, ReturnType<typeof makeColumn>];
  const once = (one: typeof tapered): number => {
    const started = performance.now();
    const run = runTransient(
      one,
      one.zCm.map(() => 0),
      { kind: "seepage" },
      { kind: "atmosphere", cmPerHour: -0.02, limitPsiCm: -1000 },
      [240],
    );
    return (performance.now() - started) / run.iterations;
  };
  const [mine, plain]: [number[], number[]] = [[], []];
  for (let i = 0; i < 41; i++) {
    mine.push(once(tapered));
    plain.push(once(straight));
  }
  const middle = (times: number[]): number => times.sort((a, b) => a - b)[times.length >> 1]!;
  const settled = [tapered, straight].map((one) =>
    median(() => {
      sink += equilibriumAtWaterTable(one, 5).storedCm3;
    }),
  );
  console.log(
    `A tapered column beside a straight one (budget 1.2): ${(middle(mine) / middle(plain)).toFixed(2)} × an iteration; at rest ${(settled[0]! / settled[1]!).toFixed(2)} ×.`,
  );
}

/** Verdicts, draws, ranks and changes over Marrowbeck, each beside as many bare pow calls as its cells cannot do without. */
function benchLiving(): void {
  const byId = new Map(CATALOGUE.map((one) => [one.id, one]));
  const media = (id: string) => byId.get(id);
  const ms = (call: () => void): number => {
    call();
    const started = performance.now();
    call();
    return performance.now() - started;
  };
  const worst = { verdicts: 0, sure: 0, who: 0, mend: 0 };
  for (const setup of MARROWBECK) {
    const day = drainedAfterSoaking(setup, media);
    const settled = settle(setup, media);
    if (!settled.ok || !day.ok) continue;
    const take = (what: keyof typeof worst, took: number): void => {
      worst[what] = Math.max(worst[what], took);
    };
    take(
      "verdicts",
      ms(() => {
        const states = waterStates(setup, settled.value, day.value.equilibrium);
        sink += verdictsOf(setup, media, inLibrary, states).length;
      }),
    );
    // half of the draws: two workers count a half each
    take(
      "sure",
      ms(() => {
        sink += surenessOf(setup, media, inLibrary, 0, DRAWS / 2).draws;
      }),
    );
    take(
      "who",
      ms(() => {
        const states = statesOf(setup, media);
        if (states) sink += whoWouldLike(setup, media, LIBRARY, states).length;
      }),
    );
    for (const { id, occupantId } of setup.occupants)
      take(
        "mend",
        ms(() => {
          const soils = soilsFor(inLibrary(occupantId)!);
          sink += mend({ setup, medium: media, occupants: inLibrary, occupancyId: id, soils, system: "metric" }).tried;
        }),
      );
  }
  const floorMs = floor;
  const line = (name: string, took: number): string =>
    `  ${name.padEnd(58)} ${took.toFixed(1).padStart(7)} ms ${(took / floorMs).toFixed(0).padStart(8)} × floor`;
  console.log("\nWho lives in it, the slowest of the Marrowbeck setups:");
  console.log(line("verdicts at the likely values (budget 20 ms)", worst.verdicts));
  console.log(line(`${DRAWS} draws, a half on each of two workers (budget 1500 ms)`, worst.sure));
  console.log(line(`who of ${LIBRARY.length} would like it (budget 1000 ms)`, worst.who));
  console.log(line("smallest change (budget 2000 ms)", worst.mend));
}

/** A year of every setup of the demo at its place, day by day, and to the end of its first month, beside bare curves. */
function benchSeasons(): void {
  const byId = new Map(CATALOGUE.map((one) => [one.id, one]));
  const media = (id: string) => byId.get(id);
  const years = new Map(Object.entries(MARROWBECK_PLACES).map(([key, place]) => [key, placeYearsOf(place, 3)]));
  console.log("\nA year lived through at its place (budget 1000 ms, first month 150 ms):");
  for (const setup of MARROWBECK) {
    const stands = standing(setup, (place) => place);
    const there = placesHere(
      stands.places!,
      (id) => MARROWBECK_PLACES[id as MarrowbeckPlace],
      (place) => years.get(Object.entries(MARROWBECK_PLACES).find(([, known]) => known === place)![0])!,
    )!;
    const here = standingThere(stands, there, inLibrary);
    const at = yearOfKind(there.at, "usual");
    let best = { all: Infinity, month: Infinity };
    let balance = 0;
    for (let i = 0; i < 3; i++) {
      const started = performance.now();
      let month = Infinity;
      const lived = whenSound(here, media, (sound) =>
        season({
          setup: sound,
          medium: media,
          occupants: inLibrary,
          at,
          regime: { kind: "at-mark" },
          onDays: ({ days }) => {
            if (days.length >= 30) month = Math.min(month, performance.now() - started);
          },
        }),
      );
      const all = performance.now() - started;
      if (all < best.all) best = { all, month };
      if (lived.ok) balance = lived.value.balanceError;
    }
    sink += balance;
    console.log(
      `  ${setup.name.padEnd(44)} ${best.all.toFixed(0).padStart(6)} ms ${(best.all / floor).toFixed(0).padStart(8)} × floor; first month ${best.month.toFixed(0)} ms; balance ${balance.toExponential(1)}`,
    );
  }
}

/** A place's years, what a setup takes of one, its year of water, and forty years read from a file. */
function benchPlaces(): void {
  const byId = new Map(CATALOGUE.map((one) => [one.id, one]));
  const media = (id: string) => byId.get(id);
  const ms = (call: () => void): number => {
    call();
    const started = performance.now();
    call();
    return performance.now() - started;
  };
  const line = (name: string, took: number): string =>
    `  ${name.padEnd(58)} ${took.toFixed(1).padStart(7)} ms ${(took / floor).toFixed(0).padStart(8)} × floor`;
  const drawing = ms(() => {
    sink += placeYearsOf(MARROWBECK_PLACES.terrace).days.length;
  });
  const years = new Map(Object.entries(MARROWBECK_PLACES).map(([key, place]) => [key, placeYearsOf(place)]));
  const one = placeYearsOf(MARROWBECK_PLACES.terrace, 1);
  const worst = { year: 0, years: 0, water: 0 };
  for (const setup of MARROWBECK) {
    const stands = standing(setup, (place) => place);
    const there = placesHere(
      stands.places!,
      (id) => MARROWBECK_PLACES[id as MarrowbeckPlace],
      (place) => years.get(Object.entries(MARROWBECK_PLACES).find(([, known]) => known === place)![0])!,
    )!;
    worst.year = Math.max(
      worst.year,
      ms(() => {
        sink += yearOfDemand(stands, one, inLibrary).thirstiest;
      }),
    );
    worst.years = Math.max(
      worst.years,
      ms(() => {
        sink += yearOfDemand(stands, there.at, inLibrary).thirstiest;
      }),
    );
    const here = standingThere(stands, there, inLibrary);
    worst.water = Math.max(
      worst.water,
      ms(() => {
        const year = whenSound(here, media, (sound) =>
          yearOfWater(sound, media, wantsOf(here, inLibrary), { days: daysOfDemand(here, there.at, inLibrary) }),
        );
        if (year.ok) sink += year.value.heldFullCm3;
      }),
    );
  }
  const rows = [
    ["date", "tmin (°C)", "tmax (°C)", "humidity (%)", "rain (mm)"],
    ...Array.from({ length: 40 * 365 }, (_, i) => [
      new Date(Date.UTC(1980, 0, 1 + i)).toISOString().slice(0, 10),
      "3.5",
      "12,5",
      "80",
      "1.2",
    ]),
  ];
  const reading = ms(() => {
    const read = readWeather(rows, 52);
    if (read.ok) sink += read.value.days.length;
  });
  console.log("\nWhere it stands, the slowest of the Marrowbeck setups:");
  console.log(line("twenty years of a place, drawn", drawing));
  console.log(line("a year of demand (budget 5 ms)", worst.year));
  console.log(line("twenty years of demand by month", worst.years));
  console.log(line("the year chart: fills and waterings by month (budget 300 ms)", worst.water));
  console.log(line("forty years of days read (budget 2000 ms)", reading));
}

const floor = median(() => {
  sink += barePow();
});
const report = (name: string, ms: number): void =>
  console.log(`${name.padEnd(72)} ${ms.toFixed(4).padStart(9)} ms ${(ms / floor).toFixed(1).padStart(7)} × floor`);

console.log(
  `Column: 40 cm, four layers, ${column.zCm.length} cells of 0.25 cm. Floor: ${column.zCm.length} cells × 2 modes of pow(1 + pow(x, n), −m).`,
);
report("floor", floor);
report(
  "hydraulic functions of four media",
  median(() => {
    for (const { hydraulics } of LAYERS) sink += hydraulicFunctions(hydraulics).thetaS;
  }),
);
report(
  "equilibrium over a water table (budget 2 ms)",
  median(() => {
    sink += equilibriumAtWaterTable(column, 5).storedCm3;
  }),
);
report(
  "equilibrium of a stored volume (budget 2 ms)",
  median(() => {
    const state = equilibriumWithStored(column, stored);
    if (state.ok) sink += state.value.waterTableCm;
  }),
);
const state = equilibriumAtWaterTable(column, 5);
report(
  "height profile and both zones",
  median(() => {
    const profile = heightProfile(column, state);
    sink += zonesUnder(profile, 0.05).length + zonesUnder(profile, 0.1).length;
  }),
);
benchMixing();
benchTransient();
benchYears();
benchMemory();
benchTapered();
benchLiving();
benchPlaces();
benchSeasons();
if (!Number.isFinite(sink)) throw new RangeError("bench: a result was not finite");
