import type { VgHydraulics } from "../core/hydraulics/hydraulics";
import type { Medium } from "../core/media/medium";
import type { SearchResult, Wanted } from "../core/mixing/search";

/** A search for mixes at a place: a vessel drained at its base, or the height between two suctions. */
export type MixSearchRequest = {
  readonly media: readonly Medium[];
  readonly fromSuctionCm: number;
  readonly toSuctionCm: number;
  /** What is asked, or a curve to be matched. */
  readonly wanted: Wanted | undefined;
  readonly match: VgHydraulics | undefined;
  readonly mostParts: number;
};
export type MixSearchReply = SearchResult;
