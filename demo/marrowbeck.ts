import type { Fixture } from "../src/core/stack/fixtures";
import { UNSAID_SITE, type Occupancy, type Setup, type Site, type StackLayer } from "../src/core/stack/setup";
import { USUAL_WALLS, type Vessel, type VesselMaterial, type VesselShape } from "../src/core/vessel/vessel";
import { NO_FIGURES, type OwnMedium } from "../src/core/media/own-medium";
import type { Pack } from "../src/core/mixing/batch";
import type { DayInYear } from "../src/core/place/day-in-year";
import type { Place } from "../src/core/place/place";
import { RAIN_ID, TAP_ID, UNKNOWN_TAP, type Part, type Water } from "../src/core/place/waters";
import type { Mix } from "../src/formats/mix/document";

/** Marrowbeck, a lock-keeper's house on a river, now a shared growing house. Invented; plausible in its physics. */
const vessel = (
  shape: VesselShape,
  insideDepthCm: number,
  material: VesselMaterial,
  own: Partial<Pick<Vessel, "wallCm" | "baseCm" | "seeThrough" | "foodSafe">> = {},
): Vessel => ({ ...shape, insideDepthCm, material, foodSafe: "unsaid", ...USUAL_WALLS[material], ...own });

const box = (
  insideLengthCm: number,
  insideWidthCm: number,
  baseLengthCm = insideLengthCm,
  baseWidthCm = insideWidthCm,
): VesselShape => ({ shape: "rectangular", insideLengthCm, insideWidthCm, baseLengthCm, baseWidthCm });

const layer = (id: string, mediumId: string, thicknessCm: number, more: Partial<StackLayer> = {}): StackLayer => ({
  id,
  name: "",
  mediumId,
  thicknessCm,
  legs: null,
  separator: null,
  rooted: false,
  ...more,
});

const wallHole = (id: string, lipCm: number, diameterCm = 1.2, count = 2): Fixture => ({
  kind: "hole",
  id,
  in: "wall",
  lipCm,
  diameterCm,
  count,
  acrossShare: 1,
  plugged: false,
});
const baseHoles = (count: number, diameterCm: number, plugged = false): Fixture => ({
  kind: "hole",
  id: "base-holes",
  in: "base",
  lipCm: 0,
  diameterCm,
  count,
  acrossShare: 0.5,
  plugged,
});

const TERRACE: Site = { ...UNSAID_SITE, sun: "sun", rain: "open", children: "no", coldestC: -7, warmestC: 30 };
/** Taken in before the frost comes. */
const SUMMER_TERRACE: Site = { ...TERRACE, coldestC: 4 };
const LEAN_TO: Site = {
  ...UNSAID_SITE,
  sun: "sun",
  rain: "sheltered",
  children: "no",
  lightMolPerDay: 20,
  coldestC: 5,
  warmestC: 33,
};
const INDOORS: Site = { ...UNSAID_SITE, sun: "shade", rain: "sheltered", coldestC: 16, warmestC: 26, waterPpm: 60 };

const lives = (occupantId: string, count = 1): Occupancy => ({ id: occupantId, occupantId, count });

const common = {
  fillFromCm: 0,
  history: "soaked",
  planting: null,
  site: UNSAID_SITE,
  occupants: [],
  wateredEveryDays: null,
} as const;

