"use client";
import { Fragment, useMemo } from "react";
import {
  createColumnHelper,
  flexRender,
  getCoreRowModel,
  getSortedRowModel,
  useReactTable,
  type SortingState,
} from "@tanstack/react-table";
import Link from "next/link";
import { isOwn } from "@/core/media/own-id";
import type { Medium } from "@/core/media/medium";
import type { UnitSystem } from "@/core/units/units";
import type { ContainerState } from "@/core/water/container";
import { grainFill, soilFill } from "../drawing/patterns";
import { mediumAddress } from "../common/medium-address";
import { VolumeBar } from "./volume-bar";
import { PROPERTIES, type PropertyKey } from "./properties";

/** Columns every table has; what is sorted or sifted by besides comes before the last two. */
const COLUMNS: readonly PropertyKey[] = ["air", "water", "pH", "weight", "price", "known"];
const LAST_COLUMNS = 2;

export type SortKey = "name" | PropertyKey;
type Row = { readonly medium: Medium; readonly state: ContainerState };

const column = createColumnHelper<Row>();

/** Media in rows, sorted by any column; those ticked are held against one another. */
export function MediaTable({
  rows,
  sifted,
  sorting,
  onSort,
  compared,
  mostCompared,
  onCompare,
  packWords,
  system,
}: {
  rows: readonly Row[];
  sifted: PropertyKey | "none";
  /** None keeps the order given. */
  sorting: SortingState;
  onSort: (key: SortKey) => void;
  compared: readonly string[];
  mostCompared: number;
  onCompare: (id: string) => void;
  packWords: (id: string) => string;
  system: UnitSystem;
}) {
  const sortedBy = sorting[0]?.id;
  const columns = useMemo(() => {
    const more = [sortedBy, sifted].filter(
      (key, i, all): key is PropertyKey =>
        key !== undefined && key in PROPERTIES && !COLUMNS.includes(key as PropertyKey) && all.indexOf(key) === i,
    );
    const keys = [...COLUMNS.slice(0, -LAST_COLUMNS), ...more, ...COLUMNS.slice(-LAST_COLUMNS)];
    return [
      column.accessor(({ medium }) => medium.name, {
        id: "name",
        header: "medium",
        sortingFn: (a, b) => a.original.medium.name.localeCompare(b.original.medium.name, "en"),
      }),
      ...keys.map((key) =>
        column.accessor(({ medium, state }) => PROPERTIES[key].value(medium, state, system), {
          id: key,
          header: PROPERTIES[key].words,
          sortingFn: (a, b, id) => inOrder(a.getValue<number>(id), b.getValue<number>(id)),
          cell: ({ row: { original } }) => PROPERTIES[key].text(original.medium, original.state, system),
        }),
      ),
    ];
  }, [sortedBy, sifted, system]);
  // the table is made anew with each render; its parts are not kept by anyone
  // eslint-disable-next-line react-hooks/incompatible-library
  const table = useReactTable({
    data: rows as Row[],
    columns,
    state: { sorting },
    getRowId: ({ medium }) => medium.id,
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
  });

  return (
    <div className="overflow-x-auto">
      <table className="mt-1 w-full min-w-[50rem] text-[0.95rem]">
        <thead>
          <tr className="border-b border-rule-strong align-bottom text-sm text-soft">
            <th className="w-11" scope="col">
              <span className="sr-only">Compare</span>
            </th>
            {table.getFlatHeaders().map(({ id, column: { columnDef, getIsSorted }, getContext }) => {
              const sorted = getIsSorted();
              return (
                <Fragment key={id}>
                  {id === "air" && (
                    <th scope="col" className="w-40 px-2 pb-1 text-left font-normal">
                      <span className="text-water">water</span> | air | solids
                    </th>
                  )}
                  <th
                    scope="col"
                    className="px-2 pb-1 text-left font-normal"
                    aria-sort={sorted === "desc" ? "descending" : sorted === "asc" ? "ascending" : "none"}
                  >
                    <button
                      type="button"
                      className="text-left underline decoration-dotted pointer-coarse:min-h-11"
                      onClick={() => onSort(id as SortKey)}
                    >
                      {flexRender(columnDef.header, getContext())}
                      {sorted === "desc" ? " ↓" : sorted === "asc" ? " ↑" : ""}
                    </button>
                  </th>
                </Fragment>
              );
            })}
          </tr>
        </thead>
        <tbody>
          {table.getRowModel().rows.map((row) => {
            const { medium } = row.original;
            const ticked = compared.includes(medium.id);
            const [, ...cells] = row.getVisibleCells();
            return (
              <tr key={row.id} className="border-b border-rule">
                <td>
                  <label className="inline-flex size-9 items-center justify-center pointer-coarse:size-11">
                    <input
                      type="checkbox"
                      className="size-4 accent-(--ink)"
                      aria-label={`Compare ${medium.name}`}
                      checked={ticked}
                      disabled={!ticked && compared.length >= mostCompared}
                      onChange={() => onCompare(medium.id)}
                    />
                  </label>
                </td>
                <th scope="row" className="px-2 py-1 text-left font-normal">
                  <MediumCell medium={medium} packWords={packWords(medium.id)} />
                </th>
                <td className="px-2">
                  <VolumeBar {...row.original.state} />
                </td>
                {cells.map((cell) => (
                  <td key={cell.id} className={`px-2 ${cell.column.id === "water" ? "text-water" : ""}`}>
                    {flexRender(cell.column.columnDef.cell, cell.getContext())}
                  </td>
                ))}
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}

/** A medium by its grains, its name, and what is said of it in short. */
function MediumCell({ medium, packWords }: { medium: Medium; packWords: string }) {
  return (
    <span className="flex items-center gap-2">
      <svg width={24} height={24} className="shrink-0" aria-hidden>
        <rect width={24} height={24} fill={soilFill(medium.pattern)} />
        <rect width={24} height={24} fill={grainFill(medium.pattern, "shelf")} stroke="var(--rule-strong)" />
      </svg>
      <span>
        <Link href={mediumAddress(medium.id)} className="font-semibold">
          {medium.name}
        </Link>
        <span className="block text-sm leading-tight text-soft">
          {isOwn(medium.id) ? "yours; " : ""}
          {medium.grade}
          {packWords && `; ${packWords}`}
        </span>
      </span>
    </span>
  );
}

/** Numbers in order, "never" last. */
const inOrder = (a: number, b: number): number => (a === b ? 0 : a < b ? -1 : 1);
