import type { OccupantLookup } from "../occupants/occupant";
import { stageOf, type Occupancy, type Setup } from "../stack/setup";
import type { MediumLookup } from "../water/network";
import { judgeAnimal } from "./animal";
import { judgeCompany } from "./company";
import { judgeAnimalPlace, judgePlantPlace } from "./place";
import { judgeRest } from "./rest";
import { judgeSoil } from "./plant-soil";
import { judgeWater, type Judged } from "./plant-water";
import { atStage } from "../demand/stage";
import type { WaterStates } from "./states";
import { GRADES, worstOf, type Asked, type Finding, type Verdict } from "./verdict";

/** What everything that lives in a setup is told, in the setup's order. */
export function verdictsOf(
  setup: Setup,
  medium: MediumLookup,
  occupants: OccupantLookup,
  states: WaterStates,
): readonly Verdict[] {
  const asked: Asked = { setup, medium, occupants, states };
  return setup.occupants.map((occupancy) => verdictOf(asked, occupancy));
}

function verdictOf(asked: Asked, occupancy: Occupancy): Verdict {
  const grown = asked.occupants(occupancy.occupantId);
  // it is judged by the size it has now
  const occupant = grown?.life === "plant" ? atStage(grown, stageOf(occupancy)) : grown;
  const judged: readonly Judged[] = !occupant
    ? [{ limit: "unknown-kind", grade: "unknown" }]
    : [
        ...(occupant.life === "plant"
          ? [
              ...judgeWater(asked, occupant, stageOf(occupancy)),
              ...judgeSoil(asked, occupant, occupancy.count),
              ...judgePlantPlace(asked, occupant),
              ...judgeRest(asked, occupant),
            ]
          : [...judgeAnimal(asked, occupant, occupancy.count), ...judgeAnimalPlace(asked, occupant)]),
        ...judgeCompany(asked, occupancy, occupant),
      ];
  const findings = judged
    .map((one): Finding => ({ fatal: false, ...one, occupancyId: occupancy.id }))
    .sort((a, b) => GRADES.indexOf(a.grade) - GRADES.indexOf(b.grade) || Number(b.fatal) - Number(a.fatal));
  return { occupancy, occupant, grade: worstOf(findings), findings };
}
