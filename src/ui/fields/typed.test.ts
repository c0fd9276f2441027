import { describe, expect, it } from "vitest";
import type { z } from "zod";
import { typedLengthCm, typedNumber, typedWhole } from "./typed";
import { readVesselHeight, USUAL_VESSEL_CM } from "./vessel-height";

const meant = (schema: z.ZodType<number, string>, text: string): number | string[] => {
  const read = schema.safeParse(text);
  return read.success ? read.data : read.error.issues.map(({ message }) => message.replace(/\u00a0/gu, " "));
};

describe("texts of a form", () => {
  it("are lengths between two others, both among them, in the grower's units", () => {
    const schema = typedLengthCm("metric", 1, 100);
    expect(["1", "100", "25 mm", "2 in"].map((text) => meant(schema, text))).toEqual([1, 100, 2.5, 5.08]);
    expect(meant(schema, "0.9")).toEqual(["From 1 cm to 100 cm."]);
    expect(meant(schema, "100.1")).toEqual(["From 1 cm to 100 cm."]);
    expect(meant(typedLengthCm("imperial", 0, 254), "101")).toEqual(["From 0 in to 100 in."]);
    expect(meant(typedLengthCm("imperial", 0, 254), "100")).toBe(254);
    // in core's own words, once
    expect(meant(schema, "tall")).toHaveLength(1);
  });

  it("are numbers with a unit that may be written behind, or empty where that means something", () => {
    expect(meant(typedNumber(0, 100, "%"), " 40 % ")).toBe(40);
    expect(meant(typedNumber(0, 100, "%", 7), " ")).toBe(7);
    expect(meant(typedNumber(0, 100, "%"), "")).toHaveLength(1);
    expect(meant(typedNumber(0, 100), "101")).toHaveLength(1);
    expect(meant(typedWhole(1, 4), "4")).toBe(4);
    expect(meant(typedWhole(1, 4), "2.5")).toHaveLength(1);
  });
});

describe("the height of the vessel that media are told for", () => {
  it("is what is typed, from 1 to 100 cm, and the usual one until then", () => {
    expect(readVesselHeight(" ", "metric")).toEqual({ cm: USUAL_VESSEL_CM, said: "" });
    expect(readVesselHeight("10", "imperial")).toEqual({ cm: 25.4, said: "" });
    expect(["1", "100"].map((text) => readVesselHeight(text, "metric").cm)).toEqual([1, 100]);
    for (const text of ["0.9", "101", "tall", "-5"]) {
      const { cm, said } = readVesselHeight(text, "metric");
      expect(cm, text).toBe(USUAL_VESSEL_CM);
      expect(said, text).not.toBe("");
    }
    expect(readVesselHeight("101", "metric").said.replace(/\u00a0/gu, " ")).toBe("From 1 cm to 100 cm.");
  });
});
