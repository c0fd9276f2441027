import { toMillimetre } from "../units/numbers";
import type { Fixture } from "../stack/fixtures";
import { newFixture } from "../stack/new-fixture";
import type { Legs } from "../stack/setup";
import { formatLength, formatPercent, formatVolume } from "../units/units";
import { cutAt, vesselAreaCm2, vesselVolumeCm3 } from "../vessel/vessel";
import { budgetOf } from "../water/budget";
import { networkOf } from "../water/network";
import {
  best,
  daysWords,
  fillTube,
  heightsBetween,
  lasts,
  layer,
  linerTo,
  openBase,
  rootAir,
  screenReason,
  setupOf,
  waysOutAt,
  type Bench,
  type Designed,
  type Tried,
} from "./bench";

// Ways that keep free water for the roots: under a platform, between stones, in a tray, over the soil.

/** Soil over a room of water, with feet or cords going down into it. */
export function overRoom(bench: Bench, how: "feet" | "cords"): Designed {
  const { wish, facts, medium, system, fillCm, leastSoilCm, soilId } = bench;
  const { vessel } = wish;
  const cm = (height: number): string => formatLength(height, system);
  const foot = cutAt(vessel, 0);
  const legs: Legs =
    how === "feet"
      ? {
          section: "round",
          acrossCm: toMillimetre(Math.max(1.5, Math.min(10, foot.widthCm / 4))),
          count: foot.lengthCm > 1.6 * foot.widthCm ? 4 : foot.widthCm > 24 ? 4 : 1,
        }
      : {
          section: "round",
          acrossCm: 0.8,
          count: Math.max(2, Math.min(24, Math.round(vesselAreaCm2(vessel) / 100))),
        };
  const wickId = how === "feet" ? soilId : "wick-cord-synthetic";
  const mostCm = Math.max(1, Math.min(0.45 * fillCm, fillCm - leastSoilCm));
  const tries = heightsBetween(Math.min(1.5, mostCm), mostCm).map((platformCm): Tried => {
    const lipCm = Math.max(0.4, platformCm - Math.max(0.5, 0.08 * platformCm));
    const levelCm = toMillimetre(Math.max(0.3, lipCm - 0.2));
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
        ...waysOutAt(bench, "overflow", Math.max(lipCm, levelCm)),
        ...linerTo(bench, platformCm),
        fillTube(bench, "cut", 4),
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
export function gravelReservoir(bench: Bench, liner: "liner" | undefined): Designed {
  const { facts, system, fillCm, leastSoilCm, soilId } = bench;
  const cm = (height: number): string => formatLength(height, system);
  const sandCm = toMillimetre(Math.min(3, 0.1 * fillCm));
  const mostCm = Math.max(1, Math.min(0.45 * fillCm, fillCm - sandCm - leastSoilCm));
  const tries = heightsBetween(Math.min(2, mostCm), mostCm).map((gravelCm): Tried => {
    const levelCm = toMillimetre(gravelCm);
    const setup = setupOf(
      bench,
      [
        layer(bench, "reservoir", "pea-gravel-6-10", gravelCm, { name: "gravel reservoir", rooted: false }),
        layer(bench, "wick", "fine-sand-0.1-0.5", sandCm, { name: "wick bed", separator: "weed-cloth", rooted: false }),
        layer(bench, "soil", soilId, fillCm - gravelCm - sandCm, { rooted: facts.rooted }),
      ],
      [
        ...waysOutAt(bench, "overflow", levelCm),
        ...linerTo(bench, gravelCm, liner !== undefined),
        fillTube(bench, "drilled", 5),
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

const UNDER_BRIM_CM = 1;

/** A pot with open holes in a tray that is filled and drunk up. */
export function inTray(bench: Bench): Designed {
  const { wish, facts, system, fillCm, soilId } = bench;
  const cm = (height: number): string => formatLength(height, system);
  const plain = setupOf(
    bench,
    [layer(bench, "soil", soilId, fillCm, { rooted: facts.rooted })],
    openBase(bench, soilId),
    {
      by: "level",
      levelCm: 0,
    },
  );
  const tray = newFixture(plain, "tray", "tray") as Extract<Fixture, { kind: "tray" }>;
  // a tray is carried and topped up: not to its brim
  const most = Math.max(0.5, Math.min(tray.insideDepthCm - wish.vessel.baseCm - UNDER_BRIM_CM, 0.35 * fillCm));
  const tries = heightsBetween(Math.min(1, most), most, 8).map((levelCm): Tried => {
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
      ...screenReason(chosen.setup),
    ],
  };
}

/** A tub of soil under water. */
export function overSoil(bench: Bench): Designed {
  const { wish, facts, system, fillCm, leastSoilCm, soilId } = bench;
  const depth = wish.vessel.insideDepthCm;
  const cm = (height: number): string => formatLength(height, system);
  const soilCm = toMillimetre(Math.max(Math.min(leastSoilCm, 0.8 * depth), 0.6 * fillCm));
  const lipCm = toMillimetre(Math.min(depth - Math.min(2, 0.1 * depth), soilCm + Math.min(8, 0.3 * depth)));
  const levelCm = toMillimetre(Math.max(soilCm, lipCm - 0.5));
  const setup = setupOf(
    bench,
    [layer(bench, "soil", soilId, soilCm, { rooted: facts.rooted })],
    [...waysOutAt(bench, "overflow", Math.max(lipCm, levelCm)), ...linerTo(bench, lipCm)],
    { by: "level", levelCm },
  );
  const openCm3 = vesselVolumeCm3(wish.vessel, levelCm) - vesselVolumeCm3(wish.vessel, soilCm);
  const made = networkOf(setup, bench.medium);
  const perDay = made.ok ? budgetOf(setup, made.value).takesPerDayCm3(levelCm) : Infinity;
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
