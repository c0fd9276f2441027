import { hydraulicFunctions, type VgHydraulics } from "../hydraulics/hydraulics";
import type { Medium } from "../media/medium";
import { blend, type Part } from "./blend";
import { mixPH } from "./chemistry";

/**
 * Looking for mixes by what they do: every sensible ratio of one, two and three media, and of four around the best of
 * those, is blended and held against what is asked. Nothing is fitted; the candidates are ratios a grower can measure.
 */
export type Wanted = {
  /** Mean water content and air space over the height of interest. [m³/m³] */
  readonly air: Span;
  readonly water: Span;
  /** pH of the parts together, if it matters. */
  readonly pH?: Span | undefined;
  /** Media that have to be in it. */
  readonly must?: readonly string[] | undefined;
};
export type Span = { readonly least: number; readonly most: number };

/** Mean water content of a curve over the place asked about. [m³/m³] */
export type WaterAt = (hydraulics: VgHydraulics) => number;

export type Candidate = {
  readonly parts: readonly { readonly mediumId: string; readonly parts: number }[];
  readonly air: number;
  readonly water: number;
  /** How far outside what is asked it lies, summed over the conditions; 0 when it meets them all. [m³/m³, pH/10] */
  readonly mismatch: number;
};

export type SearchResult = {
  /**
   * No more than asked for, the plainest first: of those that meet everything, or where none does, of those that come
   * nearest.
   */
  readonly found: readonly Candidate[];
  readonly tried: number;
  /** So many meet everything, shown or not. */
  readonly met: number;
  /**
   * When nothing meets it all: for each condition, how near the nearest mix came to it alone, and whether it can be met
   * at all.
   */
  readonly stoppedBy: readonly { readonly condition: Condition; readonly reachable: boolean }[];
};

const CONDITIONS = ["air", "water", "pH"] as const;
type Condition = (typeof CONDITIONS)[number];

const PAIRS: readonly (readonly number[])[] = [
  [1, 1],
  [2, 1],
  [1, 2],
  [3, 1],
  [1, 3],
  [4, 1],
  [1, 4],
  [3, 2],
  [2, 3],
];
const TRIPLES: readonly (readonly number[])[] = [
  [1, 1, 1],
  [2, 1, 1],
  [1, 2, 1],
  [1, 1, 2],
  [2, 2, 1],
  [2, 1, 2],
  [1, 2, 2],
  [3, 1, 1],
  [1, 3, 1],
  [1, 1, 3],
  [4, 2, 1],
  [4, 1, 2],
  [2, 4, 1],
];
/**
 * Triples are made of this many media: those that came nearest alone or in pairs. A fourth part is tried on as many
 * triples.
 */
const MEDIA_IN_TRIPLES = 10;
const TRIPLES_EXTENDED = 30;
/** A mix of more parts must be nearer by this to be worth its trouble. */
const PART_COSTS = 0.004;

