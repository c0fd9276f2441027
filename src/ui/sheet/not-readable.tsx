import Link from "next/link";

/** Where a setup's stored version cannot be read, and what was asked for needs it. */
export const NotReadable = ({ setupId, what }: { setupId: string; what: string }) => (
  <main className="mx-auto max-w-[60ch] p-6">
    <p>
      The stored version of this setup cannot be read, so nothing can be {what} it.{" "}
      <Link href={`/setups/${setupId}`}>Its own page</Link> shows what can be restored.
    </p>
  </main>
);
