import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import Database from "better-sqlite3";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { withLayer, rename } from "../../core/stack/edit";
import type { Setup } from "../../core/stack/setup";
import { MIX, layer, medium, potWith } from "../../core/testing/setups";
import { setupDocument } from "../../formats/setup/document";
import type { SaveInput, WriteOutcome } from "../../formats/setup/actions";
import { DATABASE_FILE, openDatabase, type Db } from "../db/client";
import * as service from "./setups.service";

const POT = potWith({ kind: "free-water", levelCm: 4, overflowCm: 5 });
const thick = (cm: number): Setup => withLayer(POT, "potting-mix-peat-based-20", { thicknessCm: cm });

let folder: string;
let db: Db;
let close: () => void;
let ids = 0;
const context: service.ServiceContext = {
  now: () => "2026-11-25T08:00:00.000Z",
  newId: () => `id-${++ids}-------`,
  medium,
};

beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), "marlstone-"));
  ({ db, close } = openDatabase(folder));
});
afterEach(() => {
  close();
  rmSync(folder, { recursive: true, force: true });
});

const made = (setup = POT): string => {
  const result = service.createSetup(db, setup, context);
  if (!result.ok) throw new Error(result.problems[0]!.message);
  return result.value;
};
const stateOf = (id: string) => {
  const loaded = service.loadSetup(db, id);
  if (loaded.status !== "ok") throw new Error(loaded.status);
  return loaded.state;
};
const change = (setup: Setup, id = `change-${++ids}`) => ({
  id,
  label: "Thickness",
  document: setupDocument(setup) as unknown,
});
const save = (setupId: string, baseVersion: number, ...changes: SaveInput["changes"]): WriteOutcome =>
  service.saveChanges(db, { setupId, baseVersion, changes }, context);
const step = (setupId: string, direction: "undo" | "redo") =>
  service.step(db, { setupId, baseVersion: stateOf(setupId).version, direction }, context);
const mixCm = (setup: Setup): number => setup.layers.find(({ mediumId }) => mediumId === MIX)!.thicknessCm;

/** Changes a row as a hand with a database tool would. */
function handEdit(sql: string, ...values: unknown[]): void {
  const raw = new Database(join(folder, DATABASE_FILE));
  raw.prepare(sql).run(...values);
  raw.close();
}

describe("saving", () => {
  it("keeps every change as one step of a history that undo and redo walk, also after a restart", () => {
    const id = made();
    expect(save(id, 1, change(thick(18)), change(thick(16)))).toMatchObject({
      status: "saved",
      state: { version: 3, undoLabel: "Thickness", redoLabel: null },
    });
    close();
    ({ db, close } = openDatabase(folder));
    expect(mixCm(stateOf(id).setup)).toBe(16);
    step(id, "undo");
    step(id, "undo");
    expect(mixCm(stateOf(id).setup)).toBe(20);
    expect(stateOf(id).undoLabel).toBeNull();
    step(id, "undo");
    step(id, "redo");
    expect(mixCm(stateOf(id).setup)).toBe(18);
  });

  it("redoes into the newest branch after an undo and another change, and keeps the old branch stored", () => {
    const id = made();
    save(id, 1, change(thick(18)));
    step(id, "undo");
    save(id, stateOf(id).version, change(thick(12)));
    step(id, "undo");
    step(id, "redo");
    expect(mixCm(stateOf(id).setup)).toBe(12);
  });

  it("refuses what makes no sense or no shape, with the problems, and stores nothing of the run", () => {
    const id = made();
    expect(save(id, 1, change(thick(18)), change(thick(60)))).toMatchObject({
      status: "refused",
      problems: [{ path: "layers", code: "too-high" }],
    });
    expect(
      save(id, 1, { id: "change-odd", label: "x", document: { kind: "marlstone.setup", version: 1 } }),
    ).toMatchObject({ status: "refused" });
    expect(
      save(id, 1, { id: "change-nan", label: "x", document: { ...setupDocument(POT), vessel: { shape: "cone" } } }),
    ).toMatchObject({ status: "refused", problems: [{ path: "vessel.shape" }] });
    expect(stateOf(id)).toMatchObject({ version: 1, redoLabel: null });
  });

  it("knows a retried write by its change ids: what was stored is not stored twice, the rest goes on", () => {
    const id = made();
    const first = change(thick(18), "change-one");
    save(id, 1, first);
    expect(save(id, 1, first)).toMatchObject({ status: "saved", state: { version: 2 } });
    expect(save(id, 1, first, change(thick(15), "change-two"))).toMatchObject({
      status: "saved",
      state: { version: 3 },
    });
    expect(mixCm(stateOf(id).setup)).toBe(15);
  });

  it("goes on from a retried write only where it is still the newest: another browser's change in between is not written over", () => {
    const id = made();
    const first = change(thick(18));
    save(id, 1, first);
    save(id, 2, change(thick(12)));
    const late = save(id, 1, first, change(thick(16)));
    expect(late).toMatchObject({ status: "stale", state: { version: 3 } });
    expect(mixCm(stateOf(id).setup)).toBe(12);
    expect(stateOf(id).setAside.map(({ setup }) => mixCm(setup))).toEqual([16]);
  });

  it("says so when the setup is not there", () =>
    expect(save("nobody", 1, change(POT))).toEqual({ status: "missing" }));
});

