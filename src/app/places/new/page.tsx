import type { Metadata } from "next";
import { PlacePage } from "@/ui/places/place-page";
import { createPlace, putAwayPlace, savePlace } from "../actions";

export const metadata: Metadata = { title: "A new place" };

export default function NewPlacePage() {
  return <PlacePage actions={{ create: createPlace, save: savePlace, putAway: putAwayPlace }} />;
}
