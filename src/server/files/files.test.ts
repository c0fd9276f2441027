import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import Database from "better-sqlite3";
import fc from "fast-check";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { NO_FIGURES, type OwnMedium } from "../../core/media/own-medium";
import type { OwnOccupant } from "../../core/occupants/own-occupant";
import { AS_PLANNED } from "../../core/sheet/built";
import { anySetup } from "../../core/testing/any-setup";
import { potWith } from "../../core/testing/setups";
import type { Setup } from "../../core/stack/setup";
import { mixDocument, type Mix } from "../../formats/mix/document";
import { ownMediumDocument } from "../../formats/own-medium/document";
import { ownOccupantDocument } from "../../formats/own-occupant/document";
import { setupDocument } from "../../formats/setup/document";
import { setupFileDocument } from "../../formats/setup-file/document";
import { DATABASE_FILE } from "../db/health";
import { openMarlstone, type Marlstone } from "../open";

const folders: string[] = [];
const houses: Marlstone[] = [];
const house = (): Marlstone => {
  const folder = mkdtempSync(join(tmpdir(), "marlstone-files-"));
  folders.push(folder);
  const open = openMarlstone(folder);
  houses.push(open);
  return open;
};
let here: Marlstone;
let there: Marlstone;
beforeEach(() => {
  here = house();
  there = house();
});
afterEach(() => {
  for (const open of houses.splice(0)) open.close();
  for (const folder of folders.splice(0)) rmSync(folder, { recursive: true, force: true });
});

const value = <T>(result: { ok: true; value: T } | { ok: false; problems: readonly { message: string }[] }): T => {
  if (!result.ok) throw new Error(result.problems.map(({ message }) => message).join(" "));
  return result.value;
};
const GRIT: OwnMedium = {
  name: "Lane grit",
  grade: "",
  basedOn: "granite-grit-3-6",
  figures: { ...NO_FIGURES, dryBulkDensityGPerCm3: 1.4 },
};
const KIND: OwnOccupant = {
  name: "Rosemary of the wall",
  scientificName: "",
  note: "",
  basedOn: "rosemary",
  figures: {},
  words: { feed: "none" },
};
const MIX: Mix = { name: "Bog bench", note: "rinse", amendments: [], parts: [{ mediumId: "sphagnum-peat", parts: 2 }] };
const POT = potWith({ kind: "free-water", levelCm: 4, overflowCm: 5 });

/** A setup whose upper layer is of the second version of a mix with a medium of its own in it. */
function furnished(to: Marlstone): string {
  const grit = value(to.media.createOwn(GRIT));
  const kind = value(to.occupants.create(KIND));
  const mix = value(to.mixes.create(MIX));
  const second = { ...MIX, parts: [...MIX.parts, { mediumId: `own:${grit}`, parts: 1 }] };
  expect(to.mixes.save({ id: mix, baseVersion: 1, document: mixDocument(second) }).status).toBe("saved");
  to.packs.put({
    mediumId: `own:${grit}`,
    baseVersion: 0,
    pack: { mediumId: `own:${grit}`, kind: "bag", amount: 20, unit: "kg", swells: 1, price: 6 },
  });
  return value(
    to.setups.create({
      ...POT,
      layers: POT.layers.map((layer, i) => (i === 1 ? { ...layer, mediumId: `mix:${mix}@2` } : layer)),
      occupants: [{ id: "a", occupantId: `own-kind:${kind}`, count: 2 }],
    }),
  );
}
const textOf = (from: Marlstone, id: string): string => JSON.stringify(setupFileDocument(value(from.files.setup(id))));
const setupOf = (from: Marlstone, address: string): Setup => {
  const loaded = from.setups.load(address.split("/").at(-1)!);
  if (loaded.status !== "ok") throw new Error(loaded.status);
  return loaded.state.setup;
};

