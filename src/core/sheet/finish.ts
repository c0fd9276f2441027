import { firstWayOutWords, soakedLevelCm } from "../stack/geometry";
import { fixtureOf, fixturesOf, type DressingMaterial } from "../stack/fixtures";
import { lossesOf, risingCm3PerHour } from "../water/losses";
import { formatLength, formatVolume } from "../units/units";
import type { Bench } from "./bench";
import { careOfWater } from "./care";
import { isPlantedThrough, isSownOnly } from "./planting";
import type { Shows, WrittenStep } from "./step";

const DRESSING: Record<DressingMaterial, string> = {
  gravel: "Spread it evenly against splash; keep it off the crowns.",
  bark: "Spread it evenly; keep it off the crowns, where it would keep them wet.",
  "living-moss":
    "Press it on in pieces, wet, so that its underside touches the soil everywhere: it pales when the soil is dry, which is the sign to water.",
  sheet: "Lay it on, with a hole for the tube if there is one, and weigh it down at the edges.",
};

/** From the top dressing to the weeks after. */
export function finishing(bench: Bench, built: readonly string[], ball: Shows["ball"]): readonly WrittenStep[] {
  const { setup, system, surfaceCm, living } = bench;
  const shows: Shows = {
    filledToCm: surfaceCm,
    fixtureIds: built,
    platform: true,
    sheetsUnder: Infinity,
    waterCm: undefined,
    ball,
    markCm: undefined,
  };
  const dressing = fixtureOf(setup, "dressing");
  const lid = fixtureOf(setup, "lid");
  const strips = fixturesOf(setup, "feed-strip").map(({ id }) => id);
  const withDressing = [...built, ...strips, ...(dressing ? [dressing.id] : [])];
  const withLid = lid ? [...withDressing, lid.id] : withDressing;
  // what has run out stands nowhere that could be seen
  const standsAt = bench.readings?.waterTableCm ?? 0;
  const waterCm = standsAt > 0.2 ? standsAt : undefined;
  const animals = living.filter(({ kind }) => kind.life === "animal");
  const steps: WrittenStep[] = [];
  // what plants are set through is laid before them
  if (dressing && !isPlantedThrough(bench))
    steps.push({
      key: `fixture:${dressing.id}`,
      heading: "Dress the top",
      text: [`${formatLength(dressing.thicknessCm, system)} deep. ${DRESSING[dressing.material]}`],
      marks: undefined,
      cautions: [],
      shows: { ...shows, fixtureIds: withDressing },
      asks: [],
    });
  steps.push({
    key: "label",
    heading: "Clean it and label it",
    text: [
      `Wipe the rim and the outside. On the label, in pencil: “${setup.name}”, what lives in it, the date, and of what the layers are. It outlasts memory, and ink.`,
    ],
    marks: undefined,
    cautions: [],
    shows: { ...shows, fixtureIds: withDressing },
    asks: [],
  });
  const watered: Shows = { ...shows, fixtureIds: withDressing, waterCm, markCm: waterCm };
  steps.push(firstWater(bench, watered));
  if (lid)
    steps.push({
      key: `fixture:${lid.id}`,
      heading: "Put the lid on",
      text: [
        lid.openShare > 0.01
          ? `With about ${Math.round(100 * lid.openShare)} % of the mouth left open. Mist on all panes all day is too wet: open it more for a while; none in the morning is dry.`
          : "Closed. Mist on all sides all day is too wet: leave it open for some hours; none in the morning is dry.",
      ],
      marks: undefined,
      cautions: [
        "Lamps, heat mats and pumps near water: a protected circuit, drip loops in the cords; fixed wiring is an electrician's.",
        ...(setup.vessel.material === "glass" || setup.vessel.seeThrough
          ? ["Never in the sun with its lid on: what is inside cooks within half an hour."]
          : []),
      ],
      shows: { ...watered, fixtureIds: withLid },
      asks: [],
    });
  steps.push(...firstWeeks(bench, { ...watered, fixtureIds: withLid, markCm: surfaceCm }));
  if (animals.length > 0)
    steps.push({
      key: "animals",
      heading: "Let the animals in",
      text: [
        `${animals.map(({ occupancy: { count }, kind }) => `${count} × ${kind.name.toLowerCase()}`).join(", ")}: not before it has stood for two to four weeks, its damp is even and it smells of earth. Those that clean up go in first. Feel the top and the depth by hand, and read the verdicts again for how wet it has become.`,
      ],
      marks: undefined,
      cautions: [
        "A sour, rotten-egg smell is rot without air: find why before anyone moves in.",
        "No feed, pesticide or wetting agent near them; where water stands, a way out for what falls in. A sick animal is for a vet. Look at your local list for what may be kept, and never let one out.",
      ],
      shows: { ...watered, fixtureIds: withLid },
      asks: [],
    });
  return steps;
}

/** Less than this is a splash. [cm³] */
const LEAST_TOLD_CM3 = 20;

