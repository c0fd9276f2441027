import type { Setup } from "../../core/stack/setup";
import type { Db } from "../db/client";
import type { MixContext } from "../mixes/mixes.service";
import type { ServiceContext } from "../setups/setups.service";
import * as service from "./rooms.service";

/** What the routes ask of the rooms that mixes are to fill. */
export const roomsFacade = (db: Db, context: ServiceContext & MixContext) => ({
  toFill: (asked: string) => service.roomsToFill(db, asked, context),
  mediaOf: (asked: string) => service.mediaOfRoom(db, asked),
  layersToFill: (id: string, setup: Setup) => service.layersToFill(db, id, setup, context),
});
