import { describe, expect, it } from "vitest";
import type { OwnFigureKey } from "@/core/occupants/own-occupant";
import type { UnitSystem } from "@/core/units/units";
import type { Range } from "@/core/units/range";
import { FIGURES, figureText } from "./figures";

const KEYS = Object.keys(FIGURES) as OwnFigureKey[];
const SYSTEMS: readonly UnitSystem[] = ["metric", "imperial"];

const range = (low: number, high: number): Range => ({ low, typical: (low + high) / 2, high });

describe("the figures of a living thing", () => {
  it("are read back as they are written into their fields, in every unit", () => {
    for (const key of KEYS)
      for (const system of SYSTEMS) {
        const { field, parse } = FIGURES[key].quantity;
        for (const value of [0.25, 3, 12.5]) {
          const read = parse(field(value, system), system);
          expect(read.ok && read.value, `${key} ${system}`).toBeCloseTo(value, 1);
        }
      }
  });

  it("take the unit that is shown beside them written behind the number", () => {
    for (const key of KEYS)
      for (const system of SYSTEMS) {
        const { unit, parse } = FIGURES[key].quantity;
        const plain = parse("12", system);
        expect(parse(`12 ${unit(system)}`, system), `${key} ${system}`).toEqual(plain);
        expect(plain.ok).toBe(true);
        expect(parse("a lot", system).ok, key).toBe(false);
      }
  });

  it("are told as a range with its unit", () => {
    expect(figureText("dryDays", range(3, 7), "metric").replace(/\u00a0/gu, " ")).toBe("3 to 7 days");
    expect(figureText("pH", range(4.5, 4.5), "metric")).toBe("4.5");
    expect(figureText("mostWaterPpm", range(50, 149.6), "metric").replace(/\u00a0/gu, " ")).toBe("50 to 150 mg/L");
    expect(figureText("temperatureC", range(0, 100), "imperial")).toMatch(/32.*212/u);
  });
});
