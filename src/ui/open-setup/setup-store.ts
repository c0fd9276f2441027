import { createStore } from "zustand/vanilla";
import { newProblems } from "@/core/stack/edit";
import { withOrWithoutDrainage, type WithOrWithout } from "@/core/stack/drainage-layer";
import { type Setup } from "@/core/stack/setup";
import { drainsAfterSoaking, reservoirTopCm } from "@/core/stack/geometry";
import type { Medium } from "@/core/media/medium";
import type { Occupant } from "@/core/occupants/occupant";
import type { MixToMake } from "@/formats/mix/document";
import type { Problem, Result } from "@/core/units/problem";
import type { UnitSystem } from "@/core/units/units";
import { readDose, readSettled, type DoseReading, type Readings } from "@/core/readings/readings";
import type { Run, RunFrame } from "@/core/water/run";
import { networkOf } from "@/core/water/network";
import { settle, type ColumnState, type MediumLookup, type Settled } from "@/core/water/settle";
import { onceFor } from "@/core/units/once";
import { checked, setupProblems, type CheckedSetup } from "@/core/water/checked";
import type { Supply } from "@/core/water/supply";
import type { SetAside, SetupState } from "@/formats/setup/actions";
import { FOLLOWING, type Places, type Question, type Answering, type Wanted } from "@/workers/questions.client";
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
  /** The same a day after a soaking, once that is answered; only for a drained vessel. */
  readonly day: View | undefined;
  /** What was done to the drainage layer when it was held, if that is what it is held for. */
  readonly change: WithOrWithout | undefined;
};

/** Supply of the setup it names; stale while it is of an earlier one. */
export type ShownSupply = { readonly setup: Setup; readonly result: Result<Supply> };

/** A run that is being computed, failed or can be played. */
export type RunShown = { readonly setup: Setup; readonly dryDays: number } & (
  | { readonly kind: "computing"; /** How much of it is followed, 0…1. */ readonly done: number }
  | { readonly kind: "failed"; readonly message: string }
  | {
      readonly kind: "ready";
      readonly run: Run;
      readonly frame: number;
      readonly view: View;
      readonly playing: boolean;
    }
);

/** What stands beside the section. */
export type Beside = "profile" | "supply";

/** What the page asks off its thread, and where. */
export const PLACES = {
  drained: "drain",
  heldDrained: "drain",
  supply: "supply",
  run: "run",
} as const satisfies Places;
type Answers = { readonly [Place in keyof typeof PLACES]?: Answering<(typeof PLACES)[Place]> };

/** What is drawn and chosen, and the answers there are: all else on the page follows from it. */
type Basis = {
  /** As drawn, in the middle of a drag too. */
  readonly setup: Setup;
  /** As last committed: what a drag started from. */
  readonly committed: Setup;
  /** When a drained vessel is to be shown. */
  readonly when: "day" | "rest";
  readonly holding: { readonly setup: Setup; readonly change: WithOrWithout | undefined } | undefined;
  readonly beside: Beside;
  /** A run of the setup as drawn that is wanted, and where in it the page is. */
  readonly living: { readonly dryDays: number; readonly frame: number; readonly playing: boolean } | undefined;
  readonly answers: Answers;
  readonly selectedId: string | undefined;
  readonly undoLabel: string | null;
  readonly redoLabel: string | null;
  readonly setAside: readonly SetAside[];
  readonly saving: QueueStatus;
  /** Something said once, to be read and dismissed. */
  readonly notice: string | undefined;
};

/** What follows from the basis. */
type Derived = {
  readonly view: Result<View>;
  /** The last view that could be computed; stays on show while the present one cannot. */
  readonly lastView: View | undefined;
  /** Whether the view shown is the settled state standing in for a day after a soaking, which is being computed. */
  readonly draining: boolean;
  readonly held: Held | undefined;
  readonly supply: ShownSupply | undefined;
  readonly run: RunShown | undefined;
};

/** What a setup's page shows and changes. */
export type SetupPageState = Basis & Derived;

export type SetupStore = ReturnType<typeof makeSetupStore>;

