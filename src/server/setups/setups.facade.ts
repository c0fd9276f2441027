import { isMix } from "../../core/mixing/mix-medium";
import type { Setup } from "../../core/stack/setup";
import type { SaveInput, SetAsideInput, StepInput, WaterInInput } from "../../formats/setup/actions";
import type { Db } from "../db/client";
import { mixesToMake } from "../mixes/mixes.service";
import { mediaOfHistory, occupantsOfHistory, type ShelfOrder } from "./setups.repo";
import * as service from "./setups.service";

/** What the routes ask of setups. */
export const setupsFacade = (db: Db, context: service.ServiceContext) => ({
  shelf: (page: number, putAway?: boolean, words?: string, order?: ShelfOrder) =>
    service.shelf(db, page, putAway, words, order),
  create: (setup: Setup) => service.createSetup(db, setup, context),
  load: (id: string) => service.loadSetup(db, id),
  saveChanges: (input: SaveInput) => service.saveChanges(db, input, context),
  versionBefore: (setupId: string) => service.versionBefore(db, setupId),
  setWaterIn: (input: WaterInInput) => service.setWaterIn(db, input, context),
  step: (input: StepInput) => service.step(db, input, context),
  settleSetAside: (input: SetAsideInput) => service.settleSetAside(db, input, context),
  restoreLastGood: (id: string) => service.restoreLastGood(db, id, context),
  copy: (id: string) => service.copySetup(db, id, context),
  setPutAway: (id: string, putAway: boolean) => service.setPutAway(db, id, putAway, context),
  /** What any version of it is made of, so that going back finds it: ids of media, and the mixes with their parts. */
  usedEver(id: string) {
    const used = mediaOfHistory(db, id);
    const mixes = mixesToMake(db, used.filter(isMix));
    const parts = mixes.flatMap((mix) => mix.parts.map(({ mediumId }) => mediumId));
    return {
      mediumIds: [...used.filter((one) => !isMix(one)), ...parts],
      mixes,
      occupantIds: occupantsOfHistory(db, id),
    };
  },
});
