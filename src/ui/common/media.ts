import type { Medium } from "@/core/media/medium";
import type { MediumLookup } from "@/core/water/settle";

/** Finds media of a list by id. */
export function lookupIn(media: readonly Medium[]): MediumLookup {
  const byId = new Map(media.map((medium) => [medium.id, medium]));
  return (id) => byId.get(id);
}
