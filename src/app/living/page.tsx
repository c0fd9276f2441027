import type { Metadata } from "next";
import { z } from "zod";
import { marlstone } from "@/server";
import { LivingShelf } from "@/ui/occupants/living-shelf";
import { takeBackOwnOccupant } from "./actions";

export const metadata: Metadata = { title: "Living things" };

const query = z.object({ find: z.string().max(100).catch("") });

export default async function LivingPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  const { find } = query.parse(await searchParams);
  return (
    <LivingShelf
      own={marlstone().occupants.own()}
      putAway={marlstone()
        .occupants.list(true)
        .map(({ id, value }) => ({ id, name: value.name }))}
      words={find}
      onTakeBack={takeBackOwnOccupant}
    />
  );
}
