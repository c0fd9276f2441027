import { daysOfDemand } from "../demand/demand";
import { standingThere, type PlacesHere } from "../demand/here-of";
import { monthsTooLate, wantsOf, yearOfWater } from "../demand/year-of-water";
import type { RecipePart } from "../mixing/recipe";
import type { OccupantLookup } from "../occupants/occupant";
import { withFixture, withLayer, withRhythm, withVessel } from "../stack/edit";
import { fixtureOf } from "../stack/fixtures";
import { boundariesCm } from "../stack/geometry";
import { reservoirLayer, withReservoirTop } from "../stack/platform";
import type { Setup } from "../stack/setup";
import { toMillimetre } from "../units/numbers";
import type { Range } from "../units/range";
import { formatLength, type UnitSystem } from "../units/units";
import { vesselAreaCm2 } from "../vessel/vessel";
import { checked } from "../water/checked";
import type { MediumLookup } from "../water/network";
import { familiesOf } from "./changes";
import { layerEffort, type FamilyId, type MixStep, type Step } from "./family";
import { soilsFor } from "./guilds";
import { checksOf } from "../checks/checks";
import { readSettled } from "../readings/readings";
import { atRest, coarseCellCm, judgedWhole, statesOf } from "./judge";
import { GRADES, type Grade, type Verdict } from "./verdict";

/**
 * Which mixes, depths and reservoirs suit a hand that waters every so many days: changes of a setup, each followed through
 * the year where it stands and judged by what lives there, the least first.
 */
export type HandTried = {
  readonly label: string;
  readonly family: FamilyId | "as-it-is";
  readonly effort: number;
  readonly setup: Setup;
  readonly mix: MixStep | undefined;
  /** How long a fill or soaking lasts, January first. [days] */
  readonly days: readonly Range[];
  /** Months, from 0, in which the hand comes too late. */
  readonly late: readonly number[];
  /** Of what lives there, the worst off. */
  readonly worst: Grade;
};

export type HandAnswer = {
  readonly everyDays: number;
  readonly asItIs: HandTried | undefined;
  /** In time all year, refused by none that lives there and bore it before, and sound as a design; the least first. */
  readonly found: readonly HandTried[];
  /** Where none is: what comes nearest. */
  readonly nearest: HandTried | undefined;
  readonly tried: number;
};

export type HandAsked = {
  readonly setup: Setup;
  readonly everyDays: number;
  readonly there: PlacesHere;
  readonly medium: MediumLookup;
  readonly occupants: OccupantLookup;
  readonly partsOf: (mediumId: string) => readonly RecipePart[] | undefined;
  readonly system: UnitSystem;
};

/** What of all changes alters how long water lasts: mixes, depths, levels and vessels. */
const ASKED: ReadonlySet<FamilyId> = new Set([
  "level",
  "hole",
  "tray",
  "layer",
  "pot",
  "more-soil",
  "reservoir",
  "soil",
  "amend",
]);
const MOST_OF_A_FAMILY = 2;
const MOST_FOUND = 6;
/** A larger reservoir takes so much of the soil over it, at most. 0…1 */
const MOST_OF_SOIL = 0.5;
const RESERVOIR_STEPS = 4;

/** Asked again and again until it is done; between two asks others may be answered. */
export function* suitsHand(asked: HandAsked): Generator<undefined, HandAnswer> {
  const { setup, everyDays, medium, occupants } = asked;
  const found: HandTried[] = [];
  let nearest: HandTried | undefined;
  let tried = 1;
  const alone = followed(asked, { label: "As it is", setup, effort: 0 }, "as-it-is");
  // what nothing lasts of from one watering to the next has no rhythm
  if (!alone) return { everyDays, asItIs: undefined, found, nearest, tried };
  const now = judgedBy(asked, alone);
  const asItIs = { ...alone, worst: worstIn(now) };
  // its own rhythm is not what is asked: what it is told by its water alone is what nobody is to be worse off than
  const before = judgedWhole(withRhythm(setup, null), medium, occupants, coarseCellCm(setup));
  if (asItIs.late.length === 0 && isBorne(now, before)) return { everyDays, asItIs, found, nearest, tried };
  const troubles = new Set(troublesOf(asked, alone));
  for (const { step, family } of stepsOf(asked)) {
    if (found.length >= MOST_FOUND) break;
    if (found.filter((one) => one.family === family).length >= MOST_OF_A_FAMILY) continue;
    yield undefined;
    tried++;
    const one = followed(asked, step, family);
    if (!one) continue;
    const leastLate = (nearest ?? asItIs).late.length;
    if (one.late.length > 0 && one.late.length >= leastLate) continue;
    const verdicts = judgedBy(asked, one);
    if (!isBorne(verdicts, before) || troublesOf(asked, one).some((id) => !troubles.has(id))) continue;
    const judged = { ...one, worst: worstIn(verdicts) };
    if (one.late.length === 0) found.push(judged);
    else nearest = judged;
  }
  return { everyDays, asItIs, found, nearest: found.length > 0 ? undefined : nearest, tried };
}

