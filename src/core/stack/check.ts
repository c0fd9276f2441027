import { LONGEST_NAME } from "../units/text";
import { problem, type Problem } from "../units/problem";
import { formatDepthPerDay, formatFlow, formatLength, formatPower, type UnitSystem } from "../units/units";
import { checkVessel } from "../vessel/check-vessel";
import { cutAt, GREATEST_SIDE_CM, standsOnCm2, vesselAreaCm2 } from "../vessel/vessel";
import {
  FIXTURE_WORDS,
  SINGLE_FIXTURES,
  type Fixture,
  type FixtureKind,
  type FixtureQuantity,
  sizesOf,
} from "./fixtures";
import { type Setup } from "./setup";
import { boundariesCm, drainsAtCm, legsAreaCm2, openingsOf, stackHeightCm } from "./geometry";

/** More given to one layer is a list, not a soil. */
export const MOST_AMENDMENTS = 12;
/** A layer thinner than this is dust on a boundary, not a layer. */
export const THINNEST_LAYER_CM = 0.2;
export const MOST_LAYERS = 24;
export { LONGEST_NAME };
export const MOST_FIXTURES = 24;
/** Narrower is a thread, not a foot, a cord or a tube. [cm] */
const LEAST_ACROSS_CM = 0.1;
const MOST_LEGS = 200;
export const MOST_HOLES = 1000;
/**
 * Several times the reference evapotranspiration of the hottest days (Allen et al. 1998); more is taken for a slip of
 * the unit. [mm/day]
 */
const GREATEST_DEMAND_MM_PER_DAY = 50;
/** Slack for heights that are sums of typed numbers. [cm] */
const HEIGHT_SLACK_CM = 1e-6;

/**
 * What is wrong with a setup as it is drawn: names, sizes, heights and media, each beside its cause.
 * Whether a dose fits is a question of water, and is answered in water/settle.
 */
export function checkSetup(
  setup: Setup,
  knowsMedium: (id: string) => boolean,
  system: UnitSystem = "metric",
): Problem[] {
  const cm = (height: number): string => formatLength(height, system);
  const problems: Problem[] = [];
  const add = (path: string, code: string, message: string): void => void problems.push(problem(path, code, message));

  if (setup.name.trim() === "") add("name", "empty", "Give it a name.");
  else if (setup.name.length > LONGEST_NAME) add("name", "too-long", `A name has ${LONGEST_NAME} characters at most.`);

  problems.push(...checkVessel(setup.vessel, system));

  if (setup.layers.length > MOST_LAYERS) add("layers", "too-many", `A stack has ${MOST_LAYERS} layers at most.`);
  setup.layers.forEach((layer, i) => {
    const path = `layers[${i}]`;
    if (!(layer.thicknessCm > 0))
      add(`${path}.thicknessCm`, "not-positive", "A layer must be thicker than 0. To be rid of it, remove it.");
    else if (layer.thicknessCm < THINNEST_LAYER_CM - HEIGHT_SLACK_CM) {
      add(
        `${path}.thicknessCm`,
        "too-thin",
        `${cm(layer.thicknessCm)} is too thin; the thinnest layer is ${cm(THINNEST_LAYER_CM)}.`,
      );
    }
    if (layer.name.length > LONGEST_NAME)
      add(`${path}.name`, "too-long", `A name has ${LONGEST_NAME} characters at most.`);
    if (layer.legs) problems.push(...checkLegs(setup, i, cm));
    layer.amendments?.forEach(({ amount }, k) => {
      if (!(amount > 0 && amount <= MOST_GRAMS))
        add(
          `${path}.amendments[${k}].amount`,
          "not-an-amount",
          `Of what is given there is more than 0 and at most ${MOST_GRAMS} g.`,
        );
    });
    if (layer.laid && !(layer.laid.byCm > 0 && layer.laid.byCm <= GREATEST_SIDE_CM))
      add(
        `${path}.laid.byCm`,
        "out-of-range",
        `It rises, or is wide, by more than 0 and at most ${cm(GREATEST_SIDE_CM)}.`,
      );
    if (!knowsMedium(layer.mediumId)) {
      add(
        `${path}.mediumId`,
        "unknown-medium",
        `“${layer.mediumId}” is not in the catalogue. Choose a medium for this layer; nothing else is lost.`,
      );
    }
  });
  const { demand } = setup;
  if (demand.by === "said" && !(demand.mmPerDay >= 0))
    add("demand.mmPerDay", "negative", "Plants and air cannot take less than nothing in a day.");
  else if (demand.by === "said" && demand.mmPerDay > GREATEST_DEMAND_MM_PER_DAY) {
    add(
      "demand.mmPerDay",
      "too-large",
      `The most Marlstone reckons with is ${formatDepthPerDay(GREATEST_DEMAND_MM_PER_DAY, system)}. Is the unit right?`,
    );
  }
  const { insideDepthCm } = setup.vessel;
  if (!(setup.fillFromCm >= 0)) add("fillFromCm", "below-base", "The fill cannot begin under the base of the vessel.");
  const height = stackHeightCm(setup);
  if (height > insideDepthCm + HEIGHT_SLACK_CM) {
    add(
      "layers",
      "too-high",
      setup.fillFromCm > 0
        ? `The layers reach to ${cm(height)}, the vessel is ${cm(insideDepthCm)} deep inside: ${cm(height - insideDepthCm)} too high.`
        : `The layers come to ${cm(height)}, the vessel is ${cm(insideDepthCm)} deep inside: ${cm(height - insideDepthCm)} too high.`,
    );
  }
  problems.push(...checkFixtures(setup, cm, system), ...checkWater(setup, cm), ...checkPlanting(setup, cm));
  problems.push(...checkLiving(setup));
  if (!(setup.site.roofM2 >= 0 && setup.site.roofM2 <= GREATEST_ROOF_M2))
    add("site.roofM2", "out-of-range", `A roof has between 0 and ${GREATEST_ROOF_M2} m².`);
  return problems;
}

