import { momentOf } from "../../core/log/moment";
import type {
  AddLogInput,
  ChangeLogInput,
  ImportLogInput,
  LogPageInput,
  LogVersionsInput,
} from "../../formats/log/schema";
import type { Setup } from "../../core/stack/setup";
import type { UnitSystem } from "../../core/units/units";
import type { Db } from "../db/client";
import { forecastOf, type ForecastContext } from "./forecast.service";
import * as service from "./log.service";

/** What the routes ask of logs. */
export const logFacade = (db: Db, context: ForecastContext, now: () => string) => ({
  add: (input: AddLogInput) => service.addToLog(db, input, "hand", now),
  change: (input: ChangeLogInput) => service.changeLog(db, input, now),
  page: (input: LogPageInput) => service.logPage(db, input),
  versions: (input: LogVersionsInput) => service.logVersions(db, input),
  series: (setupId: string) => service.logSeries(db, setupId),
  last: (setupId: string) => service.lastInLog(db, setupId),
  take: (input: ImportLogInput) => service.importLog(db, input, now),
  json: (setupId: string, name: string) => service.logJson(name, service.wholeLog(db, setupId)),
  csv: (setupId: string) => service.logCsv(service.wholeLog(db, setupId)),
  /** When a setup wants water next, as its log has it. */
  forecast: (setupId: string, setup: Setup, system: UnitSystem) =>
    forecastOf(db, setupId, setup, momentOf(new Date(now())), system, context),
  /** The minute it is where the server stands. */
  minute: (): string => momentOf(new Date(now())),
});
