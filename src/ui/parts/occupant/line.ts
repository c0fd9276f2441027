import { stageOf, type Occupancy } from "@/core/stack/setup";
import { STAGE_WORDS } from "../../occupants/occupant-words";
import type { LineContext, PartLine } from "../part";

/** So many of a kind, and how grown they are put in. */
export function occupantLine(occupancy: Occupancy, { kindName }: LineContext): PartLine {
  const name = kindName(occupancy.occupantId) ?? `“${occupancy.occupantId}”`;
  const stage = stageOf(occupancy);
  return {
    // as it is written: “African violet” begins with a capital anywhere
    what: `${occupancy.count}${occupancy.count === 1 ? "" : " ×"} ${name}`,
    more: stage === "grown" ? "" : `put in as ${STAGE_WORDS[stage]}`,
  };
}
