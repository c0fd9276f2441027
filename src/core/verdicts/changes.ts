import { toMillimetre } from "../units/numbers";
import {
  withFixture,
  withOccupants,
  withPlanting,
  withRhythm,
  withSite,
  withWater,
  withoutFixture,
} from "../stack/edit";
import { withLayer } from "../stack/edit";
import { withOrWithoutDrainage } from "../stack/drainage-layer";
import { fixtureOf, fixturesOf } from "../stack/fixtures";
import { USUAL_PLANTING, type Setup } from "../stack/setup";
import { boundariesCm, drainsAtCm, headroomCm, openingsOf } from "../stack/geometry";
import { reservoirLayer, withReservoirTop } from "../stack/platform";
import type { Medium } from "../media/medium";
import type { RecipePart } from "../mixing/recipe";
import type { Animal, Guild, Occupant } from "../occupants/occupant";
import {
  formatLength,
  formatPercent,
  formatTemperature,
  formatVolume,
  threeFigures,
  type UnitSystem,
} from "../units/units";
import { vesselAreaCm2 } from "../vessel/vessel";
import { hydrostaticStorageCm3 } from "../water/equilibrium";
import { mixAsMedium } from "../water/mix-as-medium";
import type { MediumLookup } from "../water/network";
import { asDampAs } from "../water/same-damp";
import { AIRY_AMENDMENTS, MOIST_AMENDMENTS } from "./mixed-in";
import {
  byDegree,
  DRY_LIMITS,
  layerEffort,
  litres,
  STEPS,
  WATER_LIMITS,
  WET_LIMITS,
  type Changing,
  type Family,
  type Step,
} from "./family";
import { drilled, inTray, otherPots, plugged, thinLayers } from "./changes-vessel";
import { restsDry, wantsWinter } from "./rest";
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

