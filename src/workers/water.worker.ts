import { runSetup } from "../core/water/run";
import { drainedAfterSoaking } from "../core/water/drain";
import type { MediumLookup } from "../core/water/settle";
import { supplyOf } from "../core/water/supply";
import type { WaterReplies, WaterRequest, WaterTask } from "./water.protocol";

function answer(request: WaterRequest): WaterReplies[WaterTask] {
  const medium: MediumLookup = (id) => request.media.find((one) => one.id === id);
  switch (request.task) {
    case "drain": {
      const drained = drainedAfterSoaking(request.setup, medium);
      return drained.ok ? { ok: true, value: drained.value.equilibrium } : drained;
    }
    case "supply":
      return supplyOf(request.setup, medium);
    case "run":
      return runSetup(request.setup, medium, request.dryDays);
    default:
      return request satisfies never;
  }
}

addEventListener("message", ({ data }: MessageEvent<WaterRequest>) => postMessage(answer(data)));
