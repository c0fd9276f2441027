"use client";
import { useEffect, useState, type ComponentType } from "react";
import { useStore } from "zustand";
import { late, untilLoaded } from "../common/late";
import { useReached, WhenReached } from "../common/when-reached";
import { StandingRow } from "../occupants/standing-row";
import type { Standing } from "../occupants/standings";
import type { SetupStore } from "../open-setup/setup-store";

type Panel = ComponentType<{ store: SetupStore; standings: readonly Standing[] }>;

/**
 * Whether anybody is in trouble: a line each, from what the server knew, until the page judges for itself. What comes
 * then stands in the same place.
 */
export function LivingHere({ store, standings }: { store: SetupStore; standings: readonly Standing[] }) {
  const lives = useStore(store, (state) => state.setup.occupants.length > 0);
  // what is dosed is told how much, under the doses, and not when
  const isDosed = useStore(store, (state) => state.setup.water.by === "volume");
  const reached = useReached();
  const [LivePanel, setLivePanel] = useState<Panel>();
  useEffect(() => {
    if (!reached) return;
    let stays = true;
    void untilLoaded(() => import("../occupants/verdicts-panel").then(({ VerdictsPanel }) => VerdictsPanel)).then(
      (panel) => stays && setLivePanel(() => panel),
    );
    return () => {
      stays = false;
    };
  }, [reached]);
  if (!lives) return null;
  return (
    <section aria-label="Who lives here">
      <h2 className="sr-only">Who lives here</h2>
      {LivePanel ? (
        <LivePanel store={store} standings={standings} />
      ) : (
        standings.map((standing) => (
          <article
            key={standing.occupancyId}
            aria-label={standing.name}
            className="border-t border-rule first-of-type:border-t-0"
          >
            <StandingRow standing={standing} open={false} />
          </article>
        ))
      )}
      {!isDosed && (
        <div className="border-t border-rule pt-1 print:hidden">
          <WhenReached before={<NotYet />}>
            <RefillLine store={store} />
          </WhenReached>
        </div>
      )}
    </section>
  );
}

const NotYet = () => <p className="h-[2.6em] text-[0.95rem] leading-[1.3] text-soft">Working out when to water it …</p>;
const RefillLine = late(() => import("./refill-line").then(({ RefillLine: line }) => line), NotYet);
