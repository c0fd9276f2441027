import { z } from "zod";
import { USUALLY_AT_HAND } from "@/core/media/at-hand";
import { hasPeat } from "@/core/media/flags";
import type { Medium } from "@/core/media/medium";
import { isOwn } from "@/core/media/own-id";
import type { Pack } from "@/core/mixing/batch";
import { meanGrainMm, type Blend, type Part } from "@/core/mixing/blend";
import { MOST_ZONES } from "@/core/mixing/grading";
import type { Span } from "@/core/mixing/search";
import { ok } from "@/core/units/problem";
import { lengthFieldText, parseVolumeCm3, type UnitSystem } from "@/core/units/units";
import type { Room } from "@/formats/rooms";
import type { Question } from "@/workers/questions.client";
import { typed, typedLengthCm, typedNumber, typedWhole } from "../fields/typed";

/** What a search for mixes asks, as it is typed. */
export type SearchTexts = {
  readonly target: string;
  readonly roomId: string;
  readonly height: string;
  readonly base: string;
  readonly airLeast: string;
  readonly airMost: string;
  readonly waterLeast: string;
  readonly waterMost: string;
  readonly pHLeast: string;
  readonly pHMost: string;
  readonly ball: string;
  readonly pot: string;
  readonly zones: string;
  readonly rimAir: string;
  readonly of: string;
  readonly noPeat: boolean;
  readonly without: readonly string[];
  /** A medium that has to be in it, or none; and how much of that there is, for the biggest batch of it. */
  readonly must: string;
  readonly stock: string;
};

/** What is looked for; anything else is the id of a medium of the mix, to be stood in for. */
export const [NEED, SAME, ZONES] = ["need", "mix", "zones"] as const;
const MOST_PARTS = 4;
const TALLEST_ROOTS_CM = 100;
const GREATEST_POT_CM = 500;

export const searchTexts = (system: UnitSystem, room: Room | undefined): SearchTexts => ({
  target: NEED,
  roomId: room?.id ?? "",
  ...(heightTexts(room, system) ?? { height: system === "metric" ? "15" : "6", base: "0" }),
  airLeast: "20",
  airMost: "35",
  waterLeast: "40",
  waterMost: "",
  pHLeast: "",
  pHMost: "",
  ball: system === "metric" ? "8" : "3",
  pot: system === "metric" ? "20" : "8",
  zones: "2",
  rimAir: "40",
  of: "usual",
  noPeat: false,
  without: [],
  must: "",
  stock: "",
});

/** Whether a layer stands out of the water far enough to ask what is in it. */
export const isPlace = ({ aboveWaterCm }: Room): boolean =>
  aboveWaterCm !== null && aboveWaterCm.to - aboveWaterCm.from >= 1;

/** A layer's heights over free water, as they are typed. */
export const heightTexts = (
  room: Room | undefined,
  system: UnitSystem,
): { height: string; base: string } | undefined =>
  room?.aboveWaterCm
    ? {
        height: lengthFieldText(room.aboveWaterCm.to - room.aboveWaterCm.from, system),
        base: lengthFieldText(room.aboveWaterCm.from, system),
      }
    : undefined;

const percent = (empty: number) => typedNumber(0, 100, "%", empty);
const pH = (empty: number) => typedNumber(0, 14, "", empty);