/** @param tell is told what it would answer so far, before the pairs and before the triples, which take longest */
export function searchMixes(
  media: readonly Medium[],
  waterAt: WaterAt,
  wanted: Wanted,
  most: number,
  limit = 4,
  tell: (soFar: SearchResult) => void = () => undefined,
): SearchResult {
  const blendable = media.filter(({ packing }) => packing.mixingFactor > 0);
  const { must = [] } = wanted;
  const candidates: Candidate[] = [];
  const nearest = { air: Infinity, water: Infinity, pH: Infinity };
  let tried = 0;
  const consider = (parts: readonly Part[]): Candidate | undefined => {
    const mixed = blend(parts);
    if (!mixed.ok) return undefined;
    const counts = must.every((id) => parts.some(({ medium }) => medium.id === id));
    if (counts) tried++;
    const water = waterAt(mixed.value.hydraulics);
    const air = Math.max(0, mixed.value.hydraulics.thetaS - water);
    const off = {
      air: outside(air, wanted.air),
      water: outside(water, wanted.water),
      pH: wanted.pH ? outside(mixPH(parts, mixed.value.shares).typical, wanted.pH) / 10 : 0,
    };
    if (counts) for (const key of CONDITIONS) nearest[key] = Math.min(nearest[key], off[key]);
    const candidate = {
      parts: parts.map(({ medium, parts: amount }) => ({ mediumId: medium.id, parts: amount })),
      air,
      water,
      mismatch: off.air + off.water + off.pH,
    };
    if (counts) candidates.push(candidate);
    return candidate;
  };
  /** The nearest a medium came, in whatever it was part of. */
  const best = new Map<string, number>();
  const remember = (candidate: Candidate | undefined): void => {
    for (const { mediumId } of candidate?.parts ?? [])
      best.set(mediumId, Math.min(best.get(mediumId) ?? Infinity, candidate!.mismatch));
  };
  for (const medium of blendable) remember(consider([{ medium, parts: 1 }]));
  if (limit >= 2) {
    tell(result());
    for (let i = 0; i < blendable.length; i++) {
      for (let j = i + 1; j < blendable.length; j++)
        for (const [a, b] of PAIRS)
          remember(
            consider([
              { medium: blendable[i]!, parts: a! },
              { medium: blendable[j]!, parts: b! },
            ]),
          );
    }
  }
  if (limit >= 3) {
    tell(result());
    const has = ({ id }: Medium): number => (must.includes(id) ? 0 : 1);
    const chosen = [...blendable]
      .sort((a, b) => has(a) - has(b) || best.get(a.id)! - best.get(b.id)!)
      .slice(0, MEDIA_IN_TRIPLES);
    const triples: Candidate[] = [];
    for (let i = 0; i < chosen.length; i++) {
      for (let j = i + 1; j < chosen.length; j++) {
        for (let k = j + 1; k < chosen.length; k++) {
          for (const [a, b, c] of TRIPLES) {
            const triple = consider([
              { medium: chosen[i]!, parts: a! },
              { medium: chosen[j]!, parts: b! },
              { medium: chosen[k]!, parts: c! },
            ]);
            if (triple) triples.push(triple);
          }
        }
      }
    }
    if (limit >= 4) {
      const byId = new Map(blendable.map((medium) => [medium.id, medium]));
      for (const triple of triples.sort(byWorth).slice(0, TRIPLES_EXTENDED)) {
        if (triple.mismatch === 0) break;
        for (const medium of chosen) {
          if (triple.parts.some(({ mediumId }) => mediumId === medium.id)) continue;
          consider([
            ...triple.parts.map(({ mediumId, parts }) => ({ medium: byId.get(mediumId)!, parts })),
            { medium, parts: 1 },
          ]);
        }
      }
    }
  }
  return result();

  function result(): SearchResult {
    const meeting = candidates.filter(({ mismatch }) => mismatch === 0);
    const found = [...(meeting.length > 0 ? meeting : candidates)].sort(byWorth).slice(0, most);
    const met = meeting.length > 0;
    const asked = wanted.pH ? CONDITIONS : CONDITIONS.filter((condition) => condition !== "pH");
    const missed = met
      ? []
      : asked.filter((condition) => nearest[condition] > 0 || conditionOf(found[0], condition, wanted) > 0);
    return {
      found,
      tried,
      met: meeting.length,
      stoppedBy: missed.map((condition) => ({ condition, reachable: nearest[condition] === 0 })),
    };
  }
}

const outside = (value: number, { least, most }: Span): number => Math.max(0, least - value, value - most);

/** By what the nearest and plainest come first. */
export const worth = ({ mismatch, parts }: Candidate): number => mismatch + PART_COSTS * (parts.length - 1);
const byWorth = (a: Candidate, b: Candidate): number => worth(a) - worth(b);

/**
 * How far the nearest candidate misses one condition. pH is left to the others: when they are met, it is what is
 * missed.
 */
function conditionOf(candidate: Candidate | undefined, condition: Condition, wanted: Wanted): number {
  if (!candidate) return 1;
  return condition === "air"
    ? outside(candidate.air, wanted.air)
    : condition === "water"
      ? outside(candidate.water, wanted.water)
      : candidate.mismatch - outside(candidate.air, wanted.air) - outside(candidate.water, wanted.water);
}

/** What stands in for a medium or mix at its place: the same air and water within the resolution of the rule. */
export function insteadOf(
  hydraulics: VgHydraulics,
  media: readonly Medium[],
  waterAt: WaterAt,
  most: number,
  tell?: (soFar: SearchResult) => void,
): SearchResult {
  const water = waterAt(hydraulics);
  const air = Math.max(0, hydraulics.thetaS - water);
  const exactly = (value: number): Span => ({ least: value, most: value });
  return searchMixes(media, waterAt, { air: exactly(air), water: exactly(water) }, most, 3, tell);
}

/** Mean water of a curve between two suctions, by Simpson's rule on even heights: quick, and good to 1e-3. */
export const meanWaterBetween =
  (fromSuctionCm: number, toSuctionCm: number): WaterAt =>
  (hydraulics) => {
    const functions = hydraulicFunctions(hydraulics);
    const steps = 16;
    let sum = 0;
    for (let i = 0; i <= steps; i++) {
      const weight = i === 0 || i === steps ? 1 : i % 2 === 1 ? 4 : 2;
      sum += weight * functions.waterContent(-(fromSuctionCm + ((toSuctionCm - fromSuctionCm) * i) / steps));
    }
    return sum / (3 * steps);
  };
