import type { VgHydraulics } from "../core/hydraulics/hydraulics";
import type { Medium } from "../core/media/medium";
import type { GradingAsked, Zone } from "../core/mixing/grading";
import type { SearchResult, Wanted } from "../core/mixing/search";
import type { Result } from "../core/units/problem";

/** A search for mixes at a place, between two suctions: that do what is asked, that match a curve, or for zones around a root ball. */
export type MixSearchRequest = {
  readonly media: readonly Medium[];
  readonly fromSuctionCm: number;
  readonly toSuctionCm: number;
} & (
  | { readonly kind: "wanted"; readonly wanted: Wanted; readonly mostParts: number }
  | { readonly kind: "match"; readonly match: VgHydraulics }
  | { readonly kind: "grade"; readonly asked: GradingAsked }
);
export type MixSearchReply =
  | { readonly kind: "mixes"; readonly result: SearchResult }
  | { readonly kind: "zones"; readonly result: Result<readonly Zone[]> };
