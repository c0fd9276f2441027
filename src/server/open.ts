import { nanoid } from "nanoid";
import { CATALOGUE } from "../core/media/catalogue";
import type { Medium } from "../core/media/medium";
import type { Setup } from "../core/stack/setup";
import type { Mix, SaveMixInput } from "../formats/mix";
import type { SaveInput, SetAsideInput, StepInput } from "../formats/setup-actions";
import { openDatabase } from "./db/client";
import * as mixes from "./mixes/mixes.service";
import * as setups from "./setups/setups.service";

/** Where the data lives: MARLSTONE_DATA, or `data/` in the folder the program was started in. */
export const dataFolder = (): string => process.env.MARLSTONE_DATA || "data";

/** Everything the routes can ask for, joined to one database. */
export function openMarlstone(folder = dataFolder()) {
  const { db, close } = openDatabase(folder);
  const byId = new Map<string, Medium>(CATALOGUE.map((medium) => [medium.id, medium]));
  const mixContext: mixes.MixContext = { now: () => new Date().toISOString(), newId: () => nanoid(12), catalogue: (id) => byId.get(id) };
  const context: setups.ServiceContext = {
    now: () => new Date().toISOString(), newId: () => nanoid(12), medium: (id) => byId.get(id) ?? mixes.mediumOfMix(db, id, mixContext),
  };
  const catalogue = [...CATALOGUE].sort((a, b) => a.name.localeCompare(b.name, "en"));
  const media = (): readonly Medium[] => [...mixes.mediaOfMixes(db, mixContext), ...catalogue];
  return {
    close,
    /** The catalogue by name, and with it the grower's own mixes. */
    catalogue: (): readonly Medium[] => catalogue,
    media,
    /** The same, and what the setups given still use besides: a mix that was put away. */
    mediaFor(setupsShown: readonly Setup[]): readonly Medium[] {
      const offered = media();
      const known = new Set(offered.map(({ id }) => id));
      const more = [...new Set(setupsShown.flatMap(({ layers }) => layers.map(({ mediumId }) => mediumId)))].filter((id) => !known.has(id));
      return [...offered, ...more.flatMap((id) => context.medium(id) ?? [])];
    },
    listMixes: (putAway?: boolean) => mixes.listMixes(db, putAway),
    loadMix: (id: string) => mixes.loadMix(db, id),
    createMix: (mix: Mix) => mixes.createMix(db, mix, mixContext),
    saveMix: (input: SaveMixInput) => mixes.saveMix(db, input, mixContext),
    setMixPutAway: (id: string, putAway: boolean) => mixes.setMixPutAway(db, id, putAway, mixContext),
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
