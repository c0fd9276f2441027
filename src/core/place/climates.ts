/**
 * A climate is what weather is drawn from: twelve months of statistics. Those built in are kinds of climate, of no one
 * town: the shape of each year is that of its kind (Peel, Finlayson & McMahon 2007, Hydrology and Earth System Sciences 11),
 * its figures are rounded from what such places have, to a degree and a tenth of the rain. Low confidence for any one
 * garden: a file of one's own weather says more.
 */
export type ClimateMonth = {
  /** Means of the least and the greatest temperature of a day. [°C] */
  readonly tMinC: number;
  readonly tMaxC: number;
  /** Days with 1 mm and more, and all that falls. [days, mm] */
  readonly wetDays: number;
  readonly rainMm: number;
  /** Sunshine by the day's length, and relative humidity over the day, 0…1. */
  readonly sunshineShare: number;
  readonly humidity: number;
  /** At 2 m. [m/s] */
  readonly windMPerS: number;
};

export type Climate = {
  readonly id: string;
  readonly name: string;
  readonly text: string;
  /** Of the places it is of, in the north: where none is said. [°, m] */
  readonly latitude: number;
  readonly elevationM: number;
  /**
   * A heavy short storm, of ten minutes once in some years. EN 12056-3 takes 0.03 L a second on a square metre where no
   * local figure is known; in the tropics it is half as much or as much again. [mm/h]
   */
  readonly stormMmPerHour: number;
  /** How far a day's temperature is off its month's, as a standard deviation. [°C] */
  readonly spreadC: number;
  /** January first, of the north. */
  readonly months: readonly ClimateMonth[];
};

/** Twelve figures of each kind, as a table has them. */
function monthsOf(rows: { readonly [Key in keyof ClimateMonth]: readonly number[] }): readonly ClimateMonth[] {
  return Array.from({ length: 12 }, (_, month) => ({
    tMinC: rows.tMinC[month]!,
    tMaxC: rows.tMaxC[month]!,
    wetDays: rows.wetDays[month]!,
    rainMm: rows.rainMm[month]!,
    sunshineShare: rows.sunshineShare[month]!,
    humidity: rows.humidity[month]!,
    windMPerS: rows.windMPerS[month]!,
  }));
}
const allYear = (value: number): readonly number[] => Array<number>(12).fill(value);

/** The air of heated rooms: no weather, but what climates outdoors become inside. */
export const INDOORS_ID = "heated-indoors";

