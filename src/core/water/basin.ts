import { areaAtCm2, heightAfterCm, isStraight, volumeBetweenCm3, type AreaByHeight } from "../vessel/area-by-height";

/** A store of free water as its levels tell it. Levels are in the heights of the column it belongs to. */
export type Basin = {
  /** What its flows are measured against: its greatest area. [cm²] */
  readonly areaCm2: number;
  /** The level once so much water has come to it. [cm] */
  levelAfterCm(levelCm: number, addedCm3: number): number;
  /** The volume between two levels over its area, and how that grows with the upper one. [cm, -] */
  riseCm(fromCm: number, toCm: number): number;
  riseSlope(levelCm: number): number;
  /** What is in it over a bed, changed by so much: where it then stands. */
  held(bedCm: number, levelCm: number): Held;
};

/**
 * Water in a basin. Its volume is kept, so that rounding of levels never makes or loses any; where the area is the same
 * all the way up the level says it exactly, and is kept instead.
 */
export type Held = {
  readonly levelCm: number;
  readonly cm3: number;
  /** Adds a volume, or takes one away; never below the bed. */
  add(cm3: number): void;
  /** Sets the level, and says what that took. [cm³] */
  fillTo(levelCm: number): number;
};

export function basinOf(area: number | AreaByHeight): Basin {
  if (typeof area === "number" || isStraight(area)) {
    const areaCm2 = typeof area === "number" ? area : area[0]!.coefficients[0]!;
    return {
      areaCm2,
      levelAfterCm: (levelCm, addedCm3) => levelCm + addedCm3 / areaCm2,
      riseCm: (fromCm, toCm) => toCm - fromCm,
      riseSlope: () => 1,
      held: (bedCm, startCm) => {
        let levelCm = startCm;
        return {
          get levelCm() {
            return levelCm;
          },
          get cm3() {
            return areaCm2 * (levelCm - bedCm);
          },
          add: (cm3) => void (levelCm = Math.max(bedCm, levelCm + cm3 / areaCm2)),
          fillTo: (toCm) => {
            const took = areaCm2 * (toCm - levelCm);
            levelCm = toCm;
            return took;
          },
        };
      },
    };
  }
  const until = volumeUntil(area);
  const areaCm2 = area.reduce(
    (most, { fromCm, toCm }) => {
      const middle = areaAtCm2(area, (fromCm + toCm) / 2);
      return Math.max(most, areaAtCm2(area, fromCm), middle);
    },
    areaAtCm2(area, area.at(-1)!.toCm),
  );
  return {
    areaCm2,
    levelAfterCm: (levelCm, addedCm3) => heightAfterCm(area, levelCm, addedCm3),
    riseCm: (fromCm, toCm) => (until(toCm) - until(fromCm)) / areaCm2,
    riseSlope: (levelCm) => areaAtCm2(area, levelCm) / areaCm2,
    held: (bedCm, startCm) => {
      let levelCm = startCm;
      let cm3 = volumeBetweenCm3(area, bedCm, startCm);
      return {
        get levelCm() {
          return levelCm;
        },
        get cm3() {
          return cm3;
        },
        add: (added) => {
          cm3 = Math.max(0, cm3 + added);
          levelCm = cm3 > 0 ? heightAfterCm(area, bedCm, cm3) : bedCm;
        },
        fillTo: (toCm) => {
          const before = cm3;
          levelCm = toCm;
          cm3 = volumeBetweenCm3(area, bedCm, toCm);
          return cm3 - before;
        },
      };
    },
  };
}

/** Volume between two levels. [cm³] */
export const basinVolumeCm3 = (basin: Basin, fromCm: number, toCm: number): number =>
  basin.areaCm2 * basin.riseCm(fromCm, toCm);

/**
 * The volume up to a level, over the foot of the area: as `volumeBetweenCm3`, with what lies under each of its pieces
 * summed once. A store is asked for it several times in every iteration.
 */
function volumeUntil(area: AreaByHeight): (levelCm: number) => number {
  const first = area[0]!;
  const last = area.at(-1)!;
  const under = new Float64Array(area.length + 1);
  area.forEach(({ fromCm, toCm }, i) => (under[i + 1] = under[i]! + volumeBetweenCm3(area, fromCm, toCm)));
  const [lowestCm2, highestCm2] = [areaAtCm2(area, first.fromCm), areaAtCm2(area, last.toCm)];
  return (levelCm) => {
    if (levelCm <= first.fromCm) return (levelCm - first.fromCm) * lowestCm2;
    if (levelCm >= last.toCm) return under[area.length]! + (levelCm - last.toCm) * highestCm2;
    let i = 0;
    while (levelCm > area[i]!.toCm) i++;
    const { fromCm, coefficients } = area[i]!;
    const overCm = levelCm - fromCm;
    let sum = 0;
    for (let k = coefficients.length - 1; k >= 0; k--) sum = sum * overCm + coefficients[k]! / (k + 1);
    return under[i]! + sum * overCm;
  };
}
