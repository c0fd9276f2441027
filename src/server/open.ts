import { nanoid } from "nanoid";
import { CATALOGUE } from "../core/media/catalogue";
import type { Medium } from "../core/media/medium";
import type { Setup } from "../core/stack/setup";
import type { SaveInput, SetAsideInput, StepInput } from "../formats/setup-actions";
import { openDatabase } from "./db/client";
import * as setups from "./setups/setups.service";

/** Where the data lives: MARLSTONE_DATA, or `data/` in the folder the program was started in. */
export const dataFolder = (): string => process.env.MARLSTONE_DATA || "data";

/** Everything the routes can ask for, joined to one database. */
export function openMarlstone(folder = dataFolder()) {
  const { db, close } = openDatabase(folder);
  const byId = new Map<string, Medium>(CATALOGUE.map((medium) => [medium.id, medium]));
  const context: setups.ServiceContext = {
    now: () => new Date().toISOString(), newId: () => nanoid(12), medium: (id) => byId.get(id),
  };
  const media = [...CATALOGUE].sort((a, b) => a.name.localeCompare(b.name, "en"));
  return {
    close,
    /** The media a grower can choose, by name. */
    media: (): readonly Medium[] => media,
    shelf: (page: number, putAway?: boolean) => setups.shelf(db, page, putAway),
    createSetup: (setup: Setup) => setups.createSetup(db, setup, context),
    loadSetup: (id: string) => setups.loadSetup(db, id),
    saveChanges: (input: SaveInput) => setups.saveChanges(db, input, context),
    step: (input: StepInput) => setups.step(db, input, context),
    settleSetAside: (input: SetAsideInput) => setups.settleSetAside(db, input, context),
    restoreLastGood: (id: string) => setups.restoreLastGood(db, id, context),
    copySetup: (id: string) => setups.copySetup(db, id, context),
    setPutAway: (id: string, putAway: boolean) => setups.setPutAway(db, id, putAway, context),
  };
}

export type Marlstone = ReturnType<typeof openMarlstone>;
