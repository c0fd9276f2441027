import { AMENDMENTS, amendmentAmount, amendmentOf, amendmentWarnings } from "../mixing/amendments";
import { wettingOf } from "../mixing/wetting";
import { fixtureOf, fixturesOf, SEPARATOR_FACTS, type FeedStrip } from "../stack/fixtures";
import { type Laid, type LayerAmendment, type Setup } from "../stack/setup";
import { platformCm } from "../stack/geometry";
import { lowerFirst } from "../units/text";
import { formatLength, formatMass, formatRange, formatVolume, NBSP, threeFigures } from "../units/units";
import { cutAt, narrowestAboveCm } from "../vessel/vessel";
import { acrossWords, CORD_OVER_CM, FOOT_HOLES, LAP_CM, placeAcross } from "./sizes";
import type { Bench, BenchLayer } from "./bench";
import { careOfMedia, saidOnce } from "./care";
import { marksAt, underCm3 } from "./marks";
import { isPlantedThrough, LEAST_BALL_CM, plantingOf, plantStep, sowStep, throughSheet } from "./planting";
import type { Shows, WrittenStep } from "./step";

/** Layer by layer from the bottom, the plants among them. */
export function filling(bench: Bench, built: readonly string[]): readonly WrittenStep[] {
  const { setup, layers } = bench;
  const through = isPlantedThrough(bench);
  const planned = plantingOf(bench);
  // through a sheet they are set once all is filled in
  const planting = through ? undefined : planned;
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
      const plant = plantStep(bench, planting, layer, shows);
      // the rest of the layer is filled in around them, and what lies in that is told there
      steps.push({ ...plant, text: [...plant.text, ...onTheWayUp(bench, layer, planting.footCm, layer.toCm)] });
    } else if (planting?.inLayer === layer.index) {
      steps.push(plantStep(bench, planting, layer, shows));
      steps.push(layerStep(bench, layer, layer.toCm, { ...shows, ball: planting }, true, said));
    } else steps.push(layerStep(bench, layer, layer.toCm, shows, shows.ball !== undefined, said));
    const next = setup.layers[layer.index + 1];
    if (setup.layers[layer.index]!.legs && next && next.legs === null) steps.push(platformStep(bench, layer, shows));
  }
  const filled: Shows = {
    filledToCm: bench.surfaceCm,
    fixtureIds: built,
    platform: platform > 0,
    waterCm: undefined,
    sheetsUnder: Infinity,
    ball: planting,
    markCm: bench.surfaceCm,
  };
  if (through) {
    const laid = coverStep(bench, filled);
    steps.push(laid);
    if (planned) steps.push(throughSheet(bench, planned, laid.shows));
    const sown = sowStep(bench, laid.shows, true);
    return sown ? [...steps, sown] : steps;
  }
  const sown = sowStep(bench, filled, false);
  return sown ? [...steps, sown] : steps;
}

