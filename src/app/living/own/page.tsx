import type { Metadata } from "next";
import { z } from "zod";
import { OwnOccupantForm } from "@/ui/occupants/own-occupant-form";
import { createOwnOccupant, putAwayOwnOccupant, saveOwnOccupant } from "../actions";

export const metadata: Metadata = { title: "A kind of your own" };

const query = z.object({ from: z.string().max(80).catch("") });

export default async function NewOwnOccupantPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  const { from } = query.parse(await searchParams);
  return (
    <OwnOccupantForm
      key={`new ${from}`}
      basedOn={from}
      actions={{ create: createOwnOccupant, save: saveOwnOccupant, putAway: putAwayOwnOccupant }}
    />
  );
}
