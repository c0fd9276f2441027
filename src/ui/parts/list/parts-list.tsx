"use client";
import { useEffect } from "react";
import { Accordion } from "radix-ui";
import { useStore } from "zustand";
import { headroomCm } from "@/core/stack/geometry";
import { formatLength } from "@/core/units/units";
import { untilLoaded } from "../../common/late";
import { useUnits } from "../../common/preferences";
import { useReached } from "../../common/when-reached";
import { GrainPatterns } from "../../drawing/patterns";
import type { PartKey } from "../../open-setup/part-key";
import type { SetupStore } from "../../open-setup/setup-store";
import { PARTS, partsInOrder } from "../registry";
import { AddPart } from "./add-part";
import { PartRow } from "./part-row";
import { StackRows } from "./stack-rows";

/** Between keys joined to one text, by which a drag that only changes sizes leaves the list itself alone. */
const BETWEEN = "\n";
const keysOf = (joined: string): readonly PartKey[] => (joined === "" ? [] : (joined.split(BETWEEN) as PartKey[]));

/** What a setup is made of, from the top down as it stands: a line each, one of them open to be changed. */
export function PartsList({ store, newId }: { store: SetupStore; newId: () => string }) {
  const over = useStore(store, ({ setup }) => partsInOrder(setup).over.join(BETWEEN));
  const layers = useStore(store, ({ setup }) => setup.layers.map(({ id }) => id).join(BETWEEN));
  const under = useStore(store, ({ setup }) => partsInOrder(setup).under.join(BETWEEN));
  const opened = useStore(store, (state) => state.opened);
  const reached = useReached();
  useEffect(() => {
    if (!reached) return;
    // what is opened next is there then, also when the server has gone meanwhile
    for (const { Editor, adding } of Object.values(PARTS)) {
      Editor.ahead();
      if (adding !== "always there") untilLoaded<unknown>(adding).catch(() => undefined);
    }
    void untilLoaded(() => import("./kind-names"))
      .then(({ learnAllKinds }) => learnAllKinds(store))
      .catch(() => undefined);
  }, [reached, store]);
  const rows = (joined: string) => keysOf(joined).map((key) => <PartRow key={key} part={key} store={store} />);
  return (
    <section aria-label="Parts">
      <svg width={0} height={0} className="absolute" aria-hidden>
        <defs>
          <GrainPatterns prefix="swatch" scale={0.5} />
        </defs>
      </svg>
      <div className="mb-1 flex items-center justify-between gap-2">
        <h2 className="text-base max-lg:sr-only">
          Parts <span className="font-sans text-sm font-normal text-soft">from the top down</span>
        </h2>
        <span className="small-caps lg:hidden">from the top down</span>
        <AddPart store={store} newId={newId} />
      </div>
      <Accordion.Root
        type="single"
        collapsible
        value={opened ?? ""}
        onValueChange={(key) => store.openPart(key === "" ? undefined : (key as PartKey))}
        className="border-b border-rule"
      >
        {over !== "" && <ul>{rows(over)}</ul>}
        {layers === "" ? (
          <p className="border-t border-rule py-2 text-[0.95rem]">
            There are no layers yet. Add one to see what the water does.
          </p>
        ) : (
          <>
            <Headroom store={store} />
            <StackRows store={store} ids={layers} />
          </>
        )}
        <ul>{rows(under)}</ul>
      </Accordion.Root>
    </section>
  );
}

function Headroom({ store }: { store: SetupStore }) {
  const system = useUnits();
  const headroom = useStore(store, (state) => headroomCm(state.setup));
  return (
    <p className="border-t border-rule py-0.5 pl-9 text-sm text-soft">
      {headroom > 0.05 ? `${formatLength(headroom, system)} free under the rim` : "filled to the rim"}
    </p>
  );
}
