import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { marlstone } from "@/server";
import { DamagedSetup } from "@/ui/setup/damaged-setup";
import { carried } from "@/ui/common/carried";
import { Workbench } from "@/ui/setup/workbench";
import { toMendIn } from "@/ui/meaning/known";
import { namesOf, standingsOf } from "@/ui/occupants/standings";
import { createMix } from "../../mixes/actions";
import { reloadSetup, restoreLastGood, saveChanges, settleSetAside, stepHistory, versionBefore } from "../actions";

type Params = { params: Promise<{ id: string }> };

export async function generateMetadata({ params }: Params): Promise<Metadata> {
  const loaded = marlstone().setups.load((await params).id);
  return { title: loaded.status === "ok" ? loaded.state.setup.name : "Setup" };
}

export default async function SetupPage({ params }: Params) {
  const loaded = marlstone().setups.load((await params).id);
  switch (loaded.status) {
    case "missing":
      notFound();
    case "damaged":
      return (
        <DamagedSetup
          setupId={loaded.setupId}
          problems={loaded.problems}
          lastGood={loaded.lastGood}
          onRestore={restoreLastGood}
        />
      );
    case "ok": {
      const { setup, setupId } = loaded.state;
      const offer = marlstone().toBuildWith(setupId);
      return (
        <Workbench
          key={setupId}
          initial={loaded.state}
          {...offer}
          media={carried(offer.media)}
          kindNames={namesOf(setup, offer.ownOccupants)}
          known={{
            standings: standingsOf(setup, marlstone().media.byId, offer.ownOccupants),
            toMend: toMendIn(setup, marlstone().media.byId),
          }}
          keepMix={createMix}
          actions={{ save: saveChanges, step: stepHistory, settleSetAside, reload: reloadSetup, versionBefore }}
        />
      );
    }
    default:
      return loaded satisfies never;
  }
}
