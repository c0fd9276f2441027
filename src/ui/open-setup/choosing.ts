import type { Drawer } from "./page-state";
import type { PartKey } from "./part-key";
import type { Workings } from "./setup-store";

/** Which part lights up, and which one is open to be changed. */
export const choosing = ({ getState, put }: Workings) => ({
  choose(chosen: PartKey | undefined): void {
    if (getState().chosen !== chosen) put({ chosen });
  },
  /** Opens the editor of a part, or closes the one that is open. A phone draws out its parts for it. */
  openPart: (opened: PartKey | undefined): void =>
    put(opened === undefined ? { opened } : { opened, chosen: opened, drawer: "parts" }),
  openDrawer: (drawer: Drawer | undefined): void => put({ drawer }),
  /** Takes in what kinds of living things are called. */
  learnKinds: (names: Readonly<Record<string, string>>): void =>
    put({ kindNames: { ...getState().kindNames, ...names } }),
});
