import { endFlow, fluxAt, jumpHours, type ColumnEnd } from "./ends";
import type { EndFlow } from "./net-inflow";
import { pondFlow, pondJumps } from "./pond";
import { reservoirFlow, reservoirJumps } from "./reservoir";
import type { StoreFlow } from "./store";
import type { BottomCondition, TopCondition } from "./transient";

/** An end of a column through a run: its flow, the water of its own where it has some, and what changes by the hour. */
export type RunEnd = {
  readonly flow: EndFlow;
  readonly store: StoreFlow | undefined;
  /** Takes up what ran out elsewhere, where the end is to. */
  readonly catch: ((cm3: number) => void) | undefined;
  /** Whether a flux out of the column is asked now. */
  demands(): boolean;
  setHour(hour: number): void;
  /** The hours at which the flow jumps. */
  readonly jumpHours: readonly number[];
};

export function runEnd(condition: BottomCondition | TopCondition, end: ColumnEnd): RunEnd {
  switch (condition.kind) {
    case "reservoir": {
      const flow = reservoirFlow(condition, end);
      return storeEnd(flow, reservoirJumps(condition), condition.catches ? (cm3) => flow.catch(cm3) : undefined);
    }
    case "pond":
      return storeEnd(pondFlow(condition, end), pondJumps(condition), undefined);
    default: {
      const flow = endFlow(condition, end);
      return {
        flow,
        store: undefined,
        catch: undefined,
        demands: () => flow.demands,
        setHour(hour) {
          if ("cmPerHour" in condition) flow.askCmPerHour = fluxAt(condition.cmPerHour, hour);
        },
        jumpHours: jumpHours(condition),
      };
    }
  }
}

const storeEnd = (store: StoreFlow, jumps: readonly number[], catchUp: RunEnd["catch"]): RunEnd => ({
  flow: store,
  store,
  catch: catchUp,
  demands: () => false,
  setHour(hour) {
    store.setHour(hour);
  },
  jumpHours: jumps,
});
