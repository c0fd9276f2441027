"use client";
import { useDeferredValue, useMemo, useState } from "react";
import dynamic from "next/dynamic";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { isOwn } from "@/core/media/own-id";
import type { Medium } from "@/core/media/medium";
import { hasPeat } from "@/core/media/words";
import type { Pack } from "@/core/mixing/batch";
import { mediumAddress } from "./medium-address";
import { isMix } from "@/core/mixing/mix-medium";
import { formatLength, lengthInUnits, parseLengthCm } from "@/core/units/units";
import { containerState } from "@/core/water/container";
import { useUnits } from "../common/preferences";
import { SiteHeader } from "../common/site-header";
import { packText } from "../mixes/packs";
import { GrainPatterns, grainFill, soilFill } from "../section/patterns";
import type { ComparedBy } from "./curves";
import { mediumSearch } from "./find-medium";
import { PROPERTIES, SIFTED, type PropertyKey } from "./properties";

const Compared = dynamic(() => import("./curves").then(({ Compared: chart }) => chart), {
  ssr: false,
  loading: () => <p className="py-6 text-soft">drawing …</p>,
});
const DashSwatch = dynamic(() => import("./curves").then(({ DashSwatch: swatch }) => swatch), { ssr: false });
/** As many as the curves have dashes to be told apart by. */
const MOST_COMPARED = 5;

type SortKey = "name" | PropertyKey;
type Filters = {
  readonly words: string;
  readonly heightText: string;
  readonly leastAir: string;
  readonly mostPH: string;
  readonly noPeat: boolean;
  readonly from: "any" | "organic" | "mineral" | "yours" | "packs";
  readonly for: "anyone" | "amphibians" | "invertebrates" | "carnivorousPlants";
  readonly sifted: PropertyKey | "none";
  readonly least: string;
  readonly most: string;
};
const ALL: Filters = {
  words: "",
  heightText: "",
  leastAir: "",
  mostPH: "",
  noPeat: false,
  from: "any",
  for: "anyone",
  sifted: "none",
  least: "",
  most: "",
};
/** Columns every table has; what is sorted or sifted by besides takes the last one. */
const COLUMNS: readonly PropertyKey[] = ["air", "water", "pH", "weight", "price", "known"];
const COMPARED_WORDS: Record<ComparedBy, string> = {
  air: "Air left in a drained vessel, by its height",
  water: "Water held in a drained vessel, by its height",
  retention: "Water at a suction",
  conductivity: "How fast water moves, at a suction",
};

