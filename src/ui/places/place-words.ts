import type { Facing, Place, PlaceKind, Shelter, WindowFacing } from "@/core/place/place";
import { formatPercent, formatTemperature, type UnitSystem } from "@/core/units/units";

export const KIND_WORDS: Record<PlaceKind, string> = {
  outdoors: "Outdoors",
  glasshouse: "Glasshouse",
  windowsill: "Windowsill",
  room: "In a room, away from windows",
  lamps: "Under lamps",
  case: "Under a shared cover, at a window",
};

export const FACING_WORDS: Record<Facing, string> = {
  open: "open all round",
  north: "looks north",
  east: "looks east",
  south: "looks south",
  west: "looks west",
};
export const WINDOW_WORDS: Record<WindowFacing, string> = {
  north: "north window",
  east: "east window",
  south: "south window",
  west: "west window",
};
export const SHELTER_WORDS: Record<Shelter, string> = {
  open: "in the wind",
  sheltered: "sheltered by hedge or fence",
  enclosed: "in a yard between walls",
};

/** Of a latitude, negative in the south. */
export const latitudeWords = (latitude: number): string =>
  latitude === 0 ? "at the equator" : `${Math.abs(latitude)}° ${latitude < 0 ? "south" : "north"}`;

const withArticle = (words: string): string => `${/^[aeiou]/u.test(words) ? "an" : "a"} ${words}`;

/** What a place is, in one line. */
export function standWords({ stand }: Pick<Place, "stand">, system: UnitSystem): string {
  switch (stand.kind) {
    case "outdoors":
      return `Outdoors, ${FACING_WORDS[stand.facing]}, ${SHELTER_WORDS[stand.shelter]}${stand.roofed ? ", under a roof" : ""}`;
    case "glasshouse":
      return stand.heatedToC === null
        ? "Glasshouse, not heated"
        : `Glasshouse, kept over ${formatTemperature(stand.heatedToC, system)}`;
    case "windowsill":
      return `Sill of ${withArticle(WINDOW_WORDS[stand.facing])}, ${stand.heated ? "heated" : "not heated"}`;
    case "room":
      return `${stand.heated ? "Heated" : "Unheated"} room, away from windows`;
    case "lamps":
      return `Under lamps, ${stand.photonsUmolPerM2S} µmol/(m²·s) for ${stand.hoursPerDay} h a day`;
    case "case":
      return `Cover at ${withArticle(WINDOW_WORDS[stand.facing])}, ${formatPercent(stand.openShare)} open`;
    default:
      return stand satisfies never;
  }
}
