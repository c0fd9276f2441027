import { z } from "zod";
import { MOST_RECIPE_PARTS } from "../../core/mixing/recipe";
import { MOST_LAYERS, MOST_OCCUPANTS } from "../../core/stack/check";
import { MOST_PLACES } from "../../core/stack/stays";
import { failed, ok, problem, type Problem, type Result } from "../../core/units/problem";
import { mixSchema, parseMix } from "../mix/schema";
import { ownMediumSchema, parseOwnMedium } from "../own-medium/schema";
import { ownOccupantSchema, parseOwnOccupant } from "../own-occupant/schema";
import { packSchema } from "../pack/schema";
import { keptId, mixMediumId, ownMediumId, ownOccupantId } from "../ids";
import { checkKind, fromText, parseWith } from "../problems";
import { SETUP_KIND } from "../setup/document";
import { carriedProblems, carriedWeather } from "../weather/carried";
import { parsePlace, placeSchema } from "../place/schema";
import { parseSetup, setupSchema } from "../setup/schema";
import { SETUP_FILE_UPGRADES } from "./upgrade";
import { SETUP_FILE_KIND, SETUP_FILE_VERSION, type SetupFile } from "./document";

/** Each entry's name once, in a list of entries that are parsed by `of`. */
const listOf = <K extends string, V extends string, S extends z.ZodType>(
  key: K,
  name: z.ZodString,
  value: V,
  of: S,
  most: number,
) =>
  z
    .array(z.strictObject({ [key]: name, [value]: of } as Record<K, z.ZodString> & Record<V, S>))
    .max(most)
    .superRefine((list, context) => {
      const seen = new Set<unknown>();
      (list as readonly Record<string, unknown>[]).forEach((one, i) => {
        if (seen.has(one[key])) context.addIssue({ code: "custom", path: [i, key], message: "is used twice" });
        seen.add(one[key]);
      });
    });

const MOST_MEDIA = MOST_LAYERS * 2 * (MOST_RECIPE_PARTS + 1);
/** The file's own shape, with what lies in it as it is handed in. */
const shell = <S extends z.ZodType, M extends z.ZodType, O extends z.ZodType, K extends z.ZodType, P extends z.ZodType>(
  setup: S,
  mix: M,
  medium: O,
  occupant: K,
  place: P,
) =>
  z.strictObject({
    kind: z.literal(SETUP_FILE_KIND),
    version: z.literal(SETUP_FILE_VERSION),
    setup,
    mixes: listOf("mediumId", mixMediumId, "mix", mix, MOST_LAYERS * 2),
    media: listOf("mediumId", ownMediumId, "medium", medium, MOST_MEDIA),
    occupants: listOf("occupantId", ownOccupantId, "occupant", occupant, MOST_OCCUPANTS * 2),
    places: listOf("placeId", keptId, "place", place, MOST_PLACES * 2),
    weather: z.array(carriedWeather).max(MOST_PLACES * 2),
    packs: z.array(packSchema).max(MOST_MEDIA),
  });

/** All of it in its present version: what docs/formats/setup-file.schema.json is generated from. */
export const setupFileSchema = shell(setupSchema, mixSchema, ownMediumSchema, ownOccupantSchema, placeSchema);
/** What lies in it may be of an earlier version, each read by its own chain. */
const looseSchema = shell(z.unknown(), z.unknown(), z.unknown(), z.unknown(), z.unknown());

const inside = (path: string, problems: readonly Problem[]): Problem[] =>
  problems.map((one) => ({ ...one, path: one.path === "" ? path : `${path}.${one.path}` }));

/** Parses each entry of a list, and gathers what is wrong with all. */
function each<A, B>(list: readonly A[], parse: (one: A, i: number) => Result<B>): Result<B[]> {
  const parsed = list.map(parse);
  const problems = parsed.flatMap((one) => (one.ok ? [] : one.problems));
  return problems.length > 0 ? failed(...problems) : ok(parsed.flatMap((one) => (one.ok ? [one.value] : [])));
}

const at = <T>(path: string, parsed: Result<T>): Result<T> =>
  parsed.ok ? parsed : failed(...inside(path, parsed.problems));

/** Reads a setup file, or a setup's document alone. */
export function parseSetupFile(value: unknown): Result<SetupFile> {
  if (typeof value === "object" && value !== null && (value as { kind?: unknown }).kind === SETUP_KIND) {
    const alone = parseSetup(value);
    return alone.ok
      ? ok({ setup: alone.value, mixes: [], media: [], occupants: [], places: [], weather: [], packs: [] })
      : alone;
  }
  const document = checkKind(value, SETUP_FILE_KIND, SETUP_FILE_UPGRADES.versions);
  if (!document.ok) return document;
  const loose = parseWith(looseSchema, SETUP_FILE_UPGRADES.upgraded(document.value));
  if (!loose.ok) return loose;
  const setup = at("setup", parseSetup(loose.value.setup));
  const mixes = each(loose.value.mixes, ({ mediumId, mix }, i) => {
    const parsed = at(`mixes[${i}].mix`, parseMix(mix));
    return parsed.ok ? ok({ mediumId, mix: parsed.value }) : parsed;
  });
  const media = each(loose.value.media, ({ mediumId, medium }, i) => {
    const parsed = at(`media[${i}].medium`, parseOwnMedium(medium));
    return parsed.ok ? ok({ mediumId, medium: parsed.value }) : parsed;
  });
  const occupants = each(loose.value.occupants, ({ occupantId, occupant }, i) => {
    const parsed = at(`occupants[${i}].occupant`, parseOwnOccupant(occupant));
    return parsed.ok ? ok({ occupantId, occupant: parsed.value }) : parsed;
  });
  const places = each(loose.value.places, ({ placeId, place }, i) => {
    const parsed = at(`places[${i}].place`, parsePlace(place));
    return parsed.ok ? ok({ placeId, place: parsed.value }) : parsed;
  });
  const { weather } = loose.value;
  const ids = new Set<string>();
  const crossed = weather.flatMap((one, i) => {
    const isTwice = ids.has(one.id);
    ids.add(one.id);
    return [
      ...(isTwice ? [problem(`weather[${i}].id`, "crossed", "is used twice")] : []),
      ...carriedProblems(one, `weather[${i}]`),
    ];
  });
  if (crossed.length > 0) return failed(...crossed);
  if (!setup.ok || !mixes.ok || !media.ok || !occupants.ok || !places.ok)
    return failed(...[setup, mixes, media, occupants, places].flatMap((one) => (one.ok ? [] : one.problems)));
  return ok({
    setup: setup.value,
    mixes: mixes.value,
    media: media.value,
    occupants: occupants.value,
    places: places.value,
    weather,
    packs: loose.value.packs,
  });
}

export const parseSetupFileText = (text: string): Result<SetupFile> => fromText(text, parseSetupFile);