describe("a stale write", () => {
  it("is refused with both versions kept; the one set aside can be used, copied or dropped", () => {
    for (const choice of ["use", "copy", "drop"] as const) {
      const id = made();
      save(id, 1, change(thick(18)));
      const outcome = save(id, 1, change(thick(9)));
      expect(outcome).toMatchObject({ status: "stale", state: { version: 2, setAside: [{ label: "Thickness" }] } });
      expect(mixCm(stateOf(id).setup)).toBe(18);
      const kept = stateOf(id).setAside[0]!;
      expect(mixCm(kept.setup)).toBe(9);
      const settled = service.settleSetAside(db, { setupId: id, revisionId: kept.revisionId, choice }, context);
      expect(stateOf(id).setAside).toEqual([]);
      expect(mixCm(stateOf(id).setup)).toBe(choice === "use" ? 9 : 18);
      if (choice === "copy")
        expect(stateOf(settled.copyId!).setup).toMatchObject({ name: "Pot (copy)", layers: thick(9).layers });
      if (choice === "use") {
        step(id, "undo");
        expect(mixCm(stateOf(id).setup)).toBe(18);
      }
    }
  });

  it("is settled once: chosen again from another page it neither copies nor comes back a second time", () => {
    const id = made();
    save(id, 1, change(thick(11)));
    const stale = save(id, 1, change(thick(12)));
    if (stale.status !== "stale") throw new Error(stale.status);
    const choose = (choice: "use" | "copy" | "drop") =>
      service.settleSetAside(db, { setupId: id, revisionId: stale.keptRevisionId, choice }, context);
    const first = choose("copy");
    expect(first.copyId).toBeDefined();
    for (const choice of ["copy", "use"] as const) {
      const again = choose(choice);
      expect(again).toMatchObject({ status: "saved", state: { version: 2, setAside: [] } });
      expect(again.copyId).toBeUndefined();
    }
    expect(service.shelf(db, 1).items).toHaveLength(2);
  });

  it("is kept as a child of what was there when it came, and a retry of it is the same one", () => {
    const id = made();
    save(id, 1, change(thick(18)));
    const late = change(thick(9), "change-late");
    expect(save(id, 1, late)).toMatchObject({ status: "stale", state: { setAside: [{ label: "Thickness" }] } });
    expect(save(id, 1, late)).toMatchObject({ status: "stale", state: { setAside: { length: 1 } } });
    const raw = new Database(join(folder, DATABASE_FILE), { readonly: true });
    const rows = raw.prepare("select parent_id, kind from revisions where change_id = 'change-late'").all();
    const head = raw.prepare("select head_revision_id as head from setups where id = ?").get(id) as { head: number };
    raw.close();
    expect(rows).toEqual([{ parent_id: head.head, kind: "set-aside" }]);
  });

  it("of many changes is one version set aside, in its last state, however many requests brought it", () => {
    for (const choice of ["use", "copy", "drop"] as const) {
      const id = made();
      save(id, 1, change(thick(18)));
      const run = [9, 10, 11, 12, 13].map((cm) => ({ ...change(thick(cm)), label: `To ${cm}` }));
      service.saveChanges(db, { setupId: id, baseVersion: 1, changes: run.slice(0, 2) }, context);
      const rest = { setupId: id, baseVersion: 1, changes: run.slice(2), follows: run[1]!.id };
      const outcome = service.saveChanges(db, rest, context);
      // its answer was lost: it comes again
      expect(service.saveChanges(db, rest, context)).toEqual(outcome);
      expect(outcome).toMatchObject({ status: "stale", state: { setAside: [{ steps: 5, label: "To 13" }] } });
      const [kept] = stateOf(id).setAside;
      expect(mixCm(kept!.setup)).toBe(13);
      const { copyId } = service.settleSetAside(db, { setupId: id, revisionId: kept!.revisionId, choice }, context);
      expect(stateOf(id).setAside).toEqual([]);
      if (choice === "drop") {
        expect(mixCm(stateOf(id).setup)).toBe(18);
        continue;
      }
      // its steps are in the history, one by one
      const of = copyId ?? id;
      const seen = [mixCm(stateOf(of).setup)];
      for (let i = 0; i < 4; i++) {
        step(of, "undo");
        seen.push(mixCm(stateOf(of).setup));
      }
      expect(seen).toEqual([13, 12, 11, 10, 9]);
      if (choice === "use") {
        step(of, "undo");
        expect(mixCm(stateOf(of).setup)).toBe(18);
      } else expect(mixCm(stateOf(id).setup)).toBe(18);
    }
  });

  it("after one that was settled begins another; two browsers' are two", () => {
    const id = made();
    save(id, 1, change(thick(18)));
    const first = change(thick(9));
    save(id, 1, first);
    save(id, 1, change(thick(8)));
    expect(stateOf(id).setAside.map(({ steps, setup }) => [steps, mixCm(setup)])).toEqual([
      [1, 9],
      [1, 8],
    ]);
    const { revisionId } = stateOf(id).setAside[0]!;
    service.settleSetAside(db, { setupId: id, revisionId, choice: "drop" }, context);
    service.saveChanges(db, { setupId: id, baseVersion: 1, changes: [change(thick(10))], follows: first.id }, context);
    expect(stateOf(id).setAside.map(({ steps, setup }) => [steps, mixCm(setup)])).toEqual([
      [1, 8],
      [1, 10],
    ]);
  });

  it("that brings nothing new is simply saved", () => {
    const id = made();
    save(id, 1, change(thick(18)));
    expect(save(id, 1, change(thick(18)))).toMatchObject({ status: "saved", state: { version: 2, setAside: [] } });
  });

  it("never becomes what redo goes to", () => {
    const id = made();
    save(id, 1, change(thick(18)));
    save(id, 1, change(thick(9)));
    expect(stateOf(id).redoLabel).toBeNull();
  });

  it("of an undo changes nothing and answers with the present state", () => {
    const id = made();
    save(id, 1, change(thick(18)));
    expect(service.step(db, { setupId: id, baseVersion: 1, direction: "undo" }, context)).toMatchObject({
      status: "saved",
      state: { version: 2 },
    });
    expect(mixCm(stateOf(id).setup)).toBe(18);
  });
});

