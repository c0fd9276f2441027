import { nextLayers } from "@/core/design/next-layer";
import { folkNamesOf } from "@/core/media/words";
import { addAbove } from "../../open-setup/adding-layers";
import { layerOfKey, partKey } from "../../open-setup/part-key";
import type { SetupStore } from "../../open-setup/setup-store";
import type { Adding } from "../part";
import { mediumChoices } from "./medium-choices";

/** What a new layer can be of; what fits over the chosen one comes first. */
function groupsFor(store: SetupStore): ReturnType<Adding["groups"]> {
  const { setup, chosen } = store.getState();
  const over = setup.layers.findIndex(({ id }) => id === layerOfKey(chosen));
  const fitting = nextLayers(setup, over < 0 ? setup.layers.length - 1 : over, store.medium).map(
    ({ mediumId, does }) => ({ id: mediumId, name: store.medium(mediumId)!.name, hint: does }),
  );
  return [
    { heading: "A layer that fits here", choices: fitting },
    ...mediumChoices(store).map(({ heading, choices }) => ({ heading: `A layer: ${heading.toLowerCase()}`, choices })),
  ].map(({ heading, choices }) => ({
    heading,
    choices: choices.map((one) => ({ ...one, also: folkNamesOf(one.id) })),
  }));
}

export const layerAdding: Adding = {
  groups: groupsFor,
  add(store, mediumId, newId) {
    const id = addAbove(store, mediumId, newId);
    return id === undefined ? undefined : partKey("layer", id);
  },
};
