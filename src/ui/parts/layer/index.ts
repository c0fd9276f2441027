import { Layers } from "lucide-react";
import { late } from "../../common/late";
import { removeLayer } from "../../open-setup/layer-changes";
import type { Part } from "../part";
import { LayersDrawn } from "./drawing";
import { LayerGrips } from "./grips";
import { layerLine } from "./line";

export const LAYER: Part = {
  called: "layer",
  Icon: Layers,
  idsIn: ({ layers }) => layers.map(({ id }) => id).toReversed(),
  named: (setup, id, { medium }) => {
    const { name, mediumId } = setup.layers.find((one) => one.id === id)!;
    return name || (medium(mediumId)?.name ?? "unknown medium");
  },
  line: (setup, id, context) =>
    layerLine(
      setup.layers.find((one) => one.id === id)!,
      context,
    ),
  Editor: late(() => import("./editor").then(({ LayerEditor: editor }) => editor)),
  Drawing: LayersDrawn,
  Grips: LayerGrips,
  adding: () => import("./adding").then(({ layerAdding: adding }) => adding),
  remove: removeLayer,
};
