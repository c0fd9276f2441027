"use client";
import { WhoWould } from "../occupants/who-would";
import type { SetupActions } from "../open-setup/save-queue";
import type { SetupStore } from "../open-setup/setup-store";
import { CareGroup, DesignGroup } from "./checks";
import { DoseGroup } from "./dose-table";
import { Group } from "./group";
import { AgainstGroup } from "./held-against";
import { SupplyGroup } from "./supply";

/** The groups that come once somebody is there. */
export const LateGroups = ({
  store,
  newId,
  versionBefore,
}: {
  store: SetupStore;
  newId: () => string;
  versionBefore: SetupActions["versionBefore"];
}) => (
  <>
    <SupplyGroup store={store} />
    <DoseGroup store={store} />
    <DesignGroup store={store} />
    <CareGroup store={store} />
    <AgainstGroup store={store} newId={newId} versionBefore={versionBefore} />
    <Group id="who" title="Who would like it here" number="">
      <WhoWould store={store} newId={newId} />
    </Group>
  </>
);
