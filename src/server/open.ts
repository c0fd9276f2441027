import { nanoid } from "nanoid";
import { CATALOGUE } from "../core/media/catalogue/catalogue";
import type { Medium } from "../core/media/medium";
import { setImmediate } from "node:timers/promises";
import type { SeasonHere, SeasonInput } from "../formats/season/actions";
import { suitsHand } from "../core/verdicts/suits-hand";
import type { RecipePart } from "../core/mixing/recipe";
import { handShown, type HandInput, type HandShown } from "../formats/setup/hand";
import type { UnitSystem } from "../core/units/units";
import { daysInMonth } from "../core/place/day-in-year";
import { monthsAt } from "../core/stack/stays";
import { daysOfDemand } from "../core/demand/demand";
import { wantsOf, yearOfWater, type DaysThere, type YearOfWater } from "../core/demand/year-of-water";
import type { Setup } from "../core/stack/setup";
import { failed, ok, problem, type Result } from "../core/units/problem";
import { whenSound } from "../core/water/checked";
import { isMix } from "../core/mixing/mix-medium";
import { LIBRARY, occupantsFrom } from "../core/occupants/library/library";
import { isOwnKind } from "../core/occupants/own-occupant";
import type { FindIndex } from "../formats/find-index";
import type { MixToMake } from "../formats/mix/document";
import { buildsFacade } from "./builds/builds.facade";
import { counts } from "./db/counts";
import { openDatabase } from "./db/client";
import { dataFolder } from "./door/here";
import { filesFacade } from "./files/files.facade";
import { mixesToFind, setupsToFind } from "./find/find.service";
import { historyFacade } from "./history/history.facade";
import { mediaFacade } from "./media/media.facade";
import { ownMedium, type OwnMediaContext } from "./media/media.service";
import { mixesFacade } from "./mixes/mixes.facade";
import { mediaOfMixes, mediumOfMix, storedMix, usersOf, type MixContext } from "./mixes/mixes.service";
import { occupantsFacade } from "./occupants/occupants.facade";
import { ownOccupantsOf } from "./occupants/occupants.service";
import { placesFacade } from "./places/places.facade";
import { logFacade } from "./log/log.facade";
import { packsFacade } from "./packs/packs.facade";
import { roomsFacade } from "./rooms/rooms.facade";
import { wateredTicks } from "./schedule/keeping.service";
import { scheduleFacade } from "./schedule/schedule.facade";
import { seasonHere } from "./season/season-here";
import { setupsFacade } from "./setups/setups.facade";
import type { PouredInput, WriteOutcome } from "../formats/setup/actions";
import { setPoured, type ServiceContext } from "./setups/setups.service";

