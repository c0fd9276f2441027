import type { Metadata } from "next";
import { z } from "zod";
import { marlstone } from "@/server";
import { carried } from "@/ui/common/carried";
import { MixBench } from "@/ui/mixes/mix-bench";
import { notThere } from "../../not-there";
import { benchProps } from "../bench-props";

type Props = { params: Promise<{ id: string }>; searchParams: Promise<Record<string, string | string[] | undefined>> };

const query = z.object({ recipe: z.string().max(600).catch(""), room: z.string().max(100).catch("") });

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: marlstone().mixes.load((await params).id)?.stored.value.name ?? "Mix" };
}

export default async function MixPage({ params, searchParams }: Props) {
  const { id } = await params;
  const loaded = marlstone().mixes.load(id);
  if (!loaded) notThere({ what: "mix", id });
  const { recipe, room } = query.parse(await searchParams);
  return (
    <MixBench
      key={loaded.stored.id}
      media={carried(
        marlstone().media.ingredients(
          loaded.versions.flatMap(({ value }) => value.parts.map(({ mediumId }) => mediumId)),
        ),
      )}
      {...benchProps(recipe, room)}
      stored={loaded.stored}
      usedBy={loaded.usedBy}
      versions={loaded.versions}
    />
  );
}
