import type { HydraulicFunctions } from "../hydraulics/hydraulics";
import { bracketedRoot } from "../hydraulics/bracketed-root";
import { layerAreaAtCm2, layerVolumeCm3, thetaAt, type Column, type PreparedLayer } from "./column";
import { gaussLegendre } from "../hydraulics/gauss-legendre";

/**
 * The greatest steady upward flow from a free surface to a height, through layers of different area. Upward from the
 * surface psi falls by dpsi/dz = −(1 + q/K(psi)). Turned round, the height gained between two suctions is ∫ ds / (1 +
 * q/K(s)), whose integrand stays between 0 and 1 however K collapses; a flow can be carried when the heights gained
 * down to the driest allowed psi reach the demand.
 */
export type SteadyRise = {
  /** Flux at the demand height, by the area of its layer (of the one below at an interface). [cm/h] */
  readonly maxFluxCmPerHour: number;
  readonly maxCm3PerHour: number;
  /** The profile at that flow; hydrostatic above the demand height and below the free surface. At the cell centres. */
  readonly psiCm: Float64Array;
  readonly theta: Float64Array;
  readonly iterations: number;
};

/**
 * A layer whose area changes with height is climbed in slices of one area each, between which it changes by no more
 * than this share: the error falls with its square.
 */
const SLICE_SHARE = 0.02;

type Slice = Pick<PreparedLayer, "bottomCm" | "topCm" | "areaCm2" | "functions" | "firstCell" | "cellCount">;

/** The slices of a column, bottom to top; a straight layer is one. */
function slicesOf(column: Column): readonly Slice[] {
  return column.layers.flatMap((layer): readonly Slice[] => {
    const { area, bottomCm, topCm, firstCell, cellCount } = layer;
    if (!area) return [layer];
    const halfCell = (topCm - bottomCm) / cellCount / 2;
    // slices end between cells, so that each cell's centre lies in one
    const slices: Slice[] = [];
    let first = 0;
    for (let i = 1; i <= cellCount; i++) {
      const from = bottomCm + 2 * halfCell * first;
      const to = i === cellCount ? topCm : bottomCm + 2 * halfCell * i;
      const ratio = layerAreaAtCm2(layer, to + (i === cellCount ? 0 : 2 * halfCell)) / layerAreaAtCm2(layer, from);
      if (i < cellCount && Math.abs(Math.log(ratio)) < SLICE_SHARE) continue;
      slices.push({
        ...layer,
        bottomCm: from,
        topCm: to,
        areaCm2: layerVolumeCm3(layer, from, to) / (to - from),
        firstCell: firstCell + first,
        cellCount: i - first,
      });
      first = i;
    }
    return slices;
  });
}

/** Panels over suction grow by this factor from the first, a small part of the coarsest pore scale. */
const PANEL_GROWTH = 1.3;
const FIRST_PANEL = 1e-4;
/** Flow is found to this relative accuracy. */
const FLOW_TOLERANCE = 1e-10;
const MOST_ITERATIONS = 200;
/** The suction at a height is found to this relative accuracy. */
const ROOT_TOLERANCE = 1e-13;

const heightPerSuction = (functions: HydraulicFunctions, q: number, suctionCm: number): number =>
  1 / (1 + q / functions.conductivityCmPerHour(-suctionCm));

/** Height gained between two suctions at flux q, in one medium. [cm] */
const heightGainedCm = (functions: HydraulicFunctions, q: number, from: number, to: number): number =>
  gaussLegendre(from, to, (suction) => heightPerSuction(functions, q, suction));

/**
 * The other end of the panel that begins at a suction. To an air entry K is Ks, and one panel is exact; past its kink
 * they start small again.
 */
function panelAbove({ airEntryCm, largestAlphaPerCm }: HydraulicFunctions, suctionCm: number): number {
  if (suctionCm < airEntryCm) return airEntryCm;
  const pastKinkCm = suctionCm - airEntryCm;
  return airEntryCm + Math.max(pastKinkCm * PANEL_GROWTH, pastKinkCm + FIRST_PANEL / largestAlphaPerCm);
}

/** The same, downward. */
function panelBelow({ airEntryCm, largestAlphaPerCm }: HydraulicFunctions, suctionCm: number): number {
  const pastKinkCm = suctionCm - airEntryCm;
  if (pastKinkCm <= 0) return 0;
  return pastKinkCm <= FIRST_PANEL / largestAlphaPerCm ? airEntryCm : airEntryCm + pastKinkCm / PANEL_GROWTH;
}