export const MOST_OCCUPANTS = 24;
export const MOST_OF_A_KIND = 10_000;
const LONGEST_RHYTHM_DAYS = 365;
/** What can be said of a place, in its units; more is taken for a slip of the unit. */
const PLACE_BOUNDS = {
  lightMolPerDay: [0, 70, "A day's light is between 0 and 70 mol/m²."],
  coldestC: [-60, 50, "The coldest it gets is between −60 and 50 °C."],
  warmestC: [-20, 70, "The warmest it gets is between −20 and 70 °C."],
  humidity: [0, 1, "Humidity is between 0 and 100 %."],
  waterPpm: [0, 50_000, "Dissolved solids are between 0 and 50 000 mg/L; the sea has 35 000."],
} as const;

/** Who lives there, what is said of the place, and how often it is watered. */
function checkLiving({ occupants, site, wateredEveryDays }: Setup): Problem[] {
  const problems: Problem[] = [];
  if (occupants.length > MOST_OCCUPANTS)
    problems.push(problem("occupants", "too-many", `At most ${MOST_OCCUPANTS} kinds live in one setup.`));
  occupants.forEach(({ count }, i) => {
    if (!(Number.isInteger(count) && count >= 1 && count <= MOST_OF_A_KIND))
      problems.push(
        problem(
          `occupants[${i}].count`,
          "not-a-count",
          `There are 1 to ${MOST_OF_A_KIND} of a kind, in whole numbers.`,
        ),
      );
  });
  for (const key of Object.keys(PLACE_BOUNDS) as (keyof typeof PLACE_BOUNDS)[]) {
    const value = site[key];
    const [least, most, message] = PLACE_BOUNDS[key];
    if (value !== null && !(value >= least && value <= most))
      problems.push(problem(`site.${key}`, "out-of-range", message));
  }
  if (site.coldestC !== null && site.warmestC !== null && site.coldestC > site.warmestC)
    problems.push(problem("site.coldestC", "over-warmest", "The coldest it gets is warmer than the warmest."));
  if (wateredEveryDays !== null && !(wateredEveryDays >= 0.25 && wateredEveryDays <= LONGEST_RHYTHM_DAYS))
    problems.push(
      problem("wateredEveryDays", "out-of-range", "It is watered every 6 hours to every 365 days, or as it wants."),
    );
  return problems;
}

/** A roof larger than this is not led into a tub. [m²] */
const GREATEST_ROOF_M2 = 500;

