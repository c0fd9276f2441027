"use client";
import Link from "next/link";
import { inLibrary } from "@/core/occupants/library/library";
import type { Occupant, Season } from "@/core/occupants/occupant";
import { figureKeysOf, figureOf, isOwnKind, OWN_KIND_PREFIX } from "@/core/occupants/own-occupant";
import { OCCUPANT_SOURCES } from "@/core/occupants/sources";
import { useUnits } from "../common/preferences";
import { SiteHeader } from "../head/site-header";
import { FIGURES, figureText } from "./figures";
import { FEED_WORDS, GUILD_WORDS, KIND_WORDS, LIME_WORDS, TOXICITY_WORDS, WANT_WORDS } from "./occupant-words";

/** "4 weeks before to 12 weeks after the last frost" */
function seasonWords({ from, fromWeeks, toWeeks }: Season): string {
  const frost = from === "last-frost" ? "the last frost" : "the first frost of autumn";
  const side = (weeks: number): string => (weeks < 0 || (weeks === 0 && toWeeks < 0) ? "before" : "after");
  const count = (weeks: number): string => `${Math.abs(weeks)} ${Math.abs(weeks) === 1 ? "week" : "weeks"}`;
  if (side(fromWeeks) === side(toWeeks)) {
    const [near, far] = [Math.abs(fromWeeks), Math.abs(toWeeks)].sort((a, b) => a - b) as [number, number];
    return near === 0
      ? `up to ${count(far)} ${side(toWeeks)} ${frost}`
      : `${near} to ${count(far)} ${side(toWeeks)} ${frost}`;
  }
  return `${count(fromWeeks)} before to ${count(toWeeks)} after ${frost}`;
}

const groupWords = (one: Occupant): string => (one.life === "plant" ? GUILD_WORDS[one.guild] : KIND_WORDS[one.kind]);

/** What is said of a kind in words, beside its numbers. */
function factsOf(one: Occupant): readonly (readonly [name: string, words: string])[] {
  if (one.life === "animal")
    return [
      ["Kind", KIND_WORDS[one.kind]],
      ["Harmed by", one.harmedBy.map((harm) => harm.replace("-", " ")).join(", ")],
      ["Must find", one.wants.map((want) => WANT_WORDS[want]).join(", ") || "nothing named"],
      ["Eats", one.eats.map((food) => food.replace("-", " ")).join(", ")],
      ["Company of its kind", one.solitary ? "none: it lives alone" : "bears it"],
      ["Cleaners", one.cleaners.map((id) => inLibrary(id)?.name ?? id).join(", ") || "none named"],
      ["To people", TOXICITY_WORDS[one.toPeople]],
    ];
  return [
    ["Kind", GUILD_WORDS[one.guild]],
    ["Feed", FEED_WORDS[one.feed]],
    ["Lime", LIME_WORDS[one.lime]],
    ["Moving air", one.movingAir === "wants" ? "wants it" : "bears still air"],
    ["Hot days", one.heat === "dies" ? "dies of them" : "bears an afternoon"],
    ["Growth", one.growth],
    ["Rests", one.dormancy === "none" ? "hardly" : `in ${one.dormancy}`],
    ["To people", TOXICITY_WORDS[one.toPeople]],
    ["To pets", TOXICITY_WORDS[one.toPets]],
    ...(one.planting ? [["Planted", seasonWords(one.planting)] as const] : []),
    ...(one.harvest ? [["Harvested", seasonWords(one.harvest)] as const] : []),
  ];
}

/** All that is known of one kind, each number with how sure it is and whose it is. */
export function OccupantPage({ occupant }: { occupant: Occupant }) {
  const system = useUnits();
  const own = isOwnKind(occupant.id);
  const rows = figureKeysOf(occupant.life).flatMap((key) => {
    const figure = figureOf(occupant, key);
    return figure ? [{ key, figure }] : [];
  });
  const sources = [...new Set(rows.map(({ figure }) => figure.source))];
  return (
    <>
      <SiteHeader>
        <Link href="/living" className="press no-underline">
          All living things
        </Link>
        {own ? (
          <Link
            href={`/living/own/${occupant.id.slice(OWN_KIND_PREFIX.length)}`}
            className="press press-main no-underline"
          >
            Change it
          </Link>
        ) : (
          <Link href={`/living/own?from=${occupant.id}`} className="press press-main no-underline">
            Copy as your own
          </Link>
        )}
      </SiteHeader>
      <main className="mx-auto max-w-4xl px-4 pb-16 pt-6">
        <h1 className="text-2xl">{occupant.name}</h1>
        <p className="italic text-soft">{occupant.scientificName}</p>
        {occupant.alsoCalled.length > 0 && (
          <p className="max-w-[65ch] text-soft">Also called {occupant.alsoCalled.join("; ")}.</p>
        )}
        {occupant.note && <p className="mt-1 max-w-[65ch]">{occupant.note}</p>}
        {occupant.checkLocalList && (
          <p className="mt-1 max-w-[65ch] border-l-2 border-trouble pl-2">
            Some of its kind is protected or invasive: check your local list. Never wild-collected, never released.
          </p>
        )}
        {occupant.life === "animal" && (
          <p className="mt-1 max-w-[65ch] border-l-2 border-rule-strong pl-2">
            Local rules and a keeper&rsquo;s experience go before these numbers; for a sick animal, a vet.
          </p>
        )}
        <dl className="mt-4 grid grid-cols-[auto_minmax(0,1fr)] gap-x-5 gap-y-0.5">
          {factsOf(occupant).map(([name, words]) => (
            <div key={name} className="contents">
              <dt className="text-soft">{name}</dt>
              <dd>{words}</dd>
            </div>
          ))}
        </dl>
        <div className="mt-4 overflow-x-auto">
          <table className="w-full min-w-[34rem] border-collapse leading-snug">
            <thead>
              <tr className="border-b-2 border-ink text-left">
                <th className="py-1 pr-3">What it wants</th>
                <th className="py-1 pr-3">Range</th>
                <th className="py-1 pr-3">Likely</th>
                <th className="py-1 pr-3">Confidence</th>
                <th className="py-1">Source</th>
              </tr>
            </thead>
            <tbody>
              {rows.map(({ key, figure }) => (
                <tr key={key} className="border-b border-rule">
                  <td className="py-0.5 pr-3">{FIGURES[key].name}</td>
                  <td className="py-0.5 pr-3">{figureText(key, figure, system)}</td>
                  <td className="py-0.5 pr-3">{FIGURES[key].quantity.show(figure.typical, system)}</td>
                  <td className="py-0.5 pr-3">{figure.confidence}</td>
                  <td className="py-0.5 text-sm">
                    {figure.source}
                    {figure.ofGuild && <span className="text-soft">; its group&rsquo;s</span>}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
        {rows.some(({ figure }) => figure.ofGuild) && (
          <p className="mt-3 max-w-[65ch] text-sm leading-snug text-soft">
            {rows.filter(({ figure }) => figure.ofGuild).length} of these {rows.length} are those of its group (
            {groupWords(occupant)}), not its own: what yours has borne counts for more.
          </p>
        )}
        <ul className="mt-4 space-y-1 text-sm leading-snug text-soft">
          {sources.map((source) => (
            <li key={source}>{OCCUPANT_SOURCES[source] ?? "What you wrote yourself."}</li>
          ))}
        </ul>
      </main>
    </>
  );
}
