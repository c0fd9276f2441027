import { readSettled } from "../readings/readings";
import { isRootedByDefault } from "../stack/drainage-layer";
import { newFixture } from "../stack/new-fixture";
import {
  openingsOf,
  UNSAID_SITE,
  type Legs,
  type Setup,
  type Site,
  type StackLayer,
  type Standing,
} from "../stack/setup";
import type { Fixture } from "../stack/fixtures";
import { ok, type Result } from "../units/problem";
import { formatLength, formatPercent, formatVolume, threeFigures, type UnitSystem } from "../units/units";
import { cutAt, vesselAreaCm2, vesselVolumeCm3, type Vessel } from "../vessel/vessel";
import { drainedAfterSoaking } from "../water/drain";
import { hydrostaticStorageCm3 } from "../water/equilibrium";
import { ROOT_LIMIT_PSI_CM } from "../water/limits";
import { belowWaterCm3, mouthCm2, networkOf, type MediumLookup } from "../water/network";
import { doseForLevelCm3, settle } from "../water/settle";
import { levelForFlow } from "../water/steady-rise";
import { PURPOSE_FACTS, type Purpose, type PurposeFacts } from "./purposes";
import type { Strategy } from "./strategies";

/** What a grower has said before anything is drawn. */
export type Wish = {
  readonly name: string;
  readonly purpose: Purpose;
  readonly vessel: Vessel;
  /** Whether the vessel came with holes in its base. */
  readonly holed: boolean;
  readonly strategy: Strategy;
  readonly site?: Site;
};

/** A working stack, and why each thing in it is as it is. */
export type Designed = { readonly setup: Setup; readonly reasons: readonly Reason[] };
export type Reason = { readonly about: string; readonly text: string };

type Bench = {
  readonly wish: Wish;
  readonly facts: PurposeFacts;
  readonly medium: MediumLookup;
  readonly system: UnitSystem;
  /** Depth inside, up to where the soil is filled. [cm] */
  readonly fillCm: number;
  /** Soil that is left over a reservoir at least: what the roots want, as far as the vessel is deep enough. [cm] */
  readonly leastSoilCm: number;
  readonly soilId: string;
};

/** Room left over the soil to water into: a tenth of the depth, 1 to 4 cm. [cm] */
const roomCm = (depthCm: number): number => Math.min(4, Math.max(Math.min(1, 0.15 * depthCm), 0.08 * depthCm));
const tidy = (cm: number): number => Math.round(cm * 10) / 10;
const LEAST_SOIL_SHARE = 0.55;
/** Levels are looked for in steps of this share of the depth. */
const TRIED = 14;

/**
 * A setup for a purpose, in a vessel, that holds its water in a way: heights and levels found by computing the stack,
 * not taken from a table. Fails with what keeps the vessel from being filled.
 */
export function designed(wish: Wish, medium: MediumLookup, system: UnitSystem = "metric"): Result<Designed> {
  const facts = PURPOSE_FACTS[wish.purpose];
  const depth = wish.vessel.insideDepthCm;
  const soilId = facts.soils.find((id) => medium(id) !== undefined) ?? facts.soils[0]!;
  const fillCm = tidy(Math.max(0.5, depth - roomCm(depth)));
  const leastSoilCm = Math.min(facts.leastSoilCm, LEAST_SOIL_SHARE * fillCm);
  const bench: Bench = { wish, facts, medium, system, fillCm, leastSoilCm, soilId };
  const made = DESIGNERS[wish.strategy](bench);
  const reasons = [
    {
      about: "Soil",
      text: `${medium(soilId)?.name ?? soilId}, as usual for ${facts.words}. Any other medium or mix can be set in its place.`,
    },
    ...made.reasons,
    ...(wish.holed && made.setup.fixtures.some((one) => one.kind === "hole" && one.in === "base" && one.plugged)
      ? [
          {
            about: "Holes in the base",
            text: "This way of holding water needs a tight base: plug them, or line the vessel.",
          },
        ]
      : []),
    {
      about: "A day",
      text: `${threeFigures(facts.demandMmPerDay)} mm over the mouth, a usual day for it: ${formatVolume((facts.demandMmPerDay / 10) * vesselAreaCm2(wish.vessel), system)}.`,
    },
  ];
  return ok({ setup: made.setup, reasons });
}

