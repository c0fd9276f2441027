import { capitalised } from "../units/text";
import { fixtureOf, SEPARATOR_FACTS } from "../stack/fixtures";
import { boundariesCm, openingsOf } from "../stack/geometry";
import { formatLength, threeFigures } from "../units/units";
import { cutAt, narrowestAboveCm, vesselAreaCm2 } from "../vessel/vessel";
import { layerWords, lower, type Check, type Design } from "./check";
import { fixtureKg } from "./vessel-weight";
import { FILTER_RATIO, filterRatio, FLOWS_AT, grainSizeMm, runsOut, shareFinerThan } from "./grains";

export const checkLayers = (design: Design): Check[] => [
  ...fines(design),
  ...grainsOut(design),
  ...floating(design),
  ...neckGrains(design),
];

/** Less than this is lost without a trace. */
const SHARE_WORTH_KEEPING = 0.15;
/** Fines pass between grains so many times larger. */
const GAP_RATIO = 5;

function fines(design: Design): Check[] {
  const { setup, medium, system } = design;
  return setup.layers.slice(0, -1).flatMap(({ mediumId }, i): Check[] => {
    const coarse = medium(mediumId);
    const above = setup.layers[i + 1]!;
    const fine = medium(above.mediumId);
    // a mat, fleece or board is the separator, and washes nowhere; void-fillers that are closed have no gaps to fill
    if (!coarse || !fine || coarse.class === "textile" || fine.class === "textile") return [];
    const ratio = filterRatio(coarse, fine);
    const gapMm = coarse.particleSizeMm.d10 / GAP_RATIO;
    const share = shareFinerThan(fine.particleSizeMm, gapMm);
    if (share < SHARE_WORTH_KEEPING) return [];
    const mm = (size: number): string => `${threeFigures(size)} mm`;
    const separator = above.separator === null ? undefined : SEPARATOR_FACTS[above.separator];
    const why = {
      formula:
        "A coarse layer holds back a finer one while its D15 is at most 4 to 5 times the other's D85; what is finer than a fifth of its d10 passes its gaps until larger pieces bridge them.",
      inputs: [
        [`D15 of ${lower(coarse)}`, mm(grainSizeMm(coarse.particleSizeMm, 0.15))],
        [`D85 of ${lower(fine)}`, mm(grainSizeMm(fine.particleSizeMm, 0.85))],
        [
          "ratio",
          `${threeFigures(ratio)}${ratio > FILTER_RATIO.fails ? ", which holds nothing back" : ratio > FILTER_RATIO.safe ? ", at the limit" : ", which holds the coarser part back"}`,
        ],
        ["between them", separator?.words ?? "nothing"],
      ] as const,
      source: "Filter rule of Terzaghi & Peck (1948); grain sizes of the media.",
      uncertainty: "Grain sizes vary by half between suppliers; fibres and roots hold more together than grains do.",
    };
    const parts =
      share >= 0.9
        ? "its grains fit the gaps"
        : `about ${Math.round(10 * share)} in 10 parts of it are finer than the gaps`;
    if (!separator)
      return [
        {
          id: "fines",
          heading: "Fines wash down",
          text: `${capitalised(layerWords(design, i + 1))} washes into ${layerWords(design, i)}: ${parts}${share >= 0.9 ? "" : ", until larger pieces bridge them"}. Put a separator between; mesh stays, paper rots within weeks.`,
          tone: "trouble",
          why,
        },
      ];
    const passes = separator.openingMm > grainSizeMm(fine.particleSizeMm, 0.85);
    if (passes)
      return [
        {
          id: "fines",
          heading: "Fines pass the separator",
          text: `The ${separator.words} between has openings of ${mm(separator.openingMm)}, and most of ${layerWords(design, i + 1)} is finer than that. Take weed cloth, or a mat.`,
          tone: "trouble",
          why,
        },
      ];
    const lasts = separator.lastsMonths;
    if (!lasts || lasts[1] > 12) return [];
    return [
      {
        id: "separator-rots",
        heading: "How long the separator lasts",
        text: `The ${separator.words} under ${layerWords(design, i + 1)} is gone after ${threeFigures(lasts[0])} to ${threeFigures(lasts[1])} months in damp soil: long enough for roots to bind it, if they have come so far. Then ${parts}, ${formatLength(setup.layers[i]!.thicknessCm, system)} of ${layerWords(design, i)} to wash into.`,
        tone: "plain",
        why,
      },
    ];
  });
}

/** Loose grains that run out of bare holes in the base with the water. */
function grainsOut({ setup, medium, system }: Design): Check[] {
  const [lowest] = setup.layers;
  const found = lowest && medium(lowest.mediumId);
  const { baseIsOpen, base } = openingsOf(setup);
  // grains leave by the widest
  const baseDiameterCm = Math.max(0, ...base.map(({ diameterCm }) => diameterCm));
  // cloth holds its soil, and a false bottom is a screen by itself
  const isHeld =
    fixtureOf(setup, "drain-screen") !== undefined || setup.vessel.material === "fabric" || setup.fillFromCm > 0;
  if (!found || !baseIsOpen || isHeld || !runsOut(found, 10 * baseDiameterCm)) return [];
  return [
    {
      id: "grains-out",
      heading: "Grains run out",
      text: `Most of ${lower(found)} is finer than a third of the holes in the base, ${formatLength(baseDiameterCm, system)} wide, and runs out with the water. Put a drain screen over them.`,
      tone: "trouble",
      why: {
        formula:
          "Loose grains run out of an opening at least three times as wide as they are; over a narrower one they arch.",
        inputs: [
          ["holes in the base", formatLength(baseDiameterCm, system)],
          [`D85 of ${lower(found)}`, `${threeFigures(grainSizeMm(found.particleSizeMm, 0.85))} mm`],
        ],
        source: "Flow of grains through an opening (Beverloo et al. 1961).",
        uncertainty: "Grain sizes vary by half between suppliers; roots hold them after a season.",
      },
    },
  ];
}

