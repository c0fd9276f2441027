import type { CheckId } from "../checks/check";
import { checksOf } from "../checks/checks";
import { judgedWhole } from "../verdicts/judge";
import { verdictName, verdictSentences } from "../verdicts/words";
import type { Bench, BenchAsked } from "./bench";

/** Something that speaks against building a design as it is, and the step at which it would be built in. */
export type Against = { readonly stepKey: string; readonly heading: string; readonly text: string };

/** What a check is about, as far as steps go. */
const ABOUT: Readonly<Record<CheckId, "place" | "holes" | "room" | "layers" | "plant" | "top">> = {
  cloudburst: "holes",
  "no-way-out": "holes",
  "hole-too-high": "holes",
  "tube-near-overflow": "holes",
  leaks: "holes",
  "grains-out": "holes",
  "reservoir-small": "room",
  "out-of-level": "place",
  "wick-out-of-water": "room",
  "dead-water": "room",
  "no-wick": "room",
  fines: "layers",
  "separator-rots": "layers",
  floats: "layers",
  "over-sill": "layers",
  "strip-bare": "layers",
  neck: "plant",
  "neck-grains": "layers",
  crown: "plant",
  "root-ball": "plant",
  lid: "top",
  "glass-sun": "place",
  children: "place",
  weights: "place",
  "drained-water": "place",
};

/** Troubles of the whole, and of those that are to live there, each at a step of the sheet. */
export function againstOf(asked: BenchAsked, bench: Bench, keys: readonly string[]): readonly Against[] {
  const { setup, system, settled, network, readings } = bench;
  if (!settled || !network || !readings) return [];
  const firstOf = (...starts: readonly string[]): string =>
    starts.flatMap(
      (start) => keys.find((key) => (start.endsWith(":") ? key.startsWith(start) : key === start)) ?? [],
    )[0] ??
    keys[0] ??
    "place";
  const stepOf: Record<(typeof ABOUT)[CheckId], string> = {
    place: firstOf("place"),
    holes: firstOf(
      ...setup.fixtures.flatMap(({ kind, id }) => (kind === "hole" || kind === "standpipe" ? [`fixture:${id}`] : [])),
      "place",
    ),
    room: firstOf("platform", "layer:"),
    layers: firstOf("layer:"),
    plant: firstOf("plant", "sow", "layer:"),
    top: firstOf(...setup.fixtures.flatMap(({ kind, id }) => (kind === "lid" ? [`fixture:${id}`] : [])), "label"),
  };
  const troubles = checksOf(setup, network, readings, asked.medium, system).flatMap(
    ({ id, heading, text, tone }): Against[] =>
      tone === "trouble" ? [{ stepKey: stepOf[ABOUT[id]], heading, text }] : [],
  );
  const verdicts = judgedWhole(setup, asked.medium, asked.occupants) ?? [];
  const unsuited = verdicts.flatMap((verdict): Against[] => {
    if (verdict.grade !== "unsuited") return [];
    const said = verdictSentences(verdict, verdicts, setup, asked.medium, system).filter(
      ({ grade }) => grade === "unsuited",
    );
    return [
      {
        stepKey: verdict.occupant?.life === "animal" ? firstOf("animals", "plant", "layer:") : stepOf.plant,
        heading: `${verdictName(verdict)} does not suit it`,
        text: said.map(({ text }) => text).join(" "),
      },
    ];
  });
  return [...troubles, ...unsuited];
}
