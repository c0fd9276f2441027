import { DEFAULT_SPECIFIC_STORAGE_PER_CM } from "../hydraulics/hydraulics";
import { airPsiCm } from "../hydraulics/beside-pores";
import { besidePoresOf } from "../media/grains";
import type { Medium } from "../media/medium";
import { boreCm2, fixtureOf, type Fixture } from "../stack/fixtures";
import { type Setup } from "../stack/setup";
import { geometryOf, legsAreaCm2, stackHeightCm, type Openings } from "../stack/geometry";
import { siteOf } from "../stack/site";
import { failed, ok, problem, type Result } from "../units/problem";
import {
  addedAreas,
  cutArea,
  leastAreaCm2,
  raisedArea,
  straightArea,
  volumeBetweenCm3,
  widened,
  type AreaByHeight,
} from "../vessel/area-by-height";
import { perimeterCm, standsOnCm2, vesselAreaCm2 } from "../vessel/vessel";
import { branchOf, historyOf, onBranch, repelsWhenDry, type Branch } from "./branch";
import { makeColumn, type Column } from "./column";
import { dischargeOf, type Discharge } from "./discharge";
import type { SideHole } from "./side-hole";

export type MediumLookup = (id: string) => Medium | undefined;

/**
 * A setup as water sees it: its fill as a column, and the stores of free water that column stands in. Derived here and
 * nowhere else; whatever asks how a vessel holds water asks this. Heights are from the inside base.
 */
export type Network = {
  /** One layer for each of the setup's, in their order. */
  readonly column: Column;
  /** Free water under the fill, beside its feet, in its tubes and in the tray, as one level; undefined without any. */
  readonly below: Store | undefined;
  /** Water over the soil. */
  readonly over: Store;
  readonly openings: Openings;
  /** Ways out with soil against them. */
  readonly sideHoles: readonly SideHole[];
  /** Whether what comes to the foot of the fill runs out at once. */
  readonly footDrains: boolean;
  /** The head of the air over it: what stands in it dries no further. [cm] */
  readonly airPsiCm: number;
  /** By layer: what its medium remembers by, whichever branch the column is on. */
  readonly soils: readonly Soil[];
};

/** A medium's drying curves, how it wets otherwise than it dried, and how it sheds water once it has. */
export type Soil = Pick<Medium, "hydraulics" | "wettingAlphaFactor" | "rewetting" | "particleSizeMm">;

export type Store = {
  readonly area: AreaByHeight;
  readonly bedCm: number;
  readonly topCm: number;
  readonly discharges: readonly Discharge[];
  /** Over the soil: the gap along the wall that opens where it sheds water, if it leads anywhere. */
  readonly gap?: Discharge | undefined;
  /** Whether what runs out over it, of holes and over the rim, falls into it: it is the tray the vessel stands in. */
  readonly catches: boolean;
  /** What it is made of, for words. */
  readonly made: readonly ("void" | "tube" | "tray" | "assumed-tube" | "pond")[];
};

/** Relative humidity of the air over a setup: where nobody says it, and what is reckoned with at most and at least. */
const ROOM_AIR = 0.5;
const DRIEST_AIR = 0.1;
const MOISTEST_AIR = 0.99;

/** What a sealed vessel without a tube is filled and drained through: 4 cm across. [cm²] */
const ASSUMED_TUBE_CM2 = 12.6;
/** Less than this is no store, but a gap. [cm²] */
const LEAST_STORE_CM2 = 0.5;

