import {
  FACINGS,
  placeProblems,
  SHELTERS,
  WINDOW_FACINGS,
  type Place,
  type PlaceKind,
  type Stand,
} from "@/core/place/place";
import type { DayInYear } from "@/core/place/day-in-year";
import type { Water } from "@/core/place/waters";
import { formatDayOfYear, parseDayOfYear } from "@/core/units/calendar-date";
import { parseNumber } from "@/core/units/numbers";
import { failed, ok, problem, type Problem, type Result } from "@/core/units/problem";
import {
  parseShare,
  parseTemperatureC,
  parseVolumeCm3,
  shareFieldText,
  temperatureFieldText,
  threeFigures,
  volumeFieldText,
  type UnitSystem,
} from "@/core/units/units";

/** A water as it is typed; what is empty is not known. */
export type WaterTexts = {
  waterId: string;
  name: string;
  solids: string;
  hardness: string;
  alkalinity: string;
  ph: string;
};
export const newWater = (waterId: string): WaterTexts => ({
  waterId,
  name: "",
  solids: "",
  hardness: "",
  alkalinity: "",
  ph: "",
});
const textOf = (value: number | null): string => (value === null ? "" : threeFigures(value, 2));
const waterTexts = ({ id, name, mgPerL, hardnessMgPerL, alkalinityMgPerL, ph }: Water): WaterTexts => ({
  waterId: id,
  name,
  solids: textOf(mgPerL),
  hardness: textOf(hardnessMgPerL),
  alkalinity: textOf(alkalinityMgPerL),
  ph: textOf(ph),
});
/** Hardness and alkalinity on a kit's card: a degree (°dH, dKH) is so much as CaCO₃. [mg/L] */
const DEGREE_MG_PER_L = 17.85;
const DEGREES = /\s*(?:°?\s*d[kg]?h|°)$/iu;

/** A place as it is typed, and read back: what cannot be meant is said at its field. */
export type PlaceTexts = {
  /** The units it is typed in. */
  system: UnitSystem;
  name: string;
  note: string;
  kind: PlaceKind;
  facing: string;
  window: string;
  shelter: string;
  roofed: "yes" | "no";
  heated: "yes" | "no";
  heatedTo: string;
  photons: string;
  hours: string;
  openShare: string;
  climateId: string;
  /** Empty for days drawn from the climate. */
  weatherId: string;
  latitude: string;
  hemisphere: "north" | "south";
  elevation: string;
  waters: WaterTexts[];
  roof: string;
  butt: string;
  frosts: "climate" | "said";
  lastFrost: string;
  firstFrost: string;
};

const M_PER_FOOT = 0.3048;
export const elevationUnit = (system: UnitSystem): string => (system === "metric" ? "m" : "ft");
const elevationText = (elevationM: number, system: UnitSystem): string =>
  String(Math.round(system === "metric" ? elevationM : elevationM / M_PER_FOOT));

/** @param climate  the elevation of a climate that is chosen anew, in the units of the form */
export const textOfElevation = elevationText;

export function textsOfPlace(place: Place, system: UnitSystem): PlaceTexts {
  const { stand } = place;
  return {
    system,
    name: place.name,
    note: place.note,
    kind: stand.kind,
    facing: stand.kind === "outdoors" ? stand.facing : "open",
    window: stand.kind === "windowsill" || stand.kind === "case" ? stand.facing : "east",
    shelter: stand.kind === "outdoors" ? stand.shelter : "sheltered",
    roofed: stand.kind === "outdoors" && stand.roofed ? "yes" : "no",
    heated: "heated" in stand && !stand.heated ? "no" : "yes",
    heatedTo:
      stand.kind === "glasshouse" && stand.heatedToC !== null ? temperatureFieldText(stand.heatedToC, system) : "",
    photons: stand.kind === "lamps" ? String(stand.photonsUmolPerM2S) : "150",
    hours: stand.kind === "lamps" ? String(stand.hoursPerDay) : "12",
    openShare: shareFieldText(stand.kind === "case" ? stand.openShare : 0.05),
    climateId: place.climateId,
    weatherId: place.weatherId ?? "",
    latitude: String(Math.abs(place.latitude)),
    hemisphere: place.latitude < 0 ? "south" : "north",
    elevation: elevationText(place.elevationM, system),
    waters: place.water.waters.map(waterTexts),
    roof: String(place.water.roofM2),
    butt: volumeFieldText(1000 * place.water.buttL, system),
    frosts: place.lastFrost ? "said" : "climate",
    lastFrost: place.lastFrost ? formatDayOfYear(place.lastFrost) : "",
    firstFrost: place.firstFrost ? formatDayOfYear(place.firstFrost) : "",
  };
}

