import type { Plant } from "../occupants/occupant";
import { AMENDMENTS, amendmentAmount, amendmentWarnings } from "../mixing/amendments";
import { wettingOf } from "../mixing/wetting";
import { SEPARATOR_FACTS } from "../stack/fixtures";
import { platformCm, USUAL_PLANTING, type Setup } from "../stack/setup";
import { formatLength, formatRange, formatVolume, NBSP, threeFigures } from "../units/units";
import { volumeBetweenCm3 } from "../vessel/area-by-height";
import { cutAt, narrowestAboveCm, vesselArea } from "../vessel/vessel";
import { acrossWords, CORD_OVER_CM, LAP_CM } from "./sizes";
import type { Bench, BenchLayer } from "./bench";
import { careOfMedia, saidOnce } from "./care";
import type { Marks, Shows, WrittenStep } from "./step";

/** Where the plants go in: filled up to there, set, and filled around from there on. */
export type PlantingPlan = {
  /** Height of the root ball's foot, and of the crown. [cm] */
  readonly footCm: number;
  readonly crownCm: number;
  /** Index of the layer the foot stands in. */
  readonly inLayer: number;
};

/** A root ball thinner than this under the mark is no stop on the way. [cm] */
const LEAST_BALL_CM = 0.5;

/** A usual root ball takes at most this share of the soil it is set in. */
const MOST_OF_SOIL = 0.6;

/** How plants are put in; undefined where no plant lives in it, or nothing is there for it to stand in. */
export function plantingOf({ setup, layers, surfaceCm, living }: Bench): PlantingPlan | undefined {
  if (!setup.planting && !living.some(({ kind }) => kind.life === "plant")) return undefined;
  const lowest = layers.find(({ index }) => setup.layers[index]!.rooted) ?? layers.at(-1);
  if (!lowest) return undefined;
  // a usual ball is no deeper than there is room for: plugs and divisions go where pots do not
  const { crownOverSoilCm, ballDepthCm } = setup.planting ?? {
    ...USUAL_PLANTING,
    ballDepthCm: Math.min(USUAL_PLANTING.ballDepthCm, MOST_OF_SOIL * (surfaceCm - lowest.fromCm)),
  };
  const crownCm = surfaceCm + crownOverSoilCm;
  // roots are not set into a reservoir, however deep the ball is said to be, nor left standing on the soil
  const footCm = Math.max(Math.min(crownCm - ballDepthCm, surfaceCm - 2 * LEAST_BALL_CM), lowest.fromCm);
  const inLayer = layers.findIndex(({ toCm }) => footCm < toCm - LEAST_BALL_CM);
  return { footCm, crownCm, inLayer: inLayer < 0 ? layers.length - 1 : inLayer };
}

export const marksAt = ({ vessel }: Setup, heightCm: number, upToCm3: number, ofStepCm3: number): Marks => ({
  overInsideBaseCm: heightCm,
  overGroundCm: heightCm + vessel.baseCm,
  underRimCm: vessel.insideDepthCm - heightCm,
  upToCm3,
  ofStepCm3,
});

/** Layer by layer from the bottom, the plants among them. */
export function filling(bench: Bench, built: readonly string[]): readonly WrittenStep[] {
  const { setup, layers } = bench;
  const planting = plantingOf(bench);
  const platform = platformCm(setup);
  const said = new Set<string>();
  const steps: WrittenStep[] = [];
  // feet that hang into the water begin over the base too, and carry their platform on top
  if (setup.fillFromCm > 0 && setup.layers[0]?.legs === null) steps.push(falseBottom(bench, built));
  for (const layer of layers) {
    const shows: Shows = {
      filledToCm: layer.fromCm,
      fixtureIds: built,
      platform: platform > 0 && layer.fromCm >= platform - 1e-6,
      waterCm: undefined,
      sheetsUnder: layer.index + 1,
      ball: planting && layer.index > planting.inLayer ? planting : undefined,
      markCm: layer.fromCm,
    };
    if (setup.layers[layer.index]!.separator) steps.push(separatorStep(bench, layer, shows));
    const plantsHere = planting?.inLayer === layer.index && planting.footCm > layer.fromCm + LEAST_BALL_CM;
    if (planting && plantsHere) {
      steps.push(layerStep(bench, layer, planting.footCm, shows, false, said));
      steps.push(plantStep(bench, planting, layer, shows));
    } else if (planting?.inLayer === layer.index) {
      steps.push(plantStep(bench, planting, layer, shows));
      steps.push(layerStep(bench, layer, layer.toCm, { ...shows, ball: planting }, true, said));
    } else steps.push(layerStep(bench, layer, layer.toCm, shows, shows.ball !== undefined, said));
    const next = setup.layers[layer.index + 1];
    if (setup.layers[layer.index]!.legs && next && next.legs === null) steps.push(platformStep(bench, layer, shows));
  }
  return steps;
}

