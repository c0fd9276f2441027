import { Droplets } from "lucide-react";
import { late } from "../../common/late";
import type { Part } from "../part";
import { WaterDrawn } from "./drawing";
import { WaterGrip } from "./grip";
import { waterLine } from "./line";

const ONE = [""];

export const WATER: Part = {
  called: "water",
  Icon: Droplets,
  idsIn: () => ONE,
  named: undefined,
  line: (setup, _id, context) => waterLine(setup, context),
  Editor: late(() => import("./editor").then(({ WaterEditor: editor }) => editor)),
  Drawing: WaterDrawn,
  Grips: WaterGrip,
  adding: "always there",
  remove: undefined,
};