/** What is not named yet. */
const UNNAMED = "New setup";

type Designer = (bench: Bench) => Designed;

const DESIGNERS: Record<Strategy, Designer> = {
  platform: (bench) => overRoom(bench, "feet"),
  "wick-cords": (bench) => overRoom(bench, "cords"),
  "gravel-reservoir": (bench) => gravelReservoir(bench, undefined),
  "lined-bed": (bench) => gravelReservoir(bench, "liner"),
  tray: inTray,
  "raised-outlet": raisedOutlet,
  "sand-lens": sandLens,
  "over-soil": overSoil,
  "false-bottom": falseBottom,
  "no-drain": (bench) => counted(bench, 0),
  graded,
  "deep-damp": deepDamp,
  "void-fillers": voidFillers,
  "open-pot": openPot,
};

// Parts -----------------------------------------------------------------------------------------------------------

function layer(
  bench: Bench,
  id: string,
  mediumId: string,
  thicknessCm: number,
  more: Partial<StackLayer> = {},
): StackLayer {
  const found = bench.medium(mediumId);
  const rooted = bench.facts.rooted && found !== undefined && isRootedByDefault(found, id === "soil");
  return { id, name: "", mediumId, thicknessCm: tidy(thicknessCm), legs: null, separator: null, rooted, ...more };
}

const hole = (id: string, lipCm: number, vessel: Vessel, count = 2): Fixture => ({
  kind: "hole",
  id,
  in: "wall",
  lipCm: tidy(lipCm),
  // a larger mouth catches more rain
  diameterCm: tidy(Math.min(2.5, Math.max(0.8, Math.sqrt(vesselAreaCm2(vessel)) / 25))),
  count,
  acrossShare: 1,
  plugged: false,
});

/** The holes a vessel's base has: those it came with, or those a drained one needs. */
function baseHoles({ wish }: Bench, wanted: "open" | "plugged"): readonly Fixture[] {
  if (!wish.holed && wanted === "plugged") return [];
  const foot = cutAt(wish.vessel, 0).widthCm;
  return [
    {
      kind: "hole",
      id: "base-holes",
      in: "base",
      lipCm: 0,
      diameterCm: tidy(Math.min(1.2, Math.max(0.5, foot / 15))),
      count: Math.max(1, Math.min(12, Math.round(vesselAreaCm2(wish.vessel, 0) / 80))),
      acrossShare: 0.5,
      plugged: wanted === "plugged",
    },
  ];
}

/** Boards and cloth hold water only where they are lined. */
const linerTo = ({ wish: { vessel } }: Bench, topCm: number, always = false): readonly Fixture[] =>
  always || vessel.material === "wood" || vessel.material === "fabric"
    ? [{ kind: "liner", id: "liner", topCm: tidy(topCm) }]
    : [];

function setupOf(
  { wish, facts }: Bench,
  layers: readonly StackLayer[],
  fixtures: readonly Fixture[],
  water: Standing,
  more: Partial<Setup> = {},
): Setup {
  return {
    name: wish.name.trim() || UNNAMED,
    vessel: wish.vessel,
    fixtures,
    fillFromCm: 0,
    layers,
    water,
    history: "soaked",
    demandMmPerDay: facts.demandMmPerDay,
    planting: null,
    site: wish.site ?? UNSAID_SITE,
    ...more,
  };
}

/** Air at the roots of a settled setup, on the mean; of all layers where none is rooted. */
function rootAir(bench: Bench, setup: Setup): number {
  const settled = setup.water.by === "soaking" ? drainedAfterSoaking(setup, bench.medium) : settle(setup, bench.medium);
  if (!settled.ok) return -1;
  const readings = readSettled(setup, settled.value, bench.medium);
  return readings.rootZone?.meanAirSpace ?? readings.layers.at(-1)?.meanAirSpace ?? 0;
}

