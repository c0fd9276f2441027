import { CATALOGUE } from "../core/media/catalogue";
import type { Medium } from "../core/media/medium";
import { drainedAfterSoaking } from "../core/water/settle";
import type { DrainReply, DrainRequest } from "./drain.protocol";

const byId = new Map<string, Medium>(CATALOGUE.map((medium) => [medium.id, medium]));

addEventListener("message", ({ data: setup }: MessageEvent<DrainRequest>) => {
  const drained = drainedAfterSoaking(setup, (id) => byId.get(id));
  const reply: DrainReply = drained.ok ? { ok: true, value: drained.value.equilibrium } : drained;
  postMessage(reply);
});
