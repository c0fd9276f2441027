import { toMillimetre } from "../units/numbers";
import { ok, type Result } from "../units/problem";
import { formatLength, formatVolume, threeFigures, type UnitSystem } from "../units/units";
import { vesselAreaCm2 } from "../vessel/vessel";
import type { MediumLookup } from "../water/network";
import { type Bench, type Designed, type Designer, type Wish } from "./bench";
import { graded, openPot, raisedOutlet, sandLens, voidFillers } from "./drained";
import { gravelReservoir, inTray, overRoom, overSoil } from "./from-below";
import { PURPOSE_FACTS } from "./purposes";
import { counted, deepDamp, falseBottom } from "./sealed";
import type { Strategy } from "./strategies";

/** Room left over the soil to water into: about a twelfth of the depth, 1 to 4 cm as far as it is deep enough. [cm] */
const roomCm = (depthCm: number): number => Math.min(4, Math.max(Math.min(1, 0.15 * depthCm), 0.08 * depthCm));
/** Of the depth, the soil gets so much at least where it wants that; for one that is named, nearly all. */
const LEAST_SOIL_SHARE = { unnamed: 0.55, named: 0.85 } as const;

const UNDER_SILL_CM = 1;

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

/**
 * A setup for a purpose, in a vessel, that holds its water in a way: heights and levels found by computing the stack,
 * not taken from a table. Fails with what keeps the vessel from being filled.
 */
export function designed(wish: Wish, medium: MediumLookup, system: UnitSystem = "metric"): Result<Designed> {
  const facts = PURPOSE_FACTS[wish.purpose];
  const depth = wish.vessel.insideDepthCm;
  const soilId = wish.soilId ?? facts.soils.find((id) => medium(id) !== undefined) ?? facts.soils[0]!;
  // under doors the soil ends a finger below their sill
  const underSillCm = (wish.comes?.sillCm ?? Infinity) - UNDER_SILL_CM;
  const fillCm = toMillimetre(Math.max(0.5, Math.min(depth - roomCm(depth), underSillCm)));
  const leastSoilCm =
    wish.soilCm === undefined
      ? Math.min(facts.leastSoilCm, LEAST_SOIL_SHARE.unnamed * fillCm)
      : Math.min(wish.soilCm, LEAST_SOIL_SHARE.named * fillCm);
  const bench: Bench = { wish, facts, medium, system, fillCm, leastSoilCm, soilId };
  const made = DESIGNERS[wish.strategy](bench);
  const reasons = [
    {
      about: "Soil",
      text: `${medium(soilId)?.name ?? soilId}, ${wish.soilId === undefined ? `as usual for ${facts.words}` : "of what it is usually grown or kept in"}. Any other medium or mix can be set in its place.`,
    },
    ...made.reasons,
    ...(made.setup.fixtures.some((one) => one.kind === "standpipe" && one.inDrain)
      ? [
          {
            about: "Standpipe",
            text: "In the drain it came with, by a bung or a collar: nothing is drilled, and what runs over leaves by the old waste.",
          },
        ]
      : []),
    ...(wish.comes?.sillCm === undefined
      ? []
      : [
          {
            about: "Sill",
            text: `Its doors open over a sill: soil and water stay under ${formatLength(wish.comes.sillCm, system)}.`,
          },
        ]),
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

/** The media designs are made of, for who has to bring them. */
export const DESIGN_MEDIA: ReadonlySet<string> = new Set([
  ...Object.values(PURPOSE_FACTS).flatMap(({ soils }) => soils),
  ...["pea-gravel-6-10", "fine-sand-0.1-0.5", "wick-cord-synthetic", "calcined-clay-1-3", "pumice-2-5", "pumice-6-12"],
  ...["sealed-void-filler", "foam-void-filler-15-40"],
]);
