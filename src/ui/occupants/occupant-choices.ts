import { ANIMALS, PLANTS } from "@/core/occupants/library/library";
import type { Occupant } from "@/core/occupants/occupant";
import type { ChoiceGroup } from "../fields/choice-popover";
import { GUILD_WORDS, KIND_WORDS } from "./occupant-words";

/** Kinds to choose from: one's own, and the library. */
export const occupantChoices = (own: readonly Occupant[]): ChoiceGroup[] => {
  const choice = (one: Occupant) => ({
    id: one.id,
    name: one.name,
    also: one.alsoCalled,
    hint: `${one.scientificName} · ${one.life === "plant" ? GUILD_WORDS[one.guild] : KIND_WORDS[one.kind]}`,
  });
  return [
    { heading: "Your own", choices: own.map(choice) },
    { heading: "Plants", choices: PLANTS.map(choice) },
    { heading: "Animals", choices: ANIMALS.map(choice) },
  ];
};
