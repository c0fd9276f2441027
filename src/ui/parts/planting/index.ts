import { Shovel } from "lucide-react";
import { withPlanting } from "@/core/stack/edit";
import { formatLength } from "@/core/units/units";
import { late } from "../../common/late";
import type { Part } from "../part";

const NONE: readonly string[] = [];
const ONE = [""];

export const PLANTING: Part = {
  called: "root ball",
  Icon: Shovel,
  idsIn: ({ planting }) => (planting ? ONE : NONE),
  named: undefined,
  line({ planting }, _id, { system }) {
    const { ballDepthCm, ballAcrossCm, crownOverSoilCm } = planting!;
    const cm = (length: number): string => formatLength(length, system);
    return {
      what: `root ball ${cm(ballDepthCm)} deep, ${cm(ballAcrossCm)} across`,
      more:
        crownOverSoilCm === 0
          ? "crown at the soil"
          : `crown ${cm(Math.abs(crownOverSoilCm))} ${crownOverSoilCm > 0 ? "over" : "under"} the soil`,
    };
  },
  Editor: late(() => import("./editor").then(({ PlantingEditor: editor }) => editor)),
  Drawing: "not drawn",
  Grips: "no grip",
  adding: () => import("./adding").then(({ plantingAdding: adding }) => adding),
  remove(store, _id, system) {
    store.say(store.offer("No planting", withPlanting(store.getState().committed, null), system)[0]?.message);
  },
};
