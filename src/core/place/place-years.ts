import { CLIMATES, INDOORS_ID, type Climate } from "./climates";
import { extraterrestrialMJPerM2 } from "./daylight";
import { dayInYear, midMonthDay, monthOfDay, YEAR_DAYS, type DayInYear } from "./day-in-year";
import { drawWeather, type DayOfWeather } from "./draw-weather";
import { netLongwaveMJPerM2, penmanMonteithMm, saturatedKPa } from "./evapotranspiration";
import { climateOf, isRainedOn, type Facing, type Place, type Shelter } from "./place";
import type { Range } from "../units/range";
import { beamShare, diffuseShare } from "./sunlit";
import { yearsOfWeather, type Gaps, type Weather } from "./weather";

/**
 * What a place's days are like: the weather of its climate, and what of its light, wind, warmth and damp comes in where
 * setups stand. What is not measured is judged, and says so here; a setup that says its own light, cold or humidity is
 * believed instead.
 */
export type DayAtPlace = {
  /** From 1, of 365; and which of the years. */
  readonly dayOfYear: number;
  readonly year: number;
  readonly tMinC: number;
  readonly tMaxC: number;
  /** Over the day. 0…1 */
  readonly humidity: number;
  /** Photons for photosynthesis at the leaves. [mol/m²] */
  readonly lightMolPerM2: number;
  /** On the ground there; 0 under a roof. [mm] */
  readonly rainMm: number;
  /** On a roof there, whatever the setup stands under. [mm] */
  readonly skyRainMm: number;
  /** What short, well-watered grass would lose there. [mm] */
  readonly referenceMm: number;
  /** Whether sun and moving air reach what stands there from its sides: in the open, and under glass all round. */
  readonly openAllRound: boolean;
};

export type PlaceYears = {
  /** What was not in the file, where the days are measured. */
  readonly gaps?: Gaps | undefined;
  /** Years one after another. */
  readonly days: readonly DayAtPlace[];
  readonly years: number;
  /** Outdoors, in most years: null where it freezes in fewer than half of them. */
  readonly frost: FrostDates | null;
  /** How far what is judged of where it stands may be off in what a lawn there would lose, as factors of it. */
  readonly off: Range;
};
export type FrostDates = { readonly last: DayInYear; readonly first: DayInYear };

/** Photons in a MJ of sunlight: 45 % of it drives photosynthesis, at 4.57 µmol/J (Meek et al. 1984; McCree 1972). [mol] */
const MOL_PER_MJ = 2.06;
/** And in one of a lamp's light, nearly all of which does. [mol] */
const LAMP_MOL_PER_MJ = 4;

/** What is left of the wind behind hedges and fences, and in a yard between walls. Judged. */
const WIND: Record<Shelter, number> = { open: 1, sheltered: 0.6, enclosed: 0.35 };
/** In still air warm leaves stir it themselves: no less counts (Allen et al. 1998, p. 64). [m/s] */
const STILLEST_M_PER_S = 0.5;
/** Before a wall half the sky is seen, and the wall gives some back. Judged. */
const SKY_BEFORE_WALL = 0.55;
/** Under a porch's roof. Judged, 0.4 to 0.8. */
const UNDER_ROOF = 0.6;
/** Glass, frame and dirt of a glasshouse: 0.55 to 0.75. */
const THROUGH_GLASSHOUSE = 0.65;
/** Panes of a window; the sun that its reveal lets onto the sill; and the sky seen from there. Judged, within a half. */
const THROUGH_PANES = 0.75;
const SUN_ON_SILL = 0.6;
const SKY_ON_SILL = 0.3;
/** Away from windows, of what falls outside: 0.5 to 4 %. */
const IN_ROOM = 0.015;

/** A closed glasshouse is so much warmer by a MJ of sun, vented in time, and by night. Judged. [°C] */
const GLASS_WARMER_PER_MJ = 0.4;
const GLASS_NIGHT_WARMER_C = 2;
/** Wet ground and leaves give so much vapour to its air, which drips before it is full. [kPa], 0…1 */
const GLASS_VAPOUR_KPA = 0.3;
const GLASS_DAMPEST = 0.9;

