import { capitalised } from "../units/text";
import { AMENDMENTS, amendmentAmount, amendmentOf } from "../mixing/amendments";
import {
  fixtureOf,
  fixturesOf,
  SEPARATOR_FACTS,
  type DressingMaterial,
  type Fixture,
  type FixtureKind,
} from "../stack/fixtures";
import { boundariesCm, platformCm, stackHeightCm } from "../stack/geometry";
import { formatArea, formatLength, formatMass, formatVolume, type UnitSystem } from "../units/units";
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

const DRESSING_WORDS: Record<DressingMaterial, string> = {
  gravel: "Gravel for the top",
  bark: "Bark for the top",
  "living-moss": "Living moss for the top",
  sheet: "Sheet to cover the top",
};

const sizeAt = (vessel: Vessel, heightCm: number, system: UnitSystem): string => {
  const { lengthCm, widthCm } = cutAt(vessel, heightCm);
  return acrossWords(vessel, lengthCm, widthCm, system);
};
const sheetWords = (lengthCm: number, widthCm: number, system: UnitSystem): string =>
  `${formatLength(lengthCm, system)} by ${formatLength(widthCm, system)}, ${formatArea(lengthCm * widthCm, system)}`;

/** In which order kinds of fixtures stand on the list: before what carries and parts the layers, or after it. */
const LISTED: Record<FixtureKind, "first" | "last"> = {
  hole: "first",
  tray: "first",
  liner: "first",
  "drain-screen": "first",
  "fill-tube": "first",
  "tell-tale": "first",
  standpipe: "first",
  front: "first",
  "feed-strip": "last",
  dressing: "last",
  lid: "last",
};
const KINDS_LISTED = Object.keys(LISTED) as readonly FixtureKind[];

const boughtFor = (bench: Bench, where: "first" | "last"): readonly Thing[] =>
  KINDS_LISTED.filter((kind) => LISTED[kind] === where).flatMap((kind) =>
    fixturesOf(bench.setup, kind).flatMap((fixture) => thingOf(fixture, bench) ?? []),
  );

/** What is bought for a fixture; nothing for a hole that is made. */
function thingOf(fixture: Fixture, { setup, system }: Bench): Thing | undefined {
  const { vessel } = setup;
  const cm = (length: number): string => formatLength(length, system);
  const thing = (what: string, amount: string): Thing => ({ key: fixture.id, what, amount });
  const surfaceCm2 = (): number => vesselAreaCm2(vessel, Math.min(stackHeightCm(setup), vessel.insideDepthCm));
  switch (fixture.kind) {
    case "hole":
      return fixture.plugged
        ? thing("Bung, or plate and sealant", `${fixture.count} of ${cm(fixture.diameterCm)}`)
        : undefined;
    case "tray":
      return thing(
        "Tray",
        `${cm(fixture.insideLengthCm)} by ${cm(fixture.insideWidthCm)}, ${cm(fixture.insideDepthCm)} deep, inside`,
      );
    case "liner": {
      const { lengthCm, widthCm } = linerSheet(setup, fixture);
      const coversCm2 = vesselAreaCm2(vessel, 0) + wallAreaCm2(vessel, 0, fixture.topCm);
      return thing("Liner", `${sheetWords(lengthCm, widthCm, system)}; it covers ${formatArea(coversCm2, system)}`);
    }
    case "drain-screen": {
      const covered = fixturesOf(setup, "hole").filter((hole) => hole.in === "base" && !hole.plugged);
      const pieces = covered.map(({ diameterCm, count }) => {
        const sideCm = diameterCm + 2 * OVER_HOLE_CM;
        return `${count} of ${cm(sideCm)} square, ${formatArea(count * sideCm ** 2, system)}`;
      });
      return thing("Mesh over the holes", pieces.length > 0 ? pieces.join("; ") : sizeAt(vessel, 0, system));
    }
    case "fill-tube":
      return thing(
        "Fill tube",
        `${cm(tubeLengthCm(setup))} of tube, ${cm(fixture.diameterCm)} wide inside (it stands ${cm(STANDS_PROUD_CM)} proud)`,
      );
    case "tell-tale":
      return thing("Clear tube for the level", `${cm(tubeLengthCm(setup))}, ${cm(fixture.diameterCm)} wide inside`);
    case "front":
      return undefined;
    case "feed-strip":
      return thing(
        amendmentOf(fixture.amendmentId)?.name ?? "Feed",
        `${formatMass(fixture.grams / 1000, system)}, as a strip`,
      );
    case "standpipe":
      return thing(
        fixture.inDrain ? "Standpipe, with a bung for the drain" : "Standpipe, with a seal for the base",
        `${cm(fixture.lipCm + vessel.baseCm + PIPE_BELOW_CM)} of pipe, ${cm(fixture.diameterCm)} wide inside`,
      );
    case "dressing":
      return thing(
        DRESSING_WORDS[fixture.material],
        fixture.material === "gravel" || fixture.material === "bark"
          ? `${formatVolume(fixture.thicknessCm * surfaceCm2(), system)}, ${cm(fixture.thicknessCm)} deep`
          : formatArea(surfaceCm2(), system),
      );
    case "lid":
      return thing("Lid", sizeAt(vessel, vessel.insideDepthCm, system));
    default:
      return fixture satisfies never;
  }
}

/** All that is built in besides the media, by length, area and count. */
export function thingsFor(bench: Bench): readonly Thing[] {
  const { setup, system, living } = bench;
  const { vessel } = setup;
  const cm = (length: number): string => formatLength(length, system);
  const heights = boundariesCm(setup);
  const size = (heightCm: number): string => sizeAt(vessel, heightCm, system);
  const sheet = (lengthCm: number, widthCm: number): string => sheetWords(lengthCm, widthCm, system);
  const platform = platformCm(setup);
  return [
    {
      key: "vessel",
      what: "The vessel",
      amount: vesselWords(vessel, size, system),
    },
    ...boughtFor(bench, "first"),
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
          what: `${capitalised(words)}${name ? `, under the ${name}` : ""}`,
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
    ...boughtFor(bench, "last"),
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
const amendmentsFor = ({ setup, layers, system }: Bench): Thing[] =>
  AMENDMENTS.flatMap((amendment) => {
    const inLayers = setup.layers.flatMap(({ amendments = [] }) =>
      amendments.flatMap(({ amendmentId, amount }) => (amendmentId === amendment.id ? amount : [])),
    );
    const mixedWith = layers.flatMap(({ recipe, batch }) =>
      batch
        ? (recipe?.amendments ?? []).flatMap(({ id, amount }) => (id === amendment.id ? amount * batch.mixedCm3 : []))
        : [],
    );
    if (mixedWith.length + inLayers.length === 0) return [];
    const sum = (list: readonly number[]): number => list.reduce((all, one) => all + one, 0);
    // a dose by weight is of grams a litre, by volume a share: what is given to a layer is said in grams or cm³ itself
    const given = amendment.dose.kind === "share" ? sum(inLayers) : 1000 * sum(inLayers);
    return [
      {
        key: `amendment:${amendment.id}`,
        what: amendment.name,
        amount: amendmentAmount(amendment, 1, sum(mixedWith) + given, system),
      },
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
