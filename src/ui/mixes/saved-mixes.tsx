"use client";
import { useState } from "react";
import Link from "next/link";
import { useRouter } from "next/navigation";
import type { Kept } from "@/formats/kept";
import type { Mix } from "@/formats/mix/document";
import { notMade } from "../common/keep";
import { placeWords } from "./place-words";
import type { MixActions } from "./keep-mix";

/** So many are named here; more stand on a page of their own. */
const MOST_NAMED = 16;

/** The mixes there are, and the way in for one from a file. */
export function SavedMixes({
  names,
  total,
  putAway,
  shown,
  areListed,
  actions,
}: {
  /** The first by name, of so many. */
  names: readonly { readonly id: string; readonly name: string }[];
  total: number;
  /** So many are put away. */
  putAway: number;
  shown: Kept<Mix> | undefined;
  /** Whether they stand on the page with what each is, and need not be named here. */
  areListed: boolean;
  actions: MixActions;
}) {
  const router = useRouter();
  const takeBack = async (id: string): Promise<void> => {
    const done = await actions.takeBack({ id }).catch(() => false);
    setSaid(done ? "" : "It could not be taken back. It is still put away, nothing is lost.");
    if (done) router.refresh();
  };
  const named = areListed ? [] : names.slice(0, MOST_NAMED);
  const shownApart = shown && !named.some(({ id }) => id === shown.id);
  const [said, setSaid] = useState("");
  const read = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    if (file.size > 100_000) return setSaid(`${file.name} is too big to be a mix.`);
    const made = await file.text().then(actions.importText).catch(notMade);
    if (made.ok) router.push(`/mixes/${made.value}`);
    else
      setSaid(`${file.name}: ${made.problems.map(({ path, message }) => `${placeWords(path)}${message}`).join(" ")}`);
  };
  return (
    <nav aria-label="Your mixes" className="no-print mt-1 flex flex-wrap items-center gap-x-4 gap-y-1 text-[0.95rem]">
      {shown && (
        <Link href="/mixes" className="inline-flex items-center pointer-coarse:min-h-11">
          a new mix
        </Link>
      )}
      {shownApart && <b aria-current="page">{shown.value.name}</b>}
      {named.map(({ id, name }) =>
        id === shown?.id ? (
          <b key={id} aria-current="page">
            {name}
          </b>
        ) : (
          <Link key={id} href={`/mixes/${id}`} className="inline-flex items-center pointer-coarse:min-h-11">
            {name}
          </Link>
        ),
      )}
      {total > (areListed ? names.length : named.length) && (
        <Link href="/mixes/all" className="inline-flex items-center pointer-coarse:min-h-11">
          all {total} mixes
        </Link>
      )}
      <label className="inline-flex cursor-pointer items-center text-soft underline decoration-dotted has-focus-visible:outline-2 pointer-coarse:min-h-11">
        from a file
        <input
          type="file"
          accept=".json,.csv,application/json,text/csv"
          className="sr-only"
          onChange={(event) => {
            void read(event.target.files?.[0]);
            event.target.value = "";
          }}
        />
      </label>
      {putAway > 0 && (
        <Link href="/mixes/all?away" className="inline-flex items-center text-soft pointer-coarse:min-h-11">
          put away ({putAway})
        </Link>
      )}
      {shown?.isPutAway && (
        <p className="basis-full">
          This mix is put away: it is offered for no layer. Setups that have it keep it.{" "}
          <button
            type="button"
            className="underline decoration-dotted pointer-coarse:min-h-11"
            onClick={() => void takeBack(shown.id)}
          >
            Take it back
          </button>
        </p>
      )}
      {said !== "" && (
        <span role="alert" className="said">
          {said}
        </span>
      )}
    </nav>
  );
}
