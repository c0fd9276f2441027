import { describe, expect, it } from "vitest";
import fc from "fast-check";
import {
  NBSP,
  flowFieldText,
  formatArea,
  formatFlow,
  formatLoad,
  formatPower,
  parseFlowCm3PerHour,
  parsePowerW,
  formatLength,
  formatPercent,
  formatRange,
  formatVolume,
  lengthFieldText,
  parseLengthCm,
  parseVolumeCm3,
  threeFigures,
  formatTemperature,
  parseTemperatureC,
  temperatureFieldText,
  type UnitSystem,
} from "./units";
import {
  densityFieldText,
  formatSpeed,
  parseDensityGPerCm3,
  parsePackAmount,
  parseSpeedCmPerHour,
} from "./media-units";

const cm = (text: string, system: "metric" | "imperial" = "metric"): number | string => {
  const parsed = parseLengthCm(text, system);
  return parsed.ok ? Number(parsed.value.toFixed(6)) : parsed.problems[0]!.code;
};

describe("typed lengths", () => {
  it.each([
    ["12", 12],
    ["12.5", 12.5],
    ["12,5", 12.5],
    [".5", 0.5],
    ["3 in", 7.62],
    ['3"', 7.62],
    ["30 mm", 3],
    ["0.3m", 30],
    ["2 ft", 60.96],
    ["½ in", 1.27],
    ["3 1/2 in", 8.89],
    ["3½ in", 8.89],
    ["1/4 in", 0.635],
    ["-2", -2],
    ["−2", -2],
    ["1e2", 100],
    [" 7 CM ", 7],
  ])("%s in a cm field is %d cm", (text, expected) => expect(cm(text)).toBe(expected));

  it("is in inches when that is the grower's unit, unless it says otherwise", () => {
    expect(cm("3", "imperial")).toBe(7.62);
    expect(cm("3 cm", "imperial")).toBe(3);
  });

  it.each([
    ["", "empty"],
    ["  ", "empty"],
    ["abc", "not-a-number"],
    ["12 L", "unknown-unit"],
    ["1/0", "not-finite"],
    ["1e999", "not-finite"],
    ["--3", "not-a-number"],
    ["3..4", "unknown-unit"],
  ])("“%s” is refused as %s", (text, code) => expect(cm(text)).toBe(code));

  it("survives being shown and typed again, to the hundredth that is shown", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 50_000 }),
        fc.constantFrom("metric" as const, "imperial" as const),
        (hundredths, system) => {
          const unitCm = system === "metric" ? 1 : 2.54;
          const value = (hundredths / 100) * unitCm;
          const again = parseLengthCm(lengthFieldText(value, system), system);
          expect(again.ok && again.value).toBeCloseTo(value, 9);
        },
      ),
    );
  });
});

describe("typed volumes", () => {
  it.each([
    ["1.5", 1500],
    ["250 mL", 250],
    ["1 gal", 3785.411784],
    ["2 cups", 473.176473],
    ["12 fl oz", 354.88235475],
  ])("%s is %d cm³", (text, expected) => {
    const parsed = parseVolumeCm3(text, "metric");
    expect(parsed.ok && parsed.value).toBeCloseTo(expected, 6);
  });
  it("refuses a length", () => expect(parseVolumeCm3("3 cm", "metric").ok).toBe(false));
});

describe("shown numbers", () => {
  it("have three figures, no false precision and no exponent", () => {
    expect([12345.6, 12.345, 1.2345, 0.12345, 0.0012345, 0].map((value) => threeFigures(value))).toEqual([
      "12346",
      "12.3",
      "1.23",
      "0.123",
      "0.001",
      "0",
    ]);
    expect(threeFigures(-0.0001)).toBe("0");
    expect(threeFigures(Number.NaN)).toBe("–");
  });
  it("carry their unit on the same line", () => {
    expect(formatLength(12.34, "metric")).toBe("12.3\u00a0cm");
    expect(formatLength(12.7, "imperial")).toBe("5\u00a0in");
    expect([50, 994, 1000, 24_046].map((value) => formatVolume(value, "metric"))).toEqual([
      "50\u00a0mL",
      "994\u00a0mL",
      "1\u00a0L",
      "24\u00a0L",
    ]);
    expect(formatVolume(100, "imperial")).toBe("3.4\u00a0fl\u00a0oz");
    expect([0.004, 0.0449, 0.32].map(formatPercent)).toEqual(["0.4\u00a0%", "4.5\u00a0%", "32\u00a0%"]);
  });
});

