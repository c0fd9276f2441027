import { AlignVerticalJustifyEnd } from "lucide-react";
import { withFillFrom } from "@/core/stack/edit";
import { formatLength } from "@/core/units/units";
import { late } from "../../common/late";
import { hasPart } from "../../open-setup/part-key";
import type { Part } from "../part";
import { FalseBottomGrip } from "./grip";

const NONE: readonly string[] = [];
const ONE = [""];

export const FALSE_BOTTOM: Part = {
  called: "false bottom",
  Icon: AlignVerticalJustifyEnd,
  idsIn: (setup) => (hasPart(setup, "false-bottom:") ? ONE : NONE),
  named: undefined,
  line: ({ fillFromCm, layers }, _id, { system }) => ({
    what: layers[0]?.legs
      ? fillFromCm === 0
        ? "feet down to the base"
        : `feet down to ${formatLength(fillFromCm, system)}`
      : `false bottom at ${formatLength(fillFromCm, system)}`,
    more: layers[0]?.legs ? "" : "a screen, with room under it",
  }),
  Editor: late(() => import("./editor").then(({ FalseBottomEditor: editor }) => editor)),
  // a gap under the layers, which they leave open themselves
  Drawing: "not drawn",
  Grips: FalseBottomGrip,
  adding: () => import("./adding").then(({ falseBottomAdding: adding }) => adding),
  // the feet stand where their layer does
  isKept: ({ layers }) => (layers[0]?.legs ?? null) !== null,
  remove(store, _id, system) {
    const { committed } = store.getState();
    store.say(store.offer("No false bottom", withFillFrom(committed, 0), system)[0]?.message);
  },
};
