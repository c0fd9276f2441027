import type { Setup } from "@/core/stack/setup";

/** What a setup is made of, by kind. */
export const PART_KINDS = [
  "occupant",
  "planting",
  "layer",
  "water",
  "false-bottom",
  "fixture",
  "vessel",
  "day",
  "place",
] as const;
export type PartKind = (typeof PART_KINDS)[number];

/** One part of a setup: its kind, and its id where there are several of the kind. */
export type PartKey = `${PartKind}:${string}`;

export const partKey = (kind: PartKind, id = ""): PartKey => `${kind}:${id}`;

export function partOf(key: PartKey): { readonly kind: PartKind; readonly id: string } {
  const colon = key.indexOf(":");
  return { kind: key.slice(0, colon) as PartKind, id: key.slice(colon + 1) };
}

/** The layer that is meant by a key, if it is one of a layer. */
export const layerOfKey = (key: PartKey | undefined): string | undefined =>
  key?.startsWith("layer:") ? partOf(key).id : undefined;

/** Whether a setup still has a part. */
export function hasPart(setup: Setup, key: PartKey): boolean {
  const { kind, id } = partOf(key);
  switch (kind) {
    case "occupant":
      return setup.occupants.some((one) => one.id === id);
    case "layer":
      return setup.layers.some((one) => one.id === id);
    case "fixture":
      return setup.fixtures.some((one) => one.id === id);
    case "planting":
      return setup.planting !== null;
    case "false-bottom":
      return setup.fillFromCm > 0 || (setup.layers[0]?.legs ?? null) !== null;
    case "water":
    case "vessel":
    case "day":
    case "place":
      return true;
    default:
      return kind satisfies never;
  }
}
