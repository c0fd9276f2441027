import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import type { OwnOccupant } from "../../core/occupants/own-occupant";
import type { Setup } from "../../core/stack/setup";
import { setupDocument } from "../../formats/setup/document";
import { ownOccupantDocument } from "../../formats/own-occupant/document";
import { layer, MIX, potWith } from "../../core/testing/setups";
import { openMarlstone, type Marlstone } from "../open";

const OWN: OwnOccupant = {
  name: "Rosemary of the wall",
  scientificName: "",
  note: "",
  basedOn: "rosemary",
  figures: { frostC: { low: -15, typical: -11, high: -8 } },
  words: {},
};

let folder: string;
let marlstone: Marlstone;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), "marlstone-kinds-"));
  marlstone = openMarlstone(folder);
});
afterEach(() => {
  marlstone.close();
  rmSync(folder, { recursive: true, force: true });
});

const made = (own: OwnOccupant = OWN): string => {
  const result = marlstone.occupants.create(own);
  if (!result.ok) throw new Error(result.problems[0]!.message);
  return result.value;
};

describe("kinds of one's own", () => {
  it("are kept, changed in versions, and found as what lives in a setup", () => {
    const id = made();
    const next = { ...OWN, note: "bears the wall" };
    expect(marlstone.occupants.save({ id, baseVersion: 1, document: ownOccupantDocument(next) })).toMatchObject({
      status: "saved",
      stored: { version: 2 },
    });
    expect(marlstone.occupants.load(id)).toMatchObject({
      stored: { value: { note: "bears the wall" } },
      versions: [{ version: 2 }, { version: 1, value: { note: "" } }],
    });
    expect(marlstone.occupants.own()).toMatchObject([{ id: `own-kind:${id}`, frostC: { typical: -11 } }]);
    expect(marlstone.counts()).toMatchObject({ ownOccupants: 1 });
  });

  it("answer a stale save with what is stored, and write nothing", () => {
    const id = made();
    const save = (name: string) =>
      marlstone.occupants.save({ id, baseVersion: 1, document: ownOccupantDocument({ ...OWN, name }) });
    expect(save("First").status).toBe("saved");
    expect(save("Second")).toMatchObject({ status: "stale", stored: { value: { name: "First" }, version: 2 } });
    expect(marlstone.occupants.load(id)!.versions).toHaveLength(2);
  });

  it("have a name of their own, and figures that can be meant", () => {
    made();
    for (const [own, why] of [
      [OWN, "There is another"],
      [{ ...OWN, name: "ROSEMARY" }, "There is another"],
      [{ ...OWN, name: "Odd", figures: { pH: { low: 9, typical: 5, high: 4 } } }, "must ascend"],
      [{ ...OWN, name: "Odd", basedOn: "triffid" }, "not in the library"],
    ] as const)
      expect(marlstone.occupants.create(own)).toMatchObject({
        ok: false,
        problems: [{ message: expect.stringContaining(why) as string }],
      });
    expect(marlstone.occupants.list()).toHaveLength(1);
    expect(
      marlstone.occupants.save({ id: "gone", baseVersion: 1, document: ownOccupantDocument(OWN) }).status,
    ).not.toBe("saved");
  });

  it("put away are no longer offered, but stay known where they live, going back included", () => {
    const id = made();
    const kindId = `own-kind:${id}`;
    const pot: Setup = {
      ...potWith({ kind: "drained", outletCm: 0 }, [layer(MIX, 20)]),
      occupants: [{ id: "a", occupantId: kindId, count: 1 }],
    };
    const setupId = marlstone.setups.create(pot);
    if (!setupId.ok) throw new Error("is made");
    const without = { ...pot, occupants: [] };
    expect(
      marlstone.setups.saveChanges({
        setupId: setupId.value,
        baseVersion: 1,
        changes: [{ id: "change-0001", label: "Without", document: setupDocument(without) }],
      }).status,
    ).toBe("saved");
    expect(marlstone.occupants.setPutAway(id, true)).toBe(true);
    expect(marlstone.occupants.own()).toEqual([]);
    expect(marlstone.occupants.own([pot])).toMatchObject([{ id: kindId }]);
    expect(marlstone.toBuildWith(setupId.value).ownOccupants).toMatchObject([{ id: kindId }]);
    expect(marlstone.occupants.byId(kindId)).toMatchObject({ id: kindId });
    expect(marlstone.occupants.setPutAway(id, false)).toBe(true);
    expect(marlstone.occupants.own()).toHaveLength(1);
    expect(marlstone.occupants.setPutAway("gone", true)).toBe(false);
  });
});
