import { ambiguity, readNumber } from "./numbers";
import { failed, ok, problem, type Problem, type Result } from "./problem";

/**
 * The one place for units. Everything inside Marlstone is in cm, cm³, g and hours; a grower's units exist only here,
 * at the moment a number is typed or shown.
 */
export type UnitSystem = "metric" | "imperial";

export const CM_PER_INCH = 2.54;
export const CM3_PER_LITRE = 1000;
/** US liquid gallon, 231 cubic inches. */
export const CM3_PER_GALLON = 3785.411784;
const CM3_PER_FLUID_OUNCE = CM3_PER_GALLON / 128;
export const CM3_PER_CUBIC_FOOT = 28_316.846592;
export const KG_PER_POUND = 0.45359237;
const OUNCES_PER_POUND = 16;
export type Unit = { readonly factor: number; readonly names: readonly string[] };

export const LENGTH_UNITS: readonly Unit[] = [
  { factor: 1, names: ["cm", "centimetre", "centimetres", "centimeter", "centimeters"] },
  { factor: 0.1, names: ["mm", "millimetre", "millimetres", "millimeter", "millimeters"] },
  { factor: 100, names: ["m", "metre", "metres", "meter", "meters"] },
  { factor: CM_PER_INCH, names: ["in", "inch", "inches", '"', "″", "”"] },
  { factor: 12 * CM_PER_INCH, names: ["ft", "foot", "feet", "'", "′", "’"] },
];

export const VOLUME_UNITS: readonly Unit[] = [
  { factor: CM3_PER_LITRE, names: ["l", "litre", "litres", "liter", "liters"] },
  { factor: 1, names: ["ml", "millilitre", "millilitres", "milliliter", "milliliters", "cm3", "cm³", "cc"] },
  { factor: 10, names: ["cl"] },
  { factor: CM3_PER_GALLON, names: ["gal", "gallon", "gallons"] },
  { factor: CM3_PER_GALLON / 4, names: ["qt", "quart", "quarts"] },
  { factor: CM3_PER_GALLON / 8, names: ["pt", "pint", "pints"] },
  { factor: CM3_PER_GALLON / 16, names: ["cup", "cups"] },
  { factor: CM3_PER_FLUID_OUNCE, names: ["fl oz", "floz", "oz"] },
  { factor: CM3_PER_CUBIC_FOOT, names: ["cu ft", "cu. ft", "cuft", "ft3", "ft³", "cubic foot", "cubic feet"] },
  { factor: 1e6, names: ["m3", "m³"] },
];

export const MASS_UNITS: readonly Unit[] = [
  { factor: 1, names: ["kg", "kilo", "kilos", "kilogram", "kilograms"] },
  { factor: 0.001, names: ["g", "gram", "grams"] },
  { factor: KG_PER_POUND, names: ["lb", "lbs", "pound", "pounds"] },
];

export function parseNumberAndUnit(
  text: string,
): { value: number; unit: string; unsure: Problem | undefined } | undefined {
  const read = readNumber(text);
  return read && { value: read.value, unit: read.rest.toLowerCase(), unsure: ambiguity(text, read) };
}

const factorOf = (units: readonly Unit[], name: string): number | undefined =>
  units.find(({ names }) => names.includes(name.toLowerCase()))?.factor;
/** What a unit of volume holds, by any of its names; undefined for what is none. */
export const volumeUnitCm3 = (name: string): number | undefined => factorOf(VOLUME_UNITS, name);
/** Every name of a unit of volume, and of one of mass. */
export const VOLUME_UNIT_NAMES: readonly string[] = VOLUME_UNITS.flatMap(({ names }) => names);
export const MASS_UNIT_NAMES: readonly string[] = MASS_UNITS.flatMap(({ names }) => names);

export function parseQuantity(
  text: string,
  units: readonly Unit[],
  defaultFactor: number,
  what: string,
  examples: string,
): Result<number> {
  if (text.trim() === "") return failed(problem("", "empty", `Write ${what}, such as ${examples}.`));
  const parsed = parseNumberAndUnit(text);
  if (!parsed)
    return failed(problem("", "not-a-number", `“${text.trim()}” is not ${what}. Write a number, such as ${examples}.`));
  if (parsed.unsure) return failed(parsed.unsure);
  const unit = parsed.unit === "" ? undefined : units.find((u) => u.names.includes(parsed.unit));
  if (parsed.unit !== "" && !unit) {
    return failed(problem("", "unknown-unit", `“${parsed.unit}” is not a unit for ${what}. Write ${examples}.`));
  }
  const value = parsed.value * (unit?.factor ?? defaultFactor);
  if (!Number.isFinite(value))
    return failed(problem("", "not-finite", `“${text.trim()}” is not a number that can be used.`));
  return ok(value);
}

