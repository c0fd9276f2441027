/** What a column of a weather file may hold, and in which units; the first is the one it is kept in. */
export const COLUMN_KINDS = [
  "date",
  "year",
  "month",
  "day",
  "tMin",
  "tMax",
  "tMean",
  "humidity",
  "dewPoint",
  "wind",
  "solar",
  "sunshine",
  "rain",
] as const;
export type ColumnKind = (typeof COLUMN_KINDS)[number];

type Unit = { readonly name: string; readonly spelt: RegExp; readonly toKept: (value: number) => number };
const unit = (name: string, spelt: RegExp, toKept: Unit["toKept"]): Unit => ({ name, spelt, toKept });
const times =
  (factor: number) =>
  (value: number): number =>
    factor * value;

const WARMTH: readonly Unit[] = [
  unit("°C", /^(?:°|deg\.?\s*)?c(?:elsius)?$/iu, times(1)),
  unit("°F", /^(?:°|deg\.?\s*)?f(?:ahrenheit)?$/iu, (value) => (value - 32) / 1.8),
  unit("K", /^k(?:elvin)?$/iu, (value) => value - 273.15),
];
const MM_PER_INCH = 25.4;
const HOURLY_WATTS_TO_MJ = 0.0036;

/**
 * Units by kind. Light and rain add up over a day; W/m² is a mean: of an hour it adds up to so much, of a day to 24 times
 * that.
 */
export const UNITS: Readonly<Record<ColumnKind, readonly Unit[]>> = {
  date: [],
  year: [],
  month: [],
  day: [],
  tMin: WARMTH,
  tMax: WARMTH,
  tMean: WARMTH,
  dewPoint: WARMTH,
  humidity: [
    unit("%", /^(?:%|pct|percent)$/iu, times(0.01)),
    unit("0 to 1", /^(?:0\s*(?:-|–|to)\s*1|fraction|1)$/iu, times(1)),
  ],
  wind: [
    unit("m/s", /^m(?:\/s|\s*s-1|ps|\s*s⁻¹)$/iu, times(1)),
    unit("km/h", /^(?:km\/?h|kph|km\s*h-1)$/iu, times(1 / 3.6)),
    unit("mph", /^(?:mph|mi\/h)$/iu, times(0.44704)),
    unit("kn", /^(?:kn|kt|kts|knots?)$/iu, times(0.514444)),
  ],
  solar: [
    unit("MJ/m²", /^mj\s*(?:\/\s*m(?:2|²|\^2)|\s*m-2)(?:\s*\/?\s*d(?:ay)?)?$/iu, times(1)),
    unit("W/m²", /^w\s*(?:\/\s*m(?:2|²|\^2)|\s*m-2)$/iu, times(HOURLY_WATTS_TO_MJ)),
    unit("kWh/m²", /^kwh\s*(?:\/\s*m(?:2|²|\^2)|\s*m-2)(?:\s*\/?\s*d(?:ay)?)?$/iu, times(3.6)),
    unit("Wh/m²", /^wh\s*(?:\/\s*m(?:2|²|\^2)|\s*m-2)$/iu, times(0.0036)),
    unit("J/cm²", /^j\s*(?:\/\s*cm(?:2|²|\^2)|\s*cm-2)$/iu, times(0.01)),
  ],
  sunshine: [unit("h", /^(?:h|hr|hrs|hours?)$/iu, times(1)), unit("min", /^(?:min|minutes?)$/iu, times(1 / 60))],
  rain: [
    unit("mm", /^(?:mm|l\/m2|l\/m²)$/iu, times(1)),
    unit("in", /^(?:in|inch|inches|")$/iu, times(MM_PER_INCH)),
    unit("cm", /^cm$/iu, times(10)),
    unit("0.1 mm", /^(?:0[.,]1\s*mm|1\/10\s*mm)$/iu, times(0.1)),
  ],
};
/** A mean of the day in W/m² is so many times an hour's. */
export const WATTS = "W/m²";
export const HOURS_OF_DAY = 24;

/** Names by which columns go, the more particular first. */
const NAMES: readonly (readonly [ColumnKind, RegExp])[] = [
  ["dewPoint", /dew|^td$|taupunkt/iu],
  ["sunshine", /sunshine|sun\s*hours|^sd$|^sun$|insolation/iu],
  ["solar", /solar|radiation|^rs$|^ghi$|short\s*-?wave|^srad$|global/iu],
  ["humidity", /humid|^rh\b|^rhum$|^hurs?$/iu],
  ["wind", /wind|^ws\b|^u2$|^ff\b|^wspd$/iu],
  ["rain", /rain|precip|^prcp$|^pr$|^rr$|^rsk?$/iu],
  ["tMin", /^t(?:emp(?:erature)?)?[\s_.-]*(?:min|low|n)|^(?:min|low)(?:imum|est)?[\s_.-]*(?:air[\s_.-]*)?t/iu],
  ["tMax", /^t(?:emp(?:erature)?)?[\s_.-]*(?:max|high|x)|^(?:max|high)(?:imum|est)?[\s_.-]*(?:air[\s_.-]*)?t/iu],
  [
    "tMean",
    /^(?:air[\s_.-]*)?t(?:emp(?:erature)?)?(?:[\s_.-]*(?:mean|avg|average|2m|m))?$|^(?:mean|avg|average)[\s_.-]*t|^tavg$/iu,
  ],
  ["year", /^y(?:ear|yyy)?$/iu],
  ["month", /^m(?:onth|o|m)$/iu],
  ["day", /^d(?:ay|d|om)$/iu],
  ["date", /date|datum|^time|^day$|timestamp|^dt$/iu],
];

export type Column = {
  readonly header: string;
  /** Null for one that is left out. */
  readonly kind: ColumnKind | null;
  /** By its name; null where the kind has none, or it is not said. */
  readonly unit: string | null;
};

/** What a header says: "Tmin (°C)", "wind_speed [km/h]", "rain mm". */
export function columnOf(header: string): Column {
  const bracketed = /^(.*?)[([{]\s*([^)\]}]*)\s*[)\]}]\s*$/u.exec(header);
  const spaced = /^(.*\S)[\s_,:]+(\S+)$/u.exec(header.trim());
  const tries: readonly (readonly [string, string])[] = [
    ...(bracketed ? [[bracketed[1]!, bracketed[2]!] as const] : []),
    ...(spaced ? [[spaced[1]!, spaced[2]!] as const] : []),
  ];
  for (const [name, said] of tries) {
    const kind = kindOf(name);
    const found = kind && UNITS[kind].find(({ spelt }) => spelt.test(said.trim()));
    if (kind && found) return { header, kind, unit: found.name };
  }
  return { header, kind: kindOf(bracketed ? bracketed[1]! : header) ?? null, unit: null };
}

function kindOf(name: string): ColumnKind | undefined {
  const plain = name.trim().replaceAll(/[_\s]+/gu, " ");
  return NAMES.find(([, spelt]) => spelt.test(plain))?.[0];
}
