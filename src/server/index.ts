import "server-only";
import { openMarlstone, type Marlstone } from "./open";

// Kept on globalThis so that development reloads do not open the database again and again.
const kept = globalThis as typeof globalThis & { marlstone?: Marlstone };

/** The services, opened on first use. All that `app` imports from the server. */
export const marlstone = (): Marlstone => (kept.marlstone ??= openMarlstone());
