"use client";
import { useEffect, useState } from "react";
import { dayOfMoment } from "@/core/log/moment";
import { formatDay } from "@/core/units/day-number";
import type { ForecastInput } from "@/formats/log/schema";
import type { ForecastShown } from "@/formats/log/forecast";

export type AskForecast = (input: ForecastInput) => Promise<ForecastShown>;

const NO_ANSWER =
  "Marlstone does not answer, so it is not told when it wants water next. What is written down is kept.";

/** When it wants water next; asked anew when its log changes. */
export function useForecast(setupId: string, ask: AskForecast, stamp: string): ForecastShown | undefined {
  const [shown, setShown] = useState<ForecastShown>();
  useEffect(() => {
    let isHere = true;
    ask({ setupId })
      .then((told) => isHere && setShown(told))
      .catch(() => isHere && setShown({ status: "none", why: NO_ANSWER }));
    return () => {
      isHere = false;
    };
    // the stamp says that the log is another
  }, [setupId, ask, stamp]);
  return shown;
}

/** What was learned of it, and when it wants water. */
export function WhatComes({ shown, reckonAnew }: { shown: ForecastShown | undefined; reckonAnew: () => void }) {
  return (
    <section aria-label="What comes" aria-busy={!shown} className="mt-4 min-h-12">
      {shown?.status === "told" && (
        <>
          <p className="font-serif text-lg leading-snug">{shown.line}</p>
          {shown.learned.map((one) => (
            <p key={one} className="mt-1 max-w-[75ch] leading-snug">
              {one}
            </p>
          ))}
          {shown.readings > 0 && (
            <p className="no-print mt-1 flex flex-wrap items-baseline gap-x-3 text-[0.95rem] text-soft">
              <span>
                From {shown.readings} {shown.readings === 1 ? "reading" : "readings"} since{" "}
                {formatDay(dayOfMoment(shown.since))}; the days hold nine of ten.
              </span>
              <button
                type="button"
                className="underline decoration-dotted pointer-coarse:min-h-11"
                onClick={reckonAnew}
              >
                Reckon it anew from here
              </button>
            </p>
          )}
        </>
      )}
      {shown?.status === "none" && <p className="max-w-[75ch] leading-snug text-soft">{shown.why}</p>}
    </section>
  );
}
