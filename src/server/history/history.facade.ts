import type { DropNameInput, GoBackInput, NameVersionInput } from "../../formats/history/actions";
import type { Db } from "../db/client";
import type { ServiceContext } from "../setups/setups.service";
import * as service from "./history.service";

/** What the routes ask of a setup's history. */
export const historyFacade = (db: Db, context: ServiceContext) => ({
  of: (id: string, before?: number) => service.historyOf(db, id, before),
  version: (id: string, revisionId: number) => service.versionOf(db, id, revisionId),
  nameVersion: (input: NameVersionInput) => service.nameVersion(db, input, context),
  dropName: (input: DropNameInput) => service.dropName(db, input, context),
  goBack: (input: GoBackInput) => service.goBack(db, input, context),
});