function checkLegs(setup: Setup, i: number, cm: (height: number) => string): Problem[] {
  const { legs } = setup.layers[i]!;
  const path = `layers[${i}].legs`;
  if (!legs) return [];
  if (!(legs.acrossCm >= LEAST_ACROSS_CM))
    return [problem(`${path}.acrossCm`, "too-small", `Feet and cords are ${cm(LEAST_ACROSS_CM)} across at least.`)];
  if (!(Number.isInteger(legs.count) && legs.count >= 1 && legs.count <= MOST_LEGS))
    return [problem(`${path}.count`, "not-a-count", `There are 1 to ${MOST_LEGS} feet or cords, in whole numbers.`)];
  if (i === setup.layers.length - 1)
    return [
      problem(path, "feet-on-top", "Wick feet carry a layer on their platform: the top layer goes from wall to wall."),
    ];
  const [fromCm, toCm] = boundariesCm(setup).slice(i, i + 2) as [number, number];
  const least = Math.min(vesselAreaCm2(setup.vessel, fromCm), vesselAreaCm2(setup.vessel, toCm));
  return legsAreaCm2(legs) >= least
    ? [problem(path, "no-room", `${legs.count} feet of ${cm(legs.acrossCm)} do not stand beside one another in there.`)]
    : [];
}

/** More than anybody puts into a vessel: taken for a slip of the unit. */
const GREATEST: Record<Exclude<FixtureQuantity, "height">, number> = {
  length: GREATEST_SIDE_CM,
  /** [W] */
  power: 3000,
  /** [cm³/h] */
  flow: 5e6,
};

function formatSize(quantity: Exclude<FixtureQuantity, "height">, value: number, system: UnitSystem): string {
  switch (quantity) {
    case "length":
      return formatLength(value, system);
    case "power":
      return formatPower(value);
    case "flow":
      return formatFlow(value, system);
    default:
      return quantity satisfies never;
  }
}

function checkFixtures(setup: Setup, cm: (height: number) => string, system: UnitSystem): Problem[] {
  const { fixtures, vessel } = setup;
  const problems: Problem[] = [];
  if (fixtures.length > MOST_FIXTURES)
    problems.push(problem("fixtures", "too-many", `A vessel has ${MOST_FIXTURES} fixtures at most.`));
  const kinds = new Set<FixtureKind>();
  fixtures.forEach((fixture, i) => {
    const path = `fixtures[${i}]`;
    const words = FIXTURE_WORDS[fixture.kind];
    if (SINGLE_FIXTURES[fixture.kind] && kinds.has(fixture.kind))
      problems.push(problem(path, "one-only", `A vessel has one ${words}.`));
    kinds.add(fixture.kind);
    for (const [size, said, quantity, value] of sizesOf(fixture)) {
      const at = `${path}.${size}`;
      if (quantity === "height") {
        if (!(value >= 0)) problems.push(problem(at, "below-base", `The ${words}: its ${said} must be 0 or more.`));
        else if (value > vessel.insideDepthCm + HEIGHT_SLACK_CM)
          problems.push(
            problem(
              at,
              "above-rim",
              `The ${words} at ${cm(value)} is above the rim, which is at ${cm(vessel.insideDepthCm)}.`,
            ),
          );
      } else if (!(value > 0))
        problems.push(problem(at, "not-positive", `The ${words}: its ${said} must be greater than 0.`));
      else if (value > GREATEST[quantity])
        problems.push(
          problem(
            at,
            "too-large",
            `The ${words}: its ${said} is ${formatSize(quantity, value, system)}. Is the unit right?`,
          ),
        );
    }
    if ("acrossShare" in fixture && !(fixture.acrossShare >= 0 && fixture.acrossShare <= 1))
      problems.push(problem(`${path}.acrossShare`, "not-a-share", `The ${words} stands between the two walls.`));
    problems.push(...checkFixture(fixture, path, setup, cm));
  });
  return problems;
}

const MOST_SLOTS = 1000;
/** More feed than this for one vessel is a slip. [g; cm³ of what is dosed by volume] */
export const MOST_GRAMS = 100_000;

