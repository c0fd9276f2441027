import type { Medium } from "../core/media/medium";
import type { Setup } from "../core/stack/setup";
import type { Result } from "../core/units/problem";
import type { Run } from "../core/water/run";
import type { ColumnState } from "../core/water/settle";
import type { Supply } from "../core/water/supply";

/** The media a setup's layers are of, so that the worker needs no catalogue of its own. */
type WithMedia = { readonly media: readonly Medium[] };

/** What is asked of the worker that follows water through time, and what it answers. It answers in the order it was asked. */
export type WaterRequests = {
  /** A drained stack a day after a soaking. */
  readonly drain: { readonly setup: Setup };
  /** What a reservoir sends up, over its level. */
  readonly supply: { readonly setup: Setup };
  /** A setup lived through. */
  readonly run: { readonly setup: Setup; readonly dryDays: number };
};
export type WaterReplies = {
  readonly drain: Result<ColumnState>;
  readonly supply: Result<Supply>;
  readonly run: Result<Run>;
};
export type WaterTask = keyof WaterRequests;
export type WaterRequest = {
  readonly [T in WaterTask]: { readonly task: T } & WithMedia & WaterRequests[T];
}[WaterTask];
