import { endFlow, jumpHours, type ColumnEnd } from "./ends";
import { fluxClock } from "./flux-clock";
import type { EndFlow } from "./net-inflow";
import { pondChanges, pondFlow } from "./pond";
import { reservoirChanges, reservoirFlow } from "./reservoir";
import { refillHours, type StoreFlow } from "./store";
import type { BottomCondition, TopCondition } from "./transient";

/** An end of a column through a run: its flow, the water of its own where it has some, and what changes by the hour. */
export type RunEnd = {
  readonly flow: EndFlow;
  readonly store: StoreFlow | undefined;
  /** Takes up what ran out elsewhere, or along the wall from the top: where it has a store of its own. */
  readonly catch: ((cm3: number) => void) | undefined;
  /** Whether all that ran out elsewhere falls into it: else only what ran down the wall. */
  readonly catchesAll: boolean;
  /** What has run down along the wall from it so far. [cm³] */
  readonly ranDownCm3: () => number;
  /** Whether a flux out of the column is asked now. */
  demands(): boolean;
  /** Says what hour it is, where something is done then. */
  setHour(hour: number): void;
  /** What is asked and falls is told as its mean over a span of time. Says whether that is another than before. */
  setSpan(fromHour: number, toHour: number): boolean;
  /** See FluxClock; off by no more than this. [cm³] */
  evenUntil(fromHour: number, toHour: number, mostOffCm3: number): number;
  /** The hours at which something is done to its store, and those at which what is asked or falls changes. */
  readonly actHours: readonly number[];
  readonly changeHours: readonly number[];
};

const WITHOUT_STORE = { catch: undefined, catchesAll: false, ranDownCm3: () => 0 };

export function runEnd(condition: BottomCondition | TopCondition, end: ColumnEnd): RunEnd {
  switch (condition.kind) {
    case "reservoir": {
      const flow = reservoirFlow(condition, end);
      return {
        ...storeEnd(flow, refillHours(condition), reservoirChanges(condition)),
        catch: (cm3) => flow.catch(cm3),
        catchesAll: condition.catches === true,
      };
    }
    case "pond": {
      const flow = pondFlow(condition, end);
      return {
        ...storeEnd(flow, refillHours(condition), pondChanges(condition)),
        ranDownCm3: () => flow.ranDownCm3,
      };
    }
    default: {
      const flow = endFlow(condition, end);
      const clock = fluxClock("cmPerHour" in condition ? condition.cmPerHour : 0);
      return {
        flow,
        store: undefined,
        ...WITHOUT_STORE,
        demands: () => flow.demands,
        setHour: () => undefined,
        setSpan(fromHour, toHour) {
          flow.setHours(fromHour);
          const before = flow.askCmPerHour;
          flow.askCmPerHour = clock.meanOver(fromHour, toHour);
          return flow.askCmPerHour !== before;
        },
        evenUntil: (fromHour, toHour, mostOffCm3) => clock.evenUntil(fromHour, toHour, mostOffCm3 / end.areaCm2),
        actHours: [],
        changeHours: jumpHours(condition),
      };
    }
  }
}

const storeEnd = (store: StoreFlow, actHours: readonly number[], changeHours: readonly number[]): RunEnd => ({
  ...WITHOUT_STORE,
  flow: store,
  store,
  demands: () => false,
  setHour(hour) {
    store.setHour(hour);
  },
  setSpan: store.setSpan,
  evenUntil: store.evenUntil,
  actHours,
  changeHours,
});
