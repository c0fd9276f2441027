/**
 * What is built into a vessel besides its fill, at a height and at a place across it. Each kind says by itself what it
 * does; water/network.ts reads from them how the vessel holds water.
 */
export type Hole = {
  readonly kind: "hole";
  readonly id: string;
  /** In the base, or in the wall with its lowest edge at a height over the inside base. */
  readonly in: "base" | "wall";
  readonly lipCm: number;
  readonly diameterCm: number;
  readonly count: number;
  readonly acrossShare: number;
  /** A hole the vessel came with that has been stopped. */
  readonly plugged: boolean;
  /** The vessel came with it, and nobody drills it. Absent where it is made. */
  readonly came?: boolean | undefined;
};
/** A tube down to the base, through which the reservoir is filled and looked at. */
export type FillTube = {
  readonly kind: "fill-tube";
  readonly id: string;
  readonly diameterCm: number;
  readonly acrossShare: number;
  /** How water leaves it at its foot. */
  readonly foot: "cut" | "drilled";
};
/** A pipe through the base whose upper end lets out what stands higher. */
export type Standpipe = {
  readonly kind: "standpipe";
  readonly id: string;
  readonly diameterCm: number;
  readonly acrossShare: number;
  readonly lipCm: number;
  /** It stands in the drain the vessel came with, and nothing is drilled for it. Absent where it is. */
  readonly inDrain?: boolean | undefined;
};
/** A thin clear tube in which the level of the free water shows. */
export type TellTale = {
  readonly kind: "tell-tale";
  readonly id: string;
  readonly diameterCm: number;
  readonly acrossShare: number;
};
/** A tray or saucer the vessel stands in; through an open base both have one water. */
export type Tray = {
  readonly kind: "tray";
  readonly id: string;
  readonly insideLengthCm: number;
  readonly insideWidthCm: number;
  readonly insideDepthCm: number;
};
/** A watertight sheet inside the wall, up to a height. Holes under its edge are closed by it. */
export type Liner = { readonly kind: "liner"; readonly id: string; readonly topCm: number };
/** Mesh or a crock over the base holes: water passes, grains stay. */
export type DrainScreen = { readonly kind: "drain-screen"; readonly id: string };
/** What lies on the soil against splash and drying. */
export type Dressing = {
  readonly kind: "dressing";
  readonly id: string;
  readonly material: DressingMaterial;
  readonly thicknessCm: number;
  /** Of a cover sheet: so many slots are cut for plants. Absent where one a plant is meant. */
  readonly slots?: number | undefined;
};
/** Doors or a pane in front, over a sill: nothing stands higher than the sill but leaks out under them. */
export type Front = { readonly kind: "front"; readonly id: string; readonly sillCm: number };
/** Feed laid in one place as a strip, for roots to find. `amendmentId` is of core/mixing. */
export type FeedStrip = {
  readonly kind: "feed-strip";
  readonly id: string;
  readonly amendmentId: string;
  readonly grams: number;
  readonly heightCm: number;
  readonly acrossShare: number;
};
/** A lid, with a share of the mouth left open for air. */
export type Lid = { readonly kind: "lid"; readonly id: string; readonly openShare: number };

export type Fixture =
  Hole | FillTube | Standpipe | TellTale | Tray | Liner | DrainScreen | Dressing | Front | FeedStrip | Lid;
export type FixtureKind = Fixture["kind"];
export type FixtureOf<K extends FixtureKind> = Extract<Fixture, { readonly kind: K }>;

export const DRESSING_MATERIALS = ["gravel", "living-moss", "bark", "sheet"] as const;
export type DressingMaterial = (typeof DRESSING_MATERIALS)[number];

/**
 * What a bare soil's evaporation is cut to under a dressing of a usual thickness. A dry, coarse mulch lets through a
 * quarter to a half (Hillel 1998, section 22); living moss gives about as much as a wet surface; a sheet lets out what
 * its edges do. Judged within those, with low confidence. [share]
 */
export const DRESSED_EVAPORATION: Record<
  DressingMaterial,
  { readonly low: number; readonly typical: number; readonly high: number }
> = {
  gravel: { low: 0.2, typical: 0.35, high: 0.5 },
  bark: { low: 0.25, typical: 0.4, high: 0.6 },
  "living-moss": { low: 0.8, typical: 1, high: 1.3 },
  sheet: { low: 0.02, typical: 0.1, high: 0.2 },
};

/** How each kind is named, alone and as one of several. */
export const FIXTURE_WORDS: Record<FixtureKind, string> = {
  hole: "hole",
  "fill-tube": "fill tube",
  standpipe: "standpipe",
  "tell-tale": "level tell-tale",
  tray: "tray",
  liner: "liner",
  "drain-screen": "drain screen",
  dressing: "top dressing",
  front: "front opening",
  "feed-strip": "strip of feed",
  lid: "lid",
};
export const FIXTURE_KINDS = Object.keys(FIXTURE_WORDS) as readonly FixtureKind[];

