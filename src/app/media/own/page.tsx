import type { Metadata } from "next";
import { z } from "zod";
import { marlstone } from "@/server";
import { OwnMediumForm } from "@/ui/media/own-medium-form";
import { createOwnMedium, putAwayOwnMedium, saveOwnMedium } from "../actions";

export const metadata: Metadata = { title: "A medium of your own" };

const query = z.object({ from: z.string().max(80).catch("") });

export default async function NewOwnMediumPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  const { from } = query.parse(await searchParams);
  const media = marlstone().media.catalogue();
  return (
    <OwnMediumForm
      key={`new ${from}`}
      media={media}
      basedOn={media.some(({ id }) => id === from) ? from : undefined}
      actions={{ create: createOwnMedium, save: saveOwnMedium, putAway: putAwayOwnMedium }}
    />
  );
}