describe("a setup file", () => {
  it("opens in an empty house as it was: its mixes, media, kinds and packs under their own ids", () => {
    const text = textOf(here, furnished(here));
    const taken = value(there.files.takeIn(text));
    expect(taken.what).toBe("setup");
    expect(textOf(there, taken.address.split("/").at(-1)!)).toBe(text);
    expect(there.media.byId(setupOf(there, taken.address).layers[1]!.mediumId)?.name).toBe("Bog bench");
    expect(there.packs.list()).toMatchObject([{ pack: { price: 6 } }]);
  });

  it("of any setup comes out of a house as it went in", () => {
    fc.assert(
      fc.property(anySetup, (setup) => {
        const named = { ...setup, name: setup.name.slice(0, 100) };
        const made = here.setups.create(named);
        // one that makes no sense is not stored in the first place
        if (!made.ok) {
          expect(there.files.takeIn(JSON.stringify(setupDocument(named))).ok).toBe(false);
          return;
        }
        const taken = value(there.files.takeIn(textOf(here, made.value)));
        expect(setupOf(there, taken.address)).toEqual(named);
      }),
      { numRuns: 60, seed: 15 },
    );
  });

  it("opened where it is from brings a copy, and nothing twice", () => {
    const text = textOf(here, furnished(here));
    const before = here.counts();
    value(here.files.takeIn(text));
    value(here.files.takeIn(text));
    expect(here.counts()).toMatchObject({ setups: before.setups + 2, mixes: 1, ownMedia: 1, ownOccupants: 1 });
  });

  it("gives what clashes another name and id, and leaves what is here as it is", () => {
    const text = textOf(here, furnished(here));
    const file = JSON.parse(text) as {
      mixes: { mediumId: string; mix: { note: string } }[];
      media: { mediumId: string; medium: { figures: { dryBulkDensityGPerCm3: number } } }[];
      occupants: { occupant: { note: string } }[];
    };
    value(there.files.takeIn(text));
    const own = there.media.listOwn()[0]!;
    const mixBefore = there.mixes.load(there.mixes.list()[0]!.id);
    file.media[0]!.medium.figures.dryBulkDensityGPerCm3 = 1.7;
    file.mixes[0]!.mix.note = "another";
    file.occupants[0]!.occupant.note = "another";
    const taken = value(there.files.takeIn(JSON.stringify(file)));
    expect(taken.notes.join(" ")).toMatch(/Lane grit \(2\).*Bog bench \(2\).*Rosemary of the wall \(2\)/u);
    expect(there.media.listOwn().map(({ value: { name } }) => name)).toEqual(["Lane grit", "Lane grit (2)"]);
    expect(there.media.listOwn().find(({ id }) => id === own.id)).toEqual(own);
    expect(there.mixes.load(mixBefore!.stored.id)).toMatchObject({ stored: mixBefore!.stored });
    const setup = setupOf(there, taken.address);
    // and the new one is made of the new ones
    const mix = there.mixes.load(setup.layers[1]!.mediumId.replace(/^mix:|@.*$/gu, ""))!;
    expect(mix.stored.value.note).toBe("another");
    const part = there.media.byId(mix.stored.value.parts[1]!.mediumId)!;
    expect(part.dryBulkDensityGPerCm3.typical).toBe(1.7);
    expect(there.occupants.byId(setup.occupants[0]!.occupantId)?.name).toBe("Rosemary of the wall (2)");
    // taken in again it finds itself, under whatever number its name got
    const counts = there.counts();
    value(there.files.takeIn(JSON.stringify(file)));
    expect(there.counts()).toMatchObject({ ...counts, setups: counts.setups + 1, versions: counts.versions + 1 });
  });

  it("that cannot be whole changes nothing: not the mix before the setup, nor the medium before the mix", () => {
    const good = JSON.parse(textOf(here, furnished(here))) as Record<string, unknown> & {
      setup: { layers: { thicknessCm: number; mediumId: string }[]; occupants: { occupantId: string }[] };
      media: unknown[];
      mixes: unknown[];
    };
    const bad: unknown[] = [
      { ...good, setup: { ...good.setup, layers: good.setup.layers.map((layer) => ({ ...layer, thicknessCm: 400 })) } },
      {
        ...good,
        setup: { ...good.setup, layers: good.setup.layers.map((layer) => ({ ...layer, mediumId: "moon-dust" })) },
      },
      { ...good, media: [] },
      { ...good, mixes: [] },
      { ...good, occupants: [] },
      { ...good, setup: { ...good.setup, occupants: [{ id: "x", occupantId: "unicorn", count: 1 }] } },
      { ...good, version: 4 },
      { ...good, setup: undefined },
      { kind: "something.else" },
      [],
      "text",
    ];
    const before = there.counts();
    for (const one of bad) {
      const taken = there.files.takeIn(JSON.stringify(one));
      expect(taken.ok).toBe(false);
      expect(!taken.ok && taken.problems.every(({ message }) => message.length > 0)).toBe(true);
      expect(there.counts()).toEqual(before);
    }
    for (const text of [
      "",
      "{",
      "null",
      "\u0000",
      "x".repeat(5000),
      `{"kind":"marlstone.setup-file","version":1,"a":${"[".repeat(200_000)}`,
    ])
      expect(there.files.takeIn(text).ok).toBe(false);
    expect(there.counts()).toEqual(before);
  });

  it("with scripts in its names is kept as the text it is", () => {
    const evil = '<img src=x onerror="alert(1)">{{constructor}}\' OR 1=1;--';
    const taken = value(there.files.takeIn(JSON.stringify(setupDocument({ ...POT, name: evil }))));
    expect(setupOf(there, taken.address).name).toBe(evil);
    expect(there.setups.shelf(1).total).toBe(1);
  });
});

