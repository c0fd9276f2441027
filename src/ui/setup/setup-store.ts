import { createStore } from "zustand/vanilla";
import { newProblems } from "@/core/stack/edit";
import type { Setup } from "@/core/stack/setup";
import type { Problem, Result } from "@/core/units/problem";
import type { UnitSystem } from "@/core/units/units";
import { readDose, readSettled, type DoseReading, type Readings } from "@/core/readings/readings";
import { checkWhole, settle, type ColumnState, type MediumLookup, type Settled } from "@/core/water/settle";
import type { SetAside, SetupState } from "@/formats/setup-actions";
import { SETUP_KIND, SETUP_VERSION } from "@/formats/setup-kind";
import type { QueueStatus } from "./save-queue";

/** A settled setup and all that is read off it. */
export type View = {
  readonly setup: Setup; readonly settled: Settled; readonly readings: Readings; readonly dose: DoseReading | undefined;
  /** "day": a drained stack a day after a soaking; "rest": as it settles in the end. */
  readonly when: When;
};

export type When = "day" | "rest";

/** What a setup's page shows and changes. */
export type SetupPageState = {
  /** As drawn, in the middle of a drag too. */
  readonly setup: Setup;
  /** As last committed: what a drag started from. */
  readonly committed: Setup;
  readonly view: Result<View>;
  /** The last view that could be computed; stays on show while the present one cannot. */
  readonly lastView: View | undefined;
  /** When a drained vessel is to be shown. */
  readonly when: When;
  /** Whether the view shown is the settled state standing in for a day after a soaking, which is being computed. */
  readonly draining: boolean;
  readonly selectedId: string | undefined;
  readonly undoLabel: string | null;
  readonly redoLabel: string | null;
  readonly setAside: readonly SetAside[];
  readonly saving: QueueStatus;
  /** Something said once, to be read and dismissed. */
  readonly notice: string | undefined;
};

export type SetupStore = ReturnType<typeof makeSetupStore>;

export type ChangeSink = (label: string, setup: Setup) => void;

export function viewOf(setup: Setup, medium: MediumLookup): Result<View> {
  const settled = settle(setup, medium);
  if (!settled.ok) return settled;
  return {
    ok: true,
    value: {
      setup, settled: settled.value, readings: readSettled(setup, settled.value, medium),
      dose: setup.water.kind === "dosed" ? readDose(setup, settled.value) : undefined, when: "rest",
    },
  };
}

/** The view of a stack a day after a soaking, from the settled view of the same setup. */
function dayView({ setup, settled }: View, equilibrium: ColumnState, medium: MediumLookup): View {
  const drained = { column: settled.column, equilibrium };
  return { setup, settled: drained, readings: readSettled(setup, drained, medium), dose: undefined, when: "day" };
}

/** The page's state and the ways to change it. `onChange` gets every committed change, to be saved. */
export function makeSetupStore(initial: SetupState, medium: MediumLookup, onChange: ChangeSink) {
  const first = viewOf(initial.setup, medium);
  const store = createStore<SetupPageState>(() => ({
    setup: initial.setup, committed: initial.setup, view: first, lastView: first.ok ? first.value : undefined,
    when: "day", draining: first.ok && initial.setup.water.kind === "drained",
    selectedId: initial.setup.layers.at(-1)?.id,
    undoLabel: initial.undoLabel, redoLabel: initial.redoLabel, setAside: initial.setAside, saving: { kind: "saved" }, notice: undefined,
  }));

  const show = (setup: Setup): void => {
    const view = viewOf(setup, medium);
    store.setState((now) => ({
      setup, view, draining: view.ok && setup.water.kind === "drained" && now.when === "day",
      lastView: view.ok ? view.value : setup.layers.length === 0 ? undefined : now.lastView,
      selectedId: setup.layers.some(({ id }) => id === now.selectedId) ? now.selectedId : setup.layers.at(-1)?.id,
    }));
  };

  return {
    ...store,
    medium,
    /** Draws a change without keeping it: a frame of a drag. What would bring in a problem is not drawn. */
    preview(setup: Setup): void {
      if (newProblems(checkWhole(store.getState().committed, medium), checkWhole(setup, medium)).length === 0) show(setup);
    },
    /** Ends a drag: keeps what is drawn, as one step. */
    commitPreview(label: string): void {
      const { setup, committed } = store.getState();
      if (setup === committed) return;
      store.setState({ committed: setup });
      onChange(label, setup);
    },
    /** Ends a drag without keeping it. */
    cancelPreview: (): void => show(store.getState().committed),
    /** Offers a change: taken as one step, or answered with the problems it would bring in. */
    offer(label: string, next: Setup, system: UnitSystem): readonly Problem[] {
      const { committed } = store.getState();
      const problems = newProblems(checkWhole(committed, medium, system), checkWhole(next, medium, system));
      if (problems.length > 0) return problems;
      if (JSON.stringify(next) === JSON.stringify(committed)) return [];
      show(next);
      store.setState({ committed: next });
      onChange(label, next);
      return [];
    },
    /** Shows the stored state as it is on the server. */
    adopt(state: SetupState): void {
      show(state.setup);
      store.setState({ committed: state.setup });
      this.adoptHistory(state);
    },
    /** Takes over what the server says of the history, leaving the drawing alone. */
    adoptHistory({ undoLabel, redoLabel, setAside }: SetupState): void {
      store.setState({ undoLabel, redoLabel, setAside });
    },
    /** Shows what the worker found, if the drawing is still of that setup. */
    showDrained(setup: Setup, state: ColumnState | undefined): void {
      const now = store.getState();
      if (now.setup !== setup || !now.draining || !now.view.ok) return;
      const value = state && dayView(now.view.value, state, medium);
      store.setState({ draining: false, ...(value ? { view: { ok: true, value }, lastView: value } : {}) });
    },
    /** Chooses when a drained vessel is shown. */
    showWhen(when: When): void {
      store.setState({ when });
      show(store.getState().setup);
    },
    select: (selectedId: string | undefined): void => store.setState({ selectedId }),
    say: (notice: string | undefined): void => store.setState({ notice }),
    setSaving: (saving: QueueStatus): void => store.setState({ saving }),
  };
}

export const documentOf = (setup: Setup) => ({ kind: SETUP_KIND, version: SETUP_VERSION, ...setup } as const);
