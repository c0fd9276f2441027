import { FIXTURE_WORDS, fixtureHeightKey } from "../stack/fixtures";
import { USUAL_PLANTING, type Setup } from "../stack/setup";
import { boundariesCm, platformCm, stackHeightCm } from "../stack/geometry";
import { CM_PER_INCH, formatLength, type UnitSystem } from "../units/units";
import { sectionWidthCm } from "../vessel/vessel";
import type { Medium } from "../media/medium";
import { fixtureShapes } from "./fixture-shapes";
import { drawnBaseCm, outlineOf } from "./outline";
import { besideCm, type Pen } from "./pen";
import { layerBands, platformShapes, separatorShape, surfaceSign, vesselShape } from "./section-shapes";
import { box, line, mm, textWidthMm, words, type Drawing, type Ink, type PathShape, type Shape } from "./shape";

/** A setup cut through, to a scale, on paper. */
export type SectionAsked = {
  readonly setup: Setup;
  readonly medium: (id: string) => Medium | undefined;
  readonly system: UnitSystem;
  /** Paper to vessel: 1 for 1:1, 5 for 1:5. */
  readonly scale: number;
};

/** What of it is there already: a step of the building. Without it, all of it. */
export type SoFar = {
  readonly filledToCm: number | undefined;
  readonly fixtureIds: readonly string[];
  readonly platform: boolean;
  /** Of so many layers, from the bottom, the sheet under them lies. */
  readonly sheetsUnder: number;
  readonly waterCm: number | undefined;
  /** Between which heights the root ball stands; undefined before it does. [cm] */
  readonly ball: { readonly footCm: number; readonly crownCm: number } | undefined;
  readonly markCm: number | undefined;
};

const TEXT_MM = 3;
const WALL_LEAST_MM = 0.5;
/** A section on paper: its pen, and where the drawing begins. */
type Frame = Pen & { readonly topY: number };

/** How far tubes, lids and plants stand over the rim, at least. [cm] */
const OVER_RIM_CM = 3.5;

function frameOf(setup: Setup, mmPerCm: number, left: number, top: number, waterCm: number | undefined): Frame {
  const { vessel } = setup;
  const depth = Math.max(vessel.insideDepthCm, stackHeightCm(setup));
  const beside = besideCm(setup) * mmPerCm;
  const topY = top + OVER_RIM_CM * mmPerCm;
  const yOf = (heightCm: number): number => topY + (depth - heightCm) * mmPerCm;
  const span = { left: left + beside, right: left + beside + sectionWidthCm(vessel) * mmPerCm };
  return {
    setup,
    unitsPerCm: mmPerCm,
    mark: 1,
    shownTopCm: vessel.insideDepthCm,
    waterCm,
    yOf,
    topY,
    outline: outlineOf(vessel, span, yOf, mmPerCm, WALL_LEAST_MM),
  };
}

const sizeOf = (setup: Setup, mmPerCm: number): { readonly width: number; readonly height: number } => ({
  width: (sectionWidthCm(setup.vessel) + 2 * besideCm(setup)) * mmPerCm,
  height:
    (Math.max(setup.vessel.insideDepthCm, stackHeightCm(setup)) + OVER_RIM_CM) * mmPerCm +
    Math.max(WALL_LEAST_MM, drawnBaseCm(setup.vessel) * mmPerCm) +
    1.5,
});

