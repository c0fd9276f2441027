import type { Metadata } from "next";
import { z } from "zod";
import { marlstone } from "@/server";
import { carried } from "@/ui/common/carried";
import { MixBench } from "@/ui/mixes/mix-bench";
import { benchProps } from "./bench-props";

export const metadata: Metadata = { title: "Mix" };

const query = z.object({ recipe: z.string().max(600).catch(""), room: z.string().max(100).catch("") });

export default async function MixesPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  const { recipe, room } = query.parse(await searchParams);
  return (
    <MixBench
      key="new"
      media={carried(marlstone().media.ingredients(marlstone().rooms.mediaOf(room)))}
      {...benchProps(recipe, room)}
    />
  );
}