/** The thickest soil, or ground: all layers of its medium, and how much of it there is. */
function mainSoil({ setup, occupant }: Changing) {
  const rooted = setup.layers.filter((layer) => layer.rooted || occupant.life === "animal");
  const soil = rooted.reduce<(typeof rooted)[number] | undefined>(
    (best, layer) => (best && best.thicknessCm >= layer.thicknessCm ? best : layer),
    undefined,
  );
  if (!soil) return undefined;
  const same = setup.layers.filter(({ mediumId }) => mediumId === soil.mediumId);
  const cm3 = same.reduce((sum, { thicknessCm }) => sum + thicknessCm * vesselAreaCm2(setup.vessel), 0);
  const of = (mediumId: string): Setup => same.reduce((changed, { id }) => withLayer(changed, id, { mediumId }), setup);
  return { soil, cm3, of };
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

/** Plants of dry air want no lid, whatever gap it leaves: glass without a hole keeps the damp. */
const DRY_AIR = 0.7;

function lids({ setup, occupant }: Changing): Family[] {
  const lid = fixtureOf(setup, "lid");
  const turns: readonly Limit[] = ["humidity", "moving-air", "open-share", "shut-in-sun"];
  const base = { id: "lid", turns } as const;
  if (!lid)
    return [
      {
        ...base,
        steps: [0.3, 0.15, 0.05].map((openShare) => ({
          label: `Put a lid on that leaves ${formatPercent(openShare)} open`,
          setup: withFixture(setup, { kind: "lid", id: "lid-put-on", openShare }),
          effort: 2,
        })),
      },
    ];
  const wantsNone = occupant.life === "plant" && occupant.humidity.high <= DRY_AIR;
  const shares = wantsNone
    ? []
    : [0.02, 0.05, 0.1, 0.15, 0.25, 0.4, 0.6, 0.9].filter((share) => Math.abs(share - lid.openShare) > 0.01);
  return [
    {
      ...base,
      steps: [
        ...shares
          .sort(
            (a, b) => Math.abs(Math.log(a / (lid.openShare + 0.01))) - Math.abs(Math.log(b / (lid.openShare + 0.01))),
          )
          .map((openShare) => ({
            label: `Leave ${formatPercent(openShare)} of the mouth open, not ${formatPercent(lid.openShare)}`,
            setup: withFixture(setup, { ...lid, openShare }),
            effort: 0.5,
          })),
        { label: "Take the lid off", setup: withoutFixture(setup, lid.id), effort: 0.5 },
      ],
    },
  ];
}

/** Under this, plants of cold winters rest. [°C] */
const WINTERED_C = 10;

/** Another place, as far as a pot can be carried to one. */
function places({ setup, occupant, system }: Changing): Family[] {
  const { site } = setup;
  const degrees = (value: number): string => formatTemperature(value, system);
  const families: Family[] = [];
  const place = (turns: readonly Limit[], label: string, change: Partial<Setup["site"]>, effort = 2): void => {
    families.push({
      id: "place",
      turns,
      steps: [{ label, setup: withSite(setup, { ...site, ...change }), effort }],
    });
  };
  const { temperatureC } = occupant;
  // what must not freeze is brought to where it is at ease, not to where it just lives
  const coldest =
    occupant.life === "animal" || (occupant.frostC.typical >= 1 && occupant.dormancy === "none")
      ? temperatureC.low
      : occupant.frostC.typical;
  if (site.coldestC !== null && site.coldestC < coldest)
    place(["cold"], `Take it in before it is colder than ${degrees(coldest)}`, {
      coldestC: Math.ceil(coldest),
      warmestC: site.warmestC === null ? null : Math.max(site.warmestC, Math.ceil(coldest)),
    });
  if (site.warmestC !== null && site.warmestC > temperatureC.high)
    place(["heat"], `Stand it where it does not get over ${degrees(temperatureC.high)}`, {
      warmestC: Math.floor(temperatureC.high),
      coldestC: site.coldestC === null ? null : Math.min(site.coldestC, Math.floor(temperatureC.high)),
    });
  if (occupant.life === "plant") {
    const { typical } = occupant.lightMolPerDay;
    if (wantsWinter(occupant) && site.coldestC !== null && site.coldestC > WINTERED_C)
      place(
        ["rest"],
        `Winter it at ${degrees(WINTERED_C - 5)} to ${degrees(WINTERED_C)}, in an unheated room or a cold frame`,
        {
          coldestC: Math.max(WINTERED_C - 5, Math.ceil(occupant.frostC.typical)),
        },
      );
    if (site.sun === "sun") place(["shut-in-sun"], "Move it out of the sun, to bright shade", { sun: "shade" });
    place(["light"], `Give it ${threeFigures(typical, 0)} mol/m² of light a day: another window, or a lamp`, {
      lightMolPerDay: typical,
    });
  }
  return families;
}

/** Rain holds next to nothing. [mg/L] */
const RAIN_PPM = 15;

function rainWater({ setup }: Changing): Family[] {
  const { site } = setup;
  if (site.waterPpm !== null && site.waterPpm <= RAIN_PPM) return [];
  return [
    {
      id: "rain-water",
      turns: ["water-solids"],
      steps: [{ label: "Give it rain water", setup: withSite(setup, { ...site, waterPpm: RAIN_PPM }), effort: 1 }],
    },
  ];
}

/** Slow-release feed for a season. [g/L of soil] */
const FEED_G_PER_L = 3;

function fed(changing: Changing): Family[] {
  const { setup, occupant } = changing;
  const main = mainSoil(changing);
  if (!main || occupant.life !== "plant" || occupant.feed !== "hungry") return [];
  const amount = Math.max(1, Math.round(FEED_G_PER_L * litres(main.cm3)));
  const given = { amendmentId: "slow-release", amount, given: "mixed" as const };
  return [
    {
      id: "feed",
      turns: ["feed"],
      steps: [
        {
          label: `Mix ${amount} g of slow-release feed into its soil`,
          setup: withLayer(setup, main.soil.id, { amendments: [...(main.soil.amendments ?? []), given] }),
          effort: 1.5,
        },
      ],
    },
  ];
}

/** What is put in as a cutting makes its roots where it is to live. */
function startedYoung({ setup, occupancyId, occupant }: Changing): Family[] {
  if (occupant.life !== "plant") return [];
  return [
    {
      id: "young",
      turns: ["water-roots"],
      steps: [
        {
          label: `Start with a cutting of ${occupant.name.toLowerCase()}, or a young one grown in water`,
          setup: withOccupants(
            setup,
            setup.occupants.map((one) => (one.id === occupancyId ? { ...one, stage: "young" as const } : one)),
          ),
          effort: 1.5,
        },
      ],
    },
  ];
}

function fewer({ setup, occupancyId, occupant }: Changing): Family[] {
  const mine = setup.occupants.find(({ id }) => id === occupancyId);
  if (!mine || mine.count < 2) return [];
  const counts = [
    ...new Set(
      Array.from({ length: STEPS }, (_, i) => Math.max(1, Math.floor((mine.count * (STEPS - 1 - i)) / STEPS))),
    ),
  ];
  return [
    {
      id: "fewer",
      turns: ["root-room", "ground-room", "company"],
      steps: counts
        .filter((count) => count < mine.count)
        .map((count) => ({
          label: `Keep ${count} of ${mine.count} ${occupant.name.toLowerCase()}`,
          setup: withOccupants(
            setup,
            setup.occupants.map((one) => (one.id === occupancyId ? { ...one, count } : one)),
          ),
          effort: 2,
        })),
    },
  ];
}

function withoutCompany({ setup, occupancyId, nameOf }: Changing): Family[] {
  return setup.occupants
    .filter(({ id }) => id !== occupancyId)
    .map(({ id }) => ({
      id: "without-company" as const,
      turns: ["company", "root-room"] as const,
      steps: [
        {
          label: `Move the ${nameOf(id)} out`,
          setup: withOccupants(
            setup,
            setup.occupants.filter((one) => one.id !== id),
          ),
          effort: 2.5,
        },
      ],
    }));
}

/** The last resort: one of its like that suits the vessel as it stands. */
function otherKinds({ setup, occupancyId, occupant, kinds }: Changing): Family[] {
  const isAlike = (one: Occupant): boolean =>
    one.id !== occupant.id &&
    (one.life === "plant"
      ? occupant.life === "plant" && LIKE_OF[one.guild] === LIKE_OF[occupant.guild]
      : occupant.life === "animal" && isLikeAnimal(one, occupant));
  const isOfGuild = (one: Occupant): boolean =>
    one.life !== "plant" || occupant.life !== "plant" || one.guild === occupant.guild;
  const ordered = kinds.filter(isAlike).sort((a, b) => Number(isOfGuild(b)) - Number(isOfGuild(a)));
  return ordered.length === 0
    ? []
    : [
        {
          id: "another-kind",
          turns: LAST_RESORT,
          steps: ordered.map((one) => ({
            label: `${one.life === "plant" ? "Grow" : "Keep"} ${one.name.toLowerCase()} in it instead`,
            setup: withOccupants(
              setup,
              setup.occupants.map((each) => (each.id === occupancyId ? { ...each, occupantId: one.id } : each)),
            ),
            effort: 8,
          })),
        },
      ];
}
/** What a grower would take for one of its like: who wants leaves in a room is not served with a sundew. */
const LIKE_OF: Record<Guild, string> = {
  bog: "bog",
  "bog-shrub": "bog",
  marginal: "water",
  corm: "water",
  sedge: "water",
  grass: "grass",
  "fruiting-crop": "kitchen",
  "leafy-crop": "kitchen",
  "root-crop": "kitchen",
  "moist-herb": "herbs",
  "dry-herb": "herbs",
  acid: "woody",
  shrub: "woody",
  "dwarf-tree": "woody",
  houseplant: "leaves",
  aroid: "leaves",
  fern: "leaves",
  "jewel-orchid": "leaves",
  bromeliad: "leaves",
  "airy-epiphyte": "leaves",
  orchid: "orchid",
  moss: "moss",
  succulent: "succulent",
  "stone-plant": "succulent",
  bulb: "bulb",
};
/** Of one kind, about as large, and at home in water or on land alike: nobody takes springtails for a millipede. */
const LIKE_LENGTH = 3;
function isLikeAnimal(one: Animal, occupant: Animal): boolean {
  const ratio = one.bodyCm.typical / occupant.bodyCm.typical;
  const swims = ({ wants }: Animal): boolean => wants.includes("swim");
  return one.kind === occupant.kind && swims(one) === swims(occupant) && Math.max(ratio, 1 / ratio) <= LIKE_LENGTH;
}
const LAST_RESORT: readonly Limit[] = [
  ...WATER_LIMITS,
  "soil-depth",
  "root-room",
  "rest",
  "light",
  "cold",
  "heat",
  "humidity",
  "pH",
  "lime",
  "feed",
  "salts",
  "ground-room",
  "ground-depth",
  "harm",
  "provided",
  "company",
];
