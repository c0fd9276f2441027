import { CATALOGUE } from "../media/catalogue/catalogue";
import type { Medium } from "../media/medium";
import { type Legs, UNSAID_SITE, USUAL_HISTORY, type Setup, type StackLayer } from "../stack/setup";
import type { Fixture } from "../stack/fixtures";
import { USUAL_WALLS, vesselAreaCm2, type Vessel, type VesselMaterial } from "../vessel/vessel";
import type { MediumLookup } from "../water/settle";

// Setups for tests: small, plain, and of catalogue media.

const byId = new Map<string, Medium>(CATALOGUE.map((medium) => [medium.id, medium]));
export const medium: MediumLookup = (id) => byId.get(id);

export const layer = (
  mediumId: string,
  thicknessCm: number,
  rooted = byId.get(mediumId)?.rootsByDefault ?? true,
): StackLayer => ({
  id: `${mediumId}-${thicknessCm}`,
  name: "",
  mediumId,
  thicknessCm,
  legs: null,
  separator: null,
  rooted,
});

export const GRAVEL = "pea-gravel-6-10";
export const PEAT = "sphagnum-peat";
export const MIX = "potting-mix-peat-based";

/** A straight round vessel, as most tests need no more. */
export const roundVessel = (
  insideDiameterCm: number,
  insideDepthCm: number,
  material: VesselMaterial = "plastic",
): Vessel => ({
  shape: "round",
  insideDiameterCm,
  baseDiameterCm: insideDiameterCm,
  insideDepthCm,
  material,
  ...USUAL_WALLS[material],
  foodSafe: "unsaid",
});
export const boxVessel = (
  insideLengthCm: number,
  insideWidthCm: number,
  insideDepthCm: number,
  material: VesselMaterial = "plastic",
): Vessel => ({
  shape: "rectangular",
  insideLengthCm,
  insideWidthCm,
  baseLengthCm: insideLengthCm,
  baseWidthCm: insideWidthCm,
  insideDepthCm,
  material,
  ...USUAL_WALLS[material],
  foodSafe: "unsaid",
});

export const wallHole = (lipCm: number, id = "overflow"): Fixture => ({
  kind: "hole",
  id,
  in: "wall",
  lipCm,
  diameterCm: 1.2,
  count: 2,
  acrossShare: 1,
  plugged: false,
});
export const BASE_HOLES: Fixture = {
  kind: "hole",
  id: "holes",
  in: "base",
  lipCm: 0,
  diameterCm: 1,
  count: 4,
  acrossShare: 0.5,
  plugged: false,
};

/** How a test's pot holds its water: filled to a level with or without an overflow, drained at a height, or dosed. */
export type Held =
  | { readonly kind: "free-water"; readonly levelCm: number; readonly overflowCm: number | null }
  | { readonly kind: "drained"; readonly outletCm: number }
  | { readonly kind: "dosed"; readonly storedCm3: number };

/** The same in a setup's own words. */
function heldAs(held: Held): Pick<Setup, "water" | "fixtures"> {
  switch (held.kind) {
    case "free-water":
      return {
        water: { by: "level", levelCm: held.levelCm },
        fixtures: held.overflowCm === null ? [] : [wallHole(held.overflowCm)],
      };
    case "drained":
      return {
        water: { by: "soaking" },
        fixtures: [held.outletCm === 0 ? BASE_HOLES : wallHole(held.outletCm, "outlet")],
      };
    case "dosed":
      return { water: { by: "volume", storedCm3: held.storedCm3 }, fixtures: [] };
    default:
      return held satisfies never;
  }
}
export const withHeld = (setup: Setup, held: Held): Setup => ({ ...setup, ...heldAs(held) });

/** Feet that fill a share of a straight vessel. */
const feetOf = (vessel: Vessel, share: number, count = 4): Legs => ({
  section: "square",
  count,
  acrossCm: Math.sqrt((share * vesselAreaCm2(vessel)) / count),
});

/** A round pot, 20 cm wide and 30 deep, of gravel 5 cm and potting mix 20 cm. */
export const potWith = (
  held: Held | Pick<Setup, "water" | "fixtures">,
  layers = [layer(GRAVEL, 5), layer(MIX, 20)],
): Setup => ({
  name: "Pot",
  vessel: roundVessel(20, 30),
  fillFromCm: 0,
  ...("kind" in held ? heldAs(held) : { water: held.water, fixtures: held.fixtures }),
  history: USUAL_HISTORY,
  // a dosed pot that is drunk from, and not the closed jar it would be taken for
  demand: "kind" in held && held.kind === "dosed" ? { by: "said", mmPerDay: 4 } : { by: "place" },
  planting: null,
  site: UNSAID_SITE,
  occupants: [],
  wateredEveryDays: null,
  layers,
});

/** Feet that fill a share of that pot. */
export const inFeet = (share: number): Legs => feetOf(roundVessel(20, 30), share);
