import { sql } from "drizzle-orm";
import {
  check,
  index,
  integer,
  primaryKey,
  real,
  sqliteTable,
  text,
  uniqueIndex,
  type AnySQLiteColumn,
} from "drizzle-orm/sqlite-core";

// What the tables themselves hold to, whoever writes to them.
const counts = (name: string, column: AnySQLiteColumn, from: number) =>
  check(name, sql`${column} >= ${sql.raw(String(from))}`);
/** ISO 8601 in UTC, as text: it sorts by time. */
const isTime = (name: string, column: AnySQLiteColumn) => check(name, sql`${column} glob '????-??-??T*Z'`);

/**
 * A setup is a head pointing into a tree of revisions. Undo moves the head to its parent, redo to its newest child, a
 * change adds a child; no revision is ever overwritten or deleted.
 */
export const setups = sqliteTable(
  "setups",
  {
    id: text("id").primaryKey(),
    /** The head document's name, kept here so that lists need not open documents. */
    name: text("name").notNull(),
    headRevisionId: integer("head_revision_id").references((): AnySQLiteColumn => revisions.id),
    /** Counts every move of the head: a write says which version it was made on. */
    version: integer("version").notNull().default(0),
    createdAt: text("created_at").notNull(),
    updatedAt: text("updated_at").notNull(),
    putAwayAt: text("put_away_at"),
  },
  (table) => [
    index("setups_by_shelf").on(table.putAwayAt, table.createdAt),
    counts("setups_version", table.version, 0),
    isTime("setups_made", table.createdAt),
  ],
);

export const revisions = sqliteTable(
  "revisions",
  {
    id: integer("id").primaryKey({ autoIncrement: true }),
    setupId: text("setup_id")
      .notNull()
      .references(() => setups.id),
    parentId: integer("parent_id").references((): AnySQLiteColumn => revisions.id),
    /** "change" is part of the history; "set-aside" came with a stale write and waits for a decision. */
    kind: text("kind", { enum: ["change", "set-aside"] }).notNull(),
    /** The browser's id for the change; a retried write is known by it. */
    changeId: text("change_id").notNull(),
    label: text("label").notNull(),
    document: text("document").notNull(),
    savedAt: text("saved_at").notNull(),
    /** When a set-aside version was used, copied or dropped. */
    settledAt: text("settled_at"),
  },
  (table) => [
    index("revisions_by_parent").on(table.setupId, table.parentId, table.kind),
    uniqueIndex("revisions_by_change").on(table.setupId, table.changeId),
    check("revisions_kind", sql`${table.kind} in ('change', 'set-aside')`),
    check("revisions_settled", sql`${table.settledAt} is null or ${table.kind} = 'set-aside'`),
    check("revisions_parent", sql`${table.parentId} < ${table.id}`),
    isTime("revisions_saved", table.savedAt),
  ],
);

/** What is kept in versions: the head names its newest, and versions are only added to. */
const headColumns = () => ({
  id: text("id").primaryKey(),
  name: text("name").notNull(),
  version: integer("version").notNull(),
  createdAt: text("created_at").notNull(),
  updatedAt: text("updated_at").notNull(),
  putAwayAt: text("put_away_at"),
});
const versionColumns = () => ({
  version: integer("version").notNull(),
  document: text("document").notNull(),
  savedAt: text("saved_at").notNull(),
});

export const mixes = sqliteTable("mixes", headColumns(), (table) => [
  index("mixes_by_name").on(table.putAwayAt, table.name),
  counts("mixes_version", table.version, 1),
  isTime("mixes_made", table.createdAt),
]);
export const mixVersions = sqliteTable(
  "mix_versions",
  {
    ofId: text("mix_id")
      .notNull()
      .references(() => mixes.id),
    ...versionColumns(),
  },
  (table) => [
    primaryKey({ columns: [table.ofId, table.version] }),
    counts("mix_versions_version", table.version, 1),
    isTime("mix_versions_saved", table.savedAt),
  ],
);

export const ownMedia = sqliteTable("own_media", headColumns(), (table) => [
  index("own_media_by_name").on(table.putAwayAt, table.name),
  counts("own_media_version", table.version, 1),
  isTime("own_media_made", table.createdAt),
]);
export const ownMediumVersions = sqliteTable(
  "own_medium_versions",
  {
    ofId: text("own_medium_id")
      .notNull()
      .references(() => ownMedia.id),
    ...versionColumns(),
  },
  (table) => [
    primaryKey({ columns: [table.ofId, table.version] }),
    counts("own_medium_versions_version", table.version, 1),
    isTime("own_medium_versions_saved", table.savedAt),
  ],
);

