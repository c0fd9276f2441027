import type { Occupant } from "../occupants/occupant";
import type { Setup } from "../stack/setup";
import type { MediumLookup } from "../water/network";
import type { WaterStates } from "./states";
import { GRADES, type Finding, type Grade, type Verdict } from "./verdict";
import { verdictsOf } from "./verdicts";

/** How one kind would do in a setup, alone in it. */
export type Liking = {
  readonly occupantId: string;
  readonly grade: Grade;
  /** What it is told that is not well, the worst first. */
  readonly against: readonly Finding["limit"][];
  /** Of all it is told, the share that suits it: orders those of one grade. */
  readonly share: number;
};

const ONE = "one";

/** Ranks kinds by how well a stack and its place suit them, the best first, plants and animals apart by the caller. */
export function whoWouldLike(
  setup: Setup,
  medium: MediumLookup,
  kinds: readonly Occupant[],
  states: WaterStates,
): readonly Liking[] {
  const byId = new Map(kinds.map((one) => [one.id, one]));
  const occupants = (id: string): Occupant | undefined => byId.get(id);
  return kinds
    .map(({ id }): Liking => {
      const alone = { ...setup, occupants: [{ id: ONE, occupantId: id, count: 1 }] };
      return likingOf(id, verdictsOf(alone, medium, occupants, states)[0]!);
    })
    .sort(
      (a, b) =>
        GRADES.indexOf(b.grade) - GRADES.indexOf(a.grade) || b.share - a.share || a.against.length - b.against.length,
    );
}

function likingOf(occupantId: string, { grade, findings }: Verdict): Liking {
  const known = findings.filter((one) => one.grade !== "unknown");
  const suiting = known.filter((one) => one.grade === "suits").length;
  return {
    occupantId,
    grade,
    against: [...new Set(known.filter((one) => one.grade !== "suits").map(({ limit }) => limit))],
    share: known.length === 0 ? 0 : suiting / known.length,
  };
}
