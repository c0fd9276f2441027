import { AMENDMENTS, amendmentAmount } from "../mixing/amendments";
import { fixtureOf, fixturesOf, SEPARATOR_FACTS, type DressingMaterial } from "../stack/fixtures";
import { boundariesCm, platformCm, stackHeightCm } from "../stack/geometry";
import { formatLength, formatVolume, lengthInUnits, threeFigures, type UnitSystem } from "../units/units";
import { cutAt, sectionWidthCm, vesselAreaCm2, wallAreaCm2, type Vessel } from "../vessel/vessel";
import type { Bench } from "./bench";
import { cutsOf } from "./cuts";
import { acrossWords, CORD_OVER_CM, LAP_CM, linerSheet, STANDS_PROUD_CM, tubeLengthCm } from "./sizes";

/** Something to buy or to have at hand that is no medium. */
export type Thing = { readonly key: string; readonly what: string; readonly amount: string };

/** Mesh laid over a hole, beyond its edge on each side. [cm] */
const OVER_HOLE_CM = 2;
const PIPE_BELOW_CM = 3;

/** A vessel by its inside: at the rim, and where it is wider than that. */
function vesselWords(vessel: Vessel, size: (heightCm: number) => string, system: UnitSystem): string {
  const cm = (length: number): string => formatLength(length, system);
  const atRim = `${size(vessel.insideDepthCm)} at the rim`;
  const widest = sectionWidthCm(vessel);
  const wider = widest > cutAt(vessel, vessel.insideDepthCm).lengthCm + 0.1 ? `, ${cm(widest)} where it is widest` : "";
  return `${atRim}${wider}, ${cm(vessel.insideDepthCm)} deep, inside`;
}

export const formatArea = (cm2: number, system: UnitSystem): string =>
  system === "metric"
    ? cm2 >= 5000
      ? `${threeFigures(cm2 / 1e4, 2)} m²`
      : `${threeFigures(cm2, 0)} cm²`
    : cm2 >= 5000
      ? `${threeFigures(cm2 / 929.0304, 1)} sq ft`
      : `${threeFigures(lengthInUnits(lengthInUnits(cm2, system), system), 0)} sq in`;

const DRESSING_WORDS: Record<DressingMaterial, string> = {
  gravel: "Gravel for the top",
  bark: "Bark for the top",
  "living-moss": "Living moss for the top",
  sheet: "Sheet to cover the top",
};

/** All that is built in besides the media, by length, area and count. */
export function thingsFor(bench: Bench): readonly Thing[] {
  const { setup, system, living } = bench;
  const { vessel } = setup;
  const cm = (length: number): string => formatLength(length, system);
  const heights = boundariesCm(setup);
  const size = (heightCm: number): string => {
    const { lengthCm, widthCm } = cutAt(vessel, heightCm);
    return acrossWords(vessel, lengthCm, widthCm, system);
  };
  const sheet = (lengthCm: number, widthCm: number): string =>
    `${cm(lengthCm)} by ${cm(widthCm)}, ${formatArea(lengthCm * widthCm, system)}`;
  const liner = fixtureOf(setup, "liner");
  const screen = fixtureOf(setup, "drain-screen");
  const tray = fixtureOf(setup, "tray");
  const dressing = fixtureOf(setup, "dressing");
  const lid = fixtureOf(setup, "lid");
  const platform = platformCm(setup);
  const surface = stackHeightCm(setup);
  const covered = [
    ...(screen
      ? fixturesOf(setup, "hole")
          .filter((hole) => hole.in === "base" && !hole.plugged)
          .map(({ diameterCm, count }) => ({ sideCm: diameterCm + 2 * OVER_HOLE_CM, count }))
      : []),
  ];
  return [
    {
      key: "vessel",
      what: "The vessel",
      amount: vesselWords(vessel, size, system),
    },
    ...fixturesOf(setup, "hole")
      .filter(({ plugged }) => plugged)
      .map(({ id, count, diameterCm }) => ({
        key: id,
        what: "Bung, or plate and sealant",
        amount: `${count} of ${cm(diameterCm)}`,
      })),
    ...(tray
      ? [
          {
            key: tray.id,
            what: "Tray",
            amount: `${cm(tray.insideLengthCm)} by ${cm(tray.insideWidthCm)}, ${cm(tray.insideDepthCm)} deep, inside`,
          },
        ]
      : []),
    ...(liner
      ? [
          {
            key: liner.id,
            what: "Liner",
            amount: `${sheet(linerSheet(setup, liner).lengthCm, linerSheet(setup, liner).widthCm)}; it covers ${formatArea(vesselAreaCm2(vessel, 0) + wallAreaCm2(vessel, 0, liner.topCm), system)}`,
          },
        ]
      : []),
    ...(screen
      ? [
          {
            key: screen.id,
            what: "Mesh over the holes",
            amount:
              covered.length > 0
                ? covered
                    .map(
                      ({ sideCm, count }) =>
                        `${count} of ${cm(sideCm)} square, ${formatArea(count * sideCm ** 2, system)}`,
                    )
                    .join("; ")
                : size(0),
          },
        ]
      : []),
    ...fixturesOf(setup, "fill-tube").map(({ id, diameterCm }) => ({
      key: id,
      what: "Fill tube",
      amount: `${cm(tubeLengthCm(setup))} of tube, ${cm(diameterCm)} wide inside (it stands ${cm(STANDS_PROUD_CM)} proud)`,
    })),
    ...fixturesOf(setup, "tell-tale").map(({ id, diameterCm }) => ({
      key: id,
      what: "Clear tube for the level",
      amount: `${cm(tubeLengthCm(setup))}, ${cm(diameterCm)} wide inside`,
    })),
    ...fixturesOf(setup, "standpipe").map(({ id, diameterCm, lipCm }) => ({
      key: id,
      what: "Standpipe, with a seal for the base",
      amount: `${cm(lipCm + vessel.baseCm + PIPE_BELOW_CM)} of pipe, ${cm(diameterCm)} wide inside`,
    })),
    ...setup.layers.flatMap(({ id, legs, thicknessCm, name }, i) => {
      if (!legs) return [];
      const { isCord } = bench.layers[i]!;
      const longCm = thicknessCm + (isCord ? CORD_OVER_CM : 0);
      return [
        {
          key: `legs:${id}`,
          what: `${isCord ? "Cords" : "Feet or baskets"}${name ? ` (${name})` : ""}`,
          amount: `${legs.count}, each ${cm(longCm)} long and ${cm(legs.acrossCm)} ${legs.section === "round" ? "wide" : "square"}; ${cm(legs.count * longCm)} in all`,
        },
      ];
    }),
    ...(platform > 0
      ? [
          {
            key: "platform",
            what:
              setup.fillFromCm > 0
                ? "False bottom, with what carries it"
                : `Platform, with openings for the ${bench.layers.some(({ isCord }) => isCord) ? "cords" : "feet"}`,
            amount: `${size(platform)}, ${cm(platform)} over the inside base`,
          },
        ]
      : []),
    ...setup.layers.flatMap(({ id, separator, name }, i) => {
      if (!separator) return [];
      const { lengthCm, widthCm } = cutAt(vessel, heights[i]!);
      const { words } = SEPARATOR_FACTS[separator];
      return [
        {
          key: `separator:${id}`,
          what: `${words.charAt(0).toUpperCase()}${words.slice(1)}${name ? `, under the ${name}` : ""}`,
          amount: sheet(lengthCm + LAP_CM, widthCm + LAP_CM),
        },
      ];
    }),
    // what is laid whole is no litres of anything
    ...bench.layers.flatMap(({ id, medium, handling, batch, isCord, fromCm, toCm }) => {
      if (!medium || batch || isCord || handling?.measured !== "cut") return [];
      const { lengthCm, widthCm } = cutAt(vessel, toCm);
      return [
        { key: `sheet:${id}`, what: medium.name, amount: `${sheet(lengthCm, widthCm)}, ${cm(toCm - fromCm)} thick` },
      ];
    }),
    ...(dressing
      ? [
          {
            key: dressing.id,
            what: DRESSING_WORDS[dressing.material],
            amount:
              dressing.material === "gravel" || dressing.material === "bark"
                ? `${formatVolume(dressing.thicknessCm * vesselAreaCm2(vessel, Math.min(surface, vessel.insideDepthCm)), system)}, ${cm(dressing.thicknessCm)} deep`
                : formatArea(vesselAreaCm2(vessel, Math.min(surface, vessel.insideDepthCm)), system),
          },
        ]
      : []),
    ...(lid ? [{ key: lid.id, what: "Lid", amount: size(vessel.insideDepthCm) }] : []),
    ...amendmentsFor(bench),
    ...living.map(({ occupancy: { id, count }, kind: { name } }) => ({
      key: `lives:${id}`,
      what: name,
      amount: String(count),
    })),
    { key: "label", what: "Label and a pencil", amount: "1" },
  ];
}