/** The vessel with what is in it: layers with their grains, what is built in, the water. */
function contents(frame: Frame, medium: SectionAsked["medium"], soFar: SoFar | undefined): Shape[] {
  const { setup, yOf, outline, waterCm } = frame;
  const { vessel } = setup;
  const heights = boundariesCm(setup);
  const filledTo = soFar ? (soFar.filledToCm ?? -Infinity) : Infinity;
  const has = (id: string): boolean => !soFar || soFar.fixtureIds.includes(id);
  const whole = Math.max(vessel.insideDepthCm, heights.at(-1)!);
  const { left, right } = outline.wallsAt(vessel.insideDepthCm);
  const foot = outline.wallsAt(0);
  const wide = { left: Math.min(left, foot.left) - 50, right: Math.max(right, foot.right) + 50 };
  const water = (x: number, top: number, width: number, height: number): Shape =>
    box(x, top, width, height, "water", { opacity: PAPER_WATER });
  const inside: Shape[] =
    waterCm === undefined ? [] : [water(wide.left, yOf(waterCm), wide.right - wide.left, yOf(0) - yOf(waterCm))];
  const sheets: Shape[] = [];
  for (const { index, spans } of layerBands(frame, wide)) {
    const { mediumId, separator } = setup.layers[index]!;
    const [fromCm, toCm] = [heights[index]!, Math.min(heights[index + 1]!, filledTo)];
    if (separator && index < (soFar?.sheetsUnder ?? Infinity))
      sheets.push(separatorShape(separator, yOf(fromCm), wide, frame.mark));
    if (!(toCm > fromCm + 1e-6)) continue;
    const [top, height] = [yOf(toCm), yOf(fromCm) - yOf(toCm)];
    const found = medium(mediumId);
    for (const { left: from, right: to } of spans) {
      inside.push(box(from, top, to - from, height, found ? { soil: found.pattern } : "paper"));
      if (found)
        inside.push(box(from, top, to - from, height, { grain: found.pattern }, { stroke: "ink", widthMm: 0.15 }));
      if (waterCm !== undefined && waterCm > fromCm) {
        const wetTop = yOf(Math.min(waterCm, toCm));
        inside.push(water(from, wetTop, to - from, yOf(fromCm) - wetTop));
      }
    }
  }
  // what lies on the soil lies around the tubes
  const inOrder = [...setup.fixtures].sort((a, b) => Number(b.kind === "dressing") - Number(a.kind === "dressing"));
  const surface = outline.wallsAt(Math.min(Math.max(waterCm ?? 0, 0), vessel.insideDepthCm));
  return [
    { kind: "clipped", to: outline.inside(whole), shapes: [...inside, ...sheets] },
    ...(!soFar || soFar.platform ? platformShapes(frame) : []),
    ...(waterCm === undefined ? [] : surfaceSign(surface.right - 3, yOf(waterCm), SIGN)),
    vesselShape(frame),
    ...inOrder.flatMap((fixture) => (has(fixture.id) ? fixtureShapes(fixture, frame) : [])),
    ...(soFar?.ball ? plantShapes(frame, soFar.ball) : []),
  ];
}
/** Water over grains on paper is paler, or they would not print. */
const PAPER_WATER = 0.3;
/** Steps are drawn small: so is their sign of the free surface. */
const SIGN = 0.65;

/** A plant by its sign: a stem and leaves over the soil, a ball of roots under it. */
function plantShapes(
  { yOf, outline, setup, unitsPerCm: mmPerCm }: Frame,
  { footCm, crownCm }: NonNullable<SoFar["ball"]>,
): Shape[] {
  const surface = stackHeightCm(setup);
  const { ballAcrossCm } = setup.planting ?? USUAL_PLANTING;
  const { left, right } = outline.wallsAt(Math.min(surface, setup.vessel.insideDepthCm));
  const x = (left + right) / 2;
  const [crown, foot] = [yOf(crownCm), yOf(footCm)];
  const half = Math.min((ballAcrossCm * mmPerCm) / 2, (right - left) / 3);
  const leaf = Math.min(Math.max(2.5, OVER_RIM_CM * mmPerCm * 0.8), 9);
  const stroke: Partial<PathShape> = { stroke: "life", fill: "none", widthMm: 0.5 };
  return [
    {
      kind: "path",
      d: `M${mm(x - half)} ${mm(crown)}L${mm(x - 0.7 * half)} ${mm(foot)}H${mm(x + 0.7 * half)}L${mm(x + half)} ${mm(crown)}`,
      fill: "none",
      stroke: "life",
      widthMm: 0.4,
      dashMm: [1, 0.6],
    },
    line(x, crown, x, crown - leaf, 0.5, stroke),
    line(x, crown - leaf * 0.35, x - leaf * 0.5, crown - leaf * 0.8, 0.5, stroke),
    line(x, crown - leaf * 0.35, x + leaf * 0.5, crown - leaf * 0.8, 0.5, stroke),
  ];
}

