"use client";
import { useState } from "react";
import { Accordion } from "radix-ui";
import { useStore } from "zustand";
import { reservoirTopCm } from "@/core/stack/geometry";
import { formatLength, formatVolume } from "@/core/units/units";
import { late } from "../common/late";
import { useUnits } from "../common/preferences";
import { WhenReached } from "../common/when-reached";
import { refillMarkCm } from "../open-setup/derived";
import type { SetupActions } from "../open-setup/save-queue";
import type { SetupStore } from "../open-setup/setup-store";
import { Group, OpenGroups } from "./group";
import { Spoken, WaterGroup, WeightGroup } from "./readings";

const told = () => import("./told");
const SupplyTold = late(() => told().then(({ SupplyTold: one }) => one));
const DoseTable = late(() => told().then(({ DoseTable: one }) => one));
const DesignTold = late(() => told().then(({ DesignTold: one }) => one));
const DesignNumber = late(() => told().then(({ DesignNumber: one }) => one), undefined, "unspoken");
const CareTold = late(() => told().then(({ CareTold: one }) => one));
const CareNumber = late(() => told().then(({ CareNumber: one }) => one), undefined, "unspoken");
const AgainstTold = late(() => told().then(({ AgainstTold: one }) => one));
const AgainstNumber = late(() => told().then(({ AgainstNumber: one }) => one), undefined, "unspoken");
const WhoWould = late(() => told().then(({ WhoWould: one }) => one));

type Props = { store: SetupStore; newId: () => string; versionBefore: SetupActions["versionBefore"] };

/**
 * What it means, group by group: a line with its number each, opened to the sentences with their why. The lines are all
 * there from the first; what is told under them comes late.
 */
export function Meaning(props: Props) {
  const { store } = props;
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
        <OpenGroups value={open}>
          <WaterGroup store={store} />
          {!isBare && <GroupsOfStack {...props} />}
        </OpenGroups>
      </Accordion.Root>
      <Spoken store={store} />
    </section>
  );
}

function GroupsOfStack({ store, newId, versionBefore }: Props) {
  return (
    <>
      <SupplyGroup store={store} />
      <DoseGroup store={store} />
      <WeightGroup store={store} />
      <Group id="design" title="The design" number={soon(<DesignNumber store={store} />)}>
        {soon(<DesignTold store={store} />)}
      </Group>
      <Group id="care" title="Take care" number={soon(<CareNumber store={store} />)}>
        {soon(<CareTold store={store} />)}
      </Group>
      <Group id="against" title="Held against" number={soon(<AgainstNumber store={store} />)}>
        {soon(<AgainstTold store={store} newId={newId} versionBefore={versionBefore} />)}
      </Group>
      <Group id="who" title="Who would like it here" number="">
        {soon(<WhoWould store={store} newId={newId} />)}
      </Group>
    </>
  );
}

const soon = (children: React.ReactNode) => <WhenReached>{children}</WhenReached>;

function SupplyGroup({ store }: { store: SetupStore }) {
  const system = useUnits();
  const asked = useStore(store, (state) => reservoirTopCm(state.setup) !== undefined);
  const mark = useStore(store, refillMarkCm);
  if (!asked) return null;
  return (
    <Group
      id="supply"
      title="Supply against demand"
      number={mark === undefined ? "" : `refill at ${formatLength(mark, system)}`}
    >
      {soon(<SupplyTold store={store} />)}
    </Group>
  );
}

/** How much there is in a sealed vessel, and what more does. */
function DoseGroup({ store }: { store: SetupStore }) {
  const system = useUnits();
  const storedCm3 = useStore(store, ({ setup: { water } }) => (water.by === "volume" ? water.storedCm3 : undefined));
  if (storedCm3 === undefined) return null;
  return (
    <Group id="doses" title="Each further dose" number={`${formatVolume(storedCm3, system)} in it now`}>
      {soon(<DoseTable store={store} />)}
    </Group>
  );
}
