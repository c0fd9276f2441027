import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { GRAVEL, layer, MIX, PEAT, potWith } from "../../core/testing/setups";
import { openMarlstone, type Marlstone } from "../open";

const AREA_CM2 = Math.PI * 100;
const BED = potWith({ kind: "free-water", levelCm: 4, overflowCm: 5 }, [
  layer(GRAVEL, 5),
  { ...layer("coarse-sand-0.5-2", 3), id: "wick", name: "wick bed", rooted: false },
  layer(MIX, 12),
]);
let folder: string;
let marlstone: Marlstone;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), "marlstone-rooms-"));
  marlstone = openMarlstone(folder);
});
afterEach(() => {
  marlstone.close();
  rmSync(folder, { recursive: true, force: true });
});
const make = (setup = BED): string => {
  const made = marlstone.setups.create(setup);
  if (!made.ok) throw new Error(made.problems[0]!.message);
  return made.value;
};

describe("layers as rooms for a mix", () => {
  it("are those of every setup on the shelf, bottom to top, with their volume, their water and what is beside them", () => {
    const id = make();
    const jar = make(potWith({ kind: "drained", outletCm: 0 }, [layer(PEAT, 10)]));
    const rooms = marlstone.rooms.toFill("");
    expect(rooms.map((room) => [room.id, room.setupId, room.name])).toEqual([
      [`${id} ${GRAVEL}-5`, id, expect.stringContaining("Pot: Pea gravel") as string],
      [`${id} wick`, id, "Pot: wick bed"],
      [`${id} ${MIX}-12`, id, expect.stringContaining("Pot: Potting mix") as string],
      [`${jar} ${PEAT}-10`, jar, "Pot: Sphagnum peat"],
    ]);
    expect(rooms.map(({ volumeCm3 }) => volumeCm3)).toEqual(
      [5, 3, 12, 10].map((cm) => expect.closeTo(cm * AREA_CM2, 6) as number),
    );
    expect(rooms.map(({ aboveWaterCm }) => aboveWaterCm)).toEqual([
      { from: 0, to: 1 },
      { from: 1, to: 4 },
      { from: 4, to: 16 },
      { from: 0, to: 10 },
    ]);
    expect(rooms.map(({ place }) => [place.drains, place.standsInWater, place.neighbours.length])).toEqual([
      [false, true, 3],
      [false, false, 3],
      [false, false, 3],
      [true, false, 1],
    ]);
  });

  it("are those of a setup that is put away too, when one of them is asked for", () => {
    const id = make();
    marlstone.setups.setPutAway(id, true);
    expect(marlstone.rooms.toFill("")).toEqual([]);
    expect(marlstone.rooms.toFill(`${id} wick`)).toHaveLength(3);
    expect(marlstone.rooms.toFill("nobody wick")).toEqual([]);
    expect(marlstone.rooms.mediaOf(`${id} wick`)).toEqual([GRAVEL, "coarse-sand-0.5-2", MIX]);
    expect([marlstone.rooms.mediaOf(""), marlstone.rooms.mediaOf("nobody x")]).toEqual([[], []]);
  });

  it("are filled with what they are made of; what lies between a reservoir and the roots goes in wet", () => {
    const id = make();
    const layers = marlstone.rooms.layersToFill(id, BED);
    expect(layers.map(({ wicks }) => wicks)).toEqual([true, true, false]);
    expect(layers.map(({ fromCm, toCm }) => [fromCm, toCm])).toEqual([
      [0, 5],
      [5, 8],
      [8, 20],
    ]);
    expect(layers[1]).toMatchObject({
      id: "wick",
      roomId: `${id} wick`,
      name: "wick bed",
      mediumId: "coarse-sand-0.5-2",
      mediumName: "Coarse sand",
      areaCm2: expect.closeTo(AREA_CM2, 6) as number,
      roomCm3: expect.closeTo(3 * AREA_CM2, 6) as number,
      parts: [{ medium: { id: "coarse-sand-0.5-2" }, parts: 1 }],
      amendments: [],
    });
    const strange = { ...BED, layers: BED.layers.map((one) => ({ ...one, mediumId: "moon-dust" })) };
    expect(marlstone.rooms.layersToFill(id, strange)[0]).toMatchObject({
      mediumName: "moon-dust",
      parts: [],
      amendments: [],
    });
    const drained = { ...BED, water: { by: "soaking" } as const };
    expect(marlstone.rooms.layersToFill(id, drained).map(({ wicks }) => wicks)).toEqual([false, false, false]);
  });
});

describe("a mix from a file", () => {
  it("is its document, or a table of media and parts; else it is said to be neither", () => {
    const csv = marlstone.files.takeInMix("mediumId,medium,parts\npumice-2-5,Pumice,2\nbark-6-12,Bark,1.5\n");
    expect(csv.ok && marlstone.mixes.load(csv.value)!.stored.value).toMatchObject({
      name: "Mix from a file",
      parts: [
        { mediumId: "pumice-2-5", parts: 2 },
        { mediumId: "bark-6-12", parts: 1.5 },
      ],
      amendments: [],
    });
    // as a spreadsheet with decimal commas writes it
    const semicolons = marlstone.files.takeInMix(
      "what;id;name;amount\nmix;;Bark und Bims;\npart;pumice-2-5;Pumice;1,5\namendment;dolomite;Dolomite lime;0,5\n",
    );
    expect(semicolons.ok && marlstone.mixes.load(semicolons.value)!.stored.value).toMatchObject({
      name: "Bark und Bims",
      parts: [{ mediumId: "pumice-2-5", parts: 1.5 }],
      amendments: [{ id: "dolomite", amount: 0.5 }],
    });
    expect(marlstone.files.takeInMix("mediumId,parts\npumice-2-5,lots\n")).toMatchObject({
      ok: false,
      problems: [{ message: "Line 2: “lots” is not an amount." }],
    });
    for (const text of ["roses are red", "", "mediumId,parts\n"])
      expect([text, marlstone.files.takeInMix(text)]).toMatchObject([
        text,
        { ok: false, problems: [{ code: "not-a-mix" }] },
      ]);
    expect(marlstone.files.takeInMix("mediumId,parts\nmoon-dust,1\n")).toMatchObject({
      ok: false,
      problems: [{ code: "unknown-medium" }],
    });
    expect(marlstone.files.takeInMix("  {")).toMatchObject({ ok: false, problems: [{ code: "not-json" }] });
  });
});