/** Around what is drawn, so that no line is cut at the edge. */
const EDGE_MM = 1;

/** A step's drawing: small, to scale, with the mark of the step. Fits into a width and a height. [mm] */
export function stepDrawing(
  { setup, medium, system }: Omit<SectionAsked, "scale">,
  soFar: SoFar,
  withinMm: { readonly width: number; readonly height: number },
): Drawing {
  const markRoom = 20 + 2 * EDGE_MM;
  const whole = sizeOf(setup, 1);
  // what does not shrink with the scale: a base that is a line, and a margin
  const mmPerCm = Math.min((withinMm.width - markRoom) / whole.width, (withinMm.height - 4) / (whole.height - 1.5));
  const { width, height } = sizeOf(setup, mmPerCm);
  const frame = frameOf(setup, mmPerCm, EDGE_MM, 0, soFar.waterCm);
  const { markCm } = soFar;
  const shapes = contents(frame, medium, soFar);
  if (markCm !== undefined) {
    const y = frame.yOf(markCm);
    const { left, right } = frame.outline.wallsAt(Math.min(Math.max(0, markCm), setup.vessel.insideDepthCm));
    shapes.push(
      line(left, y, right + 1, y, 0.35, { stroke: "trouble" }),
      {
        kind: "path",
        d: `M${mm(width + EDGE_MM + 4.6)} ${mm(y)}l2.2 -1.2v2.4Z`,
        fill: "trouble",
        stroke: "none",
        widthMm: 0,
      },
      words(width + EDGE_MM + 7.4, y + 1, formatLength(markCm, system), TEXT_MM),
    );
  }
  return {
    widthMm: width + markRoom,
    heightMm: height + 1,
    title: soFarWords(setup, soFar, system),
    shapes,
  };
}

function soFarWords(setup: Setup, { filledToCm, ball, waterCm, markCm }: SoFar, system: UnitSystem): string {
  const said = [
    filledToCm === undefined || filledToCm <= setup.fillFromCm + 1e-6
      ? "empty"
      : `filled to ${formatLength(filledToCm, system)}`,
    ...(ball ? ["planted"] : []),
    ...(waterCm === undefined ? [] : [`water to ${formatLength(waterCm, system)}`]),
    ...(markCm === undefined ? [] : [`mark at ${formatLength(markCm, system)}`]),
  ];
  return `The vessel cut through: ${said.join(", ")}`;
}

const MARGIN_MM = 8;
/** Room at the left for the chain of heights, and at the right for names. [mm] */
const CHAIN_MM = 24;
const NAMES_MM = 76;
const TITLE_MM = 12;
const SCALE_BAR_MM = 14;
const ROW_MM = 4.2;

/** The whole section on paper at a scale, with its heights, its names and a scale bar. */
export function scaledSection({ setup, medium, system, scale }: SectionAsked): Drawing {
  const mmPerCm = 10 / scale;
  const size = sizeOf(setup, mmPerCm);
  const left = MARGIN_MM + CHAIN_MM;
  const top = MARGIN_MM + TITLE_MM;
  const frame = frameOf(setup, mmPerCm, left, top, undefined);
  const names = nameRows(setup, medium, system);
  const bottom = top + Math.max(size.height, names.length * ROW_MM) + WIDTH_DIM_MM;
  const width = Math.max(left + size.width + NAMES_MM, MARGIN_MM + scaleBarMm(scale, system)) + MARGIN_MM;
  const height = bottom + SCALE_BAR_MM + MARGIN_MM;
  const title = `${setup.name}, section 1:${scale}`;
  return {
    widthMm: width,
    heightMm: height,
    title,
    shapes: [
      box(0, 0, width, height, "paper"),
      words(MARGIN_MM, MARGIN_MM + 4, setup.name, 4.5),
      words(
        MARGIN_MM,
        MARGIN_MM + 9,
        `Section, 1:${scale}. Heights from the inside base, in ${LENGTHS[system]}.`,
        TEXT_MM,
        { ink: "soft" },
      ),
      ...contents(frame, medium, undefined),
      ...heightChain(frame, left - 3, system),
      ...namesBeside(frame, names, left + size.width + 4),
      ...widthDimension(frame, top + size.height + 5, system),
      ...scaleBar(MARGIN_MM, bottom + 6, scale, system),
    ],
  };
}

