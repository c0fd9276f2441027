import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import Database from "better-sqlite3";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { mixMediumId } from "../../core/mixing/mix-medium";
import type { Setup } from "../../core/stack/setup";
import { layer, medium, potWith } from "../../core/testing/setups";
import { mixDocument, type Mix } from "../../formats/mix/document";
import { setupDocument } from "../../formats/setup/document";
import { DATABASE_FILE, openDatabase, type Db } from "../db/client";
import { loadSetup, saveChanges, settleSetAside, shelf, step, createSetup } from "../setups/setups.service";
import { openMarlstone } from "../open";
import * as mixes from "./mixes.service";

// A layer names a version of its mix, so that a design stays what it was made of.

const recipe = (perlite: number): Mix => ({
  name: "House mix",
  parts: [
    { mediumId: "sphagnum-peat", parts: 2 },
    { mediumId: "perlite-coarse-3-6", parts: perlite },
  ],
  amendments: [],
  note: "",
});
let minute = 0;
let ids = 0;
const base = {
  /** Each thing done takes a minute. */
  now: () => `2026-11-25T09:${String(minute++).padStart(2, "0")}:00.000Z`,
  newId: () => `id-${ids++}-------`,
  catalogue: medium,
  catalogueNames: [],
  ingredient: medium,
};
let folder: string;
let db: Db;
let close: () => void;
const context = () => ({ ...base, medium: (id: string) => medium(id) ?? mixes.mediumOfMix(db, id, base) });
beforeEach(() => {
  minute = 0;
  folder = mkdtempSync(join(tmpdir(), "marlstone-versions-"));
  ({ db, close } = openDatabase(folder));
});
afterEach(() => {
  close();
  rmSync(folder, { recursive: true, force: true });
});

const madeMix = (): string => {
  const made = mixes.createMix(db, recipe(1), base);
  if (!made.ok) throw new Error(made.problems[0]!.message);
  return made.value;
};
const changeMix = (id: string, baseVersion: number, perlite: number): void =>
  void expect(mixes.saveMix(db, { id, baseVersion, document: mixDocument(recipe(perlite)) }, base).status).toBe(
    "saved",
  );
const potOf = (mediumId: string, thicknessCm = 12): Setup =>
  potWith({ kind: "drained", outletCm: 0 }, [{ ...layer("sphagnum-peat", thicknessCm), id: "soil", mediumId }]);
const madeSetup = (setup: Setup): string => {
  const made = createSetup(db, setup, context());
  if (!made.ok) throw new Error(made.problems[0]!.message);
  return made.value;
};
const stateOf = (id: string) => {
  const loaded = loadSetup(db, id);
  if (loaded.status !== "ok") throw new Error(loaded.status);
  return loaded.state;
};
const mediumOf = (id: string): string => stateOf(id).setup.layers[0]!.mediumId;
const save = (setupId: string, setup: Setup, baseVersion = stateOf(setupId).version) =>
  saveChanges(
    db,
    { setupId, baseVersion, changes: [{ id: base.newId(), label: "Changed", document: setupDocument(setup) }] },
    context(),
  );
/** Stores a document as it was written before versions were named. */
const unname = (setupId: string): void => {
  const raw = new Database(join(folder, DATABASE_FILE));
  raw.prepare(`update revisions set document = replace(document, '@1"', '"') where setup_id = ?`).run(setupId);
  raw.close();
};
const airOf = (mediumId: string): number => context().medium(mediumId)!.airSpace15cm.typical;

