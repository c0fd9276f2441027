import { DRAWS, drawnMedium } from "../media/draws";
import { type Setup } from "../stack/setup";
import { ok, type Result } from "../units/problem";
import type { Branch } from "./branch";
import type { CheckedSetup } from "./checked";
import type { Column } from "./column";
import { POTS_OF_TEN, ROOT_LIMIT_PSI_CM } from "./limits";
import { budgetOf } from "./budget";
import { demandCm3PerHour } from "./losses";
import { mouthCm2, networkOf, type MediumLookup } from "./network";
import { fallingNetwork } from "./falling";
import { repellingLayer } from "./settle";
import { fullLevelCm, refillMark, suppliedAt, wickingOf, type RefillMark } from "./refill-mark";
import { supplyCurve, type SupplyPoint } from "./steady-rise";

/**
 * What a reservoir can send up to the roots, over its level, against what they take in a day. Steady flow; the lowest
 * level at which supply still meets demand is the refill mark.
 */

export type BranchSupply = {
  /** Supply over level, both ascending, within the reservoir. */
  readonly curve: readonly SupplyPoint[];
  /**
   * Supply at the present level; undefined when water stands in the middle of the roots already: it is not the limit
   * then. [cm³/h]
   */
  readonly nowCm3PerHour: number | undefined;
  readonly mark: RefillMark;
  /** Between these lies the mark of nine in ten such pots, for what is not known of their media. */
  readonly lowMark: RefillMark;
  readonly highMark: RefillMark;
  /** Water between full and the mark, what the soil above gives up as the level falls included. [cm³] */
  readonly usableCm3: number;
  /** How long that lasts, mouth, wall and tray counted; Infinity where nothing is taken. [days] */
  readonly usableDays: number;
};

export type Supply = {
  /** How high the surface can be: to the overflow, or without one to the top of the stack. [cm] */
  readonly brimCm: number;
  /** Up to where it is filled: to the overflow, or without one as it stands; over the soil too. [cm] */
  readonly fullCm: number;
  readonly levelCm: number;
  readonly demandHeightCm: number;
  /** What has to rise through the soil: through the mouth, and through a wall that dries. */
  readonly demandCm3PerHour: number;
  /** What a tray gives to the air beside it. */
  readonly trayCm3PerHour: number;
  readonly areaCm2: number;
  /** A stack that was soaked first, and one that wicked up by itself. */
  readonly soaked: BranchSupply;
  readonly wicked: BranchSupply;
  /** Name of the layer's place in the stack that sheds water if it was put in dry, so that nothing rises through it. */
  readonly repelsIfDry: number | undefined;
};

const CURVE_POINTS = 40;
/** A curve is drawn down to this share of the demand, and up to this many times it. */
const LEAST_SHARE = 0.02;
const GREATEST_SHARE = 40;
/** For a setup nothing drinks from, the curve still has a scale. [mm/day] */
const LEAST_DRAWN_MM_PER_DAY = 0.5;

/**
 * Supply of a setup with a reservoir.
 * @param draws how many pots of such media are made to tell how far the mark may be off
 * Fails with "no-reservoir", "no-roots" or what keeps its column from being made.
 */
export function supplyOf(setup: CheckedSetup, medium: MediumLookup, draws = DRAWS): Result<Supply> {
  const wicking = wickingOf(setup);
  if (!wicking.ok) return wicking;
  const { topCm: top, brimCm, demandHeightCm } = wicking.value;
  const areaCm2 = mouthCm2(setup);
  const levelCm = setup.water.by === "level" ? setup.water.levelCm : top;
  const fullCm = fullLevelCm(setup, wicking.value);
  const drying = networkOf(setup, medium, "drying");
  if (!drying.ok) return drying;
  const { losses, risesPerDayCm3 } = budgetOf(setup, drying.value);
  const asked = risesPerDayCm3 / 24;

  const onBranch = (branch: Branch): BranchSupply => {
    const made = networkOf(setup, medium, branch);
    if (!made.ok) throw new RangeError("supplyOf: a column that can be made on one branch can be made on the other");
    const network = fallingNetwork(made.value, branch, fullCm);
    const { column } = network;
    const drawn = Math.max(asked, demandCm3PerHour(LEAST_DRAWN_MM_PER_DAY, areaCm2));
    const curve = supplyCurve(
      column,
      demandHeightCm,
      ROOT_LIMIT_PSI_CM,
      drawn * LEAST_SHARE,
      drawn * GREATEST_SHARE,
      CURVE_POINTS,
    ).filter(({ levelCm: level }) => level >= column.baseCm);
    const markIn = (own: Column): RefillMark => refillMark(own, asked, wicking.value);
    const { heldCm3, daysUntil } = budgetOf(setup, network);
    const mark = markIn(column);
    const lowestCm = mark.kind === "mark" ? mark.levelCm : column.baseCm;
    const marks = Array.from({ length: draws }, (_, index) => {
      const drawn = networkOf(setup, asDrawn(medium, index), branch, DRAWN_CELL_CM);
      return drawn.ok ? markIn(fallingNetwork(drawn.value, branch, fullCm).column) : mark;
    }).sort((a, b) => heightOfMark(a) - heightOfMark(b));
    const beside = Math.round((draws * (1 - POTS_OF_TEN / 10)) / 2);
    return {
      curve,
      nowCm3PerHour: suppliedAt(column, levelCm, wicking.value),
      mark,
      lowMark: marks[beside] ?? mark,
      highMark: marks[marks.length - 1 - beside] ?? mark,
      usableCm3: mark.kind === "too-weak" ? 0 : Math.max(0, heldCm3(fullCm) - heldCm3(lowestCm)),
      usableDays: mark.kind === "too-weak" ? 0 : daysUntil(heldCm3(fullCm), lowestCm),
    };
  };
  return ok({
    brimCm,
    fullCm,
    levelCm,
    demandHeightCm,
    demandCm3PerHour: asked,
    trayCm3PerHour: losses.trayCm3PerHour,
    areaCm2,
    soaked: onBranch("drying"),
    wicked: onBranch("wetting"),
    repelsIfDry: repelledUnder(setup, drying.value.column, levelCm, demandHeightCm, medium),
  });
}

/** A draw's column needs no fine cells: what rises through it is integrated over suction. */
const DRAWN_CELL_CM = 1;

/** Media as one bag of each may be; those of one setup are drawn each by itself. */
export const asDrawn =
  (medium: MediumLookup, index: number): MediumLookup =>
  (id) => {
    const found = medium(id);
    return found && drawnMedium(found, index);
  };

/** Orders marks: what can be emptied under all levels, what never suffices over all. */
const heightOfMark = (mark: RefillMark): number =>
  mark.kind === "mark" ? mark.levelCm : mark.kind === "empty" ? -Infinity : Infinity;

/** The layer that sheds water between a level and the middle of the roots, were it dry. */
function repelledUnder(
  setup: Setup,
  column: Parameters<typeof repellingLayer>[1],
  levelCm: number,
  demandHeightCm: number,
  medium: MediumLookup,
): number | undefined {
  const found = repellingLayer(setup, column, levelCm, medium);
  return found !== undefined && column.layers[found]!.bottomCm < demandHeightCm ? found : undefined;
}
