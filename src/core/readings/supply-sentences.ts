import { capitalised } from "../units/text";
import type { Setup } from "../stack/setup";
import {
  formatDepthPerDay,
  formatHours,
  formatLength,
  formatVolume,
  threeFigures,
  type UnitSystem,
} from "../units/units";
import { POTS_OF_TEN, ROOT_LIMIT_PSI_CM } from "../water/limits";
import { historyOf } from "../water/branch";
import { dayInWords, monthHere } from "../water/losses";
import { branchesShown, isSameMark } from "../water/supply-shown";
import type { RefillMark } from "../water/refill-mark";
import type { BranchSupply, Supply } from "../water/supply";
import type { Why } from "./sentences";

/** A day's flow in litres and in mm over the vessel. */
export const perDay = (cm3PerHour: number, areaCm2: number, system: UnitSystem): string =>
  `${formatVolume(cm3PerHour * 24, system)} a day (${formatDepthPerDay((cm3PerHour * 24 * 10) / areaCm2, system)})`;

/** Beyond so many times the mouth leaves shade one another, and drink no more. */
export const MOST_LEAVES = 2;
const MANY_TIMES = 10;
const lowerCased = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);

export type SupplySaying = {
  readonly heading: string;
  readonly text: string;
  readonly tone: "plain" | "trouble";
  readonly why: Why;
};

/**
 * The refill mark and what it rests on, as sentences.
 * @param leavesOverMouth of all that grows there, grown up; undefined where nobody said what grows there
 */
