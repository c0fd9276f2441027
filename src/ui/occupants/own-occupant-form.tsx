"use client";
import { useMemo } from "react";
import { useForm, useWatch } from "react-hook-form";
import Link from "next/link";
import { inLibrary, LIBRARY } from "@/core/occupants/library/library";
import type { Range } from "@/core/units/range";
import { FEEDS, LIMES, type Occupant } from "@/core/occupants/occupant";
import {
  figureKeysOf,
  figureOf,
  makeOwnOccupant,
  ownKindId,
  type OwnFigureKey,
  type OwnOccupant,
  type OwnWords,
} from "@/core/occupants/own-occupant";
import type { Problem } from "@/core/units/problem";
import type { UnitSystem } from "@/core/units/units";
import type { Kept, KeptVersion } from "@/formats/kept";
import { ownOccupantDocument } from "@/formats/own-occupant/document";
import { EarlierVersions } from "../common/keep";
import { KeepBar, type KeepActions } from "../common/keep-bar";
import { useUnits } from "../common/preferences";
import { SiteHeader } from "../head/site-header";
import { SearchedChoice } from "../fields/searched-choice";
import { Entry, saidOf } from "../fields/typed-form";
import { FIGURES, figureText } from "./figures";
import { FEED_WORDS, LIME_WORDS } from "./occupant-words";
import { occupantChoices } from "./occupant-choices";

export type OwnOccupantActions = KeepActions<OwnOccupant>;

type Triple = { low: string; typical: string; high: string };
type Texts = {
  name: string;
  scientificName: string;
  note: string;
  basedOn: string;
  feed: string;
  lime: string;
  system: UnitSystem;
  figures: Partial<Record<OwnFigureKey, Triple>>;
};

const FIRST_KIND = LIBRARY[0]!.id;
const EMPTY: Triple = { low: "", typical: "", high: "" };

const textsOf = (figures: OwnOccupant["figures"], system: UnitSystem): Texts["figures"] =>
  Object.fromEntries(
    (Object.entries(figures) as [OwnFigureKey, Range][]).map(([key, { low, typical, high }]) => {
      const text = (value: number): string => FIGURES[key].quantity.field(value, system);
      return [key, { low: text(low), typical: text(typical), high: text(high) }];
    }),
  );

/** Reads what is typed of each figure: all three, or the likely one alone, or nothing. */
function read(
  texts: Texts,
  base: Occupant,
): { readonly figures: OwnOccupant["figures"]; readonly problems: Problem[] } {
  const figures: { [K in OwnFigureKey]?: Range } = {};
  const problems: Problem[] = [];
  for (const key of figureKeysOf(base.life)) {
    const { low, typical, high } = texts.figures[key] ?? EMPTY;
    if ([low, typical, high].every((text) => text.trim() === "")) continue;
    const parse = (text: string): number => {
      const parsed = FIGURES[key].quantity.parse(text, texts.system);
      if (parsed.ok) return parsed.value;
      problems.push({ path: `figures.${key}`, code: "unreadable", message: parsed.problems[0]!.message });
      return Number.NaN;
    };
    const likely = parse(typical.trim() === "" ? low || high : typical);
    const range = {
      low: low.trim() === "" ? likely : parse(low),
      typical: likely,
      high: high.trim() === "" ? likely : parse(high),
    };
    if (Object.values(range).every(Number.isFinite)) figures[key] = range;
  }
  return { figures, problems };
}