/** All media, a grower's own and mixes among them: found by name, sifted by what they do in a vessel of a height, held against one another. */
export function MediaShelf({
  media,
  packs,
  putAway,
  takeBack,
}: {
  media: readonly Medium[];
  packs: readonly Pack[];
  putAway: readonly { readonly id: string; readonly name: string }[];
  takeBack: (input: { id: string }) => Promise<boolean>;
}) {
  const system = useUnits();
  const [filters, setFilters] = useState(ALL);
  const [sort, setSort] = useState<{ key: SortKey; down: boolean }>({ key: "name", down: false });
  const [compared, setCompared] = useState<readonly string[]>([]);
  const [by, setBy] = useState<ComparedBy>("air");
  const change = (part: Partial<Filters>): void => setFilters((now) => ({ ...now, ...part }));
  const packOf = useMemo(() => new Map(packs.map((pack) => [pack.mediumId, pack])), [packs]);
  const { search } = useMemo(() => mediumSearch(media), [media]);

  const height =
    filters.heightText.trim() === "" ? { ok: true as const, value: 15 } : parseLengthCm(filters.heightText, system);
  const heightSaid = !height.ok
    ? height.problems[0]!.message
    : height.value < 1 || height.value > 100
      ? `From ${formatLength(1, system)} to ${formatLength(100, system)}.`
      : "";
  const heightCm = useDeferredValue(height.ok && heightSaid === "" ? height.value : 15);
  const leastAir = numberIn(filters.leastAir, 0, 100, "From 0 to 100 %.");
  const mostPH = numberIn(filters.mostPH, 0, 14, "From 0 to 14.");
  const least = numberIn(filters.least, 0, 1e9, "A number from 0.");
  const most = numberIn(filters.most, 0, 1e9, "A number from 0.");

  const states = useMemo(
    () => new Map(media.map(({ id, hydraulics }) => [id, containerState(hydraulics, heightCm)])),
    [media, heightCm],
  );
  const found = useMemo(() => {
    const named = filters.words.trim().length > 1 ? search(filters.words) : media;
    const of = (key: PropertyKey, medium: Medium): number =>
      PROPERTIES[key].value(medium, states.get(medium.id)!, system);
    const kept = named.filter(
      (medium) =>
        (leastAir.value === undefined || of("air", medium) >= leastAir.value) &&
        (mostPH.value === undefined || of("pH", medium) <= mostPH.value) &&
        (filters.sifted === "none" ||
          ((least.value === undefined || of(filters.sifted, medium) >= least.value) &&
            (most.value === undefined || of(filters.sifted, medium) <= most.value))) &&
        (!filters.noPeat || !hasPeat(medium)) &&
        (filters.from === "any" ||
          (filters.from === "packs"
            ? packOf.has(medium.id)
            : filters.from === "yours"
              ? isOwn(medium.id) || isMix(medium.id)
              : (filters.from === "organic") === (medium.class === "organic" || medium.class === "fibre"))) &&
        (filters.for === "anyone" || medium.safety[filters.for] !== "avoid"),
    );
    // while searching, the best match comes first unless another order is asked for
    if (filters.words.trim().length > 1 && sort.key === "name") return kept;
    const { key } = sort;
    return [...kept].sort(
      (a, b) =>
        (sort.down ? -1 : 1) * (key === "name" ? a.name.localeCompare(b.name, "en") : compare(of(key, a), of(key, b))),
    );
  }, [filters, least.value, leastAir.value, media, most.value, mostPH.value, packOf, search, sort, states, system]);

  const toggle = (id: string): void =>
    setCompared((now) =>
      now.includes(id) ? now.filter((one) => one !== id) : now.length < MOST_COMPARED ? [...now, id] : now,
    );
  const curved = useMemo(
    () => compared.flatMap((id) => media.find((medium) => medium.id === id) ?? []),
    [compared, media],
  );
  const sortBy = (key: SortKey): void =>
    setSort({ key, down: sort.key === key ? !sort.down : key !== "name" && key !== "pH" });
  const head = (key: SortKey, words: string) => (
    <th
      key={key}
      scope="col"
      className="px-2 pb-1 text-left font-normal"
      aria-sort={sort.key === key ? (sort.down ? "descending" : "ascending") : "none"}
    >
      <button
        type="button"
        className="text-left underline decoration-dotted pointer-coarse:min-h-11"
        onClick={() => sortBy(key)}
      >
        {words}
        {sort.key === key ? (sort.down ? " ↓" : " ↑") : ""}
      </button>
    </th>
  );
  const more = [...new Set([sort.key, filters.sifted])].filter(
    (key): key is PropertyKey => key !== "name" && key !== "none" && !COLUMNS.includes(key),
  );
  const columns = [...COLUMNS.slice(0, 4), ...more, ...COLUMNS.slice(4)];
  const named = (key: PropertyKey): string => {
    const unit = PROPERTIES[key].unit(system);
    return unit === "" || unit === "%" ? PROPERTIES[key].words : `${PROPERTIES[key].words}, ${unit}`;
  };

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
          <Field
            label="Name"
            value={filters.words}
            onChange={(words) => change({ words })}
            wide
            placeholder="peat, lava rock, …"
          />
          <Field
            label="In a vessel this tall"
            value={filters.heightText}
            onChange={(heightText) => change({ heightText })}
            placeholder={formatLength(15, system)}
            said={heightSaid}
          />
          <Field
            label="Air at least, %"
            value={filters.leastAir}
            onChange={(text) => change({ leastAir: text })}
            said={leastAir.said}
          />
          <Field
            label="pH at most"
            value={filters.mostPH}
            onChange={(text) => change({ mostPH: text })}
            said={mostPH.said}
          />
          <Choose
            label="Kind"
            value={filters.from}
            options={[
              ["any", "any"],
              ["organic", "grown: rots in time"],
              ["mineral", "mineral: stays"],
              ["yours", "yours: own and mixes"],
              ["packs", "what I have packs of"],
            ]}
            onChoose={(from) => change({ from: from as Filters["from"] })}
          />
          <Choose
            label="Not harmful to"
            value={filters.for}
            options={[
              ["anyone", "not asked"],
              ["amphibians", "amphibians"],
              ["invertebrates", "invertebrates"],
              ["carnivorousPlants", "carnivorous plants"],
            ]}
            onChoose={(who) => change({ for: who as Filters["for"] })}
          />
          <label className="inline-flex min-h-11 items-center gap-1.5 self-end">
            <input
              type="checkbox"
              className="size-4 accent-(--ink)"
              checked={filters.noPeat}
              onChange={(event) => change({ noPeat: event.target.checked })}
            />
            no peat
          </label>
          <Choose
            label="And by"
            value={filters.sifted}
            options={[["none", "nothing more"], ...SIFTED.map((key) => [key, named(key)] as const)]}
            onChoose={(sifted) => change({ sifted: sifted as Filters["sifted"] })}
          />
          {filters.sifted !== "none" && (
            <>
              <Field
                label="from"
                value={filters.least}
                onChange={(text) => change({ least: text })}
                said={least.said}
              />
              <Field label="to" value={filters.most} onChange={(text) => change({ most: text })} said={most.said} />
            </>
          )}
          <Choose
            label="Sorted by"
            value={sort.key}
            options={[
              ["name", "name"],
              ...(Object.keys(PROPERTIES) as PropertyKey[]).map((key) => [key, PROPERTIES[key].words] as const),
            ]}
            onChoose={(key) => sortBy(key as SortKey)}
          />
          <button type="button" className="press self-end" onClick={() => setFilters(ALL)}>
            Show all
          </button>
        </search>
        {curved.length > 0 && (
          <section
            aria-label="Compared"
            className="mt-4 grid gap-x-6 border-b border-rule pb-4 md:grid-cols-[minmax(0,1fr)_18rem]"
          >
            <div>
              <div className="mb-1 flex flex-wrap items-end justify-between gap-x-4">
                <h2 className="text-base">{COMPARED_WORDS[by]}</h2>
                <label className="no-print text-sm text-soft">
                  compare{" "}
                  <select
                    aria-label="What to compare"
                    className="field text-base text-ink"
                    value={by}
                    onChange={(event) => setBy(event.target.value as ComparedBy)}
                  >
                    <option value="air">air by height</option>
                    <option value="water">water by height</option>
                    <option value="retention">water at a suction</option>
                    <option value="conductivity">conductivity</option>
                  </select>
                </label>
              </div>
              <Compared curved={curved} by={by} system={system} />
            </div>
            <ul className="mt-6 space-y-1">
              {curved.map(({ id, name }, i) => (
                <li key={id} className="flex items-center gap-2">
                  <DashSwatch index={i} />
                  <Link href={mediumAddress(id)}>{name}</Link>
                  <button
                    type="button"
                    className="ml-auto text-sm text-soft underline pointer-coarse:min-h-11"
                    onClick={() => toggle(id)}
                    aria-label={`Take ${name} out`}
                  >
                    take out
                  </button>
                </li>
              ))}
            </ul>
          </section>
        )}
        <p role="status" className="mt-3 text-sm text-soft">
          {found.length === 0
            ? "Nothing meets all of these."
            : `${found.length} shown. Water and air are means over a drained vessel ${formatLength(heightCm, system)} tall. Tick up to ${MOST_COMPARED} to hold them against one another.`}
        </p>
        {found.length > 0 && (
          <div className="overflow-x-auto">
            <table className="mt-1 w-full min-w-[42rem] text-[0.95rem]">
              <thead>
                <tr className="border-b border-rule-strong align-bottom text-sm text-soft">
                  <th className="w-11" scope="col">
                    <span className="sr-only">Compare</span>
                  </th>
                  {head("name", "medium")}
                  {columns.map((key) => head(key, PROPERTIES[key].words))}
                </tr>
              </thead>
              <tbody>
                {found.map((medium) => {
                  const state = states.get(medium.id)!;
                  const ticked = compared.includes(medium.id);
                  return (
                    <tr key={medium.id} className="border-b border-rule">
                      <td>
                        <label className="inline-flex size-9 items-center justify-center pointer-coarse:size-11">
                          <input
                            type="checkbox"
                            className="size-4 accent-(--ink)"
                            aria-label={`Compare ${medium.name}`}
                            checked={ticked}
                            disabled={!ticked && compared.length >= MOST_COMPARED}
                            onChange={() => toggle(medium.id)}
                          />
                        </label>
                      </td>
                      <th scope="row" className="px-2 py-1 text-left font-normal">
                        <span className="flex items-center gap-2">
                          <svg width={24} height={24} className="shrink-0" aria-hidden>
                            <rect width={24} height={24} fill={soilFill(medium.pattern)} />
                            <rect
                              width={24}
                              height={24}
                              fill={grainFill(medium.pattern, "shelf")}
                              stroke="var(--rule-strong)"
                            />
                          </svg>
                          <span>
                            <Link href={mediumAddress(medium.id)} className="font-semibold">
                              {medium.name}
                            </Link>
                            <span className="block text-sm leading-tight text-soft">
                              {isOwn(medium.id) ? "yours; " : ""}
                              {medium.grade}
                              {packOf.has(medium.id) && `; ${packText(packOf.get(medium.id)!, system)}`}
                            </span>
                          </span>
                        </span>
                      </th>
                      {columns.map((key) => (
                        <td key={key} className={`px-2 ${key === "water" ? "text-water" : ""}`}>
                          {PROPERTIES[key].text(medium, state, system)}
                        </td>
                      ))}
                    </tr>
                  );
                })}
              </tbody>
            </table>
          </div>
        )}
        <p className="mt-4 text-sm text-soft">
          Heights here are {lengthInUnits(1, system) === 1 ? "in cm" : "in inches"} unless you write a unit.
        </p>
      </main>
    </>
  );
}