export function supplySayings(
  setup: Setup,
  supply: Supply,
  system: UnitSystem,
  layerName: (index: number) => string,
  leavesOverMouth?: number,
): SupplySaying[] {
  const { soaked, demandCm3PerHour, trayCm3PerHour, areaCm2, demandHeightCm, brimCm, repelsIfDry, levelCm } = supply;
  const cm = (height: number): string => formatLength(height, system);
  const { own: shown, other, ownIsSoaked } = branchesShown(setup, supply);
  const demand = perDay(demandCm3PerHour, areaCm2, system);
  const aDay = dayInWords(setup);
  const here = monthHere(setup);
  const times = setup.demand.by === "place" ? (setup.demand.poured?.times ?? 1) : 1;
  const stuck = repelsIfDry !== undefined && historyOf(setup) === "dry";
  // a stack that sheds water has no mark until it is soaked: told is the one it has then
  const marked = stuck ? soaked : shown;
  const why: Why = {
    formula: `The greatest steady flow that capillary rise carries from the free surface to the middle of the root zone without the suction there passing ${cm(-ROOT_LIMIT_PSI_CM)}; the refill mark is the lowest surface from which it still meets a day's demand. Supply falls steeply with height, so the mark is sharp.`,
    inputs: [
      [here ? `${aDay} takes` : "demand", demand],
      ...(here
        ? [
            [
              "such days, with plants and years as they differ",
              `${formatDepthPerDay(times * here.mmPerDay.low, system)} to ${formatDepthPerDay(times * here.mmPerDay.high, system)}, with the soil bare`,
            ] as const,
          ]
        : []),
      ...(trayCm3PerHour > 0
        ? [["the tray's open water gives", perDay(trayCm3PerHour, areaCm2, system)] as const]
        : []),
      ["middle of the roots", cm(demandHeightCm)],
      ["surface now", cm(levelCm)],
      ["highest surface", cm(brimCm)],
      [`${POTS_OF_TEN} of 10 such pots, from`, markText(marked.lowMark, cm)],
      ["to", markText(marked.highMark, cm)],
    ],
    source:
      "Steady rise after Gardner (1958) through layers; Mualem (1976) conductivity, with films on the grains after Tuller & Or (2001); what wicked up dries from there after Parker & Lenhard (1987), its wetting branch after Kool & Parker (1987). Suction limit: end of the buffer of de Boodt & Verdonck (1972).",
    uncertainty: `The range is of 200 such pots, with media drawn from their own ranges of pores and conductivity. Demand is a day's mean: at noon on a clear day plants draw two to three times that, and live off the soil's own store meanwhile. ${here ? "What a day takes follows from the weather of its place, its leaves and its bare surface (Allen et al. 1998), as most years have it." : "The days to pick from are reference evapotranspiration (Allen et al. 1998); foliage wider than the vessel takes more."}`,
  };
  const sayings: SupplySaying[] = [];
  if (stuck) {
    sayings.push({
      heading: "Refill mark",
      tone: "trouble",
      why,
      text: `Put in dry, the ${layerName(repelsIfDry)} sheds water and next to nothing rises through it at any level; “Run it” shows how little. Soak the stack from the top once; then the marks below hold.`,
    });
  }
  sayings.push({
    heading: stuck ? "Refill mark, once soaked" : "Refill mark",
    tone:
      marked.mark.kind === "too-weak" || (marked.mark.kind === "mark" && levelCm < marked.mark.levelCm)
        ? "trouble"
        : "plain",
    why,
    text: markSentence(marked, supply, system, here ? { aDay } : leavesOverMouth),
  });
  const now = shown.nowCm3PerHour;
  /** Beyond many times what is asked, how much says nothing. */
  const risesWords = (cm3PerHour: number): string =>
    cm3PerHour > MANY_TIMES * demandCm3PerHour ? "Many times what is drunk" : perDay(cm3PerHour, areaCm2, system);
  sayings.push({
    heading: "Supply at this level",
    tone: "plain",
    why,
    text:
      now === undefined
        ? "Water stands in the middle of the root zone: at this level supply is not the limit."
        : demandCm3PerHour === 0
          ? "Nothing is drunk from it, so supply is not the limit."
          : `${risesWords(now)} can rise to the roots; ${aDay} takes ${demand}.`,
  });
  const isStuckIfDry = ownIsSoaked && repelsIfDry !== undefined;
  if (saysTheSame(shown, other, demandCm3PerHour)) {
    if (isStuckIfDry)
      sayings.push({
        heading: "Had it been put in dry",
        tone: "plain",
        why,
        text: `The ${layerName(repelsIfDry)} would shed water and next to nothing would rise.`,
      });
    return sayings;
  }
  sayings.push({
    heading: ownIsSoaked ? "Had it only wicked up" : "Had it been soaked first",
    tone: "plain",
    why,
    text: `${capitalised(markText(other.mark, cm))}. ${other.nowCm3PerHour === undefined || demandCm3PerHour === 0 ? "" : `At this level ${lowerCased(risesWords(other.nowCm3PerHour))}. `}${isStuckIfDry ? `Put in dry, the ${layerName(repelsIfDry)} would shed water and next to nothing would rise.` : "A stack that was soaked once holds more above its water than one that has wicked up by itself, and carries more."}`,
  });
  return sayings;
}

/** Whether one branch or the other hardly matters: a mark of one height, and at this level enough by either, or as much. */
function saysTheSame(a: BranchSupply, b: BranchSupply, demandCm3PerHour: number): boolean {
  const suffices = (now: number | undefined): boolean => now === undefined || now > AMPLE * demandCm3PerHour;
  const [one, two] = [a.nowCm3PerHour ?? Infinity, b.nowCm3PerHour ?? Infinity];
  const sameNow = suffices(one) ? suffices(two) : Math.abs(one - two) <= SAME_SHARE * Math.max(one, two);
  return sameNow && isSameMark(a.mark, b.mark);
}
/** At noon plants draw up to so many times a day's mean: what gives more is enough at any hour. */
const AMPLE = 3;
const SAME_SHARE = 0.2;