/** Kinds of which a vessel has one at most. */
export const SINGLE_FIXTURES: Record<FixtureKind, boolean> = {
  hole: false,
  "fill-tube": false,
  standpipe: false,
  "tell-tale": true,
  tray: true,
  liner: true,
  "drain-screen": true,
  dressing: true,
  front: true,
  "feed-strip": false,
  lid: true,
};

/** What a size of a fixture is a size of; a height is one over the inside base, by which it is moved. */
export type FixtureQuantity = "height" | "length" | "power" | "flow";

/** A fixture's sizes that are typed and moved, with their words. */
const FIXTURE_SIZES = {
  hole: [
    ["lipCm", "height of its lower edge", "height"],
    ["diameterCm", "diameter", "length"],
  ],
  "fill-tube": [["diameterCm", "inside diameter", "length"]],
  standpipe: [
    ["lipCm", "height of its upper end", "height"],
    ["diameterCm", "inside diameter", "length"],
  ],
  "tell-tale": [["diameterCm", "inside diameter", "length"]],
  tray: [
    ["insideLengthCm", "inside length", "length"],
    ["insideWidthCm", "inside width", "length"],
    ["insideDepthCm", "inside depth", "length"],
  ],
  liner: [["topCm", "height of its edge", "height"]],
  "drain-screen": [],
  dressing: [["thicknessCm", "thickness", "length"]],
  front: [["sillCm", "height of its sill", "height"]],
  "feed-strip": [["heightCm", "height over the inside base", "height"]],
  lid: [],
} as const satisfies Record<
  FixtureKind,
  readonly (readonly [size: string, words: string, quantity: FixtureQuantity])[]
>;
export type FixtureSize = (typeof FIXTURE_SIZES)[FixtureKind][number][0];

/** The size that is a height in the vessel, by which a fixture is dragged; undefined where it stands on its base. */
export function fixtureHeightKey(fixture: Fixture): "lipCm" | "topCm" | "sillCm" | "heightCm" | undefined {
  switch (fixture.kind) {
    case "hole":
      return fixture.in === "wall" ? "lipCm" : undefined;
    case "standpipe":
      return "lipCm";
    case "liner":
      return "topCm";
    case "front":
      return "sillCm";
    case "feed-strip":
      return "heightCm";
    case "fill-tube":
    case "tell-tale":
    case "tray":
    case "drain-screen":
    case "dressing":
    case "lid":
      return undefined;
    default:
      return fixture satisfies never;
  }
}

/** A fixture's sizes with what they are of, for who goes through them whatever the kind. */
export const sizesOf = (
  fixture: Fixture,
): readonly (readonly [size: FixtureSize, words: string, quantity: FixtureQuantity, value: number])[] =>
  FIXTURE_SIZES[fixture.kind].map(([size, words, quantity]) => [
    size,
    words,
    quantity,
    (fixture as unknown as Record<FixtureSize, number>)[size],
  ]);

export const fixturesOf = <K extends FixtureKind>(
  { fixtures }: { readonly fixtures: readonly Fixture[] },
  kind: K,
): readonly FixtureOf<K>[] => fixtures.filter((fixture): fixture is FixtureOf<K> => fixture.kind === kind);

export const fixtureOf = <K extends FixtureKind>(
  from: { readonly fixtures: readonly Fixture[] },
  kind: K,
): FixtureOf<K> | undefined => fixturesOf(from, kind)[0];

/** Area of so many bores. [cm²] */
export const boreCm2 = (diameterCm: number, count = 1): number => (count * Math.PI * diameterCm ** 2) / 4;

/** Sheets between two layers that keep the upper one's grains out of the lower. */
export const SEPARATORS = ["mesh", "weed-cloth", "paper", "card"] as const;
export type Separator = (typeof SEPARATORS)[number];

/**
 * What of a separator a check needs: its widest opening, and how long it lasts in damp soil. General husbandry, low
 * confidence. [mm, months]
 */
export const SEPARATOR_FACTS: Record<
  Separator,
  {
    readonly words: string;
    readonly openingMm: number;
    readonly lastsMonths: readonly [low: number, high: number] | null;
  }
> = {
  mesh: { words: "plastic mesh", openingMm: 1.5, lastsMonths: null },
  "weed-cloth": { words: "weed cloth", openingMm: 0.2, lastsMonths: [60, 180] },
  paper: { words: "paper", openingMm: 0.05, lastsMonths: [0.5, 2] },
  card: { words: "card", openingMm: 0.05, lastsMonths: [1, 4] },
};
