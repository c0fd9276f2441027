import type { OccupantLookup } from "../../core/occupants/occupant";
import type { Sheet } from "../../core/sheet/sheet";
import type { Setup } from "../../core/stack/setup";
import type { Result } from "../../core/units/problem";
import type { UnitSystem } from "../../core/units/units";
import type { BuildOfInput, RecordInput, TakeOverInput } from "../../formats/build-record/schema";
import type { Db } from "../db/client";
import type { MixContext } from "../mixes/mixes.service";
import type { ServiceContext } from "../setups/setups.service";
import * as service from "./builds.service";

/** What the routes ask of building by hand. */
export const buildsFacade = (db: Db, context: ServiceContext & MixContext, occupants: OccupantLookup) => ({
  /** A setup as it is built by hand. Fails with what is wrong with one that cannot stand as it is said. */
  sheetOf: (setup: Setup, system: UnitSystem): Result<Sheet> =>
    service.soundSheet(db, setup, { ...context, occupants }, system),
  present: (id: string) => service.presentBuild(db, id),
  record: (input: RecordInput) => service.record(db, input, context),
  beginAgain: (input: BuildOfInput) => service.beginAgain(db, input, context),
  followDesign: (input: BuildOfInput) => service.followDesign(db, input),
  takeOver: (input: TakeOverInput) => service.takeOver(db, input, { ...context, occupants }),
});