/**
 * Days from full to the lowest level that still feeds the roots on a usual day, and that level; 0 days where even full it
 * does not.
 */
function lasts(bench: Bench, setup: Setup, fullCm: number): { readonly days: number; readonly markCm: number } {
  const made = networkOf(setup, bench.medium);
  if (!made.ok) return { days: 0, markCm: fullCm };
  const { column, below } = made.value;
  const perHour = (setup.demandMmPerDay / 10 / 24) * mouthCm2(setup);
  const rooted = column.layers.filter((_, i) => setup.layers[i]!.rooted);
  const [first, last] = [rooted[0], rooted.at(-1)];
  const middle = first && last ? (first.bottomCm + last.topCm) / 2 : column.heightCm / 2;
  const mark = levelForFlow(column, perHour, middle, ROOT_LIMIT_PSI_CM) ?? column.baseCm;
  const markCm = Math.max(mark, column.baseCm);
  if (markCm >= fullCm) return { days: 0, markCm };
  const held = (level: number): number => hydrostaticStorageCm3(column, level) + belowWaterCm3(below, level);
  return { days: (held(fullCm) - held(markCm)) / (24 * perHour), markCm };
}

type Tried<T> = { readonly at: number; readonly setup: Setup; readonly days: number; readonly air: number } & T;

/** Of the heights that leave the roots their air, the one that lasts longest; else the airiest of those that feed. */
function best<T extends object>(bench: Bench, tries: readonly Tried<T>[]): Tried<T> {
  const feeding = tries.filter(({ days }) => days > 0);
  const airy = feeding.filter(({ air }) => air >= bench.facts.leastAir);
  if (airy.length > 0) return airy.reduce((a, b) => (b.days > a.days ? b : a));
  const left = feeding.length > 0 ? feeding : tries;
  return left.reduce((a, b) => (b.air > a.air ? b : a));
}

const heightsBetween = (leastCm: number, mostCm: number, count = TRIED): readonly number[] =>
  mostCm <= leastCm
    ? [tidy(leastCm)]
    : [...new Set(Array.from({ length: count }, (_, i) => tidy(leastCm + ((mostCm - leastCm) * i) / (count - 1))))];

const daysWords = (days: number): string =>
  days >= 2 ? `about ${threeFigures(days, 0)} days` : `${threeFigures(days, 1)} days`;

// The ways of holding water ---------------------------------------------------------------------------------------

