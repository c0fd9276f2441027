import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { CATALOGUE } from "../../core/media/catalogue/catalogue";
import { medium, potWith, layer } from "../../core/testing/setups";
import { mixDocument, type Mix } from "../../formats/mix/document";
import { mixMediumId } from "../../core/mixing/mix-medium";
import { openDatabase, type Db } from "../db/client";
import * as kept from "../kept/kept.service";
import { createSetup, loadSetup } from "../setups/setups.service";
import {
  createMix,
  listMixes,
  loadMix,
  mediaOfMixes,
  mediumOfMix,
  MIXES,
  mixesToMake,
  recipeOfMedium,
  saveMix,
  setMixPutAway,
  type MixContext,
} from "./mixes.service";

const BOG: Mix = {
  name: "Bog bench",
  parts: [
    { mediumId: "sphagnum-peat", parts: 2 },
    { mediumId: "perlite-coarse-3-6", parts: 1 },
  ],
  amendments: [],
  note: "",
};
let ids = 0;
const context: MixContext = {
  now: () => "2026-11-25T09:00:00.000Z",
  newId: () => `mix-${ids++}`,
  catalogue: medium,
  catalogueNames: CATALOGUE.map(({ name }) => name),
  ingredient: medium,
};
let folder: string;
let db: Db;
let close: () => void;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), "marlstone-mixes-"));
  ({ db, close } = openDatabase(folder));
});
afterEach(() => {
  close();
  rmSync(folder, { recursive: true, force: true });
});
const made = (mix: Mix = BOG): string => {
  const id = createMix(db, mix, context);
  if (!id.ok) throw new Error(id.problems[0]!.message);
  return id.value;
};

describe("many mixes", () => {
  const many = 130;
  beforeEach(() => {
    for (let i = 0; i < many; i++) made({ ...BOG, name: `Mix ${String(i).padStart(3, "0")}` });
  });

  it("are named page by page, none left out, and found by some of their names whatever the letters", () => {
    const page = (of: number, words = "") => kept.namesPage(db, MIXES, { putAway: false, words, page: of });
    const all = [1, 2, 3].flatMap((of) => page(of).names.map(({ name }) => name));
    expect(page(1)).toMatchObject({ total: many, page: 1, pages: 3 });
    expect(all).toEqual(Array.from({ length: many }, (_, i) => `Mix ${String(i).padStart(3, "0")}`));
    expect(page(99).page).toBe(3);
    expect(page(1, "12").names.map(({ name }) => name)).toEqual(
      ["012", "112", ...Array.from({ length: 10 }, (_, i) => `12${i}`)].map((end) => `Mix ${end}`),
    );
    made({ ...BOG, name: "Ölkännchen 50% grit" });
    expect(page(1, "OLKANN GRIT").names.map(({ name }) => name)).toEqual(["Ölkännchen 50% grit"]);
    expect(page(1, "50% grit").total).toBe(1);
    expect(page(1, "5_% grit").total).toBe(0);
  });

  it("are all offered for layers, as what they are made of; what a setup was ever made of is known besides", () => {
    const id = made({ ...BOG, name: "Of long ago" });
    saveMix(db, { id, baseVersion: 1, document: mixDocument({ ...BOG, name: "Of now" }) }, context);
    setMixPutAway(db, id, true, context);
    const toMake = mixesToMake(db, [mixMediumId(id, 1), "mix:nowhere@1"]);
    expect(toMake.filter(({ offered }) => offered)).toHaveLength(many);
    expect(toMake.filter(({ offered }) => !offered)).toEqual([
      { mediumId: mixMediumId(id, 1), name: "Of long ago", parts: BOG.parts, offered: false },
    ]);
  });
});