describe("a mix's file", () => {
  const theirs = {
    kind: "marlstone.mix",
    version: 2,
    ...MIX,
    parts: [
      { mediumId: "sphagnum-peat", parts: 1 },
      { mediumId: "own:theirs", parts: 1 },
    ],
  };
  const withGrit = (grit: object, more: object = {}): string =>
    JSON.stringify({ ...theirs, media: { "own:theirs": grit }, ...more });
  const partsOf = (address: string): readonly { mediumId: string }[] =>
    here.mixes.load(address.split("/").at(-1)!)!.stored.value.parts;

  it("brings its own media along; what is here already is not doubled", () => {
    const first = value(here.files.takeIn(withGrit(GRIT)));
    expect(first).toMatchObject({ what: "mix", notes: ["The medium “Lane grit” came with it."] });
    const [, mine] = partsOf(first.address);
    expect(here.media.byId(mine!.mediumId)?.name).toBe("Lane grit");
    // the same file again is another mix, made of what came the first time
    const again = value(here.files.takeIn(withGrit(GRIT)));
    expect([partsOf(again.address)[1], again.notes]).toEqual([mine, []]);
    expect(here.counts()).toMatchObject({ mixes: 2, ownMedia: 1 });
    // another by the same name is numbered, since recipes go by names, and known again under its number
    const lighter = { ...GRIT, figures: { ...GRIT.figures, dryBulkDensityGPerCm3: 1.3 } };
    expect(value(here.files.takeIn(withGrit(lighter))).notes.join()).toContain("this one is called “Lane grit (2)”");
    expect(value(here.files.takeIn(withGrit(lighter))).notes).toEqual([]);
    expect(here.media.listOwn().map(({ value: { name } }) => name)).toEqual(["Lane grit", "Lane grit (2)"]);
  });

  it("is made of the medium that came with it, not of another that has gone on under its id", () => {
    const id = value(here.media.createOwn(GRIT));
    const text = JSON.stringify({
      ...theirs,
      parts: [{ mediumId: `own:${id}`, parts: 1 }],
      media: { [`own:${id}`]: GRIT },
    });
    expect(partsOf(value(here.files.takeIn(text)).address)).toEqual([{ mediumId: `own:${id}`, parts: 1 }]);
    const heavier = { ...GRIT, figures: { ...GRIT.figures, dryBulkDensityGPerCm3: 1.6 } };
    expect(here.media.saveOwn({ id, baseVersion: 1, document: ownMediumDocument(heavier) }).status).toBe("saved");
    const [part] = partsOf(value(here.files.takeIn(text)).address);
    expect(here.media.byId(part!.mediumId)).toMatchObject({
      name: "Lane grit (2)",
      dryBulkDensityGPerCm3: { typical: 1.4 },
    });
    // one that comes without its medium is made of what is here
    const bare = JSON.stringify({ ...theirs, parts: [{ mediumId: `own:${id}`, parts: 1 }] });
    expect(partsOf(value(here.files.takeIn(bare)).address)).toEqual([{ mediumId: `own:${id}`, parts: 1 }]);
  });

  it("brings back to the shelf what had been put away and is the same", () => {
    const id = value(here.media.createOwn(GRIT));
    expect(here.media.setOwnPutAway(id, true)).toBe(true);
    const taken = value(here.files.takeIn(withGrit(GRIT)));
    expect(partsOf(taken.address)[1]).toEqual({ mediumId: `own:${id}`, parts: 1 });
    expect(taken.notes).toEqual(["The medium “Lane grit” had been put away here, and is on the shelf again."]);
    expect(here.media.listOwn().map((one) => one.id)).toEqual([id]);
  });

  it("that cannot be whole changes nothing", () => {
    const before = here.counts();
    const refused = (text: string, code: string): void =>
      expect(here.files.takeIn(text)).toMatchObject({ ok: false, problems: [{ code }] });
    refused(withGrit(GRIT, { parts: [...theirs.parts, { mediumId: "moon-dust", parts: 1 }] }), "unknown-medium");
    refused(withGrit({ ...GRIT, figures: { ...NO_FIGURES, dryBulkDensityGPerCm3: 50 } }), "out-of-range");
    refused(JSON.stringify(theirs), "unknown-medium");
    expect(here.counts()).toEqual(before);
  });
});