/** Reads a typed length. A bare number is in the grower's own unit; "3 in" in a cm field works. @returns cm */
export function parseLengthCm(text: string, system: UnitSystem): Result<number> {
  return system === "metric"
    ? parseQuantity(text, LENGTH_UNITS, 1, "a length", "12, 12.5 cm or 5 in")
    : parseQuantity(text, LENGTH_UNITS, CM_PER_INCH, "a length", "5, 5 1/2 in or 12 cm");
}

/** Reads a typed volume of water; a bare number is in litres or US gallons. @returns cm³ */
export function parseVolumeCm3(text: string, system: UnitSystem): Result<number> {
  return system === "metric"
    ? parseQuantity(text, VOLUME_UNITS, CM3_PER_LITRE, "a volume", "1.5, 250 mL or 1 gal")
    : parseQuantity(text, VOLUME_UNITS, CM3_PER_GALLON, "a volume", "0.5, 12 fl oz or 2 L");
}

const POWER_UNITS: readonly Unit[] = [
  { factor: 1, names: ["w", "watt", "watts"] },
  { factor: 1000, names: ["kw", "kilowatt", "kilowatts"] },
];
const FLOW_UNITS: readonly Unit[] = [
  { factor: CM3_PER_LITRE, names: ["l/h", "lph", "litres an hour", "liters an hour"] },
  { factor: 60 * CM3_PER_LITRE, names: ["l/min", "lpm", "litres a minute", "liters a minute"] },
  { factor: CM3_PER_GALLON, names: ["gph", "gal/h", "gallons an hour"] },
];

/** Reads a typed electric power; a bare number is in watts. @returns W */
export const parsePowerW = (text: string): Result<number> =>
  parseQuantity(text, POWER_UNITS, 1, "a power", "20, 20 W or 0.1 kW");

/** Reads a typed flow; a bare number is in litres or US gallons an hour. @returns cm³/h */
export const parseFlowCm3PerHour = (text: string, system: UnitSystem): Result<number> =>
  system === "metric"
    ? parseQuantity(text, FLOW_UNITS, CM3_PER_LITRE, "a flow", "300, 5 L/min or 80 gph")
    : parseQuantity(text, FLOW_UNITS, CM3_PER_GALLON, "a flow", "80, 300 L/h or 5 L/min");

/** Between a number and its unit, so that a line never breaks there. */
export const NBSP = "\u00a0";

/** Three significant figures without trailing zeros, never in exponent form, and no more than `maxDecimals`. */
export function threeFigures(value: number, maxDecimals = 3): string {
  if (!Number.isFinite(value)) return "–";
  const magnitude = Math.abs(value);
  const decimals = magnitude === 0 ? 0 : Math.max(0, Math.min(maxDecimals, 2 - Math.floor(Math.log10(magnitude))));
  const rounded = Number(value.toFixed(decimals));
  return String(rounded === 0 ? 0 : rounded);
}

export const lengthUnitName = (system: UnitSystem): string => (system === "metric" ? "cm" : "in");
export const volumeUnitName = (system: UnitSystem): string => (system === "metric" ? "L" : "gal");

export const lengthInUnits = (cm: number, system: UnitSystem): number => (system === "metric" ? cm : cm / CM_PER_INCH);
export const cmFromUnits = (value: number, system: UnitSystem): number =>
  system === "metric" ? value : value * CM_PER_INCH;

/** A length's number as a field shows it: to 0.01 cm or in, so that what was typed is what stands there. */
export const lengthFieldText = (cm: number, system: UnitSystem): string =>
  String(Number(lengthInUnits(cm, system).toFixed(2)));

/** A height or thickness for reading: to a millimetre or a hundredth of an inch at the finest. */
export const formatLength = (cm: number, system: UnitSystem): string =>
  `${threeFigures(lengthInUnits(cm, system), system === "metric" ? 1 : 2)}${NBSP}${lengthUnitName(system)}`;

