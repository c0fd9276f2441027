"use client";
import { useEffect, useState, type ComponentType } from "react";
import dynamic from "next/dynamic";

/** Between two tries to load a part of a page. [ms] */
const AGAIN_MS = 1500;
/** A part that has not come by then is spoken of. [ms] */
const SPOKEN_OF_MS = 4000;

/**
 * A part of a page that is loaded when it is first shown. The page goes on while the server is away, and the part is
 * asked for again until it comes: to fail for want of it would take down what has been typed meanwhile.
 * `ahead` begins to load it. A part of a drawing is left unspoken of: there is no place for words in it.
 */
export function late<P extends object>(
  load: () => Promise<ComponentType<P>>,
  Meanwhile: ComponentType = () => null,
  missing: "spoken-of" | "unspoken" = "spoken-of",
) {
  let isComing = false;
  return Object.assign(
    dynamic(() => untilLoaded(load), {
      ssr: false,
      loading: () => (missing === "unspoken" ? <Meanwhile /> : <Missing meanwhile={Meanwhile} />),
    }),
    {
      // asked for while the server is away, it is there once the server is back
      ahead(): void {
        if (isComing) return;
        isComing = true;
        untilLoaded(load)
          .catch(() => undefined)
          .finally(() => (isComing = false));
      },
    },
  );
}

/** Asks for a part again and again until it comes; what is loaded and broken stays broken. */
export async function untilLoaded<T>(load: () => Promise<T>): Promise<T> {
  for (;;) {
    try {
      return await load();
    } catch (error) {
      // what was loaded and is broken stays broken
      if (!(error instanceof Error && error.name === "ChunkLoadError")) throw error;
      await new Promise((resolve) => setTimeout(resolve, AGAIN_MS));
    }
  }
}

function Missing({ meanwhile: Meanwhile }: { meanwhile: ComponentType }) {
  const [spokenOf, setSpokenOf] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setSpokenOf(true), SPOKEN_OF_MS);
    return () => clearTimeout(timer);
  }, []);
  if (!spokenOf) return <Meanwhile />;
  return (
    <p className="py-2 text-sm text-soft">
      This part has not come from Marlstone yet. It is asked for again; if Marlstone answers otherwise, load the page
      anew.
    </p>
  );
}
