import { type Setup } from "@/core/stack/setup";
import { drainsAfterSoaking } from "@/core/stack/geometry";
import type { Result } from "@/core/units/problem";
import { readDose, readSettled } from "@/core/readings/readings";
import type { RunFrame } from "@/core/water/run";
import { markHeightCm } from "@/core/water/supply-shown";
import { networkOf } from "@/core/water/network";
import { settle, type ColumnState, type MediumLookup } from "@/core/water/settle";
import { onceFor } from "@/core/units/once";
import { checked, type CheckedSetup } from "@/core/water/checked";
import { type Answering } from "@/workers/questions.client";
import type { Basis, Derived, Held, RunShown, SetupPageState, ShownSupply, View } from "./page-state";

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

const NOT_COMPUTED = "This could not be computed; shown is the settled state.";

/** Why a question has no answer to show, if it has none. */
export function failureOf(
  standing:
    { readonly status: "computing" | "failed" } | { readonly status: "answered"; readonly answer: Result<unknown> },
): string | undefined {
  if (standing.status === "failed") return NOT_COMPUTED;
  return standing.status === "answered" && !standing.answer.ok ? standing.answer.problems[0]!.message : undefined;
}

/** Derives what a page shows. What takes time is done once for a setup and once for an answer. */
export function deriver(
  medium: MediumLookup,
  lookedAt: (setup: Setup) => Result<CheckedSetup>,
): (basis: Basis, before: Pick<Derived, "lastView" | "keptView"> | undefined) => Derived {
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
  return (basis, before) => {
    const { setup, committed, when, answers } = basis;
    const rest = restOf(setup);
    const asksDay = rest.ok && drainsAfterSoaking(setup) && when === "day";
    const day = asksDay ? drainedView(setup, answers.drained) : undefined;
    const over = answers.drained?.question.setup === setup && answers.drained.status !== "computing";
    const view = day ? shownAs(day) : rest;
    const lastView = view.ok ? view.value : setup.layers.length === 0 ? undefined : before?.lastView;
    return {
      view,
      lastView,
      keptView: setup === committed ? lastView : before?.keptView,
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

/** What a stack is filled with, from the bottom. */
const soilsIn = ({ layers }: Setup): string =>
  layers.map(({ mediumId, rooted }) => `${mediumId}${rooted ? "*" : ""}`).join(" ");

/** The supply that is known, of the soil that is there: figures of another are no answer to it, not even for a moment. */
export const supplyHere = ({ supply, setup }: SetupPageState): ShownSupply | undefined =>
  supply && soilsIn(supply.setup) === soilsIn(setup) ? supply : undefined;

/** Height of the refill mark, as far as that is known. [cm] */
export function refillMarkCm(state: SetupPageState): number | undefined {
  const supply = supplyHere(state);
  return supply?.result.ok ? markHeightCm(supply.setup, supply.result.value) : undefined;
}

/** The setup's own drained state, once it is answered, whatever is shown. */
export const drainedState = ({ setup, answers: { drained } }: SetupPageState): ColumnState | undefined =>
  drained?.question.setup === setup && drained.status === "answered" && drained.answer.ok
    ? drained.answer.value
    : undefined;

/** The state held, at the moment the present one is shown at. */
export const heldView = ({ held, when }: SetupPageState): View | undefined =>
  held && (when === "day" ? (held.day ?? held.rest) : held.rest);
