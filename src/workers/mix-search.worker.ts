import { insteadOf, meanWaterBetween, searchMixes } from "../core/mixing/search";
import type { MixSearchReply, MixSearchRequest } from "./mix-search.protocol";

const MOST_SHOWN = 8;

addEventListener("message", ({ data }: MessageEvent<MixSearchRequest>) => {
  const waterAt = meanWaterBetween(data.fromSuctionCm, data.toSuctionCm);
  const reply: MixSearchReply = data.match ? insteadOf(data.match, data.media, waterAt, MOST_SHOWN)
    : searchMixes(data.media, waterAt, data.wanted ?? { air: { least: 0, most: 1 }, water: { least: 0, most: 1 } }, MOST_SHOWN, data.mostParts);
  postMessage(reply);
});
