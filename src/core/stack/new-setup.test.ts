import { expect, it } from "vitest";
import type { Vessel } from "../vessel/vessel";
import { checkSetup } from "./check";
import { newSetup } from "./new-setup";

const POT: Vessel = { shape: "round", insideDiameterCm: 20, insideDepthCm: 25, material: "plastic" };

it("a new setup is a vessel with some water in it: at a quarter of its depth, drained at its base, or a dose of 15 %", () => {
  expect(newSetup(" Sill ", POT, "free-water")).toEqual({
    name: "Sill",
    vessel: POT,
    water: { kind: "free-water", levelCm: 6.3, overflowCm: null },
    history: "soaked",
    demandMmPerDay: 4,
    layers: [],
  });
  expect(newSetup("x", POT, "drained").water).toEqual({ kind: "drained", outletCm: 0 });
  expect(newSetup("x", POT, "dosed").water).toEqual({
    kind: "dosed",
    storedCm3: Math.round(0.15 * Math.PI * 100 * 25),
  });
  const cup: Vessel = { ...POT, insideDiameterCm: 4, insideDepthCm: 5 };
  expect(newSetup("x", cup, "dosed").water).toEqual({ kind: "dosed", storedCm3: 50 });
  for (const kind of ["free-water", "drained", "dosed"] as const)
    expect(checkSetup(newSetup("x", cup, kind), () => true)).toEqual([]);
});
