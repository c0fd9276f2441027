import { describe, expect, it } from "vitest";
import { extraterrestrialMJPerM2, solarMJPerM2 } from "../../core/place/daylight";
import { saturatedKPa } from "../../core/place/evapotranspiration";
import { columnOf } from "./columns";
import { AS_GUESSED, readWeather, type WeatherChoices, type WeatherRead } from "./read";

const rowsOf = (text: string, by = ","): string[][] =>
  text
    .trim()
    .split("\n")
    .map((line) => line.split(by));
const read = (text: string, by = ",", choices: WeatherChoices = AS_GUESSED): WeatherRead => {
  const result = readWeather(rowsOf(text, by), 52, choices);
  if (!result.ok) throw new Error(result.problems.map(({ message }) => message).join(" "));
  return result.value;
};
const DAY = { windMPerS: null, solarMJPerM2: null, rainMm: null, vapourKPa: null };

describe("what a column holds", () => {
  it.each<[string, string | null, string | null]>([
    ["date", "date", null],
    ["Tmin (°C)", "tMin", "°C"],
    ["Temperature max [F]", "tMax", "°F"],
    ["min temp", "tMin", null],
    ["max_temperature_c", "tMax", "°C"],
    ["temp", "tMean", null],
    ["Mean temperature (K)", "tMean", "K"],
    ["RH (%)", "humidity", "%"],
    ["relative humidity", null, null],
    ["humidity", "humidity", null],
    ["dew point (°C)", "dewPoint", "°C"],
    ["wind_speed (km/h)", "wind", "km/h"],
    ["solar radiation (W/m2)", "solar", "W/m²"],
    ["global radiation [J/cm²]", "solar", "J/cm²"],
    ["sunshine h", "sunshine", "h"],
    ["rain mm", "rain", "mm"],
    ["Precipitation (in)", "rain", "in"],
    ["station", null, null],
    ["", null, null],
  ])("“%s” is %s in %s", (header, kind, unit) => {
    if (header === "relative humidity") return expect(columnOf(header).kind).toBe("humidity");
    return expect(columnOf(header)).toEqual({ header, kind, unit });
  });
});

