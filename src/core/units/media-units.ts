import { failed, ok, type Result } from "./problem";
import {
  CM_PER_INCH,
  CM3_PER_CUBIC_FOOT,
  CM3_PER_GALLON,
  CM3_PER_LITRE,
  formatMass,
  formatVolume,
  KG_PER_POUND,
  lengthInUnits,
  lengthUnitName,
  MASS_UNITS,
  NBSP,
  parseNumberAndUnit,
  parseQuantity,
  threeFigures,
  VOLUME_UNITS,
  type Unit,
  type UnitSystem,
} from "./units";

// Units of media as they are bought and measured: packs, dry weights, speeds of water. Apart from those every page needs.

/** A pound in a cubic foot, as kg in a litre. */
const G_PER_CM3_PER_POUND_PER_CUBIC_FOOT = (KG_PER_POUND * 1000) / CM3_PER_CUBIC_FOOT;

/** As g/cm³, which is kg a litre. */
const DENSITY_UNITS: readonly Unit[] = [
  { factor: 0.001, names: ["g/l", "g per l", "kg/m3", "kg/m³", "mg/cm3"] },
  { factor: 1, names: ["kg/l", "kg per l", "g/cm3", "g/cm³", "g/ml"] },
  { factor: G_PER_CM3_PER_POUND_PER_CUBIC_FOOT, names: ["lb/ft3", "lb/ft³", "lb/cu ft", "lb per cu ft", "pcf"] },
];

/** What is printed on a pack: a volume, or with a unit of it a mass. */
export type PackAmount = { readonly unit: "L" | "kg"; readonly amount: number };

/** Reads what a pack holds: "50", "50 L", "5 kg", "2 cu ft", "10 lb". A bare number is in litres or gallons. */
export function parsePackAmount(text: string, system: UnitSystem): Result<PackAmount> {
  const parsed = parseNumberAndUnit(text);
  const mass = parsed && MASS_UNITS.find(({ names }) => names.includes(parsed.unit));
  if (parsed?.unsure) return failed(parsed.unsure);
  if (parsed && mass) return ok({ unit: "kg", amount: parsed.value * mass.factor });
  const volume = parseQuantity(
    text,
    VOLUME_UNITS,
    system === "metric" ? CM3_PER_LITRE : CM3_PER_GALLON,
    "what a pack holds",
    system === "metric" ? "50 L or 5 kg" : "2 cu ft, 8 qt or 10 lb",
  );
  return volume.ok ? ok({ unit: "L", amount: volume.value / CM3_PER_LITRE }) : volume;
}

/** Reads the dry weight of a volume of medium; a bare number is in g a litre, or lb a cubic foot. @returns g/cm³ */
export function parseDensityGPerCm3(text: string, system: UnitSystem): Result<number> {
  return system === "metric"
    ? parseQuantity(text, DENSITY_UNITS, 0.001, "a dry weight", "105, 105 g/L or 0.1 kg/L")
    : parseQuantity(
        text,
        DENSITY_UNITS,
        G_PER_CM3_PER_POUND_PER_CUBIC_FOOT,
        "a dry weight",
        "6.5, 6.5 lb/cu ft or 105 g/L",
      );
}

/** Reads a speed of water; a bare number is in cm or inches an hour. @returns cm/h */
export const parseSpeedCmPerHour = (text: string, system: UnitSystem): Result<number> =>
  parseQuantity(text, SPEED_UNITS, system === "metric" ? 1 : CM_PER_INCH, "a speed of water", "98, 98 cm/h or 39 in/h");
const SPEED_UNITS: readonly Unit[] = [
  { factor: 1, names: ["cm/h", "cm per h", "cm an hour"] },
  { factor: 0.1, names: ["mm/h"] },
  { factor: CM_PER_INCH, names: ["in/h", "in/hr"] },
  { factor: 3600, names: ["cm/s"] },
  { factor: 100 / 24, names: ["m/d", "m/day"] },
  { factor: 1 / 24, names: ["cm/d", "cm/day"] },
];

/** "105 g per L" */
export const formatDensity = (gPerCm3: number, system: UnitSystem): string =>
  `${densityFieldText(gPerCm3, system)}${NBSP}${densityUnitName(system)}`;
export const densityUnitName = (system: UnitSystem): string => (system === "metric" ? "g per L" : "lb per cu ft");
export const densityFieldText = (gPerCm3: number, system: UnitSystem): string =>
  threeFigures(densityInUnits(gPerCm3, system), 1);
export const densityInUnits = (gPerCm3: number, system: UnitSystem): number =>
  system === "metric" ? gPerCm3 * 1000 : gPerCm3 / G_PER_CM3_PER_POUND_PER_CUBIC_FOOT;

/** What a pack holds, as it is printed on it. */
export const formatPackAmount = ({ unit, amount }: PackAmount, system: UnitSystem): string =>
  unit === "kg" ? formatMass(amount, system) : formatVolume(amount * CM3_PER_LITRE, system);

/** A speed of water: "98 cm an hour". */
export const formatSpeed = (cmPerHour: number, system: UnitSystem): string =>
  `${threeFigures(Number(lengthInUnits(cmPerHour, system).toPrecision(3)))}${NBSP}${lengthUnitName(system)} an hour`;
