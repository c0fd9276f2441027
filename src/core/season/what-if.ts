import { amendmentOf } from "../mixing/amendments";
import { monthOfDay } from "../place/day-in-year";
import { dayInYear, dayOfYearOf, aroundTheYear } from "../place/day-in-year";
import type { DayAtPlace } from "../place/place-years";
import { withFixture, withoutFixture } from "../stack/edit";
import { fixtureOf, fixturesOf } from "../stack/fixtures";
import { drainsAtCm } from "../stack/geometry";
import type { Setup } from "../stack/setup";
import type { CheckedSetup } from "../water/checked";
import { cutAt } from "../vessel/vessel";
import type { SeasonAsked } from "./season";
import { summerAt } from "../demand/growing";

/** Things that go otherwise than planned, each a season of its own beside the plain one. */
export const WHAT_IFS = [
  "away",
  "forgotten",
  "heat-wave",
  "wet-month",
  "one-clogged",
  "all-clogged",
  "tilted",
  "cover-off",
  "twice",
  "early",
  "unfed",
] as const;
export type WhatIf = (typeof WHAT_IFS)[number];

export const AWAY_DAYS = 14;
const FORGOTTEN_DAYS = 30;
const HEAT_DAYS = 10;
/** What a heat wave adds to a day: its warmth, and so much to what a lawn loses. [°C] */
const HOTTER_C = 7;
const THIRSTIER = 1.5;
/** A wet month brings so much of what an average one does. */
const WETTER = 2.5;
const TILT = 0.02;
const EARLY_DAYS = 21;

type Changed = Pick<SeasonAsked, "setup" | "at" | "away">;

