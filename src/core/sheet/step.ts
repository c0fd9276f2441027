import type { SoFar } from "../drawing/section-drawing";

/** A step of the bench work, in the order things are done. */
export type Step = {
  /** The same for as long as the design has the thing it is about, so that ticks stay with it. */
  readonly key: string;
  readonly heading: string;
  readonly text: readonly string[];
  readonly marks: Marks | undefined;
  /** What to mind, exactly here. */
  readonly cautions: readonly string[];
  /** The vessel as it looks when the step is done. */
  readonly shows: Shows;
  /** What of it may turn out otherwise and is worth keeping. */
  readonly asks: readonly Ask[];
  readonly planned: Planned;
};
/** A step as it is written, before it is known what of it was planned. */
export type WrittenStep = Omit<Step, "planned">;

/** What a step's asks were planned to be; what the plan says nothing of is not there. */
export type Planned = {
  readonly [K in Exclude<Ask, "mediumId" | "price">]?: number;
} & { readonly mediumId?: string };

/** How high something comes: a mark inside, and what is in there up to it. [cm, cm³] */
export type Marks = {
  readonly overInsideBaseCm: number;
  readonly overGroundCm: number;
  readonly underRimCm: number;
  /** Up to there in all, and of this step. */
  readonly upToCm3: number;
  readonly ofStepCm3: number;
};

export type Shows = SoFar;

export type Ask = "topCm" | "usedCm3" | "mediumId" | "lipCm" | "diameterCm" | "count" | "levelCm" | "price";
