import { toMillimetre } from "../units/numbers";
import { withFixture, withPlanting, withRhythm, withWater, withoutFixture } from "../stack/edit";
import { withLayer } from "../stack/edit";
import { withOrWithoutDrainage } from "../stack/drainage-layer";
import { fixtureOf, fixturesOf } from "../stack/fixtures";
import { USUAL_PLANTING } from "../stack/setup";
import { boundariesCm, drainsAtCm, headroomCm, openingsOf } from "../stack/geometry";
import { reservoirLayer, withReservoirTop } from "../stack/platform";
import { formatLength, formatVolume, threeFigures } from "../units/units";
import { vesselAreaCm2 } from "../vessel/vessel";
import { hydrostaticStorageCm3 } from "../water/equilibrium";
import { mixAsMedium } from "../water/mix-as-medium";
import { asDampAs } from "../water/same-damp";
import { AIRY_AMENDMENTS, MOIST_AMENDMENTS } from "./mixed-in";
import {
  byDegree,
  DRY_LIMITS,
  layerEffort,
  litres,
  mainSoil,
  WATER_LIMITS,
  WET_LIMITS,
  type Changing,
  type Family,
  type Step,
} from "./family";
import { fed, fewer, lids, otherKinds, places, rainWater, startedYoung, withoutCompany } from "./changes-living";
import { drilled, inTray, otherPots, plugged, thinLayers } from "./changes-vessel";
import { restsDry } from "./rest";
import type { Limit } from "./verdict";

/** Less water than this in a reservoir is none. [cm] */
const LOWEST_LEVEL_CM = 0.5;
/** Every way there is to change this setup for this one that lives in it. */
export function familiesOf(changing: Changing): readonly Family[] {
  return [
    ...rhythms(changing),
    ...doses(changing),
    ...levels(changing),
    ...holes(changing),
    ...trays(changing),
    ...drilled(changing),
    ...inTray(changing),
    ...plugged(changing),
    ...thinLayers(changing),
    ...otherPots(changing),
    ...mounds(changing),
    ...moreSoil(changing),
    ...lowerReservoir(changing),
    ...drainage(changing),
    ...soils(changing),
    ...amended(changing),
    ...lids(changing),
    ...places(changing),
    ...rainWater(changing),
    ...fed(changing),
    ...startedYoung(changing),
    ...fewer(changing),
    ...withoutCompany(changing),
    ...otherKinds(changing),
  ];
}

const RHYTHMS = [0.5, 1, 2, 3, 4, 5, 6, 7, 8, 10, 12, 14, 17, 21, 28, 35, 45, 60] as const;

function rhythms({ setup, states, occupant }: Changing): Family[] {
  const now = states.everyDays;
  if (now === null) return [];
  const byHand: Step = {
    label: `Water it when it has dried out, not by the calendar${occupant.life === "plant" && restsDry(occupant) ? ", and hardly in its rest" : ""}`,
    setup: withRhythm(setup, null),
    effort: 0.6,
  };
  const words = (days: number): string => (days === 1 ? "every day" : `every ${threeFigures(days, 1)} days`);
  const step = (days: number): Step => ({
    label: `Water it ${words(days)} instead of ${words(now)}`,
    setup: withRhythm(setup, days),
    effort: 0.5 + 0.1 * Math.abs(Math.log2(days / now)),
  });
  return [
    { id: "rhythm", turns: WATER_LIMITS, steps: RHYTHMS.filter((days) => days > now).map(step) },
    ...(setup.water.by === "soaking"
      ? [{ id: "rhythm" as const, turns: [...WET_LIMITS, "rest"] as const, steps: [byHand] }]
      : []),
    {
      id: "rhythm",
      turns: DRY_LIMITS,
      steps: RHYTHMS.filter((days) => days < now)
        .toReversed()
        .map(step),
    },
  ];
}