function falseBottom({ setup, system }: Bench, built: readonly string[]): WrittenStep {
  const { lengthCm, widthCm } = cutAt(setup.vessel, setup.fillFromCm);
  return {
    key: "platform",
    heading: "Set in the false bottom",
    text: [
      `A grid or plate with holes, ${acrossWords(setup.vessel, lengthCm, widthCm, system)}, on legs that carry it level ${formatLength(setup.fillFromCm, system)} over the inside base. It bears everything above, wet: a leg every 15 cm, and one under its middle. Leave a corner through which water under it can be seen and drawn off.`,
    ],
    marks: marksAt(setup, setup.fillFromCm, 0, 0),
    cautions: ["Cut edges of plastic grid are sharp to hands and to soft skin: round them."],
    shows: {
      filledToCm: setup.fillFromCm,
      fixtureIds: built,
      platform: true,
      sheetsUnder: 0,
      waterCm: undefined,
      ball: undefined,
      markCm: setup.fillFromCm,
    },
    asks: ["topCm"],
  };
}

function platformStep({ setup, system }: Bench, layer: BenchLayer, shows: Shows): WrittenStep {
  const { lengthCm, widthCm } = cutAt(setup.vessel, layer.toCm);
  return {
    key: "platform",
    heading: "Lay the platform",
    text: [
      `A plate ${acrossWords(setup.vessel, lengthCm, widthCm, system)} with an opening over each ${layer.isCord ? "cord" : "foot"}${setup.fixtures.some(({ kind }) => kind === "fill-tube") ? " and one for the tube" : ""}, level at ${formatLength(layer.toCm, system)} over the inside base. ${
        layer.isCord
          ? "The cords are drawn through it first, and each lies loose in its opening."
          : "The soil above has to touch the soil in the feet everywhere: press it down into each opening."
      }`,
    ],
    marks: marksAt(setup, layer.toCm, layer.upToCm3, 0),
    cautions: [],
    shows: { ...shows, filledToCm: layer.toCm, platform: true, markCm: layer.toCm },
    asks: [],
  };
}

function separatorStep({ setup, system }: Bench, layer: BenchLayer, shows: Shows): WrittenStep {
  const separator = setup.layers[layer.index]!.separator!;
  const { words, lastsMonths } = SEPARATOR_FACTS[separator];
  const { lengthCm, widthCm } = cutAt(setup.vessel, layer.fromCm);
  return {
    key: `separator:${layer.id}`,
    heading: `Lay the ${words}`,
    text: [
      `Cut it ${acrossWords(setup.vessel, lengthCm + LAP_CM, widthCm + LAP_CM, system)}, so that its edge turns up at the wall, and lay it flat${setup.fixtures.some(({ kind }) => kind === "fill-tube") ? ", with a close cut around the tube" : ""}: a gap lets fines wash past it.${
        lastsMonths === null
          ? ""
          : ` It lasts ${formatRange(lastsMonths[0], lastsMonths[1], lastingWords)} in damp soil.`
      }`,
    ],
    marks: marksAt(setup, layer.fromCm, layer.upToCm3 - layer.volumeCm3, 0),
    cautions: [],
    shows,
    asks: [],
  };
}

const lastingWords = (months: number): string =>
  months < 1
    ? `${Math.round((months * 52) / 12)}${NBSP}weeks`
    : months < 24
      ? `${threeFigures(months, 0)}${NBSP}months`
      : `${threeFigures(months / 12, 0)}${NBSP}years`;

const lowerFirst = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);

/** How it is filled in and firmed. */
function fillWords({ medium, handling, wicks }: BenchLayer): string {
  if (!medium || !handling) return "";
  const { fill, isPoured, drinks } = handling;
  if (wicks && drinks)
    return "Pack it hard and wet, handful by handful, so that no hollow is left and it touches all through: a wick that starts dry never starts, and one with a gap ends at the gap.";
  return medium.floats && isPoured
    ? `${fill} It floats when it is flooded: lay what comes over it before water comes.`
    : fill;
}

