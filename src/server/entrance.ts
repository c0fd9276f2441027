import "server-only";
import { z } from "zod";
import { ENTER_PATH, pageAfter, STAY_COOKIE } from "./door/door";
import { feedPathOf, isFeedSecret, readFeedSecret, renewFeedSecret } from "./door/feed-secret";
import { boundTo, dataFolder } from "./door/here";
import { hostName, namesIn } from "./door/hosts";
import { isPassphrase, LONGEST_PASSPHRASE, mayStay, readPassphrase, STAY_MS, stayUntil } from "./door/passphrase";
import { addressOf, Tries } from "./door/tries";

const said = z.object({
  passphrase: z.string().max(2 * LONGEST_PASSPHRASE),
  to: z.string().max(2000).nullish(),
});

// for as long as the server runs, over reloads in development
const kept = globalThis as typeof globalThis & { marlstoneTries?: Tries };

export type Entered = { readonly location: string; readonly cookie?: string };

/** What becomes of a passphrase that was sent. */
export async function enter(headers: Headers, form: FormData | undefined): Promise<Entered> {
  const parsed = said.safeParse({ passphrase: form?.get("passphrase"), to: form?.get("to") });
  const to = pageAfter(parsed.success ? parsed.data.to : "/");
  const back = (why: Record<string, string>): Entered => ({
    location: `${ENTER_PATH}?${new URLSearchParams({ ...why, ...(to === "/" ? {} : { to }) }).toString()}`,
  });
  if (isFromElsewhere(headers)) return back({ said: "elsewhere" });
  const passphrase = readPassphrase(dataFolder());
  if (!parsed.success || passphrase === undefined || passphrase === "unreadable") return back({ said: "wrong" });

  const tries = (kept.marlstoneTries ??= new Tries());
  const address = addressOf(headers.get("x-marlstone-from") ?? "");
  const now = Date.now();
  const waitMs = tries.waitMs(address, now);
  if (waitMs > 0) return back({ wait: String(Math.ceil(waitMs / 1000)) });
  if (!(await tries.attempt(address, now, () => isPassphrase(parsed.data.passphrase, passphrase))))
    return back({ said: "wrong" });
  return { location: to, cookie: stayCookie(headers, stayUntil(now + STAY_MS, passphrase), STAY_MS / 1000) };
}

/** Whether another site's page sent this. */
function isFromElsewhere(headers: Headers): boolean {
  const origin = headers.get("origin");
  if (origin === null || origin === "null") return origin !== null;
  return !URL.canParse(origin) || hostName(new URL(origin).host) !== hostName(headers.get("host"));
}

/** Secure where the way here is, as a proxy before Marlstone says; plain HTTP on a house's own network is not. */
const stayCookie = (headers: Headers, value: string, seconds: number): string =>
  `${STAY_COOKIE}=${value}; Path=/; Max-Age=${seconds}; HttpOnly; SameSite=Lax${
    headers.get("x-forwarded-proto") === "https" ? "; Secure" : ""
  }`;

/** The device is not let in any more. */
export const leave = (headers: Headers): Entered =>
  isFromElsewhere(headers) ? { location: "/" } : { location: ENTER_PATH, cookie: stayCookie(headers, "", 0) };

/** Whether a device was let in by the passphrase, and so can leave. */
export const isGuest = (cookie: (name: string) => string | undefined): boolean => {
  const passphrase = readPassphrase(dataFolder());
  return (
    passphrase !== undefined && passphrase !== "unreadable" && mayStay(cookie(STAY_COOKIE), passphrase, Date.now())
  );
};

/** Who can reach this Marlstone. */
export type Openness = {
  readonly hasPassphrase: boolean;
  /** What it is bound to; undefined for this machine alone. */
  readonly boundTo: string | undefined;
  readonly names: readonly string[];
};

export const openness = (): Openness => ({
  hasPassphrase: readPassphrase(dataFolder()) !== undefined,
  boundTo: boundTo(),
  names: [...namesIn(process.env.MARLSTONE_HOSTS)],
});

/** The path of the calendar's feed; undefined while nobody has made one. */
export function feedPath(): string | undefined {
  const secret = readFeedSecret(dataFolder());
  return secret === undefined ? undefined : feedPathOf(secret);
}
/** A new address in place of the one there was. */
export const renewFeed = (): string => feedPathOf(renewFeedSecret(dataFolder()));
/** Whether a path is that of the feed. */
export const isFeed = (file: string): boolean =>
  file.endsWith(".ics") && isFeedSecret(dataFolder(), file.slice(0, -".ics".length));
