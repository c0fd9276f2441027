import { hydraulicFunctions } from "../hydraulics/hydraulics";
import { boughtWaterByMass } from "../media/as-bought";
import type { Medium } from "../media/medium";
import { failed, ok, problem, type Result } from "../units/problem";
import { CM3_PER_GALLON, type UnitSystem } from "../units/units";
import { blend, type Blend, type Part } from "./blend";

/**
 * A batch of a mix: from the room it is to fill, settled, back to what is measured out before mixing.
 */
export const PACK_KINDS = ["bag", "bale", "brick"] as const;
export type PackKind = (typeof PACK_KINDS)[number];
export const PACK_UNITS = ["L", "kg"] as const;
/**
 * How something is bought: litres as printed on the pack, which swell when it is loosened or hydrated, or kilograms as
 * sold, which without the water in them fill what the medium's dry bulk density says.
 */
export type Pack = {
  readonly mediumId: string;
  readonly kind: PackKind;
  readonly amount: number;
  readonly unit: (typeof PACK_UNITS)[number];
  /** Loose volume of a litre as it lies in the pack. Not asked of what is sold by weight. */
  readonly swells: number;
  readonly price: number | null;
};
/** What packs usually swell to: bales are pressed to half or less, dry bricks swell six or seven fold. */
export const USUAL_SWELLING: Readonly<Record<PackKind, number>> = { bag: 1, bale: 2, brick: 6.5 };
export const GREATEST_SWELLING = 20;
/** More than this is a slip: a lorry, in litres or kilograms, and what no pack costs. */
export const GREATEST_PACK = 1e5;
export const GREATEST_PRICE = 1e6;

/** Loose volume a pack gives. [cm³] */
export const packFillsCm3 = (
  { amount, kind, unit, swells }: Pack,
  medium: Medium,
  densityGPerCm3 = medium.dryBulkDensityGPerCm3.typical,
): number =>
  unit === "L"
    ? amount * 1000 * swells
    : (amount * 1000) / (1 + boughtWaterByMass(medium, kind === "brick").typical) / densityGPerCm3;

/** An amount of one medium, and how it is bought when there is a pack of it. */
export type Needed = {
  readonly mediumId: string;
  /** Loose, before mixing. [cm³] */
  readonly looseCm3: number;
  readonly dryKg: number;
  readonly packs: number | undefined;
  /** Loose volume left over of the packs bought. [cm³] */
  readonly leftOverCm3: number | undefined;
  readonly cost: number | undefined;
};

/** Whole packs for an amount. */
export function neededOf(medium: Medium, looseCm3: number, packs: readonly Pack[]): Needed {
  const pack = packs.find(({ mediumId }) => mediumId === medium.id);
  const fillsCm3 = pack && packFillsCm3(pack, medium);
  const count = fillsCm3 && Math.ceil(looseCm3 / fillsCm3 - 1e-9);
  return {
    mediumId: medium.id,
    looseCm3,
    dryKg: (looseCm3 * medium.dryBulkDensityGPerCm3.typical) / 1000,
    packs: count,
    leftOverCm3: count && count * fillsCm3 - looseCm3,
    cost: count && pack!.price !== null ? count * pack!.price : undefined,
  };
}

export type Batch = {
  readonly blend: Blend;
  readonly ingredients: readonly Needed[];
  /** All ingredients side by side, then mixed, then after the first waterings. [cm³] */
  readonly sumCm3: number;
  readonly mixedCm3: number;
  readonly settledCm3: number;
  /** Share of height lost after the first watering. */
  readonly settlingFraction: number;
  /** What one part is in this batch. [cm³] */
  readonly onePartCm3: number;
  readonly dryKg: number;
  readonly wetKg: number;
};

export const USUAL_MARGIN = 0.1;
export const GREATEST_MARGIN = 1;
/** More than any bed holds. [cm³] */
const GREATEST_ROOM_CM3 = 1e9;
/** Wet weight is at container capacity, about what a potful weighs after watering. [cm of suction] */
const WATERED_PSI_CM = -7.5;

/**
 * What to measure out so that, mixed and settled, it fills a room with a margin left. Fails as `blend` does, or
 * "bad-volume", "bad-margin".
 */