export const volumeFieldText = (cm3: number, system: UnitSystem): string =>
  String(Number((system === "metric" ? cm3 / CM3_PER_LITRE : cm3 / CM3_PER_GALLON).toFixed(4)));

/**
 * Litres or gallons, and mL or fl oz for what is small.
 * @param besideCm3  the largest volume named with it: one sentence has one unit
 */
export function formatVolume(cm3: number, system: UnitSystem, besideCm3 = cm3): string {
  const largest = Math.max(Math.abs(cm3), Math.abs(besideCm3));
  if (system === "metric") {
    return largest < 995 ? `${threeFigures(cm3, 0)}${NBSP}mL` : `${threeFigures(cm3 / CM3_PER_LITRE)}${NBSP}L`;
  }
  return largest < CM3_PER_GALLON / 4
    ? `${threeFigures(cm3 / CM3_PER_FLUID_OUNCE, 1)}${NBSP}fl${NBSP}oz`
    : `${threeFigures(cm3 / CM3_PER_GALLON)}${NBSP}gal`;
}

/** Kilograms or pounds, and grams or ounces for what is small. */
export function formatMass(kg: number, system: UnitSystem): string {
  if (system === "metric") {
    const grams = 1000 * kg;
    return Math.abs(grams) < 995
      ? `${threeFigures(grams, Math.abs(grams) < 10 ? 1 : 0)}${NBSP}g`
      : `${threeFigures(kg, 2)}${NBSP}kg`;
  }
  const pounds = kg / KG_PER_POUND;
  return Math.abs(pounds) < 0.995
    ? `${threeFigures(OUNCES_PER_POUND * pounds, Math.abs(pounds) < 0.1 ? 2 : 1)}${NBSP}oz`
    : `${threeFigures(pounds, 1)}${NBSP}lb`;
}

/** "16.1 to 602 cm an hour": the unit once where both have it, and one value where they read the same. */
export function formatRange(low: number, high: number, format: (value: number) => string): string {
  const [from, to] = [format(low), format(high)];
  if (from === to) return to;
  const unitOf = (text: string): string => text.slice(text.indexOf(NBSP));
  return from.includes(NBSP) && unitOf(from) === unitOf(to)
    ? `${from.slice(0, from.indexOf(NBSP))} to ${to}`
    : `${from} to ${to}`;
}

export const formatPower = (watts: number): string => `${threeFigures(watts)}${NBSP}W`;
export const flowUnitName = (system: UnitSystem): string => (system === "metric" ? "L/h" : "gph");
const flowInUnits = (cm3PerHour: number, system: UnitSystem): number =>
  cm3PerHour / (system === "metric" ? CM3_PER_LITRE : CM3_PER_GALLON);
export const formatFlow = (cm3PerHour: number, system: UnitSystem): string =>
  `${threeFigures(flowInUnits(cm3PerHour, system))}${NBSP}${flowUnitName(system)}`;
export const flowFieldText = (cm3PerHour: number, system: UnitSystem): string =>
  String(Number(flowInUnits(cm3PerHour, system).toFixed(3)));

/** Load on what the vessel stands on. */
export const formatLoad = (kgPerM2: number, system: UnitSystem): string =>
  system === "metric"
    ? `${threeFigures(kgPerM2, 0)}${NBSP}kg per m²`
    : `${threeFigures((kgPerM2 / KG_PER_POUND / 1e4) * CM2_PER_SQUARE_INCH * SQUARE_INCHES_PER_SQUARE_FOOT, 1)}${NBSP}lb per sq ft`;

const CM2_PER_SQUARE_INCH = CM_PER_INCH ** 2;
const SQUARE_INCHES_PER_SQUARE_FOOT = 144;
/** From here on an area is told in m² or square feet. [cm²] */
const LARGE_CM2 = 5000;

/**
 * An area of cloth, ground or sheet.
 * @param largeFromCm2  where a range is told, Infinity gives all of it one unit
 */