/** Numbers in order, "never" last. */
const compare = (a: number, b: number): number => (a === b ? 0 : a < b ? -1 : 1);

function PutAwayMedia({
  putAway,
  takeBack,
}: {
  putAway: readonly { readonly id: string; readonly name: string }[];
  takeBack: (input: { id: string }) => Promise<boolean>;
}) {
  const router = useRouter();
  const [said, setSaid] = useState("");
  if (putAway.length === 0) return null;
  const back = async (id: string): Promise<void> => {
    const done = await takeBack({ id }).catch(() => false);
    setSaid(done ? "" : "It could not be taken back. It is still put away, nothing is lost.");
    if (done) router.refresh();
  };
  return (
    <details className="no-print mt-1 text-[0.95rem]">
      <summary className="text-soft pointer-coarse:min-h-11">put away ({putAway.length})</summary>
      <ul>
        {putAway.map(({ id, name }) => (
          <li key={id}>
            {name}{" "}
            <button
              type="button"
              className="underline decoration-dotted pointer-coarse:min-h-11"
              aria-label={`Take ${name} back`}
              onClick={() => void back(id)}
            >
              take back
            </button>
          </li>
        ))}
      </ul>
      {said !== "" && (
        <p className="said" role="alert">
          {said}
        </p>
      )}
    </details>
  );
}

