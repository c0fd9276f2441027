import { failed, ok, problem, type Result } from "../units/problem";
import { formatLength, formatVolume, type UnitSystem } from "../units/units";
import { type Setup, type StackLayer } from "../stack/setup";
import { boundariesCm } from "../stack/geometry";
import { THINNEST_LAYER_CM } from "../stack/check";
import type { Fixture } from "../stack/fixtures";
import { plantingOf } from "./planting";
import type { Sheet } from "./sheet";
import type { Step } from "./step";

/** What was really done at a step, as far as it was said; null for as planned. Heights are over the inside base. */
export type Actual = {
  readonly topCm: number | null;
  readonly usedCm3: number | null;
  readonly mediumId: string | null;
  readonly lipCm: number | null;
  readonly diameterCm: number | null;
  readonly count: number | null;
  readonly levelCm: number | null;
  readonly price: number | null;
  readonly note: string;
};
export const AS_PLANNED: Actual = {
  topCm: null,
  usedCm3: null,
  mediumId: null,
  lipCm: null,
  diameterCm: null,
  count: null,
  levelCm: null,
  price: null,
  note: "",
};

export type StepState = { readonly done: boolean; readonly actual: Actual };
export const NOT_BEGUN: StepState = { done: false, actual: AS_PLANNED };
/** By the keys of steps. */
export type Built = Readonly<Record<string, StepState>>;

export const stateOf = (built: Built, key: string): StepState =>
  // a key that is a word of every object is none of ours
  Object.hasOwn(built, key) ? built[key]! : NOT_BEGUN;

const actualOf = (built: Built, key: string): Actual => stateOf(built, key).actual;

/** Where something of the plan turned out otherwise, in words, by step. */
export type BuiltDifference = { readonly key: string; readonly heading: string; readonly lines: readonly string[] };

const SAME_CM = 0.05;
const SAME_SHARE = 0.005;

const HEIGHTS = { topCm: "up to", lipCm: "lower edge at", levelCm: "filled to", diameterCm: "" } as const;

export function builtDifferences(
  steps: readonly Pick<Step, "key" | "heading" | "planned">[],
  built: Built,
  mediumName: (id: string) => string,
  system: UnitSystem,
): readonly BuiltDifference[] {
  const cm = (length: number): string => formatLength(length, system);
  return steps.flatMap(({ key, heading, planned }) => {
    const actual = actualOf(built, key);
    const lines: string[] = [];
    for (const ask of ["topCm", "lipCm", "levelCm", "diameterCm"] as const) {
      const [is, was] = [actual[ask], planned[ask]];
      if (is === null || (was !== undefined && Math.abs(is - was) < SAME_CM)) continue;
      const words = ask === "diameterCm" ? `${cm(is)} wide` : `${HEIGHTS[ask]} ${cm(is)}`;
      lines.push(was === undefined ? words : `${words} instead of ${cm(was)}`);
    }
    if (actual.count !== null && actual.count !== planned.count)
      lines.push(`${actual.count} of them${planned.count === undefined ? "" : ` instead of ${planned.count}`}`);
    if (actual.usedCm3 !== null) {
      const was = planned.usedCm3;
      if (was === undefined) lines.push(`${formatVolume(actual.usedCm3, system)} went in`);
      else if (Math.abs(actual.usedCm3 - was) > SAME_SHARE * was)
        lines.push(`${formatVolume(actual.usedCm3, system)} went in, planned were ${formatVolume(was, system)}`);
    }
    if (actual.mediumId !== null && actual.mediumId !== planned.mediumId) {
      lines.push(
        `${mediumName(actual.mediumId)}${planned.mediumId === undefined ? "" : ` instead of ${mediumName(planned.mediumId)}`}`,
      );
    }
    if (actual.note !== "") lines.push(`“${actual.note}”`);
    return lines.length > 0 ? [{ key, heading, lines }] : [];
  });
}

/**
 * The design as it was built: what was said of heights, holes, media and water in place of what was planned. A mark that
 * nothing was said of stays where it was, so that a layer over one that came out thicker is thinner. Fails with
 * "crossed" where marks cross one another.
 */
export function asBuilt({ bench }: Sheet, built: Built): Result<Setup> {
  const { setup, layers } = bench;
  const planting = plantingOf(bench);
  const heights = [...boundariesCm(setup)];
  const bottom = actualOf(built, "platform").topCm;
  if (bottom !== null && setup.fillFromCm > 0) heights[0] = bottom;
  setup.layers.forEach(({ id }, i) => {
    const { topCm } = actualOf(built, `layer:${id}`);
    if (topCm !== null) heights[i + 1] = topCm;
  });
  const planted = actualOf(built, "plant").topCm;
  if (planting && planted !== null) heights[planting.inLayer + 1] = planted;
  const weeks = actualOf(built, "weeks").topCm;
  if (weeks !== null) heights[heights.length - 1] = weeks;
  const crossed = heights.findIndex((height, i) => i > 0 && height - heights[i - 1]! < THINNEST_LAYER_CM - 1e-9);
  if (crossed > 0)
    return failed(
      problem(
        `layers[${crossed - 1}]`,
        "crossed",
        `The top of ${layers[crossed - 1]!.name} would lie ${heights[crossed]! < heights[crossed - 1]! ? "under" : "on"} what is below it: look at the heights that were written down for it and for its neighbours.`,
      ),
    );
  return ok({
    ...setup,
    fillFromCm: heights[0]!,
    fixtures: setup.fixtures.map((fixture) => fixtureAsBuilt(fixture, actualOf(built, `fixture:${fixture.id}`))),
    layers: setup.layers.map((layer, i): StackLayer => {
      const { mediumId } = actualOf(built, `layer:${layer.id}`);
      return {
        ...layer,
        thicknessCm: thickness(heights[i]!, heights[i + 1]!, layer.thicknessCm),
        mediumId: mediumId ?? layer.mediumId,
      };
    }),
    water: waterAsBuilt(bench.layers, setup.water, actualOf(built, "water")),
  });
}

/** A thickness that nothing was said of stays the very number it was. */
const thickness = (fromCm: number, toCm: number, before: number): number =>
  Math.abs(toCm - fromCm - before) < 1e-9 ? before : Number((toCm - fromCm).toFixed(6));

function fixtureAsBuilt(fixture: Fixture, { lipCm, topCm, diameterCm, count }: Actual): Fixture {
  return {
    ...fixture,
    ...(lipCm !== null && "lipCm" in fixture ? { lipCm } : {}),
    ...(topCm !== null && fixture.kind === "liner" ? { topCm } : {}),
    ...(diameterCm !== null && "diameterCm" in fixture ? { diameterCm } : {}),
    ...(count !== null && "count" in fixture ? { count } : {}),
  };
}

function waterAsBuilt(
  layers: Sheet["bench"]["layers"],
  water: Setup["water"],
  { levelCm, usedCm3 }: Actual,
): Setup["water"] {
  switch (water.by) {
    case "level":
      return levelCm === null ? water : { ...water, levelCm };
    case "volume":
      return usedCm3 === null
        ? water
        : { ...water, storedCm3: usedCm3 + layers.reduce((sum, { broughtCm3 }) => sum + broughtCm3, 0) };
    case "soaking":
      return water;
    default:
      return water satisfies never;
  }
}
