import { z } from "zod";
import { houseSchema } from "./house/schema";
import { logSchema } from "./log/document";
import { mixSchema } from "./mix/schema";
import { ownMediumSchema } from "./own-medium/schema";
import { ownOccupantSchema } from "./own-occupant/schema";
import { placeSchema } from "./place/schema";
import { setupFileSchema } from "./setup-file/schema";

/**
 * The files' shapes as JSON Schemas, generated from what reads them: docs/formats/<name>.schema.json. What a schema cannot say (ids
 * once each, ties between parts) is said beside it in the .md of the same name.
 */
const FILES = {
  "setup-file": ["A setup with all it needs", setupFileSchema],
  house: ["A whole house", houseSchema],
  mix: ["A mix", mixSchema],
  "own-medium": ["A medium of one's own", ownMediumSchema],
  "own-occupant": ["A kind of one's own", ownOccupantSchema],
  log: ["The log of a setup", logSchema],
  place: ["A place", placeSchema],
} as const satisfies Record<string, readonly [title: string, schema: z.ZodType]>;

export const jsonSchemas = (): readonly { readonly name: string; readonly schema: object }[] =>
  Object.entries(FILES).map(([name, [title, schema]]) => ({
    name,
    schema: { title, ...z.toJSONSchema(schema, { io: "input" }) },
  }));