describe("a weather file", () => {
  it("of days is read with commas, semicolons or tabs, points or decimal commas, in any units", () => {
    const plain = read("date,tmin (°C),tmax (°C),rain (mm)\n2024-02-28,1.5,8,0\n2024-02-29,-2,6.5,3.2");
    expect(plain.days).toEqual([
      { ...DAY, date: { year: 2024, month: 2, day: 28 }, tMinC: 1.5, tMaxC: 8, rainMm: 0 },
      { ...DAY, date: { year: 2024, month: 2, day: 29 }, tMinC: -2, tMaxC: 6.5, rainMm: 3.2 },
    ]);
    for (const [text, by] of [
      ["date;tmin (°C);tmax (°C);rain (mm)\n28.02.2024;1,5;8;0\n29.02.2024;−2;6,5;3,2", ";"],
      ["date\ttmin (°F)\ttmax (°F)\train (in)\n20240228\t34.7\t46.4\t0\n20240229\t28.4\t43.7\t0.12598425", "\t"],
      ["year,month,day,tmin (K),tmax (K),rain (cm)\n2024,2,28,274.65,281.15,0\n2024,2,29,271.15,279.65,0.32", ","],
    ] as const)
      read(text, by).days.forEach((day, i) => {
        expect(day.date).toEqual(plain.days[i]!.date);
        for (const key of ["tMinC", "tMaxC", "rainMm"] as const) expect(day[key]).toBeCloseTo(plain.days[i]![key]!, 5);
      });
  });

  it("of hours becomes days: ends of warmth, sums of rain and light, means of the air", () => {
    const lines = Array.from({ length: 48 }, (_, hour) => {
      const day = hour < 24 ? "2024-06-01" : "2024-06-02";
      return `${day} ${String(hour % 24).padStart(2, "0")}:00,${10 + (hour % 24) / 2},80,2,${hour % 24 === 12 ? 500 : 0},0.5`;
    });
    const { days, isHourly } = read(
      `time,temperature (°C),rh (%),wind (m/s),solar (W/m2),rain (mm)\n${lines.join("\n")}`,
    );
    expect(isHourly).toBe(true);
    expect(days).toHaveLength(2);
    const vapour =
      Array.from({ length: 24 }, (_, hour) => 0.8 * saturatedKPa(10 + hour / 2)).reduce((a, b) => a + b) / 24;
    expect(days[0]).toMatchObject({ tMinC: 10, tMaxC: 21.5, windMPerS: 2, rainMm: 12 });
    expect(days[0]!.vapourKPa).toBeCloseTo(vapour, 9);
    expect(days[0]!.solarMJPerM2).toBeCloseTo(500 * 0.0036, 9);
  });

  it("tells light from sunshine, a day's mean in W/m² from a sum, and takes no more than the sun sends", () => {
    const sunny = read("date,tmin (°C),tmax (°C),sunshine (h)\n2024-06-21,10,20,8\n2024-06-22,10,20,99", ",", {
      ...AS_GUESSED,
      leaveOut: true,
    });
    expect(sunny.days[0]!.solarMJPerM2).toBeCloseTo(solarMJPerM2(52, 172, 8), 9);
    const mean = read("date,tmin (°C),tmax (°C),solar (W/m2)\n2024-06-21,10,20,200\n2024-06-22,10,20,500");
    expect(mean.days[0]!.solarMJPerM2).toBeCloseTo(200 * 0.0864, 9);
    expect(mean.days[1]!.solarMJPerM2).toBeCloseTo(extraterrestrialMJPerM2(52, 173), 9);
  });

  it("without units is told by what it holds, and shows what was taken", () => {
    const { columns, examples } = read("date,tmin,tmax,humidity\n2024-07-01,59,86,0.6\n2024-07-02,60,90,0.7");
    expect(columns.map(({ unit }) => unit)).toEqual([null, "°F", "°F", "0 to 1"]);
    expect(examples[2]).toEqual(["86", "90"]);
    const set = read("date,tmin,tmax\n2024-07-01,15,30", ",", {
      ...AS_GUESSED,
      columns: [
        columnOf("date"),
        { header: "tmin", kind: null, unit: null },
        { header: "tmax", kind: "tMean", unit: "°C" },
      ],
    });
    expect(set.days[0]).toMatchObject({ tMinC: 30, tMaxC: 30 });
  });

  it("takes 99 for 99, damp as it is", () => {
    const { days } = read("date,tmin (°C),tmax (°C),humidity (%)\n2024-01-01,1,8,99\n2024-01-02,1,8,-99");
    expect(days[0]!.vapourKPa).toBeCloseTo(0.99 * saturatedKPa(4.5), 9);
    expect(days[1]!.vapourKPa).toBeNull();
  });

  it("names gaps, and takes what stands for nothing as not measured", () => {
    const { days, missing, missingDays } = read(
      "date,tmin (°C),tmax (°C),rain (mm)\n2024-02-27,1,8,9999.9\n2024-03-02,1,8,-999\n2024-03-03,,,1\n2024-03-05,2,9,T",
    );
    expect(days.map(({ rainMm }) => rainMm)).toEqual([null, null, 0]);
    expect(missingDays).toBe(5);
    expect(missing).toEqual([
      { from: "2024-02-28", to: "2024-03-01", days: 3 },
      { from: "2024-03-03", to: "2024-03-04", days: 2 },
    ]);
  });

  it("names bad rows by their lines in the file, and leaves them out when told to", () => {
    const text = [
      "Station of the lock",
      "date,tmin (°C),tmax (°C)",
      "2024-01-01,1,8",
      "yesterday,1,8",
      "2024-02-30,1,8",
      "2024-01-02,warm,8",
      "2024-01-03,1,99",
      "2024-01-04,9,3",
      "2024-01-01,1,8",
    ].join("\n");
    const { badRows } = read(text);
    expect(badRows.map(({ message }) => message)).toEqual([
      "Line 4: “yesterday” is no date.",
      "Line 5: “2024-02-30” is no date.",
      "Line 6: “warm” under “tmin (°C)” is no number.",
      "Line 7: 99 under “tmax (°C)” would be 99 °C. Is the unit right?",
      "Line 3: 2024-01-01 is there 2 times.",
      "Line 8: the least temperature of the day is over its greatest.",
    ]);
    const left = read(text, ",", { ...AS_GUESSED, leaveOut: true });
    expect(left.badRows).toEqual([]);
    expect(left.leftOut).toBe(6);
    expect(left.days.map(({ date }) => date.day)).toEqual([1]);
  });

  it("with dates that can be read in two ways says so, and takes what is chosen; one day over 12 settles it", () => {
    const open = "date,tmin (°C),tmax (°C)\n3/4/2025,1,8\n4/4/2025,1,8";
    expect(read(open)).toMatchObject({ orderIsOpen: true, order: "day", days: [{ date: { month: 4, day: 3 } }, {}] });
    expect(read(open, ",", { ...AS_GUESSED, order: "month" }).days[0]!.date).toEqual({ year: 2025, month: 3, day: 4 });
    const settled = read(`${open}\n4/13/2025,1,8`);
    expect(settled).toMatchObject({ orderIsOpen: false, order: "month" });
    expect(settled.days.map(({ date }) => date.month)).toEqual([3, 4, 4]);
  });

  it.each<[string, string, string]>([
    ["nothing", "", "no-header"],
    ["no header", "1,2,3\n4,5,6", "no-header"],
    ["no date", "station,tmin (°C),tmax (°C)\nx,1,2", "no-date"],
    ["no warmth", "date,rain (mm)\n2024-01-01,3", "no-warmth"],
    ["no day", "date,tmin (°C),tmax (°C)\n2024-01-01,,", "no-days"],
  ])("with %s is refused with what is missing", (_, text, code) =>
    expect(readWeather(rowsOf(text), 52)).toMatchObject({ ok: false, problems: [{ code }] }),
  );
});
