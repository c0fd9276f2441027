"use client";
import { useMemo } from "react";
import { useStore } from "zustand";
import { DRAWS } from "@/core/media/draws";
import { addedSureness, type Sureness } from "@/core/verdicts/sure";
import { useAnswer } from "../common/use-answer";
import type { SetupStore } from "../open-setup/setup-store";

/** How sure the verdicts of the setup as kept are: half of the pots are made in one worker, half in another. */
export function useSureness(store: SetupStore): Sureness | undefined {
  const setup = useStore(store, (state) =>
    state.setup === state.committed && state.view.ok && state.setup.occupants.length > 0 ? state.setup : undefined,
  );
  const halves = useMemo(
    () =>
      [
        [0, DRAWS / 2],
        [DRAWS / 2, DRAWS],
      ].map(([from, to]) =>
        setup ? ({ kind: "sure", setup, own: store.ownOccupants, from: from!, to: to! } as const) : undefined,
      ),
    [setup, store],
  );
  const first = useAnswer(halves[0], store.medium);
  const second = useAnswer(halves[1], store.medium);
  return useMemo(
    () =>
      first?.status === "answered" && second?.status === "answered"
        ? addedSureness([first.answer, second.answer])
        : undefined,
    [first, second],
  );
}
