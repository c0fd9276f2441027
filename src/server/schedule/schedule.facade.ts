import type { DayNumber } from "../../core/units/day-number";
import type { HouseDaysInput, KeepInput, KeepOutcome } from "../../formats/schedule/schema";
import type { UnitSystem } from "../../core/units/units";
import type { Db } from "../db/client";
import type { HouseDue } from "../../formats/schedule/shown";
import { houseSchedule, type Asked, type ScheduleContext } from "./house-schedule";
import { icalOf } from "./ical";
import * as keeping from "./keeping.service";

/** How far back and ahead a calendar that is handed out reaches. [days] */
const HANDED_BACK_DAYS = 60;
const HANDED_AHEAD_DAYS = 200;

/** What the routes ask of the schedule. */
export function scheduleFacade(db: Db, context: ScheduleContext, now: () => string) {
  const schedule = houseSchedule(db, context);
  /** The day it is where the server stands. */
  const today = (): DayNumber => keeping.localDay(new Date(now()));
  return {
    today,
    ofSetup: (id: string, asked: Asked) => schedule.ofSetup(id, asked),
    ofHouse: (asked: Asked): Promise<readonly HouseDue[]> => schedule.ofHouse(asked),
    houseDays: () => keeping.houseDaysOf(db),
    keep: (input: KeepInput): KeepOutcome => keeping.keep(db, input, now),
    setHouseDays: (input: HouseDaysInput): KeepOutcome => keeping.setHouseDays(db, input, now),
    /** As iCalendar, of the whole house, or of one setup. */
    async ical(system: UnitSystem, setupId?: string): Promise<string> {
      const day = today();
      const all = await schedule.ofHouse({
        from: day - HANDED_BACK_DAYS,
        until: day + HANDED_AHEAD_DAYS,
        today: day,
        system,
      });
      const dues = setupId === undefined ? all : all.filter((due) => due.setupId === setupId);
      return icalOf(dues, { name: "Marlstone", today: day });
    },
  };
}
