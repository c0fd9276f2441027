import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { SOURCES } from "@/core/media/sources";
import { marlstone } from "@/server";
import { MediumPage } from "@/ui/media/medium-page";

type Params = { params: Promise<{ id: string }> };

const mediumOf = async (params: Params["params"]) => {
  const { id } = await params;
  return marlstone().catalogue().find((medium) => medium.id === id);
};

export async function generateMetadata({ params }: Params): Promise<Metadata> {
  return { title: (await mediumOf(params))?.name ?? "Medium" };
}

export default async function OneMediumPage({ params }: Params) {
  const medium = await mediumOf(params);
  if (!medium) notFound();
  return <MediumPage medium={medium} references={medium.sources.map((source) => SOURCES[source] ?? source)} />;
}
