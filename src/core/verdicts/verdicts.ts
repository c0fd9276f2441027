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
  const wettest = inWettestMonth(asked);
  return setup.occupants.map((occupancy) => verdictOf(asked, wettest, occupancy));
}

/**
 * A rhythm that is right in the month that takes most keeps the soil wet in the one that takes least: summer hides a wet
 * mix, winter shows it. Undefined where no rhythm is said, or all months are one.
 */
function inWettestMonth({ setup, states, ...rest }: Asked): Asked | undefined {
  const { here } = setup;
  if (!here || states.everyDays === null) return undefined;
  const takes = here.months.map(({ mmPerDay }) => mmPerDay.typical);
  const then = states.inMonth(takes.indexOf(Math.min(...takes)));
  return then && { ...rest, ...then };
}

/** Wet for good or for days: one question, answered by how long it lasts. */
const aboutOf = (limit: Judged["limit"]): string => (limit === "wet-for-good" || limit === "wet-days" ? "wet" : limit);

/** Of each limit the worse of two months. */
function worseOf(summer: readonly Judged[], winter: readonly Judged[]): readonly Judged[] {
  return summer.map((one) => {
    const other = winter.find(({ limit }) => aboutOf(limit) === aboutOf(one.limit));
    return other && GRADES.indexOf(other.grade) < GRADES.indexOf(one.grade) ? other : one;
  });
}

function verdictOf(asked: Asked, wettest: Asked | undefined, occupancy: Occupancy): Verdict {
  const grown = asked.occupants(occupancy.occupantId);
  // it is judged by the size it has now
  const occupant = grown?.life === "plant" ? atStage(grown, stageOf(occupancy)) : grown;
  const judged: readonly Judged[] = !occupant
    ? [{ limit: "unknown-kind", grade: "unknown" }]
    : [
        ...(occupant.life === "plant"
          ? [
              ...worseOf(
                judgeWater(asked, occupant, stageOf(occupancy)),
                wettest ? judgeWater(wettest, occupant, stageOf(occupancy)) : [],
              ),
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
