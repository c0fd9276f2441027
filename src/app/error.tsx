"use client";
import Link from "next/link";

/** A page that failed: what happened, what is safe, what to do. */
export default function ErrorPage({ reset }: { error: Error; reset: () => void }) {
  return (
    <main className="mx-auto max-w-2xl px-4 py-8">
      <h1 className="text-2xl">This page could not be made</h1>
      <p className="mt-2">
        Something went wrong in Marlstone. What was saved is safe; changes not saved yet are kept in this browser.
      </p>
      <p className="mt-4 flex gap-3">
        <button type="button" className="press" onClick={reset}>
          Try again
        </button>
        <Link href="/" className="press no-underline">
          To the yard
        </Link>
      </p>
    </main>
  );
}
