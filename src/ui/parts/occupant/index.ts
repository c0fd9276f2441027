import { Sprout } from "lucide-react";
import { withOccupants } from "@/core/stack/edit";
import { late } from "../../common/late";
import type { Part } from "../part";
import { OccupantsDrawn } from "./drawing";
import { occupantLine } from "./line";

export const OCCUPANT: Part = {
  called: "plant or animal",
  Icon: Sprout,
  idsIn: ({ occupants }) => occupants.map(({ id }) => id),
  named: (setup, id, { kindName }) => {
    const { occupantId } = setup.occupants.find((one) => one.id === id)!;
    return kindName(occupantId) ?? occupantId;
  },
  line: (setup, id, context) =>
    occupantLine(
      setup.occupants.find((one) => one.id === id)!,
      context,
    ),
  Editor: late(() => import("./editor").then(({ OccupantEditor: editor }) => editor)),
  Drawing: OccupantsDrawn,
  Grips: "no grip",
  adding: () => import("./adding").then(({ occupantAdding: adding }) => adding),
  remove(store, id, system) {
    const { committed } = store.getState();
    const occupancy = committed.occupants.find((one) => one.id === id);
    if (!occupancy) return;
    const label = `Without ${store.kindName(occupancy.occupantId) ?? occupancy.occupantId}`;
    const next = committed.occupants.filter((one) => one.id !== id);
    store.say(store.offer(label, withOccupants(committed, next), system)[0]?.message);
  },
};
