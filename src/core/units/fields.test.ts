import { describe, expect, it } from "vitest";
import {
  depthFieldText,
  depthUnitName,
  formatDepthPerDay,
  formatHours,
  formatLoad,
  formatMass,
  formatPercent,
  lengthFieldText,
  lengthUnitName,
  parseDepthMm,
  parseLengthCm,
  parseShare,
  parseVolumeCm3,
  shareFieldText,
  volumeFieldText,
  volumeUnitName,
} from "./units";

describe("what a field shows", () => {
  it.each([
    ["length", lengthFieldText, parseLengthCm, 25.4, "25.4", "10"],
    ["volume", volumeFieldText, parseVolumeCm3, 3785.411784, "3.7854", "1"],
    ["depth", depthFieldText, parseDepthMm, 6.35, "6.35", "0.25"],
  ] as const)("of a %s is in the grower's unit, and reads back", (_, show, parse, value, metric, imperial) => {
    expect([show(value, "metric"), show(value, "imperial")]).toEqual([metric, imperial]);
    for (const system of ["metric", "imperial"] as const) {
      const read = parse(show(value, system), system);
      expect(read.ok && Math.abs(read.value / value - 1)).toBeLessThan(1e-4);
    }
  });

  it("has its unit behind it, and a share is in per cent", () => {
    expect([lengthUnitName("metric"), lengthUnitName("imperial")]).toEqual(["cm", "in"]);
    expect([volumeUnitName("metric"), volumeUnitName("imperial")]).toEqual(["L", "gal"]);
    expect([depthUnitName("metric"), depthUnitName("imperial")]).toEqual(["mm", "in"]);
    expect(shareFieldText(0.125)).toBe("12.5");
    expect(parseShare("12.5 %")).toEqual({ ok: true, value: 0.125 });
  });
});

it("masses, loads, depths a day, shares and hours are said in either system", () => {
  const plain = (text: string): string => text.replaceAll("\u00a0", " ");
  expect([formatMass(4.536, "metric"), formatMass(4.536, "imperial")].map(plain)).toEqual(["4.54 kg", "10 lb"]);
  // a dose of lime, and what a scale in the kitchen still weighs
  expect([0.9951, 0.9949, 0.0189, 0.00234, 0].map((kg) => plain(formatMass(kg, "metric")))).toEqual([
    "1 kg",
    "995 g",
    "19 g",
    "2.3 g",
    "0 g",
  ]);
  expect([0.4536, 0.2268, 0.0189, 0.001].map((kg) => plain(formatMass(kg, "imperial")))).toEqual([
    "1 lb",
    "8 oz",
    "0.67 oz",
    "0.04 oz",
  ]);
  expect([formatLoad(100, "metric"), formatLoad(100, "imperial")].map(plain)).toEqual([
    "100 kg per m²",
    "20.5 lb per sq ft",
  ]);
  expect([formatDepthPerDay(5.08, "metric"), formatDepthPerDay(5.08, "imperial")].map(plain)).toEqual([
    "5.1 mm a day",
    "0.2 in a day",
  ]);
  expect([0.1, 0.0999].map(formatPercent).map(plain)).toEqual(["10 %", "10 %"]);
  expect([0.104, 0.0949].map(formatPercent).map(plain)).toEqual(["10 %", "9.5 %"]);
  expect([0.5, 1.99, 2, 71.9, 72, 100].map(formatHours).map(plain)).toEqual([
    "30 min",
    "119 min",
    "2 h",
    "72 h",
    "3 days",
    "4.2 days",
  ]);
});
