"use client";
import { useStore } from "zustand";
import { breaksCapillarity } from "@/core/stack/drainage-layer";
import { reservoirTopCm } from "@/core/stack/geometry";
import { late } from "../common/late";
import { useUnits } from "../common/preferences";
import type { SetupStore } from "../open-setup/setup-store";
import type { Beside } from "../open-setup/page-state";
import { WhenReached } from "../common/when-reached";

const WaysToCome = () => (
  <select aria-label="Hold it against another way" className="press w-32" disabled>
    <option>Another way…</option>
  </select>
);
const OtherWays = late(() => import("./other-ways").then(({ OtherWays: ways }) => ways), WaysToCome);

const BESIDE: readonly (readonly [Beside, string])[] = [
  ["profile", "water and air"],
  ["supply", "supply"],
];

/** What is done with the section as a whole: what stands beside it, hold it against changes, live it through. */
export function BoardTools({ store, newId }: { store: SetupStore; newId: () => string }) {
  const system = useUnits();
  const beside = useStore(store, (state) => state.beside);
  const hasLayers = useStore(store, (state) => state.setup.layers.length > 0);
  const hasReservoir = useStore(store, (state) => reservoirTopCm(state.setup) !== undefined);
  const held = useStore(store, (state) => state.held !== undefined);
  const run = useStore(store, (state) => state.run !== undefined);
  const without = useStore(store, (state) => {
    const [lowest] = state.setup.layers;
    const medium = lowest && store.medium(lowest.mediumId);
    return medium !== undefined && !lowest!.rooted && breaksCapillarity(medium);
  });
  if (!hasLayers) return null;
  return (
    <div className="no-print flex flex-wrap items-center gap-x-2 gap-y-1 pb-1 text-[0.95rem]">
      {hasReservoir && (
        <span role="group" aria-label="Beside the section" className="flex">
          {BESIDE.map(([value, words]) => (
            <button
              key={value}
              type="button"
              aria-pressed={beside === value}
              className={`press rounded-none first:rounded-l-[3px] last:-ml-px last:rounded-r-[3px] ${beside === value ? "press-main" : ""}`}
              onClick={() => store.showBeside(value)}
            >
              {words}
            </button>
          ))}
        </span>
      )}
      {!held && (
        <button type="button" className="press" onClick={() => store.compareDrainage(newId, system)}>
          {without ? "Without drainage layer" : "With drainage layer"}
        </button>
      )}
      {!held && (
        <WhenReached before={<WaysToCome />}>
          <OtherWays store={store} />
        </WhenReached>
      )}
      {!held && (
        <button
          type="button"
          className="press"
          title="Keeps this state on show beside what you change"
          onClick={() => store.hold()}
        >
          Hold this state
        </button>
      )}
      {!run && (
        <button type="button" className="press" onClick={() => store.askRun(USUAL_DRY_DAYS)}>
          Run it
        </button>
      )}
    </div>
  );
}

const USUAL_DRY_DAYS = 5;
