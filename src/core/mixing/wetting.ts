import { hydraulicFunctions } from "../hydraulics/hydraulics";
import type { Medium } from "../media/medium";
import type { Batch } from "./batch";
import type { Part } from "./blend";

/** How wet a mix is to be before it is filled in, with the hand test that tells. The suctions are reasoned: bounds of buffer and easily available water (de Boodt & Verdonck 1972). */
export const WETNESS = {
  squeeze: { psiCm: -100, name: "damp to the squeeze", hand: "Squeezed hard it holds its shape and gives no drop; opened, it crumbles at a touch." },
  potting: { psiCm: -50, name: "potting moisture", hand: "Squeezed hard it holds its shape and gives a drop or two between the fingers." },
  wick: { psiCm: -10, name: "wick-wet", hand: "Squeezed lightly it gives a trickle; pressed into a foot or a cup it glistens." },
} as const;
export type Wetness = keyof typeof WETNESS;

/** Suction of a medium as it comes, dry in its bag, and how far that is known: from moist as sold to air-dry; reasoned, and told as a range. [cm] */
const AS_BOUGHT_PSI_CM = { moist: -2000, typical: -50_000, dry: -1e6 } as const;

export type Wetting = {
  readonly mediumId: string;
  /** Water to bring its share to the state asked, from what it may hold as bought. [cm³] */
  readonly least: number;
  readonly typical: number;
  readonly most: number;
  readonly way: "at-once" | "slowly" | "soak-first";
};

/** Water each ingredient of a batch takes up to a state. A medium that repels is soaked by itself before it is mixed. */
export function wettingOf(parts: readonly Part[], batch: Batch, wetness: Wetness): Wetting[] {
  const { psiCm } = WETNESS[wetness];
  return parts.map(({ medium }, i) => {
    const functions = hydraulicFunctions(medium.hydraulics);
    const wanted = functions.waterContent(psiCm);
    const { looseCm3 } = batch.ingredients[i]!;
    const takes = (from: number): number => Math.max(0, wanted - functions.waterContent(from)) * looseCm3;
    return { mediumId: medium.id, least: takes(AS_BOUGHT_PSI_CM.moist), typical: takes(AS_BOUGHT_PSI_CM.typical), most: takes(AS_BOUGHT_PSI_CM.dry), way: wayOf(medium) };
  });
}

function wayOf({ rewetting }: Medium): Wetting["way"] {
  switch (rewetting.behaviour) {
    case "easy": return "at-once";
    case "slow": return "slowly";
    case "hydrophobic-below-theta": return "soak-first";
    default: return rewetting.behaviour satisfies never;
  }
}