describe("a file of another kind", () => {
  it("is taken in by what it says it is", () => {
    expect(value(here.files.takeIn(JSON.stringify(ownMediumDocument(GRIT)))).address).toMatch(/^\/media\/own\//u);
    const again = value(here.files.takeIn(`\uFEFF${JSON.stringify(ownMediumDocument(GRIT))}`));
    expect(again.notes.join()).toContain("Lane grit (2)");
    expect(value(here.files.takeIn(JSON.stringify(ownOccupantDocument(KIND)))).what).toBe("kind");
    expect(value(here.files.takeIn(JSON.stringify(mixDocument(MIX)))).what).toBe("mix");
    expect(value(here.files.takeIn("what,id,name,amount\npart,sphagnum-peat,,2\n")).what).toBe("mix");
  });
});

describe("a whole house", () => {
  /** All of it but the day it was written, and what differs by when it was stored. */
  const bare = (of: Marlstone): unknown => ({ ...of.files.house(), writtenAt: "" });

  function lived(): void {
    const id = furnished(here);
    const loaded = here.setups.load(id);
    if (loaded.status !== "ok") throw new Error(loaded.status);
    const { setup, version } = loaded.state;
    const change = (name: string, baseVersion: number) =>
      here.setups.saveChanges({
        setupId: id,
        baseVersion,
        changes: [{ id: `change-${name}`, label: `Named ${name}`, document: setupDocument({ ...setup, name }) }],
      });
    expect(change("Second", version).status).toBe("saved");
    here.setups.step({ setupId: id, baseVersion: version + 1, direction: "undo" });
    expect(change("Third", version + 2).status).toBe("saved");
    // a stale one is set aside, and goes along
    expect(change("Stale", 1).status).toBe("stale");
    const history = here.history.of(id)!;
    here.history.nameVersion({
      setupId: id,
      revisionId: history.lines.at(-1)!.revisionId,
      name: "before the hot summer",
    });
    here.builds.record({
      setupId: id,
      buildId: null,
      revisionId: history.headRevisionId,
      entries: [
        {
          entryId: "entry-0001",
          step: "layer:x",
          state: { done: true, actual: { ...AS_PLANNED, topCm: 6, mediumId: setup.layers[1]!.mediumId } },
        },
      ],
    });
    here.setups.setPutAway(value(here.setups.create({ ...POT, name: "Away" })), true);
  }

  it("comes back whole in another: every version, name, build and pack", () => {
    lived();
    const text = JSON.stringify(here.files.house());
    expect(value(there.files.takeIn(text)).what).toBe("house");
    expect(bare(there)).toEqual(bare(here));
    // and goes on from there: undo finds what was before
    const id = here.setups.shelf(1).items[0]!.id;
    const loaded = there.setups.load(id);
    expect(loaded).toMatchObject({
      status: "ok",
      state: { setup: { name: "Third" }, undoLabel: "Named Third", setAside: [{ label: "Named Stale" }] },
    });
    expect(there.builds.present(id)).toMatchObject({ built: { "layer:x": { done: true, actual: { topCm: 6 } } } });
    expect(there.history.of(id)!.named[0]!.names[0]!.name).toBe("before the hot summer");
  });

  it("taken in again is passed over, and beside another house overwrites nothing", () => {
    lived();
    const text = JSON.stringify(here.files.house());
    const before = bare(here);
    expect(value(here.files.takeIn(text)).notes.join(" ")).toMatch(/nothing new.*were here already/u);
    expect(bare(here)).toEqual(before);
    // the same ids, but other things: all of it comes under new ones
    const other = JSON.parse(text) as {
      setups: { id: string; revisions: { document: { name: string } }[] }[];
      media: { versions: { document: { grade: string } }[] }[];
      mixes: { versions: { document: { note: string } }[] }[];
      occupants: unknown[];
    };
    for (const { revisions } of other.setups)
      for (const { document } of revisions) document.name = `${document.name}, other`;
    other.media[0]!.versions[0]!.document.grade = "other";
    other.mixes[0]!.versions[1]!.document.note = "other";
    const taken = value(here.files.takeIn(JSON.stringify(other)));
    expect(taken.notes.join(" ")).toMatch(/had an id that is taken here/u);
    const after = here.files.house();
    const lists = (of: object): readonly (readonly unknown[])[] => {
      const { setups, mixes, media, occupants, packs } = of as typeof after;
      return [setups, mixes, media, occupants, packs];
    };
    lists(after).forEach((list, i) => expect(list).toEqual(expect.arrayContaining([...lists(before as object)[i]!])));
    const added = here.setups.shelf(1).items.find(({ name }) => name === "Third, other")!;
    const setup = added.setup;
    if (!setup.ok) throw new Error("a setup");
    const mix = here.mixes.load(setup.value.layers[1]!.mediumId.replace(/^mix:|@.*$/gu, ""))!;
    expect(mix.stored.value.note).toBe("other");
    expect(here.media.byId(mix.stored.value.parts[1]!.mediumId)).toMatchObject({
      grade: "other",
      name: "Lane grit (2)",
    });
    expect(here.builds.present(added.id)!.built["layer:x"]!.actual.mediumId).toBe(setup.value.layers[1]!.mediumId);
  });

  it("adds to what is here what was named and ticked of it elsewhere since", () => {
    lived();
    value(there.files.takeIn(JSON.stringify(here.files.house())));
    const id = here.setups.shelf(1).items[0]!.id;
    const { headRevisionId: revisionId } = there.history.of(id)!;
    const tick = (at: Marlstone, entryId: string, step: string, topCm: number): void => {
      at.builds.record({
        setupId: id,
        buildId: at.builds.present(id)!.id,
        revisionId: at.history.of(id)!.headRevisionId,
        entries: [{ entryId, step, state: { done: true, actual: { ...AS_PLANNED, topCm } } }],
      });
    };
    there.history.nameVersion({ setupId: id, revisionId, name: "at the lock" });
    tick(there, "entry-0002", "layer:y", 9);
    tick(there, "entry-0003", "layer:x", 7);
    const text = JSON.stringify(there.files.house());
    // of one step something was written here later than there
    tick(here, "entry-0004", "layer:x", 8);
    const later = JSON.parse(text) as ReturnType<Marlstone["files"]["house"]>;
    for (const { entries } of later.setups.flatMap(({ builds }) => builds))
      for (const entry of entries) if (entry.entryId === "entry-0003") entry.savedAt = "2020-01-01T00:00:00.000Z";
    const notes = value(here.files.takeIn(JSON.stringify(later))).notes.join(" ");
    expect(notes).toContain("To 1 of them was added what had been named, ticked or written down of it elsewhere.");
    expect(here.builds.present(id)!.built).toMatchObject({
      "layer:x": { actual: { topCm: 8 } },
      "layer:y": { actual: { topCm: 9 } },
    });
    expect(here.files.house().setups.find((one) => one.id === id)!.builds).toHaveLength(1);
    expect(here.history.of(id)!.named.flatMap(({ names }) => names.map(({ name }) => name))).toContain("at the lock");
    const before = bare(here);
    expect(value(here.files.takeIn(JSON.stringify(later))).notes.join(" ")).toContain("nothing new");
    expect(bare(here)).toEqual(before);
  });

  it("carries along what cannot be read, and is refused where it is not of one piece", () => {
    lived();
    const text = JSON.stringify(here.files.house());
    const damaged = JSON.parse(text) as {
      setups: { head: number; revisions: { parent: number | null; document: unknown }[]; names: object[] }[];
    };
    damaged.setups[0]!.revisions[0]!.document = "{ cut off";
    value(there.files.takeIn(JSON.stringify(damaged)));
    expect(there.files.house().setups[0]!.revisions[0]!.document).toBe("{ cut off");
    const third = house();
    const broken = (change: (copy: typeof damaged) => void): boolean => {
      const copy = JSON.parse(text) as typeof damaged;
      change(copy);
      return third.files.takeIn(JSON.stringify(copy)).ok;
    };
    expect(broken((copy) => (copy.setups[0]!.head = 99))).toBe(false);
    expect(broken((copy) => (copy.setups[0]!.revisions[0]!.parent = 1))).toBe(false);
    expect(broken((copy) => copy.setups.push(copy.setups[0]!))).toBe(false);
    expect(
      broken((copy) =>
        copy.setups[0]!.names.push({ revision: 50, name: "x", namedAt: "2026-11-26T09:00:00.000Z", droppedAt: null }),
      ),
    ).toBe(false);
    expect(broken((copy) => Object.assign(copy, { version: 5 }))).toBe(false);
    expect(third.counts()).toMatchObject({ setups: 0, mixes: 0, versions: 0 });
  });
});

describe("what is stored and cannot be read", () => {
  /** Writes over what is stored, as no Marlstone does. */
  const damage = (table: string, text: string): void => {
    const raw = new Database(join(folders[0]!, DATABASE_FILE));
    raw.prepare(`update ${table} set document = ? where rowid = (select max(rowid) from ${table})`).run(text);
    raw.close();
  };
  const told = () => here.files.unreadable().map(({ what, name, wholeAt }) => [what, name, wholeAt !== null]);

  it("is told of by its name, taken out as it is, gone back from or put away; what can be read is not", () => {
    const id = value(here.mixes.create(MIX));
    value(here.media.createOwn(GRIT));
    value(here.occupants.create(KIND));
    value(here.setups.create(POT));
    expect(told()).toEqual([]);
    here.mixes.save({ id, baseVersion: 1, document: mixDocument({ ...MIX, note: "second" }) });
    for (const table of ["mix_versions", "own_medium_versions", "own_occupant_versions", "revisions"])
      damage(table, `{"torn": "${table}`);
    expect(told()).toEqual([
      ["setup", "Pot", false],
      ["mix", "Bog bench", true],
      ["medium", "Lane grit", false],
      ["living", "Rosemary of the wall", false],
    ]);
    for (const { what, id: one } of here.files.unreadable())
      expect(here.files.storedText({ what, id: one })).toMatch(/^\{"torn": "/u);
    expect(here.files.storedText({ what: "mix", id: "nobody" })).toBeUndefined();
    expect(here.files.storedText({ what: "setup", id: "nobody" })).toBeUndefined();

    // the mix has a whole version, and goes on from it; the torn one stays in its history
    expect(here.files.backToWhole({ what: "mix", id })).toBe(true);
    expect(here.mixes.load(id)).toMatchObject({ stored: { version: 3, value: { note: "rinse" } } });
    expect(here.files.backToWhole({ what: "mix", id: "nobody" })).toBe(false);
    for (const { what, id: one } of here.files.unreadable()) {
      expect(here.files.backToWhole({ what, id: one })).toBe(false);
      expect(here.files.putAwayUnreadable({ what, id: one })).toBe(true);
    }
    expect(told()).toEqual([]);
    expect(here.files.putAwayUnreadable({ what: "mix", id: "nobody" })).toBe(false);
    // and all of it goes along in the house, as the text it is
    expect(JSON.stringify(here.files.house())).toContain("torn");
  });
});
