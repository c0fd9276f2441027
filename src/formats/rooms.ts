import type { Dosed, MixPlace } from "../core/mixing/amendments";
import type { Part } from "../core/mixing/blend";

/**
 * A place a mix can go: a layer of a setup. What the server tells the pages of mixing and shopping; nothing of it comes
 * back.
 */
export type Room = {
  readonly id: string;
  readonly setupId: string;
  readonly name: string;
  readonly volumeCm3: number;
  readonly place: MixPlace;
  /** How it lies over free water, where that is known. [cm] */
  readonly aboveWaterCm: { readonly from: number; readonly to: number } | null;
};

/** A layer of a setup as it is to be filled. */
export type LayerToFill = {
  readonly id: string;
  readonly roomId: string;
  readonly name: string;
  readonly mediumId: string;
  readonly mediumName: string;
  readonly fromCm: number;
  readonly toCm: number;
  readonly areaCm2: number;
  readonly roomCm3: number;
  readonly place: MixPlace;
  /** What it is made of; empty when that is not known any more. */
  readonly parts: readonly Part[];
  readonly amendments: readonly Dosed[];
  /** Whether it lies under the roots and over a reservoir: it is put in wet, so that it wicks from the start. */
  readonly wicks: boolean;
};
