"use client";
import { useState } from "react";
import { Accordion } from "radix-ui";
import { useStore } from "zustand";
import { late } from "../common/late";
import { WhenReached } from "../common/when-reached";
import type { SetupActions } from "../open-setup/save-queue";
import type { SetupStore } from "../open-setup/setup-store";
import { WaterGroup, WeightGroup } from "./readings";

const LateGroups = late(() => import("./late-groups").then(({ LateGroups: groups }) => groups));

/** What it means, group by group: a line with its number each, opened to the sentences with their why. */
export function Meaning({
  store,
  newId,
  versionBefore,
}: {
  store: SetupStore;
  newId: () => string;
  versionBefore: SetupActions["versionBefore"];
}) {
  const isHeld = useStore(store, (state) => state.held !== undefined);
  const isBare = useStore(store, (state) => state.setup.layers.length === 0);
  const [open, setOpen] = useState<readonly string[]>([]);
  const [was, setWas] = useState({ isHeld: false, isBare: false });
  // what is held is told at once, and a stack that cannot be read says why; both can be closed again
  if (was.isHeld !== isHeld || was.isBare !== isBare) {
    const wanted = [...(isHeld && !was.isHeld ? ["against"] : []), ...(isBare && !was.isBare ? ["water"] : [])];
    setWas({ isHeld, isBare });
    setOpen([...new Set([...open, ...wanted])]);
  }
  return (
    <section aria-label="Readings">
      <Accordion.Root type="multiple" value={[...open]} onValueChange={setOpen} className="border-b border-rule">
        <WaterGroup store={store} />
        <WeightGroup store={store} />
        <WhenReached>
          <LateGroups store={store} newId={newId} versionBefore={versionBefore} />
        </WhenReached>
      </Accordion.Root>
    </section>
  );
}
