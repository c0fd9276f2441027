"use client";
import { useDeferredValue, useMemo } from "react";
import { useStore } from "zustand";
import type { Check } from "@/core/checks/check";
import { checksOf } from "@/core/checks/checks";
import { cautionsFor } from "@/core/readings/cautions";
import type { UnitSystem } from "@/core/units/units";
import { useUnits } from "../common/preferences";
import { Sentence } from "../common/sentence";
import type { View } from "../open-setup/page-state";
import type { SetupStore } from "../open-setup/setup-store";
import { useIsOpen } from "./group";
import { useTold } from "./readings";

const NONE: readonly Check[] = [];
/** What was found of a view last: lines, numbers and sentences tell the same, found once. */
const found = new WeakMap<View, { readonly system: UnitSystem; readonly checks: readonly Check[] }>();

function checked(view: View, store: SetupStore, system: UnitSystem): readonly Check[] {
  const kept = found.get(view);
  if (kept?.system === system) return kept.checks;
  const checks = checksOf(view.setup, view.settled.network, view.readings, store.medium, system);
  found.set(view, { system, checks });
  return checks;
}

/** What speaks for and against the design as a whole; it follows a drag a little later than the drawing. */
export function useChecks(store: SetupStore): readonly Check[] {
  const isOpen = useIsOpen();
  const shown = useDeferredValue(
    useStore(store, (state) =>
      !isOpen && state.setup !== state.committed ? state.keptView : state.view.ok ? state.view.value : undefined,
    ),
  );
  const system = useUnits();
  return shown ? checked(shown, store, system) : NONE;
}

const usePlainChecks = (store: SetupStore): readonly Check[] => useChecks(store).filter(({ tone }) => tone === "plain");

/** What is told of the design besides what must be mended. */
export function DesignTold({ store }: { store: SetupStore }) {
  const checks = usePlainChecks(store);
  return (
    <>
      {checks.length === 0 && <p className="text-[0.95rem]">There is nothing more to say of it.</p>}
      {checks.map((check, i) => (
        <Sentence key={`${check.id}-${i}`} sentence={check} />
      ))}
    </>
  );
}

export const DesignNumber = ({ store }: { store: SetupStore }) => noted(usePlainChecks(store).length);

const noted = (count: number): string => (count === 0 ? "no note" : count === 1 ? "one note" : `${count} notes`);

/** Cautions follow a drag a little later than the drawing: they do not change what the hand does. */
function useCautions(store: SetupStore): ReturnType<typeof cautionsFor> {
  const shown = useDeferredValue(useTold(store));
  const system = useUnits();
  return useMemo(() => (shown ? cautionsFor(shown.setup, shown.readings, system, shown.when) : []), [shown, system]);
}

export const CareNumber = ({ store }: { store: SetupStore }) => noted(useCautions(store).length);

/** What to know before building or while running it. */
export function CareTold({ store }: { store: SetupStore }) {
  const cautions = useCautions(store);
  const pressing = cautions.filter(({ subject }) => subject !== "medium");
  const media = cautions.filter(({ subject }) => subject === "medium");
  return (
    <>
      <ul className="space-y-1.5 text-[0.95rem] leading-snug">
        {pressing.map(({ id, text }) => (
          <li key={id} className="border-l-2 border-rule-strong pl-2">
            {text}
          </li>
        ))}
      </ul>
      {media.length > 0 && (
        <details className="mt-2">
          <summary className="text-[0.95rem]">Handling these media ({media.length})</summary>
          <ul className="mt-1 space-y-1 text-sm leading-snug text-soft">
            {media.map(({ id, text }) => (
              <li key={id}>{text}</li>
            ))}
          </ul>
        </details>
      )}
    </>
  );
}