export function formatArea(cm2: number, system: UnitSystem, largeFromCm2 = LARGE_CM2): string {
  if (system === "metric")
    return cm2 >= largeFromCm2 ? `${threeFigures(cm2 / 1e4, 2)}${NBSP}m²` : `${threeFigures(cm2, 0)}${NBSP}cm²`;
  const squareInches = cm2 / CM2_PER_SQUARE_INCH;
  return cm2 >= largeFromCm2
    ? `${threeFigures(squareInches / SQUARE_INCHES_PER_SQUARE_FOOT, 1)}${NBSP}sq${NBSP}ft`
    : `${threeFigures(squareInches, 0)}${NBSP}sq${NBSP}in`;
}

/** A fraction as a percentage: "7.4 %", "41 %". */
export const formatPercent = (fraction: number): string => {
  const percent = 100 * fraction;
  return `${percent >= 10 ? Math.round(percent) : threeFigures(percent, 1)}${NBSP}%`;
};

/** Water taken from a surface in a day. */
export const formatDepthPerDay = (mmPerDay: number, system: UnitSystem): string =>
  system === "metric"
    ? `${threeFigures(mmPerDay, 1)}${NBSP}mm a day`
    : `${threeFigures(mmPerDay / 10 / CM_PER_INCH, 2)}${NBSP}in a day`;

export const depthFieldText = (mm: number, system: UnitSystem): string =>
  String(Number((system === "metric" ? mm : mm / 10 / CM_PER_INCH).toFixed(3)));
export const depthUnitName = (system: UnitSystem): string => (system === "metric" ? "mm" : "in");

/** Reads a typed depth of water; a bare number is in mm or inches. @returns mm */
export function parseDepthMm(text: string, system: UnitSystem): Result<number> {
  const cm =
    system === "metric"
      ? parseQuantity(text, LENGTH_UNITS, 0.1, "a depth of water", "4, 0.4 cm or 0.2 in")
      : parseQuantity(text, LENGTH_UNITS, CM_PER_INCH, "a depth of water", "0.2, 1/8 in or 4 mm");
  return cm.ok ? ok(cm.value * 10) : cm;
}

/** Reads a share typed as a percentage: "12", "12 %". @returns 0…1 for 0…100 % */
export const parseShare = (text: string): Result<number> =>
  parseQuantity(text, [{ factor: 0.01, names: ["%", "percent", "per cent"] }], 0.01, "a percentage", "12 or 12 %");
export const shareFieldText = (share: number): string => String(Number((100 * share).toFixed(2)));

/** A span of time for reading: minutes under 2 hours, hours under 3 days, days above. */
export function formatHours(hours: number): string {
  if (hours < 2) return `${threeFigures(hours * 60, 0)}${NBSP}min`;
  if (hours < 72) return `${threeFigures(hours, 0)}${NBSP}h`;
  return `${threeFigures(hours / 24, 1)}${NBSP}days`;
}

/** Degrees for reading: whole ones, as thermometers are read. */
export const formatTemperature = (celsius: number, system: UnitSystem): string => {
  const degrees = Math.round(system === "metric" ? celsius : celsius * 1.8 + 32);
  // a minus, and none before 0
  return `${degrees < 0 ? "−" : ""}${Math.abs(degrees)}${NBSP}${temperatureUnitName(system)}`;
};
export const temperatureUnitName = (system: UnitSystem): string => (system === "metric" ? "°C" : "°F");
export const temperatureFieldText = (celsius: number, system: UnitSystem): string =>
  String(Number((system === "metric" ? celsius : celsius * 1.8 + 32).toFixed(1)));

/** Reads a temperature; a bare number is in °C or °F, one with its letter is taken by it. @returns °C */
export function parseTemperatureC(text: string, system: UnitSystem): Result<number> {
  const examples = system === "metric" ? "18 or 64 °F" : "64 or 18 °C";
  const parsed = parseNumberAndUnit(text);
  if (!parsed || text.trim() === "")
    return failed(problem("", "not-a-number", `“${text.trim()}” is not a temperature. Write ${examples}.`));
  if (parsed.unsure) return failed(parsed.unsure);
  const unit = parsed.unit.replace(/[°º\s]/gu, "");
  if (!["", "c", "f"].includes(unit))
    return failed(problem("", "unknown-unit", `“${parsed.unit}” is not a unit for a temperature. Write ${examples}.`));
  const isFahrenheit = unit === "" ? system === "imperial" : unit === "f";
  return ok(isFahrenheit ? (parsed.value - 32) / 1.8 : parsed.value);
}
