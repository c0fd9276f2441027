import type { Metadata } from "next";
import { DESIGN_MEDIA } from "@/core/design/design";
import { CATALOGUE } from "@/core/media/catalogue/catalogue";
import { OCCUPANT_SOILS } from "@/core/verdicts/guilds";
import { marlstone } from "@/server";
import { NewSetup } from "@/ui/setup/new-setup";
import { createSetup } from "../setups/actions";

export const metadata: Metadata = { title: "New setup" };

export const dynamic = "force-dynamic";

export default function NewSetupPage() {
  return (
    <NewSetup
      media={CATALOGUE.filter(({ id }) => DESIGN_MEDIA.has(id) || OCCUPANT_SOILS.has(id))}
      ownOccupants={marlstone().occupants.own()}
      onCreate={createSetup}
    />
  );
}