export type ChangeSink = (label: string, setup: Setup) => void;

export function viewOf(setup: Setup, medium: MediumLookup, sound = checked(setup, medium)): Result<View> {
  const settled = sound.ok ? settle(sound.value, medium) : sound;
  if (!settled.ok) return settled;
  return {
    ok: true,
    value: {
      setup,
      settled: settled.value,
      readings: readSettled(setup, settled.value, medium),
      dose: setup.water.by === "volume" ? readDose(setup, settled.value) : undefined,
      when: "rest",
    },
  };
}

/** The view of a stack a day after a soaking, from the settled view of the same setup. */
function dayView({ setup, settled }: View, equilibrium: ColumnState, medium: MediumLookup): View {
  const drained = { ...settled, equilibrium };
  return { setup, settled: drained, readings: readSettled(setup, drained, medium), dose: undefined, when: "day" };
}

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
      const change = withOrWithoutDrainage(store.getState().committed, medium, newId());
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

/**
 * What the page wants to know off its thread, as it stands. In the middle of a drag the frames come first, and the
 * supply waits.
 */
export function questionsOf(state: SetupPageState, own: readonly Occupant[] = NO_OWN): Wanted<typeof PLACES> {
  const { setup, committed, view, when, holding, living } = state;
  // what lives there is judged by the day after a soaking, whatever is shown
  const asksDay = when === "day" || setup.occupants.length > 0;
  return {
    drained: asksDay && isDrained(setup) && view.ok ? drainOf(setup) : undefined,
    heldDrained: when === "day" && holding && isDrained(holding.setup) ? drainOf(holding.setup) : undefined,
    supply: setup === committed && view.ok && reservoirTopCm(setup) !== undefined ? supplyOf(setup) : undefined,
    run: living && runOf(own)(setup)(living.dryDays),
  };
}

// a question is one object as long as what it asks is the same
const drainOf = onceFor((setup: Setup): Question<"drain"> => ({ kind: "drain", setup }));
const supplyOf = onceFor((setup: Setup): Question<"supply"> => ({ kind: "supply", setup }));
const runOf = onceFor((own: readonly Occupant[]) =>
  onceFor((setup: Setup) => {
    const of = (dryDays: number): Question<"run"> => ({ kind: "run", setup, dryDays, own });
    const runs = Array.from({ length: FOLLOWING.mostDryDays + 1 }, (_, dryDays) => of(dryDays));
    return (dryDays: number): Question<"run"> => runs[dryDays] ?? of(dryDays);
  }),
);
const NO_OWN: readonly Occupant[] = [];
const isDrained = drainsAfterSoaking;

const NOT_COMPUTED = "This could not be computed; shown is the settled state.";

/** Why a question has no answer to show, if it has none. */
function failureOf(
  standing:
    { readonly status: "computing" | "failed" } | { readonly status: "answered"; readonly answer: Result<unknown> },
): string | undefined {
  if (standing.status === "failed") return NOT_COMPUTED;
  return standing.status === "answered" && !standing.answer.ok ? standing.answer.problems[0]!.message : undefined;
}

