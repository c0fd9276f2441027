import { formatDepthPerDay, type UnitSystem } from "@/core/units/units";

/** What a day takes, where “a day” is said already. */
export const depthADay = (mmPerDay: number, system: UnitSystem): string =>
  formatDepthPerDay(mmPerDay, system).replace(/\sa\sday$/u, "");
