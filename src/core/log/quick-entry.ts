import { NUMBER_PATTERN } from "../units/numbers";
import { failed, ok, problem, type Result } from "../units/problem";
import {
  CM_PER_INCH,
  KG_PER_POUND,
  LENGTH_UNITS,
  NBSP,
  parseNumberAndUnit,
  parseTemperatureC,
  parseVolumeCm3,
  parseQuantity,
  VOLUME_UNITS,
  type Unit,
  type UnitSystem,
} from "../units/units";
import { faultOf, meaningOf, type LogItem, type Quantity, type What } from "./vocabulary";

/**
 * One line as a grower writes it: "2 L, tube 4 cm, smells fine". What is understood is told before it is stored; what is
 * not is kept as a note, and a number nobody understands is said.
 */
export type Understood = {
  readonly items: readonly LogItem[];
  /** What of it is no more than words. */
  readonly note: string;
  /** What to look at twice. */
  readonly doubts: readonly string[];
};

const GRAMS: readonly Unit[] = [
  { factor: 1, names: ["g", "gram", "grams"] },
  { factor: 1000, names: ["kg", "kilo", "kilos", "kilogram", "kilograms"] },
  { factor: 1000 * KG_PER_POUND, names: ["lb", "lbs", "pound", "pounds"] },
  { factor: (1000 * KG_PER_POUND) / 16, names: ["oz", "ounce", "ounces"] },
];
const CONDUCTIVITY: readonly Unit[] = [
  { factor: 1, names: ["ms/cm", "ms", "ds/m"] },
  { factor: 0.001, names: ["µs/cm", "us/cm", "μs/cm", "µs", "us", "μs"] },
];
const SOLIDS: readonly Unit[] = [
  { factor: 1, names: ["mg/l", "ppm"] },
  { factor: 1000, names: ["g/l"] },
];
const SHARES: readonly Unit[] = [{ factor: 1, names: ["%", "percent", "per cent"] }];
const RAIN: readonly Unit[] = [
  { factor: 1, names: ["mm"] },
  { factor: 10, names: ["cm"] },
  { factor: 10 * CM_PER_INCH, names: ["in", "inch", "inches", '"'] },
];
const NONE: readonly Unit[] = [];

/** A number of a quantity, with a unit or in the grower's own. */
function numberOf(of: Quantity, text: string, system: UnitSystem): Result<number> {
  const isMetric = system === "metric";
  switch (of) {
    case "volume":
      return parseVolumeCm3(text, system);
    case "length":
      return parseQuantity(text, LENGTH_UNITS, isMetric ? 1 : CM_PER_INCH, "a height", "4 cm or 1.5 in");
    case "mass":
      return parseQuantity(text, GRAMS, isMetric ? 1 : 1000 * KG_PER_POUND, "a weight", "1250 g, 1.25 kg or 3 lb");
    case "temperature":
      return parseTemperatureC(text, system);
    case "ec":
      return parseQuantity(text, CONDUCTIVITY, 1, "a conductivity", "1.2 mS/cm or 1200 µS/cm");
    case "solids":
      return parseQuantity(text, SOLIDS, 1, "what is dissolved", "400 mg/L or 400 ppm");
    case "share":
      return parseQuantity(text, SHARES, 1, "a share", "65 %");
    case "rain":
      return parseQuantity(text, RAIN, isMetric ? 1 : 10 * CM_PER_INCH, "an amount of rain", "12 mm or 0.5 in");
    case "ph":
      return parseQuantity(text, NONE, 1, "a pH", "5.2");
    case "count":
      return parseQuantity(text, NONE, 1, "a number of pieces", "12");
    default:
      return of satisfies never;
  }
}