/**
 * People and kitchens give so much to a room while it is closed against the cold, less as windows open (the form of
 * ISO 13788, low occupancy). [kPa, °C]
 */
const ROOM_VAPOUR_KPA = 0.2;
const ROOM_OPEN_FROM_C = 20;
const ROOM_DAMPEST = 0.8;
/** How far a day outside is felt in a room. */
const FELT_INSIDE = 0.15;
/** No room is cooler than a hot month outside by more than this. [°C] */
const COOLER_INSIDE_C = 1;

/** Most of what is asked of a place is asked of the same few. */
const ROOM = CLIMATES.find(({ id }) => id === INDOORS_ID)!;

/** A corner in the open is known to a tenth; light and wind behind walls, glass and panes are judged, and rooms differ most. */
function offOf({ stand }: Pick<Place, "stand">): Range {
  switch (stand.kind) {
    case "outdoors":
      return stand.facing === "open" && stand.shelter === "open" && !stand.roofed
        ? { low: 0.95, typical: 1, high: 1.05 }
        : stand.shelter === "enclosed" || stand.roofed
          ? { low: 0.8, typical: 1, high: 1.25 }
          : { low: 0.88, typical: 1, high: 1.15 };
    case "glasshouse":
    case "lamps":
      return { low: 0.75, typical: 1, high: 1.3 };
    case "windowsill":
    case "room":
    case "case":
      return { low: 0.65, typical: 1, high: 1.5 };
    default:
      return stand satisfies never;
  }
}

/** As many years tell an average one from a dry one, and one summer of ten. */
export const YEARS_DRAWN = 20;
const SEED = 1;

/**
 * @param weather  measured there; without it, or where no year of it is whole enough, days are drawn from the climate
 * @throws RangeError for a place `placeProblems` refuses
 */
export function placeYearsOf(place: Place, years = YEARS_DRAWN, weather?: Weather): PlaceYears {
  const climate = climateOf(place);
  if (!climate) throw new RangeError(`no climate ${place.climateId}`);
  const at: Climate = { ...climate, elevationM: place.elevationM };
  const measured = weather && yearsOfWeather(weather, at, place.latitude);
  const outside = measured?.days ?? drawWeather(at, place.latitude, years, SEED);
  const count = measured ? measured.gaps.years.length : years;
  const inside = insideOf(place, outside);
  return {
    ...(measured && { gaps: measured.gaps }),
    days: outside.map((day) => dayAt(place, day, inside)),
    years: count,
    frost: frostDates(place, outside, count),
    off: offOf(place),
  };
}

/**
 * Of what is moved through the year: each day as it is where it stands then.
 * @param stays  in any order, each from a day of the year on; one at least
 */
export function movedYears(stays: readonly { readonly at: PlaceYears; readonly fromDay: number }[]): PlaceYears {
  const inOrder = [...stays].sort((a, b) => a.fromDay - b.fromDay);
  const first = inOrder[0]!.at;
  if (inOrder.length === 1) return first;
  const on = Array.from(
    { length: YEAR_DAYS },
    // before the first move of the year it still stands where the last one brought it
    (_, i) => (inOrder.findLast(({ fromDay }) => fromDay <= i + 1) ?? inOrder.at(-1)!).at,
  );
  const years = Math.min(...inOrder.map(({ at }) => at.years));
  return {
    days: first.days.slice(0, years * YEAR_DAYS).map(({ dayOfYear }, i) => on[dayOfYear - 1]!.days[i]!),
    years,
    frost: first.frost,
    off: {
      low: Math.min(...inOrder.map(({ at }) => at.off.low)),
      typical: 1,
      high: Math.max(...inOrder.map(({ at }) => at.off.high)),
    },
  };
}

/** What of a place is the same from year to year. */
type Inside = {
  /** By month: the share of the sun's beam that gets there, and the mean of outside and of a heated room. */
  readonly beam: readonly number[];
  readonly outsideC: readonly number[];
  readonly roomC: readonly (readonly [tMinC: number, tMaxC: number])[];
};

