import type { Metadata } from "next";
import { DESIGN_MEDIA } from "@/core/design/design";
import { CATALOGUE } from "@/core/media/catalogue";
import { NewSetup } from "@/ui/setup/new-setup";
import { createSetup } from "../setups/actions";

export const metadata: Metadata = { title: "New setup" };

export default function NewSetupPage() {
  return <NewSetup media={CATALOGUE.filter(({ id }) => DESIGN_MEDIA.has(id))} onCreate={createSetup} />;
}
