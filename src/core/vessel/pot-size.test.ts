import { expect, it } from "vitest";
import { parsePotSize, potVolumeCm3 } from "./pot-size";

it("a pot is said by what it holds, or by its width with a unit of length", () => {
  expect(parsePotSize("2", "metric")).toEqual({ ok: true, value: { cm3: 2000, rimCm: undefined } });
  expect(parsePotSize("750 mL", "metric")).toEqual({ ok: true, value: { cm3: 750, rimCm: undefined } });
  expect(parsePotSize("12 cm pot", "metric")).toEqual({ ok: true, value: { cm3: potVolumeCm3(12), rimCm: 12 } });
  expect(parsePotSize("6 in", "imperial")).toMatchObject({ ok: true, value: { rimCm: 15.24 } });
  expect(parsePotSize("12 lb", "metric").ok).toBe(false);
  expect(parsePotSize("1,000 mL", "metric")).toMatchObject({ ok: false, problems: [{ code: "ambiguous-number" }] });
});

it("a usual 12 cm pot takes about 0.8 to 1 L, and one twice as wide eight times that", () => {
  expect(potVolumeCm3(12)).toBeGreaterThan(780);
  expect(potVolumeCm3(12)).toBeLessThan(1000);
  expect(potVolumeCm3(24)).toBeCloseTo(8 * potVolumeCm3(12), 6);
});
