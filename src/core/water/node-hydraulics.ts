import { hydraulicValues, SEGMENT_SHIFT, SEGMENT_STRIDE, type HydraulicValues } from "../hydraulics/table";
import type { CellMemory } from "./cell-memory";
import type { RichardsGrid, TrialStage } from "./richards-grid";

/** What the media of a column are at the trial heads of a stage. */
export type NodeHydraulics = {
  /** By node. Water contents and their slopes are those of the stage itself. */
  readonly at: HydraulicValues;
  /** By layer: at the interface under it, as its foot. */
  readonly foot: HydraulicValues;
  /** Where cells remember: the heads of the main drying curve that hold as much, and how fast psi goes with them. */
  readonly main: MainHeads | undefined;
  readonly footMain: MainHeads | undefined;
  /** Fills both in. */
  lookUp(): void;
};

/** The head of the main drying curve at which a medium holds and conducts as much as it does, and d(psi) by it. */
export type MainHeads = {
  readonly psiCm: Float64Array;
  readonly perMain: Float64Array;
  /** That slope on the main wetting curve. */
  readonly wettingPer: Float64Array;
};

/** Media that hold at every head what their curve says. */
export function nodeHydraulics(grid: RichardsGrid, { psiCm, theta, capacityPerCm }: TrialStage): NodeHydraulics {
  const { nodes, tables, firstNode } = grid;
  const at = { ...hydraulicValues(nodes), theta, capacity: capacityPerCm };
  const foot = hydraulicValues(tables.length);
  const { k, kSlope, lnK, lnKSlope, fluxPotential } = at;
  // the loop reads its own constants: those of another module are looked up each time where modules are not bundled
  const [segmentShift, segmentStride] = [SEGMENT_SHIFT, SEGMENT_STRIDE];
  const suction = new Float64Array(1);
  const suctionWords = new Uint32Array(suction.buffer);
  const footPsi = new Float64Array(tables.length);

  /** As the table's own look-up, written out for the nodes of a layer. */
  function lookUpLayer(layer: number): void {
    const table = tables[layer]!;
    const { segments, segmentCount, firstSegmentBits, thetaS, specificStoragePerCm, ksCmPerHour, lnKs } = table;
    const { saturatedPotential } = table;
    const to = firstNode[layer + 1]!;
    for (let i = firstNode[layer]!; i < to; i++) {
      const psi = psiCm[i]!;
      if (psi >= 0) {
        theta[i] = thetaS + specificStoragePerCm * psi;
        capacityPerCm[i] = specificStoragePerCm;
        k[i] = ksCmPerHour;
        kSlope[i] = 0;
        lnK[i] = lnKs;
        lnKSlope[i] = 0;
        fluxPotential[i] = saturatedPotential + ksCmPerHour * psi;
        continue;
      }
      suction[0] = -psi;
      let segment = (suctionWords[1]! >>> segmentShift) - firstSegmentBits + 1;
      if (segment < 0) segment = 0;
      else if (segment >= segmentCount) segment = segmentCount - 1;
      const start = segment * segmentStride;
      if (segments[start]! !== segments[start]!) table.fill(segment);
      const past = -psi - segments[start]!;
      const thetaSlope = segments[start + 2]!;
      const lnKFall = segments[start + 4]!;
      const kFall = segments[start + 6]!;
      const kStart = segments[start + 5]!;
      const kHere = kStart + kFall * past;
      theta[i] = segments[start + 1]! + thetaSlope * past;
      capacityPerCm[i] = -thetaSlope;
      lnK[i] = segments[start + 3]! + lnKFall * past;
      lnKSlope[i] = -lnKFall;
      k[i] = kHere;
      kSlope[i] = -kFall;
      fluxPotential[i] = segments[start + 7]! - (past * (kStart + kHere)) / 2;
    }
  }

  return {
    at,
    foot,
    main: undefined,
    footMain: undefined,
    lookUp() {
      for (let layer = 0; layer < tables.length; layer++) {
        lookUpLayer(layer);
        if (layer === 0) continue;
        footPsi[layer] = psiCm[firstNode[layer]! - 1]!;
        tables[layer]!.lookUp(footPsi, layer, layer + 1, foot);
      }
    },
  };
}

/** Media whose cells remember how they dried and wetted. An interface is of the cell on its side. */
export function rememberingHydraulics(
  grid: RichardsGrid,
  { psiCm, theta, capacityPerCm }: TrialStage,
  memory: CellMemory,
): NodeHydraulics {
  const { nodes, tables, firstNode, cellOf, isInterface } = grid;
  const at = { ...hydraulicValues(nodes), theta, capacity: capacityPerCm };
  const foot = hydraulicValues(tables.length);
  const heads = (count: number): MainHeads => ({
    psiCm: new Float64Array(count),
    perMain: new Float64Array(count),
    wettingPer: new Float64Array(count),
  });
  const main = heads(nodes);
  for (let i = 0; i < nodes; i++) main.wettingPer[i] = memory.wettingPer(cellOf[isInterface[i] === 0 ? i : i - 1]!);
  const footMain = heads(tables.length);
  return {
    at,
    foot,
    main,
    footMain,
    lookUp() {
      for (let i = 0; i < nodes; i++) {
        memory.lookUp(cellOf[isInterface[i] === 0 ? i : i - 1]!, psiCm[i]!, at, i);
        main.psiCm[i] = memory.mainPsiCm;
        main.perMain[i] = memory.perMain;
      }
      for (let layer = 1; layer < tables.length; layer++) {
        const first = firstNode[layer]!;
        memory.lookUp(cellOf[first]!, psiCm[first - 1]!, foot, layer);
        footMain.psiCm[layer] = memory.mainPsiCm;
        footMain.perMain[layer] = memory.perMain;
      }
    },
  };
}