describe("saved mixes", () => {
  it("are kept, listed by name, and outlive the database's closing", () => {
    const id = made();
    made({ ...BOG, name: "Airy" });
    expect(listMixes(db).map(({ value }) => value.name)).toEqual(["Airy", "Bog bench"]);
    close();
    ({ db, close } = openDatabase(folder));
    expect(loadMix(db, id)).toEqual({
      stored: { id, version: 1, value: BOG, isPutAway: false },
      usedBy: [],
      versions: [{ version: 1, savedAt: context.now(), value: BOG }],
    });
  });

  it("refuse what does not blend, other mixes, and media nobody knows, naming the part", () => {
    expect(createMix(db, { ...BOG, parts: [{ mediumId: "moon-dust", parts: 1 }] }, context)).toMatchObject({
      ok: false,
      problems: [{ path: "parts[0].mediumId", code: "unknown-medium" }],
    });
    expect(createMix(db, { ...BOG, parts: [{ mediumId: "mix:other", parts: 1 }] }, context)).toMatchObject({
      ok: false,
      problems: [{ message: "A mix is made of media, not of other mixes." }],
    });
    expect(createMix(db, { ...BOG, parts: [{ mediumId: "capillary-mat", parts: 1 }] }, context)).toMatchObject({
      ok: false,
      problems: [{ code: "not-blendable" }],
    });
    expect(listMixes(db)).toEqual([]);
  });

  it("are saved as a new version over the one they were made on; a stale save writes nothing and says what is newer", () => {
    const id = made();
    const next = { ...BOG, parts: [{ mediumId: "sphagnum-peat", parts: 1 }] };
    expect(saveMix(db, { id: id, baseVersion: 1, document: mixDocument(next) }, context)).toEqual({
      status: "saved",
      stored: { id, version: 2, value: next, isPutAway: false },
    });
    expect(saveMix(db, { id: id, baseVersion: 1, document: mixDocument(BOG) }, context)).toEqual({
      status: "stale",
      stored: { id, version: 2, value: next, isPutAway: false },
    });
    expect(
      saveMix(
        db,
        { id: id, baseVersion: 2, document: { kind: "marlstone.mix", version: 2, name: "", parts: [], note: "" } },
        context,
      ).status,
    ).toBe("refused");
    expect(saveMix(db, { id: "nobody", baseVersion: 1, document: mixDocument(BOG) }, context)).toEqual({
      status: "missing",
    });
    expect(loadMix(db, id)?.stored.version).toBe(2);
  });

  it("are media of the setups that use them, and say which those are; put away they are no longer offered but still hold", () => {
    const id = made();
    const lookup = (mediumId: string) => medium(mediumId) ?? mediumOfMix(db, mediumId, context);
    const setup = createSetup(
      db,
      potWith({ kind: "drained", outletCm: 0 }, [{ ...layer("sphagnum-peat", 10), mediumId: `mix:${id}` }]),
      { now: context.now, newId: context.newId, medium: lookup },
    );
    expect(setup.ok).toBe(true);
    if (!setup.ok) return;
    expect(loadSetup(db, setup.value).status).toBe("ok");
    expect(loadMix(db, id)!.usedBy).toEqual([{ id: setup.value, name: "Pot" }]);
    expect(mediaOfMixes(db, context).map(({ name }) => name)).toEqual(["Bog bench"]);
    expect(setMixPutAway(db, id, true, context)).toBe(true);
    expect(mediaOfMixes(db, context)).toEqual([]);
    expect(listMixes(db, true).map(({ value }) => value.name)).toEqual(["Bog bench"]);
    expect(lookup(`mix:${id}`)?.name).toBe("Bog bench");
    expect(lookup("mix:%")).toBeUndefined();
    setMixPutAway(db, id, false, context);
    expect(mediaOfMixes(db, context)).toHaveLength(1);
  });

  it("keep every version, to be brought back", () => {
    const id = made();
    saveMix(
      db,
      {
        id,
        baseVersion: 1,
        document: mixDocument({ ...BOG, name: "Wetter", amendments: [{ id: "dolomite", amount: 2 }] }),
      },
      context,
    );
    expect(loadMix(db, id)!.versions.map(({ version, value }) => [version, value.name])).toEqual([
      [2, "Wetter"],
      [1, "Bog bench"],
    ]);
  });

  it("fill a layer with their parts; a medium fills it alone; what is gone is not known", () => {
    const id = made({ ...BOG, amendments: [{ id: "dolomite", amount: 2 }] });
    expect(recipeOfMedium(db, `mix:${id}`, context)).toMatchObject({
      parts: [{ medium: { id: "sphagnum-peat" }, parts: 2 }, { parts: 1 }],
      amendments: [{ id: "dolomite" }],
    });
    expect(recipeOfMedium(db, "pumice-2-5", context)).toMatchObject({
      parts: [{ medium: { id: "pumice-2-5" }, parts: 1 }],
      amendments: [],
    });
    expect([recipeOfMedium(db, "mix:none", context), recipeOfMedium(db, "moon-dust", context)]).toEqual([
      undefined,
      undefined,
    ]);
  });
});
