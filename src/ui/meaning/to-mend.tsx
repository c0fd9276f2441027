"use client";
import { useEffect, useState, type ComponentType } from "react";
import { untilLoaded } from "../common/late";
import { useReached } from "../common/when-reached";
import type { SetupStore } from "../open-setup/setup-store";
import { MendLine } from "./mend-line";

type Live = ComponentType<{ store: SetupStore }>;

/**
 * What must be mended, a line each: as the server knew it, until the page looks for itself. What comes then stands in
 * the same place.
 */
export function ToMend({ store, known }: { store: SetupStore; known: readonly string[] }) {
  const reached = useReached();
  const [LiveList, setLiveList] = useState<Live>();
  useEffect(() => {
    if (!reached) return;
    let stays = true;
    void untilLoaded(() => import("./mend-list").then(({ MendList }) => MendList)).then(
      (list) => stays && setLiveList(() => list),
    );
    return () => {
      stays = false;
    };
  }, [reached]);
  if (LiveList) return <LiveList store={store} />;
  if (known.length === 0) return null;
  return (
    <section aria-label="To be mended" className="border-t border-rule">
      {known.map((heading, i) => (
        <MendLine key={i} heading={heading} open={false} />
      ))}
    </section>
  );
}
