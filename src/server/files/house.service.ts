import type { StepState } from "../../core/sheet/built";
import { ownMediumId } from "../../core/media/own-id";
import { mixOfMedium } from "../../core/mixing/mix-medium";
import { ownKindId } from "../../core/occupants/own-occupant";
import { ok, type Result } from "../../core/units/problem";
import { stepStateSchema } from "../../formats/build-record/schema";
import { type House, type KeptInHouse, type SetupInHouse } from "../../formats/house/schema";
import { HOUSE_KIND, HOUSE_VERSION } from "../../formats/house/document";
import { fromText, parseWith } from "../../formats/problems";
import { packSchema } from "../../formats/pack/schema";
import { buildRows, ENTRIES, hasBuild, insertBuild } from "../builds/builds.repo";
import { writing, type Db } from "../db/client";
import { allNameRows, insertName } from "../history/history.repo";
import { insertWithVersions, keptRow, type KeptTables, type WholeKept } from "../kept/kept.repo";
import { MIX_TABLES, OWN_MEDIUM_TABLES, OWN_OCCUPANT_TABLES, PLACE_TABLES } from "../kept/kept.repo";
import { freeName, type OwnMediaContext } from "../media/media.service";
import { freeKindName } from "../occupants/occupants.service";
import { freePlaceName } from "../places/places.service";
import { daysCarried } from "../../formats/weather/carried";
import { daysOf, weatherRows } from "../weather/weather.repo";
import { takeInCarried } from "../weather/weather.service";
import { keepingEntry } from "../../formats/schedule/schema";
import { logInHouse, takeLogIn } from "../log/log-in-house";
import { KEEPING } from "../schedule/keeping.repo";
import { houseDaysOf, setHouseDays } from "../schedule/keeping.service";
import { setupRow } from "../setups/setups.repo";
import * as repo from "./house.repo";

/** What is stored, as it goes into a file: the object a text stands for, or the text where it is none. */
function loose(document: string): KeptInHouse["versions"][number]["document"] {
  try {
    const value: unknown = JSON.parse(document);
    return typeof value === "object" && value !== null && !Array.isArray(value)
      ? (value as Record<string, unknown>)
      : document;
  } catch {
    return document;
  }
}

const textOf = (document: Record<string, unknown> | string): string =>
  typeof document === "string" ? document : JSON.stringify(document);

/** All there is, in one document. */
export function houseOf(db: Db, writtenAt: string): House {
  // one moment of it all: what is written meanwhile waits
  return writing(db, (tx) => ({
    kind: HOUSE_KIND,
    version: HOUSE_VERSION,
    writtenAt,
    setups: repo.setupRows(tx).flatMap(({ id, name, createdAt, updatedAt, putAwayAt, headRevisionId }) => {
      const rows = repo.REVISIONS.all(tx, id);
      const places = new Map(rows.map((row, place) => [row.id, place]));
      const head = headRevisionId === null ? undefined : places.get(headRevisionId);
      // one without a version is nothing yet
      if (head === undefined) return [];
      return [
        {
          id,
          name,
          createdAt,
          updatedAt,
          putAwayAt,
          head,
          revisions: rows.map(({ parentId, kind, changeId, label, savedAt, settledAt, document }) => ({
            parent: parentId === null ? null : places.get(parentId)!,
            kind,
            changeId,
            label,
            savedAt,
            settledAt,
            document: loose(document),
          })),
          names: allNameRows(tx, id).map((one) => ({
            revision: places.get(one.revisionId)!,
            name: one.name,
            namedAt: one.namedAt,
            droppedAt: one.droppedAt,
          })),
          keeping: KEEPING.all(tx, id).flatMap(({ entryId, savedAt, document }) => {
            const entry = fromText(document, (value) => parseWith(keepingEntry, value));
            return entry.ok ? [{ entryId, savedAt, entry: entry.value }] : [];
          }),
          log: logInHouse(tx, id),
          builds: buildRows(tx, id).map((build) => ({
            id: build.id,
            revision: places.get(build.revisionId)!,
            begunAt: build.begunAt,
            entries: ENTRIES.all(tx, build.id).flatMap(({ entryId, step, savedAt, document }) => {
              const state = fromText(document, (value) => parseWith(stepStateSchema, value));
              return state.ok ? [{ entryId, step, savedAt, state: state.value }] : [];
            }),
          })),
        },
      ];
    }),
    mixes: repo.wholeKept(tx, MIX_TABLES).map(inHouse),
    media: repo.wholeKept(tx, OWN_MEDIUM_TABLES).map(inHouse),
    occupants: repo.wholeKept(tx, OWN_OCCUPANT_TABLES).map(inHouse),
    places: repo.wholeKept(tx, PLACE_TABLES).map(inHouse),
    weather: weatherRows(tx).map(({ id, name, createdAt, document }) => ({
      id,
      name,
      createdAt,
      document,
      days: daysCarried(daysOf(tx, id)),
    })),
    houseDays: [...houseDaysOf(tx)],
    packs: packsInHouse(tx),
  }));
}

