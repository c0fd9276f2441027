import type { Medium } from "../../core/media/medium";
import { ownMediumId } from "../../core/media/own-id";
import type { OwnMedium } from "../../core/media/own-medium";
import type { Setup } from "../../core/stack/setup";
import type { SaveKeptInput } from "../../formats/kept";
import type { Db } from "../db/client";
import * as service from "./media.service";

export type MediaPantry = {
  /** The catalogue by name. */
  readonly catalogue: readonly Medium[];
  /** Any medium there is, a mix too. */
  readonly byId: (id: string) => Medium | undefined;
  readonly isMix: (id: string) => boolean;
  /** The grower's mixes as media, the newest so many. */
  readonly mixes: (most?: number) => readonly Medium[];
  readonly usersOf: (
    mediumId: string,
  ) => readonly { readonly kind: "mix" | "setup"; readonly id: string; readonly name: string }[];
};

/** What the routes ask of media: those that ship, the grower's own, and mixes where any medium may stand. */
export function mediaFacade(db: Db, context: service.OwnMediaContext, pantry: MediaPantry) {
  const ingredients = (): readonly Medium[] => [...service.ownMediaOf(db, context), ...pantry.catalogue];
  /** Media, and what else is used of those that were put away. */
  const withUsed = (offered: readonly Medium[], used: readonly string[]): readonly Medium[] => {
    const known = new Set(offered.map(({ id }) => id));
    return [...offered, ...[...new Set(used)].flatMap((id) => (known.has(id) ? [] : (pantry.byId(id) ?? [])))];
  };
  return {
    catalogue: (): readonly Medium[] => pantry.catalogue,
    byId: pantry.byId,
    /** What mixes are made of: the grower's own media, and the catalogue; with those of the ids given that were put away. */
    ingredients: (used: readonly string[] = []): readonly Medium[] =>
      withUsed(
        ingredients(),
        used.filter((id) => !pantry.isMix(id)),
      ),
    /** The same, and the grower's mixes: all of them, or so many. */
    all: (mostMixes?: number): readonly Medium[] => [...pantry.mixes(mostMixes), ...ingredients()],
    /** What setups are made of, and nothing else. */
    of: (shown: readonly Setup[]): readonly Medium[] =>
      withUsed(
        [],
        shown.flatMap(({ layers }) => layers.map(({ mediumId }) => mediumId)),
      ),
    listOwn: (putAway?: boolean) => service.listOwnMedia(db, putAway),
    /** An own medium with its versions, and what changes with it. */
    loadOwn(id: string) {
      const loaded = service.loadOwnMedium(db, id, context);
      return loaded && { ...loaded, usedBy: pantry.usersOf(ownMediumId(id)) };
    },
    createOwn: (own: OwnMedium) => service.createOwnMedium(db, own, context),
    saveOwn: (input: SaveKeptInput) => service.saveOwnMedium(db, input, context),
    setOwnPutAway: (id: string, putAway: boolean) => service.setOwnMediumPutAway(db, id, putAway, context),
  };
}
