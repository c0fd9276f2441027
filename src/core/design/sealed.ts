import { toMillimetre } from "../units/numbers";
import type { Setup } from "../stack/setup";
import { formatLength, formatPercent, formatVolume } from "../units/units";
import { vesselVolumeCm3 } from "../vessel/vessel";
import { hydrostaticStorageCm3 } from "../water/equilibrium";
import { networkOf, type Network } from "../water/network";
import { doseForLevelCm3 } from "../water/settle";
import { baseHoles, heightsBetween, layer, linerTo, rootAir, setupOf, type Bench, type Designed } from "./bench";

// Ways without a drain, in which the water is counted: soil on the bare base, over a false bottom, deep and damp.

/** Nothing drains and the water is counted in: so much that roots drink and nothing stands among them. */
export function counted(bench: Bench, fillFromCm: number): Designed {
  const { wish, facts, medium, system, soilId, leastSoilCm, fillCm } = bench;
  const depth = wish.vessel.insideDepthCm;
  // much air is left over it, for what grows
  const wantedCm = Math.max(Math.min(leastSoilCm, 0.7 * depth), 0.25 * (depth - fillFromCm));
  const soilCm = toMillimetre(Math.min(fillCm - fillFromCm, wantedCm));
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
      water: { by: "volume", storedCm3: volumeFor(empty, network.value, level) },
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
const volumeFor = (setup: Setup, network: Network, levelCm: number): number =>
  levelCm >= setup.fillFromCm
    ? doseForLevelCm3(setup, network, levelCm)
    : Math.round(hydrostaticStorageCm3(network.column, levelCm));

/** The same over a room that shows what was too much. */
export function falseBottom(bench: Bench): Designed {
  const { wish, system } = bench;
  const fillFromCm = toMillimetre(Math.max(1, Math.min(6, 0.1 * wish.vessel.insideDepthCm)));
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

/** Wet at the base, dry at the surface. */
export function deepDamp(bench: Bench): Designed {
  const { wish, facts, medium, system, soilId, leastSoilCm, fillCm } = bench;
  const depth = wish.vessel.insideDepthCm;
  const soilCm = toMillimetre(Math.min(fillCm, Math.max(Math.min(leastSoilCm, 0.8 * depth), 0.5 * depth)));
  const empty = setupOf(
    bench,
    [layer(bench, "soil", soilId, soilCm, { rooted: facts.rooted })],
    [...baseHoles(bench, "plugged"), ...linerTo(bench, depth), { kind: "lid", id: "lid", openShare: 0.3 }],
    { by: "volume", storedCm3: 1 },
  );
  const network = networkOf(empty, medium);
  const levelCm = toMillimetre(Math.min(1.5, 0.08 * soilCm));
  const storedCm3 = network.ok ? doseForLevelCm3(empty, network.value, levelCm) : 1;
  const setup: Setup = { ...empty, water: { by: "volume", storedCm3 } };
  return {
    setup,
    reasons: [
      {
        about: "Depth",
        text: `${formatLength(soilCm, system)}: as deep as it can be with room over it, so that they can dig, and dampness can fall with height.`,
      },
      {
        about: "Water",
        text: `${formatVolume(storedCm3, system)}: ${formatLength(levelCm, system)} stands at the base, where none of them is, and the surface pulls with ${formatLength(soilCm - levelCm, system)}. Pour it down one corner, not over the surface.`,
      },
    ],
  };
}
