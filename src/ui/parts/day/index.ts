import { Sun } from "lucide-react";
import { DEMAND_PICKS } from "@/core/readings/demand-picks";
import { demandMmPerDay, inItsMonth, monthHere } from "@/core/water/losses";
import { late } from "../../common/late";
import type { Part } from "../part";
import { depthADay } from "./words";

const ONE = [""];

export const DAY: Part = {
  called: "what a day takes",
  Icon: Sun,
  idsIn: () => ONE,
  named: undefined,
  line(setup, _id, { system }) {
    const mmPerDay = demandMmPerDay(setup);
    const pick = DEMAND_PICKS.find((one) => one.mmPerDay === mmPerDay);
    const days = setup.wateredEveryDays;
    return {
      what: `a day takes ${depthADay(mmPerDay, system)}${inItsMonth(setup)}`,
      more: [
        setup.water.by !== "volume" && pick && !monthHere(setup) ? pick.name : "",
        days === null ? "" : `watered every ${days === 1 ? "day" : `${days} days`}`,
      ]
        .filter(Boolean)
        .join("; "),
    };
  },
  Editor: late(() => import("./editor").then(({ DayEditor: editor }) => editor)),
  Drawing: "not drawn",
  Grips: "no grip",
  adding: "always there",
  remove: undefined,
};
