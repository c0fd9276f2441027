import { stageOf, type Setup, type Stage } from "../stack/setup";
import type { UnitSystem } from "../units/units";
import type { MediumLookup } from "../water/network";
import type { Finding, Grade, Limit, Told, Verdict } from "./verdict";
import { GRADE_WORDS } from "./grade-words";
import { animalWords } from "./words-animal";
import type { Speaking, Text, VerdictSentence } from "./words-common";
import { placeWords } from "./words-place";
import { soilWords } from "./words-soil";
import { waterWords } from "./words-water";

export { feltAs, type VerdictSentence } from "./words-common";

/** Kind and count of an entry: "5 × Round-leaved sundew". */
export const verdictName = ({ occupancy, occupant }: Verdict): string =>
  `${occupancy.count > 1 ? `${occupancy.count} × ` : ""}${occupant?.name ?? `unknown kind “${occupancy.occupantId}”`}${STAGE_SAID[stageOf(occupancy)]}`;

/** How a stage is said behind a name; what is grown needs no words. */
const STAGE_SAID: Record<Stage, string> = { seed: ", as seed", young: ", young", grown: "" };

/** All that is to be said to one of those that live there: what decides first. */
export function verdictSentences(
  verdict: Verdict,
  all: readonly Verdict[],
  setup: Setup,
  medium: MediumLookup,
  system: UnitSystem,
): readonly VerdictSentence[] {
  const speaking: Speaking = {
    setup,
    medium,
    system,
    nameOf: (id) => all.find(({ occupancy }) => occupancy.id === id)?.occupant?.name.toLowerCase() ?? "another kind",
  };
  return verdict.findings.map((finding, i) => ({
    id: `${finding.limit}-${i}`,
    heading: headingOf(finding.limit),
    tone: finding.grade === "unsuited" ? "trouble" : "plain",
    grade: finding.grade,
    ...said(finding, speaking),
  }));
}

/** What decides how it stands, in a few words: headings of what is told at its grade; empty for what suits. */
export const decidingWords = ({ grade, findings }: Pick<Verdict, "grade" | "findings">): string =>
  grade === "suits"
    ? ""
    : [...new Set(findings.filter((one) => one.grade === grade).map(({ limit }) => headingOf(limit).toLowerCase()))]
        .slice(0, MOST_DECIDING)
        .join(", ");
const MOST_DECIDING = 3;

/** The one line that says how it stands with one of them: its grade and what decides it. */
export function verdictLine(verdict: Verdict): string {
  const deciding = decidingWords(verdict);
  return `${verdictName(verdict)}: ${GRADE_WORDS[verdict.grade]}${deciding ? ` (${deciding})` : ""}`;
}

export const headingOf = (limit: Limit): string => HEADINGS[limit];
const HEADINGS: Record<Limit, string> = {
  air: "Air at the roots",
  oxygen: "Oxygen in the depth",
  "wet-for-good": "How wet it stays",
  "wet-days": "Days wet after a watering",
  "stays-wet": "How long it stays wet",
  "water-roots": "Roots in water",
  "dry-for-good": "How dry it is",
  "kept-damp": "Kept damp from below",
  "dry-days": "How long a watering lasts",
  crown: "Crown over free water",
  "soil-depth": "Depth of soil",
  "root-room": "Room beside one another",
  pH: "pH",
  lime: "Lime",
  salts: "Salts",
  feed: "Feed",
  "water-solids": "What is dissolved in its water",
  light: "Light",
  cold: "Cold",
  heat: "Heat",
  rest: "Rest",
  "shut-in-sun": "Glass in the sun",
  humidity: "Humidity",
  "moving-air": "Moving air",
  company: "Company",
  "food-safe": "Safe for food",
  "no-roots": "Roots",
  "no-ground": "Ground",
  "ground-depth": "Depth of ground",
  "surface-damp": "Surface",
  "deep-damp": "Damp in the depth",
  "open-water": "Open water",
  burrow: "Burrow",
  provided: "Food and drink",
  harm: "What it lives on",
  "open-share": "Lid",
  "ground-room": "Ground for them",
  "unknown-kind": "Kind",
};

/** A finding in words, by what it is about. */
function said(finding: Finding, speaking: Speaking): Text {
  const told: Told & { readonly grade: Grade } = finding;
  switch (told.limit) {
    case "air":
    case "oxygen":
    case "wet-for-good":
    case "wet-days":
    case "stays-wet":
    case "water-roots":
    case "dry-for-good":
    case "kept-damp":
    case "dry-days":
    case "crown":
    case "soil-depth":
    case "root-room":
    case "no-roots":
      return waterWords(told, speaking);
    case "pH":
    case "lime":
    case "salts":
    case "feed":
    case "water-solids":
      return soilWords(told, speaking);
    case "light":
    case "cold":
    case "heat":
    case "rest":
    case "shut-in-sun":
    case "humidity":
    case "moving-air":
    case "company":
    case "food-safe":
      return placeWords(told, speaking);
    case "no-ground":
    case "unknown-kind":
    case "ground-depth":
    case "surface-damp":
    case "deep-damp":
    case "open-water":
    case "burrow":
    case "provided":
    case "harm":
    case "open-share":
    case "ground-room":
      return animalWords(told, speaking);
    default:
      return told satisfies never;
  }
}
