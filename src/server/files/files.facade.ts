import { ok } from "../../core/units/problem";
import type { UnreadableInput } from "../../formats/unreadable";
import type { Db } from "../db/client";
import { readMixFile } from "../mixes/mix-file";
import type { MixContext } from "../mixes/mixes.service";
import type { ServiceContext } from "../setups/setups.service";
import { houseOf } from "./house.service";
import { takeInMixFile } from "./mix-file.service";
import { setupFile } from "./setup-file.service";
import { takeInFile } from "./take-in";
import { backToWhole, listUnreadable, putAwayUnreadable, storedText } from "./unreadable.service";

/** What the routes ask of files. */
export const filesFacade = (db: Db, context: ServiceContext & MixContext) => ({
  setup: (id: string) => setupFile(db, id),
  house: () => houseOf(db, context.now()),
  /** What is stored and cannot be read, and what becomes of it. */
  unreadable: () => listUnreadable(db),
  storedText: (input: UnreadableInput) => storedText(db, input),
  backToWhole: (input: UnreadableInput) => backToWhole(db, input, context),
  putAwayUnreadable: (input: UnreadableInput) => putAwayUnreadable(db, input, context.now()),
  /** Takes in a file of any of Marlstone's kinds, from its text. */
  takeIn: (text: string) => takeInFile(db, text, context),
  /** Takes in a mix from the text of a file; answers its id. */
  takeInMix(text: string) {
    const file = readMixFile(text);
    const taken = file.ok ? takeInMixFile(db, file.value, context) : file;
    return taken.ok ? ok(taken.value.id) : taken;
  },
});
