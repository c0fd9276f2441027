import Link from "next/link";
import type { Problem } from "@/core/units/problem";

/** Where a setup is stored that cannot stand as it is said: it was brought by a file, or by an earlier Marlstone. */
export const NotSound = ({
  setupId,
  what,
  problems,
}: {
  setupId: string;
  what: string;
  problems: readonly Problem[];
}) => (
  <main className="mx-auto max-w-[60ch] p-6">
    <p>
      This setup cannot stand as it is, so nothing can be {what} it.{" "}
      <Link href={`/setups/${setupId}`}>Mend it on its own page</Link> first:
    </p>
    <ul className="mt-2 list-disc pl-5">
      {problems.slice(0, MOST_TOLD).map(({ path, message }) => (
        <li key={path + message}>{message}</li>
      ))}
    </ul>
  </main>
);
const MOST_TOLD = 8;

/** Where a setup's stored version cannot be read, and what was asked for needs it. */
export const NotReadable = ({ setupId, what }: { setupId: string; what: string }) => (
  <main className="mx-auto max-w-[60ch] p-6">
    <p>
      The stored version of this setup cannot be read, so nothing can be {what} it.{" "}
      <Link href={`/setups/${setupId}`}>Its own page</Link> shows what can be restored.
    </p>
  </main>
);