export const ownOccupants = sqliteTable("own_occupants", headColumns(), (table) => [
  index("own_occupants_by_name").on(table.putAwayAt, table.name),
  counts("own_occupants_version", table.version, 1),
  isTime("own_occupants_made", table.createdAt),
]);
export const ownOccupantVersions = sqliteTable(
  "own_occupant_versions",
  {
    ofId: text("own_occupant_id")
      .notNull()
      .references(() => ownOccupants.id),
    ...versionColumns(),
  },
  (table) => [
    primaryKey({ columns: [table.ofId, table.version] }),
    counts("own_occupant_versions_version", table.version, 1),
    isTime("own_occupant_versions_saved", table.savedAt),
  ],
);

export const places = sqliteTable("places", headColumns(), (table) => [
  index("places_by_name").on(table.putAwayAt, table.name),
  counts("places_version", table.version, 1),
  isTime("places_made", table.createdAt),
]);
export const placeVersions = sqliteTable(
  "place_versions",
  {
    ofId: text("place_id")
      .notNull()
      .references(() => places.id),
    ...versionColumns(),
  },
  (table) => [
    primaryKey({ columns: [table.ofId, table.version] }),
    counts("place_versions_version", table.version, 1),
    isTime("place_versions_saved", table.savedAt),
  ],
);

/** Weather that was measured, by the file it came in: what lay around its days, and its days; neither is ever changed. */
export const weather = sqliteTable(
  "weather",
  {
    id: text("id").primaryKey(),
    name: text("name").notNull(),
    createdAt: text("created_at").notNull(),
    /** Which columns it had, and what was left out. */
    document: text("document").notNull(),
  },
  (table) => [isTime("weather_made", table.createdAt)],
);
/** A day as YYYY-MM-DD; null is what was not measured. */
export const weatherDays = sqliteTable(
  "weather_days",
  {
    weatherId: text("weather_id")
      .notNull()
      .references(() => weather.id),
    day: text("day").notNull(),
    tMinC: real("t_min_c").notNull(),
    tMaxC: real("t_max_c").notNull(),
    vapourKPa: real("vapour_kpa"),
    windMPerS: real("wind_m_per_s"),
    solarMJPerM2: real("solar_mj_per_m2"),
    rainMm: real("rain_mm"),
  },
  (table) => [
    primaryKey({ columns: [table.weatherId, table.day] }),
    check("weather_days_day", sql`${table.day} glob '????-??-??'`),
    check("weather_days_warmth", sql`${table.tMinC} <= ${table.tMaxC}`),
  ],
);

/** How media are bought: the newest version of a medium is its pack now, and one without a document is none. */
export const packVersions = sqliteTable(
  "pack_versions",
  {
    mediumId: text("medium_id").notNull(),
    version: integer("version").notNull(),
    document: text("document"),
    savedAt: text("saved_at").notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.mediumId, table.version] }),
    counts("pack_versions_version", table.version, 1),
    isTime("pack_versions_saved", table.savedAt),
  ],
);

/** Names a grower gave to versions of a setup; one that is dropped stays, so that what it was called is known. */
export const versionNames = sqliteTable(
  "version_names",
  {
    id: integer("id").primaryKey({ autoIncrement: true }),
    setupId: text("setup_id")
      .notNull()
      .references(() => setups.id),
    revisionId: integer("revision_id")
      .notNull()
      .references(() => revisions.id),
    name: text("name").notNull(),
    namedAt: text("named_at").notNull(),
    droppedAt: text("dropped_at"),
  },
  (table) => [
    index("version_names_by_setup").on(table.setupId, table.id),
    isTime("version_names_named", table.namedAt),
  ],
);

