"use client";
import Link from "next/link";
import type { Here } from "@/core/stack/setup";
import type { YearOfWater } from "@/core/demand/year-of-water";
import { daysWords, type YearSaying } from "@/core/readings/year-sentences";
import type { Part, Water } from "@/core/place/waters";
import type { FrostDates } from "@/core/place/place-years";
import { formatDayOfYear, monthName } from "@/core/units/calendar-date";
import type { Result } from "@/core/units/problem";
import {
  formatLength,
  formatTemperature,
  formatVolume,
  threeFigures,
  volumeFieldText,
  volumeUnitName,
  type UnitSystem,
} from "@/core/units/units";
import { late } from "../common/late";
import { useUnits } from "../common/preferences";
import { Sentence } from "../common/sentence";
import { BesidePages, SetupHead } from "../head/setup-pages";
import { SiteHeader } from "../head/site-header";
import { HandPart, type Create, type SuitsHand } from "./hand";
import { PouredForm, type SetPoured } from "./poured";
import type { SeasonAsk } from "./through-year";
import { RunsInForm, type OtherSetup } from "./runs-in";
import { WaterGivenForm, type SetWaterIn } from "./water-given";

const MonthBars = late(
  () => import("../places/month-charts").then(({ MonthBars: bars }) => bars),
  () => <p className="py-6 text-soft">drawing …</p>,
);

const ThroughYear = late(
  () => import("./through-year").then(({ ThroughYear: part }) => part),
  () => <p className="py-6 text-soft">…</p>,
);

const FortyYears = late(
  () => import("./forty-years").then(({ FortyYears: part }) => part),
  () => <p className="py-6 text-soft">…</p>,
);

/** Bars of days end here: longer nobody counts. */
const MOST_DAYS_SHOWN = 60;

/** A setup's year where it stands: what is taken by month, how long a fill or a watering lasts, what falls in. */
export function YearPage({
  setupId,
  name,
  placesThere,
  otherPlaces,
  here,
  frost,
  isSaid,
  year,
  sayings,
  version,
  isSetRight,
  setPoured,
  waters,
  blend,
  isWaterSaid,
  runsIn,
  others,
  setWaterIn,
  suitsHand,
  createSetup,
  createMix,
  seasonHere,
}: {
  setupId: string;
  name: string;
  version: number;
  /** Whether what a day takes was set right by what was poured. */
  isSetRight: boolean;
  setPoured: SetPoured;
  /** At hand where it stands, and what of them it is given. */
  waters: readonly Water[];
  blend: readonly Part[] | undefined;
  /** Whether it says itself what is dissolved in its water. */
  isWaterSaid: boolean;
  /** Whose overflow is led into it, of all the others there are. */
  runsIn: readonly string[];
  others: readonly OtherSetup[];
  setWaterIn: SetWaterIn;
  suitsHand: SuitsHand;
  createSetup: Create;
  createMix: Create;
  seasonHere: SeasonAsk;
  /** How many places there are to choose from. */
  placesThere: number;
  /** Where else it could stand. */
  otherPlaces: readonly OtherSetup[];
  here: Here | undefined;
  frost: FrostDates | null;
  /** Whether what a day takes is said, so that no month is another. */
  isSaid: boolean;
  year: Result<Pick<YearOfWater, "months" | "mostWaterMgPerL">>;
  sayings: readonly YearSaying[];
}) {
  const system = useUnits();
  return (
    <>
      <SiteHeader>
        <SetupHead setupId={setupId} here="/year" name={name || "Without a name"} />
      </SiteHeader>
      <main className="mx-auto max-w-6xl px-4 pb-16 pt-6">
        <BesidePages setupId={setupId} here="/year" />
        <p className="hidden font-serif text-2xl font-semibold print:block">{name || "Without a name"}</p>
        {!here ? (
          <p className="max-w-[70ch] leading-snug">
            It stands at no place yet, so nothing is known of its summers and winters.{" "}
            {placesThere === 0 ? (
              <>
                <Link href="/places/new">Describe a place</Link> first, then choose it on{" "}
                <Link href={`/setups/${setupId}#place`}>its own page</Link>.
              </>
            ) : (
              <>
                Choose its place on <Link href={`/setups/${setupId}#place`}>its own page</Link>.
              </>
            )}
          </p>
        ) : (
          <>
            <p className="max-w-[75ch] leading-snug text-soft">
              {here.placeNames.join(", then ")}.{" "}
              {frost
                ? `Outdoors the last frost comes by ${formatDayOfYear(frost.last)}, the first by ${formatDayOfYear(frost.first)}.`
                : "Outdoors it does not freeze in most years."}{" "}
              Plants are reckoned as grown as they are on each day; ranges hold eight of ten years.
            </p>
            {year.ok ? (
              <Shown here={here} isSaid={isSaid} year={year.value} sayings={sayings} system={system}>
                <PouredForm
                  key={`${version} ${system}`}
                  setupId={setupId}
                  version={version}
                  month={here.month}
                  isSet={isSetRight || isSaid}
                  setPoured={setPoured}
                />
                <WaterGivenForm
                  key={`given ${version}`}
                  setupId={setupId}
                  version={version}
                  waters={waters}
                  blend={blend}
                  isSaidOtherwise={isWaterSaid}
                  targetMgPerL={year.value.mostWaterMgPerL}
                  setWaterIn={setWaterIn}
                />
                <HandPart
                  setupId={setupId}
                  name={name}
                  suitsHand={suitsHand}
                  createSetup={createSetup}
                  createMix={createMix}
                />
                <RunsInForm
                  setupId={setupId}
                  version={version}
                  runsIn={runsIn}
                  others={others}
                  setWaterIn={setWaterIn}
                />
              </Shown>
            ) : (
              <p className="mt-3 text-trouble">{year.problems[0]!.message}</p>
            )}
            {year.ok && <FortyYears key={`forty ${version}`} setupId={setupId} ask={seasonHere} />}
            {year.ok && (
              <ThroughYear
                key={`through ${version}`}
                setupId={setupId}
                name={name}
                ask={seasonHere}
                places={otherPlaces}
                others={others}
              />
            )}
          </>
        )}
      </main>
    </>
  );
}

