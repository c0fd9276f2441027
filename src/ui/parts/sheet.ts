import type { Outline } from "@/core/drawing/outline";
import type { Pen } from "@/core/drawing/pen";
import type { Setup } from "@/core/stack/setup";
import type { UnitSystem } from "@/core/units/units";
import type { BoardGeometry } from "../drawing/geometry";
import type { PartKey } from "../open-setup/part-key";
import type { View } from "../open-setup/page-state";
import type { SetupStore } from "../open-setup/setup-store";

/** What the section is drawn on: every kind of part draws itself on it. */
export type Sheet = {
  readonly store: SetupStore;
  readonly setup: Setup;
  readonly view: View | undefined;
  readonly pen: Pen;
  readonly geometry: BoardGeometry;
  readonly outline: Outline;
  readonly system: UnitSystem;
  readonly chosen: PartKey | undefined;
  /** A run is on show: nothing is taken hold of, and nothing lives there for the moment. */
  readonly running: boolean;
  /** Height of the free water, as far as it is known. [cm] */
  readonly waterTableCm: number | undefined;
};

/** What a part is taken hold of with: heights and places under a pointer. */
export type Hand = Sheet & {
  readonly heightAt: (clientY: number) => number;
  readonly shareAt: (clientX: number) => number;
};
