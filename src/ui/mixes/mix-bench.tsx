"use client";
import { useDeferredValue, useMemo, useState } from "react";
import dynamic from "next/dynamic";
import Link from "next/link";
import { X } from "lucide-react";
import type { Kept, KeptVersion } from "@/formats/kept";
import type { Mix } from "@/formats/mix/document";
import type { OwnMedium } from "@/core/media/own-medium";
import { AMENDMENTS, phShift, type Dosed } from "@/core/mixing/amendments";
import type { Pack } from "@/core/mixing/batch";
import type { Medium } from "@/core/media/medium";
import { blend, type Blend, type Part } from "@/core/mixing/blend";
import { mixEc, mixPH } from "@/core/mixing/chemistry";
import { airOverYears, yearsUntilTight } from "@/core/mixing/ageing";
import { parseRecipe, recipeText, type RecipePart } from "@/core/mixing/recipe";
import { TIGHT_AIR_SPACE } from "@/core/readings/readings";
import {
  formatDensity,
  formatLength,
  formatPercent,
  formatRange,
  formatSpeed,
  lengthFieldText,
  parseLengthCm,
  threeFigures,
} from "@/core/units/units";
import { containerState } from "@/core/water/container";
import { EarlierVersions } from "../common/keep";
import { lookupIn } from "../common/media";
import { useUnits } from "../common/preferences";
import { SiteHeader } from "../common/site-header";
import { mediumSearch } from "../media/find-medium";
import { rangeText } from "../media/medium-words";
import { GrainPatterns, grainFill, soilFill } from "../section/patterns";
import { FindMix } from "./find-mix";
import type { Room } from "@/formats/rooms";
import { HowMuch } from "./how-much";
import { KeepMix, SavedMixes, type MixActions } from "./keep-mix";
import { usePacks, type PutPack } from "./packs";
import { TakeCare } from "./take-care";

const HeightChart = dynamic(() => import("../media/curves").then((curves) => curves.HeightChart), {
  ssr: false,
  loading: () => <p className="py-6 text-soft">drawing …</p>,
});
const RetentionChart = dynamic(() => import("../media/curves").then((curves) => curves.RetentionChart), { ssr: false });

const EXAMPLE = "2 parts peat, 1 perlite, ½ sand";