const inHouse = ({ versions, ...head }: WholeKept): KeptInHouse => ({
  ...head,
  versions: versions.map(({ version, savedAt, document }) => ({ version, savedAt, document: loose(document) })),
});

function packsInHouse(db: Db): House["packs"] {
  const packs = new Map<string, House["packs"][number]>();
  for (const { mediumId, version, document, savedAt } of repo.packRows(db)) {
    const parsed = document === null ? undefined : fromText(document, (value) => parseWith(packSchema, value));
    // one that cannot be read counts as none
    const pack = parsed?.ok ? parsed.value : null;
    const list = packs.get(mediumId) ?? { mediumId, versions: [] };
    list.versions.push({ version, savedAt, pack });
    packs.set(mediumId, list);
  }
  return [...packs.values()];
}

/** How much came in, how much was here already, and what got another id. */
export type HouseTakenIn = {
  readonly setups: number;
  readonly mixes: number;
  readonly media: number;
  readonly occupants: number;
  readonly places: number;
  readonly packs: number;
  readonly alreadyHere: number;
  /** Of those: setups to which something was added that was named, ticked or written down of them elsewhere. */
  readonly added: number;
  readonly renamed: number;
};

/**
 * Takes in a whole house beside what is here, all of it or nothing. What is here under the same id and is the same is
 * passed over, but for what was named and ticked of it elsewhere; what differs stays, and what came gets another id,
 * everywhere it is named.
 */
