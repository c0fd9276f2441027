import { WILTED_CM } from "../media/bands";
import type { Setup } from "../stack/setup";
import { boundariesCm, drainsAtCm, openingsOf, soakedLevelCm, type Zone } from "../stack/geometry";
import { formatLength, formatLoad, formatMass, formatPercent, formatVolume, type UnitSystem } from "../units/units";
import { vesselVolumeCm3 } from "../vessel/vessel";
import { historyOf } from "../water/branch";
import { TIGHT_AIR_SPACE, WATERLOGGED_AIR_SPACE, topOfZones, type DoseReading, type Readings } from "./readings";

/** Why a number is what it is: the formula in words, what went in, whose rule it is, and how far it can be off. */
export type Why = {
  readonly formula: string;
  readonly inputs: readonly (readonly [name: string, value: string])[];
  readonly source: string;
  readonly uncertainty: string;
};

export type ReadingSentence = {
  readonly id: "standing" | "wet-zone" | "roots" | "held" | "weight" | "dose-begin" | "dose" | "dose-roots";
  readonly heading: string;
  readonly text: string;
  readonly tone: "plain" | "trouble";
  readonly why: Why;
};

/** A day after a soaking, at rest, or at a moment of a run. */
export type StateWhen = "day" | "rest" | "run";

type Saying = {
  readonly setup: Setup;
  readonly readings: Readings;
  readonly system: UnitSystem;
  readonly when: StateWhen;
};

/** The readings of a settled setup as sentences, in the order a grower asks them. */
export function readingSentences(
  setup: Setup,
  readings: Readings,
  dose: DoseReading | undefined,
  system: UnitSystem,
  when: StateWhen = "rest",
): ReadingSentence[] {
  const saying = { setup, readings, system, when };
  return [
    standing(saying),
    wetZone(saying),
    ...roots(saying),
    ...(dose ? doses(saying, dose) : []),
    held(saying),
    weight(saying),
  ];
}

/** The one line that says how a setup stands, for a shelf of many. */
export function stateLine({ waterlogged, heightCm, rootZone, surfaceAirSpace }: Readings, system: UnitSystem): string {
  const top = topOfZones(waterlogged);
  const under = heightCm - top;
  const wet =
    top === 0
      ? "No waterlogged zone"
      : under < 0.05
        ? "Waterlogged to the surface"
        : `Wet zone to ${formatLength(top, system)}, ${formatLength(under, system)} under the surface`;
  return `${wet}; ${rootZone ? `air at the roots ${formatPercent(rootZone.meanAirSpace)}` : `air at the surface ${formatPercent(surfaceAirSpace)}`}`;
}

function standing({ setup, readings, system, when }: Saying): ReadingSentence {
  const cm = (height: number): string => formatLength(height, system);
  const { waterTableCm, pondedCm3, standingCm3, heightCm } = readings;
  const { water } = setup;
  let text: string;
  if (waterTableCm > heightCm + 1e-9) {
    text = `Water stands ${cm(waterTableCm - heightCm)} deep over the soil: ${formatVolume(pondedCm3, system)} of open water.`;
  } else if (waterTableCm > (when === "run" ? 0.05 : 0)) {
    text = `Free water stands at ${cm(waterTableCm)}, in the ${nameAt(setup, readings, waterTableCm)}; ${formatVolume(standingCm3, system)} lies below that level.`;
  } else if (when === "run" && water.by === "level") {
    text = "The reservoir is empty.";
  } else if (water.by === "soaking" && soakedLevelCm(setup) === 0) {
    text = "No water stands: it drains to the outlet at the base.";
  } else if (waterTableCm === 0) {
    text = "Free water just reaches the base; none stands above it.";
  } else {
    text = `No water stands. The stack pulls as if free water lay ${cm(-waterTableCm)} under the base.`;
  }
  const drainsAt = drainsAtCm(setup);
  if (when !== "run" && water.by === "level" && drainsAt !== undefined) {
    const spare = drainsAt - water.levelCm;
    const { baseIsOpen, trayRimCm } = openingsOf(setup);
    const brim = baseIsOpen && trayRimCm !== undefined ? "rim of the tray" : "overflow";
    text += spare < 0.05 ? ` It is at the ${brim}.` : ` The ${brim} is ${cm(spare)} above it.`;
  }
  if (water.by === "soaking" && soakedLevelCm(setup) > 0)
    text += " It cannot fall lower by draining: only drinking and drying lower it.";
  return {
    id: "standing",
    heading: "Where water stands",
    text,
    tone: "plain",
    why: {
      formula:
        water.by === "volume"
          ? "The free water surface is the height at which the settled layers, summed from base to top, hold exactly the water that is in the vessel."
          : "Free water finds one level; at rest the suction at a height is its distance above that level.",
      inputs: [
        when === "run"
          ? ["free surface at this hour", cm(waterTableCm)]
          : water.by === "level"
            ? ["free water level", cm(water.levelCm)]
            : water.by === "soaking"
              ? ["lowest way out", cm(soakedLevelCm(setup))]
              : ["water in the vessel", formatVolume(water.storedCm3, system)],
        ["volume of the vessel", formatVolume(vesselVolumeCm3(setup.vessel), system)],
      ],
      source: "Hydrostatics (Buckingham 1907; Richards 1931).",
      uncertainty:
        water.by === "volume"
          ? "How much a medium holds varies by several per cent between batches; go slowly near the limit and look through the glass."
          : "The level itself is as exact as the vessel is level: on a slope one side is wetter.",
    },
  };
}

