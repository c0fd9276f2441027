import { describe, expect, it } from "vitest";
import { fixtureName } from "./fixture-words";
import { BASE_HOLES, layer, MIX, medium, potWith, wallHole } from "@/core/testing/setups";
import type { Fixture } from "@/core/stack/fixtures";
import type { Setup } from "@/core/stack/setup";
import { addAbove, rootedIn, rootsWords } from "./adding-layers";
import { layerName, removeLayer } from "./layer-changes";
import { partKey } from "./part-key";
import { makeSetupStore } from "./setup-store";

const POT = potWith({ kind: "free-water", levelCm: 4, overflowCm: 5 });
const GRAVEL = "pea-gravel-6-10";

function storeOf(setup: Setup) {
  const kept: [label: string, setup: Setup][] = [];
  const store = makeSetupStore(
    { setupId: "pot", version: 1, setup, undoLabel: null, redoLabel: null, setAside: [] },
    medium,
    (label, changed) => kept.push([label, changed]),
  );
  return { store, kept, names: () => store.getState().committed.layers.map(({ mediumId }) => mediumId) };
}
let ids = 0;
const newId = (): string => `new-${ids++}`;
const notes = (store: ReturnType<typeof storeOf>["store"]): string => store.getState().notice ?? "";

describe("adding a layer", () => {
  it("puts it over the selected one and selects it; over the top one where none is", () => {
    const { store, names, kept } = storeOf(POT);
    const before = names();
    store.choose(partKey("layer", POT.layers[0]!.id));
    const id = addAbove(store, MIX, newId);
    expect(id).toBeDefined();
    expect(store.getState().chosen).toBe(partKey("layer", id));
    expect(store.getState().committed.layers.findIndex((one) => one.id === id)).toBe(1);
    expect(names()).toHaveLength(before.length + 1);
    expect(kept).toHaveLength(1);
    expect(kept[0]![0]).toMatch(/^Added /u);
    const top = storeOf(POT);
    top.store.choose(undefined);
    const over = addAbove(top.store, MIX, newId);
    expect(top.store.getState().committed.layers.at(-1)!.id).toBe(over);
  });

  it("does nothing for a medium it does not know", () => {
    const { store, kept } = storeOf(POT);
    expect(addAbove(store, "moon-dust", newId)).toBeUndefined();
    expect(kept).toEqual([]);
  });

  it("counts what is soil as rooted, and a coarse layer that comes under soil no more, and says so", () => {
    const coarse: Setup = { ...POT, layers: [layer(GRAVEL, 5, true)] };
    const { store } = storeOf(coarse);
    addAbove(store, MIX, newId);
    expect(store.getState().committed.layers.map(({ rooted }) => rooted)).toEqual([false, true]);
    expect(notes(store)).toMatch(/lies under soil now, so it is not counted as rooted/u);
    // soil that comes under soil keeps its roots, and nothing is to be said
    const soil = storeOf({ ...POT, layers: [layer(MIX, 5, true)] });
    addAbove(soil.store, MIX, newId);
    expect(soil.store.getState().committed.layers.map(({ rooted }) => rooted)).toEqual([true, true]);
    expect(notes(soil.store)).toBe("");
    // nor a layer that was not the top
    const under: Setup = { ...POT, layers: [{ ...layer(GRAVEL, 5, true), id: "g" }, layer(MIX, 5, true)] };
    const between = storeOf(under);
    between.store.choose(partKey("layer", "g"));
    addAbove(between.store, MIX, newId);
    expect(between.store.getState().committed.layers[0]!.rooted).toBe(true);
  });

  it("takes its room from a layer of a full vessel and says from which", () => {
    const full: Setup = {
      ...POT,
      layers: [layer(GRAVEL, 5, false), { ...layer(MIX, POT.vessel.insideDepthCm - 5, true), name: "Soil" }],
    };
    const { store } = storeOf(full);
    addAbove(store, MIX, newId);
    expect(notes(store)).toMatch(/The vessel is full, so the new layer took half of Soil\./u);
  });

  it("adds nothing where there is no room at all, and says so", () => {
    const { insideDepthCm } = POT.vessel;
    const thin = { ...layer(GRAVEL, 0.1, false), id: "thin" };
    const { store, kept } = storeOf({ ...POT, layers: [thin, layer(MIX, insideDepthCm - 0.1, true)] });
    store.choose(partKey("layer", "thin"));
    expect(addAbove(store, MIX, newId)).toBeUndefined();
    expect(notes(store)).toMatch(/There is no room for another layer/u);
    expect(kept).toEqual([]);
  });
});

describe("taking a layer out", () => {
  it("takes that one, by the name it has", () => {
    const { store, kept, names } = storeOf(POT);
    removeLayer(store, POT.layers[1]!.id);
    expect(names()).toEqual([POT.layers[0]!.mediumId]);
    expect(kept[0]![0]).toBe(`Removed ${layerName(POT.layers[1]!, store)}`);
    removeLayer(store, "none such");
    expect(kept).toHaveLength(1);
  });

  it("is called by its own name, or its medium's, or unknown", () => {
    const { store } = storeOf(POT);
    expect(layerName({ name: "Soil", mediumId: MIX }, store)).toBe("Soil");
    expect(layerName({ name: "", mediumId: MIX }, store)).toBe(medium(MIX)!.name);
    expect(layerName({ name: "", mediumId: "moon-dust" }, store)).toBe("unknown medium");
  });
});

describe("a layer of another medium", () => {
  const [soil, gravel] = [medium(MIX)!, medium(GRAVEL)!];
  it("is rooted as that usually is, unless the grower has said otherwise, and it is told", () => {
    expect(rootedIn(true, soil, gravel, false)).toBe(false);
    expect(rootedIn(false, gravel, soil, false)).toBe(true);
    // gravel that was marked as rooted, and soil that was not, stay so
    expect(rootedIn(true, gravel, soil, false)).toBe(true);
    expect(rootedIn(false, soil, medium("sphagnum-peat")!, false)).toBe(false);
    expect(rootedIn(true, undefined, gravel, false)).toBe(false);
    expect(rootsWords(false, gravel)).toMatch(/^Pea gravel 6–10 mm is not counted as rooted/u);
    expect(rootsWords(true, soil)).toMatch(/is counted as rooted/u);
  });
});

describe("what a fixture is called", () => {
  const hole = (id: string, lipCm: number, plugged = false): Fixture =>
    ({ ...wallHole(lipCm, id), plugged }) as Fixture;
  const called = (setup: Setup): string[] => setup.fixtures.map((one) => fixtureName(setup, one));

  it("is what a hole does there, and one of several its number", () => {
    const fixtures = [BASE_HOLES, hole("b", 5), hole("c", 5, true), hole("d", 7)];
    expect(called({ ...POT, fixtures })).toEqual([
      "Holes in the base",
      "Overflow hole 1",
      "Plugged hole",
      "Overflow hole 2",
    ]);
    const tube = { kind: "fill-tube", id: "t", diameterCm: 3, acrossShare: 0.1, foot: "cut" } satisfies Fixture;
    expect(called({ ...POT, fixtures: [tube] })[0]).toMatch(/^[A-Z]/u);
  });

  it("is an outlet where water is soaked up and runs out at the lowest of them", () => {
    const fixtures = [hole("b", 5), hole("d", 7)];
    const soaking = { ...POT, fixtures, water: { by: "soaking" as const } };
    expect(called(soaking)).toEqual(["Outlet", "Overflow hole"]);
  });
});