/** Free water thought on so far under the base, to which a dosed vessel is brought. [cm] */
const DOSE_LEVELS_CM = [-2000, -1000, -600, -400, -250, -150, -100, -70, -45, -30, -20, -12, -6, -2, 0, 2] as const;

function doses({ setup, states, system }: Changing): Family[] {
  const { water } = setup;
  if (water.by !== "volume") return [];
  const doses = DOSE_LEVELS_CM.map((level) => Math.round(hydrostaticStorageCm3(states.column, level) / 10) * 10);
  const step = (storedCm3: number): Step => {
    const by = storedCm3 - water.storedCm3;
    return {
      label:
        by > 0
          ? `Give it ${formatVolume(by, system)} more water`
          : `Take ${formatVolume(-by, system)} of its water out, or let that dry away`,
      setup: withWater(setup, { by: "volume", storedCm3 }),
      effort: (by > 0 ? 1 : 2) + 0.1 * litres(Math.abs(by)),
    };
  };
  const more = doses.filter((dose) => dose > water.storedCm3 * 1.01);
  // what is given by the calendar is given less, not let out again each time
  const less =
    setup.wateredEveryDays === null ? doses.filter((dose) => dose < water.storedCm3 * 0.99).toReversed() : [];
  return [
    { id: "dose", turns: ["dry-for-good", "deep-damp", "surface-damp", "burrow"], steps: more.map(step) },
    { id: "dose", turns: WET_LIMITS, steps: less.map(step) },
  ];
}

function levels({ setup, states, system }: Changing): Family[] {
  const { water } = setup;
  if (water.by !== "level") return [];
  const { levelCm } = water;
  const { over, baseIsOpen, trayBedCm, trayRimCm } = openingsOf(setup);
  const litresBetween = (a: number, b: number): number =>
    litres(Math.abs(a - b) * vesselAreaCm2(setup.vessel, Math.max(0, Math.min(a, b))));
  const step = (to: number): Step | undefined =>
    to === levelCm
      ? undefined
      : {
          label: `Let the water stand at ${formatLength(to, system)} instead of ${formatLength(levelCm, system)}`,
          setup: withWater(setup, { by: "level", levelCm: to }),
          effort: 1 + 0.1 * litresBetween(to, levelCm),
        };
  const lowest = baseIsOpen ? Math.max(trayBedCm ?? 0, -1) + 0.2 : LOWEST_LEVEL_CM;
  const highest = Math.min(
    baseIsOpen ? (trayRimCm ?? 0) - 0.3 : (over[0]?.lipCm ?? states.column.heightCm),
    setup.vessel.insideDepthCm,
  );
  return [
    ...byDegree("level", [...WET_LIMITS, "water-roots"], levelCm, lowest, step),
    ...byDegree("level", [...DRY_LIMITS, "crown"], levelCm, highest, step),
  ];
}

/** The lowest hole in the wall, moved; what stood over it stands there no more. */
function holes({ setup, states, system }: Changing): Family[] {
  const hole = fixturesOf(setup, "hole")
    .filter((one) => one.in === "wall" && !one.plugged)
    .sort((a, b) => a.lipCm - b.lipCm)[0];
  if (!hole) return [];
  const step = (lipCm: number): Step | undefined => {
    const moved = withFixture(setup, { ...hole, lipCm });
    const { water } = setup;
    const by = lipCm - hole.lipCm;
    return {
      label: `Drill ${water.by === "soaking" ? "an outlet" : "an overflow"} at ${formatLength(lipCm, system)}${by > 0 ? `, and plug the one at ${formatLength(hole.lipCm, system)}` : ` instead of ${formatLength(hole.lipCm, system)}`}`,
      setup: water.by === "level" && water.levelCm > lipCm ? withWater(moved, { by: "level", levelCm: lipCm }) : moved,
      effort: by > 0 ? 4 : 3,
    };
  };
  return [
    ...byDegree("hole", [...WET_LIMITS, "water-roots"], hole.lipCm, Math.max(0.5, setup.fillFromCm), step),
    ...byDegree(
      "hole",
      [...DRY_LIMITS, "crown"],
      hole.lipCm,
      Math.min(states.column.heightCm - 0.5, setup.vessel.insideDepthCm - 0.5),
      step,
    ),
  ];
}

