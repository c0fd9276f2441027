import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { drawerIn, holdPage, thisPage } from "../outbox/drawer";
import { shelfIn } from "../outbox/shelf.testing";
import { keeperFor, leftOvers } from "./kept-changes";
import type { KeptChange } from "./save-queue";

const change = (id: string, baseVersion = 3): KeptChange => ({
  id,
  label: `Change ${id}`,
  baseVersion,
  document: { version: 5, name: id } as unknown as KeptChange["document"],
});
const idsOf = async (setupId: string): Promise<string[][]> =>
  (await leftOvers(setupId)).map(({ changes }) => changes.map(({ id }) => id));

describe("what pages that are gone left unsaved of a setup", () => {
  let kept: Map<string, string>;
  beforeEach(() => {
    kept = new Map();
    vi.stubGlobal("window", { localStorage: shelfIn(kept) });
  });
  afterEach(() => void vi.unstubAllGlobals());

  it("is found by page, in the order it was made, of this setup alone", async () => {
    const shelf = shelfIn(kept);
    const gone = drawerIn<KeptChange>(shelf, "setup-pot", "gone");
    gone.put(change("a"));
    gone.put(change("b"));
    drawerIn<KeptChange>(shelf, "setup-pot", "other").put(change("c"));
    drawerIn<KeptChange>(shelf, "setup-pots", "gone").put(change("x"));
    expect(await idsOf("pot")).toEqual([["a", "b"], ["c"]]);
    expect(await idsOf("pots")).toEqual([["x"]]);
    expect(await idsOf("po")).toEqual([]);
  });

  it("is not what this page keeps, nor what a page that is open has in hand", async () => {
    keeperFor("pot").put(change("mine"));
    const answering = holdPage();
    try {
      drawerIn<KeptChange>(shelfIn(kept), "setup-pot", "gone").put(change("left"));
      expect(await idsOf("pot")).toEqual([["left"]]);
    } finally {
      answering();
    }
    expect([...kept.keys()].filter((key) => key.includes(thisPage))).toHaveLength(1);
  });

  it("stays until it is forgotten, and is forgotten whole", async () => {
    const gone = drawerIn<KeptChange>(shelfIn(kept), "setup-pot", "gone");
    gone.put(change("a"));
    gone.put(change("b"));
    expect(await idsOf("pot")).toHaveLength(1);
    const [left] = await leftOvers("pot");
    left!.forget();
    expect(kept.size).toBe(0);
    expect(await idsOf("pot")).toEqual([]);
  });

  it("is read as it was kept before each change had a key of its own", async () => {
    const { baseVersion: _, ...bare } = change("old");
    kept.set("marlstone.unsaved.pot.page1", JSON.stringify({ baseVersion: 7, changes: [bare, { label: "no id" }] }));
    kept.set("marlstone.unsaved.pots.page1", JSON.stringify({ baseVersion: 7, changes: [bare] }));
    kept.set("marlstone.unsaved.pot.page2", "{ not whole");
    kept.set("marlstone.unsaved.pot.page3", JSON.stringify({ baseVersion: "7", changes: [bare] }));
    kept.set("marlstone.unsaved.pot.page4", JSON.stringify({ baseVersion: 7, changes: [] }));
    kept.set("marlstone.unsaved.pot.page5", "null");
    const found = await leftOvers("pot");
    expect(found.map(({ changes }) => changes)).toEqual([[change("old", 7)]]);
    found[0]!.forget();
    expect(kept.has("marlstone.unsaved.pot.page1")).toBe(false);
    expect(kept.size).toBe(5);
  });

  it("leaves where it is what cannot be a change, whatever is wrong with it", async () => {
    const whole = change("a") as unknown as Record<string, unknown>;
    const broken = [
      null,
      "text",
      7,
      ...Object.keys(whole).map((key) => ({ ...whole, [key]: undefined })),
      { ...whole, id: 7 },
      { ...whole, baseVersion: 1.5 },
      { ...whole, document: null },
      { ...whole, document: "text" },
      { ...whole, document: { name: "no version" } },
    ];
    broken.forEach((one, i) => kept.set(`marlstone.out.setup-pot.gone.${i}`, JSON.stringify(one) ?? "null"));
    expect(await idsOf("pot")).toEqual([]);
    expect(kept.size).toBe(broken.length);
  });

  it("is nothing where a browser forbids its storage", async () => {
    vi.stubGlobal("window", {
      get localStorage(): Storage {
        throw new Error("forbidden");
      },
    });
    expect(keeperFor("pot").put(change("a"))).toBe(false);
    expect(await idsOf("pot")).toEqual([]);
  });
});
