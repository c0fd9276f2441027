import { USUAL_WALLS, type Vessel, type VesselMaterial, type VesselShape } from "./vessel";

/**
 * Containers that growers use, by plain names and with inside sizes as they usually are. Judged from what is commonly
 * sold: a size off by a tenth is usual, so the grower measures his own.
 */
export type ShelfVessel = {
  readonly id: string;
  readonly name: string;
  readonly vessel: Vessel;
  /** Whether it comes with holes in its base. */
  readonly holed: boolean;
  readonly comes: Comes;
};

/** What a vessel comes with besides holes: its own drain and overflow, as a bath; doors over a sill. [cm] */
export type Comes = {
  readonly drainCm?: number;
  readonly overflow?: { readonly underRimCm: number; readonly diameterCm: number };
  readonly sillCm?: number;
};

type Own = Partial<Pick<Vessel, "wallCm" | "baseCm" | "seeThrough" | "foodSafe">>;

const made = (
  id: string,
  name: string,
  shape: VesselShape,
  insideDepthCm: number,
  material: VesselMaterial,
  holed = false,
  own: Own = {},
  comes: Comes = {},
): ShelfVessel => ({
  id,
  name,
  holed,
  comes,
  vessel: { ...shape, insideDepthCm, material, foodSafe: "unsaid", ...USUAL_WALLS[material], ...own },
});

const round = (insideDiameterCm: number, baseDiameterCm = insideDiameterCm): VesselShape => ({
  shape: "round",
  insideDiameterCm,
  baseDiameterCm,
});
const box = (
  insideLengthCm: number,
  insideWidthCm: number,
  baseLengthCm = insideLengthCm,
  baseWidthCm = insideWidthCm,
): VesselShape => ({ shape: "rectangular", insideLengthCm, insideWidthCm, baseLengthCm, baseWidthCm });

export const VESSEL_SHELF: readonly ShelfVessel[] = [
  made(
    "pot-9",
    "Nursery pot, 9 cm square",
    { shape: "square", insideSideCm: 8.6, baseSideCm: 6.4 },
    9,
    "plastic",
    true,
    {
      wallCm: 0.1,
      baseCm: 0.1,
    },
  ),
  made("pot-13", "Nursery pot, 13 cm", round(12.6, 9.4), 11.5, "plastic", true, { wallCm: 0.1, baseCm: 0.1 }),
  made("pot-20", "Nursery pot, 20 cm", round(19.4, 15), 18, "plastic", true, { wallCm: 0.15, baseCm: 0.15 }),
  made("pot-30", "Patio pot, 30 cm", round(28.5, 21), 26, "plastic", true),
  made("pot-40", "Patio pot, 40 cm, resin", round(37, 28), 36, "resin"),
  made("tall-30", "Tall pot, 30 cm across", round(27, 21), 46, "resin", true),
  made("tall-square", "Tall square planter", { shape: "square", insideSideCm: 30, baseSideCm: 26 }, 58, "resin"),
  made("clay-16", "Unglazed clay pot, 16 cm", round(14, 9.5), 14, "unglazed", true),
  made("clay-28", "Unglazed clay pot, 28 cm", round(25, 17), 24, "unglazed", true),
  made("glazed-24", "Glazed pot, 24 cm", round(21.5, 15), 20, "ceramic", true),
  made(
    "glazed-bowl",
    "Glazed bowl, 32 cm, no hole",
    { shape: "bowl", insideDiameterCm: 30, baseDiameterCm: 15 },
    11,
    "ceramic",
  ),
  made("window-box", "Window box, 60 cm", box(57, 16, 54, 12.5), 15, "plastic", true),
  made("balcony-trough", "Balcony trough, 80 cm", box(78, 26, 74, 22), 32, "plastic"),
  made("crate", "Stacking crate with whole sides", box(56, 37, 54, 35), 38, "plastic", false, { foodSafe: "yes" }),
  made("crate-small", "Small storage box, clear", box(34, 22, 31, 19), 17, "plastic", false, {
    wallCm: 0.2,
    seeThrough: true,
  }),
  made("storage-45", "Storage box, 45 L", box(55, 36, 49, 31), 26, "plastic"),
  made("bucket-10", "Bucket, 10 L", round(27.5, 20), 23.5, "plastic", false, { wallCm: 0.15 }),
  made("bucket-20", "Bucket with a lid, 20 L", round(29.5, 26), 36, "plastic", false, { foodSafe: "yes", wallCm: 0.2 }),
  made("mortar-tub", "Mortar tub, 65 L", box(64, 46, 56, 38), 27, "plastic", false, { wallCm: 0.4 }),
  made("rope-tub", "Flexible tub, 40 L", round(44, 34), 34, "plastic", false, { wallCm: 0.4 }),
  made(
    "half-barrel",
    "Half barrel, oak",
    { shape: "half-barrel", insideDiameterCm: 64, baseDiameterCm: 52 },
    40,
    "wood",
    false,
    {
      wallCm: 2.5,
      baseCm: 2.5,
    },
  ),
  made(
    "bath",
    "Bath tub, steel",
    {
      shape: "bath",
      insideLengthCm: 158,
      insideWidthCm: 62,
      baseLengthCm: 118,
      baseWidthCm: 48,
      cornerRadiusCm: 14,
    },
    38,
    "metal",
    true,
    { wallCm: 0.3, baseCm: 0.3 },
    { drainCm: 4.5, overflow: { underRimCm: 6, diameterCm: 5 } },
  ),
  made("stone-sink", "Stone sink", box(58, 38), 20, "stone", true, {}, { drainCm: 6 }),
  made("trough-stone", "Cast stone trough", box(52, 32, 48, 28), 18, "stone", true, { wallCm: 4, baseCm: 4 }),
  made(
    "zinc-tub",
    "Oval zinc tub",
    { shape: "oval", insideLengthCm: 60, insideWidthCm: 38, baseLengthCm: 52, baseWidthCm: 32 },
    28,
    "metal",
  ),
  made("bag-25", "Fabric bag, 25 L", round(32), 30, "fabric"),
  made("bag-60", "Fabric bag, 60 L", round(45), 38, "fabric"),
  made("raised-bed", "Raised bed of boards, to be lined", box(180, 80), 50, "wood", true, { wallCm: 2.7, baseCm: 0 }),
  made(
    "carboy",
    "Carboy, 25 L",
    { shape: "bottle", insideDiameterCm: 29, neckDiameterCm: 6.5, shoulderCm: 33, neckFromCm: 42 },
    48,
    "glass",
  ),
  made(
    "jar-5",
    "Wide-mouthed jar, 5 L",
    { shape: "bottle", insideDiameterCm: 17, neckDiameterCm: 10.5, shoulderCm: 21, neckFromCm: 23.5 },
    26,
    "glass",
    false,
    { foodSafe: "yes" },
  ),
  made("tank-60", "Glass tank, 60 cm", box(59, 29), 29.5, "glass"),
  made("tank-45", "Glass case, 45 cm, front opening", box(44, 44), 44, "glass", false, {}, { sillCm: 10 }),
  made("seed-tray", "Seed tray", box(35, 21, 34, 20), 5.2, "plastic", true, { wallCm: 0.1, baseCm: 0.1 }),
  made("dish", "Shallow clay dish", { shape: "bowl", insideDiameterCm: 26, baseDiameterCm: 20 }, 6.5, "unglazed", true),
];
