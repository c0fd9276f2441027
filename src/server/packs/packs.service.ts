import { and, eq, max } from "drizzle-orm";
import { packSchema, type KeptPack, type PutPackInput, type PutPackOutcome } from "../../formats/pack/schema";
import { fromText, parseWith } from "../../formats/problems";
import { writing, type Db } from "../db/client";
import { packVersions } from "../db/schema";

const { mediumId, version, document } = packVersions;

/** The newest version for each medium, by medium; of one alone where it is named. */
function newest(db: Db, ofMedium?: string): { mediumId: string; version: number; document: string | null }[] {
  const last = db
    .select({ mediumId, version: max(version).as("last") })
    .from(packVersions)
    .where(ofMedium === undefined ? undefined : eq(mediumId, ofMedium))
    .groupBy(mediumId)
    .as("newest");
  return db
    .select({ mediumId, version, document })
    .from(packVersions)
    .innerJoin(last, and(eq(mediumId, last.mediumId), eq(version, last.version)))
    .orderBy(mediumId)
    .all();
}

/** One that cannot be read counts as none, and stays stored. */
function keptOf(row: { mediumId: string; version: number; document: string | null }): KeptPack {
  const parsed = row.document === null ? undefined : fromText(row.document, (value) => parseWith(packSchema, value));
  return { mediumId: row.mediumId, version: row.version, pack: parsed?.ok ? parsed.value : null };
}

/** The grower's pack list, with the media that were taken out of it. */
export const listPacks = (db: Db): KeptPack[] => newest(db).map(keptOf);

/** Puts a pack in place of the one there was for its medium, or takes it out; one that was put on an older one is not. */
export function putPack(
  db: Db,
  { mediumId: ofMedium, baseVersion, pack }: PutPackInput,
  now: () => string,
): PutPackOutcome {
  return writing(db, (tx): PutPackOutcome => {
    const row = newest(tx, ofMedium)[0];
    const before = row ? keptOf(row) : { mediumId: ofMedium, version: 0, pack: null };
    if (before.version !== baseVersion) return { status: "stale", kept: before };
    const kept: KeptPack = { mediumId: ofMedium, version: baseVersion + 1, pack };
    const text = pack && JSON.stringify(pack);
    tx.insert(packVersions).values({ mediumId: ofMedium, version: kept.version, document: text, savedAt: now() }).run();
    return { status: "saved", kept };
  });
}