/** Soil over a room of water, with feet or cords going down into it. */
function overRoom(bench: Bench, how: "feet" | "cords"): Designed {
  const { wish, facts, medium, system, fillCm, leastSoilCm, soilId } = bench;
  const { vessel } = wish;
  const cm = (height: number): string => formatLength(height, system);
  const foot = cutAt(vessel, 0);
  const legs: Legs =
    how === "feet"
      ? {
          section: "round",
          acrossCm: tidy(Math.max(1.5, Math.min(10, foot.widthCm / 4))),
          count: foot.lengthCm > 1.6 * foot.widthCm ? 4 : foot.widthCm > 24 ? 4 : 1,
        }
      : {
          section: "round",
          acrossCm: 0.8,
          count: Math.max(2, Math.min(24, Math.round(vesselAreaCm2(vessel) / 100))),
        };
  const wickId = how === "feet" ? soilId : "wick-cord-synthetic";
  const mostCm = Math.max(1, Math.min(0.45 * fillCm, fillCm - leastSoilCm));
  const tries = heightsBetween(Math.min(1.5, mostCm), mostCm).map((platformCm): Tried<object> => {
    const lipCm = Math.max(0.4, platformCm - Math.max(0.5, 0.08 * platformCm));
    const levelCm = tidy(Math.max(0.3, lipCm - 0.2));
    const setup = setupOf(
      bench,
      [
        layer(bench, "legs", wickId, platformCm, {
          name: how === "feet" ? "feet, packed wet" : "wick cords",
          legs,
          rooted: false,
        }),
        layer(bench, "soil", soilId, fillCm - platformCm, { rooted: facts.rooted }),
      ],
      [
        ...baseHoles(bench, "plugged"),
        ...linerTo(bench, platformCm),
        hole("overflow", Math.max(lipCm, levelCm), vessel),
        {
          kind: "fill-tube",
          id: "tube",
          diameterCm: tidy(Math.max(1, Math.min(4, foot.widthCm / 8))),
          acrossShare: 0.08,
          foot: "cut",
        },
      ],
      { by: "level", levelCm },
    );
    const { days } = lasts(bench, setup, levelCm);
    return { at: platformCm, setup, days, air: rootAir(bench, setup) };
  });
  const chosen = best(bench, tries);
  const { markCm } = lasts(bench, chosen.setup, chosen.setup.water.by === "level" ? chosen.setup.water.levelCm : 0);
  const wick = medium(wickId)?.name.toLowerCase() ?? wickId;
  return {
    setup: chosen.setup,
    reasons: [
      {
        about: how === "feet" ? "Platform" : "Screen",
        text:
          chosen.days > 0
            ? `At ${cm(chosen.at)}: of the heights tried it gives the longest fill, ${daysWords(chosen.days)}, with ${formatPercent(chosen.air)} air at the roots.`
            : `At ${cm(chosen.at)}: no height in this vessel carries a usual day to the middle of the roots; this one leaves ${formatPercent(chosen.air)} air. Water from the top as well, or take a shallower soil.`,
      },
      {
        about: how === "feet" ? "Feet" : "Cords",
        text: `${legs.count} of ${wick}, ${cm(legs.acrossCm)} across, down to the base: they ${chosen.days > 0 ? `still lift a usual day while the water stands at ${cm(Math.max(0, markCm))}` : "lift what they can"}.`,
      },
      {
        about: "Overflow",
        text: "Just under the platform, so that rain runs out before it reaches the soil; two holes, since one clogs.",
      },
      {
        about: "Fill tube",
        text: "At the other end from the overflow, its foot cut at an angle, so that the water goes through all of the room.",
      },
    ],
  };
}

/** Stones to hold the water, sand over them to lift it, and soil. */
function gravelReservoir(bench: Bench, liner: "liner" | undefined): Designed {
  const { wish, facts, system, fillCm, leastSoilCm, soilId } = bench;
  const { vessel } = wish;
  const cm = (height: number): string => formatLength(height, system);
  const sandCm = tidy(Math.min(3, 0.1 * fillCm));
  const mostCm = Math.max(1, Math.min(0.45 * fillCm, fillCm - sandCm - leastSoilCm));
  const foot = cutAt(vessel, 0);
  const tries = heightsBetween(Math.min(2, mostCm), mostCm).map((gravelCm): Tried<object> => {
    const levelCm = tidy(gravelCm);
    const setup = setupOf(
      bench,
      [
        layer(bench, "reservoir", "pea-gravel-6-10", gravelCm, { name: "gravel reservoir", rooted: false }),
        layer(bench, "wick", "fine-sand-0.1-0.5", sandCm, { name: "wick bed", separator: "weed-cloth", rooted: false }),
        layer(bench, "soil", soilId, fillCm - gravelCm - sandCm, { rooted: facts.rooted }),
      ],
      [
        ...baseHoles(bench, "plugged"),
        ...linerTo(bench, gravelCm, liner !== undefined),
        hole("overflow", levelCm, vessel),
        {
          kind: "fill-tube",
          id: "tube",
          diameterCm: tidy(Math.max(1, Math.min(5, foot.widthCm / 8))),
          acrossShare: 0.08,
          foot: "drilled",
        },
      ],
      { by: "level", levelCm },
    );
    const { days } = lasts(bench, setup, levelCm);
    return { at: gravelCm, setup, days, air: rootAir(bench, setup) };
  });
  const chosen = best(bench, tries);
  return {
    setup: chosen.setup,
    reasons: [
      {
        about: "Reservoir",
        text:
          chosen.days > 0
            ? `${cm(chosen.at)} of gravel: the depth whose fill lasts longest, ${daysWords(chosen.days)}, while it still feeds a usual day and leaves ${formatPercent(chosen.air)} air at the roots.`
            : `${cm(chosen.at)} of gravel: no depth in this vessel feeds a usual day from below alone; water from the top as well.`,
      },
      {
        about: "Wick bed",
        text: `${cm(sandCm)} of fine sand on weed cloth: gravel lifts water a few cm only, sand takes it over and hands it to the soil.`,
      },
      {
        about: "Overflow",
        text: `At ${cm(chosen.at)}, level with the top of the gravel, so that rain cannot stand in the soil; two holes, since one clogs.`,
      },
      {
        about: "Fill tube",
        text: "At the other end from the overflow, drilled at its foot, so that water goes in between the stones.",
      },
      ...(liner ? [{ about: "Liner", text: "Up to the overflow: over it water leaves, under it nothing does." }] : []),
    ],
  };
}

