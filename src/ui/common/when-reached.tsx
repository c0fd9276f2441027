"use client";
import { useEffect, useState } from "react";

/** Without a sign of life the rest comes after this long. [ms] */
const AT_REST_MS = 4000;
const SIGNS = ["pointerdown", "pointermove", "wheel", "keydown", "touchstart", "focusin"] as const;

/**
 * What stands below the fold: it comes at the first sign that somebody is there, so that a page paints without it.
 * `before` keeps the place of what would push other things away when it comes.
 */
export const WhenReached = ({ before = null, children }: { before?: React.ReactNode; children: React.ReactNode }) =>
  useReached() ? children : before;

/** Whether somebody was seen to be there, or it is long enough that the rest may come. */
export function useReached(): boolean {
  const [reached, setReached] = useState(false);
  useEffect(() => {
    const reach = (): void => setReached(true);
    const timer = setTimeout(reach, AT_REST_MS);
    for (const sign of SIGNS) addEventListener(sign, reach, { once: true, passive: true });
    return () => {
      clearTimeout(timer);
      for (const sign of SIGNS) removeEventListener(sign, reach);
    };
  }, []);
  return reached;
}
