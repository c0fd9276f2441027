import { withOccupants } from "@/core/stack/edit";
import { occupantChoices } from "../../occupants/occupant-choices";
import { lookupOf } from "../../occupants/use-verdicts";
import { partKey } from "../../open-setup/part-key";
import type { Adding } from "../part";

export const occupantAdding: Adding = {
  groups: (store) =>
    occupantChoices(store.ownOccupants).map(({ heading, choices }) => ({
      heading: heading === "Your own" ? "Living things of your own" : heading,
      choices,
    })),
  add(store, occupantId, newId, system) {
    const { committed } = store.getState();
    const name = lookupOf(store)(occupantId)?.name ?? occupantId;
    const there = committed.occupants.find((one) => one.occupantId === occupantId);
    const added = there ? { ...there, count: there.count + 1 } : { id: newId(), occupantId, count: 1 };
    const next = there
      ? committed.occupants.map((one) => (one === there ? added : one))
      : [...committed.occupants, added];
    const problems = store.offer(`With ${name}`, withOccupants(committed, next), system);
    store.say(problems[0]?.message);
    return problems.length > 0 ? undefined : partKey("occupant", added.id);
  },
};
