import { randomBytes, timingSafeEqual } from "node:crypto";
import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { z } from "zod";

/**
 * The secret in the address of the calendar's feed. Calendars ask for it without a cookie, so the address is the key. It
 * lies beside the database, as the passphrase does: a backup that is given away opens nothing.
 */
export const FEED_SECRET_FILE = "calendar-feed.json";
const SECRET_BYTES = 24;
const SECRET = /^[\w-]{32}$/u;

const stored = z.strictObject({
  kind: z.literal("marlstone.calendar-feed"),
  version: z.literal(1),
  secret: z.string().regex(SECRET),
});

/** The path of a feed, whatever its secret is. */
const FEED_PATH = /^\/calendar\/feed\/([\w-]{32})\.ics$/u;
export const feedPathOf = (secret: string): string => `/calendar/feed/${secret}.ics`;
export const isFeedPath = (pathname: string): boolean => FEED_PATH.test(pathname);

/** Undefined while nobody has made one. */
export function readFeedSecret(dataFolder: string): string | undefined {
  const file = join(dataFolder, FEED_SECRET_FILE);
  if (!existsSync(file)) return undefined;
  try {
    return stored.parse(JSON.parse(readFileSync(file, "utf8"))).secret;
  } catch {
    return undefined;
  }
}

/** A new secret in place of the one there was: who asks under the old address is answered as by no page at all. */
export function renewFeedSecret(dataFolder: string): string {
  const secret = randomBytes(SECRET_BYTES).toString("base64url");
  mkdirSync(dataFolder, { recursive: true });
  const file = join(dataFolder, FEED_SECRET_FILE);
  // whole or not at all, and for its owner's eyes
  writeFileSync(`${file}.new`, `${JSON.stringify({ kind: "marlstone.calendar-feed", version: 1, secret })}\n`, {
    mode: 0o600,
  });
  renameSync(`${file}.new`, file);
  return secret;
}

export function isFeedSecret(dataFolder: string, said: string): boolean {
  const secret = readFeedSecret(dataFolder);
  return (
    secret !== undefined && said.length === secret.length && timingSafeEqual(Buffer.from(said), Buffer.from(secret))
  );
}
