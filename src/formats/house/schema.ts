import { z } from "zod";
import { LONGEST_NAME } from "../../core/stack/check";
import { failed, ok, problem, type Problem, type Result } from "../../core/units/problem";
import { stepKey, stepStateSchema } from "../build-record/schema";
import { packSchema } from "../pack/schema";
import { checkKind, parseWith } from "../problems";
import { carriedProblems, carriedWeather } from "../weather/carried";
import { keptId, mediumId } from "../ids";
import { logRowState, MOST_ROWS, rowId } from "../log/schema";
import { houseDays, keepingEntry } from "../schedule/schema";
import { HOUSE_KIND, HOUSE_VERSION } from "./document";
import { HOUSE_UPGRADES } from "./upgrade";

/**
 * A whole house in one file: every setup with its history, mixes, own media, kinds and places in all their versions, packs, and
 * what was built. Documents lie in it as they are stored, each of the version it was written in; one that cannot be read
 * goes along as the text it is.
 */

const time = z
  .string()
  .max(40)
  .refine((said) => /^\d{4}-\d{2}-\d{2}T.*Z$/u.test(said) && !Number.isNaN(Date.parse(said)), {
    message: "must be a time in UTC, such as 2026-11-26T09:00:00.000Z",
  });
const text = z.string().max(LONGEST_NAME * 2);
const place = z.number().int().min(0);
const version = z.number().int().min(1).max(1e9);
/** An object, or the text of what could not be read. */
const stored = z.union([z.record(z.string(), z.unknown()), z.string()]);

const keptSchema = z.strictObject({
  id: keptId,
  name: text,
  createdAt: time,
  updatedAt: time,
  putAwayAt: time.nullable(),
  versions: z.array(z.strictObject({ version, savedAt: time, document: stored })).min(1),
});
export type KeptInHouse = z.infer<typeof keptSchema>;

const revisionSchema = z.strictObject({
  /** The place of its parent in the list, before its own. */
  parent: place.nullable(),
  kind: z.enum(["change", "set-aside"]),
  changeId: z.string().min(1).max(60),
  label: text,
  savedAt: time,
  settledAt: time.nullable(),
  document: stored,
});

const logInHouse = z.strictObject({
  id: rowId,
  version,
  savedAt: time,
  source: z.string().min(1).max(80),
  state: logRowState,
  earlier: z.array(z.strictObject({ version, savedAt: time, state: logRowState })),
});

const setupSchema = z.strictObject({
  id: keptId,
  name: text,
  createdAt: time,
  updatedAt: time,
  putAwayAt: time.nullable(),
  /** The place of its present version in the list. */
  head: place,
  revisions: z.array(revisionSchema).min(1),
  names: z.array(z.strictObject({ revision: place, name: text, namedAt: time, droppedAt: time.nullable() })),
  /** What was done of its schedule, and said of how it is kept, as it came. */
  keeping: z.array(z.strictObject({ entryId: z.string().min(1).max(60), savedAt: time, entry: keepingEntry })),
  /** What was done, measured and noticed, each with what it said before. */
  log: z.array(logInHouse).max(MOST_ROWS),
  builds: z.array(
    z.strictObject({
      id: keptId,
      revision: place,
      begunAt: time,
      entries: z.array(
        z.strictObject({ entryId: z.string().min(1).max(60), step: stepKey, savedAt: time, state: stepStateSchema }),
      ),
    }),
  ),
});
export type SetupInHouse = z.infer<typeof setupSchema>;

export const houseSchema = z.strictObject({
  kind: z.literal(HOUSE_KIND),
  version: z.literal(HOUSE_VERSION),
  writtenAt: time,
  setups: z.array(setupSchema),
  mixes: z.array(keptSchema),
  media: z.array(keptSchema),
  occupants: z.array(keptSchema),
  places: z.array(keptSchema),
  weather: z.array(carriedWeather.extend({ createdAt: time })),
  houseDays,
  packs: z.array(
    z.strictObject({
      mediumId,
      versions: z.array(z.strictObject({ version, savedAt: time, pack: packSchema.nullable() })).min(1),
    }),
  ),
});
export type House = z.infer<typeof houseSchema>;

export function parseHouse(value: unknown): Result<House> {
  const document = checkKind(value, HOUSE_KIND, HOUSE_UPGRADES.versions);
  if (!document.ok) return document;
  const parsed = parseWith(houseSchema, HOUSE_UPGRADES.upgraded(document.value));
  if (!parsed.ok) return parsed;
  const problems = crossChecks(parsed.value);
  return problems.length > 0 ? failed(...problems) : ok(parsed.value);
}

/** What a shape alone cannot say: ids once each, versions in order, places that are there. */
function crossChecks({ setups, mixes, media, occupants, places, weather, packs }: House): Problem[] {
  const found: Problem[] = [];
  const say = (path: string, message: string): void => void found.push(problem(path, "crossed", message));
  const once = (path: string, ids: readonly string[]): void => {
    const seen = new Set<string>();
    ids.forEach((id, i) => {
      if (seen.has(id)) say(`${path}[${i}]`, `“${id}” is used twice`);
      seen.add(id);
    });
  };
  const rising = (path: string, versions: readonly { readonly version: number }[]): void => {
    versions.forEach((one, i) => {
      if (i > 0 && one.version <= versions[i - 1]!.version) say(`${path}.versions[${i}]`, "versions must go up");
    });
  };
  for (const [path, list] of [
    ["mixes", mixes],
    ["media", media],
    ["occupants", occupants],
    ["places", places],
  ] as const) {
    once(
      path,
      list.map(({ id }) => id),
    );
    list.forEach(({ versions }, i) => rising(`${path}[${i}]`, versions));
  }
  once(
    "weather",
    weather.map(({ id }) => id),
  );
  weather.forEach((one, i) => found.push(...carriedProblems(one, `weather[${i}]`)));
  once(
    "packs",
    packs.map(({ mediumId }) => mediumId),
  );
  packs.forEach(({ versions, mediumId }, i) => {
    rising(`packs[${i}]`, versions);
    if (versions.some(({ pack }) => pack && pack.mediumId !== mediumId)) say(`packs[${i}]`, "is of another medium");
  });
  once(
    "setups",
    setups.map(({ id }) => id),
  );
  setups.forEach(({ head, revisions, names, keeping, builds }, i) => {
    const path = `setups[${i}]`;
    once(
      `${path}.revisions`,
      revisions.map(({ changeId }) => changeId),
    );
    const isThere = (at: number): boolean => at < revisions.length;
    if (!isThere(head) || revisions[head]?.kind !== "change") say(`${path}.head`, "names no version of it");
    revisions.forEach(({ parent, kind, settledAt }, k) => {
      if (parent !== null && parent >= k) say(`${path}.revisions[${k}].parent`, "must come before it");
      if (settledAt !== null && kind !== "set-aside")
        say(`${path}.revisions[${k}].settledAt`, "is for what was set aside");
    });
    names.forEach(({ revision }, k) => {
      if (!isThere(revision)) say(`${path}.names[${k}]`, "names no version of it");
    });
    once(
      `${path}.keeping`,
      keeping.map(({ entryId }) => entryId),
    );
    once(
      `${path}.builds`,
      builds.map(({ id }) => id),
    );
    builds.forEach(({ revision, entries }, k) => {
      if (!isThere(revision)) say(`${path}.builds[${k}]`, "names no version of it");
      once(
        `${path}.builds[${k}].entries`,
        entries.map(({ entryId }) => entryId),
      );
    });
  });
  return found;
}
