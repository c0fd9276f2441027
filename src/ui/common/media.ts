import type { Medium } from "@/core/media/medium";
import { mixAsMedium } from "@/core/water/mix-as-medium";
import type { MediumLookup } from "@/core/water/settle";
import type { MixToMake } from "@/formats/mix/document";

/** Finds media of a list by id, and mixes: each is made when it is first asked for. */
export function lookupIn(media: readonly Medium[], mixes: readonly MixToMake[] = []): MediumLookup {
  const byId = new Map(media.map((medium) => [medium.id, medium]));
  const toMake = new Map(mixes.map((mix) => [mix.mediumId, mix]));
  return (id) => {
    const known = byId.get(id);
    const mix = toMake.get(id);
    if (known || !mix) return known;
    toMake.delete(id);
    const parts = mix.parts.flatMap(({ mediumId, parts: amount }) => {
      const medium = byId.get(mediumId);
      return medium ? [{ medium, parts: amount }] : [];
    });
    const made = parts.length === mix.parts.length ? mixAsMedium(id, mix.name, parts) : undefined;
    if (made?.ok) byId.set(id, made.value);
    return byId.get(id);
  };
}