/** Words a part may begin with, the longer before the shorter, and what they are of. */
const BEGINNINGS: readonly (readonly [RegExp, What])[] = (
  [
    ["(?:re)?filled (?:up )?to|(?:re)?fill(?:ed)? to|topped up to", "filled-to"],
    ["(?:re)?filled(?: up)?|refill|topped up|filled full", "filled"],
    ["watered|gave|given|poured|watering", "watered"],
    ["emptied|drained", "emptied"],
    ["flushed(?: through)?|rinsed through", "flushed"],
    ["fed|fertili[sz]ed", "fed"],
    ["re-?potted", "repotted"],
    ["planted(?: out)?", "planted"],
    ["sown|sowed", "sown"],
    ["divided|split", "divided"],
    ["pruned|trimmed|thinned|cut back", "pruned"],
    ["harvested|picked", "harvested"],
    ["cleaned", "cleaned"],
    ["uncovered|cover off|lid off|lid taken off|cover taken off", "uncovered"],
    ["covered|cover on|lid on", "covered"],
    ["aired|lid opened|opened", "aired"],
    ["mulched", "mulched"],
    ["reckoned anew|reckon anew", "anew"],
    ["moved", "moved"],
    ["no water (?:seen )?below|no water under(?: it)?|dry below", "water-below"],
    ["water seen below|water below|water under(?: it)?", "water-below"],
    ["water level|level|tube|mark|water|float|gauge", "level"],
    ["weight|weighs|weighed|scale", "weight"],
    ["ph", "ph"],
    ["ec|conductivity", "ec"],
    ["tds|solids|dissolved", "solids"],
    ["temperature|temp", "temperature"],
    ["(?:air )?humidity|rh", "humidity"],
    ["moisture|soil moisture", "moisture"],
    ["rain(?:ed)?|rainfall", "rain"],
    ["ran out|run(?:-| )?off|overflow", "ran-out"],
  ] as const
).map(([words, what]) => [new RegExp(`^(?:${words})(?![\\p{L}\\d])`, "iu"), what]);

/** Whole parts that say a sign. */
const SIGNS: readonly (readonly [RegExp, What, string])[] = (
  [
    ["smells? (?:is )?(?:fine|good|ok|okay|sweet|fresh|earthy|of earth|normal)|no smell", "smell", "fine"],
    ["smells? (?:is )?(?:sour|bad|foul|rotten|off|of eggs|like eggs|of sulphur)|stinks|sour smell", "smell", "sour"],
    ["(?:leaves|leaf) (?:are )?(?:fine|good|ok|okay|green)", "leaves", "fine"],
    ["(?:leaves|leaf) (?:are )?pale|pale leaves", "leaves", "pale"],
    ["(?:leaves|leaf) (?:are )?(?:yellow|yellowing)|yellow leaves|yellowing", "leaves", "yellow"],
    ["(?:leaves |leaf )?(?:are )?(?:wilting|wilted|wilts|limp|droopy|drooping)", "leaves", "wilting"],
    ["moss (?:is )?(?:fine|good|ok|okay|green)", "moss", "fine"],
    ["moss (?:is )?(?:gone )?pale|pale moss", "moss", "pale"],
    ["moss (?:is )?(?:gone )?brown|brown moss", "moss", "brown"],
    ["(?:surface|top) (?:is )?(dry|damp|moist|wet)", "surface", "$1"],
    [
      "(?:finger|at 3 ?cm|finger at 3 ?cm|finger test|at a finger'?s depth)(?: is)?:? (dry|damp|moist|wet)",
      "finger",
      "$1",
    ],
    ["(dry|damp|moist|wet) at (?:3 ?cm|a finger'?s depth)", "finger", "$1"],
    ["(?:squeeze|depth|deep down|at depth|below)(?: is)?:? (dry|damp|moist|wet)", "depth", "$1"],
    ["(?:water (?:seen )?(?:below|under(?: it)?)|water seen)", "water-below", "seen"],
    ["no water (?:seen )?(?:below|under(?: it)?)|no water seen", "water-below", "none"],
    ["(?:no|without) (?:fungus )?gnats", "gnats", "none"],
    ["(?:lots of|many) (?:fungus )?gnats", "gnats", "many"],
    ["(?:a few |some |few )?(?:fungus )?gnats", "gnats", "some"],
    ["no mou?ld", "mould", "none"],
    ["(?:lots of|much) mou?ld|mou?ldy all over", "mould", "many"],
    ["(?:some |a little )?mou?ld|mou?ldy", "mould", "some"],
    ["no algae", "algae", "none"],
    ["(?:lots of|much|many) algae", "algae", "many"],
    ["(?:some |a few )?algae|green film", "algae", "some"],
    ["no (?:salt )?crust", "crust", "none"],
    ["(?:lots of|much|thick) (?:salt )?crust", "crust", "many"],
    ["(?:some |a |a little )?(?:salt )?crust|white crust", "crust", "some"],
    ["no weeds", "weeds", "none"],
    ["(?:lots of|many) weeds", "weeds", "many"],
    ["(?:some |a few )?weeds", "weeds", "some"],
    ["(?:it )?(?:stands |is )?level", "stands", "level"],
    ["(?:it )?(?:leans|leaning|tilted|is leaning)", "stands", "leaning"],
    ["roots (?:at|out of|through) the (?:base|bottom|holes)", "roots", "seen"],
    ["no roots (?:at|out of|through) the (?:base|bottom|holes)", "roots", "none"],
    ["crown (?:is )?(?:clear|free|dry)", "crown", "clear"],
    ["crown (?:is )?(?:buried|wet|covered)", "crown", "buried"],
    ["animals? (?:are |is )?(?:fine|as usual|ok|okay|good|seen)", "animals", "fine"],
    ["no animals? seen|animals? not seen", "animals", "not-seen"],
    ["animals? (?:are |is )?(?:on top|on the surface)", "animals", "on-top"],
    ["animals? (?:are |is )?out of (?:its|their|the) burrows?", "animals", "out-of-burrow"],
  ] as const
).map(([words, what, word]) => [new RegExp(`^(?:${words})[.!]?$`, "iu"), what, word]);

