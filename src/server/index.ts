import "server-only";
import { join } from "node:path";
import { setTimeout } from "node:timers/promises";
import { nanoid } from "nanoid";
import { backUpAsBytes } from "./db/backup";
import { withStorageTold } from "./db/client";
import { DATABASE_FILE, isDatabaseTrouble, type Trouble } from "./db/health";
import { dataFolder } from "./door/here";
import { openMarlstone, type Marlstone } from "./open";

export type { Marlstone } from "./open";
export type { Trouble } from "./db/health";
export type { FileTakenIn } from "./files/take-in";
export { enter, feedPath, isFeed, isGuest, leave, openness, renewFeed, type Entered, type Openness } from "./entrance";

// Kept on globalThis so that development reloads do not open the database again and again.
// `marlstoneTrouble` is asked by scripts/serve.mjs, which is no part of the build.
const kept = globalThis as typeof globalThis & { marlstone?: Marlstone; marlstoneTrouble?: typeof databaseTrouble };

/**
 * The services, opened on first use. All that `app` imports from the server.
 * @throws DatabaseTrouble when the database cannot be relied on, so that nothing is acknowledged then
 */
export function marlstone(): Marlstone {
  const open = (kept.marlstone ??= openMarlstone());
  open.checkInPlace();
  return open;
}

/** What keeps the database from being relied on, if anything does. */
export const databaseTrouble = (): Trouble | undefined => troubleOf(() => marlstone()).trouble;

function troubleOf<T>(
  use: () => T,
): { readonly value: T; readonly trouble?: undefined } | { readonly trouble: Trouble } {
  try {
    return { value: use() };
  } catch (error) {
    if (isDatabaseTrouble(error)) return { trouble: error.trouble };
    throw error;
  }
}

/** While another program has the database, a write is tried so often and others are answered in between: some ten seconds. */
const MOST_TRIES = 33;
const BETWEEN_TRIES_MS = 250;

/**
 * Has something stored. Where the place it would lie in is full, read-only, damaged, gone or held by another program, the
 * answer is `refused` with what is wrong, what is safe and what to do: nothing was written then.
 */
export async function storing<T>(store: (marlstone: Marlstone) => T, refused: (message: string) => T): Promise<T> {
  const once = () => troubleOf(() => withStorageTold(join(dataFolder(), DATABASE_FILE), () => store(marlstone())));
  let done = once();
  for (let tries = 1; done.trouble?.code === "busy" && tries < MOST_TRIES; tries++) {
    await setTimeout(BETWEEN_TRIES_MS);
    done = once();
  }
  if (!done.trouble) return done.value;
  const { what, safe, toDo } = done.trouble;
  console.error(`Marlstone could not store a change. ${what} ${toDo}`);
  return refused(`${what} ${safe} ${toDo}`);
}

/** All of it in one file, read back, and the day in its name. Undefined when none could be made; the log says why. */
export function backUpToSend(): { readonly bytes: Buffer; readonly name: string } | undefined {
  marlstone();
  const made = backUpAsBytes(dataFolder(), nanoid(8));
  if (!made.ok) console.error(`Marlstone could not make a backup. ${made.problems[0]!.message}`);
  return made.ok
    ? { bytes: made.value.bytes, name: `marlstone-${new Date().toISOString().slice(0, 10)}.db` }
    : undefined;
}

/**
 * As the server starts: says in the log what is wrong with the database, if anything is, and has it end with everything
 * in its one file when the server is stopped.
 */
export function startMarlstone(): void {
  kept.marlstoneTrouble = databaseTrouble;
  const trouble = databaseTrouble();
  if (trouble) console.error(`\nMarlstone cannot use its data. ${trouble.what} ${trouble.safe} ${trouble.toDo}\n`);
  for (const signal of ["SIGTERM", "SIGINT"] as const) process.once(signal, () => kept.marlstone?.close());
}
