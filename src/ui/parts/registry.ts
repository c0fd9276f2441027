import { fixtureOf } from "@/core/stack/fixtures";
import type { Setup } from "@/core/stack/setup";
import { partKey, type PartKey, type PartKind } from "../open-setup/part-key";
import { DAY } from "./day";
import { FALSE_BOTTOM } from "./false-bottom";
import { FIXTURE } from "./fixture";
import { LAYER } from "./layer";
import { OCCUPANT } from "./occupant";
import type { Parts } from "./part";
import { PLACE } from "./place";
import { PLANTING } from "./planting";
import { VESSEL } from "./vessel";
import { WATER } from "./water";

/** Every kind of part there is: one that is missing here, or lacks a piece, does not compile. */
export const PARTS: Parts = {
  occupant: OCCUPANT,
  planting: PLANTING,
  layer: LAYER,
  water: WATER,
  "false-bottom": FALSE_BOTTOM,
  fixture: FIXTURE,
  vessel: VESSEL,
  day: DAY,
  place: PLACE,
};

/** From the ground of the drawing up: what is drawn later lies over what is drawn first. */
export const DRAWN_IN_ORDER: readonly PartKind[] = ["layer", "vessel", "fixture", "occupant", "water"];

/** What lies over the fill, among what is built in. */
const isOverFill = (setup: Setup, id: string): boolean =>
  fixtureOf(setup, "lid")?.id === id || fixtureOf(setup, "dressing")?.id === id;

/** A setup's parts as they stand: over the layers, the layers, and what holds them and their water. */
export type PartsInOrder = {
  readonly over: readonly PartKey[];
  readonly layers: readonly PartKey[];
  readonly under: readonly PartKey[];
};

export function partsInOrder(setup: Setup): PartsInOrder {
  const of = (kind: PartKind): readonly PartKey[] => PARTS[kind].idsIn(setup).map((id) => partKey(kind, id));
  const fixtures = PARTS.fixture.idsIn(setup);
  const built = (over: boolean): readonly PartKey[] =>
    fixtures.filter((id) => isOverFill(setup, id) === over).map((id) => partKey("fixture", id));
  return {
    over: [...of("occupant"), ...of("planting"), ...built(true)],
    layers: of("layer"),
    under: [...of("water"), ...of("false-bottom"), ...built(false), ...of("vessel"), ...of("day"), ...of("place")],
  };
}
