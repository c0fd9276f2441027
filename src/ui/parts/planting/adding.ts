import { withPlanting } from "@/core/stack/edit";
import { USUAL_PLANTING } from "@/core/stack/setup";
import { partKey } from "../../open-setup/part-key";
import type { Adding } from "../part";

export const plantingAdding: Adding = {
  groups: (store) => [
    {
      heading: "Planted",
      choices:
        store.getState().setup.planting === null
          ? [{ id: "planting", name: "Root ball and crown", also: ["how it is planted"] }]
          : [],
    },
  ],
  add(store, _id, _newId, system) {
    const problems = store.offer("A root ball", withPlanting(store.getState().committed, USUAL_PLANTING), system);
    store.say(problems[0]?.message);
    return problems.length > 0 ? undefined : partKey("planting");
  },
};