const WIDTH_DIM_MM = 10;
const LENGTHS: Record<UnitSystem, string> = { metric: "cm", imperial: "inches" };

type NameRow = { readonly heightCm: number; readonly text: string };

function nameRows(setup: Setup, medium: SectionAsked["medium"], system: UnitSystem): readonly NameRow[] {
  const heights = boundariesCm(setup);
  const cm = (length: number): string => formatLength(length, system);
  return [
    ...setup.layers.map(({ name, mediumId, thicknessCm }, i) => {
      const found = medium(mediumId)?.name ?? mediumId;
      return {
        heightCm: (heights[i]! + heights[i + 1]!) / 2,
        text: `${name === "" || name.toLowerCase() === found.toLowerCase() ? found : `${name}: ${found}`}, ${cm(thicknessCm)}`,
      };
    }),
    ...setup.fixtures.flatMap((fixture) => {
      const key = fixtureHeightKey(fixture);
      if (!key) return [];
      const sizes = fixture as unknown as Record<string, number>;
      const count = fixture.kind === "hole" && fixture.count > 1 ? `${fixture.count} ` : "";
      const bore = "diameterCm" in fixture ? `, ⌀ ${cm(fixture.diameterCm)}` : "";
      return [
        {
          heightCm: sizes[key]!,
          text: `${count}${FIXTURE_WORDS[fixture.kind]}${count ? "s" : ""} at ${cm(sizes[key]!)}${bore}`,
        },
      ];
    }),
    ...(platformCm(setup) > 0 ? [{ heightCm: platformCm(setup), text: `platform at ${cm(platformCm(setup))}` }] : []),
  ].sort((a, b) => b.heightCm - a.heightCm);
}

/** Names in a column, each as near to its height as the others let it, with a line to it. */
function namesBeside(frame: Frame, rows: readonly NameRow[], x: number): Shape[] {
  let floor = -Infinity;
  const wanted = rows.map(({ heightCm }) => frame.yOf(heightCm));
  const placed = wanted.map((y) => (floor = Math.max(y, floor + ROW_MM)));
  // pushed down by those above, a run goes up again by as much as its last hangs under the base
  const over = Math.max(0, (placed.at(-1) ?? 0) - frame.yOf(0));
  return rows.flatMap(({ heightCm, text }, i) => {
    const y = placed[i]! - (over > 0 ? Math.min(over, Math.max(0, placed[i]! - frame.topY)) : 0);
    const { right } = frame.outline.wallsAt(Math.min(Math.max(0, heightCm), frame.setup.vessel.insideDepthCm));
    const shown = text.length > MOST_LETTERS ? `${text.slice(0, MOST_LETTERS - 1)}…` : text;
    return [
      {
        kind: "path",
        d: `M${mm(right - 1.5)} ${mm(wanted[i]!)}L${mm(x - 2)} ${mm(y)}H${mm(x - 0.6)}`,
        fill: "none",
        stroke: "soft",
        widthMm: 0.15,
      } satisfies PathShape,
      words(x, y + 1, shown, TEXT_MM),
    ];
  });
}
const MOST_LETTERS = Math.floor(NAMES_MM / (0.52 * TEXT_MM));

