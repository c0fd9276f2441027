import { MapPin } from "lucide-react";
import { late } from "../../common/late";
import type { Part } from "../part";
import { placeLine } from "./line";

const ONE = [""];

export const PLACE: Part = {
  called: "place",
  Icon: MapPin,
  idsIn: () => ONE,
  named: undefined,
  line: (setup, _id, { system }) => placeLine(setup, system),
  Editor: late(() => import("./editor").then(({ PlaceEditor: editor }) => editor)),
  Drawing: "not drawn",
  Grips: "no grip",
  adding: "always there",
  remove: undefined,
};
