import { createStore } from "zustand/vanilla";
import type { Medium } from "@/core/media/medium";
import type { Occupant } from "@/core/occupants/occupant";
import { newProblems } from "@/core/stack/edit";
import { type Setup } from "@/core/stack/setup";
import { onceFor } from "@/core/units/once";
import type { Problem, Result } from "@/core/units/problem";
import type { UnitSystem } from "@/core/units/units";
import { checked, setupProblems } from "@/core/water/checked";
import { type MediumLookup } from "@/core/water/settle";
import type { MixToMake } from "@/formats/mix/document";
import type { SetupState } from "@/formats/setup/actions";
import { choosing } from "./choosing";
import { deriver } from "./derived";
import { designing } from "./designing";
import { holding } from "./holding";
import type { Basis, SetupPageState } from "./page-state";
import { hasPart } from "./part-key";
import { running } from "./running";

export type SetupStore = ReturnType<typeof makeSetupStore>;

export type ChangeSink = (label: string, setup: Setup) => void;

/** What a grower can choose from. */
export type Offer = {
  readonly media: readonly Medium[];
  readonly mixes: readonly MixToMake[];
  /** Kinds of living things of the grower's own, and what the library holds comes with the panel that shows it. */
  readonly ownOccupants: readonly Occupant[];
  /** Places there are to stand at. */
  readonly places?: readonly { readonly id: string; readonly name: string }[] | undefined;
  /** What those that live there are called: the library comes later. */
  readonly kindNames?: Readonly<Record<string, string>> | undefined;
  /** Keeps a mix; answers its id. */
  readonly keepMix?: ((document: unknown) => Promise<Result<string>>) | undefined;
};

/** What the ways to change a page's state have in hand. */
export type Workings = {
  readonly getState: () => SetupPageState;
  /** Takes what is new; what follows from it follows. */
  readonly put: (part: Partial<Basis>) => void;
  /** Draws a setup; what is chosen of it stays, if it is still there. */
  readonly show: (setup: Setup) => void;
  /** The problems a change would bring in, in the grower's units. */
  readonly broughtBy: (next: Setup, system: UnitSystem) => readonly Problem[];
  /** Gets every committed change, to be saved. */
  readonly onChange: ChangeSink;
  readonly medium: MediumLookup;
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
  const first: Basis = {
    setup: initial.setup,
    committed: initial.setup,
    when: "day",
    holding: undefined,
    beside: "profile",
    living: undefined,
    answers: {},
    chosen: undefined,
    opened: undefined,
    drawer: undefined,
    kindNames: {
      ...offer.kindNames,
      ...Object.fromEntries(offer.ownOccupants.map(({ id, name }) => [id, name])),
    },
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
      return { ...next, ...derive(next, now) };
    });
  const workings: Workings = {
    getState: store.getState,
    put,
    medium,
    onChange,
    show(setup) {
      const { chosen, opened, setup: before, living } = store.getState();
      put({
        setup,
        chosen: chosen && hasPart(setup, chosen) ? chosen : undefined,
        opened: opened && hasPart(setup, opened) ? opened : undefined,
        living: setup === before ? living : undefined,
      });
    },
    broughtBy(next, system) {
      if (lookedAt(next).ok) return [];
      const before = lookedAt(store.getState().committed);
      return newProblems(before.ok ? [] : before.problems, setupProblems(next, medium, system));
    },
  };
  const design = designing(workings);

  return {
    getState: store.getState,
    getInitialState: store.getInitialState,
    subscribe: store.subscribe,
    setupId: initial.setupId,
    medium,
    media: offer.media,
    mixes: offer.mixes,
    ownOccupants: offer.ownOccupants,
    places: offer.places ?? [],
    keepMix: offer.keepMix,
    /** Takes in a medium that was made since the page came. */
    learn: (made: Medium): void => void learned.set(made.id, made),
    /** What a kind of living thing is called, as far as it is known here. */
    kindName: (occupantId: string): string | undefined => store.getState().kindNames[occupantId],
    ...design,
    ...holding(workings, design),
    ...running(workings),
    ...choosing(workings),
  };
}