function numberIn(
  text: string,
  least: number,
  most: number,
  said: string,
): { value: number | undefined; said: string } {
  if (text.trim() === "") return { value: undefined, said: "" };
  const value = Number(text.replace("%", "").replace(",", ".").trim());
  return Number.isFinite(value) && value >= least && value <= most ? { value, said: "" } : { value: undefined, said };
}

function Field({
  label,
  value,
  onChange,
  placeholder,
  said = "",
  wide = false,
}: {
  label: string;
  value: string;
  onChange: (text: string) => void;
  placeholder?: string;
  said?: string;
  wide?: boolean;
}) {
  return (
    <label className="block text-sm text-soft">
      {label}
      <input
        className={`field block text-base text-ink ${wide ? "w-48" : "w-28"}`}
        value={value}
        placeholder={placeholder}
        autoComplete="off"
        aria-invalid={said !== ""}
        onChange={(event) => onChange(event.target.value)}
      />
      {said !== "" && (
        <span className="said block max-w-44" role="alert">
          {said}
        </span>
      )}
    </label>
  );
}

function Choose({
  label,
  value,
  options,
  onChoose,
}: {
  label: string;
  value: string;
  options: readonly (readonly [string, string])[];
  onChoose: (value: string) => void;
}) {
  return (
    <label className="block text-sm text-soft">
      {label}
      <select
        className="field block text-base text-ink"
        value={value}
        onChange={(event) => onChoose(event.target.value)}
      >
        {options.map(([one, words]) => (
          <option key={one} value={one}>
            {words}
          </option>
        ))}
      </select>
    </label>
  );
}
