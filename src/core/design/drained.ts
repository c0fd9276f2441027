import { toMillimetre } from "../units/numbers";
import { readSettled } from "../readings/readings";
import { type Setup } from "../stack/setup";
import { openingsOf } from "../stack/geometry";
import { formatLength, formatPercent, formatVolume } from "../units/units";
import { cutAt, vesselVolumeCm3 } from "../vessel/vessel";
import { whenSound } from "../water/checked";
import { drainedAfterSoaking } from "../water/drain";
import { settle } from "../water/settle";
import {
  baseHoles,
  HEIGHTS_TRIED,
  heightsBetween,
  layer,
  linerTo,
  openBase,
  rootAir,
  screenReason,
  setupOf,
  waysOutAt,
  type Bench,
  type Designed,
} from "./bench";

// Ways that let the water out: raised outlet, sand lens, graded grains, void-fillers, a plain pot.

/** A bog: wet to a few cm under the surface, and no wetter however it rains. */
export function raisedOutlet(bench: Bench): Designed {
  const { facts, system, fillCm, soilId } = bench;
  const cm = (height: number): string => formatLength(height, system);
  const stones = toMillimetre(Math.min(3, 0.12 * fillCm));
  const at = (lipCm: number): Setup =>
    setupOf(
      bench,
      [
        layer(bench, "stones", "pea-gravel-6-10", stones, { rooted: false }),
        layer(bench, "soil", soilId, fillCm - stones, { rooted: facts.rooted, separator: "weed-cloth" }),
      ],
      [...waysOutAt(bench, "outlet", lipCm), ...linerTo(bench, lipCm)],
      { by: "soaking" },
    );
  // the highest outlet that leaves the roots their air once it has settled; a day after rain it is hardly wetter
  const tries = heightsBetween(stones, fillCm - 1, 2 * HEIGHTS_TRIED)
    .toReversed()
    .map((lipCm) => ({ lipCm, setup: at(lipCm) }));
  const airAtRest = (setup: Setup): number => {
    const settled = whenSound(setup, bench.medium, (sound) => settle(sound, bench.medium));
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

/** Fine sand at the base, for the lowest roots. */
export function sandLens(bench: Bench): Designed {
  const { facts, system, fillCm, soilId } = bench;
  const sandCm = toMillimetre(Math.max(0.5, Math.min(3, 0.2 * fillCm)));
  const setup = setupOf(
    bench,
    [
      layer(bench, "lens", "fine-sand-0.1-0.5", sandCm, { name: "lens of sand", rooted: false }),
      layer(bench, "soil", soilId, fillCm - sandCm, { rooted: facts.rooted }),
    ],
    openBase(bench, "fine-sand-0.1-0.5"),
    { by: "soaking" },
  );
  return {
    setup,
    reasons: [
      {
        about: "Lens",
        text: `${formatLength(sandCm, system)} of fine sand at the base: it stays wet after all above has drained, and the lowest roots drink from it; ${formatPercent(rootAir(bench, setup))} air is left over it a day after a soaking.`,
      },
      ...screenReason(setup),
    ],
  };
}

/** Finer grains at the base, coarser above. */
export function graded(bench: Bench): Designed {
  const { facts, system, fillCm } = bench;
  const fineCm = toMillimetre(0.25 * fillCm);
  const middleCm = toMillimetre(0.35 * fillCm);
  const setup = setupOf(
    bench,
    [
      layer(bench, "fine", "calcined-clay-1-3", fineCm, { name: "water-holding base", rooted: facts.rooted }),
      layer(bench, "middle", "pumice-2-5", middleCm, { rooted: facts.rooted }),
      layer(bench, "soil", bench.medium("pumice-6-12") ? "pumice-6-12" : bench.soilId, fillCm - fineCm - middleCm, {
        rooted: facts.rooted,
      }),
    ],
    openBase(bench, "calcined-clay-1-3"),
    { by: "soaking" },
  );
  const airs = whenSound(setup, bench.medium, (sound) => drainedAfterSoaking(sound, bench.medium));
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
      ...screenReason(setup),
    ],
  };
}

/** The lower half of a tall pot filled with what weighs nothing. */
export function voidFillers(bench: Bench): Designed {
  const { facts, system, fillCm, leastSoilCm, soilId } = bench;
  // pieces as large as a fist go into a wide pot only
  const fillerId = cutAt(bench.wish.vessel, 0).widthCm > 36 ? "sealed-void-filler" : "foam-void-filler-15-40";
  const fillerCm = toMillimetre(Math.max(0.5, Math.min(0.5 * fillCm, fillCm - leastSoilCm)));
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

/** Holes in the base, and soil all the way. */
export function openPot(bench: Bench): Designed {
  const { facts, fillCm, soilId } = bench;
  const setup = setupOf(
    bench,
    [layer(bench, "soil", soilId, fillCm, { rooted: facts.rooted })],
    openBase(bench, soilId),
    { by: "soaking" },
  );
  const air = rootAir(bench, setup);
  return {
    setup,
    reasons: [
      {
        about: "Holes",
        text: `${openingsOf(setup).base.reduce((sum, { count }) => sum + count, 0)} in the base, and soil on them all the way: stones under it would only lift the wet zone.`,
      },
      {
        about: "Air",
        text: `${formatPercent(air)} at the roots a day after a soaking${air < facts.leastAir ? `, less than the ${formatPercent(facts.leastAir)} they want: take a coarser mix or a taller pot` : ""}.`,
      },
      ...screenReason(setup),
    ],
  };
}
