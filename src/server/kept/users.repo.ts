import { desc, eq, or, sql } from "drizzle-orm";
import type { Db } from "../db/client";
import { revisions, setups } from "../db/schema";

/** Which setups name a medium, a mix or a place, read off the documents. */

const setupsThatSay = (db: Db, ...texts: readonly string[]): { id: string; name: string }[] =>
  db
    .select({ id: setups.id, name: setups.name })
    .from(setups)
    .innerJoin(revisions, eq(setups.headRevisionId, revisions.id))
    .where(or(...texts.map((text) => sql`instr(${revisions.document}, ${text}) > 0`)))
    .orderBy(desc(setups.updatedAt))
    .all();

/** Setups whose present version has a layer of a medium. */
export const setupsWithMedium = (db: Db, mediumId: string): { id: string; name: string }[] =>
  setupsThatSay(db, `"mediumId":${JSON.stringify(mediumId)}`);

/** Setups whose present version stands at a place, for a while or all year. */
export const setupsAtPlace = (db: Db, placeId: string): { id: string; name: string }[] =>
  setupsThatSay(db, `"placeId":${JSON.stringify(placeId)}`);

/**
 * Setups whose present version has a layer of a mix, in whatever version, or of one from before versions were named.
 */
export const setupsWithMix = (db: Db, mixId: string): { id: string; name: string }[] =>
  setupsThatSay(db, `"mediumId":"mix:${mixId}@`, `"mediumId":"mix:${mixId}"`);
