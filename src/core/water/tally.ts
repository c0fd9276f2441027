import type { Richards } from "./richards";
import type { StoreFlow } from "./store";
import type { CumulativeFlow, ReservoirState, TransientOptions } from "./transient";

/** What has flowed since a run began, counted step by step, and whether all of it is where it should be. */
export type Tally = {
  /**
   * Takes the step last tried and counts it.
   * @returns what ran out of the column over its rim and through its wall in it [cm³]
   */
  accept(): number;
  at(hours: number): CumulativeFlow;
  /** See TransientResult. */
  massBalanceRelError(): number;
};

/** Less than this share of what is stored has not moved: its balance is counted as if so much had. */
const AT_REST = 1e-5;
/** Levels of stores are found to a last digit of more water than a column alone has. */
const STORES_AT_REST = 1e-3;

/** @param richards at the state the run begins with */
export function tallyOf(
  richards: Richards,
  reservoir: StoreFlow | undefined,
  pond: StoreFlow | undefined,
  { uptake, sinks, sideHoles }: TransientOptions,
): Tally {
  const initialStored = richards.storedCm3();
  const initialBelow = reservoir?.storedCm3 ?? 0;
  const initialOver = pond?.storedCm3 ?? 0;
  const sinksTaken = new Float64Array(richards.uptakeCm3.length);
  const sidesOut = new Float64Array(richards.sidesInCm3.length);
  let [topIn, bottomIn, runoff, gross] = [0, 0, 0, 0];
  return {
    accept() {
      const overBefore = pond?.overflowCm3 ?? 0;
      richards.accept();
      topIn += richards.topInCm3;
      bottomIn += richards.bottomInCm3;
      runoff += richards.runoffCm3;
      gross += Math.abs(richards.topInCm3) + Math.abs(richards.bottomInCm3);
      for (let i = 0; i < sinksTaken.length; i++) {
        sinksTaken[i]! += richards.uptakeCm3[i]!;
        gross += richards.uptakeCm3[i]!;
      }
      let ranOut = (pond?.overflowCm3 ?? 0) - overBefore + richards.runoffCm3;
      for (let i = 0; i < sidesOut.length; i++) {
        const out = -richards.sidesInCm3[i]!;
        sidesOut[i]! += out;
        gross += Math.abs(out);
        ranOut += out;
      }
      return ranOut;
    },
    at: (hours) => ({
      hours,
      topInCm3: topIn,
      bottomInCm3: bottomIn,
      runoffCm3: runoff,
      uptakeCm3: uptake ? sinksTaken[0]! : 0,
      ...(sinks ? { sinksCm3: [...sinksTaken.subarray(uptake ? 1 : 0)] } : {}),
      ...(sideHoles ? { sidesOutCm3: [...sidesOut] } : {}),
      ...(reservoir ? { reservoir: storeState(reservoir) } : {}),
      ...(pond ? { pond: { ...storeState(pond), rainedCm3: pond.rainedCm3, evaporatedCm3: pond.evaporatedCm3 } } : {}),
    }),
    massBalanceRelError() {
      const storedChange = richards.storedCm3() - initialStored;
      const atRest = reservoir || pond ? STORES_AT_REST : AT_REST;
      const moved = Math.max(gross, Math.abs(storedChange), atRest * (initialStored + initialBelow + initialOver));
      const gone = sum(sinksTaken) + sum(sidesOut);
      // each part by itself, so that what one has lost cannot hide in what another has won
      const offCm3 = Math.max(
        Math.abs(storedChange - topIn - bottomIn + gone),
        reservoir ? Math.abs(reservoir.storedCm3 - initialBelow - cameTo(reservoir) + bottomIn) : 0,
        pond ? Math.abs(pond.storedCm3 - initialOver - cameTo(pond) + topIn) : 0,
      );
      return offCm3 / moved;
    },
  };
}

const sum = (values: Float64Array): number => values.reduce((whole, value) => whole + value, 0);

const storeState = ({ levelCm, refilledCm3, overflowCm3, evaporatedCm3, caughtCm3 }: StoreFlow): ReservoirState => ({
  levelCm,
  refilledCm3,
  overflowCm3,
  ...(evaporatedCm3 > 0 ? { evaporatedCm3 } : {}),
  ...(caughtCm3 > 0 ? { caughtCm3 } : {}),
});

/** What has come to a store but from its column. [cm³] */
const cameTo = ({ refilledCm3, rainedCm3, caughtCm3, overflowCm3, evaporatedCm3 }: StoreFlow): number =>
  refilledCm3 + rainedCm3 + caughtCm3 - overflowCm3 - evaporatedCm3;
