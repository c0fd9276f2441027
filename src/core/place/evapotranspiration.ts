import { clearSkyMJPerM2 } from "./daylight";

/**
 * Reference evapotranspiration: what short, well-watered grass would lose (Allen, Pereira, Raes & Smith 1998, FAO
 * Irrigation and Drainage Paper 56; their equations by number). A day's demand of a setup is so many times this.
 */

/** Saturation vapour pressure over water (11). [kPa] */
export const saturatedKPa = (tC: number): number => 0.6108 * Math.exp((17.27 * tC) / (tC + 237.3));

/** How it grows with temperature (13). [kPa/°C] */
const saturationSlope = (tC: number): number => (4098 * saturatedKPa(tC)) / (tC + 237.3) ** 2;

/** The psychrometric constant at an elevation (7, 8). [kPa/°C] */
const psychrometric = (elevationM: number): number => 0.665e-3 * 101.3 * ((293 - 0.0065 * elevationM) / 293) ** 5.26;

/** Wind at 2 m from that at another height (47). [m/s] */
export const windAt2m = (windMPerS: number, heightM: number): number =>
  (windMPerS * 4.87) / Math.log(67.8 * heightM - 5.42);

/** Vapour in the air of a day, from its humidity at its coolest and at its warmest (17), 0…1. [kPa] */
export const vapourFromHumidityKPa = (tMinC: number, tMaxC: number, humidityMax: number, humidityMin: number): number =>
  (saturatedKPa(tMinC) * humidityMax + saturatedKPa(tMaxC) * humidityMin) / 2;

/** A day's weather as the combination equation takes it. */
export type DayOfAir = {
  readonly tMinC: number;
  readonly tMaxC: number;
  readonly vapourKPa: number;
  /** At 2 m. [m/s] */
  readonly windMPerS: number;
  /** What comes down, and what would without an atmosphere. [MJ/m²] */
  readonly solarMJPerM2: number;
  readonly extraterrestrialMJPerM2: number;
  readonly elevationM: number;
  /** What goes into the ground, where that is known: next to nothing in a day (42), something in a month (43). [MJ/m²] */
  readonly groundMJPerM2?: number;
  /** What goes back to the sky as heat, where that is known otherwise: nothing within walls as warm as the leaves. [MJ/m²] */
  readonly lostToSkyMJPerM2?: number;
};

/** The albedo of the reference grass. */
const ALBEDO = 0.23;
/** Stefan and Boltzmann's, for a day. [MJ/(K⁴·m²)] */
const STEFAN_BOLTZMANN = 4.903e-9;
const KELVIN = 273.16;
/** A MJ of latent heat is so many mm of water (20). */
const MM_PER_MJ = 0.408;
/** Under a sky that is not seen, as at the poles' night, it is taken for half clouded. */
const UNSEEN_SKY = 0.6;

/** What goes back to the sky in a day as heat (39). [MJ/m²] */
export function netLongwaveMJPerM2({
  tMinC,
  tMaxC,
  vapourKPa,
  solarMJPerM2,
  extraterrestrialMJPerM2,
  elevationM,
}: Pick<
  DayOfAir,
  "tMinC" | "tMaxC" | "vapourKPa" | "solarMJPerM2" | "extraterrestrialMJPerM2" | "elevationM"
>): number {
  const clear = clearSkyMJPerM2(extraterrestrialMJPerM2, elevationM);
  const seen = clear > 0 ? Math.min(1, solarMJPerM2 / clear) : UNSEEN_SKY;
  const black = (STEFAN_BOLTZMANN * ((tMaxC + KELVIN) ** 4 + (tMinC + KELVIN) ** 4)) / 2;
  return black * (0.34 - 0.14 * Math.sqrt(vapourKPa)) * (1.35 * seen - 0.35);
}

/** Reference evapotranspiration of a day by the combination equation of Penman and Monteith (6), never under 0. [mm] */
export function penmanMonteithMm(day: DayOfAir): number {
  const { tMinC, tMaxC, vapourKPa, windMPerS, solarMJPerM2, elevationM, groundMJPerM2 = 0 } = day;
  const meanC = (tMinC + tMaxC) / 2;
  const saturated = (saturatedKPa(tMinC) + saturatedKPa(tMaxC)) / 2;
  const net = (1 - ALBEDO) * solarMJPerM2 - (day.lostToSkyMJPerM2 ?? netLongwaveMJPerM2(day));
  return combined({
    meanC,
    availableMJPerM2: net - groundMJPerM2,
    deficitKPa: Math.max(0, saturated - vapourKPa),
    windMPerS,
    elevationM,
    aerodynamic: 900,
  });
}

/** The same of an hour (53), from its net radiation; the ground takes a tenth of it by day and half by night (45, 46). [mm] */
export function penmanMonteithOfHourMm({
  tC,
  humidity,
  windMPerS,
  netMJPerM2,
  elevationM,
}: {
  readonly tC: number;
  readonly humidity: number;
  readonly windMPerS: number;
  readonly netMJPerM2: number;
  readonly elevationM: number;
}): number {
  const ground = (netMJPerM2 > 0 ? 0.1 : 0.5) * netMJPerM2;
  return combined({
    meanC: tC,
    availableMJPerM2: netMJPerM2 - ground,
    deficitKPa: saturatedKPa(tC) * (1 - humidity),
    windMPerS,
    elevationM,
    aerodynamic: 37,
  });
}

function combined({
  meanC,
  availableMJPerM2,
  deficitKPa,
  windMPerS,
  elevationM,
  aerodynamic,
}: {
  readonly meanC: number;
  readonly availableMJPerM2: number;
  readonly deficitKPa: number;
  readonly windMPerS: number;
  readonly elevationM: number;
  readonly aerodynamic: number;
}): number {
  const slope = saturationSlope(meanC);
  const gamma = psychrometric(elevationM);
  const byRadiation = MM_PER_MJ * slope * availableMJPerM2;
  const byAir = ((gamma * aerodynamic) / (meanC + 273)) * windMPerS * deficitKPa;
  return Math.max(0, (byRadiation + byAir) / (slope + gamma * (1 + 0.34 * windMPerS)));
}

/** Reference evapotranspiration where temperatures alone are known (Hargreaves & Samani 1985; 52), never under 0. [mm] */
export const hargreavesMm = (tMinC: number, tMaxC: number, extraterrestrialMJPerM2: number): number =>
  Math.max(
    0,
    0.0023 * ((tMinC + tMaxC) / 2 + 17.8) * Math.sqrt(Math.max(0, tMaxC - tMinC)) * MM_PER_MJ * extraterrestrialMJPerM2,
  );