function wetZone({ setup, readings, system, when }: Saying): ReadingSentence {
  const cm = (height: number): string => formatLength(height, system);
  const { waterlogged, tight, heightCm, surfaceAirSpace } = readings;
  const top = topOfZones(waterlogged);
  const tightTop = topOfZones(tight);
  const parts: string[] = [];
  if (waterlogged.length === 0)
    parts.push(`Nowhere is air space under ${formatPercent(WATERLOGGED_AIR_SPACE)}: no layer is waterlogged.`);
  else if (heightCm - top < 0.05 && waterlogged.length === 1 && waterlogged[0]!.fromCm < 0.05)
    parts.push("The whole stack is waterlogged, to its surface.");
  else
    parts.push(
      `Waterlogged ${waterlogged.map((zone) => span(zone, cm)).join(" and ")}: air space under ${formatPercent(WATERLOGGED_AIR_SPACE)}.`,
    );
  if (tightTop > top + 0.05) parts.push(`Tight, under ${formatPercent(TIGHT_AIR_SPACE)} air, up to ${cm(tightTop)}.`);
  if (heightCm - top >= 0.05) parts.push(`The surface, at ${cm(heightCm)}, has ${formatPercent(surfaceAirSpace)} air.`);
  return {
    id: "wet-zone",
    heading: "How high the wet zone reaches",
    text: parts.join(" "),
    tone: "plain",
    why: {
      formula: `Air space = pores less water, at each height. ${
        when === "day"
          ? "Water there is what is left after the stack was filled full and drained for 24 hours, computed through time."
          : when === "run"
            ? "Water there is what the run has at this hour, computed through time."
            : "Water there is what the medium keeps at the suction of that height (its retention curve)."
      }${readings.waterTableCm < readings.heightCm ? ` ${when === "run" ? REMEMBERING_WORDS : branchWords(setup)}` : ""}`,
      inputs: setup.layers.map((layer, i) => {
        const { medium } = readings.layers[i]!;
        return [
          layer.name || medium.name,
          `pores ${formatPercent(medium.hydraulics.thetaS)}, ${cm(layer.thicknessCm)} thick`,
        ] as const;
      }),
      source: `${when !== "rest" ? "Flow after Richards (1931) with Mualem (1976) conductivity. " : ""}Retention by van Genuchten (1980) and Durner (1994); limits of 5 % and 10 % after Wesseling & van Wijk (1957).`,
      uncertainty: `${mediaUncertainty(readings)}${when !== "rest" ? " Conductivities are known to a factor of 3 to 10, so a day may be half a day or three." : ""}`,
    },
  };
}

