import { sql } from "drizzle-orm";
import { mixOfMedium } from "../../core/mixing/mix-medium";
import type { FindIndex } from "../../formats/find-index";
import type { Db } from "../db/client";
import { MIX_TABLES, namesOnShelf } from "../kept/kept.repo";

/** More are found by name in the yard. */
const MOST_SETUPS = 3000;
const MOST_MIXES = 1000;

type LayerRow = { readonly setupId: string; readonly id: unknown; readonly name: unknown; readonly mediumId: unknown };

/** The setups on the shelf, those that were worked on last first, with their layers. */
export function setupsToFind(db: Db, mediumName: (id: string) => string | undefined): FindIndex["setups"] {
  const rows = db.all<{ id: string; name: string }>(
    sql`select id, name from setups where put_away_at is null order by updated_at desc, id limit ${MOST_SETUPS}`,
  );
  const layers = new Map<string, { id: string; name: string }[]>();
  // a document that cannot be read has no layers to go to
  const found = db.all<LayerRow>(
    sql`select s.id as setupId, json_extract(one.value, '$.id') as id, json_extract(one.value, '$.name') as name,
               json_extract(one.value, '$.mediumId') as mediumId
        from (select id, head_revision_id from setups where put_away_at is null order by updated_at desc, id limit ${MOST_SETUPS}) as s
        join revisions as r on r.id = s.head_revision_id,
             json_each(case when json_valid(r.document) then r.document else '{}' end, '$.layers') as one`,
  );
  const mixNames = new Map(mixesToFind(db).map(({ id, name }) => [id, name]));
  for (const { setupId, id, name, mediumId } of found) {
    if (typeof id !== "string" || typeof mediumId !== "string") continue;
    const mix = mixOfMedium(mediumId);
    const of = (mix ? mixNames.get(mix.mixId) : mediumName(mediumId)) ?? mediumId;
    const shown = typeof name === "string" && name !== "" ? `${name}, ${of}` : of;
    layers.set(setupId, [...(layers.get(setupId) ?? []), { id, name: shown }]);
  }
  return rows.map(({ id, name }) => ({ id, name, layers: layers.get(id) ?? [] }));
}

export const mixesToFind = (db: Db): FindIndex["mixes"] =>
  namesOnShelf(db, MIX_TABLES, { putAway: false, words: "", limit: MOST_MIXES, offset: 0 }).names;
