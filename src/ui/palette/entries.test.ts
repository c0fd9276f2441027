import { describe, expect, it } from "vitest";
import type { FindIndex } from "@/formats/find-index";
import { entriesOf, groupsOf, searchOf } from "./entries";

const INDEX: FindIndex = {
  setups: [
    { id: "trough", name: "Terrace trough, celery and chard", layers: [{ id: "wick", name: "wick bed, Fine sand" }] },
    {
      id: "bog",
      name: "Stone-sink bog, butterworts and cranberry",
      layers: [{ id: "peat", name: "bog peat, Sphagnum peat" }],
    },
  ],
  places: [{ id: "p1", name: "River terrace" }],
  mixes: [
    { id: "m1", name: "Bog bench" },
    { id: "m2", name: "Terrace trough mix" },
  ],
  media: [
    { id: "sphagnum-peat", name: "Sphagnum peat" },
    { id: "own:abc", name: "Weir-side leaf compost" },
  ],
  kinds: [
    {
      id: "butterwort-large",
      name: "Large-flowered butterwort",
      about: "Pinguicula grandiflora",
      also: ["butterwort, great"],
    },
  ],
};
const undo = { name: "Undo: Thickness of peat", element: {} as HTMLElement };
const search = searchOf(entriesOf(INDEX, [undo, { name: "Run it", element: {} as HTMLElement }]));
const first = (words: string) => {
  const [entry] = search(words);
  return entry && [entry.group, entry.name, "go" in entry.does ? entry.does.go : "press"];
};

describe("the palette", () => {
  it("finds setups and their pages, layers, mixes, media, kinds, pages and what is on the page", () => {
    expect(first("terrace trough")).toEqual(["Setups", "Terrace trough, celery and chard", "/setups/trough"]);
    expect(first("trough build")).toEqual(["Setups", "Terrace trough, celery and chard", "/setups/trough/sheet"]);
    expect(first("wick bed")).toEqual(["Layers", "wick bed, Fine sand", "/setups/trough#wick"]);
    expect(first("river terrace")).toEqual(["Places", "River terrace", "/places/p1"]);
    expect(first("bog bench")).toEqual(["Mixes", "Bog bench", "/mixes/m1"]);
    expect(first("weir")).toEqual(["Media", "Weir-side leaf compost", "/media/own:abc"]);
    expect(first("pinguicula")).toEqual([
      "Plants and animals",
      "Large-flowered butterwort",
      "/living/butterwort-large",
    ]);
    expect(first("backup")).toEqual(["Pages", "Keeping", "/keeping"]);
    expect(first("undo")).toEqual(["On this page", "Undo: Thickness of peat", "press"]);
  });

  it.each([
    ["terace trogh", "Terrace trough, celery and chard"],
    ["spagnum", "Sphagnum peat"],
    ["buterwort large", "Large-flowered butterwort"],
    ["bakcup", "Keeping"],
    ["HISTROY trough", "Terrace trough, celery and chard"],
  ])("forgives slips: %s", (typed, name) => expect(search(typed).map((entry) => entry.name)).toContain(name));

  it("puts the setup before what could be pressed of it, so that Enter goes there", () => {
    const copy = { name: "Copy Terrace trough, celery and chard", element: {} as HTMLElement };
    const onYard = searchOf(entriesOf(INDEX, [copy]));
    for (const typed of ["terrace", "terace trogh", "trough celery"])
      expect(groupsOf(onYard(typed))[0]).toMatchObject({
        group: "Setups",
        // itself, and its pages
        entries: [{ does: { go: "/setups/trough" } }, {}, {}, {}, {}, {}, {}],
      });
  });

  it("says its keys", () => expect(search("undo")[0]!.keys).toBe("Ctrl Z"));

  it("with nothing typed shows some of each, and of no sense nothing", () => {
    const groups = new Set(search("").map(({ group }) => group));
    expect(groups).toEqual(
      new Set(["On this page", "Setups", "Pages", "Places", "Mixes", "Media", "Plants and animals"]),
    );
    expect(search("qqqqqqqq zzzz")).toEqual([]);
    expect(() => search("\\ ( [ * ^ 🌿")).not.toThrow();
  });
});
