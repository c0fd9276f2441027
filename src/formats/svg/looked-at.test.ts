import { describe, expect, it } from "vitest";
import { scaledSection, stepDrawing, type SoFar } from "../../core/drawing/section-drawing";
import { DRESSING_MATERIALS, FIXTURE_KINDS, SEPARATORS, type Fixture } from "../../core/stack/fixtures";
import { newFixture } from "../../core/stack/new-fixture";
import type { Setup } from "../../core/stack/setup";
import { BASE_HOLES, GRAVEL, inFeet, layer, medium, MIX, PEAT, potWith, wallHole } from "../../core/testing/setups";
import { VESSEL_SHELF } from "../../core/vessel/shelf";
import { VESSEL_SHAPES } from "../../core/vessel/vessel";
import { svgText } from "./svg-text";

/**
 * Drawings that were looked at, and found right. One that differs is written beside its file by `npm run unit -- -u`:
 * look at it, as a picture, before it is committed.
 */
const lookedAt = (name: string): string => `../../../verification/drawings/${name}.svg`;

const bare = potWith({ kind: "free-water", levelCm: 6, overflowCm: 8 }, [
  { ...layer(GRAVEL, 7), separator: "mesh" },
  { ...layer(PEAT, 8), legs: inFeet(0.3), separator: "paper" },
  { ...layer(MIX, 9), name: "Soil", separator: "weed-cloth" },
]);
/** All that can be built in, and some of it twice. */
const full: Setup = {
  ...bare,
  name: "All there is",
  fixtures: [
    BASE_HOLES,
    wallHole(8),
    { ...wallHole(11, "bung"), plugged: true, acrossShare: 0 } as Fixture,
    ...FIXTURE_KINDS.filter((kind) => kind !== "hole").map((kind) => newFixture(bare, kind, kind)),
  ],
};
const SO_FAR: SoFar = {
  filledToCm: 15,
  fixtureIds: full.fixtures.map(({ id }) => id),
  platform: true,
  sheetsUnder: 2,
  waterCm: 6,
  ball: { footCm: 14, crownCm: 24 },
  markCm: 15,
};

describe("drawings that were looked at", () => {
  it("a section with all there is, in cm and in inches", async () => {
    for (const [system, scale] of [
      ["metric", 2],
      ["imperial", 5],
    ] as const)
      await expect(svgText(scaledSection({ setup: full, medium, system, scale }))).toMatchFileSnapshot(
        lookedAt(`all-there-is-${system}`),
      );
  });

  it("a step of the building: half filled, planted, watered and marked", async () => {
    await expect(
      svgText(stepDrawing({ setup: full, medium, system: "metric" }, SO_FAR, { width: 66, height: 46 })),
    ).toMatchFileSnapshot(lookedAt("step-half-filled"));
    const nothing: SoFar = {
      filledToCm: undefined,
      fixtureIds: [],
      platform: false,
      sheetsUnder: 0,
      waterCm: undefined,
      ball: undefined,
      markCm: undefined,
    };
    await expect(
      svgText(stepDrawing({ setup: full, medium, system: "metric" }, nothing, { width: 66, height: 46 })),
    ).toMatchFileSnapshot(lookedAt("step-empty"));
  });

  it("a fill on a platform, on each sheet and under each dressing", async () => {
    for (const [i, material] of DRESSING_MATERIALS.entries()) {
      const setup: Setup = {
        ...bare,
        name: `On a platform, under ${material}`,
        fillFromCm: 5,
        fixtures: [{ kind: "dressing", id: "d", material, thicknessCm: 1 + i }],
        layers: bare.layers.map((one) => ({ ...one, legs: null, separator: SEPARATORS[i]! })),
      };
      await expect(svgText(scaledSection({ setup, medium, system: "metric", scale: 5 }))).toMatchFileSnapshot(
        lookedAt(`dressing-${material}`),
      );
    }
  });

  it("a vessel of each shape", async () => {
    for (const shape of VESSEL_SHAPES) {
      const found = VESSEL_SHELF.find(({ vessel }) => vessel.shape === shape);
      if (!found) continue;
      const { name, vessel } = found;
      const depth = vessel.insideDepthCm;
      const setup: Setup = {
        ...bare,
        name,
        vessel,
        fixtures: [],
        layers: [layer(GRAVEL, depth * 0.3), layer(MIX, depth * 0.5)],
      };
      await expect(svgText(scaledSection({ setup, medium, system: "metric", scale: 5 }))).toMatchFileSnapshot(
        lookedAt(`vessel-${shape}`),
      );
    }
  });
});