/** A pot with open holes in a tray that is filled and drunk up. */
function inTray(bench: Bench): Designed {
  const { wish, facts, system, fillCm, soilId } = bench;
  const cm = (height: number): string => formatLength(height, system);
  const plain = setupOf(
    bench,
    [layer(bench, "soil", soilId, fillCm, { rooted: facts.rooted })],
    baseHoles(bench, "open"),
    {
      by: "level",
      levelCm: 0,
    },
  );
  const tray = newFixture(plain, "tray", "tray") as Extract<Fixture, { kind: "tray" }>;
  const most = Math.min(tray.insideDepthCm - wish.vessel.baseCm, 0.35 * fillCm);
  const tries = heightsBetween(Math.min(1, most), most, 8).map((levelCm): Tried<object> => {
    const setup = { ...plain, fixtures: [...plain.fixtures, tray], water: { by: "level" as const, levelCm } };
    return { at: levelCm, setup, days: lasts(bench, setup, levelCm).days, air: rootAir(bench, setup) };
  });
  const chosen = best(bench, tries);
  return {
    setup: chosen.setup,
    reasons: [
      {
        about: "Tray",
        text: `${cm(tray.insideLengthCm)} by ${cm(tray.insideWidthCm)}, a third wider than the pot, and ${cm(tray.insideDepthCm)} deep.`,
      },
      {
        about: "Level",
        text:
          chosen.days > 0
            ? `Filled to ${cm(chosen.at)}: ${daysWords(chosen.days)} a fill, with ${formatPercent(chosen.air)} air at the roots. Let it be drunk up before it is filled again: mosquitoes breed in water that stands.`
            : `Filled to ${cm(chosen.at)}; it does not carry a usual day to the middle of the roots by itself.`,
      },
    ],
  };
}

/** A bog: wet to a few cm under the surface, and no wetter however it rains. */
function raisedOutlet(bench: Bench): Designed {
  const { wish, facts, system, fillCm, soilId } = bench;
  const cm = (height: number): string => formatLength(height, system);
  const stones = tidy(Math.min(3, 0.12 * fillCm));
  const at = (lipCm: number): Setup =>
    setupOf(
      bench,
      [
        layer(bench, "stones", "pea-gravel-6-10", stones, { rooted: false }),
        layer(bench, "soil", soilId, fillCm - stones, { rooted: facts.rooted, separator: "weed-cloth" }),
      ],
      [...baseHoles(bench, "plugged"), ...linerTo(bench, lipCm), hole("outlet", lipCm, wish.vessel)],
      { by: "soaking" },
    );
  // the highest outlet that leaves the roots their air once it has settled; a day after rain it is hardly wetter
  const tries = heightsBetween(stones, fillCm - 1, 2 * TRIED)
    .toReversed()
    .map((lipCm) => ({ lipCm, setup: at(lipCm) }));
  const airAtRest = (setup: Setup): number => {
    const settled = settle(setup, bench.medium);
    return settled.ok ? (readSettled(setup, settled.value, bench.medium).rootZone?.meanAirSpace ?? 0) : -1;
  };
  const chosen = tries.find(({ setup }) => airAtRest(setup) >= facts.leastAir) ?? tries.at(-1)!;
  const air = rootAir(bench, chosen.setup);
  return {
    setup: chosen.setup,
    reasons: [
      {
        about: "Outlet",
        text: `At ${cm(chosen.lipCm)}, ${cm(fillCm - chosen.lipCm)} under the surface: the highest that still leaves ${formatPercent(Math.max(0, air))} air over the roots' depth a day after a soaking. What stands under it is what they live on; two holes, since one clogs.`,
      },
      { about: "Stones", text: `${cm(stones)} at the base let the water run to the outlet from all sides.` },
    ],
  };
}

