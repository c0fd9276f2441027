import { describe, expect, it } from "vitest";
import { VESSEL_SHELF } from "@/core/vessel/shelf";
import { USUAL_WALLS, VESSEL_SHAPES } from "@/core/vessel/vessel";
import { boxVessel, roundVessel } from "@/core/testing/setups";
import { readVessel, typedSizes } from "./typed-vessel";

const typedOf = (
  vessel: Parameters<typeof typedSizes>[0],
  changed: object = {},
  system: "metric" | "imperial" = "metric",
) => ({
  shape: vessel.shape,
  material: vessel.material,
  sizes: { ...typedSizes(vessel, system), ...changed },
});

describe("a vessel as it is typed", () => {
  it("is the one it was filled in from, in both units, for every vessel of the shelf", () => {
    for (const { id, vessel } of VESSEL_SHELF)
      for (const system of ["metric", "imperial"] as const) {
        const read = readVessel(typedOf(vessel, {}, system), vessel, system);
        if (!read.ok) throw new Error(`${id}: ${JSON.stringify(read.problems)}`);
        for (const [key, value] of Object.entries(vessel))
          if (typeof value === "number")
            expect(read.value[key as keyof typeof read.value], `${id} ${key}`).toBeCloseTo(value, 1);
          else expect(read.value[key as keyof typeof read.value]).toEqual(value);
      }
  });

  it("takes its sizes from what is typed and the rest from what it was", () => {
    const pot = { ...roundVessel(20, 18), wallMm: 7.5 };
    const read = readVessel(typedOf(pot, { insideDiameterCm: "30 cm" }), pot, "metric");
    expect(read).toEqual({ ok: true, value: { ...pot, insideDiameterCm: 30 } });
  });

  it("has the usual wall of what it is made of, once that is another", () => {
    const pot = { ...roundVessel(20, 18), wallMm: 7.5 };
    const read = readVessel({ ...typedOf(pot), material: "unglazed" }, pot, "metric");
    expect(read.ok && read.value).toMatchObject({ material: "unglazed", ...USUAL_WALLS.unglazed });
  });

  it("is made of what it was when only its shape is another", () => {
    for (const shape of VESSEL_SHAPES) {
      const box = boxVessel(40, 20, 18);
      const like = VESSEL_SHELF.find(({ vessel }) => vessel.shape === shape)?.vessel;
      if (!like) continue;
      const read = readVessel(typedOf(like), box, "metric");
      expect(read.ok ? read.value.shape : read.problems).toBe(shape);
    }
  });

  it("tells each size that cannot be read or meant at its own place, all at once", () => {
    const pot = roundVessel(20, 18);
    const bad = readVessel(typedOf(pot, { insideDiameterCm: "wide", insideDepthCm: "" }), pot, "metric");
    expect(bad.ok ? [] : bad.problems.map(({ path }) => path).sort()).toEqual([
      "vessel.insideDepthCm",
      "vessel.insideDiameterCm",
    ]);
    const negative = readVessel(typedOf(pot, { insideDepthCm: "0" }), pot, "metric");
    expect(negative.ok ? [] : negative.problems.map(({ path }) => path)).toEqual(["vessel.insideDepthCm"]);
  });
});
