import { designed } from "../design/design";
import { lasts, type Designed } from "../design/bench";
import { PURPOSE_FACTS } from "../design/purposes";
import type { Strategy } from "../design/strategies";
import { STRATEGIES } from "../design/strategies";
import type { Occupant, OccupantLookup } from "../occupants/occupant";
import { withLayer, withOccupants } from "../stack/edit";
import { reservoirTopCm } from "../stack/geometry";
import type { Setup, Site, Stage } from "../stack/setup";
import type { UnitSystem } from "../units/units";
import type { Comes } from "../vessel/shelf";
import type { Vessel } from "../vessel/vessel";
import { checksOf } from "../checks/checks";
import { readSettled } from "../readings/readings";
import { whenSound } from "../water/checked";
import type { MediumLookup } from "../water/network";
import { settle } from "../water/settle";
import { purposeOfKind, soilsFor } from "./guilds";
import { coarseCellCm, judgedWhole } from "./judge";
import { mend } from "./mend";
import { atStage } from "../demand/stage";
import type { FamilyId } from "./family";
import { GRADES, type Grade, type Limit } from "./verdict";

/** A setup that was built for one that is to live in it. */
export type Built = {
  readonly strategy: Strategy;
  readonly soilId: string;
  readonly designed: Designed;
  readonly grade: Grade;
  readonly against: readonly Limit[];
  readonly share: number;
  /** It keeps free water, and a fill of it is gone within a day or two. */
  readonly isShort: boolean;
  /** What the whole of it is told that wants mending, by heading: its page and sheet say the same. */
  readonly troubles: readonly string[];
};

export type BuildAsked = {
  readonly occupantId: string;
  readonly vessel: Vessel;
  readonly holed: boolean;
  readonly comes?: Comes | undefined;
  readonly site: Site;
  readonly system: UnitSystem;
  /** How many of it are to live there. */
  readonly count: number;
  /** How grown it is put in; absent for grown. */
  readonly stage?: Stage | undefined;
  /** The one way of holding water that was picked by hand; without it, all that may do. */
  readonly strategy: Strategy | undefined;
};

const MOST_SOILS = 4;
const MOST_SHOWN = 3;

/**
 * The ways of holding water and the soils that suit an occupant best in a vessel, the best first: each usual way is
 * designed, each usual soil laid into it, all judged, and the best of those that do not suit mended where one change
 * does it.
 */
export function buildFor(asked: BuildAsked, medium: MediumLookup, occupants: OccupantLookup): readonly Built[] {
  const occupant = occupants(asked.occupantId);
  if (!occupant) return [];
  const { stage = "grown" } = asked;
  // what is put in young grows up there, and is built for and judged as it will be; seed is moved on
  const builtFor: Stage = stage === "seed" ? "seed" : "grown";
  // whatever it grows into, seed is sown as seed is
  const purpose = builtFor === "seed" ? "seeds" : purposeOfKind(occupant);
  const usual = PURPOSE_FACTS[purpose].strategies;
  const ways = asked.strategy
    ? [asked.strategy]
    : [...usual, ...STRATEGIES.filter((one) => !usual.includes(one))].slice(0, usual.length + 2);
  const soils = soilsFor(occupant)
    .filter((id) => medium(id) !== undefined)
    .slice(0, MOST_SOILS);
  const built = ways.flatMap((strategy) =>
    soils.flatMap((soilId): Built[] => {
      const made = designed(
        {
          name: "",
          purpose,
          vessel: asked.vessel,
          holed: asked.holed,
          comes: asked.comes,
          strategy,
          site: asked.site,
          soilCm:
            occupant.life === "plant" ? atStage(occupant, builtFor).rootDepthCm.typical : occupant.depthCm.typical,
          soilId,
        },
        medium,
        asked.system,
      );
      if (!made.ok) return [];
      const setup = withOccupants(withSoil(made.value.setup, soilId), [
        { id: "for", occupantId: occupant.id, count: asked.count, ...(builtFor === "seed" && { stage: builtFor }) },
      ]);
      const one = judged(setup, made.value, strategy, soilId, medium, occupants);
      return one ? [one] : [];
    }),
  );
  const ranked = oneEachWay(built.sort(byLiking)).slice(0, MOST_SHOWN);
  return ranked
    .map((one) => mended(one, occupant, medium, occupants, asked.system))
    .sort(byLiking)
    .map((one) => (stage === "young" ? putInYoung(one) : one));
}

const putInYoung = (built: Built): Built => {
  const { setup } = built.designed;
  const occupants = setup.occupants.map((one) => ({ ...one, stage: "young" as const }));
  return { ...built, designed: { ...built.designed, setup: withOccupants(setup, occupants) } };
};

