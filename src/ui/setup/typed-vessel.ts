import { reshaped } from "@/core/vessel/reshape";
import { checkVessel } from "@/core/vessel/check-vessel";
import {
  dimensionCm,
  USUAL_WALLS,
  VESSEL_DIMENSIONS,
  type Shape,
  type Vessel,
  type VesselDimension,
  type VesselMaterial,
} from "@/core/vessel/vessel";
import { failed, ok, type Problem, type Result } from "@/core/units/problem";
import { lengthFieldText, parseLengthCm, type UnitSystem } from "@/core/units/units";

/** A vessel as it is typed: its shape, what it is made of, and its sizes as texts. */
export type TypedVessel = {
  readonly shape: Shape;
  readonly material: VesselMaterial;
  readonly sizes: TypedSizes;
};
export type TypedSizes = Partial<Record<VesselDimension, string>>;

export const typedSizes = (vessel: Vessel, system: UnitSystem): TypedSizes =>
  Object.fromEntries(
    VESSEL_DIMENSIONS[vessel.shape].map(([dimension]) => [
      dimension,
      lengthFieldText(dimensionCm(vessel, dimension), system),
    ]),
  );

/**
 * The vessel that was typed; each size that cannot be read or meant is told at its place.
 * @param basis where what a size does not say comes from: its wall, or its poured volumes
 */
export function readVessel({ shape, material, sizes }: TypedVessel, basis: Vessel, system: UnitSystem): Result<Vessel> {
  const problems: Problem[] = [];
  const read = Object.fromEntries(
    VESSEL_DIMENSIONS[shape].map(([dimension]) => {
      const cm = parseLengthCm(sizes[dimension] ?? "", system);
      if (!cm.ok) problems.push(...cm.problems.map((one) => ({ ...one, path: `vessel.${dimension}` })));
      return [dimension, cm.ok ? cm.value : Number.NaN];
    }),
  );
  if (problems.length > 0) return failed(...problems);
  const like = basis.shape === shape ? basis : reshaped(basis, shape);
  const vessel = {
    ...like,
    ...(like.material === material ? {} : { material, ...USUAL_WALLS[material] }),
    ...read,
  } as Vessel;
  const found = checkVessel(vessel, system);
  return found.length > 0 ? failed(...found) : ok(vessel);
}