/**
 * Climbs one medium from a suction by a height.
 * @returns the suction reached, or undefined when the limit comes first
 */
function climb(
  functions: HydraulicFunctions,
  q: number,
  fromCm: number,
  heightCm: number,
  limitCm: number,
): number | undefined {
  let suction = fromCm;
  let left = heightCm;
  while (suction < limitCm) {
    const to = Math.min(limitCm, panelAbove(functions, suction));
    const gained = heightGainedCm(functions, q, suction, to);
    if (gained < left) {
      left -= gained;
      suction = to;
      continue;
    }
    // the end lies in this panel
    const from = suction;
    return bracketedRoot(
      {
        valueAt: (end) => heightGainedCm(functions, q, from, end) - left,
        slopeAt: (end) => heightPerSuction(functions, q, end),
        low: from,
        high: to,
      },
      from + (to - from) * (left / gained),
      (end) => ROOT_TOLERANCE * end,
    ).x;
  }
  return undefined;
}

/**
 * @param waterTableCm height of the free surface, at or above the base and below the demand
 * @param demandHeightCm height to which water must rise, at most the top of the column
 * @param limitPsiCm driest psi allowed there, below 0
 * @throws RangeError when the heights or the limit are out of these bounds: validate before
 */
export function steadyRise(
  column: Column,
  waterTableCm: number,
  demandHeightCm: number,
  limitPsiCm: number,
): SteadyRise {
  if (!(
    waterTableCm >= column.baseCm &&
    waterTableCm < demandHeightCm &&
    demandHeightCm <= column.heightCm * (1 + 1e-12) &&
    limitPsiCm < 0
  )) {
    throw new RangeError(
      `steadyRise: needs ${column.baseCm} ≤ waterTable < demand ≤ ${column.heightCm} and limit < 0, got ${waterTableCm}, ${demandHeightCm}, ${limitPsiCm}`,
    );
  }
  const limit = -limitPsiCm;
  const slices = slicesOf(column);
  const crossed = slices.filter(({ bottomCm, topCm }) => topCm > waterTableCm && bottomCm < demandHeightCm);
  const carries = (flow: number): boolean => {
    let suction: number | undefined = 0;
    for (const { bottomCm, topCm, areaCm2, functions } of crossed) {
      suction = climb(
        functions,
        flow / areaCm2,
        suction,
        Math.min(topCm, demandHeightCm) - Math.max(bottomCm, waterTableCm),
        limit,
      );
      if (suction === undefined) return false;
    }
    return true;
  };
  let iterations = 0;
  let flow = 0;
  if (demandHeightCm - waterTableCm < limit) {
    // bracket over the decades, then halve its logarithm
    let high = 1;
    while (carries(high) && iterations++ < MOST_ITERATIONS) high *= 100;
    let low = high / 100;
    while (!carries(low) && low > 1e-300) {
      high = low;
      low /= 100;
      iterations++;
    }
    while (high / low - 1 > FLOW_TOLERANCE && iterations++ < MOST_ITERATIONS) {
      const middle = Math.sqrt(low * high);
      if (carries(middle)) low = middle;
      else high = middle;
    }
    flow = low;
  }
  const last = column.layers.filter(({ bottomCm }) => bottomCm < demandHeightCm).at(-1)!;
  return {
    maxFluxCmPerHour: flow / layerAreaAtCm2(last, demandHeightCm),
    maxCm3PerHour: flow,
    ...profileAt(column, slices, flow, waterTableCm, demandHeightCm, limit),
    iterations,
  };
}

/** A point of the supply: the level the free surface must stand at for a flow to reach the demand height. */
export type SupplyPoint = { readonly levelCm: number; readonly cm3PerHour: number };

/**
 * Comes down one medium from a suction at its upper end.
 * @returns the suction at its lower end, or how far below the upper end suction has gone to 0: the free surface
 */
