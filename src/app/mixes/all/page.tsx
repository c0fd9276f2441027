import type { Metadata } from "next";
import { z } from "zod";
import { marlstone } from "@/server";
import { AllMixes } from "@/ui/mixes/all-mixes";
import { takeBackMix } from "../actions";

export const metadata: Metadata = { title: "All mixes" };

const query = z.object({
  page: z.coerce.number().int().min(1).max(1e6).catch(1),
  away: z.string().optional().catch(undefined),
  find: z.string().max(100).catch(""),
});

export default async function AllMixesPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  const { page, away, find } = query.parse(await searchParams);
  const putAway = away !== undefined;
  const words = find.trim();
  return (
    <AllMixes
      {...marlstone().mixes.names({ putAway, words, page })}
      putAway={putAway}
      words={words}
      takeBack={takeBackMix}
    />
  );
}
