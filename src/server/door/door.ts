import { isFeedPath } from "./feed-secret";
import type { Passphrase } from "./passphrase";
import { mayStay } from "./passphrase";

/** Where those who ask from elsewhere say the passphrase, and where it is sent. */
export const ENTER_PATH = "/enter";
export const ENTER_IN_PATH = "/enter/in";
export const STAY_COOKIE = "marlstone-stay";

export type Asked = {
  readonly method: string;
  readonly pathname: string;
  /** From this machine, under its own name, and not handed on by a proxy. */
  readonly atHome: boolean;
  readonly stay: string | undefined;
};
export type Answer = "let-in" | "let-in-to-enter" | "let-in-to-feed" | "ask-passphrase" | "refuse" | "not-open";

/** What can be had before the passphrase was said: the page to say it on, and what that page is drawn with. */
function isBeforeTheDoor({ method, pathname }: Asked): boolean {
  // a page that is posted to runs whatever action the sender names, so that page is only read
  if (isReading({ method }))
    return pathname === ENTER_PATH || pathname === "/icon.svg" || pathname.startsWith("/_next/static/");
  return method === "POST" && pathname === ENTER_IN_PATH;
}

/**
 * Who is let in: all who ask from this machine, and from elsewhere those who said the passphrase; where there is none,
 * nobody from elsewhere.
 */
export function answerAtTheDoor(
  asked: Asked,
  passphrase: Passphrase | "unreadable" | undefined,
  nowMs: number,
): Answer {
  if (asked.atHome) return "let-in";
  if (passphrase === undefined || passphrase === "unreadable") return "not-open";
  if (mayStay(asked.stay, passphrase, nowMs)) return "let-in";
  if (isBeforeTheDoor(asked)) return "let-in-to-enter";
  // a calendar carries no cookie: its address is the key, and is looked at where it is answered
  if (isReading(asked) && isFeedPath(asked.pathname)) return "let-in-to-feed";
  return isReading(asked) ? "ask-passphrase" : "refuse";
}

const isReading = ({ method }: Pick<Asked, "method">): boolean => method === "GET" || method === "HEAD";

/** Where to go once let in: a page of this Marlstone, whatever the address says. */
export function pageAfter(asked: string | null | undefined): string {
  const path = asked ?? "/";
  // a browser reads "//" and "/\" as the start of another site's address, and drops tabs and line ends before that
  return /^\/(?![/\\])[\x21-\x7e]*$/u.test(path) && !path.startsWith(ENTER_PATH) ? path : "/";
}