const byLiking = (a: Built, b: Built): number =>
  GRADES.indexOf(b.grade) - GRADES.indexOf(a.grade) ||
  a.troubles.length - b.troubles.length ||
  Number(a.isShort) - Number(b.isShort) ||
  b.share - a.share ||
  a.against.length - b.against.length;

function troublesOf(setup: Setup, medium: MediumLookup): readonly string[] {
  const settled = whenSound(setup, medium, (sound) => settle(sound, medium, coarseCellCm(setup)));
  if (!settled.ok) return settled.problems.map(({ message }) => message);
  const readings = readSettled(setup, settled.value, medium);
  return checksOf(setup, settled.value.network, readings, medium, "metric").flatMap(({ tone, heading }) =>
    tone === "trouble" ? [heading] : [],
  );
}

/** A reservoir that is gone sooner is filled every day, and no gain over watering from the top. [days] */
const SHORT_DAYS = 2;

/** Whether free water is kept for the roots, and a fill of it is gone at once. */
function isShortLived(setup: Setup, medium: MediumLookup): boolean {
  if (setup.water.by !== "level") return false;
  const { days } = lasts({ medium }, setup, reservoirTopCm(setup) ?? setup.water.levelCm);
  return days < SHORT_DAYS;
}

/** Of each way its best soil. */
function oneEachWay(built: readonly Built[]): readonly Built[] {
  const ways = new Set<Strategy>();
  return built.filter(({ strategy }) => {
    const isFirst = !ways.has(strategy);
    ways.add(strategy);
    return isFirst;
  });
}

/** The soil of a design is its uppermost rooted layer, or its uppermost layer where nothing is rooted. */
function withSoil(setup: Setup, mediumId: string): Setup {
  const soil =
    setup.layers.find(({ id }) => id === "soil") ??
    setup.layers.findLast(({ rooted }) => rooted) ??
    setup.layers.at(-1);
  return soil ? withLayer(setup, soil.id, { mediumId }) : setup;
}

function judged(
  setup: Setup,
  made: Designed,
  strategy: Strategy,
  soilId: string,
  medium: MediumLookup,
  occupants: OccupantLookup,
): Built | undefined {
  const [verdict] = judgedWhole(setup, medium, occupants, coarseCellCm(setup)) ?? [];
  if (!verdict) return undefined;
  const known = verdict.findings.filter(({ grade }) => grade !== "unknown");
  return {
    strategy,
    soilId,
    designed: { ...made, setup },
    grade: verdict.grade,
    against: [...new Set(known.filter(({ grade }) => grade !== "suits").map(({ limit }) => limit))],
    isShort: isShortLived(setup, medium),
    troubles: troublesOf(setup, medium),
    share: known.filter(({ grade }) => grade === "suits").length / Math.max(1, known.length),
  };
}

/** The same with the smallest change that makes it suit, where there is one that does not ask for another place. */
function mended(
  one: Built,
  occupant: Occupant,
  medium: MediumLookup,
  occupants: OccupantLookup,
  system: UnitSystem,
): Built {
  if (one.grade === "suits") return one;
  const { found } = mend({
    setup: one.designed.setup,
    medium,
    occupants,
    occupancyId: "for",
    soils: soilsFor(occupant),
    system,
  });
  const change = found.find(({ families }) => !families.some((family) => NOT_BUILT.includes(family)));
  if (!change || GRADES.indexOf(change.becomes) <= GRADES.indexOf(one.grade)) return one;
  const better = judged(change.setup, one.designed, one.strategy, one.soilId, medium, occupants);
  if (!better) return one;
  const gone = new Set(change.families.flatMap((family) => NOT_SO_ANY_MORE[family] ?? []));
  const reasons = [
    ...one.designed.reasons.filter(({ about }) => !gone.has(about)),
    { about: `For ${occupant.name.toLowerCase()}`, text: `${change.label}.` },
  ];
  return { ...better, designed: { setup: change.setup, reasons } };
}
/** What was said of a design, and is of it no more once it was changed in such a way. */
const NOT_SO_ANY_MORE: Partial<Record<FamilyId, readonly string[]>> = {
  drainage: ["Stones", "Reservoir", "Wick bed"],
  hole: ["Outlet", "Overflow", "Water"],
  level: ["Level", "Water", "Platform", "Reservoir", "Feet", "Cords"],
  dose: ["Water"],
  reservoir: ["Platform", "Screen", "Reservoir", "Feet", "Cords"],
  "more-soil": ["Depth", "Soil depth"],
  soil: ["Soil"],
  amend: ["Soil"],
  "no-tray": ["Tray", "Level"],
  lid: ["Lid"],
};
/** Another place, another kind, or what would make it another way of holding water than the one it stands under. */
const NOT_BUILT: readonly FamilyId[] = [
  "place",
  "rain-water",
  "fewer",
  "without-company",
  "drill",
  "tray",
  "plug",
  "pot",
  "another-kind",
];