describe("a row edited by hand", () => {
  it.each([
    ["not JSON at all", "{{{"],
    ["another shape", '{"kind":"marlstone.setup","version":1,"name":5}'],
    ["another document", '{"kind":"else"}'],
  ])("into %s is reported, and the last whole version is offered and restored", (_, document) => {
    const id = made();
    save(id, 1, change(thick(18)));
    handEdit(
      "update revisions set document = ? where id = (select head_revision_id from setups where id = ?)",
      document,
      id,
    );
    const loaded = service.loadSetup(db, id);
    expect(loaded).toMatchObject({ status: "damaged", lastGood: { name: "Pot" } });
    expect(save(id, 2, change(thick(5)))).toMatchObject({ status: "saved" });
    step(id, "undo");
    handEdit("update revisions set document = ? where setup_id = ? and parent_id is not null", document, id);
    service.restoreLastGood(db, id, context);
    expect(mixCm(stateOf(id).setup)).toBe(20);
  });

  it("with a medium nobody knows still loads, and can be mended", () => {
    const id = made();
    const strange = withLayer(POT, "potting-mix-peat-based-20", { mediumId: "moon-dust" });
    handEdit("update revisions set document = ?", JSON.stringify(setupDocument(strange)));
    expect(stateOf(id).setup.layers[1]!.mediumId).toBe("moon-dust");
    expect(save(id, 1, change(rename(strange, "Renamed")))).toMatchObject({ status: "saved" });
    expect(save(id, 2, change(POT))).toMatchObject({ status: "saved" });
  });
});

