import { withFixture, withLayer, withOccupants, withSite, withoutFixture } from "../stack/edit";
import { fixtureOf } from "../stack/fixtures";
import type { Setup } from "../stack/setup";
import { siteOf } from "../stack/site";
import type { Animal, Guild, Occupant } from "../occupants/occupant";
import { formatPercent, formatTemperature, threeFigures } from "../units/units";
import { litres, mainSoil, STEPS, WATER_LIMITS, type Changing, type Family } from "./family";
import { wantsWinter } from "./rest";
import type { Limit } from "./verdict";

/** Changes of the place, of the lid, of feed, and of who lives there: what leaves the stack as it is. */

/** Plants of dry air want no lid, whatever gap it leaves: glass without a hole keeps the damp. */
const DRY_AIR = 0.7;

export function lids({ setup, occupant }: Changing): Family[] {
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
export function places({ setup, occupant, system }: Changing): Family[] {
  const site = siteOf(setup);
  const degrees = (value: number): string => formatTemperature(value, system);
  const families: Family[] = [];
  const place = (turns: readonly Limit[], label: string, change: Partial<Setup["site"]>, effort = 2): void => {
    families.push({
      id: "place",
      turns,
      steps: [{ label, setup: withSite(setup, { ...setup.site, ...change }), effort }],
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
  if (site.sun === "sun") place(["shut-in-sun"], "Move it out of the sun, to bright shade", { sun: "shade" });
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
    place(["light"], `Give it ${threeFigures(typical, 0)} mol/m² of light a day: another window, or a lamp`, {
      lightMolPerDay: typical,
    });
  }
  return families;
}

/** Rain holds next to nothing. [mg/L] */
const RAIN_PPM = 15;

export function rainWater({ setup }: Changing): Family[] {
  const site = siteOf(setup);
  if (site.waterPpm !== null && site.waterPpm <= RAIN_PPM) return [];
  return [
    {
      id: "rain-water",
      turns: ["water-solids"],
      steps: [
        { label: "Give it rain water", setup: withSite(setup, { ...setup.site, waterPpm: RAIN_PPM }), effort: 1 },
      ],
    },
  ];
}

/** Slow-release feed for a season. [g/L of soil] */
const FEED_G_PER_L = 3;

export function fed(changing: Changing): Family[] {
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
export function startedYoung({ setup, occupancyId, occupant }: Changing): Family[] {
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

export function fewer({ setup, occupancyId, occupant }: Changing): Family[] {
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

export function withoutCompany({ setup, occupancyId, nameOf }: Changing): Family[] {
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
export function otherKinds({ setup, occupancyId, occupant, kinds }: Changing): Family[] {
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