function sandLens(bench: Bench): Designed {
  const { facts, system, fillCm, soilId } = bench;
  const sandCm = tidy(Math.max(0.5, Math.min(3, 0.2 * fillCm)));
  const setup = setupOf(
    bench,
    [
      layer(bench, "lens", "fine-sand-0.1-0.5", sandCm, { name: "lens of sand", rooted: false }),
      layer(bench, "soil", soilId, fillCm - sandCm, { rooted: facts.rooted }),
    ],
    [...baseHoles(bench, "open"), { kind: "drain-screen", id: "screen" }],
    { by: "soaking" },
  );
  return {
    setup,
    reasons: [
      {
        about: "Lens",
        text: `${formatLength(sandCm, system)} of fine sand at the base: it stays wet after all above has drained, and the lowest roots drink from it; ${formatPercent(rootAir(bench, setup))} air is left over it a day after a soaking.`,
      },
      { about: "Drain screen", text: "Fine sand runs out of bare holes." },
    ],
  };
}

function overSoil(bench: Bench): Designed {
  const { wish, facts, system, fillCm, soilId } = bench;
  const depth = wish.vessel.insideDepthCm;
  const cm = (height: number): string => formatLength(height, system);
  const soilCm = tidy(Math.max(Math.min(facts.leastSoilCm, 0.8 * depth), 0.6 * fillCm));
  const lipCm = tidy(Math.min(depth - Math.min(2, 0.1 * depth), soilCm + Math.min(8, 0.3 * depth)));
  const levelCm = tidy(Math.max(soilCm, lipCm - 0.5));
  const setup = setupOf(
    bench,
    [layer(bench, "soil", soilId, soilCm, { rooted: facts.rooted })],
    [...baseHoles(bench, "plugged"), ...linerTo(bench, lipCm), hole("overflow", Math.max(lipCm, levelCm), wish.vessel)],
    { by: "level", levelCm },
  );
  const openCm3 = vesselVolumeCm3(wish.vessel, levelCm) - vesselVolumeCm3(wish.vessel, soilCm);
  const perDay = (facts.demandMmPerDay / 10) * vesselAreaCm2(wish.vessel);
  return {
    setup,
    reasons: [
      { about: "Soil", text: `${cm(soilCm)} of it, heavy so that it stays down.` },
      {
        about: "Water",
        text: `${cm(levelCm - soilCm)} over the soil, ${formatVolume(openCm3, system)}: ${daysWords(openCm3 / perDay)} until the soil falls dry on top.`,
      },
      {
        about: "Overflow",
        text: `At ${cm(Math.max(lipCm, levelCm))}, well under the rim, so that a storm does not wash soil over it.`,
      },
    ],
  };
}

