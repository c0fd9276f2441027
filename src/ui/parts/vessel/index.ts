import { Cylinder } from "lucide-react";
import { formatLength, formatVolume } from "@/core/units/units";
import { cutAt, hasDiameter, sectionWidthCm, vesselVolumeCm3 } from "@/core/vessel/vessel";
import { late } from "../../common/late";
import type { Part } from "../part";
import { MATERIAL_WORDS, SHAPE_NAMES } from "../words";
import { VesselDrawn } from "./drawing";

const ONE = [""];

export const VESSEL: Part = {
  called: "vessel",
  Icon: Cylinder,
  idsIn: () => ONE,
  named: undefined,
  line({ vessel }, _id, { system }) {
    const { lengthCm, widthCm } = cutAt(vessel, vessel.insideDepthCm);
    const cm = (length: number): string => formatLength(length, system);
    // of a bottle its belly, not its neck
    const across = hasDiameter(vessel) ? cm(sectionWidthCm(vessel)) : `${cm(lengthCm)} by ${cm(widthCm)}`;
    return {
      what: `${SHAPE_NAMES[vessel.shape]}, ${across}, ${cm(vessel.insideDepthCm)} deep`,
      more: [
        vessel.material === "unsaid" ? "" : MATERIAL_WORDS[vessel.material],
        `${formatVolume(vesselVolumeCm3(vessel), system)} to the rim`,
      ]
        .filter(Boolean)
        .join("; "),
    };
  },
  Editor: late(() => import("./editor").then(({ VesselEditor: editor }) => editor)),
  Drawing: VesselDrawn,
  Grips: "no grip",
  adding: "always there",
  remove: undefined,
};