/** Feeds, lime and the like, over all layers that are mixed with them. */
const amendmentsFor = ({ layers, system }: Bench): Thing[] =>
  AMENDMENTS.flatMap((amendment) => {
    const mixedWith = layers.flatMap(({ recipe, batch }) =>
      batch
        ? (recipe?.amendments ?? []).flatMap(({ id, amount }) => (id === amendment.id ? amount * batch.mixedCm3 : []))
        : [],
    );
    if (mixedWith.length === 0) return [];
    const sum = mixedWith.reduce((all, one) => all + one, 0);
    return [
      { key: `amendment:${amendment.id}`, what: amendment.name, amount: amendmentAmount(amendment, 1, sum, system) },
    ];
  });

/** What hands need, each with what it is for. */
export function toolsFor({ setup, system, layers }: Bench): readonly string[] {
  const cuts = cutsOf(setup, system);
  const bits = [...new Set(cuts.flatMap(({ drill }) => drill?.words ?? []))];
  const brittle = ["glass", "ceramic", "unglazed", "stone"].includes(setup.vessel.material);
  const mixed = layers.filter(({ batch }) => batch && batch.ingredients.length > 1);
  const tubCm3 = Math.max(0, ...layers.map(({ batch }) => batch?.sumCm3 ?? 0));
  const cutting = setup.layers.some(({ separator }) => separator) || fixtureOf(setup, "liner");
  const tubes = setup.fixtures.some(({ kind }) => kind === "fill-tube" || kind === "standpipe" || kind === "tell-tale");
  return [
    "tape measure and a pencil or marker",
    ...(setup.water.by === "soaking" ? [] : ["spirit level"]),
    ...(cuts.length > 0
      ? [
          `drill${bits.length > 0 ? ` with bits of ${bits.join(", ")}${brittle ? ", bits made for glass and stone" : ""}` : ""}, eye protection, a block of wood`,
        ]
      : []),
    ...(cuts.some(({ drill }) => !drill) ? ["saw for the widest hole"] : []),
    ...(tubes ? ["fine saw for the tubes"] : []),
    ...(cutting ? ["scissors or a knife"] : []),
    `tub for mixing and wetting, ${formatVolume(Math.max(5000, tubCm3), system)} or in batches`,
    mixed.length > 0 ? "one measuring cup for all parts" : "measuring cup or bucket with marks",
    setup.water.by === "volume" ? "syringe or small can for doses of water" : "watering can with a rose",
    "gloves, and a dust mask",
  ];
}
