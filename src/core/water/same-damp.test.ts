import { describe, expect, it } from "vitest";
import { withOrWithoutDrainage } from "../stack/drainage-layer";
import { withLayer } from "../stack/edit";
import { settle } from "../testing/settled";
import { GRAVEL, layer, medium, PEAT, potWith } from "../testing/setups";
import { asDampAs } from "./same-damp";

const levelOf = (setup: Parameters<typeof settle>[0]): number => {
  const settled = settle(setup, medium);
  if (!settled.ok) throw new Error(settled.problems[0]!.message);
  return settled.value.equilibrium.waterTableCm;
};

describe("a dose that is kept as damp as it was", () => {
  const jar = potWith({ kind: "dosed", storedCm3: 1800 }, [layer(PEAT, 12)]);

  it("goes with the soil that gravel takes the place of, and comes with the soil that takes gravel's", () => {
    const change = withOrWithoutDrainage(jar, medium, "new")!;
    const damp = asDampAs(jar, change.setup, medium);
    expect(levelOf(damp)).toBeCloseTo(levelOf(jar), 1);
    // gravel holds hardly anything at that suction: what its height of peat held is gone
    const { water } = damp;
    expect(water.by === "volume" && water.storedCm3).toBeLessThan(1800 * 0.75);
    const back = asDampAs(damp, jar, medium).water;
    expect(back.by === "volume" && back.storedCm3).toBeCloseTo(1800, -1);
  });

  it("is left as it is where water is kept by a level, where all is dry, and where nothing can be settled", () => {
    const level = potWith({ kind: "free-water", levelCm: 3, overflowCm: null });
    const other = withOrWithoutDrainage(level, medium, "new")!.setup;
    expect(asDampAs(level, other, medium)).toBe(other);
    const dry = { ...jar, water: { by: "volume" as const, storedCm3: 1 } };
    const changed = withLayer(dry, dry.layers[0]!.id, { mediumId: GRAVEL });
    expect(asDampAs(dry, changed, medium)).toBe(changed);
    const unknown = { ...jar, layers: [{ ...layer(PEAT, 12), mediumId: "none" }] };
    expect(asDampAs(unknown, jar, medium)).toBe(jar);
  });
});
