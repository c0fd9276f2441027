import type { Medium } from "../media/medium";

/**
 * Whether a hole stands in the ground, as far as it is known: damp holds grains together by its bridges of water, fine
 * ones more than coarse ones (Rumpf 1962), clay and fibre hang together of themselves; dry and loose grains run, and wet
 * ground slumps. How wide a burrow stands is not reckoned: packing decides it, and a finger tells.
 */
export type Holding = "stands" | "while-damp" | "dry" | "loose" | "slumps";

/** Grains as coarse as this touch at so few points that water does not hold them. [mm] */
const RUNS_MM = 4;
/** Mineral grains finer than this are clay and silt, which hang together as they dry; up to sand's they do while damp. */
const CLAYEY_MM = 0.12;
const SAND_MM = 0.8;
/** Wetter than this it drips and slumps. [cm] */
const SLUMPS_CM = 8;
/** Drier than this bridges and fibres let go: sand, what is fibrous, clay. [cm] */
const DRY_CM = { sand: 1000, fibrous: 2000, clayey: 15_000 } as const;

export function holdingOf(medium: Pick<Medium, "class" | "pattern" | "particleSizeMm">, suctionCm: number): Holding {
  const { d50 } = medium.particleSizeMm;
  if (d50 >= RUNS_MM || medium.pattern === "leaves") return "loose";
  if (suctionCm < SLUMPS_CM) return "slumps";
  if (medium.class !== "mineral") return suctionCm > DRY_CM.fibrous ? "dry" : "stands";
  if (d50 <= CLAYEY_MM) return suctionCm > DRY_CM.clayey ? "dry" : "stands";
  if (d50 > SAND_MM) return "loose";
  return suctionCm > DRY_CM.sand ? "dry" : "while-damp";
}
