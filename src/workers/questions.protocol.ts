import type { Medium } from "../core/media/medium";
import type { GradingAsked, Zone } from "../core/mixing/grading";
import type { SearchResult, Wanted } from "../core/mixing/search";
import type { VgHydraulics } from "../core/hydraulics/hydraulics";
import type { Occupant } from "../core/occupants/occupant";
import type { Setup } from "../core/stack/setup";
import type { RecipePart } from "../core/mixing/recipe";
import { AIRY_AMENDMENTS, MOIST_AMENDMENTS } from "../core/verdicts/mixed-in";
import { DRAINAGE_MEDIUM } from "../core/stack/drainage-layer";
import type { PlaceYears } from "../core/place/place-years";
import type { Regime } from "../core/season/regime";
import type { Ensemble } from "../core/season/ensemble";
import type { Season } from "../core/season/season";
import type { WhatIf } from "../core/season/what-if";
import type { UnitSystem } from "../core/units/units";
import type { BuildAsked, Built } from "../core/verdicts/build-for";
import type { Mended } from "../core/verdicts/mend";
import type { Sureness } from "../core/verdicts/sure";
import type { Liking } from "../core/verdicts/who-would";
import type { Result } from "../core/units/problem";
import type { Run } from "../core/water/run";
import type { ColumnState } from "../core/water/settle";
import type { Supply } from "../core/water/supply";

/** Kinds of living things of the grower's own; those that ship are known there. */
type OwnKinds = readonly Occupant[];

/** The roots' place: between which suctions they are, and which media may lie there. */
type SearchPlace = {
  readonly mediumIds: readonly string[];
  readonly fromSuctionCm: number;
  readonly toSuctionCm: number;
};

/**
 * What is computed off the page's thread: what is asked, and what is answered. A question names media by id; they
 * travel beside it. Equal questions have equal answers, so an answer is kept and given again.
 */
type Questions = {
  /** A drained stack a day after a soaking. */
  readonly drain: { readonly asks: { readonly setup: Setup }; readonly answer: Result<ColumnState> };
  /** What a reservoir sends up, over its level. */
  readonly supply: { readonly asks: { readonly setup: Setup }; readonly answer: Result<Supply> };
  /** A setup lived through. */
  readonly run: {
    readonly asks: { readonly setup: Setup; readonly dryDays: number; readonly own: OwnKinds };
    readonly answer: Result<Run>;
  };
  /** A setup lived through a year, as it is or as something goes otherwise. */
  readonly season: {
    readonly asks: {
      readonly setup: Setup;
      readonly own: OwnKinds;
      readonly at: PlaceYears;
      readonly regime: Regime;
      readonly what: WhatIf | null;
    };
    readonly answer: Result<Season>;
  };
  /** The same over many years, with media as one bag of each may be and plants as thirsty as they may be. */
  readonly ensemble: {
    readonly asks: {
      readonly setup: Setup;
      readonly own: OwnKinds;
      readonly at: PlaceYears;
      readonly regime: Regime;
    };
    readonly answer: Result<Ensemble>;
  };
  /** Verdicts of a setup with media as one bag of each may be; some of all draws. */
  readonly sure: {
    readonly asks: { readonly setup: Setup; readonly own: OwnKinds; readonly from: number; readonly to: number };
    readonly answer: Sureness;
  };
  /** The smallest changes that turn a verdict. */
  readonly mend: {
    readonly asks: {
      readonly setup: Setup;
      readonly own: OwnKinds;
      readonly occupancyId: string;
      readonly soils: readonly string[];
      readonly system: UnitSystem;
      /** What the mixes of its layers are made of. */
      readonly mixes: readonly { readonly mediumId: string; readonly parts: readonly RecipePart[] }[];
    };
    readonly answer: Mended;
  };
  /** Kinds by how well a setup suits them. */
  readonly who: {
    readonly asks: { readonly setup: Setup; readonly own: OwnKinds };
    readonly answer: readonly Liking[];
  };
  /** Setups that suit a kind, in a vessel. */
  readonly build: {
    readonly asks: BuildAsked & { readonly own: OwnKinds; readonly mediumIds: readonly string[] };
    readonly answer: readonly Built[];
  };
  /** Mixes that do what is wanted. */
  readonly mixes: {
    readonly asks: SearchPlace & { readonly wanted: Wanted; readonly mostParts: number };
    readonly answer: SearchResult;
  };
  /** Mixes that match a curve. */
  readonly instead: { readonly asks: SearchPlace & { readonly match: VgHydraulics }; readonly answer: SearchResult };
  /** Zones around a root ball. */
  readonly zones: {
    readonly asks: SearchPlace & { readonly asked: GradingAsked };
    readonly answer: Result<readonly Zone[]>;
  };
};

export type Kind = keyof Questions;
export type Question<K extends Kind = Kind> = { [One in K]: { readonly kind: One } & Questions[One]["asks"] }[K];
export type Answer<K extends Kind = Kind> = Questions[K]["answer"];

/** What is told on the way: how much is done, 0…1, and the answer as it would be if it ended here. */
export type Told<K extends Kind = Kind> = { readonly done?: number; readonly soFar?: Answer<K> };

export type ToWorker = { readonly question: Question; readonly media: readonly Medium[] };
export type FromWorker =
  { readonly kind: "told"; readonly told: Told } | { readonly kind: "answer"; readonly answer: Answer };

/** Limits of the questions that follow water, which are theirs and not of what is computed. */
export const FOLLOWING = {
  /** A run has at most so many dry days. */
  mostDryDays: 30,
  /** Water is followed for no longer than this; then what is known is answered. [ms] */
  longestMs: 10_000,
  /** And a year for no longer than this. [ms] */
  longestYearMs: 60_000,
  /** And forty of them. [ms] */
  longestEnsembleMs: 600_000,
} as const;

/** The media a question is about. */
export const mediumIdsOf = (question: Question): readonly string[] =>
  "setup" in question
    ? [
        ...question.setup.layers.map(({ mediumId }) => mediumId),
        ...(question.kind === "mend"
          ? [
              ...question.soils,
              ...AIRY_AMENDMENTS,
              ...MOIST_AMENDMENTS,
              ...question.mixes.flatMap(({ parts }) => parts.map(({ mediumId }) => mediumId)),
              DRAINAGE_MEDIUM,
            ]
          : []),
      ]
    : question.mediumIds;

/**
 * What becomes of a computation nobody waits for any more. A short one ends, so that while a boundary is dragged there
 * is always one about to answer; a long one is stopped.
 */
export const WHEN_UNWANTED: { readonly [K in Kind]: "ends" | "is-stopped" } = {
  drain: "ends",
  supply: "ends",
  run: "is-stopped",
  season: "is-stopped",
  ensemble: "is-stopped",
  sure: "is-stopped",
  mend: "is-stopped",
  who: "is-stopped",
  build: "is-stopped",
  mixes: "is-stopped",
  instead: "is-stopped",
  zones: "is-stopped",
};
