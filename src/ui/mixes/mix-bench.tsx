"use client";
import { useDeferredValue, useMemo, useState } from "react";
import dynamic from "next/dynamic";
import Link from "next/link";
import { X } from "lucide-react";
import type { StoredMix } from "@/formats/mix";
import type { Medium } from "@/core/media/medium";
import { blend, type Blend, type Part } from "@/core/mixing/blend";
import { mixEc, mixPH } from "@/core/mixing/chemistry";
import { yearsUntilTight } from "@/core/mixing/ageing";
import { parseRecipe, recipeText, type RecipePart } from "@/core/mixing/recipe";
import { TIGHT_AIR_SPACE } from "@/core/readings/readings";
import { formatLength, formatPercent, lengthFieldText, parseLengthCm, threeFigures } from "@/core/units/units";
import { containerState } from "@/core/water/container";
import { lookupIn } from "../common/media";
import { useUnits } from "../common/preferences";
import { SiteHeader } from "../common/site-header";
import { mediumSearch } from "../media/find-medium";
import { rangeText } from "../media/medium-words";
import { GrainPatterns, grainFill, soilFill } from "../section/patterns";
import { FindMix } from "./find-mix";
import { HowMuch, type Room } from "./how-much";
import { KeepMix, SavedMixes, type MixActions } from "./keep-mix";

const HeightChart = dynamic(() => import("../media/curves").then((curves) => curves.HeightChart), { ssr: false, loading: () => <p className="py-6 text-soft">drawing …</p> });
const RetentionChart = dynamic(() => import("../media/curves").then((curves) => curves.RetentionChart), { ssr: false });

const EXAMPLE = "2 parts peat, 1 perlite, ½ sand";