describe("the version before", () => {
  it("is the one that an undo would bring, and changes nothing", () => {
    const id = made();
    expect(service.versionBefore(db, id)).toBeUndefined();
    save(id, 1, change(thick(18)), change(thick(16)));
    const before = stateOf(id);
    expect(mixCm(service.versionBefore(db, id)!)).toBe(18);
    expect(stateOf(id)).toEqual(before);
    step(id, "undo");
    expect(mixCm(service.versionBefore(db, id)!)).toBe(20);
    expect(service.versionBefore(db, "nobody")).toBeUndefined();
  });

  it("is none where it cannot be read", () => {
    const id = made();
    save(id, 1, change(thick(18)));
    handEdit("update revisions set document = 'x' where parent_id is null and setup_id = ?", id);
    expect(service.versionBefore(db, id)).toBeUndefined();
  });
});

describe("the shelf", () => {
  it("pages through setups in the order they were made, and leaves out what is put away", () => {
    const all = Array.from({ length: service.SHELF_PAGE_SIZE + 3 }, (_, i) => made(rename(POT, `Pot ${i}`)));
    expect(service.shelf(db, 1).items).toHaveLength(service.SHELF_PAGE_SIZE);
    expect(service.shelf(db, 2)).toMatchObject({ page: 2, pages: 2, total: all.length, items: { length: 3 } });
    expect(service.shelf(db, 99).page).toBe(2);
    service.setPutAway(db, all[0]!, true, context);
    expect(service.shelf(db, 1)).toMatchObject({ total: all.length - 1, putAway: 1 });
    expect(service.shelf(db, 1, true).items.map(({ id }) => id)).toEqual([all[0]]);
    service.setPutAway(db, all[0]!, false, context);
    expect(service.shelf(db, 1).putAway).toBe(0);
  });

  it("is filled by name when it is asked for so, whatever the case, page after page", () => {
    for (const name of ["b pot", "Alder tub", "C pot", "a sink"]) made(rename(POT, name));
    expect(service.shelf(db, 1, false, "", "name").items.map(({ name }) => name)).toEqual([
      "a sink",
      "Alder tub",
      "b pot",
      "C pot",
    ]);
    expect(service.shelf(db, 1).items.map(({ name }) => name)).toEqual(["b pot", "Alder tub", "C pot", "a sink"]);
  });

  it("shows a damaged setup among the others", () => {
    const id = made();
    handEdit("update revisions set document = 'x' where setup_id = ?", id);
    expect(service.shelf(db, 1).items[0]!.setup.ok).toBe(false);
    expect(service.copySetup(db, id, context).ok).toBe(false);
  });

  it("copies a setup under its own name, which a name of any length leaves room for", () => {
    for (const length of [3, 110, 120]) {
      const id = made({ ...POT, name: "n".repeat(length) });
      const copy = service.copySetup(db, id, context);
      if (!copy.ok) throw new Error(copy.problems[0]!.message);
      const loaded = service.loadSetup(db, copy.value);
      if (loaded.status !== "ok") throw new Error(loaded.status);
      expect(loaded.state.setup.name).toBe(`${"n".repeat(Math.min(length, 110))} (copy)`);
      // what was copied can be saved: its name is no longer than names may be
      expect(save(copy.value, 1, change(loaded.state.setup)).status).toBe("saved");
    }
    expect(service.copySetup(db, "gone", context)).toMatchObject({ ok: false });
  });

  it("refuses to make a setup that makes no sense", () => {
    expect(service.createSetup(db, potWith({ kind: "drained", outletCm: 99 }, [layer(MIX, 5)]), context)).toMatchObject(
      { ok: false, problems: [{ code: "above-rim" }] },
    );
  });
});
