import "server-only";
import { DatabaseTrouble, type Trouble } from "./db/health";
import { openMarlstone, type Marlstone } from "./open";

export type { Trouble } from "./db/health";

// Kept on globalThis so that development reloads do not open the database again and again.
const kept = globalThis as typeof globalThis & { marlstone?: Marlstone };

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
export function databaseTrouble(): Trouble | undefined {
  try {
    marlstone();
    return undefined;
  } catch (error) {
    if (error instanceof DatabaseTrouble) return error.trouble;
    throw error;
  }
}

/**
 * As the server starts: says in the log what is wrong with the database, if anything is, and has it end with everything
 * in its one file when the server is stopped.
 */
export function startMarlstone(): void {
  const trouble = databaseTrouble();
  if (trouble) console.error(`\nMarlstone cannot use its data. ${trouble.what} ${trouble.safe} ${trouble.toDo}\n`);
  for (const signal of ["SIGTERM", "SIGINT"] as const) process.once(signal, () => kept.marlstone?.close());
}
