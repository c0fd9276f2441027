import { describe, expect, it } from "vitest";
import { MARROWBECK, MARROWBECK_PLACES } from "../../../demo/marrowbeck";
import { standingThere } from "../demand/here-of";
import { inLibrary } from "../occupants/library/library";
import type { Place } from "../place/place";
import { placeYearsOf } from "../place/place-years";
import { UNKNOWN_TAP } from "../place/waters";
import { UNSAID_SITE, type Setup } from "../stack/setup";
import { OPEN, placeOf } from "../testing/places";
import { medium } from "../testing/setups";
import { judgedWhole } from "./judge";
import type { Verdict } from "./verdict";
import { verdictSentences } from "./words";

const named = (begins: string): Setup => MARROWBECK.find(({ name }) => name.startsWith(begins))!;
const standing = (setup: Setup, place: Place): Setup =>
  standingThere({ ...setup, demand: { by: "place" } }, { at: placeYearsOf(place, 6), found: [place] }, inLibrary);
const judged = (setup: Setup): readonly Verdict[] => judgedWhole(setup, medium, inLibrary)!;
const gradeOf = (setup: Setup, limit: string): string | undefined =>
  judged(setup)[0]!.findings.find((one) => one.limit === limit)?.grade;
const told = (setup: Setup): string => {
  const verdicts = judged(setup);
  return verdictSentences(verdicts[0]!, verdicts, setup, medium, "metric")
    .map(({ text }) => text)
    .join(" ")
    .replaceAll("\u00a0", " ");
};

describe("verdicts by season", () => {
  const DISH = named("Open dish");
  it("let winter show what summer hides: a rhythm that dries out in June stays wet in December, and it is named", () => {
    const stands = standing({ ...DISH, wateredEveryDays: 4 }, MARROWBECK_PLACES.leanTo);
    const summer: Setup = { ...stands, demand: { by: "said", mmPerDay: stands.here!.months[5]!.mmPerDay.typical } };
    expect(gradeOf(summer, "wet-for-good")).toBeUndefined();
    expect(gradeOf(stands, "wet-for-good")).toBe("unsuited");
    expect(told(stands)).toMatch(/In December it stays dripping/u);
    // without a rhythm it is watered when it wants it, in any month
    expect(gradeOf({ ...stands, wateredEveryDays: null }, "wet-for-good")).toBeUndefined();
  });

  const CROP: Setup = { ...named("Platform planter"), site: UNSAID_SITE };
  it("put a crop of one summer between the frosts of its place, and name their days", () => {
    const terrace = standing(CROP, placeOf(OPEN));
    expect(gradeOf(terrace, "cold")).toBe("suits");
    expect(told(terrace)).toMatch(/out after the last frost, by \d+ \w+ there, and gone before the first, by \d+ \w+/u);
    // what is said beats what is derived
    const said: Setup = { ...terrace, site: { ...UNSAID_SITE, coldestC: -12 } };
    expect(gradeOf(said, "cold")).toBe("care");
    expect(told(said)).toMatch(/Winters of −12 °C kill it/u);
  });

  const BOG: Setup = { ...named("Stone-sink"), site: UNSAID_SITE };
  it("give a bog its winter outdoors and miss it in a heated room, by the month it is coldest in", () => {
    expect(gradeOf(standing(BOG, placeOf(OPEN)), "rest")).toBe("suits");
    const room = standing(BOG, placeOf({ kind: "windowsill", facing: "south", heated: true }));
    expect(gradeOf(room, "rest")).not.toBe("suits");
    expect(told(standing(BOG, placeOf(OPEN)))).toMatch(/as cold as −?\d+ °C in (?:January|February|March|December)/u);
  });

  it("take light, glass in the sun and tap water from the place where nothing is said", () => {
    const dim = standing(BOG, placeOf({ kind: "room", heated: true }));
    expect(gradeOf(dim, "light")).toBe("unsuited");
    expect(gradeOf(BOG, "light")).toBe("unknown");
    const water = { waters: [{ ...UNKNOWN_TAP, mgPerL: 500 }], roofM2: 0, buttL: 0 };
    expect(gradeOf(standing(BOG, placeOf(OPEN, { water })), "water-solids")).toBe("unsuited");
    const jar: Setup = { ...named("Closed carboy"), site: UNSAID_SITE };
    const sill = (facing: "north" | "south") => placeOf({ kind: "windowsill", facing, heated: true });
    expect(gradeOf(standing(jar, sill("south")), "shut-in-sun")).toBe("unsuited");
    expect(gradeOf(standing(jar, sill("north")), "shut-in-sun")).toBeUndefined();
  });
});