/** The sheet over the soil, with its slots: before anything is set. */
function coverStep({ setup, system, living }: Bench, shows: Shows): WrittenStep {
  const sheet = fixtureOf(setup, "dressing")!;
  const { lengthCm, widthCm } = cutAt(setup.vessel, Math.min(shows.filledToCm ?? 0, setup.vessel.insideDepthCm));
  const plants = living.reduce((sum, { occupancy, kind }) => sum + (kind.life === "plant" ? occupancy.count : 0), 0);
  const slots = sheet.slots ?? plants;
  return {
    key: `fixture:${sheet.id}`,
    heading: "Lay the cover sheet",
    text: [
      `Paper, card or film, ${acrossWords(setup.vessel, lengthCm + LAP_CM, widthCm + LAP_CM, system)}, wetted if it is paper, on the levelled and watered soil, its edges tucked down at the wall${setup.fixtures.some(({ kind }) => kind === "fill-tube") ? ", with a close hole for the tube" : ""}. Cut ${slots === 1 ? "one cross" : `${slots} crosses`} as long as a root ball is wide, evenly spread: plants go in through them.`,
    ],
    marks: undefined,
    cautions: [],
    shows: { ...shows, fixtureIds: [...shows.fixtureIds, sheet.id] },
    asks: [],
  };
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

function platformStep({ setup, system, readings }: Bench, layer: BenchLayer, shows: Shows): WrittenStep {
  const overKg = readings?.layers.slice(layer.index + 1).reduce((sum, { wetKg }) => sum + wetKg, 0) ?? 0;
  const { lengthCm, widthCm } = cutAt(setup.vessel, layer.toCm);
  return {
    key: "platform",
    heading: "Lay the platform",
    text: [
      `A stiff plate ${acrossWords(setup.vessel, lengthCm, widthCm, system)} with an opening over each ${layer.isCord ? "cord" : "foot"}${setup.fixtures.some(({ kind }) => kind === "fill-tube") ? " and one for the tube" : ""}, level at ${formatLength(layer.toCm, system)} over the inside base. ${
        layer.isCord
          ? "The cords are drawn through it first, and each lies loose in its opening."
          : "The soil above has to touch the soil in the feet everywhere: press it down into each opening."
      }`,
      `It bears ${formatMass(overKg, system)} once all is wet: ${layer.isCord ? "on" : "on the feet and"} pieces of pipe cut to ${formatLength(layer.toCm, system)}, no more than ${formatLength(15, system)} from one to the next and one under each corner; try it with your hand before soil comes on it. A plate of foam or thin card gives way.`,
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

/** How it is filled in and firmed. */
function fillWords({ medium, handling, wicks }: BenchLayer, isCovered: boolean): string {
  if (!medium || !handling) return "";
  const { fill, isPoured, drinks } = handling;
  if (wicks && drinks)
    return "Pack it hard and wet, handful by handful, so that no hollow is left and it touches all through: a wick that starts dry never starts, and one with a gap ends at the gap.";
  return medium.floats && isPoured && isCovered
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
  const { legs, amendments = [] } = setup.layers[layer.index]!;
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
      ...(legs && !layer.isCord ? [feetWords(layer, bench)] : []),
      ...measureWords(layer, bench),
      ...amendments.map((given) => givenWords(given, layer, bench)),
      ...[wettingWords(layer, bench), throughNeck(setup, toCm, system)].filter((text) => text !== ""),
      [
        fill,
        layer.isCord
          ? ""
          : fillWords(layer, layer.index + 1 < setup.layers.length || fixtureOf(setup, "dressing") !== undefined),
      ]
        .filter((text) => text !== "")
        .join(" "),
      ...onTheWayUp(bench, layer, layer.fromCm, toCm),
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

/** Feet as they have to be made so that they lift water: of what, with holes, standing in it. */
function feetWords(layer: BenchLayer, { setup, system }: Bench): string {
  const { legs, thicknessCm } = setup.layers[layer.index]!;
  const cm = (length: number): string => formatLength(length, system);
  const stands = layer.fromCm < 0.05 ? "stands on the base" : `ends ${cm(layer.fromCm)} over the base`;
  const levelCm = setup.water.by === "level" ? setup.water.levelCm : layer.toCm;
  return `Each foot is a basket, or a piece of pipe ${cm(legs!.acrossCm)} ${legs!.section === "round" ? "wide" : "square"} and ${cm(thicknessCm)} long, that ${stands}. A pipe is drilled all around, with holes of ${cm(FOOT_HOLES.diameterCm)} every ${formatLength(3, system)} from its lower end up to ${cm(Math.max(levelCm, layer.fromCm + 1))}: by them the water comes to the soil in it. A scrap of cloth closes it below.`;
}

const HANDFUL_G = 30;

/** So many grams, and what that is to a hand. */
function gramsWords(grams: number, system: Bench["system"]): string {
  const handfuls = Math.round((2 * grams) / HANDFUL_G) / 2;
  return `${formatMass(grams / 1000, system)}${handfuls >= 0.5 ? ` (about ${handfuls === 0.5 ? "half a handful" : `${threeFigures(handfuls, 1)} ${handfuls === 1 ? "handful" : "handfuls"}`})` : ""}`;
}

/** What is given to this layer beside its medium. */
function givenWords({ amendmentId, amount, given }: LayerAmendment, layer: BenchLayer, { system }: Bench): string {
  const amendment = amendmentOf(amendmentId);
  if (!amendment) return "Something was to be given to it that is not known here any more.";
  const much = amendment.dose.kind === "share" ? formatVolume(amount, system) : gramsWords(amount, system);
  const how = {
    mixed: "mixed in evenly",
    bands: "in two or three bands across, each covered before the next comes",
    "on-top": "strewn on top once it is filled in, and scratched in by a finger's depth",
  }[given];
  return `${amendment.name}: ${much}, ${how}. ${[amendment.about, ...amendmentWarnings(amendment, layer.recipe?.parts ?? [], layer.place)].join(" ")}`;
}

/** A strip of feed, on the way up. */
function stripWords({ amendmentId, grams, heightCm, acrossShare }: FeedStrip, { system }: Bench): string {
  const amendment = amendmentOf(amendmentId);
  return `At ${formatLength(heightCm, system)} stop, and lay ${gramsWords(grams, system)} of ${lowerFirst(amendment?.name ?? "feed")} as one strip ${placeAcross(acrossShare)}, a hand away from where stems are to stand; then fill on over it. ${amendment?.about ?? ""}`.trim();
}

/** What is laid into a layer between two heights, and, once it is full, how its surface lies. */
function onTheWayUp(bench: Bench, layer: BenchLayer, fromCm: number, toCm: number): readonly string[] {
  const { setup, system } = bench;
  const { laid } = setup.layers[layer.index]!;
  return [
    ...fixturesOf(setup, "feed-strip").flatMap((strip) =>
      strip.heightCm > fromCm && strip.heightCm <= toCm ? [stripWords(strip, bench)] : [],
    ),
    ...(laid && toCm >= layer.toCm - 1e-6 ? [laidWords(laid, layer.toCm, system)] : []),
  ];
}

/** What the drawing cannot show of how it lies. */
const laidWords = ({ as, byCm }: Laid, toCm: number, system: Bench["system"]): string =>
  as === "slope"
    ? `It rises by ${formatLength(byCm, system)} from the front to the back: ${formatLength(Math.max(0, toCm - byCm / 2), system)} in front, ${formatLength(toCm + byCm / 2, system)} at the back. Its mark is the middle; reckoned is it as level there.`
    : `Only as a ring ${formatLength(byCm, system)} wide at the wall, where it is seen; inside it goes what lies over it. Reckoned is it as if it went all across.`;

/** An opening that a hand does not pass. [cm] */
const HAND_CM = 10;

function throughNeck({ vessel }: Setup, heightCm: number, system: Bench["system"]): string {
  const neckCm = narrowestAboveCm(vessel, Math.min(heightCm, vessel.insideDepthCm));
  return neckCm < HAND_CM && neckCm < 0.8 * cutAt(vessel, heightCm).widthCm
    ? `No hand passes its neck, ${formatLength(neckCm, system)} wide: pour it in through a funnel of stiff paper, level it with a spoon tied to a stick and firm it with a cork on one; what clings to the glass comes off with the first water.`
    : "";
}
