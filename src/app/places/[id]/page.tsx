import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { marlstone } from "@/server";
import { PlacePage } from "@/ui/places/place-page";
import { createPlace, putAwayPlace, savePlace, showPlace } from "../actions";

type Params = { params: Promise<{ id: string }> };

export async function generateMetadata({ params }: Params): Promise<Metadata> {
  return { title: marlstone().places.load((await params).id)?.stored.value.name ?? "A place" };
}

export default async function OnePlacePage({ params }: Params) {
  const { id } = await params;
  const { places } = marlstone();
  const loaded = places.load(id);
  if (!loaded) notFound();
  return (
    <PlacePage
      key={`${id} ${loaded.stored.version}`}
      stored={loaded.stored}
      versions={loaded.versions}
      standing={places.standingAt(id)}
      asked={marlstone().takesAt(id)}
      actions={{ create: createPlace, save: savePlace, putAway: putAwayPlace }}
      weather={marlstone().places.weather()}
      show={showPlace}
    />
  );
}
