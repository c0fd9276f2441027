import Link from "next/link";
import type { Medium } from "@/core/media/medium";
import type { Occupant } from "@/core/occupants/occupant";
import type { Setup } from "@/core/stack/setup";
import type { UnitSystem } from "@/core/units/units";
import type { MediumLookup } from "@/core/water/settle";
import { lookupIn } from "../common/media";
import { FindByName, listAddress, ListPages, type PagedList } from "../common/paged-list";
import { GrainPatterns } from "../drawing/patterns";
import { SiteHeader } from "../head/site-header";
import { SHELF_PREFIX, ShelfDrawing, shelfSizeCm } from "../section/shelf-drawing";
import { toldOf, type Told, type Urgency } from "./needs";
import { inOrder, ORDERS, type Order } from "./order";
import { PutAwayButton, TakeBackButton, type YardActions } from "./yard-buttons";

export type YardItem = { readonly id: string; readonly name: string; readonly setup: Setup | undefined };

/** Drawings grow to this where there is room; the widest vessel still has to fit its place. */
const MOST_PX_PER_CM = 5.2;
const TALLEST_PX = 250;
/** So many stand beside one another at most, and each has at least so much room. */
const MOST_BESIDE = 6;
const LEAST_PLACE = "min(12.5rem, 44vw)";

const ORDER_WORDS: Record<Order, string> = { trouble: "in trouble first", name: "by name", place: "by place" };

