import { USUALLY_AT_HAND } from "@/core/media/at-hand";
import type { Medium } from "@/core/media/medium";
import { isOwn } from "@/core/media/own-id";
import { breaksCapillarity } from "@/core/stack/drainage-layer";
import type { ChoiceGroup } from "../../fields/searched-choice";
import type { SetupStore } from "../../open-setup/setup-store";

/** Roots find less air than this in a medium by itself, and more than that is for what wants air above all. */
const TIGHT_AIR = 0.1;
const AIRY_AIR = 0.35;

/** What a medium is for in a stack, in a few words, by what it does there. */
function purposeOf(medium: Medium): string {
  if (medium.class === "textile") return medium.rootsByDefault ? "" : "separator or wick";
  if (breaksCapillarity(medium))
    return !medium.rootsByDefault
      ? "reservoir, or to drain into"
      : medium.class === "mineral"
        ? "airy, or to drain into"
        : "airy";
  if (!medium.rootsByDefault) return "wick bed, or to hold water low down";
  if (medium.airSpace15cm.typical < TIGHT_AIR) return "holds water, little air";
  return medium.airSpace15cm.typical > AIRY_AIR ? "airy" : "for roots";
}

/** What a layer can be of: what most have at hand first, then the grower's own, then all there is. */
export function mediumChoices({ media, mixes }: Pick<SetupStore, "media" | "mixes">): ChoiceGroup[] {
  const choice = (medium: Medium) => ({ id: medium.id, name: medium.name, hint: purposeOf(medium) });
  const catalogue = media.filter(({ id }) => !isOwn(id));
  return [
    {
      heading: "Your mixes",
      choices: mixes.flatMap(({ mediumId, name, offered }) => (offered ? [{ id: mediumId, name }] : [])),
    },
    { heading: "Your media", choices: media.filter(({ id }) => isOwn(id)).map(choice) },
    { heading: "Often at hand", choices: catalogue.filter(({ id }) => USUALLY_AT_HAND.has(id)).map(choice) },
    { heading: "Other media", choices: catalogue.filter(({ id }) => !USUALLY_AT_HAND.has(id)).map(choice) },
  ];
}
