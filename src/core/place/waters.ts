import { threeFigures } from "../units/units";

/**
 * Waters at hand where setups stand: what comes from the tap, rain off a roof, and whatever else is carried there, each
 * by what is dissolved in it. A setup is given one of them, or parts of several.
 */
export type Water = {
  readonly id: string;
  readonly name: string;
  /** Dissolved solids; null while nobody has said. [mg/L] */
  readonly mgPerL: number | null;
  /** Hardness and alkalinity, both as CaCO₃. [mg/L] */
  readonly hardnessMgPerL: number | null;
  readonly alkalinityMgPerL: number | null;
  readonly ph: number | null;
};

export const TAP_ID = "tap";
export const RAIN_ID = "rain";

/** Away from the sea and from smoke, rain is nearly clear, and sour by the carbonic acid of the air alone (pH 5.6). */
export const RAIN_WATER: Water = {
  id: RAIN_ID,
  name: "rain",
  mgPerL: 10,
  hardnessMgPerL: 3,
  alkalinityMgPerL: 2,
  ph: 5.6,
};
export const UNKNOWN_TAP: Water = {
  id: TAP_ID,
  name: "tap water",
  mgPerL: null,
  hardnessMgPerL: null,
  alkalinityMgPerL: null,
  ph: null,
};

/** So many parts of a water that is at hand. */
export type Part = { readonly waterId: string; readonly parts: number };
/** More waters than this nobody mixes in a can. */
export const MOST_WATERS = 6;
export const MOST_PARTS = 1000;

/** What a can holds that is filled by parts. */
export type GivenWater = {
  /** "tap water", "1 part tap water to 3 of rain". */
  readonly words: string;
  readonly mgPerL: number | null;
  readonly hardnessMgPerL: number | null;
  readonly alkalinityMgPerL: number | null;
  /** How much of it is rain. 0…1 */
  readonly rainShare: number;
  /** Whether it is of parts that are not all at hand. */
  readonly lacks: boolean;
};

/** The parts of nobody's choice: what comes from the tap. */
const FROM_THE_TAP: readonly Part[] = [{ waterId: TAP_ID, parts: 1 }];

/**
 * What is dissolved goes by parts; a pH does not, and is not mixed: how far water moves a soil is its alkalinity's doing.
 * @param water  of an id; undefined for one that is not at hand
 */
export function blendOf(
  parts: readonly Part[] = FROM_THE_TAP,
  water: (id: string) => Water | undefined = () => undefined,
): GivenWater {
  const poured = parts.filter((one) => one.parts > 0);
  const all = poured.reduce((sum, one) => sum + one.parts, 0);
  const found = poured.flatMap(({ waterId, parts: of }) => {
    const one = water(waterId);
    return one ? [{ of, one }] : [];
  });
  const lacks = found.length < poured.length || poured.length === 0;
  const mixed = (key: "mgPerL" | "hardnessMgPerL" | "alkalinityMgPerL"): number | null => {
    let sum = 0;
    for (const { of, one } of found) {
      const value = one[key];
      if (value === null) return null;
      sum += of * value;
    }
    return lacks ? null : sum / all;
  };
  return {
    words: lacks ? "a water that is not at hand there" : partsInWords(found),
    mgPerL: mixed("mgPerL"),
    hardnessMgPerL: mixed("hardnessMgPerL"),
    alkalinityMgPerL: mixed("alkalinityMgPerL"),
    rainShare: poured.reduce((sum, one) => sum + (one.waterId === RAIN_ID ? one.parts : 0), 0) / (all || 1),
    lacks,
  };
}

const AND = new Intl.ListFormat("en-GB");

function partsInWords(found: readonly { readonly of: number; readonly one: Water }[]): string {
  const [first, ...rest] = found;
  if (!first) return "";
  if (rest.length === 0) return first.one.name;
  const count = (parts: number): string => threeFigures(parts, 2);
  return `${count(first.of)} ${first.of === 1 ? "part" : "parts"} ${first.one.name} to ${AND.format(rest.map(({ of, one }) => `${count(of)} of ${one.name}`))}`;
}

/** Waters by id at one place after another: the first that knows what is dissolved in one answers for it. */
export function watersAtHand(places: readonly (readonly Water[])[]): readonly Water[] {
  const found = new Map<string, Water>();
  for (const water of [...places.flat(), RAIN_WATER]) {
    const known = found.get(water.id);
    if (!known || (known.mgPerL === null && water.mgPerL !== null)) found.set(water.id, water);
  }
  return [...found.values()];
}

/**
 * Parts of soft water to one of hard that come to a target; 0 where the hard one alone is soft enough, undefined where
 * not even the soft one is. [mg/L]
 */
export function softPartsFor(hardMgPerL: number, softMgPerL: number, targetMgPerL: number): number | undefined {
  if (hardMgPerL <= targetMgPerL) return 0;
  return softMgPerL < targetMgPerL ? (hardMgPerL - targetMgPerL) / (targetMgPerL - softMgPerL) : undefined;
}