export function readPlace(texts: PlaceTexts): Result<Place> {
  const { system } = texts;
  const problems: Problem[] = [];
  const take = <T>(path: string, read: Result<T>, otherwise: T): T => {
    if (read.ok) return read.value;
    problems.push(...read.problems.map(({ code, message }) => problem(path, code, message)));
    return otherwise;
  };
  const number = (path: string, text: string, least: number, most: number, unit = ""): number =>
    take(path, parseNumber(text, least, most, unit), Number.NaN);
  const unsaid = (path: string, text: string, most: number, unit: string): number | null =>
    text.trim() === "" ? null : number(path, text, 0, most, unit);
  /** In mg/L, or in degrees where the sign is written. */
  const asCaco3 = (path: string, text: string, most: number): number | null => {
    if (!DEGREES.test(text.trim())) return unsaid(path, text, most, "mg/l");
    const degrees = unsaid(path, text.trim().replace(DEGREES, ""), Math.floor(most / DEGREE_MG_PER_L), "°");
    return degrees === null ? null : Math.round(degrees * DEGREE_MG_PER_L);
  };
  const water = (path: string, one: WaterTexts): Water => ({
    id: one.waterId,
    name: one.name.trim(),
    mgPerL: unsaid(`${path}.mgPerL`, one.solids, 50_000, "mg/l"),
    hardnessMgPerL: asCaco3(`${path}.hardnessMgPerL`, one.hardness, 5000),
    alkalinityMgPerL: asCaco3(`${path}.alkalinityMgPerL`, one.alkalinity, 2000),
    ph: one.ph.trim() === "" ? null : number(`${path}.ph`, one.ph, 2, 12),
  });
  const frostDay = (path: string, text: string): DayInYear | null => {
    if (texts.frosts === "climate") return null;
    const day = parseDayOfYear(text);
    return take<DayInYear | null>(
      path,
      day ? ok(day) : failed(problem(path, "unreadable", "Write a day such as 12 May.")),
      null,
    );
  };
  const stand = (): Stand => {
    const heated = texts.heated === "yes";
    switch (texts.kind) {
      case "outdoors":
        return {
          kind: "outdoors",
          facing: FACINGS.find((one) => one === texts.facing) ?? "open",
          shelter: SHELTERS.find((one) => one === texts.shelter) ?? "sheltered",
          roofed: texts.roofed === "yes",
        };
      case "glasshouse":
        return {
          kind: "glasshouse",
          heatedToC:
            texts.heatedTo.trim() === ""
              ? null
              : take("stand.heatedToC", parseTemperatureC(texts.heatedTo, system), Number.NaN),
        };
      case "windowsill":
        return { kind: "windowsill", facing: windowOf(texts.window), heated };
      case "room":
        return { kind: "room", heated };
      case "lamps":
        return {
          kind: "lamps",
          photonsUmolPerM2S: number("stand.photonsUmolPerM2S", texts.photons, 1, 2500),
          hoursPerDay: number("stand.hoursPerDay", texts.hours, 0, 24, "h"),
          heated,
        };
      case "case":
        return {
          kind: "case",
          facing: windowOf(texts.window),
          openShare: take("stand.openShare", parseShare(texts.openShare), Number.NaN),
          heated,
        };
      default:
        return texts.kind satisfies never;
    }
  };
  const factor = system === "metric" ? 1 : M_PER_FOOT;
  const elevation = number("elevationM", texts.elevation, -1400, 18_000, elevationUnit(system));
  const latitude = number("latitude", texts.latitude, 0, 70, "°");
  const place: Place = {
    name: texts.name.trim(),
    note: texts.note.trim(),
    climateId: texts.climateId,
    weatherId: texts.weatherId === "" ? null : texts.weatherId,
    latitude: texts.hemisphere === "south" && latitude > 0 ? -latitude : latitude,
    elevationM: Math.round(elevation * factor),
    stand: stand(),
    water: {
      waters: texts.waters.map((one, i) => water(`water.waters[${i}]`, one)),
      roofM2: number("water.roofM2", texts.roof, 0, 5000, "m²"),
      buttL: take("water.buttL", parseVolumeCm3(texts.butt, system), Number.NaN) / 1000,
    },
    lastFrost: frostDay("lastFrost", texts.lastFrost),
    firstFrost: frostDay("firstFrost", texts.firstFrost),
  };
  const unread = new Set(problems.map(({ path }) => path));
  const all = [
    ...problems,
    // what could not be read is said once
    ...placeProblems(place).filter(({ path }) => !unread.has(path)),
  ];
  return all.length > 0 ? failed(...all) : ok(place);
}

const windowOf = (text: string) => WINDOW_FACINGS.find((one) => one === text) ?? "east";