export function takeInHouse(db: Db, house: House, context: OwnMediaContext): Result<HouseTakenIn> {
  const { newId } = context;
  return writing(db, (tx): Result<HouseTakenIn> => {
    let alreadyHere = 0;
    let renamed = 0;
    let added = 0;
    const names = new Map<string, string>();
    const nameOf: NameOf = (id) => names.get(id) ?? id;
    const takeKept = (
      tables: KeptTables,
      list: readonly KeptInHouse[],
      called: (from: string, to: string) => void,
      /** A name that nothing else has here, where names stand for one thing. */
      freeNameOf: (name: string) => string = (name) => name,
    ): number => {
      let taken = 0;
      const here = new Map(repo.wholeKept(tx, tables).map((one) => [one.id, one]));
      for (const { versions, ...head } of list) {
        const rows = versions.map(({ version, savedAt, document }) => ({
          version,
          savedAt,
          document: textOf(withNames(document, nameOf)),
        }));
        const known = here.get(head.id);
        if (known && startsWith(known.versions, rows)) {
          alreadyHere++;
          continue;
        }
        const id = keptRow(tx, tables, head.id) ? newId() : head.id;
        if (id !== head.id) renamed++;
        called(head.id, id);
        const newest = versions.at(-1)!;
        const wanted = nameIn(newest.document, head.name);
        const name = freeNameOf(wanted);
        if (name !== wanted && typeof newest.document === "object")
          rows.at(-1)!.document = textOf({ ...withNames(newest.document, nameOf), name });
        insertWithVersions(tx, tables, { ...head, id, name, versions: rows });
        taken++;
      }
      return taken;
    };
    const media = takeKept(
      OWN_MEDIUM_TABLES,
      house.media,
      (from, to) => names.set(ownMediumId(from), ownMediumId(to)),
      (name) => freeName(tx, name, context),
    );
    const mixIds = new Map<string, string>();
    const mixes = takeKept(MIX_TABLES, house.mixes, (from, to) => mixIds.set(from, to));
    const occupants = takeKept(
      OWN_OCCUPANT_TABLES,
      house.occupants,
      (from, to) => names.set(ownKindId(from), ownKindId(to)),
      (name) => freeKindName(tx, name),
    );
    // weather never changes: what is here under an id is what came
    for (const carried of house.weather) takeInCarried(tx, carried);
    const places = takeKept(
      PLACE_TABLES,
      house.places,
      (from, to) => names.set(placeKey(from), placeKey(to)),
      (name) => freePlaceName(tx, name),
    );
    const nameOfAll: NameOf = (id) => {
      const mix = mixOfMedium(id);
      const to = mix && mixIds.get(mix.mixId);
      return to === undefined ? nameOf(id) : id.replace(`mix:${mix!.mixId}`, () => `mix:${to}`);
    };
    let setups = 0;
    const coming: { readonly setup: SetupInHouse; readonly id: string }[] = [];
    for (const setup of house.setups) {
      const isHere = setupRow(tx, setup.id) !== undefined;
      const same = isHere ? sameHere(tx, setup, nameOfAll) : undefined;
      if (same) {
        alreadyHere++;
        if (addRecords(tx, setup, setup.id, same, nameOfAll, newId)) added++;
        continue;
      }
      const id = isHere ? newId() : setup.id;
      if (isHere) renamed++;
      coming.push({ setup, id });
    }
    // one is led into another under whatever name that one gets here
    for (const { setup, id } of coming) names.set(setupKey(setup.id), setupKey(id));
    for (const { setup, id } of coming) {
      takeSetup(tx, setup, id, nameOfAll, newId);
      setups++;
    }
    let packs = 0;
    const bought = new Set(repo.packRows(tx).map(({ mediumId }) => mediumId));
    for (const { mediumId, versions } of house.packs) {
      const to = nameOf(mediumId);
      if (bought.has(to)) {
        alreadyHere++;
        continue;
      }
      for (const { version, savedAt, pack } of versions)
        repo.insertPackVersion(tx, {
          mediumId: to,
          version,
          savedAt,
          document: pack && JSON.stringify({ ...pack, mediumId: to }),
        });
      packs++;
    }
    // days that were chosen here stay
    if (house.houseDays.length > 0 && houseDaysOf(tx).length === 0)
      setHouseDays(tx, { days: house.houseDays }, () => house.writtenAt);
    return ok({ setups, mixes, media, occupants, places, packs, alreadyHere, added, renamed });
  });
}

type NameOf = (id: string) => string;

/** Ids of places have nothing before them; among other names they go by one of their own. */
const PLACE_PREFIX = "place:";
const placeKey = (id: string): string => `${PLACE_PREFIX}${id}`;
/** Nor have those of setups. */
const SETUP_PREFIX = "setup:";
const setupKey = (id: string): string => `${SETUP_PREFIX}${id}`;

/** Lists go by the name in the present version; what a file says beside it counts where that cannot be read. */
const nameIn = (document: Record<string, unknown> | string, otherwise: string): string =>
  typeof document === "object" && typeof document.name === "string" ? document.name : otherwise;

/** A document in which media and kinds go by other names; one that is a text only goes as it is. */
function withNames<D extends Record<string, unknown> | string>(document: D, nameOf: NameOf): D {
  if (typeof document === "string") return document;
  const each = (list: unknown, key: string): unknown =>
    Array.isArray(list)
      ? list.map((one: unknown) => {
          const id = typeof one === "object" && one !== null ? (one as Record<string, unknown>)[key] : undefined;
          if (typeof id !== "string") return one;
          const to = key === "placeId" ? nameOf(placeKey(id)).slice(PLACE_PREFIX.length) : nameOf(id);
          return { ...(one as object), [key]: to };
        })
      : list;
  const lists = { layers: "mediumId", parts: "mediumId", occupants: "occupantId", places: "placeId" } as const;
  const led = (list: unknown): unknown =>
    Array.isArray(list)
      ? list.map((id: unknown) => (typeof id === "string" ? nameOf(setupKey(id)).slice(SETUP_PREFIX.length) : id))
      : list;
  return Object.fromEntries(
    Object.entries(document).map(([key, value]) => [
      key,
      Object.hasOwn(lists, key) ? each(value, lists[key as keyof typeof lists]) : key === "runsIn" ? led(value) : value,
    ]),
  ) as D;
}

