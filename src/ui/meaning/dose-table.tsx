"use client";
import { useDeferredValue, useMemo } from "react";
import { useStore } from "zustand";
import { doseSteps, type DoseStep } from "@/core/readings/dose-steps";
import { footWords } from "@/core/readings/sentences";
import type { Setup } from "@/core/stack/setup";
import { formatLength, formatPercent, formatVolume } from "@/core/units/units";
import { useUnits } from "../common/preferences";
import type { SetupStore } from "../open-setup/setup-store";
import { useIsOpen } from "./group";

const eventWords = (event: NonNullable<DoseStep["event"]>, setup: Setup): string =>
  event === "stands-at-base" ? `water first stands ${footWords(setup)}` : "water first stands in the root zone";

/** What each further dose does to the wet zone of a sealed vessel, and the doses that are too much. */
export function DoseTable({ store }: { store: SetupStore }) {
  const system = useUnits();
  const isOpen = useIsOpen();
  // a little behind a drag: it does not change what the hand does
  const setup = useDeferredValue(
    useStore(store, (state) => {
      const setup = isOpen ? state.setup : state.committed;
      return state.view.ok && setup.water.by === "volume" ? setup : undefined;
    }),
  );
  const steps = useMemo(() => (setup ? doseSteps(setup, store.medium) : []), [setup, store]);
  if (!setup || steps.length === 0) return null;
  const height = (step: DoseStep): string =>
    step.waterTableCm > 0.005 ? formatLength(step.waterTableCm, system) : "none";
  return (
    <section aria-label="Each further dose">
      <table className="w-full text-[0.95rem] leading-tight">
        <thead>
          <tr className="text-left align-bottom text-sm text-soft">
            <th scope="col" className="pr-2 font-normal">
              added
            </th>
            <th scope="col" className="pr-2 font-normal">
              stands to
            </th>
            <th scope="col" className="pr-2 font-normal">
              waterlogged to
            </th>
            <th scope="col" className="font-normal">
              air at roots
            </th>
          </tr>
        </thead>
        <tbody>
          {steps.map((step) => (
            <tr key={step.addedCm3} className={`border-t border-rule ${step.event ? "text-trouble" : ""}`}>
              <th scope="row" className="whitespace-nowrap py-0.5 pr-2 text-left font-normal">
                {step.addedCm3 === 0 ? "now" : `+\u00a0${formatVolume(step.addedCm3, system)}`}
              </th>
              {step.event ? (
                <td colSpan={3}>
                  {eventWords(step.event, setup)}
                  {step.rootsMeanAirSpace === undefined ? "" : `; air ${formatPercent(step.rootsMeanAirSpace)}`}
                </td>
              ) : (
                <>
                  <td className="pr-2">{height(step)}</td>
                  <td className="pr-2">
                    {step.waterloggedTopCm > 0.05 ? formatLength(step.waterloggedTopCm, system) : "nowhere"}
                  </td>
                  <td>{step.rootsMeanAirSpace === undefined ? "–" : formatPercent(step.rootsMeanAirSpace)}</td>
                </>
              )}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-1 text-sm leading-snug text-soft">
        Each as it settles, which takes hours to days; batches differ by several per cent, so go slowly near the limit.
      </p>
    </section>
  );
}
