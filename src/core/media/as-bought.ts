import type { Range } from "../units/range";
import type { Medium } from "./medium";

/**
 * Water a medium brings with it as it is bought, over its dry mass. Pressed bricks are dried so that they keep, peat and
 * bagged mixes are sold moist so that they can be wetted again, grains hold what the air gives them. General husbandry,
 * low confidence; how long a bag stood open decides. [kg/kg]
 */
const range = (low: number, typical: number, high: number): Range => ({ low, typical, high });

const BRICK = range(0.1, 0.15, 0.2);
const DRIED = range(0.08, 0.14, 0.25);
const BAGGED = range(0.4, 0.5, 0.6);

const BY_CLASS: Readonly<Record<Medium["class"], Range>> = {
  organic: BAGGED,
  fibre: DRIED,
  mineral: range(0, 0.003, 0.01),
  textile: range(0, 0.03, 0.08),
};

const BY_ID: Readonly<Record<string, Range>> = {
  "sphagnum-peat": range(0.35, 0.45, 0.55),
  "coir-pith-fine": BRICK,
  "coir-chips-6-12": BRICK,
  "coconut-husk-chunks-12-25": BRICK,
  "milled-sphagnum": DRIED,
  "leaf-litter": DRIED,
  "rice-hulls": range(0.06, 0.1, 0.14),
  "charcoal-5-12": range(0.02, 0.05, 0.1),
  "bark-6-12": range(0.2, 0.4, 0.7),
  "bark-12-20": range(0.2, 0.4, 0.7),
  // heaps, not bags: about half of what they weigh is water
  "leaf-mould": range(0.4, 0.8, 1.2),
  "garden-compost": range(0.3, 0.5, 0.8),
  "worm-castings": range(0.4, 0.6, 1),
  "aged-manure": range(0.4, 0.7, 1.2),
  "topsoil-loam": range(0.05, 0.1, 0.18),
  "aquatic-loam": range(0.05, 0.1, 0.18),
  "wood-fibre": range(0.2, 0.4, 0.7),
};

/** A pressed brick is dry, whatever it is of; all else as it is usually sold. */
export const boughtWaterByMass = (medium: Medium, inBrick = false): Range =>
  inBrick ? BRICK : (BY_ID[medium.id] ?? BY_CLASS[medium.class]);

/** The same over the volume it fills when it is loose. [m³/m³] */
export function boughtWaterContent(medium: Medium, inBrick = false): Range {
  const { low, typical, high } = boughtWaterByMass(medium, inBrick);
  const density = medium.dryBulkDensityGPerCm3.typical;
  return { low: low * density, typical: typical * density, high: high * density };
}