/** Whether what is here is what came, or has gone on from it. */
const startsWith = (here: WholeKept["versions"], came: WholeKept["versions"]): boolean =>
  came.length <= here.length &&
  came.every(({ version, document }, i) => here[i]!.version === version && here[i]!.document === document);

/** The ids here of a setup's versions, if what is here is what came or has gone on from it. */
function sameHere(db: Db, { id, revisions }: SetupInHouse, nameOf: NameOf): readonly number[] | undefined {
  const here = repo.REVISIONS.all(db, id);
  const isSame =
    revisions.length <= here.length &&
    revisions.every(
      ({ changeId, document }, i) =>
        here[i]!.changeId === changeId && here[i]!.document === textOf(withNames(document, nameOf)),
    );
  return isSame ? here.map((row) => row.id) : undefined;
}

function withMediumNamed(state: StepState, nameOf: NameOf): StepState {
  const { mediumId } = state.actual;
  return { ...state, actual: { ...state.actual, mediumId: mediumId === null ? null : nameOf(mediumId) } };
}

function takeSetup(db: Db, setup: SetupInHouse, id: string, nameOf: NameOf, newId: () => string): void {
  const { name, createdAt, updatedAt, putAwayAt, head, revisions } = setup;
  const ids = repo.insertWholeSetup(
    db,
    { id, name: nameIn(revisions[head]!.document, name), createdAt, updatedAt, putAwayAt },
    revisions.map(({ document, ...revision }) => ({ ...revision, document: textOf(withNames(document, nameOf)) })),
    head,
  );
  addRecords(db, setup, id, ids, nameOf, newId);
}

/**
 * Adds what was named, and what was ticked and written down at the bench, to a setup that is here.
 * @param ids  of its versions here, by their places
 * @returns whether there was anything new in it
 */
function addRecords(
  db: Db,
  { names, keeping, log, builds }: SetupInHouse,
  setupId: string,
  ids: readonly number[],
  nameOf: NameOf,
  newId: () => string,
): boolean {
  let isNew = false;
  const named = new Set(allNameRows(db, setupId).map(nameKey));
  for (const { revision, ...rest } of names) {
    const row = { ...rest, setupId, revisionId: ids[revision]! };
    if (named.has(nameKey(row))) continue;
    insertName(db, row);
    isNew = true;
  }
  isNew = takeLogIn(db, setupId, log) || isNew;
  for (const { entryId, savedAt, entry } of keeping)
    isNew = KEEPING.add(db, { setupId, entryId, savedAt, document: JSON.stringify(entry) }) || isNew;
  const begun = buildRows(db, setupId);
  for (const { id, revision, begunAt, entries } of builds) {
    // the one that is here may follow a later version by now
    const here = begun.find((one) => one.id === id) ?? begun.find((one) => one.begunAt === begunAt);
    // an id is one for the whole house
    const buildId = here?.id ?? (hasBuild(db, id) ? newId() : id);
    if (!here) insertBuild(db, { id: buildId, setupId, revisionId: ids[revision]!, begunAt });
    const known = ENTRIES.all(db, buildId);
    const newest = new Map(known.map(({ step, savedAt }) => [step, savedAt]));
    const entryIds = new Set(known.map(({ entryId }) => entryId));
    for (const { entryId, step, savedAt, state } of entries) {
      // what was written of the step here since then stays in force
      if (entryIds.has(entryId) || (newest.get(step) ?? "") > savedAt) continue;
      ENTRIES.add(db, { buildId, entryId, step, savedAt, document: JSON.stringify(withMediumNamed(state, nameOf)) });
      isNew = true;
    }
    isNew ||= !here;
  }
  return isNew;
}

const nameKey = ({ revisionId, name, namedAt }: { revisionId: number; name: string; namedAt: string }): string =>
  JSON.stringify([revisionId, name, namedAt]);
