import Link from "next/link";
import { pageAt, SETUP_PAGES, type SetupPagePath } from "../rooms/pages-of-setup";

const addressOf = (setupId: string, path: SetupPagePath): string => `/setups/${setupId}${path}`;
const TAB = "inline-flex items-center px-0.5 no-underline hover:underline pointer-coarse:min-h-11";
const TAB_HERE = "font-semibold text-ink shadow-[inset_0_-2px_0_var(--ink)]";

/** The pages of one setup, as tabs under its head. */
export function SetupPages({ setupId, here }: { setupId: string; here: SetupPagePath }) {
  const tab = pageAt(here);
  return (
    <nav aria-label="Pages of this setup" className="no-print flex flex-wrap gap-x-2.5 sm:gap-x-4">
      {SETUP_PAGES.map((page) => (
        <Link
          key={page.path}
          href={addressOf(setupId, page.path)}
          aria-current={page === tab ? (page.path === here ? "page" : "true") : undefined}
          className={`${TAB} ${page === tab ? TAB_HERE : ""}`}
        >
          {page.name}
        </Link>
      ))}
    </nav>
  );
}

/** What belongs together under one tab, one beside the other. */
export function BesidePages({ setupId, here }: { setupId: string; here: SetupPagePath }) {
  const { name, beside } = pageAt(here);
  if (beside.length < 2) return null;
  return (
    <nav aria-label={name} className="no-print mb-3 flex flex-wrap gap-x-4 text-[0.95rem]">
      {beside.map((page) => (
        <Link
          key={page.path}
          href={addressOf(setupId, page.path)}
          aria-current={page.path === here ? "page" : undefined}
          className={`inline-flex items-center pointer-coarse:min-h-11 ${page.path === here ? "font-semibold no-underline" : ""}`}
        >
          {page.name}
        </Link>
      ))}
    </nav>
  );
}

/**
 * The head of a setup, the same over all its pages: its name, or the field for it, its pages, and what the page adds. It
 * is not printed: what is printed names the setup itself.
 */
export const SetupHead = ({
  setupId,
  here,
  name,
  children,
}: {
  setupId: string;
  here: SetupPagePath;
  name: React.ReactNode;
  children?: React.ReactNode;
}) => (
  <>
    <h1 className="min-w-0 text-lg leading-snug max-sm:-order-2">{name}</h1>
    <SetupPages setupId={setupId} here={here} />
    {children}
  </>
);
