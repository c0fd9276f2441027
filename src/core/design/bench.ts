import { toMillimetre } from "../units/numbers";
import { runsOut } from "../checks/grains";
import { readSettled } from "../readings/readings";
import { isRootedByDefault } from "../stack/drainage-layer";
import { drillFor } from "../stack/drills";
import type { Fixture } from "../stack/fixtures";
import { UNSAID_SITE, type Setup, type Site, type StackLayer, type Standing } from "../stack/setup";
import { threeFigures, type UnitSystem } from "../units/units";
import type { Comes } from "../vessel/shelf";
import { cutAt, vesselAreaCm2, type Vessel } from "../vessel/vessel";
import { drainedAfterSoaking } from "../water/drain";
import { settle } from "../water/settle";
import { ROOT_LIMIT_PSI_CM } from "../water/limits";
import { branchOf, historyOf } from "../water/branch";
import { budgetOf } from "../water/budget";
import { fallingNetwork } from "../water/falling";
import { whenSound } from "../water/checked";
import { networkOf, type MediumLookup } from "../water/network";
import { levelForFlow } from "../water/steady-rise";
import type { Purpose, PurposeFacts } from "./purposes";
import type { Strategy } from "./strategies";

// What every way of designing a setup works with: what was wished for, the parts it is put together from, and what
// comes of a height that is tried.

/** What a grower has said before anything is drawn. */
export type Wish = {
  readonly name: string;
  readonly purpose: Purpose;
  readonly vessel: Vessel;
  /** Whether the vessel came with holes in its base. */
  readonly holed: boolean;
  readonly strategy: Strategy;
  /** What else the vessel came with; what has a drain of its own is not drilled like a sieve. */
  readonly comes?: Comes | undefined;
  readonly site?: Site;
  /** How deep what is named to live there roots, or digs, to do well; without it what its purpose wants at least. [cm] */
  readonly soilCm?: number | undefined;
  /** What it is to be filled with; without it what is usual for its purpose. */
  readonly soilId?: string | undefined;
};

/** A working stack, and why each thing in it is as it is. */
export type Designed = { readonly setup: Setup; readonly reasons: readonly Reason[] };
export type Reason = { readonly about: string; readonly text: string };

