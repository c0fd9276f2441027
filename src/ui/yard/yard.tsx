import { drainsAfterSoaking } from "@/core/stack/geometry";
import Link from "next/link";
import type { Setup } from "@/core/stack/setup";
import { stateLine } from "@/core/readings/sentences";
import { readSettled } from "@/core/readings/readings";
import type { UnitSystem } from "@/core/units/units";
import { whenSound } from "@/core/water/checked";
import { settle } from "@/core/water/settle";
import type { Medium } from "@/core/media/medium";
import type { Occupant } from "@/core/occupants/occupant";
import type { MediumLookup } from "@/core/water/settle";
import { lookupIn } from "../common/media";
import { FindByName, ListPages } from "../common/paged-list";
import { SiteHeader } from "../head/site-header";
import { GrainPatterns } from "../drawing/patterns";
import { SHELF_PREFIX, ShelfDrawing, shelfSizeCm } from "../section/shelf-drawing";
import { troubleOf, type Trouble } from "./trouble";
import { PutAwayButton, TakeBackButton, type YardActions } from "./yard-buttons";

export type YardItem = { readonly id: string; readonly name: string; readonly setup: Setup | undefined };

/** Drawings grow to this on a wide window; the widest vessel still has to fit a narrow one. */
const MOST_PX_PER_CM = 5.2;
const TALLEST_PX = 250;
const WIDEST_PX = 420;

/** Every setup as a small section on one ground line, all to one scale, with its name and how it stands. */
export function Yard({
  items,
  media,
  ownOccupants,
  page,
  pages,
  found,
  total,
  words,
  putAway,
  showsPutAway,
  units,
  actions,
}: {
  items: readonly YardItem[];
  media: readonly Medium[];
  ownOccupants: readonly Occupant[];
  page: number;
  pages: number;
  found: number;
  total: number;
  /** What was searched for. */
  words: string;
  putAway: number;
  showsPutAway: boolean;
  units: UnitSystem;
  actions: YardActions;
}) {
  const medium = lookupIn(media);
  const sizes = items.flatMap(({ setup }) => (setup ? [shelfSizeCm(setup)] : []));
  const widestCm = Math.max(10, ...sizes.map(({ width }) => width));
  const tallestCm = Math.max(10, ...sizes.map(({ height }) => height));
  const pxPerCm = Math.min(MOST_PX_PER_CM, TALLEST_PX / tallestCm, WIDEST_PX / widestCm);
  const list = { path: "/", words, away: showsPutAway };
  return (
    <>
      <SiteHeader>
        <Link href="/new" className="press press-main no-underline">
          New setup
        </Link>
      </SiteHeader>
      <main className="mx-auto max-w-[84rem] px-4 pb-16 pt-6">
        <h1 className="text-2xl">{showsPutAway ? "Put away" : "The yard"}</h1>
        {total === 0 ? (
          <EmptyYard showsPutAway={showsPutAway} />
        ) : (
          <>
            <div className="flex flex-wrap items-baseline justify-between gap-x-6 gap-y-2">
              <p className="text-soft">{countText(found, total, words)}</p>
              {(total >= SEARCHED_FROM || words !== "") && <FindByName {...list} what="setup" />}
            </div>
            <svg width={0} height={0} className="absolute" aria-hidden>
              <defs>
                <GrainPatterns prefix={SHELF_PREFIX} scale={0.14} only={media.map(({ pattern }) => pattern)} />
              </defs>
            </svg>
            <ul
              className="mt-8 flex flex-wrap gap-y-10"
              style={
                {
                  "--px-per-cm": `min(${pxPerCm.toFixed(3)}px, calc((100vw - 4rem) / ${widestCm}))`,
                } as React.CSSProperties
              }
            >
              {items.map((item) => (
                <ShelfItem
                  key={item.id}
                  item={item}
                  medium={medium}
                  trouble={item.setup && troubleOf(item.setup, medium, ownOccupants)}
                  units={units}
                  tallestCm={tallestCm}
                  showsPutAway={showsPutAway}
                  actions={actions}
                />
              ))}
              {items.length === 0 && <li className="px-4">No setup is called that.</li>}
              <li aria-hidden className="flex grow flex-col">
                <div
                  className="border-b-[3px] border-ink"
                  style={{ height: `calc(${tallestCm} * var(--px-per-cm))`, boxSizing: "content-box" }}
                />
              </li>
            </ul>
          </>
        )}
        <nav className="mt-10 flex flex-wrap gap-4" aria-label="Pages of the yard">
          <ListPages {...list} page={page} pages={pages} what="Shelf" />
          {showsPutAway ? (
            <Link href="/">Back to the yard</Link>
          ) : (
            putAway > 0 && <Link href="/?away">Put away ({putAway})</Link>
          )}
          <Link href="/files">Files in and out</Link>
          <Link href="/keeping">Backup and access</Link>
        </nav>
      </main>
    </>
  );
}