function insideOf({ stand, latitude }: Place, outside: readonly DayOfWeather[]): Inside {
  const shift = latitude < 0 ? 6 : 0;
  const facing: Facing =
    stand.kind === "outdoors" || stand.kind === "windowsill" || stand.kind === "case" ? stand.facing : "open";
  const months = Array.from({ length: 12 }, (_, month) => month);
  return {
    beam: months.map((month) => beamShare(latitude, midMonthDay(month), facing)),
    outsideC: meansOf(outside),
    roomC: months.map((month) => {
      const { tMinC, tMaxC } = ROOM.months[(month + shift) % 12]!;
      return [tMinC, tMaxC] as const;
    }),
  };
}

/** Of each month, over all years. */
function meansOf(days: readonly DayOfWeather[]): readonly number[] {
  const sums = new Float64Array(12);
  const counts = new Float64Array(12);
  for (const { dayOfYear, tMinC, tMaxC } of days) {
    const month = monthOfDay(dayOfYear);
    sums[month]! += (tMinC + tMaxC) / 2;
    counts[month]!++;
  }
  return Array.from(sums, (sum, month) => sum / counts[month]!);
}

function dayAt(place: Place, day: DayOfWeather, inside: Inside): DayAtPlace {
  const { stand, latitude, elevationM } = place;
  const { dayOfYear, year } = day;
  const month = monthOfDay(dayOfYear);
  const extraterrestrial = extraterrestrialMJPerM2(latitude, dayOfYear);
  const clearness = extraterrestrial > 0 ? day.solarMJPerM2 / extraterrestrial : 0;
  const fromSky = diffuseShare(clearness);
  const seen = (sun: number, sky: number): number => (1 - fromSky) * inside.beam[month]! * sun + fromSky * sky;
  const of = (
    air: { tMinC: number; tMaxC: number; vapourKPa: number; windMPerS: number },
    solarMJPerM2: number,
    { lostToSkyMJPerM2 = 0, lightMolPerM2 = MOL_PER_MJ * solarMJPerM2, openShare = 1 } = {},
  ): DayAtPlace => {
    const saturated = saturatedKPa((air.tMinC + air.tMaxC) / 2);
    return {
      dayOfYear,
      year,
      tMinC: air.tMinC,
      tMaxC: air.tMaxC,
      humidity: Math.min(1, air.vapourKPa / saturated),
      lightMolPerM2,
      rainMm: isRainedOn(place) ? day.rainMm : 0,
      skyRainMm: day.rainMm,
      openAllRound: stand.kind === "outdoors" || stand.kind === "glasshouse",
      referenceMm:
        openShare *
        penmanMonteithMm({
          ...air,
          solarMJPerM2,
          extraterrestrialMJPerM2: extraterrestrial,
          elevationM,
          lostToSkyMJPerM2,
        }),
    };
  };
  switch (stand.kind) {
    case "outdoors": {
      const light =
        (stand.roofed ? UNDER_ROOF : 1) * (stand.facing === "open" ? 1 : seen(1, SKY_BEFORE_WALL)) * day.solarMJPerM2;
      const lost = netLongwaveMJPerM2({ ...day, extraterrestrialMJPerM2: extraterrestrial, elevationM });
      return of(
        { ...day, windMPerS: Math.max(STILLEST_M_PER_S, WIND[stand.shelter] * day.windMPerS) },
        light,
        // where half the sky is hidden, half of it is not lost to
        { lostToSkyMJPerM2: (stand.facing === "open" ? 1 : SKY_BEFORE_WALL) * (stand.roofed ? UNDER_ROOF : 1) * lost },
      );
    }
    case "glasshouse": {
      const heatedToC = stand.heatedToC ?? -Infinity;
      const tMinC = Math.max(heatedToC, day.tMinC + GLASS_NIGHT_WARMER_C);
      const tMaxC = Math.max(tMinC, day.tMaxC + GLASS_WARMER_PER_MJ * THROUGH_GLASSHOUSE * day.solarMJPerM2);
      const vapourKPa = Math.min(day.vapourKPa + GLASS_VAPOUR_KPA, GLASS_DAMPEST * saturatedKPa((tMinC + tMaxC) / 2));
      return of({ tMinC, tMaxC, vapourKPa, windMPerS: STILLEST_M_PER_S }, THROUGH_GLASSHOUSE * day.solarMJPerM2);
    }
    case "windowsill":
      return of(
        roomAir(day, inside, month, stand.heated),
        THROUGH_PANES * seen(SUN_ON_SILL, SKY_ON_SILL) * day.solarMJPerM2,
      );
    case "room":
      return of(roomAir(day, inside, month, stand.heated), IN_ROOM * day.solarMJPerM2);
    case "lamps": {
      const lightMolPerM2 = stand.photonsUmolPerM2S * stand.hoursPerDay * 0.0036;
      return of(roomAir(day, inside, month, stand.heated), lightMolPerM2 / LAMP_MOL_PER_MJ, { lightMolPerM2 });
    }
    case "case": {
      const light = THROUGH_PANES ** 2 * seen(SUN_ON_SILL, SKY_ON_SILL) * day.solarMJPerM2;
      const room = roomAir(day, inside, month, stand.heated);
      // air in a case is the room's as far as it is open, else full of what the ground gives
      const full = saturatedKPa((room.tMinC + room.tMaxC) / 2);
      const vapourKPa = stand.openShare * room.vapourKPa + (1 - stand.openShare) * full;
      return { ...of(room, light, { openShare: stand.openShare }), humidity: vapourKPa / full };
    }
    default:
      return stand satisfies never;
  }
}

