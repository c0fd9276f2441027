import type { VgHydraulics } from "../hydraulics/hydraulics";

// Two media far apart, for tests of the solver: round numbers, of no place in the catalogue.

export const PEAT: VgHydraulics = {
  model: "vg",
  thetaR: 0.05,
  thetaS: 0.85,
  ksCmPerHour: 80,
  tau: 0.5,
  airEntryCm: 0,
  modes: [{ weight: 1, alphaPerCm: 0.2, n: 1.42 }],
};
export const GRAVEL: VgHydraulics = {
  model: "vg",
  thetaR: 0.01,
  thetaS: 0.4,
  ksCmPerHour: 9000,
  tau: 0.5,
  airEntryCm: 0,
  modes: [{ weight: 1, alphaPerCm: 3, n: 3 }],
};