const sum = (values: readonly number[]): number => values.reduce((all, one) => all + one, 0);

/** Those that store water by themselves are set dry, and rot where they are wetted with torn roots. */
const drinksLater = ({ living }: Bench): boolean => {
  const plants = living.flatMap(({ kind }) => (kind.life === "plant" ? [kind] : []));
  return plants.length > 0 && plants.every(({ guild }) => guild === "stone-plant" || guild === "succulent");
};

/** Whether water at a level stays below all that is filled in. */
const isOutOfReach = ({ layers }: Bench, levelCm: number): boolean => (layers[0]?.fromCm ?? Infinity) > levelCm;

/** Less than this is not seen. [cm] */
const LEAST_SINKING_CM = 0.2;

const sinkingWords = ({ sinksCm, system }: Bench): string =>
  sinksCm < LEAST_SINKING_CM
    ? "What is loose sinks: top it up."
    : `All that is loose settles, and the surface sinks by about ${formatLength(sinksCm, system)}: top it up with the same.`;

/** So much of what it holds is poured on top of that, to see it run. */
const RUNS_THROUGH = 0.15;
const LEAST_RUN_CM3 = 50;
/** To the half of its first figure: nobody measures what runs out more closely. */
const toHalves = (value: number): number => {
  const step = 10 ** Math.floor(Math.log10(value)) / 2;
  return Math.round(value / step) * step;
};

/** More than this nobody gives by drops. [cm³] */
const BY_DROPS_CM3 = 300;

/** How the first water goes in, and how much: what the damp layers bring is in there already. */
function firstWater(bench: Bench, shows: Shows): WrittenStep {
  const { setup, system, settled, network, readings, layers, living } = bench;
  const litres = (cm3: number): string => formatVolume(Math.max(0, cm3), system);
  const cm = (height: number): string => formatLength(height, system);
  const broughtCm3 = sum(layers.map((layer) => layer.broughtCm3));
  const base = {
    key: "water",
    heading: drinksLater(bench) ? "First water, a week later" : "First water",
    marks: undefined,
    shows,
    cautions: [
      ...(setup.blend && setup.here && !setup.here.given.lacks
        ? [`What it is watered with: ${setup.here.given.words}. The first fill too.`]
        : []),
      ...careOfWater(living.map(({ kind }) => kind)),
    ],
  };
  if (!settled || !network || !readings)
    return {
      ...base,
      text: ["How much it takes cannot be computed as the design stands: see what its section says is in the way."],
      asks: [],
    };
  const mosquitoes =
    "Mosquitoes breed in water that stands open for more than a few days: a screen over tube and tray, or let it empty in between.";
  switch (setup.water.by) {
    case "level": {
      const { levelCm } = setup.water;
      const totalCm3 = readings.storedCm3 + readings.pondedCm3 + readings.openCm3;
      const atOnceCm3 = Math.max(
        0,
        readings.standingCm3 +
          readings.pondedCm3 -
          sum(layers.map((layer) => layer.broughtCm3 * shareUnder(layer.fromCm, layer.toCm, levelCm))),
      );
      const laterCm3 = Math.max(0, totalCm3 - broughtCm3 - atOnceCm3);
      const over = levelCm > readings.heightCm;
      const through = setup.fixtures.some(({ kind }) => kind === "fill-tube")
        ? "through the tube"
        : setup.fixtures.some(({ kind }) => kind === "tray")
          ? "into the tray"
          : "slowly, over a saucer so that it washes nothing up";
      const until = `water ${through} until it stands ${cm(levelCm)} over the inside base`;
      const again = `look again after an hour and the next day, and fill up to the same mark${laterCm3 > LEAST_TOLD_CM3 ? `, about ${litres(laterCm3)} more in all` : ""}`;
      return {
        ...base,
        text: over
          ? [
              `Now ${until}, ${cm(levelCm - readings.heightCm)} over the soil: about ${litres(atOnceCm3)}. What floats up is pressed back in; ${again}.`,
              sinkingWords(bench),
            ]
          : isOutOfReach(bench, levelCm)
            ? [
                `Now ${until}, about ${litres(atOnceCm3)}. It does not reach what lies over it: that has the damp it was filled in with, and is watered from the top.`,
                sinkingWords(bench),
              ]
            : [
                `At once, before ${layers.some(({ wicks }) => wicks) ? "the wicks dry" : "anything dries"}: ${until}, about ${litres(atOnceCm3)}. The soil draws it up: ${again}.`,
                `Then water once from the top, gently, so that all touches. ${sinkingWords(bench)}`,
              ],
        cautions: [
          ...base.cautions,
          mosquitoes,
          ...(setup.site.children !== "no" && over
            ? ["It is open water from now on: never leave small children alone near it, however shallow."]
            : []),
        ],
        asks: ["levelCm", "usedCm3"],
      };
    }
    case "soaking": {
      // what a slow watering leaves in there once it drips: gaps between stones and light pieces let it through
      const holdsCm3 = readings.storedCm3 + readings.pondedCm3 + readings.openCm3;
      const takesCm3 = holdsCm3 - broughtCm3;
      const runsCm3 = toHalves(Math.max(LEAST_RUN_CM3, RUNS_THROUGH * readings.storedCm3));
      const stays = soakedLevelCm(setup);
      const holes = firstWayOutWords(setup);
      return {
        ...base,
        text: [
          `From the top with a rose, slowly, in three or four goes with a quarter of an hour between: about ${litres(takesCm3)} until it runs from ${holes}, and some ${litres(runsCm3)} more, which runs out again and shows that it is wet through${stays > 0 ? `. Water stays up to ${cm(stays)} over the inside base` : ""}.`,
          `What runs down one side has found a dry pocket: stop, wait, and water that side by drops. ${sinkingWords(bench)}`,
        ],
        cautions: [
          ...base.cautions,
          "What runs out has to go somewhere: not onto a neighbour's balcony, wiring or a floor that it spoils.",
        ],
        asks: ["usedCm3"],
      };
    }
    case "volume": {
      const doseCm3 = setup.water.storedCm3 - broughtCm3;
      return {
        ...base,
        text:
          doseCm3 > 0
            ? [
                `Nothing leaves this vessel, so the dose counts: its ${litres(setup.water.storedCm3)} in all are the ${litres(broughtCm3)} that the layers bring at the damp they were filled in with, and ${litres(doseCm3)} more. Give it in three goes a day apart, ${doseCm3 > BY_DROPS_CM3 ? "slowly and all over, with a fine rose" : "drop by drop and all over, by syringe or a fine rose"}.`,
                "Look at the base from the side before each: water that stands there, and does not go within a day, is the limit, whatever the sum says.",
              ]
            : [
                `Nothing leaves this vessel, and the ${litres(setup.water.storedCm3)} it is to hold in all are no more than the ${litres(broughtCm3)} that its layers bring even as damp as they were filled in. Give none: leave it open until it has dried to that, weighing it if you can, and another time mix them with no more than ${litres(setup.water.storedCm3)} of water, what they came with counted.`,
              ],
        cautions: [...base.cautions, "Too much cannot run out. A few mL too little is mended by a few mL."],
        asks: ["usedCm3"],
      };
    }
    default:
      return setup.water satisfies never;
  }
}

