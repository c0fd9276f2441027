import { type Setup } from "../stack/setup";
import { drainsAfterSoaking } from "../stack/geometry";
import type { WithOrWithout } from "../stack/drainage-layer";
import { formatLength, formatMass, formatPercent, formatVolume, type UnitSystem } from "../units/units";
import type { Settled } from "../water/settle";
import { readDose, topOfZones, type Readings } from "./readings";

/** A setup in a state, as it is held against another. */
export type Told = { readonly setup: Setup; readonly settled: Settled; readonly readings: Readings };

export type Difference = { readonly id: string; readonly text: string };

/** Less than this is no difference: of heights [cm], of shares, and of volumes and masses against what they are of. */
const LEAST_CM = 0.1;
const LEAST_SHARE = 0.005;
const LEAST_RATIO = 0.005;
/** What one bag of a medium has more air than the next: less than this between two stacks is no reason for either. */
const REAL_SHARE = 0.03;

/** What is different now from the state held, in words and numbers, what roots feel first. */
export function differences(held: Told, now: Told, system: UnitSystem): Difference[] {
  const found: Difference[] = [];
  const height = (id: string, of: string, before: number, after: number, more: string, less: string): void => {
    const by = after - before;
    if (Math.abs(by) >= LEAST_CM)
      found.push({ id, text: `${of} ${formatLength(Math.abs(by), system)} ${by > 0 ? more : less}` });
  };
  const amount = (id: string, before: number, after: number, format: (value: number) => string, what: string): void => {
    const by = after - before;
    if (Math.abs(by) > LEAST_RATIO * Math.max(before, after))
      found.push({ id, text: `${format(Math.abs(by))} ${by > 0 ? "more" : "less"} ${what}` });
  };
  const [a, b] = [held.readings, now.readings];
  const share = (id: string, what: string, before: number, after: number): void => {
    if (Math.abs(after - before) >= LEAST_SHARE)
      found.push({ id, text: `${what} ${formatPercent(after)} instead of ${formatPercent(before)}` });
  };
  const [wetBefore, wetAfter] = [topOfZones(a.waterlogged), topOfZones(b.waterlogged)];
  if (wetBefore === 0 && wetAfter > 0)
    found.push({ id: "wet-zone", text: `waterlogged to ${formatLength(wetAfter, system)}, where nothing was` });
  else if (wetBefore > 0 && wetAfter === 0)
    found.push({ id: "wet-zone", text: `nothing is waterlogged; it was to ${formatLength(wetBefore, system)}` });
  else height("wet-zone", "waterlogged zone", wetBefore, wetAfter, "higher", "lower");
  if (a.rootZone && b.rootZone) {
    share("roots-air", "air at the roots", a.rootZone.meanAirSpace, b.rootZone.meanAirSpace);
    share(
      "roots-drowned",
      "of the rooted height waterlogged:",
      a.rootZone.waterloggedShare,
      b.rootZone.waterloggedShare,
    );
    amount(
      "easy",
      a.rootZone.easilyAvailableCm3,
      b.rootZone.easilyAvailableCm3,
      (cm3) => formatVolume(cm3, system),
      "easily available water at the roots",
    );
  } else if (!a.rootZone !== !b.rootZone)
    found.push({ id: "roots", text: b.rootZone ? "roots, where there were none" : "no layer with roots" });
  height("standing", "free water", a.waterTableCm, b.waterTableCm, "higher", "lower");
  amount("held", a.storedCm3, b.storedCm3, (cm3) => formatVolume(cm3, system), "water held");
  amount("soil", rootedCm3(held), rootedCm3(now), (cm3) => formatVolume(cm3, system), "rooted soil");
  height("height", "stack", a.heightCm, b.heightCm, "higher", "lower");
  amount("weight", a.wetKg, b.wetKg, (kg) => formatMass(kg, system), "weight");
  return found;
}

const rootedCm3 = ({ setup, readings }: Told): number =>
  readings.layers.reduce((sum, layer, i) => sum + (setup.layers[i]!.rooted ? layer.volumeCm3 : 0), 0);

