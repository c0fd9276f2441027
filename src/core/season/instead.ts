import type { Setup } from "../stack/setup";

/** What a setup's year is held against: itself at another place, or another design where it stands. */
export type Instead =
  { readonly by: "place"; readonly placeId: string } | { readonly by: "design"; readonly design: Setup };

/** A setup as it would be then; what follows from where it stands is not in it yet. */
export const insteadOf = (setup: Setup, instead: Instead): Setup =>
  instead.by === "place"
    ? { ...setup, places: [{ placeId: instead.placeId, from: null }] }
    : { ...instead.design, places: setup.places };

export const insteadWords = (by: Instead["by"], name: string): string =>
  by === "place" ? `Standing at ${name},` : `With ${name || "the other"} in its place,`;
