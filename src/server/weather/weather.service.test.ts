import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { OPEN, placeOf } from "../../core/testing/places";
import { AS_GUESSED } from "../../formats/weather/read";
import { potWith } from "../../core/testing/setups";
import { answerDemand } from "../../formats/demand/result";
import { setupFileDocument } from "../../formats/setup-file/document";
import { openMarlstone, type Marlstone } from "../open";

const folders: string[] = [];
const houses: Marlstone[] = [];
const house = (): Marlstone => {
  const folder = mkdtempSync(join(tmpdir(), "marlstone-weather-"));
  folders.push(folder);
  const opened = openMarlstone(folder);
  houses.push(opened);
  return opened;
};
let marlstone: Marlstone;
beforeEach(() => {
  marlstone = house();
});
afterEach(() => {
  for (const opened of houses.splice(0)) opened.close();
  for (const folder of folders.splice(0)) rmSync(folder, { recursive: true, force: true });
});

/** Two years of hot days, by one of the ways people part columns. */
const csv = (by = ",", point = "."): string =>
  [
    ["date", "tmin (°C)", "tmax (°C)", "humidity (%)", "rain (mm)"].join(by),
    ...Array.from({ length: 730 }, (_, i) => {
      const date = new Date(Date.UTC(2022, 0, 1 + i)).toISOString().slice(0, 10);
      return [date, "20.5", "38.25", "30", "0"].map((text) => text.replace(".", point)).join(by);
    }),
  ].join("\r\n");
const input = { name: "Hot station", latitude: 52, keep: true, choices: AS_GUESSED };
const kept = (text = csv()): string => {
  const result = marlstone.places.keepWeather(text, input);
  if (!result.ok) throw new Error(result.problems[0]!.message);
  return result.value;
};

describe("weather from a file", () => {
  it("is kept as rows, all of them, whatever parts its columns, and handed out again as it came", () => {
    const ids = [kept(), kept(csv(";", ",")), kept(`\uFEFF${csv("\t")}`)];
    expect(marlstone.places.weather()).toMatchObject(
      ids.map(() => ({ name: "Hot station", from: "2022-01-01", to: "2023-12-31", days: 730 })),
    );
    const texts = ids.map((id) => {
      const out = marlstone.places.weatherCsv(id);
      if (!out.ok) throw new Error("no csv");
      return out.value.text;
    });
    expect(new Set(texts).size).toBe(1);
    // read again it says the same
    const again = marlstone.places.weatherCsv(kept(texts[0]));
    expect(again.ok && again.value.text).toBe(texts[0]);
  });

  it("that is broken is refused whole, with its lines, and nothing is kept", () => {
    const broken = csv().replace("2022-03-01,20.5", "2022-03-01,hot");
    expect(marlstone.places.lookAtWeather(broken, input)).toMatchObject({
      ok: true,
      value: { badRows: [{ message: "Line 61: “hot” under “tmin (°C)” is no number." }] },
    });
    expect(marlstone.places.keepWeather(broken, input)).toMatchObject({ ok: false, problems: [{ path: "line 61" }] });
    for (const text of ["", "\u0000\u0001", "{}", "a,b\nc"])
      expect(marlstone.places.keepWeather(text, input).ok).toBe(false);
    expect(marlstone.places.weather()).toEqual([]);
    expect(marlstone.places.weatherCsv("nowhere")).toMatchObject({ ok: false });
  });

  it("decides what follows from a place that has it, and goes along with the house", () => {
    const weatherId = kept();
    const drawn = placeOf(OPEN, { name: "Terrace" });
    const of = (to: Marlstone, place = { ...drawn, weatherId }) => to.places.shown(place, Array<number>(12).fill(0));
    expect(of(marlstone).gaps).toEqual({
      years: [2022, 2023],
      days: 730,
      bridged: 0,
      drawn: 0,
      without: ["wind", "light"],
    });
    expect(of(marlstone).months[0]!.tMaxC).toBeCloseTo(38.25, 9);
    expect(of(marlstone, { ...drawn, weatherId: "gone" }).gaps).toBeNull();
    expect(marlstone.places.create({ ...drawn, weatherId }).ok).toBe(true);
    const there = house();
    const text = JSON.stringify(marlstone.files.house());
    expect(there.files.takeIn(text).ok).toBe(true);
    expect(of(there)).toEqual(of(marlstone));
    // and with a file of one setup that stands there, for whoever takes it in and for scripts alike
    const place = marlstone.places.list()[0]!;
    const pot = marlstone.setups.create({
      ...potWith({ kind: "free-water", levelCm: 4, overflowCm: 5 }),
      places: [{ placeId: place.id, from: null }],
    });
    const file = pot.ok ? marlstone.files.setup(pot.value) : pot;
    if (!file.ok) throw new Error("no file");
    const alone = JSON.stringify(setupFileDocument(file.value));
    const third = house();
    for (let times = 0; times < 2; times++) expect(third.files.takeIn(alone).ok).toBe(true);
    expect(third.places.weather()).toMatchObject([{ id: weatherId, days: 730 }]);
    expect(of(third)).toEqual(of(marlstone));
    const answer = answerDemand(file.value, 1, 20);
    expect(answer.ok && answer.value.months[0]!.tMaxC).toBeCloseTo(38.25, 2);
    expect(answerDemand(file.value, 2, 20)).toMatchObject({ ok: false, problems: [{ code: "no-such-year" }] });
    const broken = JSON.stringify(JSON.parse(alone), (key, value: unknown) =>
      key === "days" && Array.isArray(value) ? [value[1], value[0]] : value,
    );
    expect(third.files.takeIn(broken)).toMatchObject({ ok: false, problems: [{ path: "weather[0].days[1]" }] });
    // again, and nothing is doubled
    expect(there.files.takeIn(text).ok).toBe(true);
    expect(there.places.weather()).toHaveLength(1);
  });
});
