import { nanoid } from "nanoid";
import { isLate } from "../src/core/schedule/due";
import { isoDay } from "../src/core/units/day-number";
import type { KeepingEntry } from "../src/formats/schedule/schema";
import type { Place } from "../src/core/place/place";
import { inLibrary } from "../src/core/occupants/library/library";
import { lifeOf, LIVES } from "./life";
import {
  MARROWBECK,
  MARROWBECK_FORGOTTEN,
  MARROWBECK_MEDIA,
  MARROWBECK_MIXES,
  MARROWBECK_PACKS,
  MARROWBECK_PLACES,
  MARROWBECK_SINCE,
  standing,
  type MarrowbeckPlace,
} from "./marrowbeck";
import { DatabaseTrouble } from "../src/server/db/health";
import { dataFolder } from "../src/server/door/here";
import { openMarlstone, type Marlstone } from "../src/server/open";

/**
 * Loads the Marrowbeck setups into a data folder that has none; one that has any, on the shelf or put away, is left
 * alone.
 */
const marlstone = opened();
const shelf = marlstone.setups.shelf(1);
if (shelf.total === 0 && shelf.putAway === 0) {
  const placeIds = new Map<MarrowbeckPlace, string>();
  for (const [key, place] of Object.entries(MARROWBECK_PLACES) as [MarrowbeckPlace, Place][]) {
    const made = marlstone.places.create(place);
    if (!made.ok) throw new Error(`${place.name}: ${made.problems.map(({ message }) => message).join("; ")}`);
    placeIds.set(key, made.value);
  }
  for (const setup of MARROWBECK) {
    const made = marlstone.setups.create(standing(setup, (place) => placeIds.get(place)!));
    if (!made.ok)
      throw new Error(`${setup.name}: ${made.problems.map(({ path, message }) => `${path}: ${message}`).join("; ")}`);
  }
  keepAll();
  for (const mix of MARROWBECK_MIXES) {
    const made = marlstone.mixes.create(mix);
    if (!made.ok) throw new Error(`${mix.name}: ${made.problems.map(({ message }) => message).join("; ")}`);
  }
  for (const own of MARROWBECK_MEDIA) {
    const made = marlstone.media.createOwn(own);
    if (!made.ok) throw new Error(`${own.name}: ${made.problems.map(({ message }) => message).join("; ")}`);
  }
  for (const pack of MARROWBECK_PACKS) marlstone.packs.put({ mediumId: pack.mediumId, baseVersion: 0, pack });
  liveAll();
  console.log(`Loaded ${MARROWBECK.length} demo setups into ${dataFolder()}.`);
} else {
  console.log(`${shelf.total} setups in ${dataFolder()}; nothing was loaded over them.`);
}
marlstone.close();

/**
 * They stand for some time, and were looked after: of what came due since, the last was done some days ago. One was
 * forgotten.
 */
function keepAll(): void {
  const { schedule } = marlstone;
  const today = schedule.today();
  const send = (setupId: string, entry: KeepingEntry): void => {
    const kept = schedule.keep({ setupId, entries: [{ entryId: nanoid(16), entry }] });
    if (kept.status !== "saved") throw new Error(`${setupId}: ${kept.message}`);
  };
  for (const [i, { id, name }] of marlstone.findIndex().setups.entries()) {
    const days = MARROWBECK_SINCE.find(([begins]) => name.startsWith(begins))?.[1] ?? 0;
    send(id, { about: "setup", since: isoDay(today - days), inCalendar: true });
    const asked = { from: today - days, until: today, today, system: "metric" } as const;
    const made = schedule.ofSetup(id, asked);
    if (!made.ok) throw new Error(`${name}: ${made.problems[0]!.message}`);
    for (const due of made.value.dues) {
      if (!isLate(due, today) || (due.kind === "look" && name.startsWith(MARROWBECK_FORGOTTEN))) continue;
      const on = Math.min(today - 1 - ((i * 5) % 7), today - 1);
      send(id, { about: "item", key: due.key, is: "done", on: isoDay(Math.max(due.window.from, on)) });
    }
  }
}

/** Some of them have half a year of life in their logs. */
function liveAll(): void {
  for (const { id, name } of marlstone.findIndex().setups) {
    const life = LIVES.find(({ begins }) => name.startsWith(begins));
    const loaded = life && marlstone.setups.load(id);
    if (loaded?.status !== "ok") continue;
    const { setup } = loaded.state;
    const { at } = marlstone.places.yearsHere(setup)!;
    const rows = lifeOf(life!, setup, at, marlstone.media.byId, inLibrary, marlstone.schedule.today());
    const stored = marlstone.log.add({ setupId: id, rows: [...rows] });
    if (stored.status !== "saved") throw new Error(`${name}: its log could not be stored`);
  }
}

/** Opens the data, or says what is wrong with it and ends. */
function opened(): Marlstone {
  try {
    return openMarlstone();
  } catch (error) {
    if (!(error instanceof DatabaseTrouble)) throw error;
    console.error(`${error.message} Nothing was loaded.`);
    // Marlstone starts nonetheless: its pages say the same
    process.exit(0);
  }
}
