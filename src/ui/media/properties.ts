import type { Medium } from "@/core/media/medium";
import {
  formatLength,
  formatPercent,
  lengthInUnits,
  lengthUnitName,
  threeFigures,
  type UnitSystem,
} from "@/core/units/units";
import { densityInUnits, densityUnitName, formatDensity, formatSpeed } from "@/core/units/media-units";
import type { ContainerState } from "@/core/water/container";
import { COST_WORDS, rangeText } from "./medium-words";

/** What media are sorted, sifted and shown by: each a number in the grower's units, and its words. */
export type PropertyKey =
  | "air"
  | "water"
  | "pH"
  | "weight"
  | "ec"
  | "unavailable"
  | "dryRise"
  | "moistRise"
  | "conducts"
  | "grain"
  | "settles"
  | "rots"
  | "price"
  | "known";

type Property = {
  readonly words: string;
  readonly unit: (system: UnitSystem) => string;
  /** In the unit named; Infinity for what never comes. */
  readonly value: (medium: Medium, state: ContainerState, system: UnitSystem) => number;
  readonly text: (medium: Medium, state: ContainerState, system: UnitSystem) => string;
};

const COST_ORDER = ["low", "medium", "high"];
const CONFIDENCE_ORDER = ["low", "medium", "high"];
const percent = (): string => "%";
const none = (): string => "";

export const PROPERTIES: Readonly<Record<PropertyKey, Property>> = {
  air: { words: "air", unit: percent, value: (_, { air }) => 100 * air, text: (_, { air }) => formatPercent(air) },
  water: {
    words: "water",
    unit: percent,
    value: (_, { water }) => 100 * water,
    text: (_, { water }) => formatPercent(water),
  },
  pH: { words: "pH", unit: none, value: ({ pH }) => pH.typical, text: ({ pH }) => rangeText(pH, 1) },
  weight: {
    words: "dry weight",
    unit: densityUnitName,
    value: ({ dryBulkDensityGPerCm3 }, _, system) => densityInUnits(dryBulkDensityGPerCm3.typical, system),
    text: ({ dryBulkDensityGPerCm3 }, _, system) => formatDensity(dryBulkDensityGPerCm3.typical, system),
  },
  ec: {
    words: "salts",
    unit: () => "dS/m",
    value: ({ ecDsPerM }) => ecDsPerM.typical,
    text: ({ ecDsPerM }) => rangeText(ecDsPerM),
  },
  unavailable: {
    words: "water roots cannot have",
    unit: percent,
    value: ({ unavailableWater }) => 100 * unavailableWater.typical,
    text: ({ unavailableWater }) => formatPercent(unavailableWater.typical),
  },
  dryRise: {
    words: "wicks in a day, from dry",
    unit: lengthUnitName,
    value: ({ capillaryRiseCm }, _, system) => lengthInUnits(capillaryRiseCm.dryStart.typical, system),
    text: ({ capillaryRiseCm }, _, system) => formatLength(capillaryRiseCm.dryStart.typical, system),
  },
  moistRise: {
    words: "carries 2 mm a day to",
    unit: lengthUnitName,
    value: ({ capillaryRiseCm }, _, system) => lengthInUnits(capillaryRiseCm.moistStart.typical, system),
    text: ({ capillaryRiseCm }, _, system) => formatLength(capillaryRiseCm.moistStart.typical, system),
  },
  conducts: {
    words: "conducts, full",
    unit: (system) => `${lengthUnitName(system)} an hour`,
    value: ({ ksCmPerHour }, _, system) => lengthInUnits(ksCmPerHour.typical, system),
    text: ({ ksCmPerHour }, _, system) => formatSpeed(ksCmPerHour.typical, system),
  },
  grain: {
    words: "grain size",
    unit: () => "mm",
    value: ({ particleSizeMm }) => particleSizeMm.d50,
    text: ({ particleSizeMm }) => `${threeFigures(particleSizeMm.d50, 2)}\u00a0mm`,
  },
  settles: {
    words: "settles",
    unit: percent,
    value: ({ settlingFraction }) => 100 * settlingFraction.typical,
    text: ({ settlingFraction }) => formatPercent(settlingFraction.typical),
  },
  rots: {
    words: "half rotted in",
    unit: () => "years",
    value: ({ decompositionHalfLifeYears: years }) => years?.typical ?? Infinity,
    text: ({ decompositionHalfLifeYears: years }) => (years ? `${rangeText(years, 1)} years` : "never"),
  },
  price: {
    words: "price",
    unit: none,
    value: ({ costClass }) => COST_ORDER.indexOf(costClass) + 1,
    text: ({ costClass }) => COST_WORDS[costClass],
  },
  known: {
    words: "known",
    unit: none,
    value: ({ confidence }) => CONFIDENCE_ORDER.indexOf(confidence) + 1,
    text: ({ confidence }) => confidence,
  },
};
/** Those that a least and most can be asked of. */
export const SIFTED = (Object.keys(PROPERTIES) as PropertyKey[]).filter((key) => key !== "price" && key !== "known");