/** How it is made as wet as it is wanted, and with how much water. */
function wettingWords({ handling, batch, recipe, wetness }: BenchLayer, { system }: Bench): string {
  const text = handling?.wet?.[wetness] ?? "";
  if (!handling?.drinks || !batch || !recipe) return text;
  const wetting = wettingOf(recipe.parts, batch, wetness);
  const sum = (of: "least" | "most"): number => wetting.reduce((all, one) => all + one[of], 0);
  const most = sum("most");
  const takes = formatRange(sum("least"), most, (cm3) => formatVolume(cm3, system, most));
  if (handling.isSoaked) return `${text} From dry as bought it takes up ${takes}.`;
  const soak = wetting.some(({ way }) => way === "soak-first")
    ? " Begin the evening before, with warm water: dry, it sheds it."
    : "";
  return `${text} Dry as bought that takes ${takes} of water for all of it; ${takes.includes(" to ") ? "begin with the lesser" : "begin with half"}, and let the hand decide.${soak}`;
}

/** What is measured out, and of what. */
function measureWords(layer: BenchLayer, { setup, system }: Bench): readonly string[] {
  const { batch, recipe, medium, place } = layer;
  if (!medium) return ["What it is made of is not known here any more: choose a medium for it in the section."];
  const by = layer.handling?.measured;
  if (by === "counted")
    return [`As many as fill ${formatVolume(layer.volumeCm3, system)}: ${lowerFirst(medium.name)}.`];
  const { legs, thicknessCm } = setup.layers[layer.index]!;
  if (layer.isCord && legs)
    return [
      `${medium.name}: cut ${legs.count}, each ${formatLength(thicknessCm + CORD_OVER_CM, system)} long and ${formatLength(legs.acrossCm, system)} ${legs.section === "round" ? "thick" : "wide"}, which leaves ${formatLength(CORD_OVER_CM, system)} to lie in the soil.`,
    ];
  if (by === "cut" || !recipe || !batch) return [`${medium.name}: cut it to the inside of the vessel.`];
  const litres = (cm3: number): string => formatVolume(cm3, system);
  const [only] = recipe.parts;
  const measured =
    only && recipe.parts.length === 1
      ? // a mix of one medium goes by that medium's name where it is fetched from
        `Measure out ${litres(batch.sumCm3)}, loose, of ${lowerFirst(only.medium.name)}.`
      : `Mix ${recipe.parts.map(({ medium: one, parts }, i) => `${threeFigures(parts, 2)} ${parts === 1 ? "part" : "parts"} ${lowerFirst(one.name)} (${litres(batch.ingredients[i]!.looseCm3)})`).join(", ")}: any cup, as long as it is the same one. Mixed they are ${litres(batch.mixedCm3)}.`;
  return [
    measured,
    ...recipe.amendments.map(({ id, amount }) => {
      const amendment = AMENDMENTS.find((one) => one.id === id)!;
      const dose = amendmentAmount(amendment, amount, batch.mixedCm3, system);
      return `Mix in ${lowerFirst(amendment.name)}: ${dose}, evenly. ${[amendment.about, ...amendmentWarnings(amendment, recipe.parts, place)].join(" ")}`;
    }),
  ];
}