/** A mix composed in parts, and at once what water and air it ends up with, and how much of everything it takes. */
export function MixBench({
  media,
  recipe,
  rooms,
  roomId: roomAsked = "",
  saved,
  putAway,
  stored,
  usedBy = [],
  versions = [],
  ownMedia,
  packs,
  actions,
}: {
  media: readonly Medium[];
  rooms: readonly Room[];
  /** What the address says; without it the stored mix's own. */
  recipe: string;
  /** The layer it is to fill, if it was come to from one. */
  roomId?: string;
  saved: readonly { readonly id: string; readonly name: string }[];
  putAway: readonly { readonly id: string; readonly name: string }[];
  stored?: Kept<Mix> | undefined;
  usedBy?: readonly { readonly id: string; readonly name: string }[];
  versions?: readonly KeptVersion<Mix>[];
  /** The grower's own media as they were entered, by their ids, to go into a file with a mix. */
  ownMedia: Readonly<Record<string, OwnMedium>>;
  packs: readonly Pack[];
  actions: MixActions & { readonly putPack: PutPack };
}) {
  const system = useUnits();
  const recipeOf = (some: readonly RecipePart[]): string =>
    recipeText(some, (id) => media.find((one) => one.id === id)?.name ?? id);
  const own = stored && recipeOf(stored.value.parts);
  const [text, setText] = useState(recipe || own || "");
  const [name, setName] = useState(stored?.value.name ?? "");
  const [note, setNote] = useState(stored?.value.note ?? "");
  const [amendments, setAmendments] = useState<readonly Dosed[]>(stored?.value.amendments ?? []);
  const [roomId, setRoomId] = useState(roomAsked);
  const [heightText, setHeightText] = useState<string>();
  const list = usePacks(packs, actions.putPack);
  const medium = useMemo(() => lookupIn(media), [media]);
  const { find } = useMemo(() => mediumSearch(media), [media]);
  const parsed = useMemo(() => parseRecipe(text, find), [text, find]);
  const parts = useMemo(
    (): Part[] =>
      parsed.ok
        ? parsed.value.map(({ mediumId, parts: amount }) => ({ medium: medium(mediumId)!, parts: amount }))
        : [],
    [parsed, medium],
  );
  const mixed = useMemo(() => (parsed.ok ? blend(parts) : undefined), [parsed, parts]);
  const height = heightText === undefined ? { ok: true as const, value: 15 } : parseLengthCm(heightText, system);
  const heightSaid = !height.ok
    ? height.problems[0]!.message
    : height.value >= 1 && height.value <= 100
      ? ""
      : `From ${formatLength(1, system)} to ${formatLength(100, system)}.`;
  const heightCm = useDeferredValue(height.ok && heightSaid === "" ? height.value : 15);
  const problems = text.trim() === "" ? [] : !parsed.ok ? parsed.problems : mixed && !mixed.ok ? mixed.problems : [];

  const write = (next: readonly RecipePart[]): void => take(recipeOf(next));
  /** The recipe is the page's address, so that it can be kept and sent. */
  const take = (next: string): void => {
    setText(next);
    const address = stored ? `/mixes/${stored.id}` : "/mixes";
    window.history.replaceState(
      null,
      "",
      next.trim() === "" || next === own ? address : `${address}?recipe=${encodeURIComponent(next)}`,
    );
  };

  return (
    <>
      <SiteHeader />
      <main className="mx-auto max-w-[84rem] px-4 pb-16 pt-6">
        <h1 className="text-2xl">{stored ? stored.value.name : "Mix"}</h1>
        <SavedMixes saved={saved} putAway={putAway} shownId={stored?.id} actions={actions} />
        <svg width={0} height={0} className="absolute" aria-hidden>
          <defs>
            <GrainPatterns prefix="mix" scale={0.5} />
          </defs>
        </svg>
        <div className="mt-3 grid grid-cols-[minmax(0,1fr)] gap-x-8 gap-y-6 lg:grid-cols-[24rem_minmax(0,1fr)] print:flex print:flex-col print:gap-y-4">
          <div className="space-y-5 print:contents">
            <section aria-label="Recipe" className="print:order-1">
              <label className="no-print block text-sm text-soft" htmlFor="recipe">
                Recipe, in parts. A part is any measure, as long as it is the same one.
              </label>
              <textarea
                id="recipe"
                rows={3}
                className="no-print field mt-1 w-full resize-y border border-rule-strong bg-sheet p-2"
                value={text}
                placeholder={EXAMPLE}
                autoComplete="off"
                spellCheck={false}
                aria-invalid={problems.length > 0}
                aria-describedby="recipe-said"
                onChange={(event) => take(event.target.value)}
              />
              <div id="recipe-said" role="alert">
                {problems.map(({ path, message }) => (
                  <p key={path + message} className="said">
                    {message}
                  </p>
                ))}
              </div>
              {text.trim() === "" && (
                <p className="mt-1 text-[0.95rem]">
                  Such as{" "}
                  <button type="button" className="underline decoration-dotted" onClick={() => take(EXAMPLE)}>
                    {EXAMPLE}
                  </button>
                  , 2:1:1 peat, perlite, bark or 60 % coir, 40 % pumice.
                </p>
              )}
              {parsed.ok && mixed?.ok && (
                <ol className="mt-2 border-b border-rule">
                  {parts.map(({ medium: one, parts: amount }, i) => (
                    <li key={one.id} className="flex flex-wrap items-center gap-2 border-t border-rule py-1">
                      <svg width={24} height={24} className="shrink-0" aria-hidden>
                        <rect width={24} height={24} fill={soilFill(one.pattern)} />
                        <rect width={24} height={24} fill={grainFill(one.pattern, "mix")} stroke="var(--rule-strong)" />
                      </svg>
                      <PartsField
                        key={amount}
                        name={one.name}
                        amount={amount}
                        onTake={(next) =>
                          write(
                            parsed.value.map((part) => (part.mediumId === one.id ? { ...part, parts: next } : part)),
                          )
                        }
                      />
                      <Link href={`/media/${one.id}`} className="min-w-0 grow">
                        {one.name}
                      </Link>
                      <span className="text-soft">{formatPercent(mixed.value.shares[i]!)}</span>
                      <button
                        type="button"
                        aria-label={`Take ${one.name} out`}
                        className="no-print inline-flex size-7 items-center justify-center text-soft hover:text-ink pointer-coarse:size-11"
                        onClick={() => write(parsed.value.filter(({ mediumId }) => mediumId !== one.id))}
                      >
                        <X size={15} aria-hidden />
                      </button>
                    </li>
                  ))}
                </ol>
              )}
            </section>
            {note !== "" && <p className="hidden leading-snug print:order-1 print:block">{note}</p>}
            {parsed.ok && mixed?.ok && (
              <KeepMix
                parts={parsed.value}
                amendments={amendments}
                name={name}
                note={note}
                onName={setName}
                onNote={setNote}
                medium={medium}
                stored={stored}
                usedBy={usedBy}
                ownMedia={ownMedia}
                actions={actions}
              />
            )}
            {stored && (
              <EarlierVersions
                versions={versions}
                shownVersion={stored.version}
                textOf={({ parts: some }) => recipeOf(some)}
                onBring={(mix) => {
                  write(mix.parts);
                  setAmendments(mix.amendments);
                  setName(mix.name);
                  setNote(mix.note);
                }}
              />
            )}
            {mixed?.ok && <Character parts={parts} mixed={mixed.value} heightCm={heightCm} amendments={amendments} />}
            {mixed?.ok && <TakeCare media={parts.map(({ medium: one }) => one)} className="print:order-3" />}
          </div>
          {mixed?.ok ? (
            <div className="space-y-6 print:contents">
              <section aria-label="Water and air" className="print:order-4 print:break-inside-avoid">
                <div className="flex flex-wrap items-end gap-x-4">
                  <h2 className="text-base">Water and air in a drained vessel, by its height</h2>
                  <label className="text-sm text-soft">
                    told for a vessel of{" "}
                    <input
                      className="field w-16 text-right text-base text-ink"
                      aria-label="Height of the vessel"
                      aria-invalid={heightSaid !== ""}
                      value={heightText ?? `${lengthFieldText(15, system)}`}
                      onChange={(event) => setHeightText(event.target.value)}
                    />{" "}
                    {system === "metric" ? "cm" : "in"}
                  </label>
                  {heightSaid && (
                    <span className="said" role="alert">
                      {heightSaid}
                    </span>
                  )}
                </div>
                <div className="grid gap-4 md:grid-cols-2">
                  <HeightChart
                    curved={{ id: "mix", name: "this mix", hydraulics: mixed.value.hydraulics }}
                    system={system}
                  />
                  <RetentionChart
                    curved={{ id: "mix", name: "this mix", hydraulics: mixed.value.hydraulics }}
                    system={system}
                  />
                </div>
              </section>
              <HowMuch
                parts={parts}
                rooms={rooms}
                roomId={roomId}
                onRoom={setRoomId}
                list={list}
                chosen={amendments}
                onChoose={setAmendments}
              />
              <FindMix
                media={media}
                parts={parts}
                mixed={mixed.value}
                rooms={rooms}
                roomId={roomAsked}
                packs={list.packs}
                onTake={write}
              />
            </div>
          ) : (
            <div className="space-y-6">
              <p className="text-soft">
                {text.trim() === ""
                  ? "Write a recipe, and its water and air stand here; or look for one."
                  : "The mix cannot be computed as it is written."}
              </p>
              <FindMix
                media={media}
                parts={[]}
                mixed={undefined}
                rooms={rooms}
                roomId={roomAsked}
                packs={list.packs}
                onTake={write}
              />
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
  const offer = (): void => {
    if (value !== undefined && value !== amount) onTake(value);
  };
  return (
    <>
      <input
        aria-label={`Parts of ${name}`}
        className="field w-12 text-right"
        inputMode="decimal"
        value={text}
        aria-invalid={value === undefined}
        onChange={(event) => setText(event.target.value)}
        onBlur={offer}
        onKeyDown={(event) => {
          if (event.key === "Enter") offer();
          if (event.key === "Escape") setText(String(amount));
        }}
      />
      {value === undefined && (
        <span className="said order-last basis-full" role="alert">
          Parts are a number above 0, such as 2, 1.5 or ½. Still {amount}; Esc puts it back.
        </span>
      )}
    </>
  );
}

/** What the mix is, in sentences. */
function Character({
  parts,
  mixed,
  heightCm,
  amendments,
}: {
  parts: readonly Part[];
  mixed: Blend;
  heightCm: number;
  amendments: readonly Dosed[];
}) {
  const system = useUnits();
  const { hydraulics, shrinkFraction, conductivityFactor, shares, dryBulkDensityGPerCm3 } = mixed;
  const state = containerState(hydraulics, heightCm);
  const tight = useMemo(() => yearsUntilTight(parts, shares, state.air, TIGHT_AIR_SPACE), [parts, shares, state.air]);
  const wetKgPerL = dryBulkDensityGPerCm3 + state.water;
  const lines: readonly (readonly [string, string])[] = [
    [
      "Water and air",
      `In a vessel ${formatLength(heightCm, system)} tall it holds ${formatPercent(state.water)} water and keeps ${formatPercent(state.air)} air, each give or take 5 % of the volume.`,
    ],
    ...(parts.length === 1
      ? []
      : [
          [
            "Shrinks on mixing",
            `By ${formatPercent(Math.max(0, shrinkFraction))}: fines fill the gaps, and soft parts give under heavy ones. ${formatPercent(hydraulics.thetaS)} of the mix is pores.`,
          ] as const,
        ]),
    [
      "Conducts",
      `${formatRange(hydraulics.ksCmPerHour / conductivityFactor, hydraulics.ksCmPerHour * conductivityFactor, (speed) => formatSpeed(speed, system))} full of water; known to a factor of ${conductivityFactor}.`,
    ],
    ["Wicks", wicksText(parts, shares)],
    ["Weighs", `${formatDensity(dryBulkDensityGPerCm3, system)} dry, ${formatDensity(wetKgPerL, system)} watered.`],
    [
      "pH and salts",
      `pH about ${rangeText(mixPH(parts, shares), 1)}${limedText(amendments, parts, shares)}, salts ${rangeText(mixEc(parts, shares), 1)} dS/m: an estimate from the parts. Test before planting what minds.`,
    ],
    [
      "Ageing",
      `${ageTable(parts, shares, state.air)}${ageingText(
        tight,
        formatPercent(TIGHT_AIR_SPACE),
        parts.some(({ medium }) => medium.decompositionHalfLifeYears !== null),
      )}`,
    ],
  ];
  return (
    <section aria-label="What it is" className="print:order-3 print:break-inside-avoid">
      <h2 className="text-base">What it is</h2>
      <dl className="text-[0.95rem] leading-snug">
        {lines.map(([name, value]) => (
          <div key={name} className="border-t border-rule py-1.5">
            <dt className="small-caps">{name}</dt>
            <dd>{value}</dd>
          </div>
        ))}
      </dl>
      <p className="mt-1 text-sm leading-snug text-soft">
        Packing after Stovall et al. (1986) and de Larrard (1999), retention after Durner (1994). The rule was fitted on
        mixes described in the literature, not measured here: read the numbers as ranges.
      </p>
    </section>
  );
}

/** Which parts draw water up, and which only stand in it; together they wick as those that do are in touch. */
function wicksText(parts: readonly Part[], shares: readonly number[]): string {
  const wicks = ({ medium }: Part): boolean => medium.capillaryRiseCm.moistStart.typical >= WICKS_FROM_CM;
  const not = parts.filter((part) => !wicks(part)).map(({ medium }) => medium.name);
  const share = parts.reduce((sum, part, i) => sum + (wicks(part) ? shares[i]! : 0), 0);
  if (not.length === 0) return parts.length === 1 ? "Yes, once it is moist." : "All of its parts do, once moist.";
  if (share === 0) return "Nothing in it does: over a reservoir it stays dry above the water.";
  return `${not.join(", ")} ${not.length === 1 ? "does" : "do"} not; the other ${formatPercent(share)} ${share < LEAST_WICKING_SHARE ? "may not touch all through, so that it wicks by chance" : "carries water past it"}.`;
}

/** Air as it will be, so that the limit's year can be judged. */
function ageTable(parts: readonly Part[], shares: readonly number[], air: number): string {
  if (!parts.some(({ medium }) => medium.decompositionHalfLifeYears !== null)) return "";
  const years = airOverYears(parts, shares, air, AGES_YEARS);
  return `Air is ${formatPercent(air)} fresh; ${years.map(({ years: after, airSpace: { low, high } }) => `${Math.round(100 * low)}–${formatPercent(high)} after ${after}`).join(", ")} years. `;
}

const AGES_YEARS = [1, 2, 4] as const;
/** A medium that lifts 2 mm a day less far than this does not wick to speak of. [cm] */
const WICKS_FROM_CM = 8;
/** Grains of a share touch one another all through the mix from about here on: the percolation threshold of random packings, 0.15 to 0.3 (Scher & Zallen 1970). */
const LEAST_WICKING_SHARE = 0.3;

function limedText(amendments: readonly Dosed[], parts: readonly Part[], shares: readonly number[]): string {
  const shifts = amendments.flatMap(
    ({ id, amount }) =>
      phShift(
        AMENDMENTS.find((one) => one.id === id)!,
        amount,
        parts,
        shares,
      ) ?? [],
  );
  if (shifts.length === 0) return "";
  const [low, high] = [shifts.reduce((sum, one) => sum + one.low, 0), shifts.reduce((sum, one) => sum + one.high, 0)];
  const signed = (value: number): string => `${value < 0 ? "−" : "+"}${threeFigures(Math.min(3, Math.abs(value)), 1)}`;
  return ` before its amendments, which move it by ${signed(low)} to ${signed(high)} in time`;
}

function ageingText(
  { low, typical, high }: { low: number; typical: number; high: number },
  limit: string,
  rots: boolean,
): string {
  if (typical === 0) return `At this height it is under ${limit} air from the start.`;
  if (!rots) return "Nothing in it rots: it keeps its air.";
  if (low === Infinity) return `Its organic parts rot, but what does not rot keeps the air above ${limit}.`;
  const years = (value: number): string => (value === Infinity ? "never" : threeFigures(value, 0));
  return `As its organic parts rot, air falls under ${limit} in ${years(low)} to ${years(high)} years, likely ${years(typical)}.`.replace(
    "to never years",
    "years or never",
  );
}