/** A kind of the grower's own: the nearest there is, and what is known better of it. */
export function OwnOccupantForm({
  basedOn,
  stored,
  versions = [],
  actions,
}: {
  basedOn: string;
  stored?: Kept<OwnOccupant>;
  versions?: readonly KeptVersion<OwnOccupant>[];
  actions: OwnOccupantActions;
}) {
  const system = useUnits();
  const copied = inLibrary(basedOn);
  const form = useForm<Texts>({
    defaultValues: {
      name: stored?.value.name ?? (copied ? `${copied.name}, mine` : ""),
      scientificName: stored?.value.scientificName ?? "",
      note: stored?.value.note ?? "",
      basedOn: copied?.id ?? FIRST_KIND,
      feed: stored?.value.words.feed ?? "",
      lime: stored?.value.words.lime ?? "",
      system,
      figures: textsOf(stored?.value.figures ?? {}, system),
    },
  });
  const texts = useWatch({ control: form.control }) as Texts;
  const base = inLibrary(texts.basedOn) ?? LIBRARY[0]!;
  const groups = useMemo(() => occupantChoices([]).filter(({ choices }) => choices.length > 0), []);
  const { figures, problems: unread } = read(texts, base);
  const words: OwnWords = {
    ...stored?.value.words,
    ...(base.life === "plant" && texts.feed !== "" && { feed: texts.feed as (typeof FEEDS)[number] }),
    ...(base.life === "plant" && texts.lime !== "" && { lime: texts.lime as (typeof LIMES)[number] }),
  };
  const own: OwnOccupant = {
    name: texts.name.trim(),
    scientificName: texts.scientificName.trim(),
    note: texts.note.trim(),
    basedOn: base.id,
    figures,
    words,
  };
  const made = makeOwnOccupant(ownKindId("new"), own, inLibrary);
  const problems = [...unread, ...(made.ok ? [] : made.problems)];
  return (
    <>
      <SiteHeader>
        <Link
          href={stored ? `/living/${encodeURIComponent(ownKindId(stored.id))}` : "/living"}
          className="press no-underline"
        >
          {stored ? "Its page" : "All living things"}
        </Link>
      </SiteHeader>
      <main className="mx-auto max-w-4xl px-4 pb-16 pt-6">
        <h1 className="text-2xl">{stored ? stored.value.name : "A kind of your own"}</h1>
        <p className="max-w-[70ch] leading-snug text-soft">
          Choose the nearest there is and write what you know better. What you leave empty stays as that of the nearest.
          One number alone is taken for the lowest, the likely and the highest.
        </p>
        <form className="mt-4 space-y-4" onSubmit={(event) => event.preventDefault()}>
          <div className="flex flex-wrap gap-x-6 gap-y-2">
            <Entry
              form={form}
              name="name"
              label="Name"
              said={saidOf(problems, "name")}
              className="w-64"
              words
              most={120}
            />
            <Entry
              form={form}
              name="scientificName"
              label="Botanical or zoological name"
              said=""
              className="w-64"
              words
              most={120}
            />
            <div className="text-sm text-soft">
              Nearest to
              <SearchedChoice
                label="Nearest to"
                chosen={base.id}
                shown={base.name}
                groups={groups}
                className="w-72 text-base text-ink"
                onChoose={(id) => form.setValue("basedOn", id)}
              />
            </div>
            <Entry form={form} name="note" label="Note" said="" className="w-full max-w-xl" words most={1000} />
          </div>
          {base.life === "plant" && (
            <div className="flex flex-wrap gap-x-6 gap-y-2">
              <label className="block text-sm text-soft">
                Feed
                <select {...form.register("feed")} className="field block text-base text-ink">
                  <option value="">
                    as {base.name} ({FEED_WORDS[base.feed]})
                  </option>
                  {FEEDS.map((one) => (
                    <option key={one} value={one}>
                      {FEED_WORDS[one]}
                    </option>
                  ))}
                </select>
              </label>
              <label className="block text-sm text-soft">
                Lime
                <select {...form.register("lime")} className="field block text-base text-ink">
                  <option value="">
                    as {base.name} ({LIME_WORDS[base.lime]})
                  </option>
                  {LIMES.map((one) => (
                    <option key={one} value={one}>
                      {LIME_WORDS[one]}
                    </option>
                  ))}
                </select>
              </label>
            </div>
          )}
          <div className="overflow-x-auto">
            <table className="w-full min-w-[36rem] border-collapse leading-snug">
              <thead>
                <tr className="border-b-2 border-ink text-left">
                  <th className="py-1 pr-3">What it wants</th>
                  <th className="py-1 pr-3">{base.name}</th>
                  <th className="py-1 pr-3">Lowest</th>
                  <th className="py-1 pr-3">Likely</th>
                  <th className="py-1 pr-3">Highest</th>
                  <th />
                </tr>
              </thead>
              <tbody>
                {figureKeysOf(base.life).map((key) => {
                  const figure = figureOf(base, key);
                  const said = saidOf(problems, `figures.${key}`);
                  return (
                    <tr key={key} className="border-b border-rule align-top">
                      <th scope="row" className="py-1 pr-3 text-left font-normal">
                        {FIGURES[key].name}
                        {said && <span className="said block text-sm">{said}</span>}
                      </th>
                      <td className="py-1 pr-3 text-soft">{figure ? figureText(key, figure, system) : "none"}</td>
                      {(["low", "typical", "high"] as const).map((side) => (
                        <td key={side} className="py-0.5 pr-3">
                          <input
                            {...form.register(`figures.${key}.${side}`)}
                            className="field w-20 text-right"
                            inputMode="decimal"
                            autoComplete="off"
                            maxLength={30}
                            aria-label={`${FIGURES[key].name}, ${{ low: "lowest", typical: "likely", high: "highest" }[side]}`}
                            aria-invalid={said !== ""}
                          />
                        </td>
                      ))}
                      <td className="py-1 text-sm text-soft">{FIGURES[key].quantity.unit(texts.system)}</td>
                    </tr>
                  );
                })}
              </tbody>
            </table>
          </div>
          <KeepBar
            value={problems.length === 0 ? own : undefined}
            named={own.name !== ""}
            stored={stored}
            what="kind"
            documentOf={ownOccupantDocument}
            pageOf={(id) => `/living/${encodeURIComponent(ownKindId(id))}`}
            listPath="/living"
            actions={actions}
          />
          {stored && (
            <a className="text-[0.95rem]" href={`/living/own/${stored.id}/file`} download>
              This kind as a file
            </a>
          )}
          <EarlierVersions
            versions={versions}
            shownVersion={stored?.version ?? 0}
            textOf={(value) => `${value.name}, ${Object.keys(value.figures).length} figures of its own`}
            onBring={(value) =>
              form.reset({
                ...value,
                feed: value.words.feed ?? "",
                lime: value.words.lime ?? "",
                system: texts.system,
                figures: textsOf(value.figures, texts.system),
              })
            }
          />
        </form>
      </main>
    </>
  );
}
