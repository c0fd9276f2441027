"use client";

const WHEN = new Intl.DateTimeFormat("en-GB", { dateStyle: "medium", timeStyle: "short" });

/** A moment, in the reader's own time; what the server wrote of it may be of another zone. */
export const When = ({ at }: { at: string }) => (
  <time dateTime={at} suppressHydrationWarning>
    {WHEN.format(new Date(at))}
  </time>
);
