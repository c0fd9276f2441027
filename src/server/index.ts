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

/** Ends with everything in the one file of the database. */
export function closeMarlstone(): void {
  kept.marlstone?.close();
}
