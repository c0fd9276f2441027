import { problem, type Problem } from "../units/problem";
import { formatDepthPerDay, formatLength, type UnitSystem } from "../units/units";
import { checkVessel } from "../vessel/vessel";
import { stackHeightCm, type Setup } from "./setup";

/** A layer thinner than this is dust on a boundary, not a layer. */
export const THINNEST_LAYER_CM = 0.2;
export const MOST_LAYERS = 24;
export const LONGEST_NAME = 120;
/** Feet that fill less of the vessel's area than this are threads, not feet. */
export const LEAST_AREA_SHARE = 0.005;
/**
 * Several times the reference evapotranspiration of the hottest days (Allen et al. 1998); more is taken for a slip of
 * the unit. [mm/day]
 */
export const GREATEST_DEMAND_MM_PER_DAY = 50;
/** Slack for heights that are sums of typed numbers. [cm] */
export const HEIGHT_SLACK_CM = 1e-6;

/**
 * What is wrong with a setup as it is drawn: names, sizes, heights and media, each beside its cause.
 * Whether a dose fits is a question of water, and is answered in water/settle.
 */
export function checkSetup(
  setup: Setup,
  knowsMedium: (id: string) => boolean,
  system: UnitSystem = "metric",
): Problem[] {
  const cm = (height: number): string => formatLength(height, system);
  const problems: Problem[] = [];
  const add = (path: string, code: string, message: string): void => void problems.push(problem(path, code, message));

  if (setup.name.trim() === "") add("name", "empty", "Give it a name.");
  else if (setup.name.length > LONGEST_NAME) add("name", "too-long", `A name has ${LONGEST_NAME} characters at most.`);

  problems.push(...checkVessel(setup.vessel, system));

  if (setup.layers.length > MOST_LAYERS) add("layers", "too-many", `A stack has ${MOST_LAYERS} layers at most.`);
  setup.layers.forEach((layer, i) => {
    const path = `layers[${i}]`;
    if (!(layer.thicknessCm > 0))
      add(`${path}.thicknessCm`, "not-positive", "A layer must be thicker than 0. To be rid of it, remove it.");
    else if (layer.thicknessCm < THINNEST_LAYER_CM - HEIGHT_SLACK_CM) {
      add(
        `${path}.thicknessCm`,
        "too-thin",
        `${cm(layer.thicknessCm)} is too thin; the thinnest layer is ${cm(THINNEST_LAYER_CM)}.`,
      );
    }
    if (layer.name.length > LONGEST_NAME)
      add(`${path}.name`, "too-long", `A name has ${LONGEST_NAME} characters at most.`);
    if (!(layer.areaShare >= LEAST_AREA_SHARE && layer.areaShare <= 1)) {
      add(
        `${path}.areaShare`,
        "not-a-share",
        "A layer fills some of the vessel's area: more than half a per cent of it, and 100 % at most.",
      );
    } else if (layer.areaShare < 1 && setup.water.kind !== "free-water") {
      add(
        `${path}.areaShare`,
        "feet-need-reservoir",
        "Wick feet stand in open water: the vessel must be sealed, with free water at a level.",
      );
    } else if (layer.areaShare < 1 && i === setup.layers.length - 1) {
      add(
        `${path}.areaShare`,
        "feet-on-top",
        "Wick feet carry a layer on their platform: the top layer goes from wall to wall.",
      );
    }
    if (!knowsMedium(layer.mediumId)) {
      add(
        `${path}.mediumId`,
        "unknown-medium",
        `“${layer.mediumId}” is not in the catalogue. Choose a medium for this layer; nothing else is lost.`,
      );
    }
  });
  if (!(setup.demandMmPerDay >= 0))
    add("demandMmPerDay", "negative", "Plants and air cannot take less than nothing in a day.");
  else if (setup.demandMmPerDay > GREATEST_DEMAND_MM_PER_DAY) {
    add(
      "demandMmPerDay",
      "too-large",
      `The most Marlstone reckons with is ${formatDepthPerDay(GREATEST_DEMAND_MM_PER_DAY, system)}. Is the unit right?`,
    );
  }
  const { insideDepthCm } = setup.vessel;
  const height = stackHeightCm(setup);
  if (height > insideDepthCm + HEIGHT_SLACK_CM) {
    add(
      "layers",
      "too-high",
      `The layers come to ${cm(height)}, the vessel is ${cm(insideDepthCm)} deep inside: ${cm(height - insideDepthCm)} too high.`,
    );
  }
  problems.push(...checkWaterHeights(setup, cm));
  return problems;
}

function checkWaterHeights({ water, vessel }: Setup, cm: (height: number) => string): Problem[] {
  const rimCm = vessel.insideDepthCm + HEIGHT_SLACK_CM;
  const within = (path: string, words: string, height: number): Problem[] => {
    if (!(height >= 0)) return [problem(path, "below-base", `The ${words} cannot lie under the base of the vessel.`)];
    if (height > rimCm)
      return [
        problem(
          path,
          "above-rim",
          `The ${words} at ${cm(height)} is above the rim, which is at ${cm(vessel.insideDepthCm)}.`,
        ),
      ];
    return [];
  };
  switch (water.kind) {
    case "free-water": {
      const problems = within("water.levelCm", "free water level", water.levelCm);
      if (water.overflowCm === null) return problems;
      problems.push(...within("water.overflowCm", "overflow hole", water.overflowCm));
      if (problems.length === 0 && water.levelCm > water.overflowCm + HEIGHT_SLACK_CM) {
        problems.push(
          problem(
            "water.levelCm",
            "above-overflow",
            `Water at ${cm(water.levelCm)} would run out of the overflow hole at ${cm(water.overflowCm)}.`,
          ),
        );
      }
      return problems;
    }
    case "drained":
      return within("water.outletCm", "outlet", water.outletCm);
    case "dosed":
      return water.storedCm3 >= 0
        ? []
        : [problem("water.storedCm3", "negative", "There cannot be less than no water in the vessel.")];
    default:
      return water satisfies never;
  }
}
