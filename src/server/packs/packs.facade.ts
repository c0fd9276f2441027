import type { PutPackInput } from "../../formats/pack/schema";
import type { Db } from "../db/client";
import * as service from "./packs.service";

/** What the routes ask of packs. */
export const packsFacade = (db: Db, now: () => string) => ({
  list: () => service.listPacks(db),
  put: (input: PutPackInput) => service.putPack(db, input, now),
});
