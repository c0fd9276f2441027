import { spawnSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { describe, expect, it } from "vitest";
import { MARROWBECK, MARROWBECK_PLACES, standing } from "../../demo/marrowbeck";
import { daysOfDemand } from "../core/demand/demand";
import { standingThere } from "../core/demand/here-of";
import { wantsOf, yearOfWater } from "../core/demand/year-of-water";
import { inLibrary } from "../core/occupants/library/library";
import type { Place } from "../core/place/place";
import { placeYearsOf } from "../core/place/place-years";
import { whenSound } from "../core/water/checked";
import type { answerDemand } from "../formats/demand/result";
import { NO_FIGURES } from "../core/media/own-medium";
import { readSettled } from "../core/readings/readings";
import { medium, potWith } from "../core/testing/setups";
import { settle, supplyOf } from "../core/testing/settled";
import { mixDocument } from "../formats/mix/document";
import { setupFileDocument } from "../formats/setup-file/document";
import type { SetupResult } from "../formats/setup-file/result";
import { EQUILIBRIUM, LAYER, RISE, TRANSIENT } from "../formats/testing/column-cases";

describe("npm run marl", () => {
  const marl = (input: string, ...args: string[]) =>
    spawnSync(process.execPath, ["scripts/marl.mjs", ...args], { input, encoding: "utf8" });

  it("answers on standard output and exits 0", () => {
    const { status, stdout, stderr } = marl(JSON.stringify(EQUILIBRIUM), "column", "-");
    expect([status, stderr]).toEqual([0, ""]);
    expect(JSON.parse(stdout)).toMatchObject({ kind: "marlstone.column-result", equilibrium: { waterTableCm: 3 } });
  });

  it("exits 2 with one line a problem and nothing on standard output", () => {
    const { status, stdout, stderr } = marl(
      JSON.stringify({ ...EQUILIBRIUM, cellCm: -1, layers: [{ ...LAYER, thicknessCm: -1 }] }),
      "column",
      "-",
    );
    expect([status, stdout]).toEqual([2, ""]);
    expect(stderr.trim().split("\n")).toEqual([
      "cellCm: must be greater than 0",
      "layers[0].thicknessCm: must be greater than 0",
    ]);
  });

  it("exits 2 on what is not JSON, on a file that is not there, and on a call that is off", () => {
    expect(marl("{", "column", "-").status).toBe(2);
    expect(marl("", "column", "/nowhere/case.json")).toMatchObject({
      status: 2,
      stderr: expect.stringContaining("cannot be read") as string,
    });
    expect(marl("", "dance")).toMatchObject({ status: 2, stderr: expect.stringContaining("usage") as string });
  });

  it("exits 1, and not 2, on a sound case that cannot be followed: more is asked of it than it can give", () => {
    const greedy = { ...TRANSIENT, bottom: { kind: "sealed" }, top: { kind: "flux", cmPerHour: -500 } };
    const { status, stdout, stderr } = marl(JSON.stringify(greedy), "column", "-");
    expect([status, stdout]).toEqual([1, ""]);
    expect(stderr).toMatch(/^work: /u);
  });

  it("answers a steady rise and a transient run", () => {
    expect(JSON.parse(marl(JSON.stringify(RISE), "column", "-").stdout)).toMatchObject({
      task: "steady-rise",
      steadyRise: { maxCm3PerHour: expect.any(Number) as number },
    });
    expect(JSON.parse(marl(JSON.stringify(TRANSIENT), "column", "-").stdout)).toMatchObject({
      task: "transient",
      states: { length: 3 },
      cumulative: { length: 3 },
    });
  });
});

describe("marl setup and marl mix", () => {
  const marl = (input: string, ...args: string[]) =>
    spawnSync(process.execPath, ["scripts/marl.mjs", ...args], { input, encoding: "utf8" });
  const TROUGH = MARROWBECK.find(({ name }) => name.startsWith("Terrace trough"))!;
  const file = (setup = TROUGH): string =>
    JSON.stringify(
      setupFileDocument({ setup, mixes: [], media: [], occupants: [], places: [], weather: [], packs: [] }),
    );

  it("say what the page says: readings, checks, supply and verdicts", () => {
    const { status, stdout, stderr } = marl(file(), "setup", "-", "--draws", "4");
    expect([status, stderr]).toEqual([0, ""]);
    const result = JSON.parse(stdout) as SetupResult;
    const settled = settle(TROUGH, medium);
    if (!settled.ok) throw new Error("the trough");
    const readings = readSettled(TROUGH, settled.value, medium);
    expect(result).toMatchObject({
      kind: "marlstone.setup-result",
      name: TROUGH.name,
      readings: { waterTableCm: 7.5, storedCm3: readings.storedCm3, wetKg: readings.wetKg },
      dayAfterSoaking: null,
      verdicts: [{ occupantId: "celery", count: 3 }, { occupantId: "chard" }],
    });
    expect(result.checks.map(({ id }) => id)).toContain("weights");
    const supply = supplyOf(TROUGH, medium, 4);
    expect(supply.ok && result.supply?.soaked.mark).toEqual(supply.ok && supply.value.soaked.mark);
    expect(stdout).not.toContain("\u00a0");
  });

  it("year: what a year comes to, its days as rows, and what cannot be asked", () => {
    const place = { placeId: "terrace", place: MARROWBECK_PLACES.terrace };
    const setup = standing(TROUGH, () => "terrace");
    const text = JSON.stringify(
      setupFileDocument({ setup, mixes: [], media: [], occupants: [], places: [place], weather: [], packs: [] }),
    );
    const { status, stdout, stderr } = marl(text, "year", "-", "--what", "all-clogged");
    expect([status, stderr]).toEqual([0, ""]);
    const told = JSON.parse(stdout) as { days: object[]; against: string; waterloggedDays: number };
    expect(told.days).toHaveLength(365);
    expect(told.waterloggedDays).toBeGreaterThan(100);
    expect(told.against).toMatch(/^With every hole clogged they are short of air on/u);
    const rows = marl(text, "year", "-", "--format", "csv", "--every", "float").stdout.trim().split("\r\n");
    expect(rows).toHaveLength(366);
    expect(rows[0]).toMatch(/^day,month,date,tmin \(°C\)/u);
    for (const [option, value] of [
      ["--kind", "odd"],
      ["--every", "0"],
      ["--what", "flood"],
      ["--format", "xml"],
    ] as const)
      expect(marl(text, "year", "-", option, value)).toMatchObject({ status: 2, stdout: "" });
  }, 120_000);

  it("forecast: when it wants water next by its log, and what cannot be asked", () => {
    const place = { placeId: "terrace", place: MARROWBECK_PLACES.terrace };
    const setup = standing(TROUGH, () => "terrace");
    const text = JSON.stringify(
      setupFileDocument({ setup, mixes: [], media: [], occupants: [], places: [place], weather: [], packs: [] }),
    );
    const folder = mkdtempSync(join(tmpdir(), "marl-forecast-"));
    const file = (name: string, said: string): string => {
      const path = join(folder, name);
      writeFileSync(path, said);
      return path;
    };
    try {
      const csv = file("log.csv", "at,what,value\n2026-07-01 08:00,filled,\n2026-07-02 20:00,level,6.8\n");
      const { status, stdout, stderr } = marl(text, "forecast", "-", "--log", csv);
      expect([status, stderr]).toEqual([0, ""]);
      const told = JSON.parse(stdout) as {
        from: string;
        readings: number;
        daysToRefill: { high: number };
        sentences: string[];
      };
      expect(told).toMatchObject({ from: "2026-07-02T20:00", readings: 1 });
      expect(told.daysToRefill.high).toBeLessThan(30);
      expect(told.sentences[0]).toMatch(/^It (?:wants|may want) water/u);
      const later = JSON.parse(
        marl(text, "forecast", "-", "--log", csv, "--now", "2026-08-20T08:00").stdout,
      ) as typeof told;
      expect(later.from).toBe("2026-08-20T08:00");
      for (const args of [
        [],
        ["--log", join(folder, "none.csv")],
        ["--log", file("bad.csv", "at,what\n2026-13-01 08:00,filled\n")],
        ["--log", file("bad.json", "{")],
        ["--log", file("nothing.csv", "at,what\n2026-07-01 08:00,fed\n")],
        ["--log", csv, "--now", "soon"],
      ])
        expect(marl(text, "forecast", "-", ...args)).toMatchObject({ status: 2, stdout: "" });
    } finally {
      rmSync(folder, { recursive: true, force: true });
    }
  }, 120_000);

  it("demand: the days of a year and what each month does, of the places that came with it alone", () => {
    const { placeId, place } = { placeId: "terrace", place: MARROWBECK_PLACES.terrace };
    const setup = standing(TROUGH, () => placeId);
    const text = (places: { placeId: string; place: Place }[]): string =>
      JSON.stringify(setupFileDocument({ setup, mixes: [], media: [], occupants: [], places, weather: [], packs: [] }));
    const { status, stdout, stderr } = marl(text([{ placeId, place }]), "demand", "-");
    expect([status, stderr]).toEqual([0, ""]);
    const result = JSON.parse(stdout) as Extract<ReturnType<typeof answerDemand>, { ok: true }>["value"];
    expect(result.places).toEqual(["River terrace"]);
    expect(result.days).toHaveLength(365);
    const there = standingThere(setup, { at: placeYearsOf(place), found: [place] }, inLibrary);
    const days = daysOfDemand(setup, placeYearsOf(place), inLibrary);
    const year = whenSound(there, medium, (sound) => yearOfWater(sound, medium, wantsOf(setup, inLibrary), { days }));
    if (!year.ok) throw new Error("the trough");
    result.months.forEach(({ takesCm3PerDay, fill }, month) => {
      expect(takesCm3PerDay!.typical).toBeCloseTo(year.value.months[month]!.takesCm3.typical, 3);
      expect(fill!.days!.typical).toBeCloseTo(year.value.months[month]!.fill!.days.typical, 3);
    });
    // another year has other days
    const second = marl(text([{ placeId, place }]), "demand", "-", "--year", "2").stdout;
    expect((JSON.parse(second) as typeof result).days).not.toEqual(result.days);
    expect((JSON.parse(second) as typeof result).months).toEqual(result.months);
    expect(marl(text([]), "demand", "-")).toMatchObject({
      status: 2,
      stderr: "setup.places: stands at no place that came with it\n",
    });
    expect(marl(text([{ placeId, place }]), "demand", "-", "--year", "0").status).toBe(2);
  });

  it("take a setup of a mix and a medium of somebody's own out of the file alone, and one that drains a day after a soaking", () => {
    const own = { name: "Grit", grade: "", basedOn: "granite-grit-3-6", figures: NO_FIGURES };
    const mix = {
      name: "M",
      note: "",
      amendments: [],
      parts: [
        { mediumId: "sphagnum-peat", parts: 2 },
        { mediumId: "own:grit", parts: 1 },
      ],
    };
    const pot = potWith({ kind: "drained", outletCm: 0 });
    const setup = {
      ...pot,
      layers: pot.layers.map((one, i) => (i === 1 ? { ...one, mediumId: "mix:m@3" } : one)),
    };
    const packed = {
      setup,
      mixes: [{ mediumId: "mix:m@3", mix }],
      media: [{ mediumId: "own:grit", medium: own }],
      occupants: [],
      places: [],
      weather: [],
      packs: [],
    };
    const result = JSON.parse(marl(JSON.stringify(setupFileDocument(packed)), "setup", "-").stdout) as SetupResult;
    expect(result.readings.layers[1]?.mediumId).toBe("mix:m@3");
    expect(result.dayAfterSoaking!.storedCm3).toBeGreaterThan(result.readings.storedCm3);
    expect(result.supply).toBeNull();
    expect(marl(JSON.stringify(setupFileDocument({ ...packed, mixes: [] })), "setup", "-").status).toBe(2);
    const mixed = JSON.parse(
      marl(JSON.stringify({ ...mixDocument(mix), media: { "own:grit": own } }), "mix", "-").stdout,
    ) as { readings: { shares: { share: number }[]; vessels: { water: number }[] } };
    expect(mixed.readings.shares.map(({ share }) => share)).toEqual([2 / 3, 1 / 3]);
    expect(mixed.readings.vessels).toHaveLength(6);
  });

  it("exit 2 with a line a problem on what is not valid, of a newer version, or called wrong", () => {
    const trough = JSON.parse(file()) as { version: number; setup: { layers: { thicknessCm: number }[] } };
    trough.setup.layers[0]!.thicknessCm = 400;
    const high = marl(JSON.stringify(trough), "setup", "-");
    expect([high.status, high.stdout]).toEqual([2, ""]);
    expect(high.stderr).toMatch(/^setup\./u);
    expect(marl(JSON.stringify({ ...trough, version: 7 }), "setup", "-").stderr).toContain("newer Marlstone");
    for (const args of [
      ["setup", "-", "--draws", "0"],
      ["setup", "-", "--units", "ells"],
      ["setup", "-", "--what"],
      ["mix", "-", "--draws", "3"],
      ["setup"],
      ["mix"],
      ["constructor", "-"],
    ]) {
      const { status, stdout } = marl(file(), ...args);
      expect([status, stdout]).toEqual([2, ""]);
    }
    expect(marl("{}", "mix", "-").stderr).toContain("kind: is missing");
  });

  it.each([
    [["--help"], "marl -- COMMAND --help"],
    [["setup", "--help"], "--draws N"],
    [["mix", "--help"], "mix.md"],
    [["column", "--help"], "column-case.md"],
  ] as const)("%j tells how it is called, and exits 0", (args, expected) => {
    const { status, stdout, stderr } = marl("", ...args);
    expect([status, stderr]).toEqual([0, ""]);
    expect(stdout).toContain(expected);
  });

  it("sweep: the script of docs/ computes a row of designs", () => {
    const folder = mkdtempSync(join(tmpdir(), "marlstone-sweep-"));
    try {
      writeFileSync(join(folder, "trough.setup.json"), file());
      const { status, stdout } = spawnSync(
        "node",
        ["docs/sweep/reservoir-depth.mjs", join(folder, "trough.setup.json"), "3"],
        { encoding: "utf8" },
      );
      expect(status).toBe(0);
      const [head, ...lines] = stdout.trim().split("\n");
      expect(head).toBe("reservoir cm,air at roots %,days a fill lasts,refill at cm,verdicts");
      const days = lines.map((line) => Number(line.split(",")[2]));
      expect(days).toHaveLength(3);
      // twice the depth holds more than half of it, and each tells the air at the roots
      expect(days[1]).toBeGreaterThan(days[0]!);
      for (const line of lines) expect(Number(line.split(",")[1])).toBeGreaterThan(5);
    } finally {
      rmSync(folder, { recursive: true, force: true });
    }
  });
});
