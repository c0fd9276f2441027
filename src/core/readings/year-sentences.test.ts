import { MARROWBECK, MARROWBECK_PLACES, standing, type MarrowbeckPlace } from "../../../demo/marrowbeck";
import { daysOfDemand, type DayOfDemand } from "../demand/demand";
import { placesHere, standingThere } from "../demand/here-of";
import { wantsOf, yearOfWater } from "../demand/year-of-water";
import { inLibrary } from "../occupants/library/library";
import { placeYearsOf } from "../place/place-years";
import type { Setup } from "../stack/setup";
import { medium } from "../testing/setups";
import { whenSound } from "../water/checked";
import { describe, expect, it } from "vitest";
import { formatDayOfYear, parseDayOfYear } from "../units/calendar-date";
import { daysWords, inMonths, yearSayings } from "./year-sentences";

const plain = (text: string): string => text.replaceAll("\u00a0", " ");

describe("months in words", () => {
  it.each<[readonly number[], string]>([
    [[5], "in June"],
    [[5, 6], "in June and July"],
    [[4, 5, 6, 7, 8], "from May to September"],
    [[10, 11, 0, 1], "from November to February"],
    [[0, 11], "in December and January"],
    [[2, 6, 7, 8], "in March and from July to September"],
    [Array.from({ length: 12 }, (_, month) => month), "in every month"],
  ])("%j is %s", (months, words) => expect(inMonths(months)).toBe(words));
});

describe("days in words", () => {
  it.each<[[number, number, number], string]>([
    [[2, 2.6, 3.5], "2.6 days (2 to 3.5)"],
    [[8, 13.5, 24], "13.5 days (8 to 24)"],
    [[40, 52, 90], "52 days (40 to more than 60)"],
    [[200, 838, 1100], "more than two months"],
    [[0.4, 0.5, 0.7], "12 h (10 h to 17 h)"],
    [[10, 10, 10], "10 days"],
    [[Infinity, Infinity, Infinity], "more than two months"],
  ])("%j is %s", ([low, typical, high], words) => expect(plain(daysWords({ low, typical, high }))).toBe(words));
});

describe("a day of a year, typed", () => {
  it("is read as people write it, and comes back as it is written", () => {
    for (const text of ["12 May", "12. may", "May 12", "12 MAY", "12may"])
      expect([text, parseDayOfYear(text)]).toEqual([text, { month: 5, day: 12 }]);
    expect(parseDayOfYear("29 Feb")).toEqual({ month: 2, day: 29 });
    for (const text of ["", "May", "31 April", "0 May", "12 M", "12 Ma", "12 Maybe", "5/12", "12 13"])
      expect([text, parseDayOfYear(text)]).toEqual([text, undefined]);
    for (let month = 1; month <= 12; month++)
      expect(parseDayOfYear(formatDayOfYear({ month, day: 9 }))).toEqual({ month, day: 9 });
  });
});

/** A demo setup where it stands. */
function there(setup: Setup): Setup & { readonly days: readonly DayOfDemand[] } {
  const stands = standing(setup, (place) => place);
  const places = placesHere(
    stands.places!,
    (id) => MARROWBECK_PLACES[id as MarrowbeckPlace],
    (place) => placeYearsOf(place),
  );
  const stood = standingThere(stands, places!, inLibrary);
  return { ...stood, days: daysOfDemand(stood, places!.at, inLibrary) };
}

describe("a year in sentences", () => {
  it("is, word for word, what year-words.txt holds", async () => {
    const lines = [
      ...MARROWBECK.map((setup) => [setup.name, there(setup), "metric"] as const),
      ["In gallons: the trough", there(MARROWBECK[0]!), "imperial"] as const,
      [
        "Said, not derived: the trough",
        { ...there(MARROWBECK[0]!), demand: { by: "said", mmPerDay: 4 } as const },
        "metric",
      ] as const,
      [
        "Set right: the trough, hard water, watered every week",
        {
          ...there(MARROWBECK[0]!),
          demand: { by: "place", poured: { volumeCm3: 9000, days: 6, month: 5, times: 2 } } as const,
          site: { ...MARROWBECK[0]!.site, waterPpm: 600 },
          wateredEveryDays: 7,
        },
        "metric",
      ] as const,
    ].flatMap(([name, setup, system]) => {
      const year = whenSound(setup, medium, (sound) =>
        yearOfWater(sound, medium, wantsOf(setup, inLibrary), { days: setup.days }),
      );
      if (!year.ok) throw new Error(year.problems[0]!.message);
      return [
        `# ${name}`,
        ...yearSayings(setup, year.value, system).flatMap(({ heading, text, tone, why }) => [
          `${heading}${tone === "trouble" ? " (trouble)" : ""}: ${text}`,
          ...why.inputs.map(([what, value]) => `    ${what}: ${value}`),
        ]),
        "",
      ];
    });
    const text = plain(lines.join("\n"));
    expect(text).not.toMatch(/NaN|undefined|Infinity|-\d/u);
    await expect(text).toMatchFileSnapshot("year-words.txt");
  });
});
