// Plain column cases for tests.

export const HYDRAULICS = {
  model: "vg",
  thetaR: 0.05,
  thetaS: 0.85,
  ksCmPerHour: 80,
  modes: [{ weight: 1, alphaPerCm: 0.2, n: 1.42 }],
};
export const LAYER = { thicknessCm: 20, areaCm2: 400, hydraulics: HYDRAULICS };
export const EQUILIBRIUM = {
  kind: "marlstone.column-case",
  version: 1,
  task: "equilibrium",
  layers: [LAYER],
  waterTableCm: 3,
};
export const RISE = { ...EQUILIBRIUM, task: "steady-rise", limitPsiCm: -100 };
const { waterTableCm: _, ...rest } = EQUILIBRIUM;
export const REST = rest;
export const TRANSIENT = {
  ...REST,
  task: "transient",
  initial: { kind: "saturated" },
  bottom: { kind: "seepage" },
  top: { kind: "sealed" },
  outputHours: [0, 1, 24],
};
