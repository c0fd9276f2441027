"use client";
import { useState } from "react";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { notMade } from "../common/keep";
import { PutAwayList } from "../common/put-away-list";
import type { MixActions } from "./keep-mix";

/** The mixes there are, and the way in for one from a file. */
export function SavedMixes({
  saved,
  putAway,
  shownId,
  actions,
}: {
  saved: readonly { readonly id: string; readonly name: string }[];
  putAway: readonly { readonly id: string; readonly name: string }[];
  shownId: string | undefined;
  actions: MixActions;
}) {
  const router = useRouter();
  const takeBack = async (mixId: string): Promise<void> => {
    const done = await actions.takeBack({ id: mixId }).catch(() => false);
    if (done) router.push(`/mixes/${mixId}`);
    else setSaid("It could not be taken back. It is still put away, nothing is lost.");
  };
  const [said, setSaid] = useState("");
  const read = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    if (file.size > 100_000) return setSaid(`${file.name} is too big to be a mix.`);
    const made = await file.text().then(actions.importText).catch(notMade);
    if (made.ok) router.push(`/mixes/${made.value}`);
    else
      setSaid(
        `${file.name}: ${made.problems.map(({ path, message }) => (path === "" ? message : `${path}: ${message}`)).join(" ")}`,
      );
  };
  return (
    <nav aria-label="Your mixes" className="no-print mt-1 flex flex-wrap items-center gap-x-4 gap-y-1 text-[0.95rem]">
      {shownId !== undefined && (
        <Link href="/mixes" className="inline-flex items-center pointer-coarse:min-h-11">
          a new mix
        </Link>
      )}
      {saved.map(({ id, name }) =>
        id === shownId ? (
          <b key={id} aria-current="page">
            {name}
          </b>
        ) : (
          <Link key={id} href={`/mixes/${id}`} className="inline-flex items-center pointer-coarse:min-h-11">
            {name}
          </Link>
        ),
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
      {putAway.length > 0 && <PutAwayList putAway={putAway} onTakeBack={(id) => void takeBack(id)} />}
      {said !== "" && (
        <span role="alert" className="said">
          {said}
        </span>
      )}
    </nav>
  );
}
