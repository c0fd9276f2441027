import Link from "next/link";
import type { Problem } from "@/core/units/problem";
import type { WriteOutcome } from "@/formats/setup/actions";
import { SiteHeader } from "../head/site-header";
import { BackToWhole } from "./back-to-whole";

/** A setup whose stored version cannot be read: what is wrong with it, what is safe, and the way back. */
export function DamagedSetup({
  setupId,
  problems,
  lastGood,
  onRestore,
}: {
  setupId: string;
  problems: readonly Problem[];
  lastGood: { readonly name: string; readonly savedAt: string } | null;
  onRestore: (input: { setupId: string }) => Promise<WriteOutcome>;
}) {
  return (
    <>
      <SiteHeader />
      <main className="mx-auto max-w-2xl px-4 py-8">
        <h1 className="text-2xl">This setup’s stored version cannot be read</h1>
        <p className="mt-2">
          The row in the database was changed by something other than Marlstone, or damaged. Nothing else is affected,
          and the row is left as it is.
        </p>
        <ul className="mt-3 list-disc pl-5 text-trouble">
          {problems.slice(0, 8).map(({ path, message }, i) => (
            <li key={i}>
              {path ? (
                <>
                  <code>{path}</code>: {message}
                </>
              ) : (
                message
              )}
            </li>
          ))}
        </ul>
        {lastGood ? (
          <p className="mt-4">
            The last version that is whole, “{lastGood.name}”, was saved on{" "}
            <time dateTime={lastGood.savedAt}>{lastGood.savedAt.slice(0, 16).replace("T", " at ")} UTC</time>.{" "}
            <BackToWhole setupId={setupId} onRestore={onRestore} />
          </p>
        ) : (
          <p className="mt-4">No earlier version of it is whole. A backup of the data folder may hold one.</p>
        )}
        <p className="mt-6">
          <Link href="/">To the yard</Link>
        </p>
      </main>
    </>
  );
}
