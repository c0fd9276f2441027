import { LIBRARY } from "@/core/occupants/library/library";
import type { SetupStore } from "../../open-setup/setup-store";

/** What all kinds of the library are called, for lines of such as are added later. */
export const learnAllKinds = (store: SetupStore): void =>
  store.learnKinds(Object.fromEntries([...LIBRARY, ...store.ownOccupants].map(({ id, name }) => [id, name])));
