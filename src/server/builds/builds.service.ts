import type { StepState } from "../../core/sheet/built";
import { asBuilt } from "../../core/sheet/built";
import { sheetOf, type Sheet } from "../../core/sheet/sheet";
import { failed, ok, type Result } from "../../core/units/problem";
import type { UnitSystem } from "../../core/units/units";
import { setupProblems } from "../../core/water/checked";
import type { OccupantLookup } from "../../core/occupants/occupant";
import type { Setup } from "../../core/stack/setup";
import {
  stepStateSchema,
  type BuildOfInput,
  type BuildState,
  type RecordInput,
  type RecordOutcome,
  type TakeOverInput,
} from "../../formats/build-record/schema";
import { fromText, parseWith } from "../../formats/problems";
import type { WriteOutcome } from "../../formats/setup/actions";
import { writing, type Db } from "../db/client";
import type { BuildRow } from "../db/schema";
import { recipeOfMedium, type MixContext } from "../mixes/mixes.service";
import { revisionRow, setupRow } from "../setups/setups.repo";
import { addVersion, loadSetup, type ServiceContext } from "../setups/setups.service";
import { nameOnce } from "../history/history.repo";
import * as repo from "./builds.repo";

/** What was built: ticks and what was written down, each step as it was last said to be. */
function stateOf(db: Db, row: BuildRow): BuildState {
  const built: Record<string, StepState> = {};
  for (const { step, document } of repo.ENTRIES.all(db, row.id)) {
    const parsed = fromText(document, (value) => parseWith(stepStateSchema, value));
    // an entry that cannot be read says nothing; those before it still do
    if (parsed.ok) built[step] = parsed.value;
  }
  return { id: row.id, revisionId: row.revisionId, begunAt: row.begunAt, built };
}

/** The present build of a setup, if one was begun. */
export function presentBuild(db: Db, setupId: string): BuildState | undefined {
  const row = repo.newestBuild(db, setupId);
  return row && stateOf(db, row);
}

type BuildContext = Pick<ServiceContext, "now" | "newId">;

/**
 * Adds what a phone ticked off, each entry once however often it is sent. A phone that knows of no build, or of one that is
 * not there, writes into the present one, or begins it with the version it was shown.
 */
export function record(
  db: Db,
  { setupId, buildId, revisionId, entries }: RecordInput,
  { now, newId }: BuildContext,
): RecordOutcome {
  return writing(db, (tx): RecordOutcome => {
    const head = setupRow(tx, setupId)?.headRevisionId ?? undefined;
    if (head === undefined) return { status: "missing" };
    // after a backup was brought back, a phone may know of a build or a version that is not there: what it ticked is kept
    const known = (buildId === null ? undefined : repo.buildRow(tx, setupId, buildId)) ?? repo.newestBuild(tx, setupId);
    const from = revisionRow(tx, setupId, revisionId)?.id ?? head;
    const build = known ?? repo.insertBuild(tx, { id: newId(), setupId, revisionId: from, begunAt: now() });
    for (const { entryId, step, state } of entries)
      repo.ENTRIES.add(tx, { buildId: build.id, entryId, step, document: JSON.stringify(state), savedAt: now() });
    return { status: "saved", build: stateOf(tx, build) };
  });
}

/** Begins anew, from a version of the setup; what was ticked before stays stored. */
export function beginAgain(db: Db, { setupId, revisionId }: BuildOfInput, { now, newId }: BuildContext): RecordOutcome {
  return writing(db, (tx): RecordOutcome => {
    if (!setupRow(tx, setupId) || !revisionRow(tx, setupId, revisionId)) return { status: "missing" };
    return {
      status: "saved",
      build: stateOf(tx, repo.insertBuild(tx, { id: newId(), setupId, revisionId, begunAt: now() })),
    };
  });
}

/** Goes on building from another version of the setup: what was ticked stays with the steps it is of. */
export function followDesign(db: Db, { setupId, revisionId }: BuildOfInput): RecordOutcome {
  return writing(db, (tx): RecordOutcome => {
    const build = repo.newestBuild(tx, setupId);
    if (!build || !revisionRow(tx, setupId, revisionId)) return { status: "missing" };
    repo.followRevision(tx, build.id, revisionId);
    return { status: "saved", build: stateOf(tx, { ...build, revisionId }) };
  });
}

export type SheetContext = ServiceContext & MixContext & { readonly occupants: OccupantLookup };

/** What each layer of a setup is mixed of. */
const recipesOf = (db: Db, setup: Setup, context: MixContext) =>
  setup.layers.map(({ mediumId }) => recipeOfMedium(db, mediumId, context));

/** The sheet of a setup; what is wrong with one that cannot stand as it is said. */
export function soundSheet(db: Db, setup: Setup, context: SheetContext, system: UnitSystem): Result<Sheet> {
  const { medium, occupants } = context;
  const problems = setupProblems(setup, medium, system);
  return problems.length > 0
    ? failed(...problems)
    : ok(sheetOf({ setup, medium, occupants, recipes: recipesOf(db, setup, context), system }));
}

/** What a version taken over from a build is called in the history, and by name. */
const AS_BUILT = "As built";

/** Makes what was really built the setup, as one change that can be undone, and names the version so. */
export function takeOver(
  db: Db,
  { setupId, buildId, baseVersion }: TakeOverInput,
  context: SheetContext,
): WriteOutcome {
  return writing(db, (tx): WriteOutcome => {
    const loaded = loadSetup(tx, setupId);
    const row = repo.buildRow(tx, setupId, buildId);
    if (loaded.status !== "ok" || !row) return { status: "missing" };
    const { setup } = loaded.state;
    const sheet = soundSheet(tx, setup, context, "metric");
    if (!sheet.ok) return { status: "refused", problems: sheet.problems };
    const built = asBuilt(sheet.value, stateOf(tx, row).built);
    if (!built.ok) return { status: "refused", problems: built.problems };
    const outcome = addVersion(tx, { setupId, baseVersion, label: AS_BUILT, setup: built.value }, context);
    if (outcome.status === "saved") {
      const head = setupRow(tx, setupId)!.headRevisionId!;
      nameOnce(tx, { setupId, revisionId: head, name: AS_BUILT, namedAt: context.now() });
    }
    return outcome;
  });
}