export const MARROWBECK: readonly Setup[] = [
  {
    ...common,
    name: "Terrace trough, celery and chard",
    vessel: vessel(box(78, 26), 32, "plastic", { foodSafe: "yes" }),
    fixtures: [
      wallHole("overflow", 8),
      { kind: "fill-tube", id: "tube", diameterCm: 4, acrossShare: 0.06, foot: "drilled" },
    ],
    water: { by: "level", levelCm: 7.5 },
    demand: { by: "said", mmPerDay: 4 },
    site: SUMMER_TERRACE,
    occupants: [lives("celery", 3), lives("chard", 2)],
    layers: [
      layer("reservoir", "pea-gravel-6-10", 8, { name: "gravel reservoir" }),
      layer("wick", "fine-sand-0.1-0.5", 3, { name: "wick bed", separator: "weed-cloth" }),
      layer("soil", "potting-mix-peat-based", 17, { rooted: true }),
      layer("mulch", "pine-bark-composted-fine", 2, { name: "bark mulch" }),
    ],
  },
  {
    ...common,
    name: "Stone-sink bog, butterworts and cranberry",
    vessel: vessel(box(58, 38), 20, "stone"),
    fixtures: [baseHoles(1, 4, true), wallHole("outlet", 11)],
    water: { by: "soaking" },
    demand: { by: "said", mmPerDay: 3 },
    site: { ...TERRACE, waterPpm: 20 },
    occupants: [lives("butterwort-large", 4), lives("cranberry")],
    layers: [
      layer("stones", "pea-gravel-6-10", 3),
      layer("peat", "sphagnum-peat", 13, { name: "bog peat", separator: "weed-cloth", rooted: true }),
      layer("moss", "long-fibre-sphagnum-loose", 2, { name: "moss top" }),
    ],
  },
  {
    ...common,
    name: "Closed carboy, moss and jewel orchids",
    vessel: vessel(
      { shape: "bottle", insideDiameterCm: 27, neckDiameterCm: 6.5, shoulderCm: 28, neckFromCm: 37 },
      42,
      "glass",
    ),
    fixtures: [{ kind: "lid", id: "stopper", openShare: 0.02 }],
    water: { by: "volume", storedCm3: 3100 },
    demand: { by: "said", mmPerDay: 0.1 },
    site: INDOORS,
    occupants: [lives("moss-sheet"), lives("jewel-discolor"), lives("jewel-macodes")],
    layers: [
      layer("soil", "coir-pith-fine", 8.5, { name: "soil of the jar", rooted: true }),
      layer("moss", "long-fibre-sphagnum-loose", 1.5, { name: "living moss" }),
    ],
  },
  {
    ...common,
    name: "Platform planter, aubergine",
    vessel: vessel(box(56, 37), 38, "plastic", { foodSafe: "yes" }),
    fixtures: [
      wallHole("overflow", 11),
      { kind: "fill-tube", id: "tube", diameterCm: 5, acrossShare: 0.07, foot: "cut" },
      { kind: "dressing", id: "sheet", material: "bark", thicknessCm: 2 },
    ],
    water: { by: "level", levelCm: 10 },
    demand: { by: "said", mmPerDay: 8 },
    site: LEAN_TO,
    planting: { crownOverSoilCm: 0.5, ballDepthCm: 10, ballAcrossCm: 12 },
    occupants: [lives("aubergine")],
    layers: [
      layer("feet", "potting-mix-peat-based", 12, {
        name: "wick feet, packed",
        legs: { section: "round", acrossCm: 7.3, count: 4 },
      }),
      layer("soil", "potting-mix-peat-based", 22, { rooted: true }),
    ],
  },
  {
    ...common,
    name: "Tall pot over void-fillers, rosemary",
    vessel: vessel({ shape: "round", insideDiameterCm: 30, baseDiameterCm: 24 }, 46, "ceramic"),
    fixtures: [baseHoles(3, 1.5)],
    water: { by: "soaking" },
    demand: { by: "said", mmPerDay: 4 },
    site: TERRACE,
    occupants: [lives("rosemary")],
    layers: [
      layer("filler", "fired-clay-pebbles-8-16", 20, { name: "void-filler" }),
      layer("soil", "potting-mix-peat-based", 22, { separator: "weed-cloth", rooted: true }),
    ],
  },
  {
    ...common,
    name: "Shallow tub, arrowhead",
    vessel: vessel(
      { shape: "oval", insideLengthCm: 60, insideWidthCm: 38, baseLengthCm: 52, baseWidthCm: 32 },
      28,
      "metal",
    ),
    fixtures: [wallHole("overflow", 23, 2, 3)],
    water: { by: "level", levelCm: 22 },
    demand: { by: "said", mmPerDay: 6 },
    site: TERRACE,
    occupants: [lives("arrowhead", 3)],
    layers: [layer("soil", "aquatic-loam", 15, { rooted: true })],
  },
  {
    ...common,
    name: "Lingonberry in a bag, in its tray",
    vessel: vessel({ shape: "round", insideDiameterCm: 32, baseDiameterCm: 32 }, 30, "fabric"),
    fixtures: [{ kind: "tray", id: "tray", insideLengthCm: 44, insideWidthCm: 44, insideDepthCm: 6 }],
    water: { by: "level", levelCm: 4 },
    demand: { by: "said", mmPerDay: 3.5 },
    site: { ...TERRACE, rain: "sheltered", sun: "shade", lightMolPerDay: 14, waterPpm: 20 },
    occupants: [lives("lingonberry")],
    layers: [
      layer("soil", "sphagnum-peat", 24, { rooted: true }),
      layer("mulch", "pine-bark-composted-fine", 3, { name: "bark mulch" }),
    ],
  },
  {
    ...common,
    name: "Lidded case, fire salamanders",
    vessel: vessel(box(59, 39), 40, "glass"),
    fixtures: [{ kind: "lid", id: "lid", openShare: 0.15 }],
    fillFromCm: 4,
    water: { by: "volume", storedCm3: 9000 },
    demand: { by: "said", mmPerDay: 0.4 },
    site: { ...INDOORS, coldestC: 7, warmestC: 19 },
    occupants: [lives("fire-salamander"), lives("springtail", 200)],
    layers: [
      layer("soil", "topsoil-loam", 9, { name: "forest soil", separator: "weed-cloth" }),
      layer("litter", "leaf-litter", 3, { name: "beech leaves" }),
    ],
  },
  {
    ...common,
    name: "Deep tank, giant millipedes",
    vessel: vessel(box(59, 29), 35, "glass"),
    fixtures: [{ kind: "lid", id: "lid", openShare: 0.3 }],
    water: { by: "volume", storedCm3: 6500 },
    demand: { by: "said", mmPerDay: 0.3 },
    site: { ...INDOORS, coldestC: 20, warmestC: 27 },
    // wrong on purpose: far too dry, and mended by more water
    occupants: [lives("millipede-giant", 2), lives("isopod-dwarf-white", 40)],
    layers: [
      layer("deep", "leaf-mould", 17, { name: "deep substrate" }),
      layer("litter", "leaf-litter", 3, { name: "oak leaves" }),
    ],
  },
  {
    ...common,
    name: "Open dish, stone plants",
    vessel: vessel({ shape: "bowl", insideDiameterCm: 26, baseDiameterCm: 20 }, 8, "unglazed"),
    fixtures: [baseHoles(3, 0.8), { kind: "drain-screen", id: "screen" }],
    water: { by: "soaking" },
    demand: { by: "said", mmPerDay: 3 },
    site: LEAN_TO,
    occupants: [lives("living-stone", 5)],
    // wrong on purpose: mended by watering it less
    wateredEveryDays: 2,
    layers: [
      layer("grit", "pumice-2-5", 5.5, { rooted: true }),
      layer("top", "granite-grit-3-6", 1, { name: "grit top" }),
    ],
  },
  {
    ...common,
    name: "Stair window, anthurium in grains",
    vessel: vessel({ shape: "round", insideDiameterCm: 19, baseDiameterCm: 14 }, 19, "plastic", {
      wallCm: 0.2,
      seeThrough: true,
    }),
    fixtures: [baseHoles(4, 0.6), { kind: "drain-screen", id: "screen" }],
    water: { by: "soaking" },
    demand: { by: "said", mmPerDay: 2 },
    site: INDOORS,
    planting: { crownOverSoilCm: 1, ballDepthCm: 9, ballAcrossCm: 10 },
    occupants: [lives("anthurium")],
    layers: [
      layer("fine", "calcined-clay-1-3", 4, { name: "water-holding base", rooted: true }),
      layer("middle", "pumice-2-5", 6, { rooted: true }),
      layer("coarse", "pumice-6-12", 7, { rooted: true }),
    ],
  },
  {
    ...common,
    name: "Seed tray, butterworts",
    vessel: vessel(box(35, 21, 34, 20), 5.5, "plastic", { wallCm: 0.1, baseCm: 0.1 }),
    fixtures: [
      baseHoles(12, 0.5),
      { kind: "tray", id: "tray", insideLengthCm: 38, insideWidthCm: 24, insideDepthCm: 3 },
      { kind: "lid", id: "hood", openShare: 0.3 },
    ],
    water: { by: "level", levelCm: 1 },
    demand: { by: "said", mmPerDay: 1.5 },
    site: INDOORS,
    occupants: [lives("butterwort-large", 12)],
    layers: [layer("mix", "milled-sphagnum", 4.5, { rooted: true })],
  },
];

