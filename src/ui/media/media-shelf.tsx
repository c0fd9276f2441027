"use client";
import { useDeferredValue, useMemo, useState } from "react";
import dynamic from "next/dynamic";
import Link from "next/link";
import type { Medium } from "@/core/media/medium";
import { hasPeat } from "@/core/media/words";
import { formatLength, formatPercent, lengthInUnits, parseLengthCm } from "@/core/units/units";
import { containerState } from "@/core/water/container";
import { useUnits } from "../common/preferences";
import { SiteHeader } from "../common/site-header";
import { GrainPatterns, grainFill, soilFill } from "../section/patterns";
import { mediumSearch } from "./find-medium";
import { COST_WORDS, rangeText } from "./medium-words";

const AirCompared = dynamic(() => import("./curves").then(({ AirCompared: chart }) => chart), { ssr: false, loading: () => <p className="py-6 text-soft">drawing …</p> });
const DashSwatch = dynamic(() => import("./curves").then(({ DashSwatch: swatch }) => swatch), { ssr: false });
const MOST_COMPARED = 5;

type SortKey = "name" | "air" | "water" | "pH" | "weight";
type Filters = { readonly words: string; readonly heightText: string; readonly leastAir: string; readonly mostPH: string; readonly noPeat: boolean; readonly from: "any" | "organic" | "mineral"; readonly for: "anyone" | "amphibians" | "carnivorousPlants" };
const ALL: Filters = { words: "", heightText: "", leastAir: "", mostPH: "", noPeat: false, from: "any", for: "anyone" };

