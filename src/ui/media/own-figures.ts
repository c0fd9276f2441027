import { MOST_FIGURES, NO_FIGURES, type OwnFigures, type Span } from "@/core/media/own-medium";
import { parseNumber, parseSpan } from "@/core/units/numbers";
import { problem, type Problem, type Result } from "@/core/units/problem";
import {
  lengthFieldText,
  parseLengthCm,
  parseShare,
  shareFieldText,
  threeFigures,
  lengthInUnits,
  type UnitSystem,
} from "@/core/units/units";
import { densityFieldText, parseDensityGPerCm3, parseSpeedCmPerHour } from "@/core/units/media-units";

/** The figures of a medium as they are typed; empty is "as the nearest medium". */
export type FigureTexts = {
  readonly density: string;
  readonly pores: string;
  readonly drained: readonly { readonly height: string; readonly water: string; readonly air: string }[];
  readonly held: readonly { readonly suction: string; readonly water: string }[];
  readonly ks: string;
  readonly pH: string;
  readonly ec: string;
  readonly settling: string;
  readonly d50: string;
  readonly halfLife: string;
  readonly fed: "" | "yes" | "no";
  readonly limed: "" | "yes" | "no";
  readonly cost: "" | "low" | "medium" | "high";
};

/** The whole form of an own medium. `system` is that of the units the figures are written in. */
export type OwnTexts = {
  name: string;
  grade: string;
  basedOn: string;
  system: UnitSystem;
  figures: FigureTexts;
};

export const EMPTY_DRAINED = { height: "", water: "", air: "" };
export const EMPTY_HELD = { suction: "", water: "" };
export const NO_TEXTS: FigureTexts = {
  density: "",
  pores: "",
  drained: [EMPTY_DRAINED],
  held: [],
  ks: "",
  pH: "",
  ec: "",
  settling: "",
  d50: "",
  halfLife: "",
  fed: "",
  limed: "",
  cost: "",
};

/**
 * What can be read of what is typed, what is wrong with the rest, by core's own paths, and which row each figure came
 * from: rows left empty are left out.
 */
export type ReadFigures = {
  readonly figures: OwnFigures;
  readonly problems: readonly Problem[];
  readonly drainedRows: readonly number[];
  readonly heldRows: readonly number[];
};

export function figuresOf(texts: FigureTexts, system: UnitSystem): ReadFigures {
  const problems: Problem[] = [];
  const read = <T>(path: string, text: string, parse: (text: string) => Result<T>): T | null => {
    if (text.trim() === "") return null;
    const parsed = parse(text);
    if (parsed.ok) return parsed.value;
    problems.push(problem(path, parsed.problems[0]!.code, parsed.problems[0]!.message));
    return null;
  };
  const drainedRows = texts.drained.flatMap((row, i) =>
    row.height.trim() + row.water.trim() + row.air.trim() === "" ? [] : [i],
  );
  const heldRows = texts.held.flatMap((row, i) => (row.suction.trim() + row.water.trim() === "" ? [] : [i]));
  const drained = drainedRows.slice(0, MOST_FIGURES).map((row, i) => {
    const path = `figures.drained[${i}]`;
    const { height, water, air } = texts.drained[row]!;
    const heightCm = read(path, height, (text) => parseLengthCm(text, system));
    if (height.trim() === "") problems.push(problem(path, "empty", "How tall was the vessel?"));
    else if (water.trim() + air.trim() === "")
      problems.push(problem(path, "empty", "Give the water, the air, or both."));
    return { heightCm: heightCm ?? 0, water: read(path, water, parseShare), air: read(path, air, parseShare) };
  });
  const held = heldRows.slice(0, MOST_FIGURES).map((row, i) => {
    const path = `figures.held[${i}]`;
    const { suction, water } = texts.held[row]!;
    if (suction.trim() === "" || water.trim() === "")
      problems.push(problem(path, "empty", "Give the suction and the water it leaves."));
    return {
      suctionCm: read(path, suction, (text) => parseLengthCm(text, system)) ?? 0,
      water: read(path, water, parseShare) ?? 0,
    };
  });
  const figures: OwnFigures = {
    ...NO_FIGURES,
    drained,
    held,
    dryBulkDensityGPerCm3: read("figures.dryBulkDensityGPerCm3", texts.density, (text) =>
      parseDensityGPerCm3(text, system),
    ),
    totalPorosity: read("figures.totalPorosity", texts.pores, parseShare),
    ksCmPerHour: read("figures.ksCmPerHour", texts.ks, (text) => parseSpeedCmPerHour(text, system)),
    pH: read("figures.pH", texts.pH, parseSpan),
    ecDsPerM: read("figures.ecDsPerM", texts.ec, parseSpan),
    settlingFraction: read("figures.settlingFraction", texts.settling, parseShare),
    d50Mm: read("figures.d50Mm", texts.d50, (text) => parseNumber(text, -Infinity, Infinity, "mm")),
    halfLifeYears: /^(?:never|none|no)$/iu.test(texts.halfLife.trim())
      ? "none"
      : read("figures.halfLifeYears", texts.halfLife, parseSpan),
    fed: texts.fed === "" ? null : texts.fed === "yes",
    limed: texts.limed === "" ? null : texts.limed === "yes",
    costClass: texts.cost === "" ? null : texts.cost,
  };
  return { figures, problems, drainedRows, heldRows };
}

