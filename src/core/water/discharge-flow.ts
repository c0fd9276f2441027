import { lowestLipCm, type Discharge } from "./discharge";

// Apart from what an opening is, for the page's thread, through which nothing runs.

/** Of a sharp edge (Bos 1989). */
const DISCHARGE_COEFFICIENT = 0.6;
/** √(2g) in cm^½ per hour. */
const ROOT_2G = Math.sqrt(2 * 981) * 3600;

// 8-point Gauss-Legendre on [0, 1], after t = 1 − s² has taken the root's vertical slope out of the integral.
const S = [
  0.9801449282, 0.8983332387, 0.762766205, 0.5917173212, 0.4082826788, 0.237233795, 0.1016667613, 0.0198550718,
];
const W = [
  0.0506142681, 0.1111905172, 0.1568533229, 0.1813418917, 0.1813418917, 0.1568533229, 0.1111905172, 0.0506142681,
];

/**
 * What runs out with the surface at a level, outside air at the lip.
 * @param out filled with the flow [cm³/h] and its slope by the level [cm²/h]
 */
export function dischargeAt(discharges: readonly Discharge[], levelCm: number, out: Float64Array): void {
  out[0] = out[1] = 0;
  for (const discharge of discharges) {
    const head = levelCm - discharge.lipCm;
    if (!(head > 0)) continue;
    if (discharge.kind === "rim") {
      overWeir(discharge.lengthCm, head, out);
      continue;
    }
    const { diameterCm, count } = discharge;
    if (discharge.kind === "pipes") {
      if (head < (3 / 8) * diameterCm) overWeir(count * Math.PI * diameterCm, head, out);
      else {
        const flow = count * DISCHARGE_COEFFICIENT * ROOT_2G * ((Math.PI / 4) * diameterCm ** 2) * Math.sqrt(head);
        out[0]! += flow;
        out[1]! += flow / (2 * head);
      }
      continue;
    }
    const wetted = Math.min(head, diameterCm);
    const spare = head - wetted;
    let flow = 0;
    let slope = 0;
    for (let i = 0; i < S.length; i++) {
      const s = S[i]!;
      const z = wetted * (1 - s * s);
      const breadth = 2 * Math.sqrt(Math.max(0, z * (diameterCm - z)));
      const root = Math.sqrt(spare + wetted * s * s);
      const dz = 2 * wetted * s * W[i]!;
      flow += breadth * root * dz;
      if (root > 0) slope += ((breadth / root) * dz) / 2;
    }
    const per = count * DISCHARGE_COEFFICIENT * ROOT_2G;
    out[0]! += per * flow;
    out[1]! += per * slope;
  }
}

/** What runs over a sharp edge of a length by its head. */
function overWeir(lengthCm: number, head: number, out: Float64Array): void {
  const perRoot = ((DISCHARGE_COEFFICIENT * ROOT_2G * 2) / 3) * lengthCm;
  out[0]! += perRoot * head ** 1.5;
  out[1]! += 1.5 * perRoot * Math.sqrt(head);
}

/** The level at which a flow runs out; the lowest lip for none. [cm] Undefined where nothing lets it out. */
export function levelForDischargeCm(discharges: readonly Discharge[], cm3PerHour: number): number | undefined {
  if (discharges.length === 0) return undefined;
  const out = new Float64Array(2);
  const lowest = lowestLipCm(discharges);
  let low = lowest;
  let high = lowest + 1;
  const flowAt = (level: number): number => {
    dischargeAt(discharges, level, out);
    return out[0]!;
  };
  while (flowAt(high) < cm3PerHour) {
    low = high;
    high = lowest + 2 * (high - lowest);
  }
  for (let i = 0; i < 60; i++) {
    const middle = (low + high) / 2;
    if (flowAt(middle) < cm3PerHour) low = middle;
    else high = middle;
  }
  return cm3PerHour > 0 ? high : lowest;
}

/**
 * A hole in a wall that soil lies against lets out what the soil carries to it: as to a half sphere of its radius,
 * Q = 2π·Ks·r·h (Hvorslev 1951, case of a hemispherical end). [cm³/h per cm of head]
 */
export const holeConductance = (ksCmPerHour: number, diameterCm: number, count: number): number =>
  count * Math.PI * ksCmPerHour * diameterCm;
