import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { NO_FIGURES, type OwnMedium } from "../../core/media/own-medium";
import { layer, medium, potWith } from "../../core/testing/setups";
import { ownMediumDocument } from "../../formats/own-medium/document";
import { openMarlstone, type Marlstone } from "../open";

const GRIT: OwnMedium = {
  name: "Lane grit",
  grade: "from the lane",
  basedOn: "granite-grit-3-6",
  figures: { ...NO_FIGURES, dryBulkDensityGPerCm3: 1.5, drained: [{ heightCm: 10, water: 0.1, air: 0.32 }] },
};
let folder: string;
let marlstone: Marlstone;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), "marlstone-media-"));
  marlstone = openMarlstone(folder);
});
afterEach(() => {
  marlstone.close();
  rmSync(folder, { recursive: true, force: true });
});
const make = (own: OwnMedium = GRIT): string => {
  const made = marlstone.media.createOwn(own);
  if (!made.ok) throw new Error(made.problems[0]!.message);
  return made.value;
};

describe("a grower's own media", () => {
  it("are kept, fitted, and outlive the database's closing", () => {
    const id = make();
    marlstone.close();
    marlstone = openMarlstone(folder);
    expect(marlstone.media.loadOwn(id)).toMatchObject({
      stored: { id, version: 1, value: GRIT },
      made: { ok: true, value: { medium: { id: `own:${id}`, name: "Lane grit" } } },
      usedBy: [],
    });
    expect(marlstone.media.ingredients()[0]!.name).toBe("Lane grit");
    expect(medium("granite-grit-3-6")!.name).not.toBe("Lane grit");
  });

  it("are layers and parts of mixes, and say what changes with them: mixes, setups, and setups of those mixes", () => {
    const id = make();
    const mix = marlstone.mixes.create({
      name: "Grit mix",
      note: "",
      amendments: [],
      parts: [
        { mediumId: `own:${id}`, parts: 1 },
        { mediumId: "sphagnum-peat", parts: 1 },
      ],
    });
    if (!mix.ok) throw new Error(mix.problems[0]!.message);
    for (const [name, mediumId] of [
      ["By itself", `own:${id}`],
      ["In a mix", `mix:${mix.value}`],
    ] as const) {
      expect(
        marlstone.setups.create({
          ...potWith({ kind: "drained", outletCm: 0 }, [{ ...layer("pea-gravel-6-10", 10), mediumId }]),
          name,
        }).ok,
      ).toBe(true);
    }
    expect(marlstone.media.loadOwn(id)!.usedBy.map(({ kind, name }) => [kind, name])).toEqual([
      ["mix", "Grit mix"],
      ["setup", "By itself"],
      ["setup", "In a mix"],
    ]);
    // put away it is no longer offered, but what uses it still stands
    expect(marlstone.media.setOwnPutAway(id, true)).toBe(true);
    expect(marlstone.media.all().some(({ id: one }) => one === `own:${id}`)).toBe(false);
    expect(marlstone.media.all().some(({ name }) => name === "Grit mix")).toBe(true);
    expect(
      marlstone.media.ingredients([`own:${id}`, `mix:${mix.value}`]).some(({ id: one }) => one === `own:${id}`),
    ).toBe(true);
    expect(marlstone.media.byId(`own:${id}`)?.name).toBe("Lane grit");
    expect(marlstone.setups.shelf(1).items.every(({ setup }) => setup.ok)).toBe(true);
  });

  it("share no name, however many there are", () => {
    // the list a page gets stops at 500; whether a name is taken does not
    for (let i = 0; i < 501; i++) make({ ...GRIT, figures: NO_FIGURES, name: `Grit a${i}` });
    make({ ...GRIT, name: "Zeolite of ours" });
    expect(marlstone.media.createOwn({ ...GRIT, name: "zeolite of ours" })).toMatchObject({
      ok: false,
      problems: [{ code: "name-taken" }],
    });
  });

  it("change in versions; what cannot be meant or is stale writes nothing", () => {
    const id = make();
    const airy = { ...GRIT, figures: { ...GRIT.figures, drained: [{ heightCm: 10, water: 0.06, air: 0.36 }] } };
    expect(
      marlstone.media.saveOwn({
        id,
        baseVersion: 1,
        document: ownMediumDocument({
          ...GRIT,
          figures: { ...NO_FIGURES, drained: [{ heightCm: 10, water: 0.9, air: 0.3 }] },
        }),
      }),
    ).toMatchObject({ status: "refused" });
    expect(
      marlstone.media.saveOwn({ id, baseVersion: 1, document: { kind: "marlstone.medium", version: 9 } }),
    ).toMatchObject({ status: "refused" });
    expect(marlstone.media.saveOwn({ id, baseVersion: 1, document: ownMediumDocument(airy) })).toMatchObject({
      status: "saved",
      stored: { version: 2 },
    });
    expect(marlstone.media.saveOwn({ id, baseVersion: 1, document: ownMediumDocument(GRIT) })).toMatchObject({
      status: "stale",
      stored: { version: 2, value: airy },
    });
    expect(
      marlstone.media.saveOwn({
        id: "nobody",
        baseVersion: 1,
        document: ownMediumDocument({ ...GRIT, name: "Nobody’s grit" }),
      }),
    ).toEqual({ status: "missing" });
    expect(marlstone.media.loadOwn(id)!.versions.map(({ version }) => version)).toEqual([2, 1]);
    // recipes go by names: none may read as another
    for (const name of ["lane  GRIT", "Sphagnum peat", "Grit; mine"])
      expect(marlstone.media.createOwn({ ...GRIT, name })).toMatchObject({ ok: false, problems: [{ path: "name" }] });
    // one that was put away still has its name: recipes written with it read as it
    expect(marlstone.media.setOwnPutAway(id, true)).toBe(true);
    expect(marlstone.media.createOwn(GRIT)).toMatchObject({ ok: false, problems: [{ code: "name-taken" }] });
    marlstone.media.setOwnPutAway(id, false);
    // saved over itself its name is its own
    expect(marlstone.media.saveOwn({ id, baseVersion: 2, document: ownMediumDocument(GRIT) }).status).toBe("saved");
    expect(marlstone.media.createOwn({ ...GRIT, basedOn: "moon-dust" })).toMatchObject({
      ok: false,
      problems: [{ code: "unknown-medium" }],
    });
  });
});

describe("packs", () => {
  it("are one a medium: put, changed, taken out, and kept", () => {
    const bale = { mediumId: "sphagnum-peat", kind: "bale", amount: 40, unit: "L", swells: 2, price: 14 } as const;
    marlstone.packs.put({ mediumId: bale.mediumId, baseVersion: 0, pack: bale });
    marlstone.packs.put({ mediumId: bale.mediumId, baseVersion: 1, pack: { ...bale, price: null } });
    marlstone.close();
    marlstone = openMarlstone(folder);
    const now = { mediumId: bale.mediumId, version: 2, pack: { ...bale, price: null } };
    expect(marlstone.packs.list()).toEqual([now]);

    // made on an older one: answered with what there is, and nothing is written
    const stale = { mediumId: bale.mediumId, baseVersion: 1, pack: { ...bale, amount: 99 } };
    expect(marlstone.packs.put(stale)).toEqual({ status: "stale", kept: now });
    expect(marlstone.packs.list()).toEqual([now]);

    const gone = { ...now, version: 3, pack: null };
    expect(marlstone.packs.put({ mediumId: bale.mediumId, baseVersion: 2, pack: null })).toEqual({
      status: "saved",
      kept: gone,
    });
    expect(marlstone.packs.list()).toEqual([gone]);
  });
});
