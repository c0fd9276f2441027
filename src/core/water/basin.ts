import {
  areaAtCm2,
  heightAfterCm,
  isStraight,
  volumeBetweenCm3,
  type AreaByHeight,
} from "../vessel/area-by-height";

/** A store of free water as its levels tell it. Levels are in the heights of the column it belongs to. */
export type Basin = {
  /** What its flows are measured against: its greatest area. [cm²] */
  readonly areaCm2: number;
  /** The level once so much water has come to it. [cm] */
  levelAfterCm(levelCm: number, addedCm3: number): number;
  /** The volume between two levels over its area, and how that grows with the upper one. [cm, -] */
  riseCm(fromCm: number, toCm: number): number;
  riseSlope(levelCm: number): number;
};

export function basinOf(area: number | AreaByHeight): Basin {
  if (typeof area === "number" || isStraight(area)) {
    const areaCm2 = typeof area === "number" ? area : area[0]!.coefficients[0]!;
    return {
      areaCm2,
      levelAfterCm: (levelCm, addedCm3) => levelCm + addedCm3 / areaCm2,
      riseCm: (fromCm, toCm) => toCm - fromCm,
      riseSlope: () => 1,
    };
  }
  const areaCm2 = area.reduce((most, { fromCm, toCm }) => {
    const middle = areaAtCm2(area, (fromCm + toCm) / 2);
    return Math.max(most, areaAtCm2(area, fromCm), middle);
  }, areaAtCm2(area, area.at(-1)!.toCm));
  return {
    areaCm2,
    levelAfterCm: (levelCm, addedCm3) => heightAfterCm(area, levelCm, addedCm3),
    riseCm: (fromCm, toCm) => volumeBetweenCm3(area, fromCm, toCm) / areaCm2,
    riseSlope: (levelCm) => areaAtCm2(area, levelCm) / areaCm2,
  };
}

/** Volume between two levels. [cm³] */
export const basinVolumeCm3 = (basin: Basin, fromCm: number, toCm: number): number =>
  basin.areaCm2 * basin.riseCm(fromCm, toCm);
