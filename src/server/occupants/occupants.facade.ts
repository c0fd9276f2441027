import type { OwnOccupant } from "../../core/occupants/own-occupant";
import type { Setup } from "../../core/stack/setup";
import type { SaveKeptInput } from "../../formats/kept";
import type { Db } from "../db/client";
import type { OwnMediaContext } from "../media/media.service";
import * as service from "./occupants.service";

/** What the routes ask of kinds of the grower's own. */
export const occupantsFacade = (db: Db, context: OwnMediaContext) => ({
  list: (putAway?: boolean) => service.listOwnOccupants(db, putAway),
  /** Own kinds to choose from, and what else of them lives in what is shown. */
  own: (shown: readonly Setup[] = []) =>
    service.ownOccupantsOf(
      db,
      shown.flatMap(({ occupants }) => occupants.map(({ occupantId }) => occupantId)),
    ),
  byId: (id: string) => service.ownOccupantsOf(db, [id]).find((one) => one.id === id),
  load: (id: string) => service.loadOwnOccupant(db, id),
  create: (own: OwnOccupant) => service.createOwnOccupant(db, own, context),
  save: (input: SaveKeptInput) => service.saveOwnOccupant(db, input, context),
  setPutAway: (id: string, putAway: boolean) => service.setOwnOccupantPutAway(db, id, putAway, context),
});
