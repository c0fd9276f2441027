"use client";
import { useEffect, useMemo, useRef, useState } from "react";
import type { Medium } from "@/core/media/medium";
import { hasPeat } from "@/core/media/words";
import type { Blend, Part } from "@/core/mixing/blend";
import type { RecipePart } from "@/core/mixing/recipe";
import type { Candidate, SearchResult, Wanted } from "@/core/mixing/search";
import { formatLength, formatPercent, parseLengthCm, threeFigures } from "@/core/units/units";
import { MixSearchClient } from "@/workers/mix-search.client";
import { useUnits } from "../common/preferences";
import { COST_WORDS } from "../media/medium-words";

const CONDITION_WORDS = { air: "the air", water: "the water", pH: "the pH" } as const;
/** What most have at hand; the grower says what else. */
const USUALLY_AT_HAND = new Set(["sphagnum-peat", "coir-pith-fine", "perlite-coarse-3-6", "vermiculite-medium", "pumice-2-5", "coarse-sand-0.5-2", "pine-bark-composted-fine", "bark-6-12", "granite-grit-3-6"]);
const NEED = "need";

type Searching = { readonly kind: "idle" } | { readonly kind: "searching" } | { readonly kind: "failed" } | { readonly kind: "done"; readonly result: SearchResult; readonly exact: boolean };

