import type { Metadata } from "next";
import { marlstone } from "@/server";
import { PlacesShelf } from "@/ui/places/places-shelf";
import { takeBackPlace } from "./actions";

export const metadata: Metadata = { title: "Places" };

export default function PlacesPage() {
  const { places } = marlstone();
  return (
    <PlacesShelf
      places={places.shelf()}
      putAway={places.list(true).map(({ id, value }) => ({ id, name: value.name }))}
      onTakeBack={takeBackPlace}
    />
  );
}

// what is stored decides what is shown
export const dynamic = "force-dynamic";