/** The network of a setup, its media on the branch of its history. Fails with "no-layers" or "unknown-medium". */
export function networkOf(
  setup: Setup,
  medium: MediumLookup,
  branch: Branch = branchOf(historyOf(setup)),
  cellCm?: number,
): Result<Network> {
  if (setup.layers.length === 0)
    return failed(problem("layers", "no-layers", "There are no layers yet. Add one to see what the water does."));
  const { inside, boundariesCm: heights, openings, platformCm: platform } = geometryOf(setup);
  const tubes = boresCm2(setup, false);
  const layers = [];
  const soils: Soil[] = [];
  for (const [i, { mediumId, thicknessCm, legs }] of setup.layers.entries()) {
    const found = medium(mediumId);
    if (!found)
      return failed(problem(`layers[${i}].mediumId`, "unknown-medium", `“${mediumId}” is not in the catalogue.`));
    const [from, to] = [heights[i]!, heights[i + 1]!];
    const areaCm2 = legs ? legsAreaCm2(legs) : raisedArea(fillArea(inside, tubes, from, to), -from);
    layers.push({ thicknessCm, areaCm2, hydraulics: onBranch(found, branch), beside: besidePoresOf(found) });
    soils.push(found);
  }
  const column = makeColumn(layers, DEFAULT_SPECIFIC_STORAGE_PER_CM, cellCm, setup.fillFromCm);
  const below = belowOf(setup, inside, openings);
  const footDrains = openings.baseIsOpen && openings.trayRimCm === undefined;
  const pond = pondOf(setup, inside, tubes, openings);
  // what runs down along the wall needs room to run to: under the soil, or out
  const leadsOn = footDrains || below?.made.some((part) => part === "void" || part === "tray");
  const over = leadsOn && soils.some(repelsWhenDry) ? { ...pond, gap: gapOf(setup) } : pond;
  // a hole under the rim of the tray only joins what the base has joined already
  const reached = below ? Math.max(platform, below.catches ? below.topCm : 0) : setup.fillFromCm;
  const sideHoles = openings.over.filter(({ lipCm }) => lipCm >= reached && lipCm < column.heightCm);
  return ok({
    column,
    below,
    over,
    openings,
    sideHoles,
    footDrains,
    airPsiCm: airPsiCm(Math.min(MOISTEST_AIR, Math.max(DRIEST_AIR, siteOf(setup).humidity ?? ROOM_AIR))),
    soils,
  });
}

/** What a fixture takes of every level cut, and whether free water stands in it as under the fill. [cm²] */
function boreOf(fixture: Fixture): { readonly cm2: number; readonly stands: boolean } {
  switch (fixture.kind) {
    case "fill-tube":
    case "tell-tale":
      return { cm2: boreCm2(fixture.diameterCm), stands: true };
    case "standpipe":
      return { cm2: boreCm2(fixture.diameterCm), stands: false };
    case "hole":
    case "tray":
    case "liner":
    case "drain-screen":
    case "dressing":
    case "front":
    case "feed-strip":
    case "lid":
      return { cm2: 0, stands: false };
    default:
      return fixture satisfies never;
  }
}

const boresCm2 = (setup: Setup, standing: boolean): number =>
  setup.fixtures.reduce((sum, fixture) => {
    const { cm2, stands } = boreOf(fixture);
    return standing && !stands ? sum : sum + cm2;
  }, 0);

/** What is left to the fill beside the tubes; half of the vessel at least, or there would be no fill. */
function fillArea(inside: AreaByHeight, tubes: number, fromCm: number, toCm: number): AreaByHeight {
  const cut = cutArea(inside, fromCm, toCm);
  return widened(cut, -Math.min(tubes, leastAreaCm2(cut) / 2));
}

function pondOf(setup: Setup, inside: AreaByHeight, tubes: number, { over }: Openings): Store {
  const surfaceCm = stackHeightCm(setup);
  const rimCm = Math.max(setup.vessel.insideDepthCm, surfaceCm);
  return {
    area: fillArea(inside, tubes, surfaceCm, Math.max(rimCm, surfaceCm + 1)),
    bedCm: surfaceCm,
    topCm: rimCm,
    discharges: [
      ...over.filter(({ lipCm }) => lipCm >= surfaceCm).map(dischargeOf),
      { kind: "rim", lipCm: rimCm, lengthCm: perimeterCm(setup.vessel, setup.vessel.insideDepthCm) },
    ],
    catches: false,
    made: ["pond"],
  };
}

/** So much stands on an uneven surface before it finds the gap. [cm] */
const GAP_LIP_CM = 0.3;
function gapOf(setup: Setup): Discharge {
  const surfaceCm = stackHeightCm(setup);
  const lengthCm = perimeterCm(setup.vessel, Math.min(surfaceCm, setup.vessel.insideDepthCm));
  return { kind: "rim", lipCm: surfaceCm + GAP_LIP_CM, lengthCm };
}

