import type { Readings } from "../readings/readings";
import { type Setup } from "../stack/setup";
import { geometryOf } from "../stack/geometry";
import type { UnitSystem } from "../units/units";
import type { MediumLookup, Network } from "../water/network";
import type { Check, Design } from "./check";
import { checkGround } from "./ground";
import { checkLayers } from "./layers";
import { checkPlace } from "./place";
import { checkPlanted } from "./planted";
import { checkReservoir } from "./reservoir";
import { checkRain } from "./rain";

/** Everything that speaks for or against a design as a whole, what is wrong first. */
export function checksOf(
  setup: Setup,
  network: Network,
  readings: Readings,
  medium: MediumLookup,
  system: UnitSystem,
): readonly Check[] {
  const { drainsAtCm: drainsAt, platformCm: platform, surfaceCm: surface, rootsCm: roots } = geometryOf(setup);
  const design: Design = {
    setup,
    network,
    readings,
    medium,
    system,
    drainsAt,
    platform,
    surface,
    roots,
  };
  const found = [
    ...checkRain(design),
    ...checkReservoir(design),
    ...checkLayers(design),
    ...checkPlanted(design),
    ...checkPlace(design),
    ...checkGround(design),
  ];
  return [...found.filter(({ tone }) => tone === "trouble"), ...found.filter(({ tone }) => tone === "plain")];
}
