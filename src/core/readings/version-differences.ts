import { whenSound } from "../water/checked";
import { differences } from "./differences";
import { readSettled } from "./readings";
import { FIXTURE_WORDS } from "../stack/fixtures";
import type { Setup } from "../stack/setup";
import { formatLength, type UnitSystem } from "../units/units";
import type { MediumLookup } from "../water/network";
import { settle } from "../water/settle";

/** What is different in `now` from `before`, in sentences: what was changed in the design, and what the water does of it. */
export function toldDifferences(
  before: Setup,
  now: Setup,
  medium: MediumLookup,
  system: UnitSystem,
): readonly string[] {
  const said = designDifferences(before, now, medium, system);
  const [a, b] = [before, now].map((setup) => {
    const settled = whenSound(setup, medium, (sound) => settle(sound, medium), system);
    return settled.ok
      ? { setup, settled: settled.value, readings: readSettled(setup, settled.value, medium) }
      : undefined;
  });
  return [...said, ...(a && b ? differences(a, b, system).map(({ text }) => text) : [])];
}

/** What was changed by hand: layers, what is built in, the rest by its name. */
export function designDifferences(
  before: Setup,
  now: Setup,
  medium: MediumLookup,
  system: UnitSystem,
): readonly string[] {
  const cm = (length: number): string => formatLength(length, system);
  const name = (id: string): string => medium(id)?.name ?? id;
  const said: string[] = [];
  if (before.name !== now.name) said.push(`called “${now.name}” instead of “${before.name}”`);
  const was = new Map(before.layers.map((layer) => [layer.id, layer]));
  const is = new Set(now.layers.map(({ id }) => id));
  const called = ({ name: own, mediumId }: Setup["layers"][number]): string => own || name(mediumId);
  for (const layer of now.layers) {
    const old = was.get(layer.id);
    if (!old) said.push(`with a layer of ${name(layer.mediumId)}, ${cm(layer.thicknessCm)}`);
    else {
      if (old.mediumId !== layer.mediumId)
        said.push(`${called(old)}: ${name(layer.mediumId)} instead of ${name(old.mediumId)}`);
      if (Math.abs(old.thicknessCm - layer.thicknessCm) > 0.005)
        said.push(`${called(layer)} ${cm(layer.thicknessCm)} thick instead of ${cm(old.thicknessCm)}`);
      else if (JSON.stringify({ ...old, mediumId: "" }) !== JSON.stringify({ ...layer, mediumId: "" }))
        said.push(`${called(layer)} set otherwise`);
    }
  }
  for (const layer of before.layers) if (!is.has(layer.id)) said.push(`without the layer ${called(layer)}`);
  const moved = now.layers.map(({ id }) => id).filter((id) => was.has(id));
  if (
    moved.join(" ") !==
    before.layers
      .map(({ id }) => id)
      .filter((id) => is.has(id))
      .join(" ")
  )
    said.push("layers in another order");
  const fixed = new Map(before.fixtures.map((fixture) => [fixture.id, fixture]));
  const fixes = new Set(now.fixtures.map(({ id }) => id));
  for (const fixture of now.fixtures) {
    const old = fixed.get(fixture.id);
    if (!old) said.push(`with a ${FIXTURE_WORDS[fixture.kind]}`);
    else if (JSON.stringify(old) !== JSON.stringify(fixture))
      said.push(`the ${FIXTURE_WORDS[fixture.kind]} set otherwise`);
  }
  for (const fixture of before.fixtures)
    if (!fixes.has(fixture.id)) said.push(`without the ${FIXTURE_WORDS[fixture.kind]}`);
  if (before.fillFromCm !== now.fillFromCm)
    said.push(`filled from ${cm(now.fillFromCm)} up instead of ${cm(before.fillFromCm)}`);
  for (const [key, words] of REST)
    if (JSON.stringify(before[key]) !== JSON.stringify(now[key])) said.push(`${words} otherwise`);
  return said;
}

const REST = [
  ["vessel", "the vessel"],
  ["water", "the water in it"],
  ["history", "how it was wetted"],
  ["demand", "what a day takes"],
  ["planting", "how it is planted"],
  ["site", "where it stands"],
  ["places", "the places it stands at"],
  ["blend", "the water it is given"],
  ["runsIn", "what is led into it"],
  ["occupants", "who lives there"],
  ["wateredEveryDays", "how often it is watered"],
] as const satisfies readonly (readonly [keyof Setup, string])[];