function layerStep(
  bench: Bench,
  layer: BenchLayer,
  toCm: number,
  shows: Shows,
  around: boolean,
  said: Set<string>,
): WrittenStep {
  const { setup, system, living } = bench;
  const cm = (height: number): string => formatLength(height, system);
  const partly = toCm < layer.toCm - 1e-6;
  const ofStepCm3 = partly ? underCm3(setup, layer, toCm) : layer.volumeCm3;
  const upTo = layer.upToCm3 - layer.volumeCm3 + ofStepCm3;
  const { legs } = setup.layers[layer.index]!;
  const media = layer.recipe?.parts.map(({ medium }) => medium) ?? (layer.medium ? [layer.medium] : []);
  const verb = (layer.handling?.measured ?? "poured") === "poured" ? "Fill" : "Lay";
  const fill = layer.isCord
    ? `They hang from the platform: draw them through its openings before it is laid, so that they reach straight down from the mark at ${cm(toCm)} to ${cm(layer.fromCm)} over the inside base, and spread what is left over in the soil that comes on it. A cord that is folded or squeezed flat lifts less.`
    : legs
      ? `Fill the ${legs.count} feet, each ${cm(legs.acrossCm)} ${legs.section === "round" ? "wide" : "square"}, to the mark at ${cm(toCm)}: ${formatVolume(ofStepCm3, system)} in all.`
      : `${verb} it in${around ? " around the plants, held upright," : ""} to the mark at ${cm(toCm)}: ${formatVolume(ofStepCm3, system)}${partly ? ` of its ${formatVolume(layer.volumeCm3, system)}, up to where the root balls are to stand` : ""}.`;
  return {
    key: `layer:${layer.id}`,
    heading: legs
      ? `${layer.isCord ? "Hang in" : "Pack"} ${layer.name}`
      : `${partly ? "Begin" : `${verb} in`} ${layer.name}`,
    text: [
      ...measureWords(layer, bench),
      ...[wettingWords(layer, bench), throughNeck(setup, toCm, system)].filter((text) => text !== ""),
      [fill, layer.isCord ? "" : fillWords(layer)].filter((text) => text !== "").join(" "),
    ],
    marks: marksAt(setup, toCm, upTo, ofStepCm3),
    cautions: saidOnce(
      careOfMedia(
        media,
        living.map(({ kind }) => kind),
        layer.handling?.says,
      ),
      said,
    ),
    shows: { ...shows, filledToCm: toCm, markCm: toCm },
    // where the root balls stand is a mark on the way, and no layer's top
    asks: partly ? ["usedCm3", "mediumId"] : ["topCm", "usedCm3", "mediumId"],
  };
}

function plantStep(bench: Bench, planting: PlantingPlan, layer: BenchLayer, shows: Shows): WrittenStep {
  const { setup, system, living, surfaceCm } = bench;
  const cm = (height: number): string => formatLength(height, system);
  const plants = living.flatMap(({ occupancy: { count }, kind }) => (kind.life === "plant" ? [{ count, kind }] : []));
  const over = planting.crownCm - surfaceCm;
  const fills = planting.footCm > layer.fromCm + LEAST_BALL_CM;
  const restCm3 = fills ? layer.volumeCm3 - underCm3(setup, layer, planting.footCm) : 0;
  const wanted = (setup.planting ?? USUAL_PLANTING).ballAcrossCm;
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
      `${plants.length > 0 ? `${plants.map(({ count, kind }) => `${count} × ${lowerFirst(kind.name)}`).join(", ")}. ` : ""}${beforeSetting(plants.map(({ kind }) => kind))} Stand them at ${cm(planting.footCm)} over the inside base: a ball ${cm(Math.max(0, planting.crownCm - planting.footCm))} deep and ${cm(across)} wide then has its crown ${
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

/** An opening that a hand does not pass. [cm] */
const HAND_CM = 10;

function throughNeck({ vessel }: Setup, heightCm: number, system: Bench["system"]): string {
  const neckCm = narrowestAboveCm(vessel, Math.min(heightCm, vessel.insideDepthCm));
  return neckCm < HAND_CM && neckCm < 0.8 * cutAt(vessel, heightCm).widthCm
    ? `No hand passes its neck, ${formatLength(neckCm, system)} wide: pour it in through a funnel of stiff paper, level it with a spoon tied to a stick and firm it with a cork on one; what clings to the glass comes off with the first water.`
    : "";
}

/** What is done to a plant before it is set, by what it is. */
function beforeSetting(kinds: readonly Plant[]): string {
  const dry = kinds.filter(({ guild }) => guild === "stone-plant" || guild === "succulent");
  const moss = kinds.filter(({ guild }) => guild === "moss");
  const balls = kinds.length - dry.length - moss.length;
  return [
    ...(balls > 0 || kinds.length === 0
      ? ["Water the root balls well, take them out, and tease apart roots that go round and round."]
      : []),
    ...(dry.length > 0
      ? [
          "Those that store water are set dry, old soil shaken off and broken roots cut clean, and watered a week later.",
        ]
      : []),
    ...(moss.length > 0 ? ["Moss is pressed on last, wet, so that it touches everywhere."] : []),
  ].join(" ");
}

/** What of a layer lies under a height in it: as much as of the room it fills. [cm³] */
function underCm3({ vessel }: Setup, { fromCm, toCm, volumeCm3 }: BenchLayer, heightCm: number): number {
  const room = (to: number): number => volumeBetweenCm3(vesselArea(vessel), fromCm, Math.min(to, vessel.insideDepthCm));
  return (volumeCm3 * room(heightCm)) / room(toCm);
}
