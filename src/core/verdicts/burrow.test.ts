import { expect, it } from "vitest";
import { medium } from "../testing/setups";
import { holdingOf } from "./burrow";

const holds = (id: string, suctionCm: number) => holdingOf(medium(id)!, suctionCm);

it("a burrow stands in damp ground of clay or fibre, in sand only while it is damp, and nowhere in what drips", () => {
  expect(["topsoil-loam", "coir-pith-fine", "leaf-mould", "sphagnum-peat"].map((id) => holds(id, 100))).toEqual([
    "stands",
    "stands",
    "stands",
    "stands",
  ]);
  expect(["topsoil-loam", "coir-pith-fine", "fine-sand-0.1-0.5"].map((id) => holds(id, 3))).toEqual([
    "slumps",
    "slumps",
    "slumps",
  ]);
  expect([50, 500, 5000].map((suctionCm) => holds("fine-sand-0.1-0.5", suctionCm))).toEqual([
    "while-damp",
    "while-damp",
    "dry",
  ]);
});

it("clay hangs together as it dries, fibre lets go, and coarse grains and leaves never hold", () => {
  expect(holds("topsoil-loam", 5000)).toBe("stands");
  expect(holds("coir-pith-fine", 5000)).toBe("dry");
  for (const id of ["bark-6-12", "pea-gravel-6-10", "pumice-2-5", "leaf-litter"]) expect(holds(id, 100)).toBe("loose");
});