/** The season as it goes with that; undefined where there is nothing of it that could. */
export function changedBy(what: WhatIf, { setup, at, away, occupants }: SeasonAsked): Changed | undefined {
  const { here } = setup;
  if (!here) return undefined;
  const same: Changed = { setup, at, away };
  const refit = (changed: object | undefined): Changed | undefined =>
    // a change of a sound setup by hand: the same layers in the same vessel
    changed && { ...same, setup: changed as CheckedSetup };
  switch (what) {
    case "away":
    case "forgotten": {
      const fromDay = middleOf(at.days, here.month);
      return { ...same, away: { fromDay, days: what === "away" ? AWAY_DAYS : FORGOTTEN_DAYS } };
    }
    case "heat-wave": {
      const fromDay = middleOf(at.days, here.heatWaveMonth);
      return {
        ...same,
        at: {
          ...at,
          days: at.days.map((day, i) =>
            i >= fromDay && i < fromDay + HEAT_DAYS
              ? {
                  ...day,
                  tMaxC: day.tMaxC + HOTTER_C,
                  rainMm: 0,
                  skyRainMm: 0,
                  referenceMm: THIRSTIER * day.referenceMm,
                }
              : day,
          ),
        },
      };
    }
    case "wet-month": {
      const rain = here.months.map(({ rainMm }) => rainMm.typical);
      const month = rain.indexOf(Math.max(...rain));
      if (!(rain[month]! > 0)) return undefined;
      return {
        ...same,
        at: {
          ...at,
          days: at.days.map((day) =>
            monthOfDay(day.dayOfYear) === month
              ? { ...day, rainMm: WETTER * day.rainMm, skyRainMm: WETTER * day.skyRainMm }
              : day,
          ),
        },
      };
    }
    case "one-clogged":
    case "all-clogged": {
      const open = fixturesOf(setup, "hole").filter(({ plugged }) => !plugged);
      if (open.length === 0) return undefined;
      const [first] = open;
      if (what === "one-clogged")
        return first!.count + open.length > 2
          ? refit(
              withFixture(
                setup,
                first!.count > 1 ? { ...first!, count: first!.count - 1 } : { ...first!, plugged: true },
              ),
            )
          : undefined;
      return refit({
        ...setup,
        fixtures: setup.fixtures.map((one) => (one.kind === "hole" ? { ...one, plugged: true } : one)),
      });
    }
    case "tilted": {
      const holes = fixturesOf(setup, "hole").filter((one) => one.in === "wall" && !one.plugged);
      if (holes.length === 0 || drainsAtCm(setup) === undefined) return undefined;
      const byCm = (TILT * cutAt(setup.vessel, setup.vessel.insideDepthCm).widthCm) / 2;
      return refit({
        ...setup,
        fixtures: setup.fixtures.map((one) =>
          one.kind === "hole" && one.in === "wall" ? { ...one, lipCm: Math.max(0.3, one.lipCm - byCm) } : one,
        ),
        ...(setup.water.by === "level" && {
          water: { by: "level", levelCm: Math.max(0.3, Math.min(setup.water.levelCm, holes[0]!.lipCm - byCm)) },
        }),
      });
    }
    case "cover-off": {
      const lid = fixtureOf(setup, "lid");
      const dressing = fixtureOf(setup, "dressing");
      if (!lid && !dressing) return undefined;
      return refit(withoutFixture(setup, (lid ?? dressing)!.id));
    }
    case "twice":
      return setup.occupants.some(({ occupantId }) => occupants(occupantId)?.life === "plant")
        ? refit({ ...setup, occupants: setup.occupants.map((one) => ({ ...one, count: 2 * one.count })) })
        : undefined;
    case "early": {
      const isCrop = setup.occupants.some(({ occupantId }) => {
        const plant = occupants(occupantId);
        return plant?.life === "plant" && summerAt(plant, at) !== undefined;
      });
      if (!isCrop || !at.frost) return undefined;
      const last = dayInYear(aroundTheYear(dayOfYearOf(at.frost.last) - EARLY_DAYS));
      return { ...same, at: { ...at, frost: { ...at.frost, last } } };
    }
    case "unfed": {
      const isFeed = (id: string): boolean => amendmentOf(id)?.feeds === true;
      const fixtures = setup.fixtures.filter((one) => one.kind !== "feed-strip" || !isFeed(one.amendmentId));
      const layers = setup.layers.map((one) =>
        one.amendments?.some(({ amendmentId }) => isFeed(amendmentId))
          ? { ...one, amendments: one.amendments.filter(({ amendmentId }) => !isFeed(amendmentId)) }
          : one,
      );
      const isFed = fixtures.length < setup.fixtures.length || layers.some((one, i) => one !== setup.layers[i]);
      return isFed ? refit({ ...setup, fixtures, layers }) : undefined;
    }
    default:
      return what satisfies never;
  }
}

/** The first day of a month's second week. */
const middleOf = (days: readonly DayAtPlace[], month: number): number =>
  Math.max(
    0,
    days.findIndex(({ dayOfYear }) => monthOfDay(dayOfYear) === month),
  ) + 7;

/** What goes otherwise, in words: "With nobody there for two weeks in July". */
export const whatIfWords = (what: WhatIf, setup: Pick<Setup, "here">, monthOf: (month: number) => string): string => {
  const here = setup.here!;
  const rain = here.months.map(({ rainMm }) => rainMm.typical);
  switch (what) {
    case "away":
      return `With nobody there for two weeks in ${monthOf(here.month)}`;
    case "forgotten":
      return `Forgotten for a month from ${monthOf(here.month)} on`;
    case "heat-wave":
      return `With ten days of a heat wave in ${monthOf(here.heatWaveMonth)}`;
    case "wet-month":
      return `With ${WETTER} times the rain of an average ${monthOf(rain.indexOf(Math.max(...rain)))}`;
    case "one-clogged":
      return "With one hole clogged";
    case "all-clogged":
      return "With every hole clogged";
    case "tilted":
      return "Tilted by 2 in 100 towards its holes";
    case "cover-off":
      return "With the cover left off";
    case "twice":
      return "With twice the plants";
    case "early":
      return "Planted three weeks earlier";
    case "unfed":
      return "With its feed forgotten";
    default:
      return what satisfies never;
  }
};