/** What presses on a layer from above: soil as wet as it stands, less what free water carries of it, and a dressing. [g/cm²] */
function weightOver({ setup, readings, surface }: Design, from: number): number {
  const heights = boundariesCm(setup);
  const soil = setup.layers.slice(from).reduce((sum, { thicknessCm }, k) => {
    const { wetKg, volumeCm3 } = readings.layers[from + k]!;
    const underWaterCm = Math.min(Math.max(0, readings.waterTableCm - heights[from + k]!), thicknessCm);
    return sum + ((1000 * wetKg) / volumeCm3) * thicknessCm - WATER_G_PER_CM3 * underWaterCm;
  }, 0);
  const dressing = fixtureOf(setup, "dressing");
  const dressed = dressing ? (1000 * fixtureKg(setup, dressing)) / vesselAreaCm2(setup.vessel, surface) : 0;
  return Math.max(0, soil + dressed);
}
const WATER_G_PER_CM3 = 1;

/** Grains that float, with water over their foot and too little on them to hold them down. */
function floating(design: Design): Check[] {
  const { setup, readings, medium, system } = design;
  const heights = boundariesCm(setup);
  const { waterTableCm } = readings;
  return setup.layers.flatMap(({ mediumId }, i): Check[] => {
    const found = medium(mediumId);
    const wetCm = Math.min(waterTableCm, heights[i + 1]!) - heights[i]!;
    // what is fibrous and wet hangs together and holds water; loose grains do not, nor what open water stands over
    const isLoose = found?.class === "mineral" || (i === setup.layers.length - 1 && waterTableCm > heights[i + 1]!);
    if (!found?.floats || wetCm <= 0 || !isLoose) return [];
    const dry = found.dryBulkDensityGPerCm3.typical;
    // a floating grain displaces its whole outside, which is what the gaps between grains leave
    const outside = 1 - found.packing.interParticlePorosity;
    const lift = wetCm * Math.max(0, outside - dry);
    const weight = (heights[i + 1]! - heights[i]! - wetCm) * dry + weightOver(design, i + 1);
    if (lift <= weight) return [];
    return [
      {
        id: "floats",
        heading: "It floats up",
        text: `${capitalised(layerWords(design, i))} stands ${formatLength(wetCm, system)} deep in water and lifts with ${threeFigures(lift)} g on each cm², more than the ${threeFigures(weight)} g on it: it floats up and mixes. Weigh it down, or take grains that sink.`,
        tone: "trouble",
        why: {
          formula:
            "Lift of the grains' outside under water, less their own weight, against the weight of what lies on them, as wet as it stands, less what water carries of it.",
          inputs: [
            ["under water", formatLength(wetCm, system)],
            ["grains fill", `${Math.round(100 * outside)} % of the layer`],
            ["dry weight", `${threeFigures(dry)} g/cm³`],
          ],
          source: "Archimedes; densities and gaps of the media.",
          uncertainty: found.floatsNote || "Grains take up water and sink after weeks, some never.",
        },
      },
    ];
  });
}

/** What is hardly narrower than the soil is a mouth, no neck. */
const NECK_SHARE = 0.85;
function neckGrains(design: Design): Check[] {
  const { setup, medium, surface, system } = design;
  const neckCm = narrowestAboveCm(setup.vessel, setup.vessel.insideDepthCm);
  if (neckCm > NECK_SHARE * cutAt(setup.vessel, surface).widthCm) return [];
  const worst = setup.layers
    .map(({ mediumId }, i) => {
      const found = medium(mediumId);
      // fibres and leaves bend
      const isStiff = found !== undefined && found.class !== "fibre" && found.class !== "textile";
      return { i, d90: isStiff ? found.particleSizeMm.d90 : 0 };
    })
    .reduce((a, b) => (b.d90 > a.d90 ? b : a), { i: 0, d90: 0 });
  if (worst.d90 * FLOWS_AT <= 10 * neckCm) return [];
  return [
    {
      id: "neck-grains",
      heading: "Pieces jam in the neck",
      text: `${capitalised(layerWords(design, worst.i))} has pieces up to ${threeFigures(worst.d90)} mm, and the neck is ${formatLength(neckCm, system)}: it jams. Take a finer grade, or feed it in piece by piece.`,
      tone: "trouble",
      why: {
        formula: "Loose pieces flow through an opening at least three times as wide as they are.",
        inputs: [
          ["neck", formatLength(neckCm, system)],
          ["larger pieces", `${threeFigures(worst.d90)} mm`],
        ],
        source: "Flow of grains through an opening (Beverloo et al. 1961 need four to six times; three with patience).",
        uncertainty: "Long pieces jam sooner.",
      },
    },
  ];
}