/** Nothing drains and the water is counted in: so much that roots drink and nothing stands among them. */
function counted(bench: Bench, fillFromCm: number): Designed {
  const { wish, facts, medium, system, soilId } = bench;
  const depth = wish.vessel.insideDepthCm;
  // much air is left over it, for what grows
  const soilCm = tidy(Math.max(Math.min(facts.leastSoilCm, 0.7 * depth), 0.25 * (depth - fillFromCm)));
  const empty = setupOf(
    bench,
    [layer(bench, "soil", soilId, soilCm, { rooted: facts.rooted })],
    [...baseHoles(bench, "plugged"), ...linerTo(bench, depth), { kind: "lid", id: "lid", openShare: 0.02 }],
    { by: "volume", storedCm3: 1 },
    { fillFromCm },
  );
  const network = networkOf(empty, medium);
  // a suction at mid depth at which roots drink with ease, and the air they want is there
  const levels = heightsBetween(fillFromCm + soilCm / 2 - 40, fillFromCm, 12).toReversed();
  let chosen = empty;
  let at = fillFromCm;
  for (const level of levels) {
    if (!network.ok) break;
    const setup: Setup = {
      ...empty,
      water: { by: "volume", storedCm3: volumeFor(bench, empty, network.value, level) },
    };
    chosen = setup;
    at = level;
    if (level < fillFromCm - 3 && rootAir(bench, setup) >= facts.leastAir) break;
  }
  const stored = chosen.water.by === "volume" ? chosen.water.storedCm3 : 0;
  return {
    setup: chosen,
    reasons: [
      {
        about: "Water",
        text: `${formatVolume(stored, system)} in all, that which is in the soil when it is bought counted: the middle of the soil pulls with ${formatLength(fillFromCm + soilCm / 2 - at, system)} and keeps ${formatPercent(rootAir(bench, chosen))} air, and none stands at the base. Dose in small steps; the readings say when water first stands.`,
      },
      { about: "Depth", text: `${formatLength(soilCm, system)} of soil, and the rest is air to grow into.` },
      { about: "Lid", text: "Left open a crack. What leaves turn to vapour runs down the walls again." },
    ],
  };
}

/** Below the base nothing stands: only the soil's own water counts there. */
const volumeFor = (
  _bench: Bench,
  setup: Setup,
  network: Parameters<typeof doseForLevelCm3>[1],
  levelCm: number,
): number =>
  levelCm >= setup.fillFromCm
    ? doseForLevelCm3(setup, network, levelCm)
    : Math.round(hydrostaticStorageCm3(network.column, levelCm));

function falseBottom(bench: Bench): Designed {
  const { wish, system } = bench;
  const fillFromCm = tidy(Math.max(1, Math.min(6, 0.1 * wish.vessel.insideDepthCm)));
  const { setup, reasons } = counted(bench, fillFromCm);
  return {
    setup: { ...setup, layers: setup.layers.map((one, i) => (i === 0 ? { ...one, separator: "mesh" as const } : one)) },
    reasons: [
      {
        about: "False bottom",
        text: `A screen at ${formatLength(fillFromCm, system)}: ${formatVolume(vesselVolumeCm3(wish.vessel, fillFromCm), system)} too much can drip under it before it reaches the soil. Water seen there: do not water.`,
      },
      ...reasons,
    ],
  };
}

function deepDamp(bench: Bench): Designed {
  const { wish, facts, medium, system, soilId } = bench;
  const depth = wish.vessel.insideDepthCm;
  const soilCm = tidy(Math.max(Math.min(facts.leastSoilCm, 0.8 * depth), 0.5 * depth));
  const empty = setupOf(
    bench,
    [layer(bench, "soil", soilId, soilCm, { rooted: facts.rooted })],
    [...baseHoles(bench, "plugged"), ...linerTo(bench, depth), { kind: "lid", id: "lid", openShare: 0.3 }],
    { by: "volume", storedCm3: 1 },
  );
  const network = networkOf(empty, medium);
  const levelCm = tidy(Math.min(1.5, 0.08 * soilCm));
  const storedCm3 = network.ok ? doseForLevelCm3(empty, network.value, levelCm) : 1;
  const setup: Setup = { ...empty, water: { by: "volume", storedCm3 } };
  return {
    setup,
    reasons: [
      {
        about: "Depth",
        text: `${formatLength(soilCm, system)}: half of the vessel, so that they can dig, and dampness can fall with height.`,
      },
      {
        about: "Water",
        text: `${formatVolume(storedCm3, system)}: ${formatLength(levelCm, system)} stands at the base, where none of them is, and the surface pulls with ${formatLength(soilCm - levelCm, system)}. Pour it down one corner, not over the surface.`,
      },
    ],
  };
}

