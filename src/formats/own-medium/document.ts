import type { OwnMedium } from "../../core/media/own-medium";

/** A grower's own medium as a document, written without a parser (docs/formats/own-medium.md). */
export const OWN_MEDIUM_KIND = "marlstone.medium";
export const OWN_MEDIUM_VERSION = 1;

export type OwnMediumDocument = {
  readonly kind: typeof OWN_MEDIUM_KIND;
  readonly version: typeof OWN_MEDIUM_VERSION;
} & OwnMedium;

export const ownMediumDocument = ({ name, grade, basedOn, figures }: OwnMedium): OwnMediumDocument => ({
  kind: OWN_MEDIUM_KIND,
  version: OWN_MEDIUM_VERSION,
  name,
  grade,
  basedOn,
  figures,
});
