import Link from "next/link";

const PAGES = [
  ["", "Section"],
  ["/batch", "Shopping and mixing"],
  ["/sheet", "Build sheet"],
  ["/history", "History"],
] as const;
export type SetupPage = (typeof PAGES)[number][0];

/** The pages of one setup, one beside the other. */
export const SetupPages = ({ setupId, here }: { setupId: string; here: SetupPage }) => (
  <nav aria-label="Pages of this setup" className="no-print flex flex-wrap gap-x-4">
    {PAGES.map(([path, words]) => (
      <Link
        key={path}
        href={`/setups/${setupId}${path}`}
        aria-current={path === here ? "page" : undefined}
        className={`inline-flex items-center pointer-coarse:min-h-11 ${path === here ? "font-semibold no-underline" : ""}`}
      >
        {words}
      </Link>
    ))}
  </nav>
);