/** All media: found by name, sifted by what they do in a vessel of a height, held against one another. */
export function MediaShelf({ media }: { media: readonly Medium[] }) {
  const system = useUnits();
  const [filters, setFilters] = useState(ALL);
  const [sort, setSort] = useState<{ key: SortKey; down: boolean }>({ key: "name", down: false });
  const [compared, setCompared] = useState<readonly string[]>([]);
  const change = (part: Partial<Filters>): void => setFilters((now) => ({ ...now, ...part }));
  const { search } = useMemo(() => mediumSearch(media), [media]);

  const height = filters.heightText.trim() === "" ? { ok: true as const, value: 15 } : parseLengthCm(filters.heightText, system);
  const heightSaid = !height.ok ? height.problems[0]!.message : height.value < 1 || height.value > 100 ? `From ${formatLength(1, system)} to ${formatLength(100, system)}.` : "";
  const heightCm = useDeferredValue(height.ok && heightSaid === "" ? height.value : 15);
  const leastAir = numberIn(filters.leastAir, 0, 100, "From 0 to 100 %.");
  const mostPH = numberIn(filters.mostPH, 0, 14, "From 0 to 14.");

  const states = useMemo(() => new Map(media.map(({ id, hydraulics }) => [id, containerState(hydraulics, heightCm)])), [media, heightCm]);
  const found = useMemo(() => {
    const named = filters.words.trim().length > 1 ? search(filters.words) : media;
    const kept = named.filter((medium) =>
      (leastAir.value === undefined || states.get(medium.id)!.air * 100 >= leastAir.value)
      && (mostPH.value === undefined || medium.pH.typical <= mostPH.value)
      && (!filters.noPeat || !hasPeat(medium.id))
      && (filters.from === "any" || (filters.from === "organic") === (medium.class === "organic" || medium.class === "fibre"))
      && (filters.for === "anyone" || medium.safety[filters.for] !== "avoid"));
    // what was searched for stays in the order of how near it is
    if (filters.words.trim().length > 1 && sort.key === "name") return kept;
    const value = (medium: Medium): number | string => ({ name: medium.name, air: states.get(medium.id)!.air, water: states.get(medium.id)!.water, pH: medium.pH.typical, weight: medium.dryBulkDensityGPerCm3.typical })[sort.key];
    return [...kept].sort((a, b) => {
      const [x, y] = [value(a), value(b)];
      const order = typeof x === "string" ? x.localeCompare(String(y), "en") : x - Number(y);
      return sort.down ? -order : order;
    });
  }, [filters, leastAir.value, media, mostPH.value, search, sort, states]);

  const toggle = (id: string): void => setCompared((now) => (now.includes(id) ? now.filter((one) => one !== id) : now.length < MOST_COMPARED ? [...now, id] : now));
  const curved = useMemo(() => compared.flatMap((id) => media.find((medium) => medium.id === id) ?? []), [compared, media]);
  const head = (key: SortKey, words: string, className = "") => (
    <th scope="col" className={`px-2 pb-1 text-left font-normal ${className}`} aria-sort={sort.key === key ? (sort.down ? "descending" : "ascending") : "none"}>
      <button type="button" className="underline decoration-dotted pointer-coarse:min-h-11" onClick={() => setSort({ key, down: sort.key === key ? !sort.down : key !== "name" && key !== "pH" })}>{words}{sort.key === key ? (sort.down ? " ↓" : " ↑") : ""}</button>
    </th>
  );

  return (
    <>
      <SiteHeader />
      <main className="mx-auto max-w-[84rem] px-4 pb-16 pt-6">
        <h1 className="text-2xl">Media</h1>
        <p className="text-soft">{media.length} media, with what each holds and what air it leaves. The number is the likely one; every page has its range.</p>
        <svg width={0} height={0} className="absolute" aria-hidden><defs><GrainPatterns prefix="shelf" scale={0.5} /></defs></svg>
        <search className="no-print mt-4 flex flex-wrap items-start gap-x-5 gap-y-2 border-y border-rule py-3">
          <Field label="Name" value={filters.words} onChange={(words) => change({ words })} wide placeholder="peat, lava rock, …" />
          <Field label="In a vessel this tall" value={filters.heightText} onChange={(heightText) => change({ heightText })} placeholder={formatLength(15, system)} said={heightSaid} />
          <Field label="Air at least, %" value={filters.leastAir} onChange={(text) => change({ leastAir: text })} said={leastAir.said} />
          <Field label="pH at most" value={filters.mostPH} onChange={(text) => change({ mostPH: text })} said={mostPH.said} />
          <Choose label="Kind" value={filters.from} options={[["any", "any"], ["organic", "grown: rots in time"], ["mineral", "mineral: stays"]]} onChoose={(from) => change({ from: from as Filters["from"] })} />
          <Choose label="Not harmful to" value={filters.for} options={[["anyone", "not asked"], ["amphibians", "amphibians"], ["carnivorousPlants", "carnivorous plants"]]} onChoose={(who) => change({ for: who as Filters["for"] })} />
          <label className="inline-flex min-h-11 items-center gap-1.5 self-end"><input type="checkbox" className="size-4 accent-(--ink)" checked={filters.noPeat} onChange={(event) => change({ noPeat: event.target.checked })} />no peat</label>
          <button type="button" className="press self-end" onClick={() => setFilters(ALL)}>Show all</button>
        </search>
        {curved.length > 0 && (
          <section aria-label="Compared" className="mt-4 grid gap-x-6 border-b border-rule pb-4 md:grid-cols-[minmax(0,1fr)_18rem]">
            <div><h2 className="mb-1 text-base">Air left in a drained vessel, by its height</h2><AirCompared curved={curved} system={system} /></div>
            <ul className="mt-6 space-y-1">{curved.map(({ id, name }, i) => (
              <li key={id} className="flex items-center gap-2"><DashSwatch index={i} /><Link href={`/media/${id}`}>{name}</Link><button type="button" className="ml-auto text-sm text-soft underline pointer-coarse:min-h-11" onClick={() => toggle(id)} aria-label={`Take ${name} out`}>take out</button></li>
            ))}</ul>
          </section>
        )}
        <p role="status" className="mt-3 text-sm text-soft">{found.length === 0 ? "Nothing meets all of these." : `${found.length} shown. Water and air are means over a drained vessel ${formatLength(heightCm, system)} tall. Tick up to ${MOST_COMPARED} to hold them against one another.`}</p>
        {found.length > 0 && (
          <div className="overflow-x-auto">
            <table className="mt-1 w-full min-w-[42rem] text-[0.95rem]">
              <thead><tr className="border-b border-rule-strong text-sm text-soft"><th className="w-11" scope="col"><span className="sr-only">Compare</span></th>{head("name", "medium")}{head("air", "air")}{head("water", "water")}{head("pH", "pH")}{head("weight", "dry, g per L")}<th scope="col" className="px-2 pb-1 text-left font-normal">price</th><th scope="col" className="px-2 pb-1 text-left font-normal">known</th></tr></thead>
              <tbody>
                {found.map((medium) => {
                  const state = states.get(medium.id)!;
                  const ticked = compared.includes(medium.id);
                  return (
                    <tr key={medium.id} className="border-b border-rule">
                      <td><label className="inline-flex size-9 items-center justify-center pointer-coarse:size-11"><input type="checkbox" className="size-4 accent-(--ink)" aria-label={`Compare ${medium.name}`} checked={ticked} disabled={!ticked && compared.length >= MOST_COMPARED} onChange={() => toggle(medium.id)} /></label></td>
                      <th scope="row" className="px-2 py-1 text-left font-normal">
                        <span className="flex items-center gap-2">
                          <svg width={24} height={24} className="shrink-0" aria-hidden><rect width={24} height={24} fill={soilFill(medium.pattern)} /><rect width={24} height={24} fill={grainFill(medium.pattern, "shelf")} stroke="var(--rule-strong)" /></svg>
                          <span><Link href={`/media/${medium.id}`} className="font-semibold">{medium.name}</Link><span className="block text-sm leading-tight text-soft">{medium.grade}</span></span>
                        </span>
                      </th>
                      <td className="px-2">{formatPercent(state.air)}</td><td className="px-2 text-water">{formatPercent(state.water)}</td><td className="px-2">{rangeText(medium.pH, 1)}</td>
                      <td className="px-2">{Math.round(medium.dryBulkDensityGPerCm3.typical * 1000)}</td><td className="px-2">{COST_WORDS[medium.costClass]}</td><td className="px-2 text-soft">{medium.confidence}</td>
                    </tr>
                  );
                })}
              </tbody>
            </table>
          </div>
        )}
        <p className="mt-4 text-sm text-soft">Heights here are {lengthInUnits(1, system) === 1 ? "in cm" : "in inches"} unless you write a unit.</p>
      </main>
    </>
  );
}