/** What the house mixes itself. */
export const MARROWBECK_MIXES: readonly Mix[] = [
  {
    name: "Bog bench",
    note: "Rinse the sand; rain water only.",
    amendments: [],
    parts: [
      { mediumId: "sphagnum-peat", parts: 2 },
      { mediumId: "perlite-coarse-3-6", parts: 1 },
      { mediumId: "coarse-sand-0.5-2", parts: 0.5 },
    ],
  },
  {
    name: "Stair shelf, airy",
    note: "",
    amendments: [],
    parts: [
      { mediumId: "bark-6-12", parts: 2 },
      { mediumId: "pumice-2-5", parts: 1 },
      { mediumId: "coir-pith-fine", parts: 1 },
    ],
  },
  {
    name: "Terrace trough mix",
    note: "The terrace crew's, since the celery.",
    amendments: [{ id: "dolomite", amount: 2 }],
    parts: [
      { mediumId: "coir-pith-fine", parts: 3 },
      { mediumId: "garden-compost", parts: 1 },
      { mediumId: "perlite-coarse-3-6", parts: 1 },
    ],
  },
];

/** A bag the terrace crew bought loose, with the figures on its sheet. */
export const MARROWBECK_MEDIA: readonly OwnMedium[] = [
  {
    name: "Weir-side leaf compost",
    grade: "two winters old, sieved to 10 mm, from the lane",
    basedOn: "garden-compost",
    figures: {
      ...NO_FIGURES,
      dryBulkDensityGPerCm3: 0.34,
      drained: [
        { heightCm: 10, water: 0.62, air: 0.18 },
        { heightCm: 20, water: 0.54, air: 0.26 },
      ],
      pH: { low: 6.4, high: 7 },
      fed: false,
      costClass: "low",
    },
  },
];

