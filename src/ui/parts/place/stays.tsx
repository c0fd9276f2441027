"use client";
import Link from "next/link";
import { useStore } from "zustand";
import { withDemand, withPlaces } from "@/core/stack/edit";
import type { Setup, Stay } from "@/core/stack/setup";
import { formatDayOfYear, parseDayOfYear } from "@/core/units/calendar-date";
import { stayProblems } from "@/core/stack/stays";
import { failed, ok, problem, type Problem } from "@/core/units/problem";
import { formatDepthPerDay } from "@/core/units/units";
import { demandMmPerDay } from "@/core/water/losses";
import { useUnits } from "../../common/preferences";
import { Choice } from "../../fields/choice";
import { TextField } from "../../fields/text-field";
import type { SetupStore } from "../../open-setup/setup-store";

const NOWHERE = "";
/** Where nothing is said, what was outdoors in summer is in from here to there. */
const IN_AND_OUT = {
  north: [
    { month: 5, day: 15 },
    { month: 10, day: 1 },
  ],
  south: [
    { month: 11, day: 15 },
    { month: 4, day: 1 },
  ],
} as const;
/** The half of the earth whose summer it is where January is warmer than July. */
const halfOf = (here: Setup["here"]): keyof typeof IN_AND_OUT =>
  here && here.months[0]!.tMaxC > here.months[6]!.tMaxC ? "south" : "north";

/** Where it stands: one place all year, or one after another from days of the year on. */
export function Stays({ store }: { store: SetupStore }) {
  const system = useUnits();
  const setup = useStore(store, (state) => state.setup);
  const { places = [], here } = setup;
  const known = store.places;
  const nameOf = (id: string): string => known.find((one) => one.id === id)?.name ?? "a place that is put away or gone";
  const options: (readonly [string, string])[] = [
    [NOWHERE, "nowhere that is described"],
    ...known.map(({ id, name }) => [id, name] as const),
    ...places.flatMap(({ placeId }) =>
      known.some(({ id }) => id === placeId) ? [] : [[placeId, nameOf(placeId)] as const],
    ),
  ];
  const stand = (label: string, next: readonly Stay[]): readonly Problem[] => {
    const problems = stayProblems(next);
    return problems.length > 0 ? problems : store.offer(label, withPlaces(store.getState().committed, next), system);
  };
  const offer = (label: string, next: readonly Stay[]): void => store.say(stand(label, next)[0]?.message);
  const moveTo = (i: number, placeId: string): void => {
    const next = placeId === NOWHERE ? places.filter((_, k) => k !== i) : withStay(places, i, placeId);
    // one that is left alone stands there all year
    offer(placeId === NOWHERE ? "Stands nowhere" : `Stands at ${nameOf(placeId)}`, allYearIfOne(next));
  };
  const another = known.find(({ id }) => places.every(({ placeId }) => placeId !== id));
  return (
    <div className="mt-1">
      {(places.length === 0 ? [undefined] : places).map((stay, i) => (
        <div key={i} className="flex flex-wrap items-end gap-x-3 gap-y-1">
          <Choice
            label={i === 0 ? "Stands at" : "Then at"}
            value={stay?.placeId ?? NOWHERE}
            options={options}
            onChoose={(placeId) => moveTo(i, placeId)}
          />
          {stay?.from && (
            <label className="block text-sm text-soft">
              From
              <TextField
                label={`Stands at ${nameOf(stay.placeId)} from`}
                value={formatDayOfYear(stay.from)}
                className="block w-28 text-base text-ink"
                onOffer={(text) => {
                  const from = parseDayOfYear(text);
                  const read = from ? ok(from) : failed(problem("", "unreadable", "Write a day such as 12 May."));
                  if (!read.ok) return read.problems;
                  const next = places.map((one, k) => (k === i ? { ...one, from: read.value } : one));
                  return stand(`Stands at ${nameOf(stay.placeId)} from ${formatDayOfYear(read.value)}`, next);
                }}
              />
            </label>
          )}
        </div>
      ))}
      <p className="no-print mt-1 flex flex-wrap gap-2">
        {places.length === 1 && another && (
          <button
            type="button"
            className="press"
            onClick={() =>
              offer(`Moves to ${another.name} for a part of the year`, [
                { ...places[0]!, from: IN_AND_OUT[halfOf(here)][0] },
                { placeId: another.id, from: IN_AND_OUT[halfOf(here)][1] },
              ])
            }
          >
            Moved during the year
          </button>
        )}
        {places.length > 0 && here && (
          <Link href={`/setups/${store.setupId}/year`} className="inline-flex items-center pointer-coarse:min-h-11">
            Its year
          </Link>
        )}
        {known.length === 0 && (
          <span className="text-sm text-soft">
            <Link href="/places/new">Describe a place</Link>, and weather, light and thirst follow from it.
          </span>
        )}
      </p>
      {here && <FromPlace store={store} setup={setup} />}
    </div>
  );
}

const withStay = (places: readonly Stay[], i: number, placeId: string): readonly Stay[] =>
  places.length === 0 ? [{ placeId, from: null }] : places.map((one, k) => (k === i ? { ...one, placeId } : one));
const allYearIfOne = (places: readonly Stay[]): readonly Stay[] =>
  places.length === 1 ? [{ ...places[0]!, from: null }] : places;

/** What a day takes: said, or as its place makes it, and the one in one press from the other. */
function FromPlace({ store, setup }: { store: SetupStore; setup: Setup }) {
  const system = useUnits();
  const { here, demand } = setup;
  if (!here) return null;
  // what was poured sets it right, here as in the line of the day
  const mmPerDay = demand.by === "place" ? demandMmPerDay(setup) : here.months[here.month]!.mmPerDay.typical;
  const there = `${formatDepthPerDay(mmPerDay, system)} in ${here.monthName}`;
  return demand.by === "place" ? (
    <p className="mt-1 text-sm leading-snug text-soft">
      What a day takes follows from there: {there}, when it takes most.
    </p>
  ) : (
    <p className="mt-1 text-sm leading-snug text-soft">
      What a day takes is said: {formatDepthPerDay(demand.mmPerDay, system)}. From there it would be {there}.{" "}
      <button
        type="button"
        className="no-print underline decoration-dotted pointer-coarse:min-h-11"
        onClick={() =>
          void store.offer(
            "A day takes what its place makes of it",
            withDemand(store.getState().committed, { by: "place" }),
            system,
          )
        }
      >
        Take that
      </button>
    </p>
  );
}
