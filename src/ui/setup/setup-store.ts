import { createStore } from "zustand/vanilla";
import { newProblems } from "@/core/stack/edit";
import { withOrWithoutDrainage, type WithOrWithout } from "@/core/stack/drainage-layer";
import type { Setup } from "@/core/stack/setup";
import type { Medium } from "@/core/media/medium";
import type { Problem, Result } from "@/core/units/problem";
import type { UnitSystem } from "@/core/units/units";
import { readDose, readSettled, type DoseReading, type Readings } from "@/core/readings/readings";
import type { Run } from "@/core/water/run";
import { checkWhole, columnOf, settle, type ColumnState, type MediumLookup, type Settled } from "@/core/water/settle";
import type { Supply } from "@/core/water/supply";
import type { SetAside, SetupState } from "@/formats/setup/actions";
import { SETUP_KIND, SETUP_VERSION } from "@/formats/setup/document";
import type { QueueStatus } from "./save-queue";

/** A settled setup and all that is read off it. */
export type View = {
  readonly setup: Setup;
  readonly settled: Settled;
  readonly readings: Readings;
  readonly dose: DoseReading | undefined;
  /** "day": a drained stack a day after a soaking; "rest": as it settles in the end; "run": a moment of a run. */
  readonly when: When;
};

export type When = "day" | "rest" | "run";

/** A state held against what is changed since. */
export type Held = {
  readonly setup: Setup;
  readonly rest: View;
  /** The same a day after a soaking, once it is computed; only for a drained vessel. */
  readonly day: View | undefined;
  /** What was done to the drainage layer when it was held, if that is what it is held for. */
  readonly change: WithOrWithout | undefined;
};

/** Supply of the setup it names; stale while it is of an earlier one. */
export type ShownSupply = { readonly setup: Setup; readonly result: Result<Supply> };

/** A run that is being computed, failed or can be played. */
export type RunShown =
  | { readonly kind: "computing"; readonly setup: Setup; readonly dryDays: number }
  | { readonly kind: "failed"; readonly setup: Setup; readonly dryDays: number; readonly message: string }
  | {
      readonly kind: "ready";
      readonly setup: Setup;
      readonly dryDays: number;
      readonly run: Run;
      readonly frame: number;
      readonly view: View;
      readonly playing: boolean;
    };

/** What stands beside the section. */
export type Beside = "profile" | "supply";

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
  readonly when: "day" | "rest";
  /** Whether the view shown is the settled state standing in for a day after a soaking, which is being computed. */
  readonly draining: boolean;
  readonly held: Held | undefined;
  readonly beside: Beside;
  readonly supply: ShownSupply | undefined;
  readonly run: RunShown | undefined;
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
      setup,
      settled: settled.value,
      readings: readSettled(setup, settled.value, medium),
      dose: setup.water.kind === "dosed" ? readDose(setup, settled.value) : undefined,
      when: "rest",
    },
  };
}

/** The view of a stack a day after a soaking, from the settled view of the same setup. */
function dayView({ setup, settled }: View, equilibrium: ColumnState, medium: MediumLookup): View {
  const drained = { column: settled.column, equilibrium };
  return { setup, settled: drained, readings: readSettled(setup, drained, medium), dose: undefined, when: "day" };
}

