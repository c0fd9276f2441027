import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { AS_PLANNED, type Actual } from "../../core/sheet/built";
import { layer, MIX, potWith } from "../../core/testing/setups";
import { setupDocument } from "../../formats/setup/document";
import { openMarlstone, type Marlstone } from "../open";

const POT = potWith({ kind: "free-water", levelCm: 4, overflowCm: 5 });
const [GRAVEL_ID, SOIL_ID] = POT.layers.map(({ id }) => id) as [string, string];

let folder: string;
let house: Marlstone;
let id: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), "marlstone-builds-"));
  house = openMarlstone(folder);
  const made = house.setups.create(POT);
  if (!made.ok) throw new Error("the pot");
  id = made.value;
});
afterEach(() => {
  house.close();
  rmSync(folder, { recursive: true, force: true });
});

let entries = 0;
const entry = (step: string, change: Partial<Actual> = {}, done = true) => ({
  entryId: `entry-${String(++entries).padStart(8, "0")}`,
  step,
  state: { done, actual: { ...AS_PLANNED, ...change } },
});
const head = (): number => house.history.of(id)!.headRevisionId;
const record = (list: ReturnType<typeof entry>[], buildId: string | null = null) => {
  const outcome = house.builds.record({ setupId: id, buildId, revisionId: head(), entries: list });
  if (outcome.status !== "saved") throw new Error(outcome.status);
  return outcome.build;
};
const state = () => {
  const loaded = house.setups.load(id);
  if (loaded.status !== "ok") throw new Error(loaded.status);
  return loaded.state;
};

describe("a build", () => {
  it("begins with its first tick, and keeps each step as it was last said to be", () => {
    expect(house.builds.present(id)).toBeUndefined();
    const begun = record([
      entry("place"),
      entry(`layer:${GRAVEL_ID}`, { topCm: 6 }),
      entry("place", { note: "level" }, false),
    ]);
    expect(begun.built).toEqual({
      place: { done: false, actual: { ...AS_PLANNED, note: "level" } },
      [`layer:${GRAVEL_ID}`]: { done: true, actual: { ...AS_PLANNED, topCm: 6 } },
    });
    expect(house.builds.present(id)).toEqual(begun);
  });

  it("takes an entry once, however often it is sent, and whoever else ticks meanwhile", () => {
    const first = entry("place");
    const begun = record([first]);
    record([entry("place", {}, false)], begun.id);
    // the answer to the first was lost: it comes again, and is known
    expect(record([first]).built.place!.done).toBe(false);
    // a second phone that knew of no build writes into the same
    expect(record([entry("label")]).id).toBe(begun.id);
  });

  it("begun again is a new one; what comes late goes where it belongs", () => {
    const first = record([entry("place")]);
    const again = house.builds.beginAgain({ setupId: id, revisionId: head() });
    if (again.status !== "saved") throw new Error(again.status);
    expect(again.build).toMatchObject({ built: {} });
    expect(again.build.id).not.toBe(first.id);
    record([entry("label")], first.id);
    expect(house.builds.present(id)!.built).toEqual({});
  });

  it("is of the version it was begun with, until it is told to follow the design", () => {
    const begun = record([entry("place")]);
    house.setups.saveChanges({
      setupId: id,
      baseVersion: state().version,
      changes: [{ id: "change-0001", label: "Named", document: setupDocument({ ...POT, name: "Other" }) }],
    });
    expect(house.builds.present(id)!.revisionId).toBe(begun.revisionId);
    house.builds.followDesign({ setupId: id, revisionId: head() });
    expect(house.builds.present(id)).toMatchObject({
      id: begun.id,
      revisionId: head(),
      built: { place: { done: true } },
    });
  });

  it("of a setup that is not there is missing; of a build or version that is not, what was ticked is kept nonetheless", () => {
    const input = { setupId: id, buildId: null, revisionId: head(), entries: [entry("place")] };
    expect(house.builds.record({ ...input, setupId: "nowhere" })).toEqual({ status: "missing" });
    expect(house.builds.present(id)).toBeUndefined();
    // a backup was brought back, and the phone is ahead of it
    const kept = house.builds.record({ ...input, buildId: "nowhere", revisionId: 999 });
    expect(kept).toMatchObject({ status: "saved", build: { revisionId: head(), built: { place: { done: true } } } });
    expect(house.builds.record({ ...input, buildId: "nowhere" })).toMatchObject({ build: house.builds.present(id)! });
  });
});

describe("the sheet", () => {
  it("is of a setup that can stand; of one that cannot it says why", () => {
    expect(house.builds.sheetOf(POT, "metric").ok).toBe(true);
    for (const thicknessCm of [1e9, -5]) {
      const absurd = { ...POT, layers: [{ ...POT.layers[0]!, thicknessCm }, ...POT.layers.slice(1)] };
      const sheet = house.builds.sheetOf(absurd, "metric");
      expect(sheet.ok ? [] : sheet.problems.map(({ path }) => path)).not.toEqual([]);
    }
  });
});

