import type { Metadata } from "next";
import { redirect } from "next/navigation";
import { OWN_PREFIX } from "@/core/media/own-id";
import { SOURCES } from "@/core/media/sources";
import { mixOfMedium } from "@/core/mixing/mix-medium";
import { putPack } from "@/app/mixes/actions";
import { marlstone } from "@/server";
import { notThere } from "../../not-there";
import { MediumPage } from "@/ui/media/medium-page";

type Params = { params: Promise<{ id: string }> };

/** A colon in an address may come escaped. */
const idOf = async (params: Params["params"]): Promise<string> => {
  const { id } = await params;
  try {
    return decodeURIComponent(id);
  } catch {
    return id;
  }
};

export async function generateMetadata({ params }: Params): Promise<Metadata> {
  return { title: marlstone().media.byId(await idOf(params))?.name ?? "Medium" };
}

export default async function OneMediumPage({ params }: Params) {
  const id = await idOf(params);
  const mix = mixOfMedium(id);
  if (mix) redirect(`/mixes/${mix.mixId}`);
  const medium = marlstone().media.byId(id);
  if (!medium) notThere({ what: "medium", id: id.replace(OWN_PREFIX, "") });
  return (
    <MediumPage
      medium={medium}
      references={medium.sources.map((source) => SOURCES[source] ?? source)}
      packs={marlstone().packs.list()}
      putPack={putPack}
    />
  );
}
