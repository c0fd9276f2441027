import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { MARROWBECK } from "../../../demo/marrowbeck";
import { anySetup } from "@/core/testing/any-setup";
import { LIBRARY } from "@/core/occupants/library/library";
import { withFixture, withLayer } from "@/core/stack/edit";
import { FIXTURE_KINDS } from "@/core/stack/fixtures";
import { newFixture } from "@/core/stack/new-fixture";
import type { Setup } from "@/core/stack/setup";
import { medium } from "@/core/testing/setups";
import { hasPart, partOf, PART_KINDS, type PartKey } from "../open-setup/part-key";
import { partsInOrder, DRAWN_IN_ORDER, PARTS } from "./registry";

const context = {
  medium,
  kindName: (id: string) => LIBRARY.find((one) => one.id === id)?.name,
  system: "metric",
} as const;
const keysOf = (setup: Setup): readonly PartKey[] => {
  const { over, layers, under } = partsInOrder(setup);
  return [...over, ...layers, ...under];
};
const lineOf = (setup: Setup, key: PartKey): string => {
  const { kind, id } = partOf(key);
  const { what, more } = PARTS[kind].line(setup, id, context);
  return (more ? `${what}; ${more}` : what).replaceAll(/\s/gu, " ");
};
const demo = (name: string): Setup => MARROWBECK.find((one) => one.name.startsWith(name))!;
const linesOf = (setup: Setup): readonly string[] => keysOf(setup).map((key) => lineOf(setup, key));

describe("the lines of a setup's parts", () => {
  it("say in a grower's words what stands there, from the top down", () => {
    expect(linesOf(demo("Platform planter"))).toEqual([
      "1 Aubergine",
      "root ball 10 cm deep, 12 cm across; crown 0.5 cm over the soil",
      "bark on top, 2 cm",
      "Potting mix, peat-based, 22 cm; roots",
      "wick feet, packed, 12 cm; 4 feet of 7.3 cm; potting mix, peat-based",
      "filled to 10 cm; soaked first",
      "feet down to the base",
      "2 holes of 1.2 cm at 11 cm; overflow",
      "fill tube of 5 cm; cut at its foot",
      "box, 56 cm by 37 cm, 38 cm deep; plastic; 78.7 L to the rim",
      "a day takes 8 mm; hot day",
      "stands out of the rain, in the sun; 5 °C to 33 °C",
    ]);
    expect(linesOf(demo("Stone-sink"))).toEqual(
      expect.arrayContaining([
        "4 × Large-flowered butterwort",
        "bog peat, 13 cm; sphagnum peat; roots; on weed cloth",
        "soaked from the top, then drained",
        "2 holes of 1.2 cm at 11 cm; outlet",
        "plugged: hole of 4 cm in the base",
      ]),
    );
    expect(linesOf(demo("Lidded case"))).toEqual(
      expect.arrayContaining([
        "200 × Springtails",
        "lid, 15 % left open",
        "9 L of water in it; soaked first",
        "false bottom at 4 cm; a screen, with room under it",
      ]),
    );
    expect(linesOf(demo("Closed carboy"))).toContain("bottle, 27 cm, 42 cm deep; glass; 18.4 L to the rim");
    expect(linesOf(demo("Open dish"))).toContain("a day takes 3 mm; watered every 2 days");
  });

  it("are there once for every part, of any setup, and say nothing that is not known", () => {
    fc.assert(
      fc.property(anySetup, (setup) => {
        const keys = keysOf(setup);
        expect(new Set(keys).size).toBe(keys.length);
        for (const kind of PART_KINDS)
          expect(keys.filter((key) => partOf(key).kind === kind)).toHaveLength(PARTS[kind].idsIn(setup).length);
        for (const key of keys) {
          expect(hasPart(setup, key)).toBe(true);
          expect(lineOf(setup, key)).toMatch(/^\S.*\S$/u);
          expect(lineOf(setup, key)).not.toMatch(/undefined|NaN|null|Infinity|;\s*;|,\s*$/u);
        }
      }),
      { numRuns: 60 },
    );
  });

  it("are there for every kind of thing that can be built in", () => {
    for (const kind of FIXTURE_KINDS) {
      const pot = demo("Tall pot");
      const setup = withFixture(pot, newFixture(pot, kind, "new"));
      expect(lineOf(setup, "fixture:new")).toMatch(/^\S/u);
      expect(keysOf(setup)).toContain("fixture:new");
    }
  });

  it("name a medium, and a kind of living thing, that are not known by what they are stored as", () => {
    const setup = withLayer(demo("Open dish"), "grit", { mediumId: "moon-dust" });
    expect(lineOf(setup, "layer:grit")).toContain("moon-dust");
    const stranger = { ...setup, occupants: [{ id: "x", occupantId: "own:gone", count: 2 }] };
    expect(lineOf(stranger, "occupant:x")).toBe("2 × “own:gone”");
  });
});

describe("a part of a setup", () => {
  it("is no part of one that lacks it", () => {
    const pot = demo("Tall pot");
    for (const key of ["layer:nobody", "fixture:nobody", "occupant:nobody", "planting:", "false-bottom:"] as const)
      expect(hasPart(pot, key)).toBe(false);
  });

  it("is drawn, if it is drawn at all, in its turn", () => {
    const drawn = PART_KINDS.filter((kind) => PARTS[kind].Drawing !== "not drawn");
    expect([...DRAWN_IN_ORDER].sort()).toEqual([...drawn].sort());
  });
});
