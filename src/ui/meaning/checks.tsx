"use client";
import { useDeferredValue, useMemo } from "react";
import { useStore } from "zustand";
import type { Check } from "@/core/checks/check";
import { checksOf } from "@/core/checks/checks";
import { cautionsFor } from "@/core/readings/cautions";
import { useUnits } from "../common/preferences";
import { Sentence } from "../common/sentence";
import type { SetupStore } from "../open-setup/setup-store";
import { Group } from "./group";
import { useShown } from "./readings";

/** What speaks for and against the design as a whole; it follows a drag a little later than the drawing. */
export function useChecks(store: SetupStore): readonly Check[] {
  const shown = useDeferredValue(useStore(store, (state) => (state.view.ok ? state.view.value : undefined)));
  const system = useUnits();
  return useMemo(
    () => (shown ? checksOf(shown.setup, shown.settled.network, shown.readings, store.medium, system) : []),
    [shown, store, system],
  );
}

/** What is told of the design besides what must be mended. */
export function DesignGroup({ store }: { store: SetupStore }) {
  const checks = useChecks(store).filter(({ tone }) => tone === "plain");
  return (
    <Group id="design" title="The design" number={checks.length === 0 ? "nothing to say" : noted(checks.length)}>
      {checks.length === 0 && <p className="text-[0.95rem]">There is nothing more to say of it.</p>}
      {checks.map((check, i) => (
        <Sentence key={`${check.id}-${i}`} sentence={check} />
      ))}
    </Group>
  );
}

const noted = (count: number): string => (count === 1 ? "one note" : `${count} notes`);

/** What to know before building or while running it. */
export function CareGroup({ store }: { store: SetupStore }) {
  // cautions follow a drag a little later than the drawing: they do not change what the hand does
  const shown = useDeferredValue(useShown(store));
  const system = useUnits();
  const cautions = useMemo(
    () => (shown ? cautionsFor(shown.setup, shown.readings, system, shown.when) : []),
    [shown, system],
  );
  const pressing = cautions.filter(({ subject }) => subject !== "medium");
  const media = cautions.filter(({ subject }) => subject === "medium");
  return (
    <Group id="care" title="Take care" number={cautions.length === 0 ? "" : noted(cautions.length)}>
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
    </Group>
  );
}
