import type { Setup } from "../core/stack/setup";
import type { Result } from "../core/units/problem";
import type { ColumnState } from "../core/water/settle";

/** What is asked of the worker that drains a soaked stack, and what it answers. It answers in the order it was asked. */
export type DrainRequest = Setup;
export type DrainReply = Result<ColumnState>;
