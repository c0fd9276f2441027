import type { Guild } from "../occupants/occupant";
import type { Range } from "../units/range";

/**
 * How much a kind's leaves lose, in times of what short grass loses over the same ground (the basal crop coefficient of
 * Allen et al. 1998, ch. 7, table 17, for crops in the middle of their season). Kinds that no table has are judged from
 * those that are like them: by how many leaves they have, how open their pores are, and when.
 */
export type Thirst = {
  readonly basal: Range;
  readonly source: string;
  /**
   * What lets water go. Leaves by day, as grass does; by night, as plants of dry places do (crassulacean acid metabolism:
   * a fifth to a tenth of what others lose for the same growth, Nobel 1988); or a wet surface without pores to shut.
   */
  readonly by: "day" | "night" | "surface";
};

const BOOK = "Allen et al. (1998), table 17";
const JUDGED = "judged after Allen et al. (1998), table 17";
const NIGHT = "judged after Nobel (1988)";

const by = (how: Thirst["by"], source: string, low: number, typical: number, high: number): Thirst => ({
  basal: { low, typical, high },
  source,
  by: how,
});

export const THIRST: Record<Guild, Thirst> = {
  bog: by("day", JUDGED, 0.5, 0.8, 1.1),
  "bog-shrub": by("day", JUDGED, 0.5, 0.75, 1),
  marginal: by("day", BOOK, 0.9, 1.1, 1.3),
  corm: by("day", BOOK, 0.8, 1.05, 1.25),
  sedge: by("day", BOOK, 0.8, 1.05, 1.25),
  grass: by("day", BOOK, 0.75, 0.95, 1.15),
  "fruiting-crop": by("day", BOOK, 0.9, 1.1, 1.25),
  "leafy-crop": by("day", BOOK, 0.8, 0.95, 1.1),
  "root-crop": by("day", BOOK, 0.8, 0.95, 1.1),
  "moist-herb": by("day", BOOK, 0.75, 0.95, 1.15),
  "dry-herb": by("day", JUDGED, 0.3, 0.5, 0.8),
  acid: by("day", JUDGED, 0.5, 0.75, 1),
  houseplant: by("day", JUDGED, 0.35, 0.6, 0.9),
  aroid: by("day", JUDGED, 0.4, 0.65, 0.95),
  "airy-epiphyte": by("day", JUDGED, 0.3, 0.5, 0.8),
  orchid: by("night", NIGHT, 0.1, 0.2, 0.4),
  bromeliad: by("night", NIGHT, 0.1, 0.2, 0.4),
  fern: by("day", JUDGED, 0.5, 0.8, 1.1),
  moss: by("surface", JUDGED, 0.6, 0.9, 1.1),
  "jewel-orchid": by("day", JUDGED, 0.25, 0.45, 0.7),
  succulent: by("night", NIGHT, 0.08, 0.15, 0.3),
  "stone-plant": by("night", NIGHT, 0.03, 0.06, 0.12),
  bulb: by("day", JUDGED, 0.6, 0.8, 1),
  shrub: by("day", JUDGED, 0.5, 0.75, 1),
  "dwarf-tree": by("day", JUDGED, 0.5, 0.7, 0.95),
};