function numberIn(text: string, least: number, most: number, said: string): { value: number | undefined; said: string } {
  if (text.trim() === "") return { value: undefined, said: "" };
  const value = Number(text.replace("%", "").replace(",", ".").trim());
  return Number.isFinite(value) && value >= least && value <= most ? { value, said: "" } : { value: undefined, said };
}

function Field({ label, value, onChange, placeholder, said = "", wide = false }: { label: string; value: string; onChange: (text: string) => void; placeholder?: string; said?: string; wide?: boolean }) {
  return (
    <label className="block text-sm text-soft">{label}
      <input className={`field block text-base text-ink ${wide ? "w-48" : "w-28"}`} value={value} placeholder={placeholder} autoComplete="off" aria-invalid={said !== ""} onChange={(event) => onChange(event.target.value)} />
      {said !== "" && <span className="said block max-w-44" role="alert">{said}</span>}
    </label>
  );
}

function Choose({ label, value, options, onChoose }: { label: string; value: string; options: readonly (readonly [string, string])[]; onChoose: (value: string) => void }) {
  return (
    <label className="block text-sm text-soft">{label}
      <select className="field block text-base text-ink" value={value} onChange={(event) => onChoose(event.target.value)}>{options.map(([one, words]) => <option key={one} value={one}>{words}</option>)}</select>
    </label>
  );
}
