import type { DressingMaterial, Fixture } from "../stack/fixtures";
import { type Setup } from "../stack/setup";
import { stackHeightCm } from "../stack/geometry";
import { standsOnCm2, vesselAreaCm2, wallAreaCm2, type Vessel, type VesselMaterial } from "../vessel/vessel";

/** Densities of what vessels are made of, from engineering tables; a wall is taken as solid. [g/cm³] */
const DENSITY_G_PER_CM3: Record<VesselMaterial, number> = {
  unsaid: 1,
  plastic: 0.95,
  resin: 1.4,
  glass: 2.5,
  ceramic: 2,
  unglazed: 1.8,
  stone: 2.6,
  wood: 0.7,
  metal: 7.8,
  fabric: 0.3,
};

/** What the empty vessel weighs, by its inside wall and base times their thickness. [kg] */
export function vesselKg(vessel: Vessel): number {
  const wall = wallAreaCm2(vessel, 0, vessel.insideDepthCm) * vessel.wallCm;
  const base = standsOnCm2(vessel) * vessel.baseCm;
  return ((wall + base) * DENSITY_G_PER_CM3[vessel.material]) / 1000;
}

/** Moist, as it lies on the soil. Judged from bulk densities of the media. [g/cm³] */
const DRESSING_G_PER_CM3: Record<DressingMaterial, number> = { gravel: 1.6, bark: 0.4, "living-moss": 0.3, sheet: 0.9 };
const PLASTIC_G_PER_CM3 = 0.95;
const TUBE_WALL_CM = 0.2;
const TRAY_WALL_CM = 0.3;
const LINER_CM = 0.1;
const LID_CM = 0.4;

/** What a fixture weighs: tubes, trays and liners taken as plastic of a usual thickness, a lid as the vessel. [kg] */
export function fixtureKg(setup: Setup, fixture: Fixture): number {
  const { vessel } = setup;
  const plasticKg = (areaCm2: number, thicknessCm: number): number =>
    (areaCm2 * thicknessCm * PLASTIC_G_PER_CM3) / 1000;
  switch (fixture.kind) {
    case "hole":
    case "drain-screen":
    // doors weigh what the pane they are in place of would
    case "front":
      return 0;
    case "feed-strip":
      return fixture.grams / 1000;
    case "fill-tube":
    case "tell-tale":
      return plasticKg(Math.PI * fixture.diameterCm * vessel.insideDepthCm, TUBE_WALL_CM);
    case "standpipe":
      return plasticKg(Math.PI * fixture.diameterCm * fixture.lipCm, TUBE_WALL_CM);
    case "tray": {
      const { insideLengthCm, insideWidthCm, insideDepthCm } = fixture;
      return plasticKg(
        insideLengthCm * insideWidthCm + 2 * (insideLengthCm + insideWidthCm) * insideDepthCm,
        TRAY_WALL_CM,
      );
    }
    case "liner":
      return plasticKg(vesselAreaCm2(vessel, 0) + wallAreaCm2(vessel, 0, fixture.topCm), LINER_CM);
    case "dressing":
      return (
        (vesselAreaCm2(vessel, stackHeightCm(setup)) * fixture.thicknessCm * DRESSING_G_PER_CM3[fixture.material]) /
        1000
      );
    case "lid":
      return (vesselAreaCm2(vessel) * (1 - fixture.openShare) * LID_CM * DENSITY_G_PER_CM3[vessel.material]) / 1000;
    default:
      return fixture satisfies never;
  }
}
