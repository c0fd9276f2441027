import { gradedZones } from "../core/mixing/grading";
import { insteadOf, meanWaterBetween, searchMixes } from "../core/mixing/search";
import type { MixSearchReply, MixSearchRequest } from "./mix-search.protocol";

const MOST_SHOWN = 8;

addEventListener("message", ({ data }: MessageEvent<MixSearchRequest>) => postMessage(replyTo(data)));

function replyTo(request: MixSearchRequest): MixSearchReply {
  const waterAt = meanWaterBetween(request.fromSuctionCm, request.toSuctionCm);
  switch (request.kind) {
    case "wanted":
      return {
        kind: "mixes",
        result: searchMixes(request.media, waterAt, request.wanted, MOST_SHOWN, request.mostParts),
      };
    case "match":
      return { kind: "mixes", result: insteadOf(request.match, request.media, waterAt, MOST_SHOWN) };
    case "grade":
      return { kind: "zones", result: gradedZones(request.asked, request.media, waterAt) };
    default:
      return request satisfies never;
  }
}