/** The heights of all boundaries in one chain at the left, and the rim. */
function heightChain({ setup, yOf, outline }: Frame, x: number, system: UnitSystem): Shape[] {
  const heights = [
    ...new Set([0, ...boundariesCm(setup), setup.vessel.insideDepthCm].map((z) => Number(z.toFixed(3)))),
  ].sort((a, b) => a - b);
  let lastText = Infinity;
  return [
    line(x, yOf(heights[0]!), x, yOf(heights.at(-1)!), 0.2),
    ...heights.flatMap((height): Shape[] => {
      const y = yOf(height);
      const { left } = outline.wallsAt(Math.min(Math.max(0, height), setup.vessel.insideDepthCm));
      const fits = lastText - y >= TEXT_MM * 1.05;
      if (fits) lastText = y;
      return [
        line(x - 1, y, left - 0.8, y, 0.12, { stroke: "soft" }),
        line(x - 0.8, y + 0.8, x + 0.8, y - 0.8, 0.35),
        ...(fits
          ? [words(x - 2, y + 1, String(Number((height / perUnit(system)).toFixed(2))), TEXT_MM, { anchor: "end" })]
          : []),
      ];
    }),
  ];
}

const perUnit = (system: UnitSystem): number => (system === "metric" ? 1 : CM_PER_INCH);

function widthDimension({ setup, outline }: Frame, y: number, system: UnitSystem): Shape[] {
  const rim = outline.wallsAt(setup.vessel.insideDepthCm);
  const text = `${formatLength((rim.right - rim.left) / outline.across(1), system)} inside at the rim`;
  const fits = textWidthMm(text, TEXT_MM) < rim.right - rim.left;
  return [
    line(rim.left, y, rim.right, y, 0.2),
    ...[rim.left, rim.right].map((x) => line(x - 0.8, y + 0.8, x + 0.8, y - 0.8, 0.35)),
    fits
      ? words((rim.left + rim.right) / 2, y - 1, text, TEXT_MM, { anchor: "middle" })
      : words(rim.right + 3, y + 1, text, TEXT_MM),
  ];
}

const BAR_STEPS = 5;
const BAR_TEXT_MM = 2.6;
const BAR_GAP_MM = 3;
const barWords = (scale: number, system: UnitSystem): string =>
  `${LENGTHS[system]}, at 1:${scale}. Check it with a ruler before you measure off the paper.`;

/** A step of the bar: a round length that stays within reach on the paper. [cm or inches, and mm of paper] */
function barStep(scale: number, system: UnitSystem): { readonly units: number; readonly mm: number } {
  const unitMm = (10 / scale) * perUnit(system);
  const units = [1, 2, 5, 10, 20, 50].find((one) => one * unitMm >= 8) ?? 100;
  return { units, mm: units * unitMm };
}

const scaleBarMm = (scale: number, system: UnitSystem): number =>
  BAR_STEPS * barStep(scale, system).mm + BAR_GAP_MM + textWidthMm(barWords(scale, system), BAR_TEXT_MM);

/** A bar by which a print that was not made at full size is seen for what it is. */
function scaleBar(x: number, y: number, scale: number, system: UnitSystem): Shape[] {
  const step = barStep(scale, system);
  return [
    ...Array.from({ length: BAR_STEPS }, (_, i) =>
      box(x + i * step.mm, y, step.mm, 1.6, i % 2 === 0 ? "ink" : "paper", { stroke: "ink", widthMm: 0.2 }),
    ),
    ...Array.from({ length: BAR_STEPS + 1 }, (_, i) =>
      words(x + i * step.mm, y + 5, String(i * step.units), BAR_TEXT_MM, { anchor: "middle" as const }),
    ),
    words(x + BAR_STEPS * step.mm + BAR_GAP_MM, y + 1.8, barWords(scale, system), BAR_TEXT_MM, {
      ink: "soft" satisfies Ink,
    }),
  ];
}