/** Changes from the least to the most, whatever their kind. */
function stepsOf(asked: HandAsked): readonly Tried[] {
  const { setup, medium, occupants, partsOf, system } = asked;
  const states = statesOf(setup, medium, coarseCellCm(setup));
  const first = setup.occupants.flatMap((one) => {
    const occupant = occupants(one.occupantId);
    return occupant?.life === "plant" ? [{ occupant, occupancyId: one.id }] : [];
  })[0];
  if (!states || !first) return [];
  const families = familiesOf({
    setup,
    medium,
    system,
    states,
    ...first,
    nameOf: () => "",
    kinds: [],
    soils: soilsFor(first.occupant),
    partsOf,
  }).filter(({ id }) => ASKED.has(id));
  const seen = new Set<string>();
  return [
    ...families.flatMap(({ id, steps }) => steps.map((step) => ({ step, family: id }))),
    ...largerReservoirs(asked),
    ...largerTrays(asked),
  ]
    .filter(({ step }) => {
      const isNew = !seen.has(step.label);
      seen.add(step.label);
      return isNew;
    })
    .sort((a, b) => a.step.effort - b.step.effort);
}

type Tried = { readonly step: Step; readonly family: FamilyId };

/** The room for water under the soil larger, overflow and water with it: at the soil's cost, or in a deeper vessel. */
function largerReservoirs(asked: HandAsked): readonly Tried[] {
  const { setup, system } = asked;
  const index = reservoirLayer(setup);
  if (index === undefined) return deeperPots(asked);
  const heights = boundariesCm(setup);
  const [nowCm, topCm] = [heights[index + 1]!, heights.at(-1)!];
  const cm = (height: number): string => formatLength(height, system);
  const inIt = Array.from({ length: RESERVOIR_STEPS }, (_, i): Tried => {
    const toCm = toMillimetre(nowCm + (MOST_OF_SOIL * (topCm - nowCm) * (i + 1)) / RESERVOIR_STEPS);
    return {
      family: "reservoir",
      step: {
        label: `Make the reservoir under the soil deeper, up from ${cm(nowCm)} to ${cm(toCm)}, overflow and water with it, and the soil shallower`,
        setup: withReservoirTop(setup, toCm),
        effort: layerEffort((toCm - nowCm) * vesselAreaCm2(setup.vessel)) + 1,
      },
    };
  });
  const deeper = DEEPER_CM.map((by): Tried => {
    const raised = withReservoirTop(deepened(setup, by), toMillimetre(nowCm + by));
    const soil = setup.layers.find((layer, i) => i > index && layer.rooted) ?? setup.layers[index + 1]!;
    return {
      family: "pot",
      step: {
        label: `Build it anew in a vessel ${cm(by)} deeper, ${cm(setup.vessel.insideDepthCm + by)}, all of that for the reservoir, up from ${cm(nowCm)} to ${cm(nowCm + by)}`,
        setup: withLayer(raised, soil.id, { thicknessCm: soil.thicknessCm }),
        effort: 7 + by / 10,
      },
    };
  });
  return [...inIt, ...deeper, ...otherFills(asked, index, deeper)];
}

/** What wicks from the floor where stones do not, and yet leaves room for water. */
const WICKING_FILLS = ["coarse-sand-0.5-2", "perlite-coarse-3-6", "pumice-2-5"] as const;

/** What the room for water is filled with, changed for something that wicks: in this vessel, or in a deeper one. */
function otherFills({ setup, medium }: HandAsked, index: number, deeper: readonly Tried[]): readonly Tried[] {
  const layer = setup.layers[index]!;
  const was = medium(layer.mediumId);
  if (layer.legs || !was) return [];
  const cm3 = layer.thicknessCm * vesselAreaCm2(setup.vessel, 0);
  return WICKING_FILLS.flatMap((mediumId): Tried[] => {
    const found = medium(mediumId);
    if (!found || mediumId === layer.mediumId) return [];
    const words = `${found.name.toLowerCase()} instead of ${was.name.toLowerCase()} in the reservoir, which wicks from its floor`;
    const filled = (of: Setup): Setup => withLayer(of, layer.id, { mediumId });
    return [
      {
        family: "layer",
        step: { label: `Use ${words}`, setup: filled(setup), effort: layerEffort(cm3) },
      },
      ...deeper.map(({ step }): Tried => ({
        family: "pot",
        step: { label: `${step.label}; and ${words}`, setup: filled(step.setup), effort: step.effort + 2 },
      })),
    ];
  });
}

