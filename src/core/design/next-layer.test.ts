import { expect, it } from "vitest";
import { GRAVEL, layer, medium, MIX, potWith } from "../testing/setups";
import { nextLayers } from "./next-layer";

const first = (setup: Parameters<typeof nextLayers>[0], below: number): string =>
  nextLayers(setup, below, medium)[0]!.mediumId;
const level = { kind: "free-water", levelCm: 4, overflowCm: null } as const;

it("a new layer is offered what makes sense at its place", () => {
  expect(first(potWith(level, []), -1)).toBe(GRAVEL);
  expect(first(potWith({ kind: "drained", outletCm: 0 }, []), -1)).toBe("potting-mix-peat-free");
  const bed = potWith(level, [layer(GRAVEL, 5, false), layer("fine-sand-0.1-0.5", 2, false), layer(MIX, 10)]);
  expect(first(bed, 0)).toBe("fine-sand-0.1-0.5");
  expect(first(bed, 1)).toBe("potting-mix-peat-free");
  expect(first(bed, 2)).toBe("pine-bark-composted-fine");
  // never what lies there already, nor what is not in the catalogue
  expect(
    nextLayers(bed, 1, (id) => (id === "pumice-2-5" ? medium(id) : undefined)).map(({ mediumId }) => mediumId),
  ).toEqual(["pumice-2-5"]);
});
