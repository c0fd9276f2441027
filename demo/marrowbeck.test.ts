import { describe, expect, it } from "vitest";
import { CATALOGUE } from "../src/core/media/catalogue/catalogue";
import type { Medium } from "../src/core/media/medium";
import { readDose, readSettled, topOfZones } from "../src/core/readings/readings";
import { drainedAfterSoaking, settle } from "../src/core/testing/settled";
import { setupProblems } from "../src/core/water/checked";
import { setupDocument } from "../src/formats/setup/document";
import { parseSetup } from "../src/formats/setup/schema";
import { MARROWBECK } from "./marrowbeck";

const byId = new Map<string, Medium>(CATALOGUE.map((medium) => [medium.id, medium]));
const medium = (id: string): Medium | undefined => byId.get(id);
const [trough, bog, carboy] = MARROWBECK;

const read = (setup: (typeof MARROWBECK)[number]) => {
  const settled = settle(setup, medium);
  if (!settled.ok) throw new Error(settled.problems[0]!.message);
  return { settled: settled.value, readings: readSettled(setup, settled.value, medium) };
};

describe("the Marrowbeck setups", () => {
  it.each(MARROWBECK.map((setup) => [setup.name, setup] as const))(
    "%s is a sound document without a problem",
    (_, setup) => {
      expect(parseSetup(setupDocument(setup))).toEqual({ ok: true, value: setup });
      expect(setupProblems(setup, medium)).toEqual([]);
    },
  );

  it("read sensibly: the trough's wick bed is wet to its top and the celery over it has air", () => {
    const { readings } = read(trough!);
    expect(topOfZones(readings.waterlogged)).toBeCloseTo(11, 1);
    expect(readings.rootZone!.meanAirSpace).toBeGreaterThan(0.2);
    expect(readings.rootZone!.waterloggedShare).toBe(0);
  });

  it("read sensibly: the bog's wet zone reaches near its surface, at rest and a day after rain", () => {
    const day = drainedAfterSoaking(bog!, medium);
    if (!day.ok) throw new Error(day.problems[0]!.message);
    for (const readings of [read(bog!).readings, readSettled(bog!, day.value, medium)]) {
      expect(readings.heightCm - topOfZones(readings.waterlogged)).toBeLessThan(4);
      expect(readings.heightCm - topOfZones(readings.waterlogged)).toBeGreaterThan(1);
    }
  });

  it("read sensibly: the carboy is moist, has air, and takes about a litre before water stands in it", () => {
    const { settled, readings } = read(carboy!);
    expect(readings.waterlogged).toEqual([]);
    const { untilBaseCm3 } = readDose(carboy!, settled);
    expect(untilBaseCm3).toBeGreaterThan(800);
    expect(untilBaseCm3).toBeLessThan(1600);
  });
});