function descend(
  functions: HydraulicFunctions,
  q: number,
  fromCm: number,
  heightCm: number,
): { readonly suctionCm: number; readonly surfaceAtCm?: number } {
  let suction = fromCm;
  let left = heightCm;
  while (suction > 0) {
    const to = panelBelow(functions, suction);
    const passed = heightGainedCm(functions, q, to, suction);
    if (passed < left) {
      left -= passed;
      suction = to;
      continue;
    }
    // the lower end lies in this panel
    const upper = suction;
    const { x } = bracketedRoot(
      {
        valueAt: (end) => left - heightGainedCm(functions, q, end, upper),
        slopeAt: (end) => heightPerSuction(functions, q, end),
        low: to,
        high: upper,
      },
      upper - (upper - to) * (left / passed),
      () => ROOT_TOLERANCE * upper,
    );
    return { suctionCm: x };
  }
  return { suctionCm: 0, surfaceAtCm: heightCm - left };
}

/**
 * The lowest level of the free surface from which a steady flow reaches the demand height with psi there at or above
 * the limit: the rise turned round, integrated downward from the limit, so that a whole curve of supply over level
 * needs no search. It grows with the flow.
 * @returns height above the base [cm]; undefined when the column is so wet that a surface below its base would do
 * @throws RangeError when demand, limit or flow is out of its bounds: validate before
 */
export function levelForFlow(
  column: Column,
  cm3PerHour: number,
  demandHeightCm: number,
  limitPsiCm: number,
): number | undefined {
  if (!(
    demandHeightCm > column.baseCm &&
    demandHeightCm <= column.heightCm * (1 + 1e-12) &&
    limitPsiCm < 0 &&
    cm3PerHour > 0
  )) {
    throw new RangeError(
      `levelForFlow: needs ${column.baseCm} < demand ≤ ${column.heightCm}, limit < 0 and flow > 0, got ${demandHeightCm}, ${limitPsiCm}, ${cm3PerHour}`,
    );
  }
  let suction = -limitPsiCm;
  for (const { bottomCm, topCm, areaCm2, functions } of slicesOf(column).toReversed()) {
    if (bottomCm >= demandHeightCm) continue;
    const upper = Math.min(topCm, demandHeightCm);
    const below = descend(functions, cm3PerHour / areaCm2, suction, upper - bottomCm);
    if (below.surfaceAtCm !== undefined) return upper - below.surfaceAtCm;
    suction = below.suctionCm;
  }
  return undefined;
}

/**
 * Greatest steady supply over the level of the free surface, from the lowest level given up to just under the demand
 * height; flows ascend in even steps of their logarithm from a trickle to the greatest asked for.
 */
export function supplyCurve(
  column: Column,
  demandHeightCm: number,
  limitPsiCm: number,
  least: number,
  greatest: number,
  points: number,
): SupplyPoint[] {
  const curve: SupplyPoint[] = [];
  for (let i = 0; i < points; i++) {
    const cm3PerHour = least * (greatest / least) ** (i / (points - 1));
    const levelCm = levelForFlow(column, cm3PerHour, demandHeightCm, limitPsiCm);
    if (levelCm !== undefined) curve.push({ levelCm, cm3PerHour });
  }
  return curve;
}

function profileAt(
  column: Column,
  slices: readonly Slice[],
  flow: number,
  waterTableCm: number,
  demandHeightCm: number,
  limitCm: number,
): { psiCm: Float64Array; theta: Float64Array } {
  const psiCm = new Float64Array(column.zCm.length);
  const theta = new Float64Array(column.zCm.length);
  let height = waterTableCm;
  let suction = 0;
  for (const { bottomCm, topCm, areaCm2, functions, firstCell, cellCount } of slices) {
    const riseTo = (to: number): void => {
      if (to <= height) return;
      const flowing = Math.min(to, demandHeightCm);
      // at the greatest flow the limit is met at the demand height, but for rounding
      if (flowing > height)
        suction = climb(functions, flow / areaCm2, suction, flowing - height, limitCm * 2) ?? limitCm;
      suction += Math.max(0, to - Math.max(height, demandHeightCm));
      height = to;
    };
    if (topCm > waterTableCm) height = Math.max(height, bottomCm);
    for (let i = firstCell; i < firstCell + cellCount; i++) {
      const z = column.zCm[i]!;
      if (z > waterTableCm) riseTo(z);
      psiCm[i] = z > waterTableCm ? -suction : waterTableCm - z;
      theta[i] = thetaAt(functions, column.specificStoragePerCm, psiCm[i]!);
    }
    riseTo(topCm);
  }
  return { psiCm, theta };
}
