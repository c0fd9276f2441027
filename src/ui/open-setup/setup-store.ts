import { createStore } from "zustand/vanilla";
import { newProblems } from "@/core/stack/edit";
import { asDampAs } from "@/core/water/same-damp";
import { withOrWithoutDrainage, type WithOrWithout } from "@/core/stack/drainage-layer";
import { type Setup } from "@/core/stack/setup";
import type { Medium } from "@/core/media/medium";
import type { Occupant } from "@/core/occupants/occupant";
import type { MixToMake } from "@/formats/mix/document";
import type { Problem, Result } from "@/core/units/problem";
import type { UnitSystem } from "@/core/units/units";
import { type MediumLookup } from "@/core/water/settle";
import { onceFor } from "@/core/units/once";
import { checked, setupProblems } from "@/core/water/checked";
import type { SetupState } from "@/formats/setup/actions";
import { type Answering } from "@/workers/questions.client";
import type { QueueStatus } from "./save-queue";
import type { Basis, Beside, PLACES, SetupPageState } from "./page-state";
import { deriver, failureOf } from "./derived";

export type SetupStore = ReturnType<typeof makeSetupStore>;

export type ChangeSink = (label: string, setup: Setup) => void;

/** What a grower can choose from. */
export type Offer = {
  readonly media: readonly Medium[];
  readonly mixes: readonly MixToMake[];
  /** Kinds of living things of the grower's own, and what the library holds comes with the panel that shows it. */
  readonly ownOccupants: readonly Occupant[];
  /** Keeps a mix; answers its id. */
  readonly keepMix?: ((document: unknown) => Promise<Result<string>>) | undefined;
};

/** The page's state and the ways to change it. `onChange` gets every committed change, to be saved. */
export function makeSetupStore(
  initial: SetupState,
  given: MediumLookup,
  onChange: ChangeSink,
  offer: Offer = { media: [], mixes: [], ownOccupants: [] },
) {
  // mixes that were kept since the page came
  const learned = new Map<string, Medium>();
  const medium: MediumLookup = (id) => learned.get(id) ?? given(id);
  // each setup is looked at once, by whoever asks first
  const lookedAt = onceFor((setup: Setup) => checked(setup, medium));
  const derive = deriver(medium, lookedAt);
  /** The problems a change would bring in, in the grower's units. */
  const broughtBy = (next: Setup, system: UnitSystem): readonly Problem[] => {
    if (lookedAt(next).ok) return [];
    const before = lookedAt(store.getState().committed);
    return newProblems(before.ok ? [] : before.problems, setupProblems(next, medium, system));
  };
  const first: Basis = {
    setup: initial.setup,
    committed: initial.setup,
    when: "day",
    holding: undefined,
    beside: "profile",
    living: undefined,
    answers: {},
    selectedId: initial.setup.layers.at(-1)?.id,
    undoLabel: initial.undoLabel,
    redoLabel: initial.redoLabel,
    setAside: initial.setAside,
    saving: { kind: "saved" },
    notice: undefined,
  };
  const store = createStore<SetupPageState>(() => ({ ...first, ...derive(first, undefined) }));

  const put = (part: Partial<Basis>): void =>
    store.setState((now) => {
      const next = { ...now, ...part };
      return { ...next, ...derive(next, now.lastView) };
    });

  const show = (setup: Setup): void => {
    const { selectedId, setup: before, living } = store.getState();
    const kept = setup.layers.some(({ id }) => id === selectedId);
    put({
      setup,
      selectedId: kept ? selectedId : setup.layers.at(-1)?.id,
      living: setup === before ? living : undefined,
    });
  };

  return {
    getState: store.getState,
    getInitialState: store.getInitialState,
    subscribe: store.subscribe,
    setupId: initial.setupId,
    medium,
    media: offer.media,
    mixes: offer.mixes,
    ownOccupants: offer.ownOccupants,
    keepMix: offer.keepMix,
    /** Takes in a medium that was made since the page came. */
    learn: (made: Medium): void => void learned.set(made.id, made),
    /** Draws a change without keeping it: a frame of a drag. What would bring in a problem is not drawn. */
    preview(setup: Setup): void {
      if (broughtBy(setup, "metric").length === 0) show(setup);
    },
    /** Ends a drag: keeps what is drawn, as one step. */
    commitPreview(label: string): void {
      const { setup, committed } = store.getState();
      if (setup === committed) return;
      put({ committed: setup });
      onChange(label, setup);
    },
    /** Ends a drag without keeping it. */
    cancelPreview: (): void => show(store.getState().committed),
    /** Offers a change: taken as one step, or answered with the problems it would bring in. */
    offer(label: string, next: Setup, system: UnitSystem): readonly Problem[] {
      const { committed } = store.getState();
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
      this.adoptHistory(state);
    },
    /** Takes over what the server says of the history, leaving the drawing alone. */
    adoptHistory: ({ undoLabel, redoLabel, setAside }: SetupState): void => put({ undoLabel, redoLabel, setAside }),
    /** Takes how it stands with a question. */
    take<Place extends keyof typeof PLACES>(place: Place, standing: Answering<(typeof PLACES)[Place]>): void {
      const before = store.getState().answers;
      put({ answers: { ...before, [place]: standing } });
      const failure = place === "drained" ? failureOf(standing) : undefined;
      if (failure !== undefined) put({ notice: failure });
    },
    /** Chooses when a drained vessel is shown. */
    showWhen: (when: "day" | "rest"): void => put({ when, living: undefined }),
    /** Holds the present state, to see what changes do against it. */
    hold(change?: WithOrWithout): void {
      const { setup } = store.getState();
      put({ living: undefined, holding: { setup, change } });
    },
    letGo: (): void => put({ holding: undefined }),
    /** Holds the present state against what it becomes by a change. */
    compare(label: string, setup: Setup, system: UnitSystem, change?: WithOrWithout): void {
      this.hold(change);
      const problems = this.offer(label, setup, system);
      if (problems.length === 0) return;
      this.letGo();
      this.say(problems[0]!.message);
    },
    /** Holds the present state and takes its drainage layer out, or puts one in. */
    compareDrainage(newId: () => string, system: UnitSystem): void {
      const { committed } = store.getState();
      const other = withOrWithoutDrainage(committed, medium, newId());
      const change = other && { ...other, setup: asDampAs(committed, other.setup, medium) };
      if (!change)
        return this.say("There is no drainage layer to take out, and no room under the lowest layer to put one in.");
      const label = change.kind === "without" ? "Without the drainage layer" : "With a drainage layer";
      this.compare(label, change.setup, system, change);
    },
    showBeside: (beside: Beside): void => put({ beside }),
    askRun: (dryDays: number): void => put({ living: { dryDays, frame: 0, playing: false }, beside: "profile" }),
    endRun: (): void => put({ living: undefined }),
    /** Goes to a frame of the run, at most to its last. */
    seek(frame: number): void {
      const { living, run } = store.getState();
      if (!living || run?.kind !== "ready") return;
      put({ living: { ...living, frame: Math.min(Math.max(0, frame), run.run.frames.length - 1) } });
    },
    play(playing: boolean): void {
      const { living, run } = store.getState();
      if (living && run?.kind === "ready") put({ living: { ...living, playing } });
    },
    select: (selectedId: string | undefined): void => put({ selectedId }),
    say(notice: string | undefined): void {
      if (store.getState().notice !== notice) put({ notice });
    },
    setSaving: (saving: QueueStatus): void => put({ saving }),
  };
}
