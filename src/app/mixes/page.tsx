import type { Metadata } from "next";
import { z } from "zod";
import { marlstone } from "@/server";
import { MixBench } from "@/ui/mixes/mix-bench";
import { createMix, importMix, putAwayMix, saveMix, takeBackMix } from "./actions";
import { named, roomsToFill } from "./rooms";

export const metadata: Metadata = { title: "Mix" };

const query = z.object({ recipe: z.string().max(600).catch(""), room: z.string().max(100).catch("") });

export default async function MixesPage({ searchParams }: { searchParams: Promise<Record<string, string | string[] | undefined>> }) {
  const { recipe, room } = query.parse(await searchParams);
  return <MixBench key="new" media={marlstone().catalogue()} recipe={recipe} rooms={roomsToFill(room)} roomId={room} saved={named(marlstone().listMixes())} putAway={named(marlstone().listMixes(true))}
    actions={{ create: createMix, save: saveMix, putAway: putAwayMix, takeBack: takeBackMix, importText: importMix }} />;
}
