import { fixtureOf } from "./fixtures";
import type { Setup } from "./setup";
import { siteOf } from "./site";

type Glazed = Pick<Setup, "vessel" | "fixtures" | "site" | "here">;

/** Whether the sun shines through its walls. */
export const isGlazedInSun = (setup: Glazed): boolean =>
  (setup.vessel.seeThrough || setup.vessel.material === "glass") && siteOf(setup).sun === "sun";

/** A lid that leaves less than this open keeps the heat. */
const KEEPS_HEAT_SHARE = 0.25;

/** Whether it is shut as well, so that the sun cooks what is inside within half an hour. */
export const heatsShutInSun = (setup: Glazed): boolean =>
  isGlazedInSun(setup) &&
  (fixtureOf(setup, "lid")?.openShare ?? (setup.vessel.shape === "bottle" ? 0 : 1)) < KEEPS_HEAT_SHARE;
