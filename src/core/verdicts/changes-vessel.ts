import { breaksCapillarity } from "../stack/drainage-layer";
import { withFixture, withLayer, withWater, withoutLayer } from "../stack/edit";
import { fixtureHeightKey, fixtureOf, fixturesOf, type Fixture } from "../stack/fixtures";
import { openingsOf, stackHeightCm } from "../stack/geometry";
import type { Setup } from "../stack/setup";
import { toMillimetre } from "../units/numbers";
import { formatLength, threeFigures } from "../units/units";
import { cutAt, vesselAreaCm2 } from "../vessel/vessel";
import { scaledVessel } from "../vessel/reshape";
import { DRY_LIMITS, layerEffort, WATER_LIMITS, WET_LIMITS, type Changing, type Family, type Step } from "./family";
import type { Limit } from "./verdict";

/** Changes of the vessel and of what is built into it that growers make first: holes, trays, plugs, layers, pots. */

const HOLE_CM = 1;
/** A hole for so much of the base. [cm²] */
const BASE_OF_ONE_HOLE_CM2 = 60;

/** Holes in a base that has none, or the plugs out of those there are; what stood in it runs out. */
export function drilled({ setup }: Changing): Family[] {
  const { baseIsOpen } = openingsOf(setup);
  // under a lid nothing is watered through, and glass with animals stays whole
  if (baseIsOpen || fixtureOf(setup, "lid") || setup.fillFromCm > 0 || setup.water.by === "soaking") return [];
  if (setup.layers.some(({ legs }) => legs)) return [];
  const plugs = fixturesOf(setup, "hole").filter((one) => one.in === "base" && one.plugged);
  const count = Math.max(3, Math.min(12, Math.round(vesselAreaCm2(setup.vessel, 0) / BASE_OF_ONE_HOLE_CM2)));
  const opened =
    plugs.length > 0
      ? plugs.reduce((made, plug) => withFixture(made, { ...plug, plugged: false }), setup)
      : withFixture(setup, {
          kind: "hole",
          id: "holes-drilled",
          in: "base",
          lipCm: 0,
          diameterCm: HOLE_CM,
          count,
          acrossShare: 0.5,
          plugged: false,
        });
  return [
    {
      id: "drill",
      turns: WET_LIMITS,
      steps: [
        {
          label:
            plugs.length > 0
              ? "Pull the plugs out of its base, and water it from the top"
              : `Drill ${count} holes in its base, and water it from the top`,
          setup: withWater(opened, { by: "soaking" }),
          effort: plugs.length > 0 ? 2 : 3,
        },
      ],
    },
  ];
}

const TRAY_CM = { beside: 4, deep: 6 } as const;
const TRAY_LEVELS_CM = [1, 2, 3, 4, 5] as const;

/** A pot with open holes stood in a tray of water. */
export function inTray({ setup, system }: Changing): Family[] {
  if (!openingsOf(setup).baseIsOpen || fixtureOf(setup, "tray")) return [];
  const foot = cutAt(setup.vessel, 0);
  const wallCm = setup.vessel.wallCm;
  const tray: Fixture = {
    kind: "tray",
    id: "tray-under",
    insideLengthCm: Math.ceil(foot.lengthCm + 2 * (wallCm + TRAY_CM.beside)),
    insideWidthCm: Math.ceil(foot.widthCm + 2 * (wallCm + TRAY_CM.beside)),
    insideDepthCm: TRAY_CM.deep,
  };
  const levels = TRAY_LEVELS_CM.filter((levelCm) => levelCm < stackHeightCm(setup));
  return [
    {
      id: "tray",
      turns: [...DRY_LIMITS, "crown"],
      steps: levels.map((levelCm) => ({
        label: `Stand it in a tray with ${formatLength(levelCm, system)} of water`,
        setup: withWater(withFixture(setup, tray), { by: "level", levelCm }),
        effort: 2 + 0.1 * levelCm,
      })),
    },
  ];
}

/** Holes plugged, for what lives in wet ground or in water. */
export function plugged({ setup, occupant, system }: Changing): Family[] {
  if (occupant.life !== "plant" || !openingsOf(setup).baseIsOpen || fixtureOf(setup, "tray")) return [];
  if (occupant.saturationDays.growing.typical < 100) return [];
  const holes = fixturesOf(setup, "hole").filter((one) => one.in === "base" && !one.plugged);
  if (holes.length === 0) return [];
  const closed = holes.reduce((made, hole) => withFixture(made, { ...hole, plugged: true }), setup);
  const topCm = stackHeightCm(setup);
  const wanted = topCm - occupant.crownOverWaterCm.typical;
  const levels = [wanted, topCm - 2, topCm / 2]
    .map(toMillimetre)
    .filter((levelCm) => levelCm >= 1 && levelCm <= setup.vessel.insideDepthCm - 1);
  return [
    {
      id: "plug",
      turns: [...DRY_LIMITS, "crown"],
      steps: levels.map((levelCm) => ({
        label: `Plug its holes, and keep the water at ${formatLength(levelCm, system)}`,
        setup: withWater(closed, { by: "level", levelCm }),
        effort: 3,
      })),
    },
  ];
}