/** What a drainage layer means in the vessel it is in: both schools are right, each in its own. */
export function meaningOfDrainage(
  { kind, thicknessCm, medium }: Pick<WithOrWithout, "kind" | "thicknessCm" | "medium">,
  held: Told,
  now: Told,
  when: "day" | "rest",
  system: UnitSystem,
): string {
  const [without, withLayer] = kind === "without" ? [now, held] : [held, now];
  const name = medium.name.toLowerCase();
  const cm = (height: number): string => formatLength(height, system);
  const { water } = now.setup;
  const [airWith, airWithout] = [withLayer, without].map(({ readings }) => readings.rootZone?.meanAirSpace);
  const airs =
    airWith === undefined || airWithout === undefined
      ? ""
      : Math.abs(airWith - airWithout) < LEAST_SHARE
        ? ` Air at the roots is ${formatPercent(airWith)} with it or without.`
        : ` Air at the roots is ${formatPercent(airWith)} with it and ${formatPercent(airWithout)} without.`;
  if (water.by === "level") {
    const { waterTableCm } = withLayer.readings;
    const topCm = withLayer.settled.column.layers[0]!.topCm;
    const lifts =
      airWith !== undefined && airWithout !== undefined && airWith > airWithout + LEAST_SHARE
        ? "It lifts the roots out of the wettest soil, which without it would stand in the water."
        : "It takes the place of soil that would stand in the water.";
    const room =
      waterTableCm < topCm - LEAST_CM
        ? `${formatVolume(readRoom(withLayer), system)} more fits in it before water stands in the soil.`
        : `The water stands at its top: more of it rises into the soil, with the layer or without.`;
    return `This vessel is sealed, and the ${name} is its reservoir: water fills its gaps up to ${cm(waterTableCm)}. ${lifts}${airs} ${room}`;
  }
  if (!drainsAfterSoaking(now.setup)) {
    const [takes, bare] = [withLayer, without].map((one) => readDose(one.setup, one.settled).untilRootsCm3);
    if (takes === undefined || bare === undefined)
      return "This vessel is sealed: the layer is where a spill goes. No layer is marked as rooted, so what it spares them is not known.";
    const spill =
      bare === 0
        ? "without it water stands among the roots already"
        : `without it ${formatVolume(bare, system, takes)} does it`;
    if (takes === 0)
      return `This vessel is sealed, and water stands among the roots already, above the ${name}: a further spill goes there, with the layer or without.${airs}`;
    if (takes <= bare) {
      return `This vessel is sealed: a spill gathers in the ${name}, out of the roots' reach and where it can be seen. But as dry as this stack is, soil in its place would soak up more: water stands among the roots after ${formatVolume(takes, system, bare)} more with the layer, after ${formatVolume(bare, system)} without.`;
    }
    return `This vessel is sealed: the ${name} is the only place for a spill to go. With it ${formatVolume(takes, system, bare)} more can come in before water stands among the roots; ${spill}.`;
  }
  if (when === "rest") {
    return `This vessel drains. At rest, weeks on, the suction at a height is the same with or without the ${name}; what counts for roots is the days after a watering, when water perches on it. Look at it a day after a soaking.${airs}`;
  }
  const rise = wetZoneRiseCm(without, withLayer);
  const footSuction = Math.max(0, -footPsiCm(withLayer));
  if (rise < LEAST_CM) {
    return `This vessel drains. A day after a soaking the foot of the soil on the ${name} stands at ${cm(footSuction)} of suction, as much as the layer is thick: it lifts the wet zone by nothing, and dries nothing above it. It takes the place of the wettest soil.${airs}`;
  }
  const lifted = `all that is wet in the soil lies ${cm(rise)} higher than it would without the layer, by its ${cm(thicknessCm)}${footSuction >= LEAST_CM ? ` less the ${cm(footSuction)} of suction its few wet contacts still pass on to the soil's foot` : ""}`;
  // how much suction such stones pass on is known to a few cm, and that decides what little is gained or lost
  const { low, high } = medium.capillaryRiseCm.moistStart;
  const passes = `Stones like these pass on ${cm(Math.min(low, thicknessCm))} to ${cm(Math.min(high, thicknessCm))}`;
  if (isAllOneToRoots(held, now))
    return `This vessel drains, and water perches on the ${name}: ${lifted}. To the roots it makes no real difference, since it takes the place of the wettest soil:${airs.toLowerCase()} ${passes}, so that the next bag may turn that round.`;
  return `This vessel drains, and water perches on the ${name}: ${lifted}.${airs} ${passes}.`;
}

/** Whether two stacks leave roots so nearly the same air that one bag of soil and the next differ by more. */
const isAllOneToRoots = (held: Told, now: Told): boolean => {
  const [a, b] = [held, now].map(({ readings }) => readings.rootZone?.meanAirSpace);
  return a !== undefined && b !== undefined && Math.abs(a - b) < REAL_SHARE;
};

/** What of the differences a meaning has told already, so that no list beside it says otherwise. */
export function toldByMeaning(held: Told, now: Told, when: "day" | "rest"): ReadonlySet<string> {
  const drained = drainsAfterSoaking(now.setup) && when === "day";
  return new Set(["wet-zone", ...(drained && isAllOneToRoots(held, now) ? ["roots-air", "roots-drowned"] : [])]);
}

/** What the gaps of the lowest layer still take, from the water that stands in them to its top. [cm³] */
const readRoom = ({ readings: { waterTableCm, layers }, settled, setup }: Told): number => {
  const { topCm } = settled.column.layers[0]!;
  const layer = layers[0]!;
  const share = Math.max(0, topCm - Math.max(0, waterTableCm)) / setup.layers[0]!.thicknessCm;
  return layer.volumeCm3 * share * Math.max(0, layer.medium.hydraulics.thetaS - layer.medium.thetaAtPsi10.typical);
};

/** Pressure head at the foot of what lies on the lowest layer. [cm] */
const footPsiCm = ({ readings: { profile } }: Told): number => profile.psiCm[profile.firstPoint[1]!]!;

/**
 * How much higher a drainage layer moves what is wet in the soil over it: suction grows by height from the soil's foot,
 * so the wet zone moves as the place does at which its foot's suction is found without the layer.
 */
export function wetZoneRiseCm(without: Told, withLayer: Told): number {
  const thicknessCm = withLayer.settled.column.layers[0]!.topCm;
  return thicknessCm + footPsiCm(withLayer) - without.readings.profile.psiCm[0]!;
}