/** A tray holds the more the larger it is. */
const LARGER_TRAYS = [1.25, 1.5, 2] as const;
function largerTrays({ setup, system }: HandAsked): readonly Tried[] {
  const tray = fixtureOf(setup, "tray");
  if (!tray || setup.water.by !== "level") return [];
  return LARGER_TRAYS.map((times) => {
    const side = (cm: number): number => toMillimetre(cm * Math.sqrt(times));
    const [long, wide] = [side(tray.insideLengthCm), side(tray.insideWidthCm)];
    return {
      family: "tray",
      step: {
        label: `Stand it in a tray of ${formatLength(long, system)} by ${formatLength(wide, system)}, as deep as the one it has`,
        setup: withFixture(setup, { ...tray, insideLengthCm: long, insideWidthCm: wide }),
        effort: 2 + Math.log2(times),
      },
    };
  });
}

/** So much deeper a vessel of the same kind may be had. [cm] */
const DEEPER_CM = [4, 8, 12, 16, 24] as const;
const deepened = (setup: Setup, by: number): Setup =>
  withVessel(setup, { ...setup.vessel, insideDepthCm: toMillimetre(setup.vessel.insideDepthCm + by) });

/** A deeper pot of the same width, all of it for the soil. */
function deeperPots({ setup, system }: HandAsked): readonly Tried[] {
  const soil = setup.layers.findLast(({ rooted }) => rooted);
  if (!soil || setup.vessel.shape === "bottle" || setup.vessel.shape === "poured") return [];
  return DEEPER_CM.map((by) => ({
    family: "pot",
    step: {
      label: `Take a vessel ${formatLength(by, system)} deeper, ${formatLength(setup.vessel.insideDepthCm + by, system)}, and fill it with soil`,
      setup: withLayer(deepened(setup, by), soil.id, { thicknessCm: toMillimetre(soil.thicknessCm + by) }),
      effort: 7 + by / 10,
    },
  }));
}

const knowing = (medium: MediumLookup, mix: MixStep | undefined): MediumLookup =>
  mix ? (id) => (id === mix.made.id ? mix.made : medium(id)) : medium;

/** A change followed through the year; undefined where it cannot be made, or has nothing that lasts. */
function followed(
  { everyDays, there, medium, occupants }: HandAsked,
  { label, setup, effort, mix }: Step,
  family: HandTried["family"],
): HandTried | undefined {
  const known = knowing(medium, mix);
  const stands = withRhythm(standingThere(setup, there, occupants), everyDays);
  const sound = checked(stands, known);
  if (!sound.ok) return undefined;
  const year = yearOfWater(sound.value, known, wantsOf(stands, occupants), {
    days: daysOfDemand(stands, there.at, occupants),
  });
  if (!year.ok) return undefined;
  const days = year.value.months.flatMap(({ fill, betweenDays }) => (fill ? [fill.days] : (betweenDays ?? [])));
  if (days.length < 12) return undefined;
  return {
    label,
    family,
    effort,
    setup: stands,
    mix,
    days,
    late: monthsTooLate(year.value, everyDays),
    worst: "unknown",
  };
}

const judgedBy = ({ medium, occupants }: HandAsked, { setup, mix }: HandTried): readonly Verdict[] | undefined =>
  judgedWhole(setup, knowing(medium, mix), occupants, coarseCellCm(setup));

/** What speaks against a design as a whole. */
function troublesOf({ medium, system }: HandAsked, { setup, mix }: HandTried): readonly string[] {
  const known = knowing(medium, mix);
  const rest = atRest(setup, known, coarseCellCm(setup));
  if (!rest) return [];
  const readings = readSettled(setup, rest.settled, known);
  return checksOf(setup, rest.settled.network, readings, known, system).flatMap(({ id, tone }) =>
    tone === "trouble" ? [id] : [],
  );
}

const rank = (grade: Grade): number => GRADES.indexOf(grade);
const worstIn = (verdicts: readonly Verdict[] | undefined): Grade =>
  GRADES[Math.min(...(verdicts ?? []).map(({ grade }) => rank(grade)), GRADES.length - 1)]!;

/** Whether none refuses it that did not before; care may be needed. */
function isBorne(after: readonly Verdict[] | undefined, before: readonly Verdict[] | undefined): boolean {
  if (!after || !before) return false;
  return after.every(({ occupancy, grade }) => {
    const was = before.find((one) => one.occupancy.id === occupancy.id);
    return rank(grade) >= Math.min(rank("care"), was ? rank(was.grade) : rank("care"));
  });
}