describe("packs, dry weights and speeds as they are typed", () => {
  it.each([
    ["50", "metric", { unit: "L", amount: 50 }],
    ["50 L", "imperial", { unit: "L", amount: 50 }],
    ["5 kg", "metric", { unit: "kg", amount: 5 }],
    ["500 g", "metric", { unit: "kg", amount: 0.5 }],
    ["2 cu ft", "metric", { unit: "L", amount: 56.633693184 }],
    ["10 lb", "imperial", { unit: "kg", amount: 4.5359237 }],
  ] as const)("%s in a %s field", (text, system, expected) => {
    const parsed = parsePackAmount(text, system);
    expect(parsed.ok && [parsed.value.unit, Number(parsed.value.amount.toFixed(9))]).toEqual([
      expected.unit,
      expected.amount,
    ]);
  });

  it("says what it cannot read", () => {
    expect(parsePackAmount("a lot", "metric")).toMatchObject({ ok: false, problems: [{ code: "not-a-number" }] });
    expect(parsePackAmount("5 stone", "metric")).toMatchObject({ ok: false, problems: [{ code: "unknown-unit" }] });
    expect(parseDensityGPerCm3("5 cm", "metric").ok).toBe(false);
  });

  it("a weight and a speed read back as they are shown, in either system", () => {
    for (const system of ["metric", "imperial"] as const) {
      const density = parseDensityGPerCm3(densityFieldText(0.105, system), system);
      expect(density.ok && Math.abs(density.value - 0.105) < 1e-3).toBe(true);
      expect(formatSpeed(2.54, system)).toBe(system === "metric" ? "2.54\u00a0cm an hour" : "1\u00a0in an hour");
    }
    expect(parseSpeedCmPerHour("1 cm/s", "metric")).toEqual({ ok: true, value: 3600 });
  });

  it("a range has its unit once, and is one value where both read the same", () => {
    const litres = (cm3: number): string => formatVolume(cm3, "metric");
    expect([
      formatRange(1000, 2000, litres),
      formatRange(500, 2000, litres),
      formatRange(1000, 1000.1, litres),
    ]).toEqual(["1 to 2\u00a0L", "500\u00a0mL to 2\u00a0L", "1\u00a0L"]);
  });
});

it("volumes named in one sentence have one unit, that of the largest", () => {
  const plain = (text: string): string => text.replaceAll("\u00a0", " ");
  expect(plain(formatVolume(700, "imperial"))).toBe("23.7 fl oz");
  expect(plain(formatVolume(700, "imperial", 1100))).toBe("0.185 gal");
  expect(plain(formatVolume(1100, "imperial", 700))).toBe("0.291 gal");
  expect(plain(formatVolume(420, "metric", 2500))).toBe("0.42 L");
  expect(plain(formatVolume(420, "metric"))).toBe("420 mL");
});

describe("a temperature", () => {
  const read = (text: string, system: UnitSystem = "metric") => {
    const parsed = parseTemperatureC(text, system);
    return parsed.ok ? Number(parsed.value.toFixed(2)) : parsed.problems[0]!.code;
  };

  it("is read in the grower's degrees, and by its letter in either", () => {
    expect(["18", "-7,5", "64 °F", "64f", "18 C", "−3 °C"].map((text) => read(text))).toEqual([
      18, -7.5, 17.78, 17.78, 18, -3,
    ]);
    expect(["64", "18 °C", "0"].map((text) => read(text, "imperial"))).toEqual([17.78, 18, -17.78]);
  });

  it("that is none says so", () =>
    expect(["", "warm", "18 K", "1,000"].map((text) => read(text))).toEqual([
      "not-a-number",
      "not-a-number",
      "unknown-unit",
      "ambiguous-number",
    ]));

  it("is shown as a thermometer is read, and kept as it was typed", () => {
    expect(formatTemperature(17.6, "metric")).toBe("18\u00a0°C");
    expect(formatTemperature(-40, "imperial")).toBe("−40\u00a0°F");
    for (const system of ["metric", "imperial"] as const)
      expect(read(temperatureFieldText(21.4, system), system)).toBeCloseTo(21.4, 1);
  });
});

describe("power, flow and area", () => {
  it("are read in the grower's units and in others", () => {
    expect([parsePowerW("20"), parsePowerW("0.1 kW"), parsePowerW("7 W")].map((one) => one.ok && one.value)).toEqual([
      20, 100, 7,
    ]);
    expect(parsePowerW("3 cm").ok).toBe(false);
    const flow = (text: string, system: "metric" | "imperial") => {
      const read = parseFlowCm3PerHour(text, system);
      return read.ok && Math.round(read.value);
    };
    expect([flow("300", "metric"), flow("5 L/min", "metric"), flow("10 gph", "metric")]).toEqual([
      300_000, 300_000, 37_854,
    ]);
    expect(flow("10", "imperial")).toBe(37_854);
    expect(flow(flowFieldText(37_854.118, "imperial"), "imperial")).toBe(37_854);
  });

  it("are told with their unit", () => {
    expect([formatPower(20), formatFlow(300_000, "metric"), formatFlow(37_854.118, "imperial")]).toEqual([
      `20${NBSP}W`,
      `300${NBSP}L/h`,
      `10${NBSP}gph`,
    ]);
    expect(formatArea(2573, "metric")).toBe(`2573${NBSP}cm²`);
    expect(formatArea(12_000, "metric")).toBe(`1.2${NBSP}m²`);
    expect(formatArea(12_000, "metric", Infinity)).toBe(`12000${NBSP}cm²`);
    expect(formatArea(645.16, "imperial")).toBe(`100${NBSP}sq${NBSP}in`);
    expect(formatArea(9290.304, "imperial")).toBe(`10${NBSP}sq${NBSP}ft`);
    expect(formatLoad(100, "imperial")).toBe(`20.5${NBSP}lb per sq ft`);
  });
});