/** Which numbers with a unit say by it alone what they are. */
const BARE: readonly (readonly [Quantity, readonly Unit[], What])[] = [
  ["volume", VOLUME_UNITS.filter(({ names }) => !names.includes("oz")), "watered"],
  ["mass", GRAMS.filter(({ names }) => !names.includes("oz")), "weight"],
  ["length", LENGTH_UNITS.filter(({ names }) => !names.includes("mm") && !names.includes("m")), "level"],
  ["ec", CONDUCTIVITY, "ec"],
  ["solids", SOLIDS, "solids"],
];

const FILLERS =
  /^[\s:=]*(?:(?:is|was|are|at|of|with|stands at|now|about|to|by|in the tube|of the run-?off)(?![\p{L}\d])[\s:=]*)*/iu;
const NOTE = /^(?:note|nb)\s*:?\s+(.+)$/iu;
const A_NUMBER = new RegExp(NUMBER_PATTERN, "u");
const WITH_PERCENT = /^(?<number>.+?)\s*%\s*(?<of>rh|humidity|moisture)$/iu;
const MOIST = "moist";

/** Parts of a line: by semicolons, by lines, and by commas that stand between words, not within a number. */
const partsOf = (text: string): readonly string[] =>
  text
    .split(/[;\n]|,(?=\s)|,(?!\d)|\s+and\s+(?=\S+\s)/u)
    .map((part) => part.trim())
    .filter((part) => part !== "");

type Part = { readonly item?: LogItem; readonly note?: string; readonly doubt?: string; readonly fault?: string };

const itemOf = (what: What, value: number | null, word: string | null = null, note?: string): Part => {
  const item: LogItem = { what, value, word };
  const fault = faultOf(item);
  return fault === undefined ? { item, ...(note !== undefined && { note }) } : { fault };
};

/** The number a text begins with, and the words behind it: "2 L of rain water". */
function numberAndWords(of: Quantity, text: string, system: UnitSystem): Result<{ value: number; words: string }> {
  const whole = numberOf(of, text, system);
  if (whole.ok) return ok({ value: whole.value, words: "" });
  const words = text.split(" ");
  for (let count = words.length - 1; count > 0; count--) {
    const front = words.slice(0, count).join(" ");
    const read = numberOf(of, front, system);
    // "4 L" of a height is no height of 4: only behind a unit are words no unit
    if (read.ok && (HAVE_NO_UNIT.includes(of) || parseNumberAndUnit(front)?.unit))
      return ok({ value: read.value, words: words.slice(count).join(" ") });
  }
  return whole;
}

