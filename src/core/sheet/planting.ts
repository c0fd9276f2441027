import type { Plant } from "../occupants/occupant";
import { fixtureOf } from "../stack/fixtures";
import { stageOf, USUAL_PLANTING, type Stage } from "../stack/setup";
import { lowerFirst } from "../units/text";
import { formatLength, formatVolume } from "../units/units";
import { narrowestAboveCm } from "../vessel/vessel";
import type { Bench, BenchLayer } from "./bench";
import { marksAt, underCm3 } from "./marks";
import type { Shows, WrittenStep } from "./step";

/** Where the plants go in: filled up to there, set, and filled around from there on. */
export type PlantingPlan = {
  /** Height of the root ball's foot, and of the crown. [cm] */
  readonly footCm: number;
  readonly crownCm: number;
  /** Index of the layer the foot stands in. */
  readonly inLayer: number;
};

/** A root ball thinner than this under the mark is no stop on the way. [cm] */
export const LEAST_BALL_CM = 0.5;

/** A usual root ball takes at most this share of the soil it is set in. */
const MOST_OF_SOIL = 0.6;

/** A young plant out of a plug tray. [cm] */
const PLUG = { ballDepthCm: 4, ballAcrossCm: 3.5 } as const;

const stagesOf = ({ living }: Bench): readonly Stage[] =>
  living.flatMap(({ occupancy, kind }) => (kind.life === "plant" ? [stageOf(occupancy)] : []));
/** Whether nothing but seed is put in: no root ball has to be set. */
export const isSownOnly = (bench: Bench): boolean => {
  const stages = stagesOf(bench);
  return stages.length > 0 && stages.every((stage) => stage === "seed");
};
const isYoungOnly = (bench: Bench): boolean => {
  const stages = stagesOf(bench).filter((stage) => stage !== "seed");
  return stages.length > 0 && stages.every((stage) => stage === "young");
};
/** Whether plants are set through a sheet that lies on the soil already. */
export const isPlantedThrough = (bench: Bench): boolean =>
  fixtureOf(bench.setup, "dressing")?.material === "sheet" && (plantingOf(bench) !== undefined || isSownOnly(bench));

/** How plants are put in; undefined where no plant lives in it, or nothing is there for it to stand in. */
export function plantingOf(bench: Bench): PlantingPlan | undefined {
  const { setup, layers, surfaceCm, living } = bench;
  if (isSownOnly(bench) || (!setup.planting && !living.some(({ kind }) => kind.life === "plant"))) return undefined;
  const lowest = layers.find(({ index }) => setup.layers[index]!.rooted) ?? layers.at(-1);
  if (!lowest) return undefined;
  // a usual ball is no deeper than there is room for: plugs and divisions go where pots do not
  const { crownOverSoilCm, ballDepthCm } = setup.planting ?? {
    ...USUAL_PLANTING,
    ballDepthCm: Math.min(
      isYoungOnly(bench) ? PLUG.ballDepthCm : USUAL_PLANTING.ballDepthCm,
      MOST_OF_SOIL * (surfaceCm - lowest.fromCm),
    ),
  };
  const crownCm = surfaceCm + crownOverSoilCm;
  // roots are not set into a reservoir, however deep the ball is said to be, nor left standing on the soil
  const footCm = Math.max(Math.min(crownCm - ballDepthCm, surfaceCm - 2 * LEAST_BALL_CM), lowest.fromCm);
  const inLayer = layers.findIndex(({ toCm }) => footCm < toCm - LEAST_BALL_CM);
  return { footCm, crownCm, inLayer: inLayer < 0 ? layers.length - 1 : inLayer };
}