function Shown({
  here,
  isSaid,
  year: { months },
  sayings,
  system,
  children,
}: {
  here: Here;
  children: React.ReactNode;
  isSaid: boolean;
  year: Pick<YearOfWater, "months">;
  sayings: readonly YearSaying[];
  system: UnitSystem;
}) {
  // one unit for all twelve, the one the largest is told in
  const unit = volumeUnitName(system);
  const inUnits = (cm3: number): number => Number(volumeFieldText(cm3, system));
  const lasting = months.map(({ fill, betweenDays }) => fill?.days ?? betweenDays);
  const shownDays = (days: number): number => Math.min(MOST_DAYS_SHOWN, Number(days.toPrecision(3)));
  const isFill = months.some(({ fill }) => fill);
  return (
    <div className="mt-3 grid gap-x-8 gap-y-4 lg:grid-cols-[minmax(0,1fr)_22rem]">
      <div className="min-w-0">
        <figure>
          <figcaption className="text-sm text-soft">
            What a day takes, {unit}: {isSaid ? "as it is said" : "leaves, and the bare surface under and beside them"}
          </figcaption>
          <MonthBars
            label="What a day takes by month"
            kinds={
              isSaid
                ? [{ name: "a day takes", fill: "var(--water)" }]
                : [
                    { name: "leaves", fill: "var(--life)" },
                    { name: "surface", fill: "var(--soil-coarse-sand)" },
                  ]
            }
            months={months.map(({ takesCm3 }, month) => {
              const { leavesMm, surfaceMm } = here.months[month]!;
              const share = leavesMm + surfaceMm > 0 ? leavesMm / (leavesMm + surfaceMm) : 0;
              const all = inUnits(takesCm3.typical);
              return {
                parts: isSaid ? [all] : [share * all, (1 - share) * all],
                range: { low: inUnits(takesCm3.low), typical: all, high: inUnits(takesCm3.high) },
              };
            })}
            words={(value) => `${threeFigures(value, 2)} ${unit}`}
          />
        </figure>
        {lasting.some((one) => one && one.typical > 0) && (
          <figure className="mt-2">
            <figcaption className="text-sm text-soft">
              {isFill ? "How long a fill lasts" : "From one soaking to the next"}, days
              {lasting.some((one) => one && one.high > MOST_DAYS_SHOWN)
                ? `; a bar of ${MOST_DAYS_SHOWN} stands for more`
                : ""}
            </figcaption>
            <MonthBars
              label={isFill ? "Days a fill lasts by month" : "Days between waterings by month"}
              kinds={[{ name: "days", fill: "var(--water-pale)" }]}
              months={lasting.map((one) =>
                one && one.typical > 0
                  ? {
                      parts: [shownDays(one.typical)],
                      range: { low: shownDays(one.low), typical: shownDays(one.typical), high: shownDays(one.high) },
                    }
                  : undefined,
              )}
              words={(value) => (value >= MOST_DAYS_SHOWN ? "more than two months" : `${threeFigures(value, 1)} days`)}
            />
          </figure>
        )}
        <div className="mt-3 overflow-x-auto" tabIndex={0} role="group" aria-label="The months as numbers">
          <table className="w-full min-w-[34rem] border-collapse text-[0.95rem] leading-snug">
            <thead>
              <tr className="border-b-2 border-ink text-left">
                <th className="py-1 pr-4">Month</th>
                <th className="py-1 pr-4">Usual day</th>
                <th className="py-1 pr-4">A day takes</th>
                {isFill && <th className="py-1 pr-4">Refill at</th>}
                <th className="py-1 pr-4">{isFill ? "A fill lasts" : "Water again after"}</th>
                <th className="py-1 pr-4">Rain in the month</th>
              </tr>
            </thead>
            <tbody>
              {months.map(({ takesCm3, fill, rainCm3 }, month) => {
                const { tMinC, tMaxC } = here.months[month]!;
                const days = lasting[month];
                return (
                  <tr key={monthName(month)} className="border-b border-rule">
                    <th scope="row" className="py-0.5 pr-4 text-left font-normal">
                      {monthName(month)}
                    </th>
                    <td className="pr-4">
                      {formatTemperature(tMinC, system)} to {formatTemperature(tMaxC, system)}
                    </td>
                    <td className="pr-4">{formatVolume(takesCm3.typical, system)}</td>
                    {isFill && (
                      <td className={`pr-4 ${fill?.mark.kind === "too-weak" ? "text-trouble" : ""}`}>
                        {fill?.mark.kind === "mark"
                          ? formatLength(fill.mark.levelCm, system)
                          : fill?.mark.kind === "empty"
                            ? "the last drop"
                            : "too weak"}
                      </td>
                    )}
                    <td className="pr-4">{days && days.typical > 0 ? daysWords(days) : "–"}</td>
                    <td className="pr-4">{rainCm3.typical > 0 ? formatVolume(rainCm3.typical, system) : "none"}</td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        </div>
        <div className="no-print mt-3 grid gap-x-8 md:grid-cols-2">{children}</div>
      </div>
      <div className="order-first min-w-0 lg:order-none">
        {sayings.map((saying) => (
          <Sentence key={saying.heading} sentence={saying} />
        ))}
      </div>
    </div>
  );
}