/** Every setup as a small section on one ground line, all to one scale, with its name and what needs doing. */
export function Yard({
  items,
  media,
  ownOccupants,
  page,
  pages,
  found,
  total,
  words,
  order,
  onlyNeeds,
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
  order: Order;
  /** Whether only those are shown that need something. */
  onlyNeeds: boolean;
  putAway: number;
  showsPutAway: boolean;
  units: UnitSystem;
  actions: YardActions;
}) {
  const medium = lookupIn(media);
  const all = items.map((item) => ({ ...item, told: toldOf(item.setup, medium, ownOccupants, units) }));
  const needing = all.filter(({ told }) => isNeed(told.urgency));
  const shown = inOrder(onlyNeeds ? needing : all, order);
  const list = {
    path: "/",
    words,
    away: showsPutAway,
    more: { ...(order === "trouble" ? {} : { order }), ...(onlyNeeds ? { needs: "" } : {}) },
  };
  return (
    <>
      <SiteHeader>
        <Link href="/new" className="press press-main no-underline">
          New setup
        </Link>
      </SiteHeader>
      <main className="mx-auto max-w-[84rem] px-4 pb-16 pt-3">
        <h1 className="text-2xl">{showsPutAway ? "Put away" : "The yard"}</h1>
        {total === 0 ? (
          <EmptyYard showsPutAway={showsPutAway} />
        ) : (
          <>
            <div className="flex flex-wrap items-baseline justify-between gap-x-6 gap-y-1">
              <p className="text-soft">{countText(found, total, words)}</p>
              {(total >= SEARCHED_FROM || words !== "") && <FindByName {...list} what="setup" />}
            </div>
            {total > 1 && (
              <WaysToLook list={list} order={order} onlyNeeds={onlyNeeds} needing={needing.length} pages={pages} />
            )}
            <svg width={0} height={0} className="absolute" aria-hidden>
              <defs>
                <GrainPatterns prefix={SHELF_PREFIX} scale={0.14} only={media.map(({ pattern }) => pattern)} />
              </defs>
            </svg>
            <ul
              className="mt-5 grid gap-y-6"
              style={
                {
                  gridTemplateColumns: `repeat(auto-fill, minmax(${LEAST_PLACE}, 1fr))`,
                  "--px-per-cm": scaleOf(all.flatMap(({ setup }) => (setup ? [shelfSizeCm(setup)] : []))),
                } as React.CSSProperties
              }
            >
              {shown.map((item) => (
                <ShelfItem
                  key={item.id}
                  item={item}
                  medium={medium}
                  told={item.told}
                  showsPutAway={showsPutAway}
                  actions={actions}
                />
              ))}
            </ul>
            {shown.length === 0 && (
              <p className="mt-2">{items.length === 0 ? "No setup is called that." : "Nothing here needs anything."}</p>
            )}
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

const isNeed = (urgency: Urgency): boolean => urgency !== "fine" && urgency !== "care";

/** One scale for all, as large as the places beside one another leave room for. */
function scaleOf(sizes: readonly { readonly width: number; readonly height: number }[]): string {
  const widestCm = Math.max(10, ...sizes.map(({ width }) => width));
  const tallestCm = Math.max(10, ...sizes.map(({ height }) => height));
  const beside = Math.min(MOST_BESIDE, Math.max(2, sizes.length));
  const most = Math.min(MOST_PX_PER_CM, TALLEST_PX / tallestCm);
  const place = `max((min(100vw, 84rem) - 3rem) / ${beside}, ${LEAST_PLACE})`;
  return `min(${most.toFixed(3)}px, calc((${place} - 1rem) / ${widestCm.toFixed(1)}))`;
}

/** In which order they stand, and whether all do. */
function WaysToLook({
  list,
  order,
  onlyNeeds,
  needing,
  pages,
}: {
  list: PagedList;
  order: Order;
  onlyNeeds: boolean;
  needing: number;
  pages: number;
}) {
  const address = (next: Order, needs: boolean): string =>
    listAddress(
      { ...list, more: { ...(next === "trouble" ? {} : { order: next }), ...(needs ? { needs: "" } : {}) } },
      1,
    );
  const here = (isHere: boolean): string =>
    `inline-flex items-center pointer-coarse:min-h-11 ${isHere ? "font-semibold no-underline" : ""}`;
  return (
    <nav aria-label="Ways to look at the yard" className="no-print mt-1 flex flex-wrap gap-x-4 text-[0.95rem]">
      {ORDERS.map((one) => (
        <Link
          key={one}
          href={address(one, onlyNeeds)}
          aria-current={one === order ? "true" : undefined}
          className={here(one === order)}
        >
          {ORDER_WORDS[one]}
        </Link>
      ))}
      {pages > 1 && order !== "name" && <span className="text-soft">(on each shelf)</span>}
      {(onlyNeeds || needing > 0) && (
        <Link
          href={address(order, !onlyNeeds)}
          aria-current={onlyNeeds ? "true" : undefined}
          className={`ml-auto underline ${here(onlyNeeds)}`}
        >
          {onlyNeeds
            ? "show all"
            : needing === 1
              ? "the one that needs something"
              : `the ${needing} that need something`}
        </Link>
      )}
    </nav>
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

const NEED_LOOKS: Record<Urgency, string> = {
  unreadable: "text-trouble",
  trouble: "font-semibold text-trouble",
  mend: "font-semibold text-trouble",
  care: "",
  fine: "text-life",
};

function ShelfItem({
  item: { id, name, setup },
  medium,
  told: { settled, urgency, need, state },
  showsPutAway,
  actions,
}: {
  item: YardItem;
  medium: MediumLookup;
  told: Told;
  showsPutAway: boolean;
  actions: YardActions;
}) {
  return (
    // its drawing and its words stand in rows with those beside it, so that one ground line carries them all
    <li className="row-span-2 grid grid-rows-subgrid gap-y-0">
      <Link
        href={`/setups/${id}`}
        className="group flex items-end border-b-[3px] border-ink px-2 no-underline focus-visible:outline-offset-4"
        aria-label={`${name}. ${need}. ${state}`}
      >
        {setup ? (
          <ShelfDrawing id={id} setup={setup} settled={settled} medium={medium} />
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
      <div className="min-w-0 px-2 pt-1.5">
        <Link
          href={`/setups/${id}`}
          tabIndex={-1}
          className="line-clamp-2 font-serif font-semibold leading-tight no-underline hover:underline"
        >
          {name || "Without a name"}
        </Link>
        <p className={`mt-0.5 text-[0.95rem] leading-snug ${NEED_LOOKS[urgency]}`}>{need}</p>
        {state && <p className="text-sm leading-snug text-soft">{state}</p>}
        {showsPutAway ? (
          <TakeBackButton setupId={id} name={name} actions={actions} />
        ) : (
          <PutAwayButton setupId={id} name={name} actions={actions} />
        )}
      </div>
    </li>
  );
}
