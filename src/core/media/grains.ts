import type { BesidePores } from "../hydraulics/beside-pores";
import type { Medium } from "./medium";

/** The surface that water films on a medium's grains have at least: of smooth spheres of the median size. */
export const besidePoresOf = ({
  hydraulics: { thetaS },
  particleSizeMm: { d50 },
}: Pick<Medium, "hydraulics" | "particleSizeMm">): BesidePores => ({ surfacePerCm: (6 * (1 - thetaS)) / (d50 / 10) });
