import type { Medium } from "../../core/media/medium";
import { insteadOf } from "../../core/season/instead";
import { yearOfKind } from "../../core/season/which-year";
import type { Setup } from "../../core/stack/setup";
import { failed, ok, problem, type Result } from "../../core/units/problem";
import type { Against, SeasonHere, SeasonInput } from "../../formats/season/actions";
import type { Db } from "../db/client";
import { ownOccupantsOf } from "../occupants/occupants.service";
import { loadPlace, withHere, yearsHere } from "../places/places.service";

type Asked = {
  readonly load: (id: string) => Setup | undefined;
  readonly medium: (id: string) => Medium | undefined;
};

/** A year of a setup's place, with all that it takes to live through it elsewhere. */
export function seasonHere(
  db: Db,
  { setupId, kind, against }: SeasonInput,
  { load, medium }: Asked,
): Result<SeasonHere> {
  const setup = load(setupId);
  if (!setup) return failed(problem("setupId", "missing", "There is no such setup to look at."));
  const there = yearsHere(db, setup);
  if (!there) return failed(problem("places", "no-place", "It stands at no place yet."));
  const other = against && heldAgainst(db, setup, kind, against, load);
  if (other && !other.ok) return other;
  const setups = [setup, ...(other ? [other.value.setup] : [])];
  const ids = new Set(setups.flatMap(({ layers }) => layers.map(({ mediumId }) => mediumId)));
  const living = new Set(setups.flatMap(({ occupants }) => occupants.map(({ occupantId }) => occupantId)));
  return ok({
    setup,
    at: kind === "all" ? there.at : yearOfKind(there.at, kind),
    media: [...ids].flatMap((id) => medium(id) ?? []),
    own: ownOccupantsOf(db, [...living]),
    against: other?.value,
  });
}

function heldAgainst(
  db: Db,
  setup: Setup,
  kind: SeasonInput["kind"],
  { by, id }: NonNullable<SeasonInput["against"]>,
  load: Asked["load"],
): Result<Against> {
  const design = by === "design" ? load(id) : undefined;
  const name = by === "design" ? design?.name : loadPlace(db, id)?.stored.value.name;
  if (name === undefined)
    return failed(problem("against", "missing", `There is no such ${by === "place" ? "place" : "setup"} any more.`));
  const other = withHere(db, insteadOf(setup, design ? { by: "design", design } : { by: "place", placeId: id }));
  const there = yearsHere(db, other);
  if (!there) return failed(problem("against", "no-place", "That place cannot be read."));
  return ok({ by, name, setup: other, at: kind === "all" ? there.at : yearOfKind(there.at, kind) });
}