/** Fewer than this are seen at a glance. */
const SEARCHED_FROM = 9;

function countText(found: number, total: number, words: string): string {
  const all = total === 1 ? "One setup" : `${total} setups`;
  return words === "" ? `${all}, cut open, all to one scale.` : `${found} of ${total} setups: “${words}”.`;
}

function EmptyYard({ showsPutAway }: { showsPutAway: boolean }) {
  if (showsPutAway) return <p className="mt-4">Nothing is put away.</p>;
  return (
    <div className="mt-6 max-w-xl border-b-[3px] border-ink pb-4">
      <p className="text-lg">The shelf is empty.</p>
      <p className="mt-1">
        A setup is a vessel, a way of holding water and a stack of layers. Marlstone computes where the water stands in
        it, how high the wet zone reaches and how much air is left for roots.
      </p>
      <p className="mt-4">
        <Link href="/new" className="press press-main no-underline">
          Make the first setup
        </Link>
      </p>
    </div>
  );
}

function ShelfItem({
  item: { id, name, setup },
  medium,
  trouble,
  units,
  tallestCm,
  showsPutAway,
  actions,
}: {
  item: YardItem;
  medium: MediumLookup;
  trouble: Trouble | undefined;
  units: UnitSystem;
  tallestCm: number;
  showsPutAway: boolean;
  actions: YardActions;
}) {
  const settled = setup && whenSound(setup, medium, (sound) => settle(sound, medium), units);
  const line = !setup
    ? "Its stored version cannot be read. Open it to go back to one that can."
    : settled!.ok
      ? `${stateLine(readSettled(setup, settled!.value, medium), units)}${drainsAfterSoaking(setup) ? ", once settled" : ""}`
      : settled!.problems[0]!.message;
  return (
    <li className="flex flex-col">
      <Link
        href={`/setups/${id}`}
        className="group flex items-end border-b-[3px] border-ink px-4 no-underline focus-visible:outline-offset-4"
        style={{ minHeight: `calc(${tallestCm} * var(--px-per-cm))`, boxSizing: "content-box" }}
        aria-label={`${name}. ${trouble ? `${trouble.text}. ` : ""}${line}`}
      >
        {setup ? (
          <ShelfDrawing id={id} setup={setup} settled={settled!.ok ? settled!.value : undefined} medium={medium} />
        ) : (
          <svg width={110} height={90} aria-hidden>
            <path
              d="M4 4V86H106V4M30 86l14 -24l-10 -12l22 -30"
              fill="none"
              stroke="var(--trouble)"
              strokeWidth={3}
              strokeDasharray="6 4"
            />
          </svg>
        )}
      </Link>
      <div className="w-0 min-w-full px-4 pt-2">
        <Link
          href={`/setups/${id}`}
          tabIndex={-1}
          className="font-serif text-[1.05rem] font-semibold leading-tight no-underline hover:underline"
        >
          {name || "Without a name"}
        </Link>
        <p
          className={`mt-0.5 min-w-40 text-[0.95rem] leading-snug ${setup && settled!.ok ? "text-soft" : "text-trouble"}`}
        >
          {line}
        </p>
        {trouble && (
          <p
            className={`min-w-40 text-[0.95rem] leading-snug ${trouble.grade === "unsuited" ? "font-semibold text-trouble" : trouble.grade === "suits" ? "text-life" : ""}`}
          >
            {trouble.text}
          </p>
        )}
        {showsPutAway ? (
          <TakeBackButton setupId={id} name={name} actions={actions} />
        ) : (
          <PutAwayButton setupId={id} name={name} actions={actions} />
        )}
      </div>
    </li>
  );
}
