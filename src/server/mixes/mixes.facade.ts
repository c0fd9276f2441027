import type { SaveKeptInput } from "../../formats/kept";
import type { Mix } from "../../formats/mix/document";
import type { Db } from "../db/client";
import { namesPage } from "../kept/kept.service";
import * as service from "./mixes.service";

/** What the routes ask of mixes. */
export const mixesFacade = (db: Db, context: service.MixContext) => ({
  names: (asked: { putAway: boolean; words: string; page: number }) => namesPage(db, service.MIXES, asked),
  list: (putAway?: boolean) => service.listMixes(db, putAway),
  load: (id: string) => service.loadMix(db, id),
  create: (mix: Mix) => service.createMix(db, mix, context),
  save: (input: SaveKeptInput) => service.saveMix(db, input, context),
  setPutAway: (id: string, putAway: boolean) => service.setMixPutAway(db, id, putAway, context),
});
