/**
 * Where the sun stands and what it sends, by latitude and day (Allen, Pereira, Raes & Smith 1998, FAO Irrigation and
 * Drainage Paper 56, chapter 3; their equations by number). Angles are in radians within, latitude in degrees outside,
 * negative in the south. Beyond the polar circles there are days without a sunrise and days without a sunset.
 */

/** The solar constant. [MJ/(m²·min)] */
const SOLAR_CONSTANT = 0.082;
const YEAR_DAYS = 365;

const radians = (degrees: number): number => (degrees * Math.PI) / 180;

/** Inverse relative distance to the sun (23) and the sun's declination (24). */
const distanceShare = (dayOfYear: number): number => 1 + 0.033 * Math.cos((2 * Math.PI * dayOfYear) / YEAR_DAYS);
const declination = (dayOfYear: number): number => 0.409 * Math.sin((2 * Math.PI * dayOfYear) / YEAR_DAYS - 1.39);

/** The hour angle at which the sun sets (25): 0 where it does not rise, π where it does not set. */
function sunsetAngle(latitude: number, dayOfYear: number): number {
  const cosine = -Math.tan(radians(latitude)) * Math.tan(declination(dayOfYear));
  return Math.acos(Math.min(1, Math.max(-1, cosine)));
}

/** How long the sun is up (34). [h] */
export const daylightHours = (latitude: number, dayOfYear: number): number =>
  (24 / Math.PI) * sunsetAngle(latitude, dayOfYear);

/** What would come down in a day without an atmosphere (21). [MJ/m²] */
export const extraterrestrialMJPerM2 = (latitude: number, dayOfYear: number): number =>
  betweenAngles(latitude, dayOfYear, -Math.PI, Math.PI);

/**
 * The same between two hours of solar time, 12 at noon (28). [MJ/m²]
 * @param fromHour, toHour within one day, 0 to 24
 */
export const extraterrestrialOfHoursMJPerM2 = (
  latitude: number,
  dayOfYear: number,
  fromHour: number,
  toHour: number,
): number => betweenAngles(latitude, dayOfYear, hourAngle(fromHour), hourAngle(toHour));

const hourAngle = (hour: number): number => (Math.PI / 12) * (hour - 12);

function betweenAngles(latitude: number, dayOfYear: number, from: number, to: number): number {
  const sunset = sunsetAngle(latitude, dayOfYear);
  const [begin, end] = [Math.max(from, -sunset), Math.min(to, sunset)];
  if (begin >= end) return 0;
  const phi = radians(latitude);
  const delta = declination(dayOfYear);
  const steady = Math.sin(phi) * Math.sin(delta) * (end - begin);
  const turning = Math.cos(phi) * Math.cos(delta) * (Math.sin(end) - Math.sin(begin));
  return Math.max(0, ((12 * 60) / Math.PI) * SOLAR_CONSTANT * distanceShare(dayOfYear) * (steady + turning));
}

/** What comes down of it in a day with so many hours of sunshine (35, with the book's usual constants). [MJ/m²] */
export function solarMJPerM2(latitude: number, dayOfYear: number, sunshineHours: number): number {
  const length = daylightHours(latitude, dayOfYear);
  const share = length > 0 ? Math.min(1, sunshineHours / length) : 0;
  return (0.25 + 0.5 * share) * extraterrestrialMJPerM2(latitude, dayOfYear);
}

/** What comes down on a clear day (37). [MJ/m²] */
export const clearSkyMJPerM2 = (extraterrestrial: number, elevationM: number): number =>
  (0.75 + 2e-5 * elevationM) * extraterrestrial;