describe("a layer of a mix", () => {
  it("keeps the version it was made with when the mix changes, and takes a newer one over when it is told", () => {
    const mix = madeMix();
    const id = madeSetup(potOf(mixMediumId(mix, 1)));
    changeMix(mix, 1, 4);
    expect(mediumOf(id)).toBe(`mix:${mix}@1`);
    expect(airOf(`mix:${mix}@2`)).toBeGreaterThan(airOf(`mix:${mix}@1`) + 0.03);
    expect(mixes.mediaOfMixes(db, base).map((one) => one.id)).toEqual([`mix:${mix}@2`]);
    save(id, potOf(mixMediumId(mix, 2)));
    expect(mediumOf(id)).toBe(`mix:${mix}@2`);
    // going back brings back its mix, which a page has known from the start
    close();
    const marlstone = openMarlstone(folder);
    const known = marlstone.toBuildWith(id).mixes.map(({ mediumId, offered }) => [mediumId, offered]);
    marlstone.close();
    ({ db, close } = openDatabase(folder));
    expect(known).toEqual([
      [`mix:${mix}@2`, true],
      [`mix:${mix}@1`, false],
    ]);
    step(db, { setupId: id, baseVersion: stateOf(id).version, direction: "undo" }, context());
    expect(mediumOf(id)).toBe(`mix:${mix}@1`);
  });

  it("that names no version is taken at its word of the day it is saved", () => {
    const mix = madeMix();
    changeMix(mix, 1, 3);
    const id = madeSetup(potOf(`mix:${mix}`));
    expect(mediumOf(id)).toBe(`mix:${mix}@2`);
    save(id, potOf(`mix:${mix}`, 14));
    changeMix(mix, 2, 5);
    expect([mediumOf(id), stateOf(id).setup.layers[0]!.thicknessCm]).toEqual([`mix:${mix}@2`, 14]);
  });

  it("from before versions were named is of the version of its time: on its page, on the shelf, and going back", () => {
    const mix = madeMix();
    const id = madeSetup(potOf(mixMediumId(mix, 1)));
    unname(id);
    changeMix(mix, 1, 3);
    expect(mediumOf(id)).toBe(`mix:${mix}@1`);
    const [item] = shelf(db, 1).items;
    expect(item!.setup.ok && item!.setup.value.layers[0]!.mediumId).toBe(`mix:${mix}@1`);
    save(id, potOf(mixMediumId(mix, 2)));
    step(db, { setupId: id, baseVersion: stateOf(id).version, direction: "undo" }, context());
    expect(mediumOf(id)).toBe(`mix:${mix}@1`);
  });

  it("of a mix that came later than it, or is gone, is of the oldest that can be said, or stays as it is written", () => {
    const mix = madeMix();
    const id = madeSetup(potOf(mixMediumId(mix, 1)));
    unname(id);
    const raw = new Database(join(folder, DATABASE_FILE));
    raw.prepare("update revisions set saved_at = '2020-01-01T00:00:00.000Z'").run();
    raw.close();
    expect(mediumOf(id)).toBe(`mix:${mix}@1`);
    expect(mixes.withMixVersions(db, potOf("mix:nobody"), base.now()).layers[0]!.mediumId).toBe("mix:nobody");
    const plain = potOf("sphagnum-peat");
    expect(mixes.withMixVersions(db, plain, base.now())).toBe(plain);
  });

  it("in a version set aside keeps it, used or copied", () => {
    const mix = madeMix();
    const id = madeSetup(potOf(mixMediumId(mix, 1)));
    save(id, potOf(mixMediumId(mix, 1), 15));
    expect(save(id, potOf(mixMediumId(mix, 1), 9), 1).status).toBe("stale");
    unname(id);
    changeMix(mix, 1, 3);
    const [kept] = stateOf(id).setAside;
    expect(kept!.setup.layers[0]!.mediumId).toBe(`mix:${mix}@1`);
    settleSetAside(db, { setupId: id, revisionId: kept!.revisionId, choice: "use" }, context());
    expect([mediumOf(id), stateOf(id).setup.layers[0]!.thicknessCm]).toEqual([`mix:${mix}@1`, 9]);
  });

  it("is told of by the mix in every version, and is filled by the recipe of its own", () => {
    const mix = madeMix();
    const [first, second] = [madeSetup(potOf(mixMediumId(mix, 1))), madeSetup(potOf(mixMediumId(mix, 1)))];
    changeMix(mix, 1, 4);
    save(second, potOf(mixMediumId(mix, 2)));
    expect(new Set(mixes.loadMix(db, mix)!.usedBy.map(({ id }) => id))).toEqual(new Set([first, second]));
    unname(first);
    expect(new Set(mixes.loadMix(db, mix)!.usedBy.map(({ id }) => id))).toEqual(new Set([first, second]));
    expect(mixes.loadMix(db, madeMix())!.usedBy).toEqual([]);
    const perlite = (mediumId: string) => mixes.recipeOfMedium(db, mediumId, base)!.parts[1]!.parts;
    expect([perlite(mixMediumId(mix, 1)), perlite(mixMediumId(mix, 2)), perlite(`mix:${mix}`)]).toEqual([1, 4, 4]);
    expect(mixes.recipeOfMedium(db, mixMediumId(mix, 9), base)).toBeUndefined();
    expect(mixes.mediumOfMix(db, mixMediumId("nobody", 1), base)).toBeUndefined();
    expect(mixes.mediumOfMix(db, "sphagnum-peat", base)).toBeUndefined();
  });
});