/** What a designer has before it. */
export type Bench = {
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

export type Designer = (bench: Bench) => Designed;

/** What is not named yet. */
const UNNAMED = "New setup";

export function layer(
  bench: Bench,
  id: string,
  mediumId: string,
  thicknessCm: number,
  more: Partial<StackLayer> = {},
): StackLayer {
  const found = bench.medium(mediumId);
  const rooted = bench.facts.rooted && found !== undefined && isRootedByDefault(found, id === "soil");
  return {
    id,
    name: "",
    mediumId,
    thicknessCm: toMillimetre(thicknessCm),
    legs: null,
    separator: null,
    rooted,
    ...more,
  };
}

/** As wide as a drill that is sold: what is designed is what is drilled. [cm] */
const drilledCm = ({ system }: Bench, wantedCm: number): number =>
  drillFor(wantedCm, system)?.diameterCm ?? toMillimetre(wantedCm);

const hole = (bench: Bench, id: string, lipCm: number, count = 2): Fixture => ({
  kind: "hole",
  id,
  in: "wall",
  lipCm: toMillimetre(lipCm),
  // a larger mouth catches more rain
  diameterCm: drilledCm(bench, Math.min(2.5, Math.max(0.8, Math.sqrt(vesselAreaCm2(bench.wish.vessel)) / 25))),
  count,
  acrossShare: 1,
  plugged: false,
});

/** A drain is near one end, as a share of the length. */
const DRAIN_AT = 0.9;
/** A pipe that goes through a bung in a drain, as a share of it. */
const PIPE_IN_DRAIN = 0.6;

/**
 * What lets out whatever stands over a height: a standpipe in a drain that is there, else holes in the wall, with those
 * in the base stopped.
 */
export function waysOutAt(bench: Bench, id: string, lipCm: number): readonly Fixture[] {
  const { holed, comes } = bench.wish;
  return holed && comes?.drainCm !== undefined
    ? [
        {
          kind: "standpipe",
          id,
          diameterCm: toMillimetre(PIPE_IN_DRAIN * comes.drainCm),
          acrossShare: DRAIN_AT,
          lipCm: toMillimetre(lipCm),
          inDrain: true,
        },
      ]
    : [...baseHoles(bench, "plugged"), hole(bench, id, lipCm)];
}

/** What the vessel has of itself in its wall and front. */
function cameWith({ wish: { vessel, comes } }: Bench): readonly Fixture[] {
  const { overflow, sillCm } = comes ?? {};
  return [
    ...(overflow
      ? [
          {
            kind: "hole" as const,
            id: "own-overflow",
            in: "wall" as const,
            lipCm: toMillimetre(Math.max(0.5, vessel.insideDepthCm - overflow.underRimCm)),
            diameterCm: overflow.diameterCm,
            count: 1,
            acrossShare: 1,
            plugged: false,
            came: true,
          },
        ]
      : []),
    ...(sillCm !== undefined ? [{ kind: "front" as const, id: "front", sillCm }] : []),
  ];
}

/** The holes a vessel's base has: those it came with, or those a drained one needs. */
export function baseHoles(bench: Bench, wanted: "open" | "plugged"): readonly Fixture[] {
  const { wish } = bench;
  const { drainCm } = wish.comes ?? {};
  if (!wish.holed && wanted === "plugged") return [];
  const foot = cutAt(wish.vessel, 0).widthCm;
  if (drainCm !== undefined)
    return [
      {
        kind: "hole",
        id: "base-holes",
        in: "base",
        lipCm: 0,
        diameterCm: drainCm,
        count: 1,
        acrossShare: DRAIN_AT,
        plugged: wanted === "plugged",
        came: true,
      },
    ];
  return [
    {
      kind: "hole",
      id: "base-holes",
      in: "base",
      lipCm: 0,
      diameterCm: drilledCm(bench, Math.min(1.2, Math.max(0.5, foot / 15))),
      count: Math.max(1, Math.min(12, Math.round(vesselAreaCm2(wish.vessel, 0) / 80))),
      acrossShare: 0.5,
      plugged: wanted === "plugged",
      ...(wish.holed && { came: true }),
    },
  ];
}

/** Open holes, and a screen over them where what lies on them would run out. */
export function openBase(bench: Bench, lowestId: string): readonly Fixture[] {
  const holes = baseHoles(bench, "open");
  const lowest = bench.medium(lowestId);
  const isLoose = lowest && holes.some((one) => one.kind === "hole" && runsOut(lowest, 10 * one.diameterCm));
  return isLoose ? [...holes, { kind: "drain-screen", id: "screen" }] : holes;
}

/** Why there is a screen, where there is one. */
export const screenReason = ({ fixtures }: Setup): readonly Reason[] =>
  fixtures.some(({ kind }) => kind === "drain-screen")
    ? [{ about: "Drain screen", text: "What lies on the base is finer than its holes, and runs out of bare ones." }]
    : [];

/** Boards and cloth hold water only where they are lined. */
export const linerTo = ({ wish: { vessel } }: Bench, topCm: number, always = false): readonly Fixture[] =>
  always || vessel.material === "wood" || vessel.material === "fabric"
    ? [{ kind: "liner", id: "liner", topCm: toMillimetre(topCm) }]
    : [];

export function setupOf(
  bench: Bench,
  layers: readonly StackLayer[],
  fixtures: readonly Fixture[],
  water: Standing,
  more: Partial<Setup> = {},
): Setup {
  const { wish, facts } = bench;
  return {
    name: wish.name.trim() || UNNAMED,
    vessel: wish.vessel,
    fixtures: [...fixtures, ...cameWith(bench)],
    fillFromCm: 0,
    layers,
    water,
    history: "soaked",
    demand: { by: "said", mmPerDay: facts.demandMmPerDay },
    planting: null,
    site: wish.site ?? UNSAID_SITE,
    occupants: [],
    wateredEveryDays: null,
    ...more,
  };
}

/** Air at the roots of a settled setup, on the mean; of all layers where none is rooted. */
export function rootAir(bench: Bench, setup: Setup): number {
  const { medium } = bench;
  const settled = whenSound(setup, medium, (sound) =>
    setup.water.by === "soaking" ? drainedAfterSoaking(sound, medium) : settle(sound, medium),
  );
  if (!settled.ok) return -1;
  const readings = readSettled(setup, settled.value, bench.medium);
  return readings.rootZone?.meanAirSpace ?? readings.layers.at(-1)?.meanAirSpace ?? 0;
}

/**
 * Days from full to the lowest level that still feeds the roots on a usual day, and that level; 0 days where even full it
 * does not.
 */
export function lasts(
  bench: Pick<Bench, "medium">,
  setup: Setup,
  fullCm: number,
): { readonly days: number; readonly markCm: number } {
  const made = networkOf(setup, bench.medium);
  if (!made.ok) return { days: 0, markCm: fullCm };
  const { column } = made.value;
  const falling = fallingNetwork(made.value, branchOf(historyOf(setup)), fullCm);
  const { risesPerDayCm3, heldCm3, daysUntil } = budgetOf(setup, falling);
  const rooted = column.layers.filter((_, i) => setup.layers[i]!.rooted);
  const [first, last] = [rooted[0], rooted.at(-1)];
  const middle = first && last ? (first.bottomCm + last.topCm) / 2 : column.heightCm / 2;
  const mark = levelForFlow(falling.column, risesPerDayCm3 / 24, middle, ROOT_LIMIT_PSI_CM) ?? column.baseCm;
  const markCm = Math.max(mark, column.baseCm);
  if (markCm >= fullCm) return { days: 0, markCm };
  return { days: daysUntil(heldCm3(fullCm), markCm), markCm };
}

/** A height that was tried, and what came of it. */
export type Tried = { readonly at: number; readonly setup: Setup; readonly days: number; readonly air: number };

/** So many heights are tried for a level. */
export const HEIGHTS_TRIED = 14;

/** Of the heights that leave the roots their air, the one that lasts longest; else the airiest of those that feed. */
export function best(bench: Bench, tries: readonly Tried[]): Tried {
  const feeding = tries.filter(({ days }) => days > 0);
  const airy = feeding.filter(({ air }) => air >= bench.facts.leastAir);
  if (airy.length > 0) return airy.reduce((a, b) => (b.days > a.days ? b : a));
  const left = feeding.length > 0 ? feeding : tries;
  return left.reduce((a, b) => (b.air > a.air ? b : a));
}

export const heightsBetween = (leastCm: number, mostCm: number, count = HEIGHTS_TRIED): readonly number[] =>
  mostCm <= leastCm
    ? [toMillimetre(leastCm)]
    : [
        ...new Set(
          Array.from({ length: count }, (_, i) => toMillimetre(leastCm + ((mostCm - leastCm) * i) / (count - 1))),
        ),
      ];

export const daysWords = (days: number): string =>
  days >= 2 ? `about ${threeFigures(days, 0)} days` : `${threeFigures(days, 1)} days`;

/** The tube a reservoir is filled through, at the other end from the overflow. */
export const fillTube = ({ wish: { vessel } }: Bench, foot: "cut" | "drilled", mostCm: number): Fixture => ({
  kind: "fill-tube",
  id: "tube",
  diameterCm: toMillimetre(Math.max(1, Math.min(mostCm, cutAt(vessel, 0).widthCm / 8))),
  acrossShare: 0.08,
  foot,
});