const shareUnder = (fromCm: number, toCm: number, levelCm: number): number =>
  Math.min(1, Math.max(0, (levelCm - fromCm) / (toCm - fromCm)));

/** A fresh root ball drinks from itself: until roots have grown down, water comes from above. [days] */
function firstWeeks(bench: Bench, shows: Shows): readonly WrittenStep[] {
  const { setup, system, living, network } = bench;
  if (!living.some(({ kind }) => kind.life === "plant") || setup.water.by === "volume") return [];
  const below = setup.water.by === "level";
  if (isSownOnly(bench))
    return [
      {
        key: "weeks",
        heading: "Until it comes up",
        text: [
          "Keep the top damp and never flooded: a fine mist when it pales, a pane or lid over it that is lifted for air every two or three days. Some seeds come within a week, some after a winter: the packet says. Light as soon as the first are up.",
          "Thin or prick out once they touch, and change the kinds' stage in the setup then: what they want is judged by the size they have.",
        ],
        marks: undefined,
        cautions: [],
        shows,
        asks: ["topCm"],
      },
    ];
  const losses = lossesOf(setup, network ?? { below: undefined });
  // a wall is kept wet from below where there is water below
  const dayCm3 = 24 * (below ? losses.mouthCm3PerHour : risingCm3PerHour(losses));
  if (setup.water.by === "level" && setup.water.levelCm > bench.surfaceCm + 1e-6)
    return [
      {
        key: "weeks",
        heading: "The first weeks under water",
        text: [
          `It clears within days; what floats up is pressed back in. Fill up what dries away to the same mark, about ${formatVolume(dayCm3, system)} for each day gone by, gently, with water that has stood in the same air. Leaves that were grown in air may rot off; new ones come.`,
          "The layers settle in these weeks: measure the surface at the end, and write down what became of it.",
        ],
        marks: undefined,
        cautions: [],
        shows,
        asks: ["topCm"],
      },
    ];
  return [
    {
      key: "weeks",
      heading: below ? "Water from the top for one or two weeks" : "The first weeks",
      text: [
        below
          ? `Until roots reach the damp from below, water from the top too whenever a finger finds the root ball dry, about ${formatVolume(dayCm3, system)} for each day gone by. Then only from below. A plant that no longer droops at noon has arrived.`
          : `Until roots have grown out of their balls, these dry before the soil around them: water close to the stem when a finger finds the ball dry, about ${formatVolume(dayCm3, system)} for each day gone by.`,
        "The layers settle in these weeks: measure the surface at the end, top it up to its mark, and write down what became of the heights.",
      ],
      marks: undefined,
      cautions: [],
      shows,
      asks: ["topCm"],
    },
  ];
}
