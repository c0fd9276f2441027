import { type WithOrWithout } from "@/core/stack/drainage-layer";
import { type Setup } from "@/core/stack/setup";
import type { Result } from "@/core/units/problem";
import { type DoseReading, type Readings } from "@/core/readings/readings";
import type { Run } from "@/core/water/run";
import { type Settled } from "@/core/water/settle";
import type { Supply } from "@/core/water/supply";
import type { SetAside } from "@/formats/setup/actions";
import { type Places, type Answering } from "@/workers/questions.client";
import type { PartKey } from "./part-key";
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

/** What a phone has a drawer for: a desk shows both beside the section. */
export type Drawer = "parts" | "meaning";

/** What stands beside the section. */
export type Beside = "profile" | "supply";

/** What the page asks off its thread, and where. */
export const PLACES = {
  drained: "drain",
  heldDrained: "drain",
  supply: "supply",
  run: "run",
} as const satisfies Places;
export type Answers = { readonly [Place in keyof typeof PLACES]?: Answering<(typeof PLACES)[Place]> };

/** What is drawn and chosen, and the answers there are: all else on the page follows from it. */
export type Basis = {
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
  /** The part that lights up, in the drawing and in the list. */
  readonly chosen: PartKey | undefined;
  /** The part whose editor is open: one at a time. */
  readonly opened: PartKey | undefined;
  /** What is drawn out over the foot of a phone's page. */
  readonly drawer: Drawer | undefined;
  /** What kinds of living things are called, as far as the page knows. */
  readonly kindNames: Readonly<Record<string, string>>;
  readonly undoLabel: string | null;
  readonly redoLabel: string | null;
  readonly setAside: readonly SetAside[];
  readonly saving: QueueStatus;
  /** Something said once, to be read and dismissed. */
  readonly notice: string | undefined;
};

/** What follows from the basis. */
export type Derived = {
  readonly view: Result<View>;
  /** The last view that could be computed; stays on show while the present one cannot. */
  readonly lastView: View | undefined;
  /** The last view of the setup as it is kept: what is not looked at in a drag goes by it. */
  readonly keptView: View | undefined;
  /** Whether the view shown is the settled state standing in for a day after a soaking, which is being computed. */
  readonly draining: boolean;
  readonly held: Held | undefined;
  readonly supply: ShownSupply | undefined;
  readonly run: RunShown | undefined;
};

/** What a setup's page shows and changes. */
export type SetupPageState = Basis & Derived;
