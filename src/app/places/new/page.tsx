import type { Metadata } from "next";
import { marlstone } from "@/server";
import { PlacePage } from "@/ui/places/place-page";
import { createPlace, putAwayPlace, savePlace, showPlace } from "../actions";

export const metadata: Metadata = { title: "A new place" };

export default function NewPlacePage() {
  const { places } = marlstone();
  return (
    <PlacePage
      actions={{ create: createPlace, save: savePlace, putAway: putAwayPlace }}
      weather={places.weather()}
      waters={places.list()[0]?.value.water.waters}
      show={showPlace}
    />
  );
}

// what weather there is decides what is offered
export const dynamic = "force-dynamic";
