import { isOwn } from "@/core/media/own-id";
import type { Medium } from "@/core/media/medium";
import { hasPeat } from "@/core/media/flags";
import { isMix } from "@/core/mixing/mix-medium";
import { parseNumber } from "@/core/units/numbers";
import { ok, type Result } from "@/core/units/problem";
import type { UnitSystem } from "@/core/units/units";
import type { ContainerState } from "@/core/water/container";
import { readVesselHeight } from "../fields/vessel-height";
import { PROPERTIES, type PropertyKey } from "./properties";

/** What media are sifted by, as it is typed and chosen. */
export type SiftTexts = {
  readonly words: string;
  readonly heightText: string;
  readonly leastAir: string;
  readonly mostPH: string;
  readonly noPeat: boolean;
  readonly from: "any" | "organic" | "mineral" | "yours" | "packs";
  readonly for: "anyone" | "amphibians" | "invertebrates" | "carnivorousPlants";
  readonly sifted: PropertyKey | "none";
  readonly least: string;
  readonly most: string;
};
export const NOTHING_SIFTED: SiftTexts = {
  words: "",
  heightText: "",
  leastAir: "",
  mostPH: "",
  noPeat: false,
  from: "any",
  for: "anyone",
  sifted: "none",
  least: "",
  most: "",
};

/** What the fields mean; one that is empty or cannot be meant sifts nothing. */
export type Sift = {
  readonly heightCm: number;
  readonly leastAir: number;
  readonly mostPH: number;
  readonly least: number;
  readonly most: number;
  /** Why a field cannot be meant. */
  readonly said: Readonly<Partial<Record<keyof SiftTexts, string>>>;
};

export function readSift(texts: SiftTexts, system: UnitSystem): Sift {
  const said: Partial<Record<keyof SiftTexts, string>> = {};
  const read = (name: keyof SiftTexts & string, empty: number, parse: (text: string) => Result<number>): number => {
    const text = String(texts[name]);
    const result = text.trim() === "" ? ok(empty) : parse(text);
    if (result.ok) return result.value;
    said[name] = result.problems[0]!.message;
    return empty;
  };
  const height = readVesselHeight(texts.heightText, system);
  if (height.said !== "") said.heightText = height.said;
  return {
    heightCm: height.cm,
    leastAir: read("leastAir", -Infinity, (text) => parseNumber(text, 0, 100, "%")),
    mostPH: read("mostPH", Infinity, (text) => parseNumber(text, 0, 14)),
    least: read("least", -Infinity, (text) => parseNumber(text, 0, 1e9, "%")),
    most: read("most", Infinity, (text) => parseNumber(text, 0, 1e9, "%")),
    said,
  };
}

/** Whether a medium, as it is in a vessel of the height asked, comes through. */
export function comesThrough(
  medium: Medium,
  state: ContainerState,
  texts: SiftTexts,
  sift: Sift,
  system: UnitSystem,
  hasPack: (id: string) => boolean,
): boolean {
  const of = (key: PropertyKey): number => PROPERTIES[key].value(medium, state, system);
  return (
    of("air") >= sift.leastAir &&
    of("pH") <= sift.mostPH &&
    (texts.sifted === "none" || (of(texts.sifted) >= sift.least && of(texts.sifted) <= sift.most)) &&
    !(texts.noPeat && hasPeat(medium)) &&
    isOfKind(medium, texts.from, hasPack) &&
    (texts.for === "anyone" || medium.safety[texts.for] !== "avoid")
  );
}

function isOfKind(medium: Medium, kind: SiftTexts["from"], hasPack: (id: string) => boolean): boolean {
  const grown = medium.class === "organic" || medium.class === "fibre";
  switch (kind) {
    case "any":
      return true;
    case "organic":
      return grown;
    case "mineral":
      return !grown;
    case "yours":
      return isOwn(medium.id) || isMix(medium.id);
    case "packs":
      return hasPack(medium.id);
    default:
      return kind satisfies never;
  }
}