function markSentence(
  branch: BranchSupply,
  { demandCm3PerHour, trayCm3PerHour, areaCm2, brimCm, fullCm, levelCm }: Supply,
  system: UnitSystem,
  /** Over the mouth where the day is said; the day by its name where it knows of them. */
  grown: number | { readonly aDay: string } | undefined,
): string {
  const leavesOverMouth = typeof grown === "number" ? grown : undefined;
  const cm = (height: number): string => formatLength(height, system);
  const below = branch.mark.kind === "mark" && levelCm < branch.mark.levelCm;
  const { usableDays } = branch;
  const such = (days: number, words: string): string =>
    days < 2 ? formatHours(24 * days) : `${threeFigures(days, 1)} ${words}`;
  const time = such(usableDays, "such days");
  // leaves that reach beyond the mouth drink more, up to where they shade one another
  const leaves = Math.min(MOST_LEAVES, Math.max(1, leavesOverMouth ?? 1));
  const takes = demandCm3PerHour + trayCm3PerHour;
  const grownDays = (usableDays * takes) / (demandCm3PerHour * leaves + trayCm3PerHour);
  const size =
    typeof grown === "object"
      ? ` Such a day is ${grown.aDay} where it stands, with leaves as they are then.`
      : leavesOverMouth === undefined
        ? " Such a day is of leaves as wide as the vessel."
        : leaves > 1.05
          ? ` That is while leaves are as wide as the vessel; grown up they are ${threeFigures(leavesOverMouth, 1)} times that, and a fill is gone in about ${such(grownDays, "days")}.`
          : " That is with what lives there grown up; until then it lasts longer.";
  const amount = `${formatVolume(branch.usableCm3, system)} between ${cm(fullCm)} and there`;
  switch (branch.mark.kind) {
    case "mark":
      return below
        ? `Refill when the surface has fallen to ${cm(branch.mark.levelCm)}${rangeText(branch, cm)}. It stands lower now: it feeds more slowly than they drink, and they live off the soil. Refill it.`
        : `Refill when the surface has fallen to ${cm(branch.mark.levelCm)}${rangeText(branch, cm)}, about ${time} from full (${amount}). From then on it feeds more slowly than they drink; the soil's own water carries them on for a while, and “Run it” shows how long.${size}`;
    case "empty":
      // a tub under water is no reservoir that is emptied: what counts is when its soil falls dry on top
      if (fullCm > brimCm + 0.05 && demandCm3PerHour > 0)
        return `Water stands over the soil: roots drink as long as there is any. It is gone down to the base after about ${time} from full (${amount})${rangeText(branch, cm)}; fill it up before its top falls dry.${size}`;
      return demandCm3PerHour > 0
        ? `It wicks to the last: even an all but empty reservoir keeps up with such a day, about ${time} from full (${amount})${rangeText(branch, cm)}.${size}`
        : "Nothing is drawn from it, so it need not be refilled.";
    case "too-weak":
      return `Even filled to ${cm(brimCm)} it brings ${perDay(branch.mark.atBrimCm3PerHour, areaCm2, system)}, less than such a day takes. A finer mix, a wick bed that reaches into the water, or a higher overflow would mend it; until then water from the top.`;
    default:
      return branch.mark satisfies never;
  }
}

function markText(mark: RefillMark, cm: (height: number) => string): string {
  return mark.kind === "mark"
    ? `refill at ${cm(mark.levelCm)}`
    : mark.kind === "empty"
      ? "it could be emptied"
      : "even a full reservoir would be too little";
}

/** How far the mark may be off, for what is not known of the media. */
function rangeText({ lowMark, highMark }: BranchSupply, cm: (height: number) => string): string {
  const words = (mark: RefillMark): string =>
    mark.kind === "mark" ? cm(mark.levelCm) : mark.kind === "too-weak" ? "never enough" : "empty";
  const [low, high] = [words(lowMark), words(highMark)];
  return low === high ? "" : ` (${POTS_OF_TEN} of 10 such pots: ${low} to ${high})`;
}
