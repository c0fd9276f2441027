import { createHmac, randomBytes, scrypt, timingSafeEqual } from "node:crypto";
import { existsSync, mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { z } from "zod";

/**
 * The passphrase for those who ask from elsewhere. It lies beside the database, not in it: the door stands also while
 * the database cannot be read, and a backup gives nobody a hash to try words on.
 */
export const PASSPHRASE_FILE = "passphrase.json";
const SHORTEST_PASSPHRASE = 8;
export const LONGEST_PASSPHRASE = 200;
/** So long a device stays let in. [ms] */
export const STAY_MS = 90 * 24 * 3600 * 1000;

/** Some 0.2 s and 32 MiB for each try (Percival 2009; one of the sets of parameters OWASP names as the least, 2023). */
const SCRYPT = { N: 2 ** 15, r: 8, p: 3 } as const;
const HASH_BYTES = 32;
const MOST_MEMORY = 2 ** 27;

const stored = z.strictObject({
  kind: z.literal("marlstone.passphrase"),
  version: z.literal(1),
  scrypt: z.strictObject({
    N: z.literal(SCRYPT.N),
    r: z.literal(SCRYPT.r),
    p: z.literal(SCRYPT.p),
  }),
  salt: z.base64().min(16),
  hash: z.base64().min(16),
  /** Signs what devices that were let in carry; a new passphrase has a new one, and lets all of them go. */
  key: z.base64().min(16),
});
export type Passphrase = z.infer<typeof stored>;

/** The same words, typed on another keyboard. */
const plain = (words: string): string => words.normalize("NFKC").trim();

const hashOf = (words: string, salt: Buffer): Promise<Buffer> =>
  new Promise((done, failed) =>
    scrypt(plain(words), salt, HASH_BYTES, { ...SCRYPT, maxmem: MOST_MEMORY }, (error, hash) =>
      error ? failed(error) : done(hash),
    ),
  );

/** Undefined when none was set; "unreadable" lets nobody in. */
export function readPassphrase(dataFolder: string): Passphrase | "unreadable" | undefined {
  const file = join(dataFolder, PASSPHRASE_FILE);
  if (!existsSync(file)) return undefined;
  try {
    return stored.parse(JSON.parse(readFileSync(file, "utf8")));
  } catch {
    return "unreadable";
  }
}

/** Why words are no passphrase, if they are none. */
export function whyNoPassphrase(words: string): string | undefined {
  const { length } = plain(words);
  if (length < SHORTEST_PASSPHRASE) return `A passphrase has ${SHORTEST_PASSPHRASE} characters or more.`;
  return length > LONGEST_PASSPHRASE ? `A passphrase has ${LONGEST_PASSPHRASE} characters at most.` : undefined;
}

/** Sets the passphrase, in place of the one there was. */
export async function setPassphrase(dataFolder: string, words: string): Promise<void> {
  const salt = randomBytes(16);
  const passphrase: Passphrase = {
    kind: "marlstone.passphrase",
    version: 1,
    scrypt: SCRYPT,
    salt: salt.toString("base64"),
    hash: (await hashOf(words, salt)).toString("base64"),
    key: randomBytes(32).toString("base64"),
  };
  mkdirSync(dataFolder, { recursive: true });
  const file = join(dataFolder, PASSPHRASE_FILE);
  // whole or not at all, and for its owner's eyes
  writeFileSync(`${file}.new`, `${JSON.stringify(passphrase)}\n`, { mode: 0o600 });
  renameSync(`${file}.new`, file);
}

export const removePassphrase = (dataFolder: string): void =>
  rmSync(join(dataFolder, PASSPHRASE_FILE), { force: true });

export async function isPassphrase(words: string, { salt, hash }: Passphrase): Promise<boolean> {
  const wanted = Buffer.from(hash, "base64");
  const given = await hashOf(words, Buffer.from(salt, "base64"));
  return given.length === wanted.length && timingSafeEqual(given, wanted);
}

const signed = (until: string, { key }: Passphrase): Buffer =>
  createHmac("sha256", Buffer.from(key, "base64")).update(`let in until ${until}`).digest();

/** What a device that was let in carries. */
export function stayUntil(untilMs: number, passphrase: Passphrase): string {
  const until = String(untilMs);
  return `${until}.${signed(until, passphrase).toString("base64url")}`;
}

/** Whether a device carries what it was given, and may still. */
export function mayStay(carried: string | undefined, passphrase: Passphrase, nowMs: number): boolean {
  const [, until, signature] = /^(\d{1,15})\.([\w-]{43})$/u.exec(carried ?? "") ?? [];
  if (until === undefined || signature === undefined || Number(until) <= nowMs) return false;
  return timingSafeEqual(Buffer.from(signature, "base64url"), signed(until, passphrase));
}
