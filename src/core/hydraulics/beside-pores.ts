/**
 * What moves water where pores no longer do: films that creep along the grains, and vapour. Both are small; they are what
 * is left once capillary conductivity has collapsed, a few cm over free water in clean gravel and at a dry surface.
 */
export type BesidePores = {
  /** Surface of the grains in a bulk volume. [1/cm] */
  readonly surfacePerCm: number;
};

/**
 * Thickness of the film on a smooth grain, over the root of the suction (Langmuir 1938, as in Tokunaga 2009), water at
 * 20 °C: √(ε·ε0/2)·π·k·T/e over the pressure. Rough grains hold thicker ones: this is the least. [cm·√cm]
 */
const FILM_CM = 1.508e-5;
/** Flow down a film goes with the cube of its thickness: ρg/3η. [1/(cm·h)] */
const FILM_FLOW_PER_CM_HOUR = 1.175e8;

/** Conductivity of the films (Tuller & Or 2001; added to that of the pores as by Peters 2013), as K ∝ suction^−1.5. [cm/h] */
export const filmConductivityCmPerHour = (surfacePerCm: number, suctionCm: number): number =>
  (surfacePerCm * FILM_FLOW_PER_CM_HOUR * FILM_CM ** 3) / (suctionCm * Math.sqrt(suctionCm));

/** Of water vapour in air at 20 °C. [cm²/h] */
const VAPOUR_CM2_PER_HOUR = 0.24 * 3600;
/** Vapour over water at 20 °C, by the density of water. */
export const SATURATED_VAPOUR = 1.73e-5;
/** ln of the relative humidity of air over a head (Kelvin's equation), 20 °C. [1/cm] */
export const LN_HUMIDITY_PER_CM = 7.249e-7;

/**
 * Conductivity of vapour that diffuses through air-filled pores (Philip & de Vries 1957, isothermal), D0·ε^(10/3)/φ²
 * after Millington & Quirk (1961). [cm/h]
 */
export function vapourConductivityCmPerHour(airSpace: number, porosity: number, psiCm: number): number {
  const diffusivity = (VAPOUR_CM2_PER_HOUR * airSpace ** 3 * Math.cbrt(airSpace)) / porosity ** 2;
  return diffusivity * SATURATED_VAPOUR * LN_HUMIDITY_PER_CM * Math.exp(LN_HUMIDITY_PER_CM * psiCm);
}

/** The head of air of a relative humidity, 0…1: drier than this a surface gives it nothing. [cm] */
export const airPsiCm = (humidity: number): number => Math.log(humidity) / LN_HUMIDITY_PER_CM;
