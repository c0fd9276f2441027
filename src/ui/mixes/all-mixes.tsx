"use client";
import { useState } from "react";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { FindByName, listAddress, ListPages } from "../common/paged-list";
import { SiteHeader } from "../head/site-header";

/** Every mix by name, found by some of it, or those that were put away. */
export function AllMixes({
  names,
  total,
  page,
  pages,
  putAway,
  words,
  takeBack,
}: {
  names: readonly { readonly id: string; readonly name: string }[];
  total: number;
  page: number;
  pages: number;
  putAway: boolean;
  words: string;
  takeBack: (input: { id: string }) => Promise<boolean>;
}) {
  const router = useRouter();
  const [said, setSaid] = useState("");
  const back = async (id: string): Promise<void> => {
    const done = await takeBack({ id }).catch(() => false);
    if (done) router.push(`/mixes/${id}`);
    else setSaid("It could not be taken back. It is still put away, nothing is lost.");
  };
  const list = { path: "/mixes/all", words, away: putAway };
  return (
    <>
      <SiteHeader>
        <Link href="/mixes" className="press no-underline">
          A new mix
        </Link>
      </SiteHeader>
      <main className="mx-auto max-w-3xl px-4 pb-16 pt-6">
        <div className="flex flex-wrap items-baseline justify-between gap-x-6 gap-y-2">
          <h1 className="text-2xl">{putAway ? "Mixes put away" : "All mixes"}</h1>
          <FindByName {...list} what="mix" />
        </div>
        <p className="text-soft">
          {total === 1 ? "One mix" : `${total} mixes`}
          {words !== "" && `: “${words}”`}
        </p>
        <ul className="mt-4 grid gap-x-8 sm:grid-cols-2">
          {names.map(({ id, name }) => (
            <li key={id} className="border-b border-rule py-1.5">
              <Link href={`/mixes/${id}`} className="inline-flex items-center pointer-coarse:min-h-11">
                {name}
              </Link>
              {putAway && (
                <button
                  type="button"
                  className="ml-3 text-sm text-soft underline decoration-dotted pointer-coarse:min-h-11"
                  aria-label={`Take ${name} back`}
                  onClick={() => void back(id)}
                >
                  take back
                </button>
              )}
            </li>
          ))}
        </ul>
        {said !== "" && (
          <p className="said" role="alert">
            {said}
          </p>
        )}
        <nav className="mt-6 flex flex-wrap gap-4" aria-label="Pages of the mixes">
          <ListPages {...list} page={page} pages={pages} what="Page" />
          {putAway ? (
            <Link href="/mixes/all">The others</Link>
          ) : (
            <Link href={listAddress({ path: "/mixes/all", words: "", away: true }, 1)}>Put away</Link>
          )}
        </nav>
      </main>
    </>
  );
}
