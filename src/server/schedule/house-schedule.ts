import { createHash } from "node:crypto";
import { setImmediate } from "node:timers/promises";
import type { YearOfWater } from "../../core/demand/year-of-water";
import type { Medium } from "../../core/media/medium";
import type { RecipePart } from "../../core/mixing/recipe";
import type { OccupantLookup } from "../../core/occupants/occupant";
import type { PlaceYears } from "../../core/place/place-years";
import { scheduleOf } from "../../core/schedule/schedule";
import type { Span } from "../../core/schedule/dues-of";
import type { Due } from "../../core/schedule/due";
import type { Setup } from "../../core/stack/setup";
import { failed, ok, problem, type Result } from "../../core/units/problem";
import type { UnitSystem } from "../../core/units/units";
import type { HouseDue } from "../../formats/schedule/shown";
import type { Db } from "../db/client";
import { houseDaysOf, keepingOf, type Keeping } from "./keeping.service";

export type ScheduleContext = {
  readonly load: (setupId: string) => Setup | undefined;
  readonly placeYears: (setup: Setup) => PlaceYears | undefined;
  readonly yearOf: (setup: Setup, asked: readonly string[]) => Result<YearOfWater>;
  readonly medium: (id: string) => Medium | undefined;
  readonly occupants: OccupantLookup;
  readonly partsOf: (mediumId: string) => readonly RecipePart[] | undefined;
  /** Of the whole house, by name. */
  readonly setups: () => readonly { readonly id: string; readonly name: string }[];
};

export type SetupSchedule = {
  readonly dues: readonly Due[];
  readonly notes: readonly string[];
  readonly keeping: Keeping;
};

export type Asked = Omit<Span, "houseDays"> & { readonly system: UnitSystem };

/** Years of water are worked out once for each setup as it is; the oldest of so many is let go. */
const MOST_KEPT = 300;

export function houseSchedule(db: Db, context: ScheduleContext) {
  const years = new Map<string, Result<YearOfWater>>();
  const yearOf = (id: string, setup: Setup): Result<YearOfWater> => {
    // what is led into it changes elsewhere
    if ((setup.runsIn ?? []).length > 0) return context.yearOf(setup, [id]);
    const made = setup.layers.map(({ mediumId }) => context.medium(mediumId));
    const kinds = setup.occupants.map(({ occupantId }) => context.occupants(occupantId));
    const key = createHash("sha1")
      .update(JSON.stringify([setup, made, kinds]))
      .digest("base64");
    const found = years.get(key) ?? context.yearOf(setup, [id]);
    years.delete(key);
    years.set(key, found);
    if (years.size > MOST_KEPT) years.delete(years.keys().next().value!);
    return found;
  };
  const of = (id: string, asked: Asked, houseDays: readonly number[]): Result<SetupSchedule> => {
    const setup = context.load(id);
    const keeping = keepingOf(db, id);
    if (!setup || !keeping) return failed(problem("setupId", "missing", "There is no such setup to look at."));
    const { here } = setup;
    const at = here && context.placeYears(setup);
    if (!here || !at)
      return failed(
        problem("places", "no-place", "It stands at no place yet, so nothing is known of its summers and winters."),
      );
    const year = yearOf(id, setup);
    if (!year.ok) return year;
    const { system, ...span } = asked;
    const { medium, occupants, partsOf } = context;
    const schedule = scheduleOf({
      setup: { ...setup, here },
      medium,
      occupants,
      at,
      year: year.value,
      partsOf,
      kept: keeping,
      span: { ...span, houseDays },
      system,
    });
    return ok({ ...schedule, keeping });
  };
  return {
    ofSetup: (id: string, asked: Asked): Result<SetupSchedule> => of(id, asked, houseDaysOf(db)),
    /** Of all that stand at a place and are in the calendar; others are answered in between. */
    async ofHouse(asked: Asked): Promise<readonly HouseDue[]> {
      const dues: HouseDue[] = [];
      const houseDays = houseDaysOf(db);
      for (const { id, name } of context.setups()) {
        await setImmediate();
        const schedule = of(id, asked, houseDays);
        if (!schedule.ok || !schedule.value.keeping.inCalendar) continue;
        const { changes } = schedule.value.keeping;
        for (const due of schedule.value.dues) dues.push({ ...due, setupId: id, setupName: name, changes });
      }
      return dues.sort((a, b) => a.on - b.on);
    },
  };
}
