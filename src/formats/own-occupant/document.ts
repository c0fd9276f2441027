import type { OwnOccupant } from "../../core/occupants/own-occupant";

/** A grower's own kind of plant or animal as a document, written without a parser (docs/formats/own-occupant.md). */
export const OWN_OCCUPANT_KIND = "marlstone.occupant";
export const OWN_OCCUPANT_VERSION = 1;

export type OwnOccupantDocument = {
  readonly kind: typeof OWN_OCCUPANT_KIND;
  readonly version: typeof OWN_OCCUPANT_VERSION;
} & OwnOccupant;

export const ownOccupantDocument = ({
  name,
  scientificName,
  note,
  basedOn,
  figures,
  words,
}: OwnOccupant): OwnOccupantDocument => ({
  kind: OWN_OCCUPANT_KIND,
  version: OWN_OCCUPANT_VERSION,
  name,
  scientificName,
  note,
  basedOn,
  figures,
  words,
});