describe("what was really built", () => {
  it("becomes the setup by one change, with a name, and undo takes it back", () => {
    const { id: buildId } = record([
      entry(`layer:${GRAVEL_ID}`, { topCm: 6.5 }),
      entry(`layer:${SOIL_ID}`, { mediumId: "coir-pith-fine" }),
      entry("fixture:overflow", { lipCm: 6, count: 3 }),
    ]);
    const before = state();
    const outcome = house.builds.takeOver({ setupId: id, buildId, baseVersion: before.version });
    expect(outcome).toMatchObject({ status: "saved", state: { undoLabel: "As built" } });
    const { setup, version } = state();
    expect(setup.layers.map(({ thicknessCm, mediumId }) => [thicknessCm, mediumId])).toEqual([
      [6.5, POT.layers[0]!.mediumId],
      [18.5, "coir-pith-fine"],
    ]);
    expect(setup.fixtures[0]).toMatchObject({ lipCm: 6, count: 3 });
    expect(house.history.of(id)!.lines[0]).toMatchObject({
      label: "As built",
      at: "now",
      names: [{ name: "As built" }],
    });
    house.setups.step({ setupId: id, baseVersion: version, direction: "undo" });
    expect(state().setup).toEqual(before.setup);
  });

  it("is refused where it makes no setup, or was made on an older one, and writes nothing", () => {
    const { id: buildId } = record([entry(`layer:${GRAVEL_ID}`, { topCm: 40 })]);
    const { version } = state();
    expect(house.builds.takeOver({ setupId: id, buildId, baseVersion: version })).toMatchObject({
      status: "refused",
      problems: [{ code: "crossed" }],
    });
    record([entry(`layer:${GRAVEL_ID}`), entry(`layer:${SOIL_ID}`, { topCm: 90 })], buildId);
    expect(house.builds.takeOver({ setupId: id, buildId, baseVersion: version })).toMatchObject({ status: "refused" });
    record([entry(`layer:${SOIL_ID}`, { mediumId: "moon-dust" })], buildId);
    expect(house.builds.takeOver({ setupId: id, buildId, baseVersion: version })).toMatchObject({ status: "refused" });
    record([entry(`layer:${SOIL_ID}`, { topCm: 24 })], buildId);
    expect(house.builds.takeOver({ setupId: id, buildId, baseVersion: version - 1 })).toMatchObject({
      status: "refused",
      problems: [{ code: "stale" }],
    });
    expect(state()).toMatchObject({ version, setup: POT });
    expect(house.builds.takeOver({ setupId: id, buildId, baseVersion: version })).toMatchObject({ status: "saved" });
  });
});

describe("the history", () => {
  const rename = (name: string) =>
    house.setups.saveChanges({
      setupId: id,
      baseVersion: state().version,
      changes: [
        { id: `change-${name}-0`, label: `Named ${name}`, document: setupDocument({ ...state().setup, name }) },
      ],
    });

  it("tells every version, the newest first, and which are before now and which were left", () => {
    rename("A");
    rename("B");
    house.setups.step({ setupId: id, baseVersion: state().version, direction: "undo" });
    rename("C");
    expect(house.history.of(id)!.lines.map(({ label, at }) => [label, at])).toEqual([
      ["Named C", "now"],
      ["Named B", "aside"],
      ["Named A", "before"],
      ["Made", "before"],
    ]);
  });

  it("comes in pages that miss none", () => {
    for (let i = 0; i < 130; i++) rename(`n${i}`);
    const seen: number[] = [];
    for (
      let page = house.history.of(id);
      page;
      page = page.before === undefined ? undefined : house.history.of(id, page.before)
    )
      seen.push(...page.lines.map(({ revisionId }) => revisionId));
    expect(seen).toHaveLength(131);
    expect([...seen].sort((a, b) => b - a)).toEqual(seen);
    expect(house.history.of(id)!.lines).toHaveLength(60);
  });

  it("names a version once by a name, and drops the name, not the version", () => {
    rename("A");
    const first = house.history.of(id)!.lines.at(-1)!.revisionId;
    const name = { setupId: id, revisionId: first, name: "before the hot summer" };
    expect(house.history.nameVersion(name)).toBe(true);
    expect(house.history.nameVersion(name)).toBe(true);
    const [named] = house.history.of(id)!.named;
    expect(named).toMatchObject({ revisionId: first, at: "before", names: [{ name: "before the hot summer" }] });
    expect(named!.names).toHaveLength(1);
    expect(house.history.dropName({ setupId: id, nameId: named!.names[0]!.id })).toBe(true);
    expect(house.history.of(id)!.named).toEqual([]);
    expect(house.history.of(id)!.lines).toHaveLength(2);
    expect(house.history.nameVersion({ ...name, revisionId: 999 })).toBe(false);
    expect(house.history.dropName({ setupId: id, nameId: 999 })).toBe(false);
  });

  it("goes back by a change of its own, which undo takes back", () => {
    const first = head();
    rename("A");
    rename("B");
    const outcome = house.history.goBack({ setupId: id, revisionId: first, baseVersion: state().version });
    expect(outcome).toMatchObject({ status: "saved", state: { setup: { name: "Pot" }, undoLabel: "Back to “Made”" } });
    house.setups.step({ setupId: id, baseVersion: state().version, direction: "undo" });
    expect(state().setup.name).toBe("B");
    expect(house.history.goBack({ setupId: id, revisionId: first, baseVersion: 0 })).toMatchObject({
      status: "refused",
    });
    expect(house.history.goBack({ setupId: id, revisionId: 999, baseVersion: state().version })).toEqual({
      status: "missing",
    });
  });

  it("of another setup is not reached through this one", () => {
    const made = house.setups.create({ ...POT, name: "Other", layers: [layer(MIX, 20)] });
    if (!made.ok) throw new Error("the other");
    const foreign = house.history.of(made.value)!.headRevisionId;
    expect(house.history.version(id, foreign).ok).toBe(false);
    expect(house.history.nameVersion({ setupId: id, revisionId: foreign, name: "x" })).toBe(false);
    expect(house.history.goBack({ setupId: id, revisionId: foreign, baseVersion: state().version })).toEqual({
      status: "missing",
    });
    house.builds.record({ setupId: id, buildId: null, revisionId: foreign, entries: [entry("place")] });
    expect(house.builds.present(id)!.revisionId).toBe(head());
  });
});
