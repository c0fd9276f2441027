import { season, type Season } from "../../core/season/season";
import { regimeOf, type Regime } from "../../core/season/regime";
import { seasonSayings, againstPlain, toldOf } from "../../core/season/season-sentences";
import { changedBy, WHAT_IFS, whatIfWords, type WhatIf } from "../../core/season/what-if";
import { YEAR_KINDS, yearOfKind, type YearKind } from "../../core/season/which-year";
import { standingThere } from "../../core/demand/here-of";
import { dayInYear } from "../../core/place/day-in-year";
import { monthName } from "../../core/units/calendar-date";
import { failed, ok, problem, type Result } from "../../core/units/problem";
import type { UnitSystem } from "../../core/units/units";
import { checked } from "../../core/water/checked";
import type { SetupFile } from "../setup-file/document";
import { pantryOf } from "../setup-file/pantry";
import { placesInFile } from "../setup-file/result";
import { seasonRows } from "./rows";

/** A setup lived through a year where it stands, as a document for scripts, or its days as CSV (docs/formats/year.md). */
const YEAR_RESULT_KIND = "marlstone.year-result";
const YEAR_RESULT_VERSION = 1;

export type YearAsking = {
  readonly kind: YearKind;
  /** Undefined as its setup says. */
  readonly regime: Regime | undefined;
  readonly what: WhatIf | undefined;
  readonly system: UnitSystem;
};

const isOneOf = <T extends string>(list: readonly T[], text: string): text is T =>
  (list as readonly string[]).includes(text);

/** Reads what a terminal asks for. */
export function readYearAsking(said: {
  readonly kind: string;
  readonly every: string;
  readonly what: string;
  readonly units: string;
}): Result<YearAsking> {
  const days = Number(said.every);
  if (!isOneOf(YEAR_KINDS, said.kind))
    return failed(problem("--kind", "bad-option", `must be one of ${YEAR_KINDS.join(", ")}`));
  if (said.what !== "" && !isOneOf(WHAT_IFS, said.what))
    return failed(problem("--what", "bad-option", `must be one of ${WHAT_IFS.join(", ")}`));
  if (said.units !== "metric" && said.units !== "imperial")
    return failed(problem("--units", "bad-option", "must be metric or imperial"));
  const isNumber = said.every !== "" && Number.isFinite(days) && days >= 1 && days <= 365;
  if (said.every !== "" && said.every !== "mark" && said.every !== "float" && !isNumber)
    return failed(problem("--every", "bad-option", "must be mark, float or a number of days from 1 to 365"));
  return ok({
    kind: said.kind,
    what: said.what === "" ? undefined : said.what,
    system: said.units,
    regime:
      said.every === ""
        ? undefined
        : said.every === "mark"
          ? { kind: "at-mark" }
          : said.every === "float"
            ? { kind: "float" }
            : { kind: "every", days },
  });
}

const DIGITS = 6;
const rounded = (value: number): number => Number(value.toPrecision(DIGITS));

/** @returns the season, its setup and the plain one beside it where something goes otherwise */
function livedThrough(file: SetupFile, { kind, regime, what, system }: YearAsking) {
  const pantry = pantryOf(file);
  if (!pantry.ok) return pantry;
  const { medium, occupant } = pantry.value;
  const there = placesInFile(file);
  if (!there) return failed(problem("setup.places", "no-place", "stands at no place that came with it"));
  const sound = checked(standingThere(file.setup, there, occupant), medium);
  if (!sound.ok) return failed(...sound.problems.map((one) => ({ ...one, path: `setup.${one.path}` })));
  const setup = sound.value;
  const asked = {
    setup,
    medium,
    occupants: occupant,
    at: yearOfKind(there.at, kind),
    regime: regime ?? regimeOf(setup),
  };
  const changed = what === undefined ? undefined : changedBy(what, asked);
  if (what !== undefined && !changed)
    return failed(problem("--what", "not-here", "there is nothing of it here that could go so"));
  const plain = season(asked);
  const lived = changed ? season({ ...asked, ...changed }) : plain;
  if (!lived.ok) return lived;
  if (!plain.ok) return plain;
  const against =
    what === undefined
      ? null
      : againstPlain(whatIfWords(what, setup, monthName), plain.value, lived.value, system).replaceAll("\u00a0", " ");
  return ok({ setup, lived: lived.value, against });
}

export function answerYear(file: SetupFile, asking: YearAsking): Result<object> {
  const found = livedThrough(file, asking);
  if (!found.ok) return found;
  const { setup, lived, against } = found.value;
  const { filled, givenCm3, outCm3, thirstyDays, waterloggedDays } = toldOf(lived);
  return ok({
    kind: YEAR_RESULT_KIND,
    version: YEAR_RESULT_VERSION,
    name: setup.name,
    isWhole: lived.isWhole,
    balanceError: lived.balanceError,
    saltsError: lived.saltsError,
    filled,
    givenCm3: rounded(givenCm3),
    outCm3: rounded(outCm3),
    thirstyDays: thirstyDays.length,
    waterloggedDays: waterloggedDays.length,
    sentences: seasonSayings(setup, lived, asking.system).map((one) => one.replaceAll("\u00a0", " ")),
    against,
    days: lived.days.map(dayOf),
  });
}

/** The same as rows for a spreadsheet. */
export function answerYearRows(file: SetupFile, asking: YearAsking): Result<string[][]> {
  const found = livedThrough(file, asking);
  return found.ok
    ? ok(
        seasonRows(
          found.value.lived,
          found.value.setup.layers.map(({ name, mediumId }) => name || mediumId),
        ),
      )
    : found;
}

const dayOf = (one: Season["days"][number]) => ({
  ...dayInYear(one.dayOfYear),
  tMinC: rounded(one.tMinC),
  tMaxC: rounded(one.tMaxC),
  levelCm: one.levelCm === undefined ? null : rounded(one.levelCm),
  heldCm3: rounded(one.heldCm3),
  rainCm3: rounded(one.rainCm3),
  givenCm3: rounded(one.givenCm3),
  outCm3: rounded(one.outCm3),
  askedCm3: rounded(one.askedCm3),
  drunkCm3: rounded(one.drunkCm3),
  evaporatedCm3: rounded(one.evaporatedCm3),
  airAtRoots: rounded(one.airAtRoots),
  isWaterlogged: one.isWaterlogged,
  isThirsty: one.isThirsty,
  mgPerL: one.mgPerL === undefined ? null : rounded(one.mgPerL),
});
