"use client";
import { useStore } from "zustand";
import { reservoirTopCm } from "@/core/stack/geometry";
import { dayWords } from "@/core/verdicts/words-common";
import { useJudged } from "../occupants/use-verdicts";
import type { SetupStore } from "../open-setup/setup-store";
import { useSupplySayings } from "./supply";

/** When to fill or water it next, in the words of what it is told at length below. */
export function RefillLine({ store }: { store: SetupStore }) {
  const keeps = useStore(store, (state) => reservoirTopCm(state.setup) !== undefined);
  const sayings = useSupplySayings(store);
  const judged = useJudged(store);
  const lasts = Math.min(
    ...(judged?.verdicts ?? []).flatMap(({ findings }) =>
      findings.flatMap((one) => (one.limit === "dry-days" ? [one.lastsDays] : [])),
    ),
  );
  const text = keeps
    ? (sayings?.[0]?.text ?? (sayings ? "" : "Working out when to water it …"))
    : Number.isFinite(lasts)
      ? `A soaking lasts ${dayWords(lasts)}: water it before then.`
      : "";
  return (
    <p className="line-clamp-2 h-[2.6em] text-[0.95rem] leading-[1.3]" title={text}>
      {text}
    </p>
  );
}
