import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { marlstone } from "@/server";
import { OwnMediumForm } from "@/ui/media/own-medium-form";
import { createOwnMedium, putAwayOwnMedium, saveOwnMedium } from "../../actions";

type Params = { params: Promise<{ id: string }> };

export async function generateMetadata({ params }: Params): Promise<Metadata> {
  return { title: marlstone().media.loadOwn((await params).id)?.stored.value.name ?? "A medium of your own" };
}

export default async function OwnMediumPage({ params }: Params) {
  const loaded = marlstone().media.loadOwn((await params).id);
  if (!loaded) notFound();
  return (
    <OwnMediumForm
      key={loaded.stored.id}
      media={marlstone().media.catalogue()}
      stored={loaded.stored}
      usedBy={loaded.usedBy}
      versions={loaded.versions}
      actions={{ create: createOwnMedium, save: saveOwnMedium, putAway: putAwayOwnMedium }}
    />
  );
}