/** Figures as they are typed, so that what is stored can be changed. */
export function textsOf(figures: OwnFigures, system: UnitSystem): FigureTexts {
  const share = (value: number | null): string => (value === null ? "" : shareFieldText(value));
  const span = (value: Span | null): string =>
    value === null ? "" : value.low === value.high ? String(value.low) : `${value.low}–${value.high}`;
  const yesNo = (value: boolean | null): "" | "yes" | "no" => (value === null ? "" : value ? "yes" : "no");
  return {
    density: figures.dryBulkDensityGPerCm3 === null ? "" : densityFieldText(figures.dryBulkDensityGPerCm3, system),
    pores: share(figures.totalPorosity),
    drained: [
      ...figures.drained.map(({ heightCm, water, air }) => ({
        height: lengthFieldText(heightCm, system),
        water: share(water),
        air: share(air),
      })),
      ...(figures.drained.length === 0 ? [EMPTY_DRAINED] : []),
    ],
    held: figures.held.map(({ suctionCm, water }) => ({
      suction: lengthFieldText(suctionCm, system),
      water: share(water),
    })),
    ks: figures.ksCmPerHour === null ? "" : threeFigures(lengthInUnits(figures.ksCmPerHour, system), 6),
    pH: span(figures.pH),
    ec: span(figures.ecDsPerM),
    settling: share(figures.settlingFraction),
    d50: figures.d50Mm === null ? "" : String(figures.d50Mm),
    halfLife: figures.halfLifeYears === "none" ? "never" : span(figures.halfLifeYears),
    fed: yesNo(figures.fed),
    limed: yesNo(figures.limed),
    cost: figures.costClass ?? "",
  };
}

const FIGURE_OF: { readonly [key in keyof FigureTexts]: keyof OwnFigures } = {
  density: "dryBulkDensityGPerCm3",
  pores: "totalPorosity",
  drained: "drained",
  held: "held",
  ks: "ksCmPerHour",
  pH: "pH",
  ec: "ecDsPerM",
  settling: "settlingFraction",
  d50: "d50Mm",
  halfLife: "halfLifeYears",
  fed: "fed",
  limed: "limed",
  cost: "costClass",
};

/**
 * Figures read, but for those whose text is what the kept ones show: text is rounded, and what was not touched is not
 * to change.
 */
export function withKept(figures: OwnFigures, texts: FigureTexts, kept: OwnFigures, system: UnitSystem): OwnFigures {
  const shown = textsOf(kept, system);
  const untouched = (Object.keys(FIGURE_OF) as (keyof FigureTexts)[]).filter(
    (key) => JSON.stringify(texts[key]) === JSON.stringify(shown[key]),
  );
  return { ...figures, ...Object.fromEntries(untouched.map((key) => [FIGURE_OF[key], kept[FIGURE_OF[key]]])) };
}