function trays({ setup }: Changing): Family[] {
  const tray = fixtureOf(setup, "tray");
  if (!tray || setup.water.by !== "level") return [];
  return [
    {
      id: "no-tray",
      turns: WET_LIMITS,
      steps: [
        {
          label: "Take it out of the tray, and water it from the top",
          setup: withWater(withoutFixture(setup, tray.id), { by: "soaking" }),
          effort: 1.5,
        },
      ],
    },
  ];
}

const HIGHEST_MOUND_CM = 6;

function mounds({ setup, occupant, system }: Changing): Family[] {
  if (occupant.life !== "plant") return [];
  const now = setup.planting?.crownOverSoilCm ?? 0;
  return byDegree("mound", ["crown"], now, now + HIGHEST_MOUND_CM, (crownOverSoilCm) => ({
    label: `Plant it with its crown ${formatLength(crownOverSoilCm, system)} over the soil, on a mound`,
    setup: withPlanting(setup, { ...USUAL_PLANTING, ...setup.planting, crownOverSoilCm }),
    effort: 1.5,
  }));
}

/** So much more soil is a hand's work; more is another pot, or a drain. [cm] */
const MOST_MORE_SOIL_CM = 8;
const LEAST_MORE_SOIL_CM = 0.5;

/**
 * The uppermost soil deeper, as far as there is room under the rim. Where nothing drains it takes roots out of the water
 * for as long as it takes to rise after them: it is not offered against wetness there.
 */
function moreSoil({ setup, system }: Changing): Family[] {
  const soil = setup.layers.findLast(({ rooted }) => rooted) ?? setup.layers.at(-1);
  const roomCm = Math.min(headroomCm(setup), MOST_MORE_SOIL_CM, soil?.thicknessCm ?? 0);
  if (!soil || roomCm < 0.5) return [];
  const drains = drainsAtCm(setup) !== undefined;
  const turns: readonly Limit[] = [...(drains ? WATER_LIMITS : DRY_LIMITS), "soil-depth", "ground-depth"];
  return byDegree("more-soil", turns, 0, toMillimetre(roomCm), (by) =>
    by < LEAST_MORE_SOIL_CM
      ? undefined
      : {
          label: `Fill in ${formatLength(by, system)} more of its soil`,
          setup: withLayer(setup, soil.id, { thicknessCm: toMillimetre(soil.thicknessCm + by) }),
          effort: layerEffort(by * vesselAreaCm2(setup.vessel)),
        },
  );
}

/** Less room for water under the soil than this is none. [cm] */
const LEAST_RESERVOIR_CM = 1;

/** A platform lower down, or fewer stones: the soil gets the depth, and overflow and water go with it. */
function lowerReservoir({ setup, system }: Changing): Family[] {
  const index = reservoirLayer(setup);
  if (index === undefined) return [];
  const heights = boundariesCm(setup);
  const [footCm, nowCm] = [heights[index]!, heights[index + 1]!];
  const what = setup.layers[index]!.legs ? "Lower the platform" : "Make the reservoir under the soil shallower, down";
  return byDegree("reservoir", ["soil-depth", ...DRY_LIMITS], nowCm, footCm + LEAST_RESERVOIR_CM, (toCm) =>
    toCm >= nowCm
      ? undefined
      : {
          label: `${what} from ${formatLength(nowCm, system)} to ${formatLength(toCm, system)}, overflow and water with it, and fill soil in`,
          setup: withReservoirTop(setup, toCm),
          effort: layerEffort((nowCm - toCm) * vesselAreaCm2(setup.vessel)) + 1,
        },
  );
}

