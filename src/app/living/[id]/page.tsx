import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { inLibrary } from "@/core/occupants/library/library";
import type { Occupant } from "@/core/occupants/occupant";
import { marlstone } from "@/server";
import { OccupantPage } from "@/ui/occupants/occupant-page";

type Params = { params: Promise<{ id: string }> };

function kindOf(id: string): Occupant | undefined {
  // a colon stands in the address as %3A
  const plain = id.replace(/%3A/iu, ":");
  return inLibrary(plain) ?? marlstone().occupants.byId(plain);
}

export async function generateMetadata({ params }: Params): Promise<Metadata> {
  return { title: kindOf((await params).id)?.name ?? "Living thing" };
}

export default async function KindPage({ params }: Params) {
  const found = kindOf((await params).id);
  if (!found) notFound();
  return <OccupantPage occupant={found} />;
}