export function batchFor(
  parts: readonly Part[],
  roomCm3: number,
  margin = USUAL_MARGIN,
  packs: readonly Pack[] = [],
): Result<Batch> {
  if (!(roomCm3 > 0)) return failed(problem("room", "bad-volume", "The room to fill must be more than nothing."));
  if (!(roomCm3 <= GREATEST_ROOM_CM3))
    return failed(
      problem("room", "bad-volume", "So much cannot be meant: a swimming pool holds less. Is the unit right?"),
    );
  if (!(margin >= 0 && margin <= GREATEST_MARGIN))
    return failed(problem("margin", "bad-margin", "The margin goes from 0 to 100 %."));
  const mixed = blend(parts);
  if (!mixed.ok) return mixed;
  const { shares, shrinkFraction } = mixed.value;
  const settlingFraction = parts.reduce((sum, { medium }, i) => sum + shares[i]! * medium.settlingFraction.typical, 0);
  return ok(
    batchOf(
      parts,
      mixed.value,
      (roomCm3 * (1 + margin)) / (1 - settlingFraction) / (1 - shrinkFraction),
      settlingFraction,
      packs,
    ),
  );
}

/** The biggest batch that what one has allows: the scarcest ingredient decides. */
export function batchFromStock(
  parts: readonly Part[],
  stockCm3: ReadonlyMap<string, number>,
  packs: readonly Pack[] = [],
): Result<{ readonly batch: Batch; readonly scarcestId: string }> {
  const mixed = blend(parts);
  if (!mixed.ok) return mixed;
  const { shares } = mixed.value;
  let scarcestId = "";
  let sumCm3 = Infinity;
  parts.forEach(({ medium }, i) => {
    const has = stockCm3.get(medium.id);
    if (has === undefined || has / shares[i]! >= sumCm3) return;
    sumCm3 = has / shares[i]!;
    scarcestId = medium.id;
  });
  if (!Number.isFinite(sumCm3))
    return failed(problem("stock", "no-stock", "Say how much there is of at least one ingredient."));
  if (!(sumCm3 > 0)) return failed(problem("stock", "none-left", "There is none of it left."));
  const settlingFraction = parts.reduce((sum, { medium }, i) => sum + shares[i]! * medium.settlingFraction.typical, 0);
  return ok({ batch: batchOf(parts, mixed.value, sumCm3, settlingFraction, packs), scarcestId });
}

function batchOf(
  parts: readonly Part[],
  mixed: Blend,
  sumCm3: number,
  settlingFraction: number,
  packs: readonly Pack[],
): Batch {
  const mixedCm3 = sumCm3 * (1 - mixed.shrinkFraction);
  const settledCm3 = mixedCm3 * (1 - settlingFraction);
  const ingredients = parts.map(({ medium }, i) => neededOf(medium, mixed.shares[i]! * sumCm3, packs));
  const dryKg = ingredients.reduce((sum, ingredient) => sum + ingredient.dryKg, 0);
  const held = hydraulicFunctions(mixed.hydraulics).waterContent(WATERED_PSI_CM);
  return {
    blend: mixed,
    ingredients,
    sumCm3,
    mixedCm3,
    settledCm3,
    settlingFraction,
    onePartCm3: sumCm3 / parts.reduce((sum, { parts: amount }) => sum + amount, 0),
    dryKg,
    wetKg: dryKg + (held * mixedCm3) / 1000,
  };
}

/** A measure at hand and how often it is filled for one part. */
export type Measure = { readonly name: string; readonly cm3: number; readonly perPart: number };

const MEASURES: Readonly<Record<UnitSystem, readonly (readonly [name: string, cm3: number])[]>> = {
  metric: [
    ["10 L", 10_000],
    ["5 L", 5000],
    ["3 L", 3000],
    ["2 L", 2000],
    ["1 L", 1000],
    ["500 mL", 500],
    ["250 mL", 250],
    ["100 mL", 100],
    ["50 mL", 50],
  ],
  imperial: [
    ["5 gal", 5 * CM3_PER_GALLON],
    ["2 gal", 2 * CM3_PER_GALLON],
    ["1 gal", CM3_PER_GALLON],
    ["half-gallon", CM3_PER_GALLON / 2],
    ["quart", CM3_PER_GALLON / 4],
    ["pint", CM3_PER_GALLON / 8],
    ["cup", CM3_PER_GALLON / 16],
    ["quarter-cup", CM3_PER_GALLON / 64],
  ],
};
/** A part that is a little less than a measure is still that measure, not quite full. */
const NOT_QUITE_FULL = 1.05;

/** The largest measure that a part fills, a bucket before a cup. */
export function measureFor(onePartCm3: number, system: UnitSystem): Measure {
  const [name, cm3] =
    MEASURES[system].find(([, size]) => size <= onePartCm3 * NOT_QUITE_FULL) ?? MEASURES[system].at(-1)!;
  return { name: name.replace(" ", "\u00a0"), cm3, perPart: onePartCm3 / cm3 };
}
