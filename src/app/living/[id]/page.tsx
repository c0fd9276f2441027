import type { Metadata } from "next";
import { inLibrary } from "@/core/occupants/library/library";
import type { Occupant } from "@/core/occupants/occupant";
import { OWN_KIND_PREFIX } from "@/core/occupants/own-occupant";
import { marlstone } from "@/server";
import { notThere } from "../../not-there";
import { OccupantPage } from "@/ui/occupants/occupant-page";

type Params = { params: Promise<{ id: string }> };

/** A colon stands in the address as %3A. */
const plainOf = (id: string): string => id.replace(/%3A/iu, ":");

function kindOf(id: string): Occupant | undefined {
  const plain = plainOf(id);
  return inLibrary(plain) ?? marlstone().occupants.byId(plain);
}

export async function generateMetadata({ params }: Params): Promise<Metadata> {
  return { title: kindOf((await params).id)?.name ?? "Living thing" };
}

export default async function KindPage({ params }: Params) {
  const { id } = await params;
  const found = kindOf(id);
  if (!found) notThere({ what: "living", id: plainOf(id).replace(OWN_KIND_PREFIX, "") });
  return <OccupantPage occupant={found} />;
}
