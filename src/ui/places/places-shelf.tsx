"use client";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { climateOf, type Place } from "@/core/place/place";
import type { PlaceMonth } from "@/core/place/place-months";
import { monthName } from "@/core/units/calendar-date";
import { formatDepthPerDay, formatTemperature } from "@/core/units/units";
import { PutAwayList } from "../common/put-away-list";
import { useUnits } from "../common/preferences";
import { SiteHeader } from "../head/site-header";
import { latitudeWords, standWords } from "./place-words";

export type PlaceOnShelf = {
  readonly id: string;
  readonly place: Place;
  /** Its least thirsty month and its thirstiest, from 0. */
  readonly least: { readonly month: number; readonly of: PlaceMonth };
  readonly most: { readonly month: number; readonly of: PlaceMonth };
  readonly standing: number;
};

/** All places, each with what its year comes to. */
export function PlacesShelf({
  places,
  putAway,
  onTakeBack,
}: {
  places: readonly PlaceOnShelf[];
  putAway: readonly { readonly id: string; readonly name: string }[];
  onTakeBack: (input: { id: string }) => Promise<boolean>;
}) {
  const system = useUnits();
  const router = useRouter();
  const head = "py-1 pr-4";
  return (
    <>
      <SiteHeader>
        <Link href="/places/new" className="press press-main no-underline">
          A new place
        </Link>
      </SiteHeader>
      <main className="mx-auto max-w-5xl px-4 pb-16 pt-6">
        <h1 className="text-2xl">Places</h1>
        <p className="max-w-[70ch] leading-snug text-soft">
          Where setups stand: terrace, glasshouse, sill, under lamps. What a day takes, the light, the cold and the rain
          of a setup follow from its place where nothing is said of them.
        </p>
        {places.length === 0 ? (
          <p className="mt-4">
            There is none yet. <Link href="/places/new">Describe the first</Link>, then give your setups their place on
            their own pages.
          </p>
        ) : (
          <div className="mt-3 overflow-x-auto">
            <table className="w-full min-w-[38rem] border-collapse leading-snug">
              <thead>
                <tr className="border-b-2 border-ink text-left">
                  <th className={head}>Place</th>
                  <th className={head}>Climate</th>
                  <th className={head}>Warmth, coldest to warmest</th>
                  <th className={head}>Short grass loses</th>
                  <th className={head}>Setups</th>
                </tr>
              </thead>
              <tbody>
                {places.map(({ id, place, least, most, standing }) => (
                  <tr key={id} className="border-b border-rule align-top">
                    <th scope="row" className="py-1.5 pr-4 text-left font-normal">
                      <Link
                        href={`/places/${id}`}
                        className="font-semibold pointer-coarse:inline-flex pointer-coarse:min-h-11 pointer-coarse:items-center"
                      >
                        {place.name}
                      </Link>
                      <span className="block text-sm text-soft">{standWords(place, system)}</span>
                    </th>
                    <td className="py-1.5 pr-4">
                      {climateOf(place)?.name}
                      <span className="block text-sm text-soft">{latitudeWords(place.latitude)}</span>
                    </td>
                    <td className="py-1.5 pr-4">
                      {formatTemperature(least.of.coldestC, system)} to {formatTemperature(most.of.warmestC, system)}
                    </td>
                    <td className="py-1.5 pr-4">
                      {formatDepthPerDay(most.of.referenceMm.typical, system)} in {monthName(most.month)}
                      <span className="block text-sm text-soft">
                        {formatDepthPerDay(least.of.referenceMm.typical, system)} in {monthName(least.month)}
                      </span>
                    </td>
                    <td className="py-1.5 pr-4">{standing}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        )}
        {putAway.length > 0 && (
          <PutAwayList
            className="mt-4"
            putAway={putAway}
            onTakeBack={(id) => void onTakeBack({ id }).then(() => router.refresh())}
          />
        )}
      </main>
    </>
  );
}
