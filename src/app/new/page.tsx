import type { Metadata } from "next";
import { NewSetup } from "@/ui/setup/new-setup";
import { createSetup } from "../setups/actions";

export const metadata: Metadata = { title: "New setup" };

export default function NewSetupPage() {
  return <NewSetup onCreate={createSetup} />;
}
