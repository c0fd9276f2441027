import { later, type Moment } from "../src/core/log/moment";
import { generator, seedOf } from "../src/core/media/draws";
import type { Medium } from "../src/core/media/medium";
import type { OccupantLookup } from "../src/core/occupants/occupant";
import { dayOfYearOf, YEAR_DAYS } from "../src/core/place/day-in-year";
import type { PlaceYears } from "../src/core/place/place-years";
import { season } from "../src/core/season/season";
import { isFilling } from "../src/core/season/season-sentences";
import type { Setup } from "../src/core/stack/setup";
import { calendarDateOf, isoDay, type DayNumber } from "../src/core/units/day-number";
import { whenSound } from "../src/core/water/checked";
import type { LogRow } from "../src/formats/log/schema";

/**
 * Half a year of life for setups of the demo house: each is followed by the solver with a thirst of its own that nobody
 * knows, and read once or twice a week by an eye that is off by some millimetres. One of them leaks since some days.
 */
export type Life = {
  readonly begins: string;
  readonly who: string;
  readonly thirst: number;
  readonly everyDays: number;
  readonly leak?: { readonly daysAgo: number; readonly cm3PerDay: number };
  readonly notes: readonly (readonly [daysAgo: number, words: string])[];
};

export const LIVES: readonly Life[] = [
  {
    begins: "Terrace trough",
    who: "TC",
    thirst: 1.15,
    everyDays: 3,
    notes: [
      [172, "celery settled in, two slug holes"],
      [121, "first leaves cut"],
      [64, "late sowing of chard up"],
    ],
  },
  {
    begins: "Platform planter",
    who: "GH",
    thirst: 1.25,
    everyDays: 3,
    leak: { daysAgo: 16, cm3PerDay: 420 },
    notes: [
      [150, "first aubergine set"],
      [45, "last fruit picked, plants out"],
    ],
  },
  {
    begins: "Shallow tub",
    who: "TC",
    thirst: 0.9,
    everyDays: 7,
    notes: [[90, "second flower stalk"]],
  },
];

const DAYS = 180;
const EYE_CM = 0.25;

/** Rows of its log until yesterday evening; none where it could not be followed. */
export function lifeOf(
  { begins, who, thirst, everyDays, leak, notes }: Life,
  setup: Setup,
  at: PlaceYears,
  medium: (id: string) => Medium | undefined,
  occupants: OccupantLookup,
  today: DayNumber,
): readonly LogRow[] {
  const next = generator(seedOf(begins));
  const normal = (): number => Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next());
  const first = dayOfYearOf(calendarDateOf(today - DAYS)) - 1;
  const run = whenSound(setup, medium, (sound) =>
    season({
      setup: sound,
      medium,
      occupants,
      at: { ...at, years: 1, days: at.days.slice(YEAR_DAYS + first, YEAR_DAYS + first + DAYS) },
      regime: { kind: "at-mark" },
      thirst,
      leaks: leak && { fromDay: DAYS - leak.daysAgo, cm3PerDay: leak.cm3PerDay },
    }),
  );
  if (!run.ok) return [];
  const rows: LogRow[] = [];
  const add = (moment: Moment, row: Partial<LogRow> & Pick<LogRow, "what">): void =>
    void rows.push({
      id: `demo-${begins.slice(0, 4)}-${String(rows.length).padStart(5, "0")}`,
      at: moment,
      value: null,
      word: null,
      who,
      note: "",
      ...row,
    });
  const hour = (day: number, hours: number): Moment => later(`${isoDay(today - DAYS + day)}T00:00`, hours);
  add(hour(0, 8), { what: "filled" });
  for (const day of run.value.days) {
    const at = day.day;
    if (isFilling(day) && at > 0)
      add(hour(at, 8 + 0.5 * next()), { what: "filled", value: Math.round(day.givenCm3 / 50) * 50 });
    // a day is told by what it ends with: in the evening it is read
    if (at % everyDays === everyDays - 1 && day.levelCm !== undefined) {
      const read = Math.max(0, Math.round(10 * (day.levelCm + EYE_CM * normal())) / 10);
      add(hour(at, 20 + next()), { what: "level", value: read });
      if (at % (4 * everyDays) === everyDays - 1) add(hour(at, 21.2), { what: "smell", word: "fine" });
    }
    const noted = notes.find(([daysAgo]) => daysAgo === DAYS - at);
    if (noted) add(hour(at, 18), { what: "noted", note: noted[1] });
  }
  return rows;
}