/** Mixes that do what is asked at a place, or stand in for a medium or mix there. */
export function FindMix({ media, parts, mixed, onTake }: { media: readonly Medium[]; parts: readonly Part[]; mixed: Blend | undefined; onTake: (parts: readonly RecipePart[]) => void }) {
  const system = useUnits();
  const [target, setTarget] = useState(NEED);
  const [heightText, setHeightText] = useState(system === "metric" ? "15" : "6");
  const [baseText, setBaseText] = useState("0");
  const [numbers, setNumbers] = useState({ airLeast: "20", airMost: "35", waterLeast: "40", waterMost: "", pHLeast: "", pHMost: "" });
  const [noPeat, setNoPeat] = useState(false);
  const [all, setAll] = useState(false);
  const [without, setWithout] = useState<ReadonlySet<string>>(new Set());
  const [state, setState] = useState<Searching>({ kind: "idle" });
  const client = useRef<MixSearchClient>(undefined);
  useEffect(() => () => client.current?.cancel(), []);

  const height = parseLengthCm(heightText, system);
  const base = parseLengthCm(baseText, system);
  const heightSaid = !height.ok ? height.problems[0]!.message : height.value >= 1 && height.value <= 100 ? "" : `From ${formatLength(1, system)} to ${formatLength(100, system)}.`;
  const baseSaid = !base.ok ? base.problems[0]!.message : base.value >= 0 && base.value <= 100 ? "" : `From 0 to ${formatLength(100, system)}.`;
  const read = (text: string, most: number): number | undefined => {
    if (text.trim() === "") return undefined;
    const value = Number(text.replace("%", "").replace(",", ".").trim());
    return Number.isFinite(value) && value >= 0 && value <= most ? value : Number.NaN;
  };
  const span = (least: string, most: string, scale: number, greatest: number): { least: number; most: number } | string => {
    const [a, b] = [read(least, greatest) ?? 0, read(most, greatest) ?? greatest];
    if (Number.isNaN(a) || Number.isNaN(b)) return `From 0 to ${greatest}.`;
    return a > b ? "The least is more than the most." : { least: a / scale, most: b / scale };
  };
  const air = span(numbers.airLeast, numbers.airMost, 100, 100);
  const water = span(numbers.waterLeast, numbers.waterMost, 100, 100);
  const pH = span(numbers.pHLeast, numbers.pHMost, 1, 14);
  const asked = useMemo(() => media.filter(({ id, packing }) => packing.mixingFactor > 0 && (all || USUALLY_AT_HAND.has(id)) && !(noPeat && hasPeat(id)) && !without.has(id) && id !== target), [all, media, noPeat, target, without]);
  const instead = target === NEED ? undefined : target === "mix" ? mixed?.hydraulics : parts.find(({ medium }) => medium.id === target)?.medium.hydraulics;
  const wrong = heightSaid !== "" || baseSaid !== "" || (!instead && (typeof air === "string" || typeof water === "string" || typeof pH === "string"));
  const changed = <T,>(set: (value: T) => void) => (value: T): void => { set(value); client.current?.cancel(); setState({ kind: "idle" }); };

  const search = (): void => {
    if (wrong || !height.ok || !base.ok) return;
    const wanted: Wanted | undefined = instead ? undefined : { air: air as Exclude<typeof air, string>, water: water as Exclude<typeof water, string>, ...(numbers.pHLeast || numbers.pHMost ? { pH: pH as Exclude<typeof pH, string> } : {}) };
    client.current ??= new MixSearchClient();
    setState({ kind: "searching" });
    client.current.search({ media: asked, fromSuctionCm: base.value, toSuctionCm: base.value + height.value, wanted, match: instead, mostParts: 4 },
      (result) => setState(result ? { kind: "done", result, exact: instead === undefined } : { kind: "failed" }));
  };
  const number = (key: keyof typeof numbers, label: string) => (
    <label className="block text-sm text-soft">{label}<input className="field block w-16 text-right text-base text-ink" inputMode="decimal" autoComplete="off" value={numbers[key]} onChange={(event) => changed((text: string) => setNumbers((now) => ({ ...now, [key]: text })))(event.target.value)} /></label>
  );
  const said = (value: unknown) => typeof value === "string" && <span className="said basis-full" role="alert">{value}</span>;

  return (
    <section aria-label="What mix do I need?" className="no-print border-t border-rule-strong pt-3">
      <h2 className="text-base">What mix do I need?</h2>
      <div className="mt-1 flex flex-wrap items-start gap-x-4 gap-y-2">
        <label className="block text-sm text-soft">Look for
          <select className="field block max-w-72 text-base text-ink" value={target} onChange={(event) => changed(setTarget)(event.target.value)}>
            <option value={NEED}>air and water as follows</option>
            {mixed && <option value="mix">the same as this mix</option>}
            {parts.map(({ medium }) => <option key={medium.id} value={medium.id}>instead of {medium.name}</option>)}
          </select>
        </label>
        <label className="block text-sm text-soft">Roots&rsquo; height, {system === "metric" ? "cm" : "in"}<input className="field block w-16 text-right text-base text-ink" value={heightText} aria-invalid={heightSaid !== ""} onChange={(event) => changed(setHeightText)(event.target.value)} /></label>
        <label className="block text-sm text-soft">their foot above free water<input className="field block w-16 text-right text-base text-ink" value={baseText} aria-invalid={baseSaid !== ""} onChange={(event) => changed(setBaseText)(event.target.value)} /></label>
        {said(heightSaid || undefined)}{said(baseSaid || undefined)}
      </div>
      {!instead && (
        <div className="mt-2 flex flex-wrap items-start gap-x-4 gap-y-2">
          {number("airLeast", "air, % from")}{number("airMost", "to")}{number("waterLeast", "water, % from")}{number("waterMost", "to")}{number("pHLeast", "pH from")}{number("pHMost", "to")}
          {said(air)}{said(water)}{said(pH)}
        </div>
      )}
      <div className="mt-2 flex flex-wrap items-center gap-x-4 gap-y-1 text-[0.95rem]">
        <label className="inline-flex min-h-8 items-center gap-1.5 pointer-coarse:min-h-11"><input type="checkbox" className="size-4 accent-(--ink)" checked={all} onChange={(event) => changed(setAll)(event.target.checked)} />of all media, not only the usual ones</label>
        <label className="inline-flex min-h-8 items-center gap-1.5 pointer-coarse:min-h-11"><input type="checkbox" className="size-4 accent-(--ink)" checked={noPeat} onChange={(event) => changed(setNoPeat)(event.target.checked)} />no peat</label>
        <details><summary className="pointer-coarse:min-h-11">without … {without.size > 0 && `(${without.size})`}</summary>
          <span className="mt-1 flex flex-wrap gap-x-4">{media.filter(({ id, packing }) => packing.mixingFactor > 0 && (all || USUALLY_AT_HAND.has(id))).map(({ id, name }) => (
            <label key={id} className="inline-flex min-h-8 items-center gap-1.5 pointer-coarse:min-h-11"><input type="checkbox" className="size-4 accent-(--ink)" checked={without.has(id)} onChange={(event) => changed(setWithout)(new Set(event.target.checked ? [...without, id] : [...without].filter((one) => one !== id)))} />{name}</label>
          ))}</span>
        </details>
      </div>
      <div className="mt-2 flex items-center gap-3">
        {state.kind === "searching" ? <button type="button" className="press" onClick={() => { client.current?.cancel(); setState({ kind: "idle" }); }}>Stop looking</button>
          : <button type="button" className="press press-main" disabled={wrong || asked.length === 0} onClick={search}>Look for it</button>}
        <span role="status" className="text-[0.95rem] text-soft">{state.kind === "searching" ? `Trying mixes of ${asked.length} media …` : asked.length === 0 ? "Nothing is left to mix." : state.kind === "failed" ? "The search failed; nothing else is lost. Try again." : ""}</span>
      </div>
      {state.kind === "done" && <Found state={state} media={media} onTake={onTake} />}
    </section>
  );
}

