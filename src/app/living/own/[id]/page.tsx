import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { marlstone } from "@/server";
import { OwnOccupantForm } from "@/ui/occupants/own-occupant-form";
import { createOwnOccupant, putAwayOwnOccupant, saveOwnOccupant } from "../../actions";

type Params = { params: Promise<{ id: string }> };

export async function generateMetadata({ params }: Params): Promise<Metadata> {
  return { title: marlstone().occupants.load((await params).id)?.stored.value.name ?? "A kind of your own" };
}

export default async function OwnOccupantPage({ params }: Params) {
  const loaded = marlstone().occupants.load((await params).id);
  if (!loaded) notFound();
  return (
    <OwnOccupantForm
      key={loaded.stored.id}
      basedOn={loaded.stored.value.basedOn}
      stored={loaded.stored}
      versions={loaded.versions}
      actions={{ create: createOwnOccupant, save: saveOwnOccupant, putAway: putAwayOwnOccupant }}
    />
  );
}