function checkFixture(fixture: Fixture, path: string, { vessel }: Setup, cm: (height: number) => string): Problem[] {
  switch (fixture.kind) {
    case "hole":
      return Number.isInteger(fixture.count) && fixture.count >= 1 && fixture.count <= MOST_HOLES
        ? []
        : [problem(`${path}.count`, "not-a-count", `There are 1 to ${MOST_HOLES} holes, in whole numbers.`)];
    case "fill-tube":
    case "standpipe":
    case "tell-tale":
      return fixture.diameterCm >= cutAt(vessel, 0).widthCm
        ? [problem(`${path}.diameterCm`, "too-wide", `A tube of ${cm(fixture.diameterCm)} does not stand in it.`)]
        : [];
    case "tray":
      return fixture.insideLengthCm * fixture.insideWidthCm < standsOnCm2(vessel)
        ? [problem(path, "too-small", "The vessel does not stand in so small a tray.")]
        : [];
    case "lid":
      return fixture.openShare >= 0 && fixture.openShare <= 1
        ? []
        : [problem(`${path}.openShare`, "not-a-share", "A lid leaves between 0 and 100 % of the mouth open.")];
    case "dressing":
      return fixture.slots === undefined ||
        (Number.isInteger(fixture.slots) && fixture.slots >= 1 && fixture.slots <= MOST_SLOTS)
        ? []
        : [problem(`${path}.slots`, "not-a-count", `A sheet has 1 to ${MOST_SLOTS} slots, in whole numbers.`)];
    case "feed-strip":
      return fixture.grams > 0 && fixture.grams <= MOST_GRAMS
        ? []
        : [problem(`${path}.grams`, "not-an-amount", `A strip of feed is of more than 0 and at most ${MOST_GRAMS} g.`)];
    case "liner":
    case "drain-screen":
    case "front":
      return [];
    default:
      return fixture satisfies never;
  }
}

function checkPlanting({ planting, vessel }: Setup, cm: (height: number) => string): Problem[] {
  if (!planting) return [];
  const problems: Problem[] = [];
  if (!(Math.abs(planting.crownOverSoilCm) <= vessel.insideDepthCm))
    problems.push(
      problem("planting.crownOverSoilCm", "out-of-range", "The crown stands within the vessel's depth of the soil."),
    );
  for (const key of ["ballDepthCm", "ballAcrossCm"] as const)
    if (!(planting[key] > 0 && planting[key] <= GREATEST_SIDE_CM))
      problems.push(
        problem(
          `planting.${key}`,
          "not-positive",
          `A root ball measures more than 0 and up to ${cm(GREATEST_SIDE_CM)}.`,
        ),
      );
  return problems;
}

function checkWater(setup: Setup, cm: (height: number) => string): Problem[] {
  const { water, vessel } = setup;
  switch (water.by) {
    case "level": {
      const { levelCm } = water;
      if (!(levelCm >= 0))
        return [
          problem("water.levelCm", "below-base", "The free water level cannot lie under the base of the vessel."),
        ];
      if (levelCm > vessel.insideDepthCm + HEIGHT_SLACK_CM)
        return [
          problem(
            "water.levelCm",
            "above-rim",
            `The free water level at ${cm(levelCm)} is above the rim, which is at ${cm(vessel.insideDepthCm)}.`,
          ),
        ];
      const drainsAt = drainsAtCm(setup);
      return drainsAt !== undefined && levelCm > drainsAt + HEIGHT_SLACK_CM
        ? [problem("water.levelCm", "above-overflow", runsOut(setup, levelCm, drainsAt, cm))]
        : [];
    }
    case "soaking":
      return [];
    case "volume":
      return water.storedCm3 >= 0
        ? []
        : [problem("water.storedCm3", "negative", "There cannot be less than no water in the vessel.")];
    default:
      return water satisfies never;
  }
}

function runsOut(setup: Setup, levelCm: number, drainsAt: number, cm: (height: number) => string): string {
  const { baseIsOpen, trayRimCm } = openingsOf(setup);
  if (!baseIsOpen) return `Water at ${cm(levelCm)} would run out of the overflow hole at ${cm(drainsAt)}.`;
  return trayRimCm === undefined
    ? `Water at ${cm(levelCm)} would run out of the base, which is open. Plug it, line it, or stand it in a tray.`
    : `Water at ${cm(levelCm)} would run over the tray, whose rim is at ${cm(drainsAt)}.`;
}