function Found({ state: { result, exact }, media, onTake }: { state: Extract<Searching, { kind: "done" }>; media: readonly Medium[]; onTake: (parts: readonly RecipePart[]) => void }) {
  const name = (id: string): Medium => media.find((medium) => medium.id === id)!;
  const { found, tried, stoppedBy } = result;
  const met = found.filter(({ mismatch }) => mismatch === 0).length;
  const dearest = ({ parts }: Candidate): string => COST_WORDS[parts.map(({ mediumId }) => name(mediumId).costClass).sort((a, b) => ["low", "medium", "high"].indexOf(b) - ["low", "medium", "high"].indexOf(a))[0]!];
  const lasts = ({ parts }: Candidate): string => (parts.some(({ mediumId }) => name(mediumId).decompositionHalfLifeYears !== null) ? "rots in time" : "stays");
  return (
    <>
      <p className="mt-2 text-[0.95rem] leading-snug" role="status">
        {exact ? (met > 0 ? `${met === found.length ? `${met} or more` : met} of ${tried} mixes meet it; the plainest first.`
          : `None of ${tried} mixes meets it. ${stoppedBy.map(({ condition, reachable }) => `${CONDITION_WORDS[condition].charAt(0).toUpperCase()}${CONDITION_WORDS[condition].slice(1)} ${reachable ? "can be had, but not together with the rest" : "cannot be had of these media at all"}.`).join(" ")} The nearest are:`)
          : `The nearest of ${tried} mixes, by what they are off in air and water together. The rule is good to about 5 % of the volume: what is off by less is as good.`}
      </p>
      <ul className="mt-1 border-b border-rule">
        {found.map((candidate) => {
          const words = candidate.parts.map(({ mediumId, parts }) => `${threeFigures(parts, 2)} ${name(mediumId).name}`).join("; ");
          return (
            <li key={words} className="flex flex-wrap items-center gap-x-3 border-t border-rule py-1 text-[0.95rem]">
              <button type="button" className="min-w-0 grow basis-52 text-left underline decoration-dotted hover:decoration-solid pointer-coarse:min-h-11" onClick={() => onTake(candidate.parts)}>{words}</button>
              <span>air {formatPercent(candidate.air)}, <span className="text-water">water {formatPercent(candidate.water)}</span></span>
              <span className="text-soft">{dearest(candidate)}, {lasts(candidate)}{candidate.mismatch > 0 ? `, off by ${formatPercent(candidate.mismatch)}` : ""}</span>
            </li>
          );
        })}
      </ul>
    </>
  );
}
