import { CATALOGUE } from "../core/media/catalogue";
import type { Medium } from "../core/media/medium";
import { runSetup } from "../core/water/run";
import { drainedAfterSoaking } from "../core/water/drain";
import { supplyOf } from "../core/water/supply";
import type { WaterReplies, WaterRequest, WaterTask } from "./water.protocol";

const byId = new Map<string, Medium>(CATALOGUE.map((medium) => [medium.id, medium]));
const medium = (id: string): Medium | undefined => byId.get(id);

function answer(request: WaterRequest): WaterReplies[WaterTask] {
  switch (request.task) {
    case "drain": {
      const drained = drainedAfterSoaking(request.setup, medium);
      return drained.ok ? { ok: true, value: drained.value.equilibrium } : drained;
    }
    case "supply": return supplyOf(request.setup, medium);
    case "run": return runSetup(request.setup, medium, request.dryDays);
    default: return request satisfies never;
  }
}

addEventListener("message", ({ data }: MessageEvent<WaterRequest>) => postMessage(answer(data)));