/** Derives what a page shows. What takes time is done once for a setup and once for an answer. */
function deriver(
  medium: MediumLookup,
  lookedAt: (setup: Setup) => Result<CheckedSetup>,
): (basis: Basis, lastView: View | undefined) => Derived {
  const restOf = onceFor((setup: Setup) => viewOf(setup, medium, lookedAt(setup)));
  const dayOf = onceFor((rest: View) => onceFor((state: ColumnState) => dayView(rest, state, medium)));
  const frameOf = onceFor((frame: RunFrame) => onceFor((setup: Setup) => frameView(setup, frame, medium)));
  const drainedView = (setup: Setup, standing: Answering<"drain"> | undefined): View | undefined => {
    const rest = restOf(setup);
    return rest.ok && standing?.question.setup === setup && standing.status === "answered" && standing.answer.ok
      ? dayOf(rest.value)(standing.answer.value)
      : undefined;
  };

  const heldOf = ({ holding, answers }: Basis): Held | undefined => {
    const rest = holding && restOf(holding.setup);
    return rest?.ok
      ? { ...holding!, rest: rest.value, day: drainedView(holding!.setup, answers.heldDrained) }
      : undefined;
  };

  const runShown = ({ setup, living, answers: { run: standing } }: Basis): RunShown | undefined => {
    if (!living) return undefined;
    const { dryDays, frame, playing } = living;
    const of = { setup, dryDays };
    const mine = standing?.question.setup === setup && standing.question.dryDays === dryDays ? standing : undefined;
    const failure = mine && failureOf(mine);
    if (failure !== undefined) return { ...of, kind: "failed", message: failure };
    if (mine?.status !== "answered" || !mine.answer.ok)
      return { ...of, kind: "computing", done: (mine?.status === "computing" && mine.told.done) || 0 };
    const run = mine.answer.value;
    const view = frameOf(run.frames[frame]!)(setup);
    return view
      ? { ...of, kind: "ready", run, frame, view, playing }
      : { ...of, kind: "failed", message: "This run cannot be shown." };
  };

  let shownSupply: ShownSupply | undefined;
  const supplyShown = ({ answers: { supply: standing } }: Basis): ShownSupply | undefined => {
    const fresh =
      standing?.status === "answered" ? { setup: standing.question.setup, result: standing.answer } : undefined;
    // the last one stays on show, as stale, until the next is there
    if (fresh && (shownSupply?.setup !== fresh.setup || shownSupply.result !== fresh.result)) shownSupply = fresh;
    return shownSupply;
  };

  const heldMemo = sameAs<Held>();
  const runMemo = sameAs<RunShown>();
  return (basis, lastView) => {
    const { setup, when, answers } = basis;
    const rest = restOf(setup);
    const asksDay = rest.ok && isDrained(setup) && when === "day";
    const day = asksDay ? drainedView(setup, answers.drained) : undefined;
    const over = answers.drained?.question.setup === setup && answers.drained.status !== "computing";
    const view = day ? shownAs(day) : rest;
    return {
      view,
      lastView: view.ok ? view.value : setup.layers.length === 0 ? undefined : lastView,
      draining: asksDay && !day && !over,
      held: heldMemo(heldOf(basis)),
      supply: supplyShown(basis),
      run: runMemo(runShown(basis)),
    };
  };
}

/** A result of a view that is the same object as long as the view is. */
const shownAs = onceFor((value: View): Result<View> => ({ ok: true, value }));

/** Gives the last object again when the next one is the same field by field, so that who watches it sees no change. */
function sameAs<T extends object>(): (next: T | undefined) => T | undefined {
  let last: T | undefined;
  return (next) => {
    const keys = Object.keys(next ?? {}) as (keyof T)[];
    const same =
      last && next && keys.length === Object.keys(last).length && keys.every((key) => last![key] === next[key]);
    if (!same) last = next;
    return last;
  };
}

/** A moment of a run as a view. */
function frameView(setup: Setup, frame: RunFrame, medium: MediumLookup): View | undefined {
  const network = networkOf(setup, medium);
  if (!network.ok) return undefined;
  const settled = { network: network.value, column: network.value.column, equilibrium: frame.state };
  return { setup, settled, readings: readSettled(setup, settled, medium), dose: undefined, when: "run" };
}

/** What is on show: a moment of a run while one is played, else the setup's view. */
export const shownView = ({ run, view }: SetupPageState): View | undefined =>
  run?.kind === "ready" ? run.view : view.ok ? view.value : undefined;

/** The setup's own drained state, once it is answered, whatever is shown. */
export const drainedState = ({ setup, answers: { drained } }: SetupPageState): ColumnState | undefined =>
  drained?.question.setup === setup && drained.status === "answered" && drained.answer.ok
    ? drained.answer.value
    : undefined;

/** The state held, at the moment the present one is shown at. */
export const heldView = ({ held, when }: SetupPageState): View | undefined =>
  held && (when === "day" ? (held.day ?? held.rest) : held.rest);