/** A mix composed in parts, and at once what water and air it ends up with, and how much of everything it takes. */
export function MixBench({ media, recipe, rooms, roomId = "", saved, putAway, stored, usedBy = [], actions }: {
  media: readonly Medium[]; rooms: readonly Room[];
  /** What the address says; without it the stored mix's own. */
  recipe: string;
  /** The layer it is to fill, if it was come to from one. */
  roomId?: string;
  saved: readonly { readonly id: string; readonly name: string }[];
  putAway: readonly { readonly id: string; readonly name: string }[];
  stored?: StoredMix | undefined; usedBy?: readonly { readonly id: string; readonly name: string }[]; actions: MixActions;
}) {
  const system = useUnits();
  const own = stored && recipeText(stored.mix.parts, (id) => media.find((one) => one.id === id)?.name ?? id);
  const [text, setText] = useState(recipe || own || "");
  const [heightText, setHeightText] = useState<string>();
  const medium = useMemo(() => lookupIn(media), [media]);
  const { find } = useMemo(() => mediumSearch(media), [media]);
  const parsed = useMemo(() => parseRecipe(text, find), [text, find]);
  const parts = useMemo((): Part[] => (parsed.ok ? parsed.value.map(({ mediumId, parts: amount }) => ({ medium: medium(mediumId)!, parts: amount })) : []), [parsed, medium]);
  const mixed = useMemo(() => (parsed.ok ? blend(parts) : undefined), [parsed, parts]);
  const height = heightText === undefined ? { ok: true as const, value: 15 } : parseLengthCm(heightText, system);
  const heightSaid = !height.ok ? height.problems[0]!.message : height.value >= 1 && height.value <= 100 ? "" : `From ${formatLength(1, system)} to ${formatLength(100, system)}.`;
  const heightCm = useDeferredValue(height.ok && heightSaid === "" ? height.value : 15);
  const problems = text.trim() === "" ? [] : !parsed.ok ? parsed.problems : mixed && !mixed.ok ? mixed.problems : [];

  const write = (next: readonly RecipePart[]): void => take(recipeText(next, (id) => medium(id)!.name));
  /** The recipe is the page's address, so that it can be kept and sent. */
  const take = (next: string): void => {
    setText(next);
    const address = stored ? `/mixes/${stored.id}` : "/mixes";
    window.history.replaceState(null, "", next.trim() === "" || next === own ? address : `${address}?recipe=${encodeURIComponent(next)}`);
  };

  return (
    <>
      <SiteHeader />
      <main className="mx-auto max-w-[84rem] px-4 pb-16 pt-6">
        <h1 className="text-2xl">{stored ? stored.mix.name : "Mix"}</h1>
        <SavedMixes saved={saved} putAway={putAway} shownId={stored?.id} actions={actions} />
        <svg width={0} height={0} className="absolute" aria-hidden><defs><GrainPatterns prefix="mix" scale={0.5} /></defs></svg>
        <div className="mt-3 grid grid-cols-[minmax(0,1fr)] gap-x-8 gap-y-6 lg:grid-cols-[24rem_minmax(0,1fr)]">
          <div className="space-y-5">
            <section aria-label="Recipe">
              <label className="block text-sm text-soft" htmlFor="recipe">Recipe, in parts. A part is any measure, as long as it is the same one.</label>
              <textarea id="recipe" rows={3} className="field mt-1 w-full resize-y border border-rule-strong bg-sheet p-2" value={text} placeholder={EXAMPLE} autoComplete="off" spellCheck={false} aria-invalid={problems.length > 0} aria-describedby="recipe-said"
                onChange={(event) => take(event.target.value)} />
              <div id="recipe-said" role="alert">{problems.map(({ path, message }) => <p key={path + message} className="said">{message}</p>)}</div>
              {text.trim() === "" && <p className="mt-1 text-[0.95rem]">Such as <button type="button" className="underline decoration-dotted" onClick={() => take(EXAMPLE)}>{EXAMPLE}</button>, 2:1:1 peat, perlite, bark or 60 % coir, 40 % pumice.</p>}
              {parsed.ok && mixed?.ok && (
                <ol className="mt-2 border-b border-rule">
                  {parts.map(({ medium: one, parts: amount }, i) => (
                    <li key={one.id} className="flex flex-wrap items-center gap-2 border-t border-rule py-1">
                      <svg width={24} height={24} className="shrink-0" aria-hidden><rect width={24} height={24} fill={soilFill(one.pattern)} /><rect width={24} height={24} fill={grainFill(one.pattern, "mix")} stroke="var(--rule-strong)" /></svg>
                      <PartsField key={amount} name={one.name} amount={amount} onTake={(next) => write(parsed.value.map((part) => (part.mediumId === one.id ? { ...part, parts: next } : part)))} />
                      <Link href={`/media/${one.id}`} className="min-w-0 grow">{one.name}</Link>
                      <span className="text-soft">{formatPercent(mixed.value.shares[i]!)}</span>
                      <button type="button" aria-label={`Take ${one.name} out`} className="no-print inline-flex size-7 items-center justify-center text-soft hover:text-ink pointer-coarse:size-11" onClick={() => write(parsed.value.filter(({ mediumId }) => mediumId !== one.id))}><X size={15} aria-hidden /></button>
                    </li>
                  ))}
                </ol>
              )}
            </section>
            {parsed.ok && mixed?.ok && <KeepMix parts={parsed.value} medium={medium} stored={stored} usedBy={usedBy} actions={actions} />}
            {mixed?.ok && <Character parts={parts} mixed={mixed.value} heightCm={heightCm} />}
          </div>
          {mixed?.ok ? (
            <div className="space-y-6">
              <section aria-label="Water and air">
                <div className="flex flex-wrap items-end gap-x-4">
                  <h2 className="text-base">Water and air in a drained vessel, by its height</h2>
                  <label className="text-sm text-soft">told for a vessel of{" "}
                    <input className="field w-16 text-right text-base text-ink" aria-label="Height of the vessel" aria-invalid={heightSaid !== ""} value={heightText ?? `${lengthFieldText(15, system)}`} onChange={(event) => setHeightText(event.target.value)} /> {system === "metric" ? "cm" : "in"}
                  </label>
                  {heightSaid && <span className="said" role="alert">{heightSaid}</span>}
                </div>
                <div className="grid gap-4 md:grid-cols-2">
                  <HeightChart curved={{ id: "mix", name: "this mix", hydraulics: mixed.value.hydraulics }} system={system} />
                  <RetentionChart curved={{ id: "mix", name: "this mix", hydraulics: mixed.value.hydraulics }} system={system} />
                </div>
              </section>
              <HowMuch parts={parts} rooms={rooms} roomId={roomId} />
              <FindMix media={media} parts={parts} mixed={mixed.value} onTake={write} />
            </div>
          ) : (
            <div className="space-y-6">
              <p className="text-soft">{text.trim() === "" ? "Write a recipe, and its water and air stand here; or look for one." : "The mix cannot be computed as it is written."}</p>
              <FindMix media={media} parts={[]} mixed={undefined} onTake={write} />
            </div>
          )}
        </div>
      </main>
    </>
  );
}