/** A layer this thin, or this small a part of the stack, is no soil of its own. */
const THIN_CM = 3;
const THIN_SHARE = 0.2;

/** A thin layer that lies wrong, taken out, or changed for what its animal may live on. */
export function thinLayers({ setup, medium, occupant, soils }: Changing): Family[] {
  const height = stackHeightCm(setup) - setup.fillFromCm;
  const turns: readonly Limit[] = [...WATER_LIMITS, "lime", "feed", "salts", "pH", "harm"];
  return setup.layers.flatMap((layer, index): Family[] => {
    const found = medium(layer.mediumId);
    const isThin = layer.thicknessCm <= THIN_CM || layer.thicknessCm <= THIN_SHARE * height;
    // stones over a reservoir hold it, and are not taken out
    const holds = setup.water.by === "level" && index === 0 && found !== undefined && breaksCapillarity(found);
    if (!found || !isThin || setup.layers.length < 2 || layer.legs || holds) return [];
    const name = layer.name || found.name.toLowerCase();
    const effort = layerEffort(layer.thicknessCm * vesselAreaCm2(setup.vessel));
    const out: Step = { label: `Take out the ${name}`, setup: withoutLayer(setup, layer.id), effort };
    const instead = soils.find((id) => id !== layer.mediumId && medium(id));
    const changed: Step[] =
      instead && occupant.life === "animal" && index === setup.layers.length - 1
        ? [
            {
              label: `Lay ${medium(instead)!.name.toLowerCase()} there instead of the ${name}`,
              setup: withLayer(setup, layer.id, { mediumId: instead }),
              effort: effort + 1,
            },
          ]
        : [];
    return [{ id: "layer", turns, steps: [out, ...changed] }];
  });
}

const BIGGER = [1.2, 1.4, 1.7] as const;
const SMALLER = [0.8, 0.65, 0.5, 0.4] as const;
/** A pot wider than this is a bed, which nobody changes for another size; and none is made smaller than a cup. [cm] */
const WIDEST_POT_CM = 60;
const LEAST_POT_CM = 6;

/** A pot, tub or case of the same kind, bigger or smaller, filled the same way. */
export function otherPots({ setup, system }: Changing): Family[] {
  const step = (factor: number): Step | undefined => {
    const made = scaledSetup(setup, factor);
    const { widthCm } = cutAt(made.vessel, made.vessel.insideDepthCm);
    if (widthCm > WIDEST_POT_CM || made.vessel.insideDepthCm < LEAST_POT_CM || made.vessel.insideDepthCm > 100)
      return undefined;
    return {
      label: `Move it to a vessel ${threeFigures(factor, 2)} times the size: ${formatLength(widthCm, system)} across and ${formatLength(made.vessel.insideDepthCm, system)} deep`,
      setup: made,
      effort: 7 + 0.5 * Math.abs(Math.log2(factor)),
    };
  };
  const family = (factors: readonly number[], turns: readonly Limit[]): Family => ({
    id: "pot",
    turns,
    steps: factors.flatMap((factor) => step(factor) ?? []),
  });
  return [
    family(BIGGER, ["soil-depth", "root-room", "ground-room", "ground-depth", ...DRY_LIMITS]),
    family(SMALLER, ["stays-wet", "wet-days"]),
  ].filter(({ steps }) => steps.length > 0);
}

/** A setup built the same way at another size. */
function scaledSetup(setup: Setup, factor: number): Setup {
  const of = (cm: number): number => toMillimetre(cm * factor);
  const { water } = setup;
  const scaled = (one: Fixture): Fixture => {
    if (one.kind === "tray")
      return { ...one, insideLengthCm: of(one.insideLengthCm), insideWidthCm: of(one.insideWidthCm) };
    const height = fixtureHeightKey(one);
    return height && height in one
      ? { ...one, [height]: of((one as unknown as Record<typeof height, number>)[height]) }
      : one;
  };
  return {
    ...setup,
    vessel: scaledVessel(setup.vessel, factor),
    fillFromCm: of(setup.fillFromCm),
    fixtures: setup.fixtures.map(scaled),
    layers: setup.layers.map((layer) => ({
      ...layer,
      thicknessCm: of(layer.thicknessCm),
      legs: layer.legs && { ...layer.legs, acrossCm: of(layer.legs.acrossCm) },
    })),
    water:
      water.by === "level"
        ? { by: "level", levelCm: of(water.levelCm) }
        : water.by === "volume"
          ? { by: "volume", storedCm3: Math.round(water.storedCm3 * factor ** 3) }
          : water,
  };
}