/** The free water that the foot of the fill stands in. */
function belowOf(setup: Setup, inside: AreaByHeight, openings: Openings): Store | undefined {
  const { baseIsOpen, trayRimCm, trayBedCm } = openings;
  const rimCm = setup.vessel.insideDepthCm;
  const { boundariesCm: heights, platformCm: platform } = geometryOf(setup);
  const parts: AreaByHeight[] = [];
  const made: Store["made"][number][] = [];
  // the room under the fill and beside its feet
  const rooms = [
    ...(setup.fillFromCm > 0 ? [cutArea(inside, 0, setup.fillFromCm)] : []),
    ...setup.layers.flatMap(({ legs }, i) =>
      legs ? [widened(cutArea(inside, heights[i]!, heights[i + 1]!), -legsAreaCm2(legs))] : [],
    ),
  ].filter((room) => leastAreaCm2(room) > LEAST_STORE_CM2);
  if (rooms.length > 0) {
    parts.push(...rooms);
    made.push("void");
  }
  const bores = boresCm2(setup, true);
  // in a room the tube is a part of it; over it, and where there is none, a store by itself
  if (bores > 0) {
    parts.push(straightArea(bores, rooms.length > 0 ? platform : 0, rimCm));
    made.push("tube");
  }
  const tray = fixtureOf(setup, "tray");
  const isOnTray = baseIsOpen && tray !== undefined;
  if (isOnTray) {
    const besideCm2 = tray.insideLengthCm * tray.insideWidthCm - standsOnCm2(setup.vessel);
    parts.push(straightArea(Math.max(LEAST_STORE_CM2, besideCm2), trayBedCm!, Math.max(trayRimCm!, trayBedCm! + 0.1)));
    made.push("tray");
  }
  if (baseIsOpen && !tray && rooms.length === 0) return undefined;
  if (parts.length === 0) {
    // nothing is drawn to fill it through: reckoned with as a usual tube, where there is a level to fill to
    if (setup.water.by !== "level" || setup.water.levelCm > stackHeightCm(setup)) return undefined;
    parts.push(straightArea(ASSUMED_TUBE_CM2, 0, rimCm));
    made.push("assumed-tube");
  } else if (bores === 0) parts.push(straightArea(ASSUMED_TUBE_CM2, Math.max(platform, trayRimCm ?? 0), rimCm + 1));
  const area = addedAreas(parts);
  return {
    area,
    bedCm: area[0]!.fromCm,
    topCm: rooms.length > 0 ? platform : isOnTray ? trayRimCm! : rimCm,
    discharges: [
      ...openings.over.filter(({ lipCm }) => rooms.length > 0 && !isOnTray && lipCm < platform).map(dischargeOf),
      ...(baseIsOpen && !tray
        ? openings.base.map(({ diameterCm, count }) => ({ kind: "holes" as const, lipCm: 0, diameterCm, count }))
        : []),
      ...(isOnTray
        ? [{ kind: "rim" as const, lipCm: trayRimCm!, lengthCm: 2 * (tray.insideLengthCm + tray.insideWidthCm) }]
        : [{ kind: "rim" as const, lipCm: rimCm, lengthCm: perimeterCm(setup.vessel, rimCm) }]),
    ],
    catches: isOnTray,
    made,
  };
}

/** Free water of a network up to a level: under and beside the fill, in the tray, and over the soil. [cm³] */
export const openWaterCm3 = ({ below, over }: Network, levelCm: number): number =>
  belowWaterCm3(below, levelCm) + overWaterCm3(over, levelCm);

export const belowWaterCm3 = (below: Store | undefined, levelCm: number): number =>
  !below || below.made[0] === "assumed-tube"
    ? 0
    : volumeBetweenCm3(below.area, below.bedCm, Math.min(Math.max(levelCm, below.bedCm), below.topCm));

export const overWaterCm3 = ({ area, bedCm }: Store, levelCm: number): number =>
  levelCm > bedCm ? volumeBetweenCm3(area, bedCm, levelCm) : 0;

/** What weather falls on and a day's demand is counted over: the vessel's mouth. [cm²] */
export const mouthCm2 = ({ vessel }: Pick<Setup, "vessel">): number => vesselAreaCm2(vessel);