export const CLIMATES: readonly Climate[] = [
  {
    id: "mild-maritime",
    name: "Mild maritime",
    text: "Cool summers, mild winters, rain in every month.",
    latitude: 52,
    elevationM: 50,
    stormMmPerHour: 108,
    spreadC: 3,
    months: monthsOf({
      tMinC: [2, 2, 3, 5, 8, 11, 13, 13, 11, 8, 5, 3],
      tMaxC: [7, 8, 11, 14, 17, 20, 22, 22, 19, 15, 10, 8],
      wetDays: [13, 10, 11, 10, 10, 10, 9, 10, 10, 12, 13, 13],
      rainMm: [70, 52, 55, 50, 55, 58, 58, 65, 65, 80, 80, 75],
      sunshineShare: [0.22, 0.27, 0.33, 0.4, 0.42, 0.42, 0.42, 0.42, 0.38, 0.32, 0.24, 0.2],
      humidity: [0.87, 0.84, 0.8, 0.76, 0.75, 0.75, 0.75, 0.77, 0.8, 0.84, 0.87, 0.88],
      windMPerS: [3.2, 3, 3, 2.7, 2.5, 2.3, 2.2, 2.2, 2.4, 2.7, 2.9, 3.1],
    }),
  },
  {
    id: "continental",
    name: "Continental",
    text: "Warm summers with showers, frosty winters.",
    latitude: 50,
    elevationM: 250,
    stormMmPerHour: 120,
    spreadC: 4.5,
    months: monthsOf({
      tMinC: [-7, -6, -2, 3, 8, 11, 13, 12, 8, 3, -1, -5],
      tMaxC: [-1, 1, 7, 14, 20, 23, 25, 25, 19, 13, 5, 1],
      wetDays: [8, 7, 8, 8, 10, 10, 10, 9, 8, 7, 8, 8],
      rainMm: [30, 28, 32, 40, 60, 75, 80, 70, 50, 40, 38, 35],
      sunshineShare: [0.25, 0.32, 0.4, 0.45, 0.48, 0.48, 0.52, 0.53, 0.45, 0.38, 0.24, 0.2],
      humidity: [0.86, 0.82, 0.74, 0.66, 0.66, 0.68, 0.68, 0.68, 0.74, 0.8, 0.87, 0.88],
      windMPerS: [2.6, 2.6, 2.7, 2.5, 2.2, 2.1, 2, 1.9, 2.1, 2.2, 2.5, 2.5],
    }),
  },
  {
    id: "hot-dry",
    name: "Hot, dry summers",
    text: "Summers without rain, wet mild winters.",
    latitude: 37,
    elevationM: 100,
    stormMmPerHour: 120,
    spreadC: 3.5,
    months: monthsOf({
      tMinC: [4, 5, 7, 10, 14, 18, 21, 21, 17, 13, 8, 5],
      tMaxC: [14, 16, 19, 23, 28, 33, 36, 36, 31, 25, 19, 15],
      wetDays: [7, 6, 6, 5, 4, 1.5, 0.5, 0.7, 2.5, 5, 6, 7],
      rainMm: [55, 45, 40, 35, 25, 10, 3, 5, 20, 45, 55, 60],
      sunshineShare: [0.55, 0.58, 0.6, 0.65, 0.7, 0.8, 0.85, 0.84, 0.75, 0.65, 0.58, 0.52],
      humidity: [0.7, 0.67, 0.62, 0.57, 0.5, 0.43, 0.39, 0.41, 0.48, 0.59, 0.67, 0.71],
      windMPerS: [2.2, 2.3, 2.4, 2.5, 2.4, 2.4, 2.4, 2.3, 2.1, 2, 2, 2.2],
    }),
  },
  {
    id: "humid-subtropical",
    name: "Humid subtropical",
    text: "Hot, sultry summers with storms, short mild winters.",
    latitude: 32,
    elevationM: 80,
    stormMmPerHour: 180,
    spreadC: 4,
    months: monthsOf({
      tMinC: [3, 5, 8, 13, 17, 21, 23, 23, 20, 13, 8, 4],
      tMaxC: [14, 16, 20, 25, 28, 31, 33, 33, 30, 25, 20, 15],
      wetDays: [9, 8, 9, 8, 8, 10, 12, 11, 8, 6, 7, 9],
      rainMm: [110, 110, 125, 105, 110, 120, 130, 120, 105, 80, 95, 105],
      sunshineShare: [0.48, 0.52, 0.55, 0.6, 0.6, 0.6, 0.58, 0.6, 0.58, 0.6, 0.53, 0.48],
      humidity: [0.7, 0.67, 0.66, 0.67, 0.71, 0.74, 0.76, 0.76, 0.75, 0.71, 0.71, 0.71],
      windMPerS: [2.4, 2.5, 2.6, 2.4, 2.1, 1.9, 1.8, 1.7, 1.9, 1.9, 2.1, 2.2],
    }),
  },
  {
    id: "cool-highland",
    name: "Cool highland",
    text: "High up near the equator: cool all year, nights near frost in the dry months, rain in summer.",
    latitude: 10,
    elevationM: 2400,
    stormMmPerHour: 150,
    spreadC: 1.8,
    months: monthsOf({
      tMinC: [7, 8, 10, 11, 11, 11, 11, 11, 10, 9, 7, 6],
      tMaxC: [22, 23, 24, 24, 23, 21, 20, 20, 21, 22, 22, 22],
      wetDays: [2.5, 4, 7, 9, 8, 14, 24, 24, 15, 4, 1.5, 1.5],
      rainMm: [20, 30, 60, 85, 85, 120, 240, 250, 150, 40, 12, 10],
      sunshineShare: [0.75, 0.7, 0.63, 0.58, 0.6, 0.45, 0.27, 0.28, 0.45, 0.7, 0.8, 0.8],
      humidity: [0.5, 0.48, 0.5, 0.55, 0.56, 0.66, 0.76, 0.77, 0.7, 0.55, 0.49, 0.49],
      windMPerS: [1.6, 1.7, 1.7, 1.6, 1.5, 1.2, 1, 1, 1.1, 1.6, 1.7, 1.7],
    }),
  },
  {
    id: INDOORS_ID,
    name: "Heated indoors",
    text: "A room that is lived in: never cold, dry in winter, still air, no rain.",
    latitude: 52,
    elevationM: 50,
    stormMmPerHour: 108,
    spreadC: 1,
    months: monthsOf({
      tMinC: [17, 17, 17, 18, 18, 19, 20, 20, 19, 18, 17, 17],
      tMaxC: [21, 21, 21, 22, 22, 24, 25, 25, 23, 22, 21, 21],
      wetDays: allYear(0),
      rainMm: allYear(0),
      sunshineShare: [0.22, 0.27, 0.33, 0.4, 0.42, 0.42, 0.42, 0.42, 0.38, 0.32, 0.24, 0.2],
      humidity: [0.35, 0.35, 0.38, 0.42, 0.47, 0.52, 0.55, 0.55, 0.52, 0.47, 0.4, 0.36],
      windMPerS: allYear(0.1),
    }),
  },
];