/** How the house buys. */
export const MARROWBECK_PACKS: readonly Pack[] = [
  { mediumId: "sphagnum-peat", kind: "bale", amount: 40, unit: "L", swells: 2, price: 14 },
  { mediumId: "coir-pith-fine", kind: "brick", amount: 5, unit: "kg", swells: 6.5, price: 11 },
  { mediumId: "perlite-coarse-3-6", kind: "bag", amount: 20, unit: "L", swells: 1, price: 9.5 },
  { mediumId: "potting-mix-peat-based", kind: "bag", amount: 40, unit: "L", swells: 1, price: 8 },
  { mediumId: "pea-gravel-6-10", kind: "bag", amount: 20, unit: "kg", swells: 1, price: 5 },
];

const LOCK_TAP: Water = {
  ...UNKNOWN_TAP,
  mgPerL: 340,
  hardnessMgPerL: 230,
  alkalinityMgPerL: 190,
  ph: 7.6,
};
const PLACE: Omit<Place, "name" | "stand"> = {
  note: "",
  climateId: "mild-maritime",
  weatherId: null,
  latitude: 52,
  elevationM: 40,
  water: { waters: [LOCK_TAP], roofM2: 14, buttL: 300 },
  lastFrost: null,
  firstFrost: null,
};

/** Where they stand at the lock-keeper's house; keys are of this file alone. */
export const MARROWBECK_PLACES = {
  terrace: {
    ...PLACE,
    name: "River terrace",
    note: "Along the south wall, with the water in front.",
    stand: { kind: "outdoors", facing: "south", shelter: "sheltered", roofed: false },
  },
  leanTo: { ...PLACE, name: "Glasshouse lean-to", stand: { kind: "glasshouse", heatedToC: 5 } },
  stair: {
    ...PLACE,
    name: "Stair window",
    note: "Looks north; the stair is not heated.",
    stand: { kind: "windowsill", facing: "north", heated: false },
  },
  backRoom: { ...PLACE, name: "Back room", stand: { kind: "windowsill", facing: "east", heated: true } },
} as const satisfies Record<string, Place>;
export type MarrowbeckPlace = keyof typeof MARROWBECK_PLACES;

