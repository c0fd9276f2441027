"use client";
import { useDeferredValue, useMemo } from "react";
import { useStore } from "zustand";
import { occupantsWith } from "@/core/occupants/library/library";
import type { OccupantLookup } from "@/core/occupants/occupant";
import type { Setup } from "@/core/stack/setup";
import { type ColumnState } from "@/core/water/settle";
import { waterStates, type WaterStates } from "@/core/verdicts/states";
import type { Verdict } from "@/core/verdicts/verdict";
import { verdictsOf } from "@/core/verdicts/verdicts";
import { type SetupStore } from "../open-setup/setup-store";
import { drainedState } from "../open-setup/derived";
import { type View } from "../open-setup/page-state";

/** What lives in a setup and what it is told, at the likely values of its media. */
export type Judged = {
  readonly setup: Setup;
  readonly states: WaterStates;
  readonly verdicts: readonly Verdict[];
};

/** Who is known on a page. */
const occupantsOf = ({ ownOccupants }: Pick<SetupStore, "ownOccupants">): OccupantLookup => occupantsWith(ownOccupants);

const lookups = new WeakMap<SetupStore, OccupantLookup>();
export function lookupOf(store: SetupStore): OccupantLookup {
  const found = lookups.get(store) ?? occupantsOf(store);
  lookups.set(store, found);
  return found;
}

/** What was judged last of a page: panel and drawing show the same, computed once. */
const last = new WeakMap<SetupStore, { readonly day: ColumnState | undefined; readonly judged: Judged }>();

function judged(store: SetupStore, { setup, settled }: View, day: ColumnState | undefined): Judged {
  const kept = last.get(store);
  if (kept && kept.judged.setup === setup && kept.day === day) return kept.judged;
  const states = waterStates(setup, settled, day);
  const made = { setup, states, verdicts: verdictsOf(setup, store.medium, lookupOf(store), states) };
  last.set(store, { day, judged: made });
  return made;
}

/** The verdicts of the setup as drawn; they follow a drag a little later than the drawing. Undefined while none can be. */
export function useJudged(store: SetupStore): Judged | undefined {
  const view = useDeferredValue(useStore(store, (state) => (state.view.ok ? state.view.value : undefined)));
  const day = useDeferredValue(useStore(store, drainedState));
  return useMemo(
    () => (view && view.setup.occupants.length > 0 ? judged(store, view, day) : undefined),
    [store, view, day],
  );
}
