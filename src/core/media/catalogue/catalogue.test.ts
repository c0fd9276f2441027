import { describe, expect, it } from "vitest";
import { makeColumn } from "../../water/column";
import { hydrostaticStorageCm3 } from "../../water/equilibrium";
import { hydraulicFunctions } from "../../hydraulics/hydraulics";
import { CATALOGUE } from "./catalogue";
import { isFed, PEAT_FLAG } from "../flags";
import { FLAG_WORDS } from "../words";
import { SOURCES } from "../sources";
import type { Medium } from "../medium";
import type { Range } from "../../units/range";

const media: readonly Medium[] = CATALOGUE;

describe.each(media.map((medium) => [medium.name, medium] as const))("%s", (_, medium) => {
  const column = makeColumn([{ thicknessCm: 15, areaCm2: 1, hydraulics: medium.hydraulics }], 1e-7);
  const capacity = hydrostaticStorageCm3(column, 0) / 15;

  it("has a container capacity and air space at 15 cm inside its range, and at its typical value", () => {
    const air = medium.hydraulics.thetaS - capacity;
    expect(capacity).toBeGreaterThanOrEqual(medium.containerCapacity15cm.low);
    expect(capacity).toBeLessThanOrEqual(medium.containerCapacity15cm.high);
    expect(air).toBeGreaterThanOrEqual(medium.airSpace15cm.low);
    expect(air).toBeLessThanOrEqual(medium.airSpace15cm.high);
    expect(capacity).toBeCloseTo(medium.containerCapacity15cm.typical, 2);
    expect(air).toBeCloseTo(medium.airSpace15cm.typical, 2);
  });

  it("has a wilting content inside its range, and pores that match its porosity", () => {
    const dry = hydraulicFunctions(medium.hydraulics).waterContent(-15_000);
    expect(dry).toBeGreaterThanOrEqual(medium.unavailableWater.low);
    expect(dry).toBeLessThanOrEqual(medium.unavailableWater.high);
    expect(medium.hydraulics.thetaS).toBeCloseTo(medium.totalPorosity.typical, 2);
  });

  it("names sources that have a full reference", () => {
    // some have no measurements to name; then it says so
    if (medium.sources.length === 0) expect([medium.evidence, medium.confidence]).not.toEqual(["measured", "high"]);
    for (const source of medium.sources) expect(SOURCES).toHaveProperty([source]);
  });
});

it("every range of every medium is in order, its typical value inside", () => {
  const ranges = (value: unknown, path: string): [string, Range][] => {
    if (typeof value !== "object" || value === null) return [];
    if ("typical" in value) return [[path, value as Range]];
    return Object.entries(value).flatMap(([key, inner]) => ranges(inner, `${path}.${key}`));
  };
  const wrong = media
    .flatMap((medium) => ranges(medium, medium.id))
    .filter(([, { low, typical, high }]) => !(low <= typical && typical <= high))
    .map(([path]) => path);
  expect(wrong).toEqual([]);
});

it("the catalogue has 51 media, each once, under names that tell them apart", () => {
  expect(new Set(media.map(({ id }) => id)).size).toBe(51);
  expect(new Set(media.map(({ name }) => name)).size).toBe(51);
});

it("every flag of a medium is said in words, and none that says nothing", () => {
  const flags = new Set(media.flatMap(({ safety }) => safety.flags));
  expect([...flags].filter((flag) => !(flag in FLAG_WORDS))).toEqual([]);
  expect(Object.keys(FLAG_WORDS).filter((flag) => !flags.has(flag) && flag !== PEAT_FLAG)).toEqual([]);
  // what is never to be used so is not called harmless to those it names
  for (const medium of media.filter(isFed))
    expect([medium.id, medium.safety.carnivorousPlants]).toEqual([medium.id, "avoid"]);
  for (const medium of media.filter(({ safety }) => safety.flags.includes("sharp")))
    expect([medium.id, medium.safety.amphibians === "ok"]).toEqual([medium.id, false]);
});