const HAVE_NO_UNIT: readonly Quantity[] = ["ph", "count"];
const VOLUME_NAMES = new Set(VOLUME_UNITS.flatMap(({ names }) => names));

function partOf(text: string, system: UnitSystem): Part {
  const noted = NOTE.exec(text);
  if (noted) return { note: noted[1]! };
  for (const [pattern, what, word] of SIGNS) {
    const found = pattern.exec(text);
    if (!found) continue;
    const said =
      word === "$1"
        ? found
            .slice(1)
            .find((one) => one !== undefined)!
            .toLowerCase()
        : word;
    return itemOf(what, null, said === MOIST ? "damp" : said);
  }
  const share = WITH_PERCENT.exec(text);
  if (share?.groups) {
    const value = numberOf("share", share.groups.number!, system);
    return value.ok
      ? itemOf(share.groups.of!.toLowerCase() === "moisture" ? "moisture" : "humidity", value.value)
      : { fault: `“${text}”: ${value.problems[0]!.message}` };
  }
  for (const [pattern, what] of BEGINNINGS) {
    const found = pattern.exec(text);
    if (!found) continue;
    const rest = text.slice(found[0].length).replace(FILLERS, "").trim();
    const { of, needsNumber, says } = meaningOf(what);
    // a sign's words are told whole, above
    if (says) continue;
    if (what === "level" && /^(?:empty|dry|gone|out)$/iu.test(rest)) return itemOf("level", 0);
    if (rest === "" && !needsNumber) return itemOf(what, null);
    if (rest === "") continue;
    if (!of || (!needsNumber && !A_NUMBER.test(rest))) return itemOf(what, null, null, text);
    if (!A_NUMBER.test(rest)) return { note: text };
    // "water 2 L" is given, "water 4 cm" stands there
    const isGiven = what === "level" && VOLUME_NAMES.has(parseNumberAndUnit(rest)?.unit ?? "");
    const read = numberAndWords(isGiven ? "volume" : of, rest, system);
    return read.ok
      ? itemOf(isGiven ? "watered" : what, read.value.value, null, read.value.words === "" ? undefined : text)
      : { fault: `“${text}”: ${read.problems[0]!.message}` };
  }
  const bare = parseNumberAndUnit(text);
  if (bare) {
    const unit = bare.unit;
    for (const [of, units, what] of BARE)
      if (units.some(({ names }) => names.includes(unit))) {
        const value = numberOf(of, text, system);
        return value.ok ? itemOf(what, value.value) : { fault: `“${text}”: ${value.problems[0]!.message}` };
      }
    if (/^[°º]\s?[cf]$/u.test(unit)) {
      const value = parseTemperatureC(text, system);
      if (value.ok) return itemOf("temperature", value.value);
    }
    if (bare.unsure) return { fault: bare.unsure.message };
    if (unit === "") return { fault: `“${text}”: of what? Write “${text} L”, “tube ${text}” or “pH ${text}”.` };
  }
  return A_NUMBER.test(text)
    ? { note: text, doubt: `“${text}” is kept as words: its number is not understood.` }
    : { note: text };
}

/** Reads one line. @returns fails with "empty", or with what in it cannot be */
export function understand(text: string, system: UnitSystem): Result<Understood> {
  const parts = partsOf(text.replaceAll(NBSP, " "));
  if (parts.length === 0)
    return failed(problem("", "empty", "Write what was done or seen, such as “2 L, tube 4 cm, smells fine”."));
  const items: LogItem[] = [];
  const notes: string[] = [];
  const doubts: string[] = [];
  const faults: string[] = [];
  for (const text of parts) {
    const { item, note, doubt, fault } = partOf(text, system);
    if (fault !== undefined) faults.push(fault);
    if (item && items.some(({ what }) => what === item.what))
      faults.push(`“${text}”: ${meaningOf(item.what).name} is said twice. Write it as two entries.`);
    else if (item) items.push(item);
    if (note !== undefined) notes.push(note);
    if (doubt !== undefined) doubts.push(doubt);
  }
  return faults.length > 0
    ? failed(...faults.map((message) => problem("", "not-understood", message)))
    : ok({ items, note: notes.join(", "), doubts });
}