function roots({ setup, readings, system }: Saying): ReadingSentence[] {
  const { rootZone } = readings;
  if (!rootZone) return [];
  const cm = (height: number): string => formatLength(height, system);
  const bears = rootZone.meanAirSpace < WATERLOGGED_AIR_SPACE ? " Few but bog and marsh plants live in that." : "";
  const worst =
    rootZone.leastAirSpace < WATERLOGGED_AIR_SPACE
      ? `${formatPercent(rootZone.waterloggedShare)} of its height is waterlogged`
      : rootZone.leastAirSpace < TIGHT_AIR_SPACE
        ? "tight at its wettest, but nowhere waterlogged"
        : "nowhere tight";
  return [
    {
      id: "roots",
      heading: "Air at the roots",
      text: `The root zone has ${formatPercent(rootZone.meanAirSpace)} air on the whole, ${formatPercent(rootZone.leastAirSpace)} at its wettest (at ${cm(rootZone.leastAirHeightCm)}); ${worst}.${bears}`,
      tone: "plain",
      why: {
        formula:
          "Mean air space of the layers marked as rooted, weighted by volume; the least is that of the wettest height among them.",
        inputs: readings.layers.flatMap((layer, i) =>
          setup.layers[i]!.rooted
            ? [
                [
                  setup.layers[i]!.name || layer.medium.name,
                  `mean ${formatPercent(layer.meanAirSpace)}, least ${formatPercent(layer.leastAirSpace)}`,
                ] as const,
              ]
            : [],
        ),
        source:
          "Limits of 5 % and 10 % after Wesseling & van Wijk (1957). What a given plant bears is not known here yet.",
        uncertainty: mediaUncertainty(readings),
      },
    },
  ];
}

/** Where a dose that is too much stands first: at the base, or where it comes up to what lies on a false bottom. */
export const footWords = ({ fillFromCm }: Pick<Setup, "fillFromCm">): string =>
  fillFromCm > 0 ? "at the false bottom, and touches what lies on it" : "at the base";

function doses({ setup, readings, system }: Saying, dose: DoseReading): ReadingSentence[] {
  const foot = footWords(setup);
  const why: Why = {
    formula: "Water the settled stack holds when free water just reaches that height, less what is in it now.",
    inputs: [["in it now", formatVolume(readings.storedCm3 + readings.pondedCm3, system)]],
    source: "Hydrostatics with each medium's retention curve, on the branch of the stack's history.",
    uncertainty: `${mediaUncertainty(readings)} A dose also takes hours to days to spread: water can stand for a while before it does.`,
  };
  const stopCm3 = Math.min(dose.untilBaseCm3, dose.untilRootsCm3 ?? Infinity);
  const isDry = readings.waterTableCm <= -WILTED_CM;
  const begin: ReadingSentence[] =
    dose.untilDrinkableCm3 > 0 && stopCm3 > dose.untilDrinkableCm3
      ? [
          {
            id: "dose-begin",
            heading: isDry ? "How to begin" : "Dry for roots",
            tone: isDry ? "trouble" : "plain",
            why,
            text: `${isDry ? "Everything is dry: begin with" : "The middle of it is drier than roots drink from with ease: bring it there with"} ${formatVolume(dose.untilDrinkableCm3, system, stopCm3)}, from which on they can, and stop at ${formatVolume(stopCm3, system)}, at which water first stands ${foot}. Pour slowly and in parts: what is dry sheds water at first, and a dose takes days to spread.`,
          },
        ]
      : [];
  const base: ReadingSentence = {
    id: "dose",
    heading: "How much more water it takes",
    tone: dose.untilBaseCm3 > 0 ? "plain" : "trouble",
    why,
    text:
      dose.untilBaseCm3 > 0
        ? `It takes ${formatVolume(dose.untilBaseCm3, system)} more before water first stands ${foot}.`
        : `Water stands ${foot} already; more will only raise it.`,
  };
  if (dose.untilRootsCm3 === undefined || dose.rootsBottomCm === 0) {
    return [
      ...begin,
      dose.rootsBottomCm === 0 && dose.untilBaseCm3 > 0
        ? {
            ...base,
            text: `It takes ${formatVolume(dose.untilBaseCm3, system)} more before water first stands in the soil, at the base.`,
          }
        : base,
    ];
  }
  return [
    ...begin,
    base,
    {
      id: "dose-roots",
      heading: "Until it stands in the soil",
      tone: dose.untilRootsCm3 > 0 ? "plain" : "trouble",
      why,
      text:
        dose.untilRootsCm3 > 0
          ? `It takes ${formatVolume(dose.untilRootsCm3, system)} more before water stands in the rooted layers, at ${formatLength(dose.rootsBottomCm!, system)}.`
          : "Water stands in the rooted layers already.",
    },
  ];
}