/** Who stands where, from which day of the year on; by the beginnings of their names. */
const STAND: readonly (readonly [string, readonly (readonly [MarrowbeckPlace, DayInYear | null])[]])[] = [
  ["Terrace trough", [["terrace", null]]],
  ["Stone-sink bog", [["terrace", null]]],
  ["Closed carboy", [["backRoom", null]]],
  ["Platform planter", [["leanTo", null]]],
  [
    "Tall pot",
    [
      ["terrace", { month: 4, day: 20 }],
      ["leanTo", { month: 11, day: 1 }],
    ],
  ],
  ["Shallow tub", [["terrace", null]]],
  ["Lingonberry", [["terrace", null]]],
  ["Lidded case", [["stair", null]]],
  ["Deep tank", [["backRoom", null]]],
  ["Open dish", [["leanTo", null]]],
  ["Stair window", [["stair", null]]],
  ["Seed tray", [["stair", null]]],
];

/** What they are given; the others get what comes from the tap. */
const GIVEN: readonly (readonly [string, readonly Part[]])[] = [
  ["Stone-sink bog", [{ waterId: RAIN_ID, parts: 1 }]],
  ["Stair window", [{ waterId: RAIN_ID, parts: 1 }]],
  [
    "Lingonberry",
    [
      { waterId: TAP_ID, parts: 1 },
      { waterId: RAIN_ID, parts: 3 },
    ],
  ],
];

/** So long they stand. [days] */
export const MARROWBECK_SINCE: readonly (readonly [string, number])[] = [
  ["Terrace trough", 230],
  ["Stone-sink bog", 600],
  ["Closed carboy", 410],
  ["Platform planter", 240],
  ["Tall pot", 500],
  ["Shallow tub", 225],
  ["Lingonberry", 610],
  ["Lidded case", 300],
  ["Deep tank", 160],
  ["Open dish", 330],
  ["Stair window", 20],
  ["Seed tray", 12],
];
/** Nobody looked at it for some time. */
export const MARROWBECK_FORGOTTEN = "Tall pot";

/** A setup as it stands in its place, and takes what that makes of it. */
export function standing(setup: Setup, idOf: (place: MarrowbeckPlace) => string): Setup {
  const stays = STAND.find(([begins]) => setup.name.startsWith(begins))?.[1] ?? [];
  const blend = GIVEN.find(([begins]) => setup.name.startsWith(begins))?.[1];
  return {
    ...setup,
    // what it is given follows from its blend, and is said nowhere else
    ...(blend && { blend, site: { ...setup.site, waterPpm: null } }),
    demand: { by: "place" },
    places: stays.map(([place, from]) => ({ placeId: idOf(place), from })),
  };
}