function roomAir(
  day: DayOfWeather,
  { outsideC, roomC }: Inside,
  month: number,
  heated: boolean,
): { tMinC: number; tMaxC: number; vapourKPa: number; windMPerS: number } {
  const [least, greatest] = roomC[month]!;
  const roomMeanC = (least + greatest) / 2;
  const outMeanC = outsideC[month]!;
  const dayMeanC = (day.tMinC + day.tMaxC) / 2;
  const heldC = heated ? roomMeanC : (roomMeanC + outMeanC) / 2;
  const meanC = Math.max(heldC, outMeanC - COOLER_INSIDE_C) + FELT_INSIDE * (dayMeanC - outMeanC);
  const swingC = (greatest - least) / 2;
  const closed = Math.min(1, Math.max(0, (ROOM_OPEN_FROM_C - dayMeanC) / ROOM_OPEN_FROM_C));
  return {
    tMinC: meanC - swingC,
    tMaxC: meanC + swingC,
    vapourKPa: Math.min(day.vapourKPa + ROOM_VAPOUR_KPA * closed, ROOM_DAMPEST * saturatedKPa(meanC)),
    windMPerS: STILLEST_M_PER_S,
  };
}

/** What counts as a frost. [°C] */
const FROST_C = 0;

/** The last frost of spring and the first of autumn as half of the years have them by, in the order of the place's year. */
function frostDates(place: Place, outside: readonly DayOfWeather[], years: number): FrostDates | null {
  if (place.lastFrost && place.firstFrost) return { last: place.lastFrost, first: place.firstFrost };
  const midsummer = place.latitude < 0 ? 15 : 196;
  const lasts: number[] = [];
  const firsts: number[] = [];
  // days from midsummer, back for spring and on for autumn; a year round midsummer is of two calendar years in the south
  for (let year = 0; year < years; year++) {
    const ofYear = outside.slice(year * YEAR_DAYS, (year + 1) * YEAR_DAYS);
    const on = Array.from({ length: YEAR_DAYS }, (_, i) => ofYear[(midsummer - 1 + i) % YEAR_DAYS]!);
    const first = on.findIndex(({ tMinC }, i) => i < YEAR_DAYS / 2 && tMinC < FROST_C);
    const back = [...on].reverse().findIndex(({ tMinC }, i) => i < YEAR_DAYS / 2 && tMinC < FROST_C);
    if (first >= 0) firsts.push(first);
    if (back >= 0) lasts.push(back);
  }
  if (firsts.length < years / 2 || lasts.length < years / 2) return null;
  const middle = (list: number[]): number => list.sort((a, b) => a - b)[Math.floor(list.length / 2)]!;
  return {
    first: dayInYear(midsummer + middle(firsts)),
    last: dayInYear(midsummer - 1 - middle(lasts)),
  };
}
