import { z } from "zod";

/**
 * What goes into a web address, a file and the name of a medium: nothing that any of them could trip over. One rule for
 * each, wherever a document comes from.
 */
const KEPT = "[\\w-]{1,40}";
/** Catalogue and library: with dots, as in a size of grains. */
const SHIPPED = "[\\w.-]{1,60}";

const idLike = (pattern: string, message: string): z.ZodString =>
  z.string().regex(new RegExp(`^${pattern}$`, "u"), { message });

/** Of a setup, a mix, a medium or kind of one's own, a build. */
export const keptId = idLike(KEPT, "is not an id");
/** Of a water at a place; and of a setup that is named in another. */
export const waterId = keptId;
export const setupId = keptId;
/** Of a medium: of the catalogue, of one's own, or a mix in a version; an old document names none. */
export const mediumId = idLike(
  `(?:own:${KEPT}|mix:${KEPT}(?:@[1-9]\\d{0,8})?|${SHIPPED})`,
  "is not the id of a medium",
);
/** Of what lives there: of the library, or of one's own. */
export const occupantId = idLike(`(?:own-kind:${KEPT}|${SHIPPED})`, "is not the id of a living thing");

export const mixMediumId = idLike(`mix:${KEPT}@[1-9]\\d{0,8}`, "must be mix:<id>@<version>");
export const ownMediumId = idLike(`own:${KEPT}`, "must begin with own:");
export const ownOccupantId = idLike(`own-kind:${KEPT}`, "must begin with own-kind:");