function PartsField({ name, amount, onTake }: { name: string; amount: number; onTake: (amount: number) => void }) {
  const [text, setText] = useState(String(amount));
  const parsed = parseRecipe(`${text} it`, () => ({ kind: "one", id: "it", byName: true }));
  const value = parsed.ok ? parsed.value[0]!.parts : undefined;
  const offer = (): void => { if (value !== undefined && value !== amount) onTake(value); };
  return (
    <>
      <input aria-label={`Parts of ${name}`} className="field w-12 text-right" inputMode="decimal" value={text} aria-invalid={value === undefined}
        onChange={(event) => setText(event.target.value)} onBlur={offer} onKeyDown={(event) => { if (event.key === "Enter") offer(); if (event.key === "Escape") setText(String(amount)); }} />
      {value === undefined && <span className="said order-last basis-full" role="alert">Parts are a number above 0, such as 2, 1.5 or ½. Still {amount}; Esc puts it back.</span>}
    </>
  );
}

/** What the mix is, in sentences. */
function Character({ parts, mixed, heightCm }: { parts: readonly Part[]; mixed: Blend; heightCm: number }) {
  const system = useUnits();
  const { hydraulics, shrinkFraction, conductivityFactor, shares, dryBulkDensityGPerCm3 } = mixed;
  const state = containerState(hydraulics, heightCm);
  const tight = useMemo(() => yearsUntilTight(parts, shares, state.air, TIGHT_AIR_SPACE), [parts, shares, state.air]);
  const wetKgPerL = dryBulkDensityGPerCm3 + state.water;
  const lines: readonly (readonly [string, string])[] = [
    ["Water and air", `In a vessel ${formatLength(heightCm, system)} tall it holds ${formatPercent(state.water)} water and keeps ${formatPercent(state.air)} air, each give or take 5 % of the volume.`],
    ["Shrinks on mixing", `By ${formatPercent(Math.max(0, shrinkFraction))}: fines fill the gaps, and soft parts give under heavy ones. ${formatPercent(hydraulics.thetaS)} of the mix is pores.`],
    ["Conducts", `${rangeText({ low: hydraulics.ksCmPerHour / conductivityFactor, typical: hydraulics.ksCmPerHour, high: hydraulics.ksCmPerHour * conductivityFactor }, 0)} cm an hour full of water; known to a factor of ${conductivityFactor}.`],
    ["Weighs", `${threeFigures(dryBulkDensityGPerCm3, 2)} kg a litre dry, ${threeFigures(wetKgPerL, 2)} watered.`],
    ["pH and salts", `pH about ${rangeText(mixPH(parts, shares), 1)}, salts ${rangeText(mixEc(parts, shares), 1)} dS/m: an estimate from the parts. Test before planting what minds.`],
    ["Ageing", ageingText(tight, formatPercent(TIGHT_AIR_SPACE), parts.some(({ medium }) => medium.decompositionHalfLifeYears !== null))],
  ];
  return (
    <section aria-label="What it is">
      <h2 className="text-base">What it is</h2>
      <dl className="text-[0.95rem] leading-snug">{lines.map(([name, value]) => <div key={name} className="border-t border-rule py-1.5"><dt className="small-caps">{name}</dt><dd>{value}</dd></div>)}</dl>
      <p className="mt-1 text-sm leading-snug text-soft">Packing after Stovall et al. (1986) and de Larrard (1999), retention after Durner (1994). The rule was fitted on mixes described in the literature, not measured here: read the numbers as ranges.</p>
    </section>
  );
}

function ageingText({ low, typical, high }: { low: number; typical: number; high: number }, limit: string, rots: boolean): string {
  if (typical === 0) return `At this height it is under ${limit} air from the start.`;
  if (!rots) return "Nothing in it rots: it keeps its air.";
  if (low === Infinity) return `Its organic parts rot, but what does not rot keeps the air above ${limit}.`;
  const years = (value: number): string => (value === Infinity ? "never" : threeFigures(value, 0));
  return `As its organic parts rot, air falls under ${limit} in ${years(low)} to ${years(high)} years, likely ${years(typical)}.`.replace("to never years", "years or never");
}