/** A setup as it is being built: from which of its versions, and since when. The newest of a setup is its present one. */
export const builds = sqliteTable(
  "builds",
  {
    id: text("id").primaryKey(),
    setupId: text("setup_id")
      .notNull()
      .references(() => setups.id),
    /** The version that is built. */
    revisionId: integer("revision_id")
      .notNull()
      .references(() => revisions.id),
    begunAt: text("begun_at").notNull(),
  },
  (table) => [index("builds_by_setup").on(table.setupId, table.begunAt), isTime("builds_begun", table.begunAt)],
);
/** What was ticked off and written down, as it came; only added to. The last of a step is how it stands. */
export const buildEntries = sqliteTable(
  "build_entries",
  {
    id: integer("id").primaryKey({ autoIncrement: true }),
    buildId: text("build_id")
      .notNull()
      .references(() => builds.id),
    /** The phone's id for it; what it sends again is known by it. */
    entryId: text("entry_id").notNull(),
    step: text("step").notNull(),
    document: text("document").notNull(),
    savedAt: text("saved_at").notNull(),
  },
  (table) => [
    uniqueIndex("build_entries_by_entry").on(table.buildId, table.entryId),
    isTime("build_entries_saved", table.savedAt),
  ],
);

/**
 * What was done of what a setup asks of who keeps it, moved, left out, or said of how it is kept; as it came, and only
 * added to. The last of a thing is how it stands.
 */
export const keepingEntries = sqliteTable(
  "keeping_entries",
  {
    id: integer("id").primaryKey({ autoIncrement: true }),
    setupId: text("setup_id")
      .notNull()
      .references(() => setups.id),
    /** The browser's id for it; what it sends again is known by it. */
    entryId: text("entry_id").notNull(),
    document: text("document").notNull(),
    savedAt: text("saved_at").notNull(),
  },
  (table) => [
    uniqueIndex("keeping_entries_by_entry").on(table.setupId, table.entryId),
    isTime("keeping_entries_saved", table.savedAt),
  ],
);

/** What holds for the whole house, by name. */
export const houseSettings = sqliteTable(
  "house_settings",
  {
    name: text("name").primaryKey(),
    document: text("document").notNull(),
    savedAt: text("saved_at").notNull(),
  },
  (table) => [isTime("house_settings_saved", table.savedAt)],
);

/**
 * What was done to a setup, measured on it and noticed on it: a row each, as it is now. What it said before lies in
 * `logRowVersions`; one that was taken out stays, and is told no more.
 */
export const logRows = sqliteTable(
  "log_rows",
  {
    id: integer("id").primaryKey({ autoIncrement: true }),
    setupId: text("setup_id")
      .notNull()
      .references(() => setups.id),
    /** Its writer's id for it; what is sent again is known by it. */
    rowId: text("row_id").notNull(),
    /** A minute on the clock of the house: "2026-12-02T08:15". */
    at: text("at").notNull(),
    what: text("what").notNull(),
    value: real("value"),
    word: text("word"),
    who: text("who").notNull(),
    note: text("note").notNull(),
    /** "hand", "file", or a device's. */
    source: text("source").notNull(),
    version: integer("version").notNull().default(1),
    takenOut: integer("taken_out", { mode: "boolean" }).notNull().default(false),
    savedAt: text("saved_at").notNull(),
  },
  (table) => [
    uniqueIndex("log_rows_by_writer").on(table.setupId, table.rowId),
    index("log_rows_by_time").on(table.setupId, table.takenOut, table.at, table.id),
    index("log_rows_by_what").on(table.setupId, table.what, table.takenOut, table.at, table.value),
    check("log_rows_at", sql`${table.at} glob '????-??-??T??:??'`),
    counts("log_rows_version", table.version, 1),
    isTime("log_rows_saved", table.savedAt),
  ],
);

/** What rows of a log said before they were changed. */
export const logRowVersions = sqliteTable(
  "log_row_versions",
  {
    logId: integer("log_id")
      .notNull()
      .references(() => logRows.id),
    version: integer("version").notNull(),
    document: text("document").notNull(),
    savedAt: text("saved_at").notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.logId, table.version] }),
    counts("log_row_versions_version", table.version, 1),
    isTime("log_row_versions_saved", table.savedAt),
  ],
);

export type LogRowRow = typeof logRows.$inferSelect;
export type VersionNameRow = typeof versionNames.$inferSelect;
export type BuildRow = typeof builds.$inferSelect;
export type KeptRow = typeof mixes.$inferSelect;
export type SetupRow = typeof setups.$inferSelect;
export type RevisionRow = typeof revisions.$inferSelect;