export function plantStep(bench: Bench, planting: PlantingPlan, layer: BenchLayer, shows: Shows): WrittenStep {
  const { setup, system, living, surfaceCm } = bench;
  const cm = (height: number): string => formatLength(height, system);
  const plants = living.flatMap(({ occupancy, kind }) =>
    kind.life === "plant" && stageOf(occupancy) !== "seed" ? [{ count: occupancy.count, kind }] : [],
  );
  const over = planting.crownCm - surfaceCm;
  const fills = planting.footCm > layer.fromCm + LEAST_BALL_CM;
  const restCm3 = fills ? layer.volumeCm3 - underCm3(setup, layer, planting.footCm) : 0;
  const wanted = (setup.planting ?? (isYoungOnly(bench) ? PLUG : USUAL_PLANTING)).ballAcrossCm;
  const neckCm = narrowestAboveCm(setup.vessel, Math.min(surfaceCm, setup.vessel.insideDepthCm));
  // what has to pass a neck is no wider than that, whatever pot it comes in
  const across = setup.planting ? wanted : Math.min(wanted, neckCm);
  const poisonous = plants.filter(({ kind }) => kind.toPeople === "poisonous" || kind.toPets === "poisonous");
  const irritant = plants.filter(
    ({ kind }) => kind.toPeople === "irritant" || (kind.toPets === "irritant" && kind.toPeople !== "poisonous"),
  );
  const names = (of: typeof plants): string => of.map(({ kind }) => lowerFirst(kind.name)).join(", ");
  return {
    key: "plant",
    heading: plants.length > 0 ? "Set the plants" : "Set the plant",
    text: [
      `${plants.length > 0 ? `${plants.map(({ count, kind }) => `${count} × ${lowerFirst(kind.name)}`).join(", ")}. ` : ""}${beforeSetting(
        plants.map(({ kind }) => kind),
        isYoungOnly(bench),
      )} Stand them at ${cm(planting.footCm)} over the inside base: a ball ${cm(Math.max(0, planting.crownCm - planting.footCm))} deep and ${cm(across)} wide then has its crown ${
        Math.abs(over) < 0.05 ? "level with the soil" : `${cm(Math.abs(over))} ${over > 0 ? "over" : "under"} the soil`
      }. ${setup.planting ? "" : "The design does not say how they are planted; this is a usual small pot's. "}A deeper or shallower ball: move the mark, not the crown.`,
      ...(fills
        ? [
            `Fill in the rest of ${layer.name} around them, ${formatVolume(restCm3, system)}, to the mark at ${cm(layer.toCm)}. It has to touch the ball all around: poke it in with a finger, and leave the crown clear.`,
          ]
        : []),
    ],
    marks: fills
      ? marksAt(setup, layer.toCm, layer.upToCm3, restCm3)
      : marksAt(setup, planting.footCm, layer.upToCm3 - layer.volumeCm3, 0),
    cautions: [
      ...(neckCm < wanted
        ? [
            `All of it passes an opening ${cm(neckCm)} wide: shake soil off until a ball does, fold the leaves up, and set it with tongs or two sticks.`,
          ]
        : []),
      ...(poisonous.length > 0
        ? [`Poisonous to people or pets: ${names(poisonous)}. Out of reach of those who nibble.`]
        : []),
      ...(irritant.length > 0 ? [`Sap that irritates: ${names(irritant)}. Gloves.`] : []),
      ...(plants.some(({ kind }) => kind.checkLocalList)
        ? [
            `Invasive or protected somewhere: ${names(plants.filter(({ kind }) => kind.checkLocalList))}. Look at your local list before you plant it.`,
          ]
        : []),
      "Never collected in the wild, and never let out into it.",
    ],
    shows: {
      ...shows,
      filledToCm: fills ? layer.toCm : planting.footCm,
      ball: planting,
      markCm: fills ? layer.toCm : planting.footCm,
    },
    asks: fills ? ["topCm"] : [],
  };
}

/** What is done to a plant before it is set, by what it is. */
function beforeSetting(kinds: readonly Plant[], young: boolean): string {
  const dry = kinds.filter(({ guild }) => guild === "stone-plant" || guild === "succulent");
  const moss = kinds.filter(({ guild }) => guild === "moss");
  const balls = kinds.length - dry.length - moss.length;
  return [
    ...(balls > 0 || kinds.length === 0
      ? [
          young
            ? "Water the plugs well and push them out from below; hold them by a leaf, never by the stem."
            : "Water the root balls well, take them out, and tease apart roots that go round and round.",
        ]
      : []),
    ...(dry.length > 0
      ? [
          "Those that store water are set dry, old soil shaken off and broken roots cut clean, and watered a week later.",
        ]
      : []),
    ...(moss.length > 0 ? ["Moss is pressed on last, wet, so that it touches everywhere."] : []),
  ].join(" ");
}

/** Seed, put on the soil or under it; undefined where none is sown. */
export function sowStep(bench: Bench, shows: Shows, through: boolean): WrittenStep | undefined {
  const { setup, living, surfaceCm } = bench;
  const sown = living.filter(({ occupancy, kind }) => kind.life === "plant" && stageOf(occupancy) === "seed");
  if (sown.length === 0) return undefined;
  return {
    key: "sow",
    heading: "Sow",
    text: [
      `${sown.map(({ occupancy: { count }, kind }) => `${count} × ${lowerFirst(kind.name)}`).join(", ")}. Firm and level the top, and water it with a fine rose before the seed lies on it. Seed as thick as a pea goes two to three times its own thickness deep; seed like dust lies on the top and is not covered: it wants light. ${through ? "Each in its slot. " : ""}Press it down, and mist it.`,
      "Write on the label what was sown and when; more than are wanted come up, and the weakest are taken out.",
    ],
    marks: marksAt(setup, surfaceCm, bench.layers.at(-1)?.upToCm3 ?? 0, 0),
    cautions: ["Never collected in the wild, and never let out into it."],
    shows,
    asks: [],
  };
}

/** Plants set through a sheet that covers the soil. */
export function throughSheet(bench: Bench, planting: PlantingPlan, shows: Shows): WrittenStep {
  const last = bench.layers.at(-1)!;
  const step = plantStep(bench, { ...planting, footCm: last.fromCm }, last, shows);
  const deep = formatLength(Math.max(0, planting.crownCm - planting.footCm), bench.system);
  const [first] = step.text;
  return {
    ...step,
    text: [
      `${first!.slice(0, first!.indexOf(" Stand them"))} Through each slot scoop out a hole ${deep} deep, set the ball in it with its crown level with the sheet's top, fill in beside it and press. Let the sheet close around the stem without touching it.`,
    ],
    marks: marksAt(bench.setup, planting.footCm, 0, 0),
    shows: { ...shows, ball: planting },
    asks: [],
  };
}