/** The page's state and the ways to change it. `onChange` gets every committed change, to be saved. */
export function makeSetupStore(
  initial: SetupState,
  medium: MediumLookup,
  onChange: ChangeSink,
  media: readonly Medium[] = [],
) {
  const first = viewOf(initial.setup, medium);
  const store = createStore<SetupPageState>(() => ({
    setup: initial.setup,
    committed: initial.setup,
    view: first,
    lastView: first.ok ? first.value : undefined,
    when: "day",
    draining: first.ok && initial.setup.water.kind === "drained",
    held: undefined,
    beside: "profile",
    supply: undefined,
    run: undefined,
    selectedId: initial.setup.layers.at(-1)?.id,
    undoLabel: initial.undoLabel,
    redoLabel: initial.redoLabel,
    setAside: initial.setAside,
    saving: { kind: "saved" },
    notice: undefined,
  }));

  const show = (setup: Setup): void => {
    const view = viewOf(setup, medium);
    store.setState((now) => ({
      setup,
      view,
      run: now.run?.setup === setup ? now.run : undefined,
      draining: view.ok && setup.water.kind === "drained" && now.when === "day",
      lastView: view.ok ? view.value : setup.layers.length === 0 ? undefined : now.lastView,
      selectedId: setup.layers.some(({ id }) => id === now.selectedId) ? now.selectedId : setup.layers.at(-1)?.id,
    }));
  };

  return {
    ...store,
    setupId: initial.setupId,
    medium,
    /** What a grower can choose from, by name. */
    media,
    /** Draws a change without keeping it: a frame of a drag. What would bring in a problem is not drawn. */
    preview(setup: Setup): void {
      if (newProblems(checkWhole(store.getState().committed, medium), checkWhole(setup, medium)).length === 0)
        show(setup);
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
    showWhen(when: "day" | "rest"): void {
      store.setState({ when, run: undefined });
      show(store.getState().setup);
    },
    /** Holds the present state, to see what changes do against it. */
    hold(change?: WithOrWithout): void {
      const { setup, view } = store.getState();
      const rest = viewOf(setup, medium);
      if (!rest.ok) return;
      store.setState({
        run: undefined,
        held: {
          setup,
          rest: rest.value,
          day: view.ok && view.value.setup === setup && view.value.when === "day" ? view.value : undefined,
          change,
        },
      });
    },
    letGo: (): void => store.setState({ held: undefined }),
    /** Takes the worker's answer for the state held. */
    showHeldDrained(setup: Setup, state: ColumnState): void {
      const { held } = store.getState();
      if (held?.setup === setup) store.setState({ held: { ...held, day: dayView(held.rest, state, medium) } });
    },
    /** Holds the present state and takes its drainage layer out, or puts one in. */
    compareDrainage(newId: () => string, system: UnitSystem): void {
      const change = withOrWithoutDrainage(store.getState().committed, medium, newId());
      if (!change)
        return this.say("There is no drainage layer to take out, and no room under the lowest layer to put one in.");
      this.hold(change);
      const problems = this.offer(
        change.kind === "without" ? "Without the drainage layer" : "With a drainage layer",
        change.setup,
        system,
      );
      if (problems.length === 0) return;
      this.letGo();
      this.say(problems[0]!.message);
    },
    showBeside: (beside: Beside): void => store.setState({ beside }),
    showSupply: (setup: Setup, result: Result<Supply>): void => store.setState({ supply: { setup, result } }),
    askRun(dryDays: number): void {
      store.setState({ run: { kind: "computing", setup: store.getState().setup, dryDays }, beside: "profile" });
    },
    endRun: (): void => store.setState({ run: undefined }),
    showRun(setup: Setup, result: Result<Run>): void {
      const { run: asked } = store.getState();
      if (asked?.kind !== "computing" || asked.setup !== setup) return;
      const view = result.ok && frameView(setup, result.value, 0, medium);
      store.setState({
        run:
          result.ok && view
            ? { kind: "ready", setup, dryDays: asked.dryDays, run: result.value, frame: 0, view, playing: false }
            : {
                kind: "failed",
                setup,
                dryDays: asked.dryDays,
                message: result.ok ? "This run cannot be shown." : result.problems[0]!.message,
              },
      });
    },
    seek(frame: number): void {
      const { run } = store.getState();
      if (run?.kind !== "ready") return;
      const at = Math.min(Math.max(0, frame), run.run.frames.length - 1);
      const view = frameView(run.setup, run.run, at, medium);
      if (view) store.setState({ run: { ...run, frame: at, view } });
    },
    play(playing: boolean): void {
      const { run } = store.getState();
      if (run?.kind === "ready") store.setState({ run: { ...run, playing } });
    },
    select: (selectedId: string | undefined): void => store.setState({ selectedId }),
    say: (notice: string | undefined): void => store.setState({ notice }),
    setSaving: (saving: QueueStatus): void => store.setState({ saving }),
  };
}

/** A moment of a run as a view. */
function frameView(setup: Setup, { frames }: Run, frame: number, medium: MediumLookup): View | undefined {
  const column = columnOf(setup, medium);
  const at = frames[frame];
  if (!column.ok || !at) return undefined;
  const settled = { column: column.value, equilibrium: at.state };
  return { setup, settled, readings: readSettled(setup, settled, medium), dose: undefined, when: "run" };
}

/** What is on show: a moment of a run while one is played, else the setup's view. */
export const shownView = ({ run, view }: SetupPageState): View | undefined =>
  run?.kind === "ready" ? run.view : view.ok ? view.value : undefined;

/** The state held, at the moment the present one is shown at. */
export const heldView = ({ held, when }: SetupPageState): View | undefined =>
  held && (when === "day" ? (held.day ?? held.rest) : held.rest);

export const documentOf = (setup: Setup) => ({ kind: SETUP_KIND, version: SETUP_VERSION, ...setup }) as const;
