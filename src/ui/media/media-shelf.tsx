"use client";
import { useDeferredValue, useMemo, useState } from "react";
import { useForm, useWatch } from "react-hook-form";
import Link from "next/link";
import type { Medium } from "@/core/media/medium";
import type { Pack } from "@/core/mixing/batch";
import { formatLength, lengthInUnits } from "@/core/units/units";
import { containerState } from "@/core/water/container";
import { usePrice, useUnits } from "../common/preferences";
import { SiteHeader } from "../head/site-header";
import { Choice, Entry } from "../fields/typed-form";
import { packText } from "../packs/packs";
import { GrainPatterns } from "../drawing/patterns";
import { useCarried, type Carried } from "../common/carried";
import { ComparedMedia } from "./compared-media";
import { mediumSearch } from "./find-medium";
import { MediaTable, type SortKey } from "./media-table";
import { PROPERTIES, SIFTED, type PropertyKey } from "./properties";
import { PutAwayMedia } from "./put-away-media";
import { comesThrough, NOTHING_SIFTED, readSift, type SiftTexts } from "./sifting";

/** As many as the curves have dashes to be told apart by. */
const MOST_COMPARED = 5;
/** Fewer letters than this find too much. */
const LEAST_LETTERS = 2;

/**
 * All media, a grower's own and mixes among them: found by name, sifted by what they do in a vessel of a height, held
 * against one another.
 */
