import { withFillFrom } from "@/core/stack/edit";
import { headroomCm } from "@/core/stack/geometry";
import { partKey } from "../../open-setup/part-key";
import type { Adding } from "../part";

/** A false bottom to begin with. [cm] */
const FIRST_CM = 3;
const LEAST_CM = 0.5;

export const falseBottomAdding: Adding = {
  groups(store) {
    const { setup } = store.getState();
    const free = setup.fillFromCm === 0 && !setup.layers[0]?.legs;
    return [
      {
        heading: "Built in",
        choices: free
          ? [
              {
                id: "false-bottom",
                name: "False bottom",
                also: ["screen", "raised floor", "egg crate", "drainage void"],
              },
            ]
          : [],
      },
    ];
  },
  add(store, _id, _newId, system) {
    const { committed } = store.getState();
    const fillFromCm = Math.min(FIRST_CM, headroomCm(committed));
    const problems =
      fillFromCm < LEAST_CM ? [] : store.offer("A false bottom", withFillFrom(committed, fillFromCm), system);
    if (fillFromCm < LEAST_CM)
      store.say("There is no room under the rim to raise the fill: make a layer thinner or the vessel deeper first.");
    else store.say(problems[0]?.message);
    return store.getState().committed.fillFromCm > 0 ? partKey("false-bottom") : undefined;
  },
};
