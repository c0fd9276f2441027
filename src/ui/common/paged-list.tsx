import Link from "next/link";

/** A list that comes in pages: where it is, what was searched for, and whether it is of what was put away. */
export type PagedList = {
  readonly path: string;
  readonly words: string;
  readonly away: boolean;
  /** What else the address says of how it is looked at. */
  readonly more?: Readonly<Record<string, string>>;
};

export function listAddress({ path, words, away, more }: PagedList, page: number): string {
  const query = new URLSearchParams({
    ...(page > 1 ? { page: String(page) } : {}),
    ...(words === "" ? {} : { find: words }),
    ...(away ? { away: "" } : {}),
    ...more,
  }).toString();
  return query === "" ? path : `${path}?${query}`;
}

/** Earlier and later, where there is more than one page. */
export function ListPages({ page, pages, what, ...list }: PagedList & { page: number; pages: number; what: string }) {
  return (
    <>
      {page > 1 && <Link href={listAddress(list, page - 1)}>Earlier</Link>}
      {pages > 1 && (
        <span className="text-soft">
          {what} {page} of {pages}
        </span>
      )}
      {page < pages && <Link href={listAddress(list, page + 1)}>Later</Link>}
    </>
  );
}

/** A plain form: what was searched for is an address, and it works before any script has come. */
export function FindByName({ path, words, away, more = {}, what }: PagedList & { what: string }) {
  return (
    <form role="search" action={path} className="no-print flex items-center gap-2">
      {away && <input type="hidden" name="away" value="" />}
      {Object.entries(more).map(([name, value]) => (
        <input key={name} type="hidden" name={name} value={value} />
      ))}
      <input
        type="search"
        name="find"
        key={words}
        defaultValue={words}
        maxLength={100}
        aria-label={`Find a ${what} by its name`}
        placeholder="Some of its name"
        className="field w-44"
      />
      <button type="submit" className="press">
        Find
      </button>
      {words !== "" && <Link href={listAddress({ path, words: "", away, more }, 1)}>all</Link>}
    </form>
  );
}