/** Reads the fields that what is looked for needs; the others may hold anything. */
export function searchSchema(system: UnitSystem, target: string) {
  const place = {
    height: typedLengthCm(system, 1, TALLEST_ROOTS_CM),
    base: typedLengthCm(system, 0, TALLEST_ROOTS_CM),
  };
  const need = z
    .object({
      ...place,
      airLeast: percent(0),
      airMost: percent(100),
      waterLeast: percent(0),
      waterMost: percent(100),
      pHLeast: pH(0),
      pHMost: pH(14),
      must: z.string(),
      stock: typed((text) => (text.trim() === "" ? ok(undefined) : parseVolumeCm3(text, system))),
    })
    .superRefine((read, context) => {
      for (const what of ["air", "water", "pH"] as const)
        if (read[`${what}Least`] > read[`${what}Most`])
          context.addIssue({ code: "custom", path: [`${what}Most`], message: "The least is more than the most." });
    })
    .transform(({ height, base, airLeast, airMost, waterLeast, waterMost, pHLeast, pHMost, must, stock }) => ({
      kind: NEED,
      height,
      base,
      air: { least: airLeast / 100, most: airMost / 100 } satisfies Span,
      water: { least: waterLeast / 100, most: waterMost / 100 } satisfies Span,
      must: must === "" ? undefined : must,
      stockCm3: must === "" ? undefined : stock,
      pH: pHLeast > 0 || pHMost < 14 ? ({ least: pHLeast, most: pHMost } satisfies Span) : undefined,
    }));
  const zones = z
    .object({
      ...place,
      ball: typedLengthCm(system, 1, GREATEST_POT_CM),
      pot: typedLengthCm(system, 2, GREATEST_POT_CM),
      zones: typedWhole(1, MOST_ZONES),
      rimAir: typedNumber(0, 95, "%"),
    })
    .transform((read) => ({ kind: ZONES, ...read, rimAir: read.rimAir / 100 }));
  const match = z.object(place).transform((read) => ({ kind: SAME, ...read }));
  return target === NEED ? need : target === ZONES ? zones : match;
}
export type SearchAsked = z.output<ReturnType<typeof searchSchema>>;

/** The question that a form read asks of the media offered. */
export function searchQuestion(
  asked: SearchAsked,
  mediumIds: readonly string[],
  standsFor: { readonly parts: readonly Part[]; readonly mixed: Blend } | undefined,
  match: Medium["hydraulics"] | undefined,
): Question<"mixes" | "instead" | "zones"> | undefined {
  const place = { mediumIds, fromSuctionCm: asked.base, toSuctionCm: asked.base + asked.height };
  switch (asked.kind) {
    case "need":
      return {
        kind: "mixes",
        ...place,
        wanted: {
          air: asked.air,
          water: asked.water,
          pH: asked.pH,
          must: asked.must === undefined ? [] : [asked.must],
        },
        mostParts: MOST_PARTS,
      };
    case "mix":
      return match && { kind: "instead", ...place, match };
    case "zones": {
      if (!standsFor) return undefined;
      const { parts, mixed } = standsFor;
      return {
        kind: "zones",
        ...place,
        asked: {
          core: mixed.hydraulics,
          coreGrainMm: meanGrainMm(parts),
          coreMediumIds: parts.map(({ medium }) => medium.id),
          rimAir: asked.rimAir,
          zones: asked.zones,
          ballDiameterCm: asked.ball,
          potDiameterCm: asked.pot,
          heightCm: asked.height,
        },
      };
    }
    default:
      return asked satisfies never;
  }
}

/** What can be looked for now of what was chosen: the mix or medium to stand in for may be gone since. */
export const targetNow = (chosen: string, parts: readonly Part[], mixed: Blend | undefined): string =>
  parts.some(({ medium }) => medium.id === chosen) || (mixed && (chosen === SAME || chosen === ZONES)) ? chosen : NEED;

/** The media that can be asked for, of which some are then left out. */
export function mediaOffered(media: readonly Medium[], of: string, packs: readonly Pack[]): readonly Medium[] {
  const blendable = media.filter(({ packing }) => packing.mixingFactor > 0);
  if (of === "all") return blendable;
  return of === "usual"
    ? blendable.filter(({ id }) => USUALLY_AT_HAND.has(id) || isOwn(id))
    : blendable.filter(({ id }) => packs.some(({ mediumId }) => mediumId === id));
}

/** The media offered that a search may use: not those left out, nor what is to be stood in for. */
export const mediaAsked = (
  offered: readonly Medium[],
  { noPeat, without }: Pick<SearchTexts, "noPeat" | "without">,
  target: string,
): readonly Medium[] =>
  offered.filter((medium) => !(noPeat && hasPeat(medium)) && !without.includes(medium.id) && medium.id !== target);
