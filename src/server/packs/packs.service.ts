import { asc, eq } from "drizzle-orm";
import type { Pack } from "../../core/mixing/batch";
import { packSchema, type PutPackInput } from "../../formats/pack/schema";
import { fromText, parseWith } from "../../formats/problems";
import type { Db } from "../db/client";
import { packs } from "../db/schema";

/** The grower's pack list; one that cannot be read is left out, and stays stored. */
export const listPacks = (db: Db): Pack[] =>
  db
    .select()
    .from(packs)
    .orderBy(asc(packs.mediumId))
    .all()
    .flatMap(({ document }) => {
      const parsed = fromText(document, (value) => parseWith(packSchema, value));
      return parsed.ok ? [parsed.value] : [];
    });

/** Puts a pack in place of the one there was for its medium, or takes it out. */
export function putPack(db: Db, { mediumId, pack }: PutPackInput, now: () => string): void {
  if (pack === null) db.delete(packs).where(eq(packs.mediumId, mediumId)).run();
  else
    db.insert(packs)
      .values({ mediumId, document: JSON.stringify(pack), savedAt: now() })
      .onConflictDoUpdate({ target: packs.mediumId, set: { document: JSON.stringify(pack), savedAt: now() } })
      .run();
}