export function MediaShelf({
  media: mediaText,
  mixesLeftOut,
  packs,
  putAway,
  takeBack,
}: {
  /** So many more mixes there are than are on this shelf. */
  mixesLeftOut: number;
  media: Carried<Medium>;
  packs: readonly Pack[];
  putAway: readonly { readonly id: string; readonly name: string }[];
  takeBack: (input: { id: string }) => Promise<boolean>;
}) {
  const system = useUnits();
  const media = useCarried(mediaText);
  const priceText = usePrice();
  const form = useForm<SiftTexts>({ defaultValues: NOTHING_SIFTED });
  const texts = useWatch({ control: form.control }) as SiftTexts;
  const [sort, setSort] = useState<{ key: SortKey; down: boolean }>({ key: "name", down: false });
  const [compared, setCompared] = useState<readonly string[]>([]);
  const packOf = useMemo(() => new Map(packs.map((pack) => [pack.mediumId, pack])), [packs]);
  const { search } = useMemo(() => mediumSearch(media), [media]);

  const sift = useMemo(() => readSift(texts, system), [texts, system]);
  const heightCm = useDeferredValue(sift.heightCm);
  const states = useMemo(
    () => new Map(media.map(({ id, hydraulics }) => [id, containerState(hydraulics, heightCm)])),
    [media, heightCm],
  );
  const searching = texts.words.trim().length >= LEAST_LETTERS;
  const found = useMemo(
    () =>
      (searching ? search(texts.words) : media).flatMap((medium) => {
        const state = states.get(medium.id)!;
        return comesThrough(medium, state, texts, sift, system, (id) => packOf.has(id)) ? [{ medium, state }] : [];
      }),
    [searching, search, media, states, texts, sift, system, packOf],
  );
  // while searching, the best match comes first unless another order is asked for
  const sorting = searching && sort.key === "name" ? [] : [{ id: sort.key, desc: sort.down }];
  const sortBy = (key: SortKey): void =>
    setSort({ key, down: sort.key === key ? !sort.down : key !== "name" && key !== "pH" });

  const toggle = (id: string): void =>
    setCompared((now) =>
      now.includes(id) ? now.filter((one) => one !== id) : now.length < MOST_COMPARED ? [...now, id] : now,
    );
  const curved = useMemo(
    () => compared.flatMap((id) => media.find((medium) => medium.id === id) ?? []),
    [compared, media],
  );
  const named = (key: PropertyKey): string => {
    const unit = PROPERTIES[key].unit(system);
    return unit === "" || unit === "%" ? PROPERTIES[key].words : `${PROPERTIES[key].words}, ${unit}`;
  };
  const entry = (name: keyof SiftTexts, label: string, placeholder?: string) => (
    <Entry
      form={form}
      name={name}
      label={label}
      said={sift.said[name] ?? ""}
      className={name === "words" ? "w-48" : "w-28"}
      {...(placeholder ? { placeholder } : {})}
      words={name === "words"}
    />
  );

  return (
    <>
      <SiteHeader />
      <main className="mx-auto max-w-[84rem] px-4 pb-16 pt-6">
        <div className="flex flex-wrap items-end justify-between gap-x-6 gap-y-1">
          <div>
            <h1 className="text-2xl">Media</h1>
            <p className="text-soft">
              {media.length} media, with what each holds and what air it leaves. The number is the likely one; every
              page has its range.
              {mixesLeftOut > 0 && (
                <>
                  {" "}
                  {mixesLeftOut} more of your mixes are left out. <Link href="/media?mixes=all">Show all of them</Link>,
                  or <Link href="/mixes/all">find one by name</Link>.
                </>
              )}
            </p>
          </div>
          <Link href="/media/own" className="press no-print no-underline">
            Enter a medium of your own
          </Link>
        </div>
        <PutAwayMedia putAway={putAway} takeBack={takeBack} />
        <svg width={0} height={0} className="absolute" aria-hidden>
          <defs>
            <GrainPatterns prefix="shelf" scale={0.5} />
          </defs>
        </svg>
        <search className="no-print mt-4 flex flex-wrap items-start gap-x-5 gap-y-2 border-y border-rule py-3">
          {entry("words", "Name", "peat, lava rock, …")}
          {entry("heightText", "In a vessel this tall", formatLength(15, system))}
          {entry("leastAir", "Air at least, %")}
          {entry("mostPH", "pH at most")}
          <Choice
            form={form}
            name="from"
            label="Kind"
            className=""
            options={[
              ["any", "any"],
              ["organic", "grown: rots in time"],
              ["mineral", "mineral: stays"],
              ["yours", "yours: own and mixes"],
              ["packs", "what I have packs of"],
            ]}
          />
          <Choice
            form={form}
            name="for"
            label="Not harmful to"
            className=""
            options={[
              ["anyone", "not asked"],
              ["amphibians", "amphibians"],
              ["invertebrates", "invertebrates"],
              ["carnivorousPlants", "carnivorous plants"],
            ]}
          />
          <label className="inline-flex min-h-11 items-center gap-1.5 self-end">
            <input type="checkbox" className="size-4 accent-(--ink)" {...form.register("noPeat")} />
            no peat
          </label>
          <Choice
            form={form}
            name="sifted"
            label="And by"
            className=""
            options={[["none", "nothing more"], ...SIFTED.map((key) => [key, named(key)] as const)]}
          />
          {texts.sifted !== "none" && (
            <>
              {entry("least", "from")}
              {entry("most", "to")}
            </>
          )}
          <label className="block text-sm text-soft">
            Sorted by
            <select
              className="field block text-base text-ink"
              value={sort.key}
              onChange={(event) => sortBy(event.target.value as SortKey)}
            >
              <option value="name">name</option>
              {(Object.keys(PROPERTIES) as PropertyKey[]).map((key) => (
                <option key={key} value={key}>
                  {PROPERTIES[key].words}
                </option>
              ))}
            </select>
          </label>
          <button type="button" className="press self-end" onClick={() => form.reset(NOTHING_SIFTED)}>
            Show all
          </button>
        </search>
        {curved.length > 0 && <ComparedMedia curved={curved} system={system} onTakeOut={toggle} />}
        <p role="status" className="mt-3 text-sm text-soft">
          {found.length === 0
            ? "Nothing meets all of these."
            : `${found.length} shown. Water and air are means over a drained vessel ${formatLength(heightCm, system)} tall. Tick up to ${MOST_COMPARED} to hold them against one another.`}
        </p>
        {found.length > 0 && (
          <MediaTable
            rows={found}
            sifted={texts.sifted}
            sorting={sorting}
            onSort={sortBy}
            compared={compared}
            mostCompared={MOST_COMPARED}
            onCompare={toggle}
            packWords={(id) => (packOf.has(id) ? packText(packOf.get(id)!, system, priceText) : "")}
            system={system}
          />
        )}
        <p className="mt-4 text-sm text-soft">
          Heights here are {lengthInUnits(1, system) === 1 ? "in cm" : "in inches"} unless you write a unit.
        </p>
      </main>
    </>
  );
}