function drainage({ setup, medium }: Changing): Family[] {
  const change = withOrWithoutDrainage(setup, medium, "drainage-put-in");
  if (!change) return [];
  const name = change.medium.name.toLowerCase();
  return [
    {
      id: "drainage",
      turns: WATER_LIMITS,
      steps: [
        {
          label:
            change.kind === "without"
              ? `Take out the ${name}, and let the soil reach down`
              : `Put ${name} under the soil`,
          setup: asDampAs(setup, change.setup, medium),
          effort: layerEffort(change.thicknessCm * vesselAreaCm2(setup.vessel, 0)) + 1,
        },
      ],
    },
  ];
}

const COARSE_MM = 4;
/** Parts of soil to one of what is mixed into it, from the least. */
const AMENDED_PARTS = [6, 4, 3, 2, 1] as const;
const PROPOSED_MIX = "mix:proposed";

/** Something mixed into the soil that is there. */
function amended(changing: Changing): Family[] {
  const { medium, partsOf, occupant } = changing;
  const main = mainSoil(changing);
  const base = main && medium(main.soil.mediumId);
  if (!main || !base || occupant.life !== "plant") return [];
  const parts = partsOf(main.soil.mediumId) ?? [{ mediumId: main.soil.mediumId, parts: 1 }];
  const sum = parts.reduce((all, one) => all + one.parts, 0);
  const soilName = base.name.toLowerCase();
  const family = (amendmentId: string, turns: readonly Limit[]): Family[] => {
    const amendment = medium(amendmentId);
    if (!amendment || parts.some(({ mediumId }) => mediumId === amendmentId)) return [];
    const steps = AMENDED_PARTS.flatMap((soilParts): Step[] => {
      const recipe = [...parts, { mediumId: amendmentId, parts: Number((sum / soilParts).toFixed(4)) }];
      const media = recipe.flatMap(({ mediumId, parts: amount }) => {
        const found = medium(mediumId);
        return found ? [{ medium: found, parts: amount }] : [];
      });
      const name = `${base.name} with ${amendment.name.toLowerCase()} ${soilParts}:1`;
      const mediumId = `${PROPOSED_MIX}-${amendmentId}-${soilParts}`;
      const made = media.length === recipe.length ? mixAsMedium(mediumId, name, media) : undefined;
      if (!made?.ok) return [];
      const share = 1 / (soilParts + 1);
      return [
        {
          label: `Mix ${amendment.name.toLowerCase()} into the ${soilName}: ${soilParts === 1 ? "as much as there is soil" : `${soilParts} parts of soil to 1`}`,
          setup: main.of(mediumId),
          effort: 5 + 0.25 * litres(share * main.cm3),
          mix: { made: made.value, name, parts: recipe },
        },
      ];
    });
    return [{ id: "amend", turns, steps }];
  };
  return [
    ...AIRY_AMENDMENTS.flatMap((id) => family(id, WET_LIMITS)),
    // fines fall through coarse bark and stones and choke their foot
    ...(base.particleSizeMm.d50 < COARSE_MM ? MOIST_AMENDMENTS.flatMap((id) => family(id, DRY_LIMITS)) : []),
  ];
}

/** The thickest soil, or ground, of another medium. */
function soils(changing: Changing): Family[] {
  const { medium, soils: offered } = changing;
  const main = mainSoil(changing);
  if (!main) return [];
  const { soil, cm3, of } = main;
  return [
    {
      id: "soil",
      turns: [...WATER_LIMITS, "pH", "lime", "salts", "feed", "harm", "provided"],
      steps: offered.flatMap((mediumId) => {
        const found = medium(mediumId);
        if (!found || mediumId === soil.mediumId) return [];
        return [
          {
            label: `Change ${soil.name || (medium(soil.mediumId)?.name.toLowerCase() ?? "its soil")} for ${found.name.toLowerCase()}`,
            setup: of(mediumId),
            effort: 6 + 0.25 * litres(cm3),
          },
        ];
      }),
    },
  ];
}