function held({ readings, system }: Saying): ReadingSentence {
  const { rootZone, storedCm3, pondedCm3 } = readings;
  const easy =
    rootZone?.easilyAvailableCm3 ?? readings.layers.reduce((sum, layer) => sum + layer.easilyAvailableCm3, 0);
  const buffer = rootZone?.bufferCm3 ?? readings.layers.reduce((sum, layer) => sum + layer.bufferCm3, 0);
  return {
    id: "held",
    heading: "Water held",
    tone: "plain",
    text: `${formatVolume(storedCm3, system)} in the layers${pondedCm3 > 0 ? ` and ${formatVolume(pondedCm3, system, storedCm3)} over them` : ""}. ${rootZone ? "At the roots" : "In all layers"}, ${formatVolume(easy, system, storedCm3)} is easily available and ${formatVolume(buffer, system, storedCm3)} more is buffer.`,
    why: {
      formula:
        "Water content summed over height and area. Easily available: held between 10 and 50 cm of suction; buffer: between 50 and 100 cm.",
      inputs: readings.layers.map(
        (layer) =>
          [
            layer.medium.name,
            `${formatVolume(layer.storedCm3, system)} in ${formatVolume(layer.volumeCm3, system)}`,
          ] as const,
      ),
      source: "Bands of de Boodt & Verdonck (1972).",
      uncertainty: mediaUncertainty(readings),
    },
  };
}

function weight({ setup, readings, system }: Saying): ReadingSentence {
  return {
    id: "weight",
    heading: "Weight",
    tone: "plain",
    text: `The filling weighs ${formatMass(readings.dryKg, system)} dry and ${formatMass(readings.wetKg, system)} as it stands: ${formatLoad(readings.loadKgPerM2, system)} under it, vessel not counted.`,
    why: {
      formula:
        "Dry bulk density × volume of each layer, plus the water in and over the layers; the load is that over the vessel's inside area.",
      inputs: readings.layers.map(
        (layer, i) =>
          [
            setup.layers[i]!.name || layer.medium.name,
            `${formatMass(layer.dryKg, system)} dry (${layer.medium.dryBulkDensityGPerCm3.low}–${layer.medium.dryBulkDensityGPerCm3.high} g/cm³), ${formatMass(layer.wetKg, system)} wet`,
          ] as const,
      ),
      source: "Catalogue densities; see each medium's sources.",
      uncertainty:
        "Packing changes dry weight by a quarter either way. The vessel itself, what grows in it and a soaking come on top.",
    },
  };
}

function mediaUncertainty({ layers }: Readings): string {
  const seen = [...new Map(layers.map(({ medium }) => [medium.id, medium])).values()];
  return `${seen.map((medium) => `${medium.name}: ${formatPercent(medium.airSpace15cm.low)}–${formatPercent(medium.airSpace15cm.high)} air in a 15 cm pot (confidence ${medium.confidence})`).join("; ")}. Computed with the typical curve of each.`;
}

const REMEMBERING_WORDS =
  "Every part of the stack goes on from what it has been through, drying and wetting by other curves (Parker & Lenhard 1987).";

/** Which branch of its curves a reading was made on. */
function branchWords(setup: Setup): string {
  const history = historyOf(setup);
  switch (history) {
    case "soaked":
      return "Read on the drying branch: the stack was soaked, then drained to this.";
    case "moist":
      return "Read on the wetting branch: the stack wicked up from moist, and holds less than one that was soaked (Kool & Parker 1987; Luckner et al. 1989).";
    case "dry":
      return "Read on the wetting branch: the stack was put in dry, and what repels water has stayed dry.";
    default:
      return history satisfies never;
  }
}

function span({ fromCm, toCm }: Zone, cm: (height: number) => string): string {
  return fromCm < 0.05 ? `up to ${cm(toCm)}` : `from ${cm(fromCm)} to ${cm(toCm)}`;
}

function nameAt(setup: Setup, readings: Readings, heightCm: number): string {
  const tops = boundariesCm(setup).slice(1);
  const found = tops.findIndex((top) => heightCm <= top + 1e-9);
  const index = found < 0 ? setup.layers.length - 1 : found;
  return setup.layers[index]!.name || readings.layers[index]!.medium.name.toLowerCase();
}
