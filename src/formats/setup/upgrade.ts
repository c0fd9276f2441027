import { USUAL_HISTORY, UNSAID_SITE } from "../../core/stack/setup";
import type { Fixture } from "../../core/stack/fixtures";
import { USUAL_WALLS, type VesselMaterial } from "../../core/vessel/vessel";
import { upgradesTo } from "../upgrades";
import { SETUP_VERSION } from "./document";

type Loose = Readonly<Record<string, unknown>>;

const isObject = (value: unknown): value is Loose =>
  typeof value === "object" && value !== null && !Array.isArray(value);
/** A list's entries changed where they are objects; what is none is left for the schema to name. */
const each = (list: unknown, change: (one: Loose) => object): unknown =>
  Array.isArray(list) ? list.map((one: unknown) => (isObject(one) ? change(one) : one)) : list;
/** A key and its value, or nothing where there was no such key: what is missing stays missing. */
const kept = (document: Loose, key: string, value: unknown): Loose => (key in document ? { [key]: value } : {});

/** Version 2 brought the history, the demand and wick feet. */
function fromVersion1(document: object): Loose {
  const old = document as Loose;
  return {
    ...old,
    version: 2,
    history: USUAL_HISTORY,
    demandMmPerDay: USUAL_OF_4.open,
    ...kept(
      old,
      "layers",
      each(old.layers, (layer) => ({ ...layer, areaShare: 1 })),
    ),
  };
}

/**
 * Version 3 made a setup a vessel, its fixtures and its fill: the three ways of holding water became the holes that held
 * it and how it was filled, a share of the area became feet of a width, and a vessel got a base of its own.
 */
function fromVersion2(document: object): Loose {
  const old = document as Loose;
  const areaCm2 = oldAreaCm2(old.vessel);
  return {
    ...old,
    version: 3,
    ...kept(old, "vessel", isObject(old.vessel) ? withBase(old.vessel) : old.vessel),
    fixtures: isObject(old.water) ? holesOf(old.water) : [],
    fillFromCm: 0,
    ...kept(
      old,
      "layers",
      each(old.layers, ({ areaShare, ...layer }) => ({
        ...layer,
        legs:
          typeof areaShare === "number" && areaShare < 1 && areaCm2 > 0
            ? { section: "square", count: FEET, acrossCm: Math.sqrt((areaShare * areaCm2) / FEET) }
            : null,
        separator: null,
      })),
    ),
    ...kept(old, "water", isObject(old.water) ? standing(old.water) : old.water),
    planting: null,
    site: { sun: "unsaid", rain: "unsaid", children: "unsaid", roofM2: 0 },
  };
}

/** Version 4 brought who lives there, more of the place, and how often it is watered. */
function fromVersion3(document: object): Loose {
  const old = document as Loose;
  const { lightMolPerDay, coldestC, warmestC, humidity, waterPpm } = UNSAID_SITE;
  return {
    ...old,
    version: 4,
    ...kept(
      old,
      "site",
      isObject(old.site) ? { ...old.site, lightMolPerDay, coldestC, warmestC, humidity, waterPpm } : old.site,
    ),
    occupants: [],
    wateredEveryDays: null,
  };
}

/** What versions to 4 took a day to be until somebody said what it is. [mm/day] */
const USUAL_OF_4 = { closed: 0.05, open: 4 };

/** Version 5 tells a demand that was said from the one that nobody had touched. */
function fromVersion4(document: object): Loose {
  const { demandMmPerDay, ...old } = document as Loose;
  const closed = isObject(old.water) && old.water.by === "volume";
  const usual = closed ? USUAL_OF_4.closed : USUAL_OF_4.open;
  return {
    ...old,
    version: 5,
    ...(demandMmPerDay === undefined
      ? {}
      : { demand: demandMmPerDay === usual ? { by: "place" } : { by: "said", mmPerDay: demandMmPerDay } }),
  };
}

/**
 * Version 6 brought what is given to a layer, how it is laid, how grown a plant is, fronts, strips of feed, slots of a
 * cover sheet and pipes in a drain; each is absent where nobody said it, as before.
 */
const fromVersion5 = (document: object): Loose => ({ ...(document as Loose), version: 6 });

/** Version 7 brought the places a setup stands at; one from before stands at none. */
const fromVersion6 = (document: object): Loose => ({ ...(document as Loose), version: 7 });

/** Version 8 brought what it is watered with and what runs into it: the tap, and nothing, until somebody says. */
const fromVersion7 = (document: object): Loose => ({ ...(document as Loose), version: 8 });

export const SETUP_UPGRADES = upgradesTo(
  SETUP_VERSION,
  fromVersion1,
  fromVersion2,
  fromVersion3,
  fromVersion4,
  fromVersion5,
  fromVersion6,
  fromVersion7,
);

/** A share of the area said nothing of how many feet there are. */
const FEET = 4;

function withBase(vessel: Loose): Loose {
  const material = vessel.material as VesselMaterial;
  const walls = { ...(USUAL_WALLS[material] ?? USUAL_WALLS.unsaid), foodSafe: "unsaid" };
  return vessel.shape === "round"
    ? { ...vessel, baseDiameterCm: vessel.insideDiameterCm, ...walls }
    : { ...vessel, baseLengthCm: vessel.insideLengthCm, baseWidthCm: vessel.insideWidthCm, ...walls };
}

function oldAreaCm2(vessel: unknown): number {
  if (!isObject(vessel)) return 0;
  const { shape, insideDiameterCm, insideLengthCm, insideWidthCm } = vessel;
  if (shape === "round" && typeof insideDiameterCm === "number") return Math.PI * (insideDiameterCm / 2) ** 2;
  return typeof insideLengthCm === "number" && typeof insideWidthCm === "number" ? insideLengthCm * insideWidthCm : 0;
}

const hole = (id: string, place: "base" | "wall", lipCm: number, diameterCm: number, count: number): Fixture => ({
  kind: "hole",
  id,
  in: place,
  lipCm,
  diameterCm,
  count,
  acrossShare: place === "wall" ? 1 : 0.5,
  plugged: false,
});

/** The holes that a way of holding water stood for, as wide and as many as is usual. */
function holesOf({ kind, overflowCm, outletCm }: Loose): readonly Fixture[] {
  if (kind === "free-water" && typeof overflowCm === "number") return [hole("overflow", "wall", overflowCm, 1.2, 2)];
  if (kind !== "drained" || typeof outletCm !== "number") return [];
  return outletCm > 0 ? [hole("outlet", "wall", outletCm, 1.2, 2)] : [hole("holes", "base", 0, 1, 4)];
}

function standing({ kind, overflowCm: _overflow, outletCm: _outlet, ...rest }: Loose): Loose {
  switch (kind) {
    case "free-water":
      return { ...rest, by: "level" };
    case "drained":
      return { ...rest, by: "soaking" };
    case "dosed":
      return { ...rest, by: "volume" };
    default:
      return { ...rest, by: kind };
  }
}