/** Everything the routes can ask for, a façade a service, joined to one database. */
export function openMarlstone(folder = dataFolder()) {
  const { db, close, checkInPlace } = openDatabase(folder);
  const byId = new Map<string, Medium>(CATALOGUE.map((medium) => [medium.id, medium]));
  const now = (): string => new Date().toISOString();
  const ownContext: OwnMediaContext = {
    now,
    newId: () => nanoid(12),
    catalogue: (id) => byId.get(id),
    catalogueNames: CATALOGUE.map(({ name }) => name),
  };
  const mixContext: MixContext = {
    ...ownContext,
    ingredient: (id) => byId.get(id) ?? ownMedium(db, id, ownContext),
  };
  const context: ServiceContext & MixContext = {
    ...mixContext,
    medium: (id) => mixContext.ingredient(id) ?? mediumOfMix(db, id, mixContext),
  };
  const occupants = occupantsFacade(db, ownContext);
  const places = placesFacade(db, ownContext);
  const setups = setupsFacade(db, context);
  const media = mediaFacade(db, ownContext, {
    catalogue: [...CATALOGUE].sort((a, b) => a.name.localeCompare(b.name, "en")),
    byId: context.medium,
    isMix,
    mixes: (most) => mediaOfMixes(db, mixContext, most),
    usersOf: (mediumId) => usersOf(db, mediumId),
  });
  const kinds = occupantsFrom((id) => (isOwnKind(id) ? occupants.byId(id) : undefined));
  /** What a setup's water does through the year; what is led into it is asked for on the way, each once. */
  const yearOf = (setup: Setup, asked: readonly string[] = []): Result<YearOfWater> => {
    const there = places.yearsHere(setup);
    const days = there ? daysOfDemand(setup, there.at, kinds) : [];
    const runsIn = overflowOf(setup.runsIn ?? [], days.length, asked);
    return whenSound(setup, context.medium, (sound) =>
      yearOfWater(sound, context.medium, wantsOf(setup, kinds), { days, runsIn }),
    );
  };
  /** What runs over of setups together, on so many days. */
  const overflowOf = (ids: readonly string[], count: number, asked: readonly string[]): DaysThere["runsIn"] => {
    const names: string[] = [];
    const cm3 = new Float64Array(count);
    for (const id of ids) {
      // led round in a ring, it comes back to where it was asked for
      const loaded = asked.includes(id) ? undefined : setups.load(id);
      if (loaded?.status !== "ok") continue;
      const year = yearOf(loaded.state.setup, [...asked, id]);
      if (!year.ok) continue;
      names.push(loaded.state.setup.name);
      const { outCm3 } = year.value;
      if (outCm3.length > 0) for (let i = 0; i < count; i++) cm3[i]! += outCm3[i % outCm3.length]!;
    }
    return names.length > 0 ? { names, cm3 } : undefined;
  };
  const partsOf = (id: string): readonly RecipePart[] | undefined => storedMix(db, id)?.value.parts;
  return {
    close,
    checkInPlace,
    media,
    occupants,
    setups,
    mixes: mixesFacade(db, mixContext),
    places,
    packs: packsFacade(db, now),
    rooms: roomsFacade(db, context),
    history: historyFacade(db, context),
    builds: buildsFacade(
      db,
      context,
      occupantsFrom((id) => (isOwnKind(id) ? occupants.byId(id) : undefined)),
    ),
    files: filesFacade(db, context),
    /** What setups ask of who keeps them, by the day. */
    log: logFacade(
      db,
      { medium: context.medium, occupants: kinds, yearOf, tickedOn: (id) => wateredTicks(db, id) },
      now,
    ),
    schedule: scheduleFacade(
      db,
      {
        load: (id) => {
          const loaded = setups.load(id);
          return loaded.status === "ok" ? loaded.state.setup : undefined;
        },
        placeYears: (setup) => places.yearsHere(setup)?.at,
        yearOf,
        medium: context.medium,
        occupants: kinds,
        partsOf,
        setups: () => setupsToFind(db, () => undefined),
      },
      now,
    ),
    /** What a setup's page knows: all there is to choose from, and what any version of it is made of and lived in by. */
    toBuildWith(setupId: string): {
      readonly media: readonly Medium[];
      readonly mixes: readonly MixToMake[];
      readonly ownOccupants: ReturnType<typeof occupants.own>;
      readonly places: readonly { readonly id: string; readonly name: string }[];
    } {
      const { mediumIds, mixes, occupantIds } = setups.usedEver(setupId);
      return {
        media: media.ingredients(mediumIds),
        mixes,
        ownOccupants: ownOccupantsOf(db, occupantIds),
        places: places.names(),
      };
    },
    /** What a setup's water does in each month, where it stands. */
    yearOf,
    /**
     * What is asked of a place's butt on a day of each month, beside the rain that falls on what stands there: by those
     * that are given rain, or if none is, by all as if they were. [L]
     */
    takesAt: (placeId: string): { readonly takesLPerDay: readonly number[]; readonly isGiven: boolean } => {
      const asked = places.standingAt(placeId).flatMap(({ id }) => {
        const loaded = setups.load(id);
        if (loaded.status !== "ok") return [];
        const { setup } = loaded.state;
        const year = yearOf(setup, [id]);
        if (!year.ok) return [];
        const stands = monthsAt(setup.places ?? [], placeId);
        return [
          {
            rainShare: setup.here?.given.rainShare ?? 0,
            litres: year.value.months.map(
              ({ givenCm3 }, month) => (stands[month]! * givenCm3) / 1000 / daysInMonth(month),
            ),
          },
        ];
      });
      const isGiven = asked.some(({ rainShare }) => rainShare > 0);
      return {
        isGiven,
        takesLPerDay: Array.from({ length: 12 }, (_, month) =>
          asked.reduce((sum, { rainShare, litres }) => sum + (isGiven ? rainShare : 1) * litres[month]!, 0),
        ),
      };
    },
    /** Sets a setup's day right by what was poured. */
    setPoured: (input: PouredInput): WriteOutcome =>
      setPoured(
        db,
        input,
        (setup) => {
          const year = yearOf(setup);
          return year.ok ? { ok: true, value: year.value.months.map(({ takesCm3 }) => takesCm3.typical) } : year;
        },
        context,
      ),
    /** A year of a setup's place, with all that it takes to live through it elsewhere. */
    seasonHere: (input: SeasonInput): Result<SeasonHere> => {
      const load = (id: string): Setup | undefined => {
        const loaded = setups.load(id);
        return loaded.status === "ok" ? loaded.state.setup : undefined;
      };
      return seasonHere(db, input, { load, medium: context.medium });
    },
    /** What of a setup's mixes, depths and vessels suits a hand; others are answered in between. */
    suitsHand: async ({ setupId, everyDays }: HandInput, system: UnitSystem): Promise<Result<HandShown>> => {
      const loaded = setups.load(setupId);
      if (loaded.status !== "ok")
        return failed(problem("setupId", loaded.status, "There is no such setup to look at."));
      const { setup } = loaded.state;
      const there = places.yearsHere(setup);
      if (!there) return failed(problem("places", "no-place", "It stands at no place yet."));
      const asked = { setup, everyDays, there, occupants: kinds, system };
      const run = suitsHand({ ...asked, medium: context.medium, partsOf });
      for (;;) {
        const step = run.next();
        if (step.done) return ok(handShown(step.value));
        await setImmediate();
      }
    },
    /** How much there is of everything. */
    counts: () => counts(db),
    /** Names of all there is to go to. */
    findIndex: (): FindIndex => ({
      setups: setupsToFind(db, (id) => mixContext.ingredient(id)?.name),
      places: places.names(),
      mixes: mixesToFind(db),
      media: media.ingredients().map(({ id, name }) => ({ id, name })),
      kinds: [...occupants.own(), ...LIBRARY].map(({ id, name, scientificName, alsoCalled }) => ({
        id,
        name,
        about: scientificName,
        also: alsoCalled,
      })),
    }),
  };
}

export type Marlstone = ReturnType<typeof openMarlstone>;