/** Finer grains at the base, coarser above. */
function graded(bench: Bench): Designed {
  const { facts, system, fillCm } = bench;
  const fineCm = tidy(0.25 * fillCm);
  const middleCm = tidy(0.35 * fillCm);
  const setup = setupOf(
    bench,
    [
      layer(bench, "fine", "calcined-clay-1-3", fineCm, { name: "water-holding base", rooted: facts.rooted }),
      layer(bench, "middle", "pumice-2-5", middleCm, { rooted: facts.rooted }),
      layer(bench, "soil", bench.medium("pumice-6-12") ? "pumice-6-12" : bench.soilId, fillCm - fineCm - middleCm, {
        rooted: facts.rooted,
      }),
    ],
    [...baseHoles(bench, "open"), { kind: "drain-screen", id: "screen" }],
    { by: "soaking" },
  );
  const airs = drainedAfterSoaking(setup, bench.medium);
  const told = airs.ok
    ? readSettled(setup, airs.value, bench.medium).layers.map(({ meanAirSpace }) => formatPercent(meanAirSpace))
    : [];
  return {
    setup,
    reasons: [
      {
        about: "Grains",
        text: `Fine at the base, where they hold water; coarser towards the top${told.length === 3 ? `: ${told.join(", ")} air from below, a day after a soaking` : ""}. Each is coarse enough for the next not to fall through it.`,
      },
      { about: "Heights", text: `${formatLength(fineCm, system)}, ${formatLength(middleCm, system)} and the rest.` },
    ],
  };
}

function voidFillers(bench: Bench): Designed {
  const { facts, system, fillCm, leastSoilCm, soilId } = bench;
  // pieces as large as a fist go into a wide pot only
  const fillerId = cutAt(bench.wish.vessel, 0).widthCm > 36 ? "sealed-void-filler" : "foam-void-filler-15-40";
  const fillerCm = tidy(Math.max(0.5, Math.min(0.5 * fillCm, fillCm - leastSoilCm)));
  const setup = setupOf(
    bench,
    [
      layer(bench, "filler", fillerId, fillerCm, { name: "void-fillers", rooted: false }),
      layer(bench, "soil", soilId, fillCm - fillerCm, { rooted: facts.rooted, separator: "weed-cloth" }),
    ],
    baseHoles(bench, "open"),
    { by: "soaking" },
  );
  return {
    setup,
    reasons: [
      {
        about: "Void-fillers",
        text: `${formatLength(fillerCm, system)} of them spare ${formatVolume(vesselVolumeCm3(bench.wish.vessel, fillerCm), system)} of soil. Water perches on them as on the base of a pot so much shorter: ${formatPercent(rootAir(bench, setup))} air is left at the roots a day after a soaking.`,
      },
      { about: "Separator", text: "Weed cloth keeps the soil out of the gaps; paper would be gone in weeks." },
    ],
  };
}

function openPot(bench: Bench): Designed {
  const { facts, fillCm, soilId } = bench;
  const setup = setupOf(
    bench,
    [layer(bench, "soil", soilId, fillCm, { rooted: facts.rooted })],
    baseHoles(bench, "open"),
    { by: "soaking" },
  );
  const air = rootAir(bench, setup);
  return {
    setup,
    reasons: [
      {
        about: "Holes",
        text: `${openingsOf(setup).baseCount} in the base, and soil on them all the way: stones under it would only lift the wet zone.`,
      },
      {
        about: "Air",
        text: `${formatPercent(air)} at the roots a day after a soaking${air < facts.leastAir ? `, less than the ${formatPercent(facts.leastAir)} they want: take a coarser mix or a taller pot` : ""}.`,
      },
    ],
  };
}

/** The media designs are made of, for who has to bring them. */
export const DESIGN_MEDIA: ReadonlySet<string> = new Set([
  ...Object.values(PURPOSE_FACTS).flatMap(({ soils }) => soils),
  ...["pea-gravel-6-10", "fine-sand-0.1-0.5", "wick-cord-synthetic", "calcined-clay-1-3", "pumice-2-5", "pumice-6-12"],
  ...["sealed-void-filler", "foam-void-filler-15-40"],
]);
