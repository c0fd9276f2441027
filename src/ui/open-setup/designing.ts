import type { Setup } from "@/core/stack/setup";
import type { Problem } from "@/core/units/problem";
import type { UnitSystem } from "@/core/units/units";
import type { SetupState } from "@/formats/setup/actions";
import type { Answering } from "@/workers/questions.client";
import { failureOf } from "./derived";
import type { PLACES } from "./page-state";
import type { QueueStatus } from "./save-queue";
import type { Workings } from "./setup-store";

export type Designing = ReturnType<typeof designing>;

/** Changing the design itself: by hand, by numbers, or by what the server knows. */
export function designing({ getState, put, show, broughtBy, onChange }: Workings) {
  const adoptHistory = ({ undoLabel, redoLabel, setAside, setup: { here } }: SetupState, isLast = false): void => {
    put({ undoLabel, redoLabel, setAside });
    const { setup, committed } = getState();
    // what follows from its place is worked out where it is saved
    if (!isLast || setup !== committed || JSON.stringify(here) === JSON.stringify(setup.here)) return;
    const next = { ...setup, here };
    show(next);
    put({ committed: next });
  };
  return {
    /** Draws a change without keeping it: a frame of a drag. What would bring in a problem is not drawn. */
    preview(setup: Setup): void {
      if (broughtBy(setup, "metric").length === 0) show(setup);
    },
    /** Ends a drag: keeps what is drawn, as one step. */
    commitPreview(label: string): void {
      const { setup, committed } = getState();
      if (setup === committed) return;
      put({ committed: setup });
      onChange(label, setup);
    },
    /** Ends a drag without keeping it. */
    cancelPreview: (): void => show(getState().committed),
    /** Offers a change: taken as one step, or answered with the problems it would bring in. */
    offer(label: string, next: Setup, system: UnitSystem): readonly Problem[] {
      const { committed } = getState();
      const problems = broughtBy(next, system);
      if (problems.length > 0) return problems;
      if (JSON.stringify(next) === JSON.stringify(committed)) return [];
      show(next);
      put({ committed: next });
      onChange(label, next);
      return [];
    },
    /** Shows the stored state as it is on the server. */
    adopt(state: SetupState): void {
      show(state.setup);
      put({ committed: state.setup });
      adoptHistory(state);
    },
    /** Takes over what the server says of the history, leaving the drawing alone. */
    adoptHistory,
    /** Takes how it stands with a question. */
    take<Place extends keyof typeof PLACES>(place: Place, standing: Answering<(typeof PLACES)[Place]>): void {
      const before = getState().answers;
      put({ answers: { ...before, [place]: standing } });
      const failure = place === "drained" ? failureOf(standing) : undefined;
      if (failure !== undefined) put({ notice: failure });
    },
    /** Chooses when a drained vessel is shown. */
    showWhen: (when: "day" | "rest"): void => put({ when, living: undefined }),
    setSaving: (saving: QueueStatus): void => put({ saving }),
    say(notice: string | undefined): void {
      if (getState().notice !== notice) put({ notice });
    },
  };
}
