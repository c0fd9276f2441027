import { NextResponse, type NextRequest } from "next/server";
import { answerAtTheDoor, ENTER_IN_PATH, ENTER_PATH, STAY_COOKIE } from "./server/door/door";
import { contentSecurityPolicy, QUIET_HEADERS } from "./server/door/headers";
import { boundTo, dataFolder, ownNames } from "./server/door/here";
import { isFromOwnPage, isOwnName, isReadablePath, isServedHost } from "./server/door/hosts";
import { readPassphrase } from "./server/door/passphrase";

/** What every request passes first: who is asked, who asks, whether the address is one; and what every answer carries. */
export function proxy(request: NextRequest): NextResponse {
  const { pathname, search } = new URL(request.url);
  const host = request.headers.get("host");
  if (!isServedHost(host, process.env.MARLSTONE_HOSTS, boundTo() ? ownNames() : []))
    return said(
      421,
      `Marlstone does not answer under this name. On this machine open it as localhost; to open it to others, name it in MARLSTONE_HOSTS (see the README).\n`,
    );
  if (!isReadablePath(pathname)) return said(404, "There is no such page: its address cannot be read.\n");

  // only scripts/serve.mjs sees where a request comes from, and only it knows this word
  const from = request.headers.get("x-marlstone-from");
  const fromHere = from !== null && from === process.env.MARLSTONE_AT_HOME;
  const answer = answerAtTheDoor(
    {
      method: request.method,
      pathname,
      atHome: fromHere && isOwnName(host) && process.env.MARLSTONE_ASK !== "always",
      stay: request.cookies.get(STAY_COOKIE)?.value,
    },
    readPassphrase(dataFolder()),
    Date.now(),
  );
  switch (answer) {
    case "not-open":
      return said(
        403,
        "Marlstone is not open to others: it has no passphrase. On the machine it runs on, set one with `npm run passphrase` (see the README).\n",
      );
    case "refuse":
      return said(
        401,
        "Marlstone asks for its passphrase again: open this page anew and say it. What is not saved is kept in this browser.",
        // read by the page that sent it, which goes by the bare type
        "text/plain",
      );
    case "ask-passphrase":
      return toEnter(request, pathname + search);
    case "let-in":
      if (isSentFromElsewhere(request))
        return said(403, "This was sent by a page of another site. Nothing was changed.\n");
      return passedOn(request, true);
    case "let-in-to-enter":
    case "let-in-to-feed":
      return passedOn(request, false);
    default:
      return answer satisfies never;
  }
}

/** Whether a page of another site posts by a browser that is let in here; where the passphrase is said tells that by itself. */
const isSentFromElsewhere = ({ method, headers, nextUrl }: NextRequest): boolean =>
  method !== "GET" &&
  method !== "HEAD" &&
  nextUrl.pathname !== ENTER_IN_PATH &&
  !isFromOwnPage(headers.get("origin"), headers.get("host"));

function toEnter(request: NextRequest, page: string): NextResponse {
  // a page that fetches has to open anew, or what it gets is a form where it expects its data
  if (request.headers.has("rsc")) return said(401, "Marlstone asks for its passphrase again.\n");
  const to = request.nextUrl.clone();
  to.pathname = ENTER_PATH;
  to.search = page === "/" ? "" : `?to=${encodeURIComponent(page)}`;
  return withQuietHeaders(NextResponse.redirect(to, 303));
}

function passedOn(request: NextRequest, isIn: boolean): NextResponse {
  const nonce = btoa(crypto.randomUUID());
  const policy = contentSecurityPolicy(nonce, process.env.NODE_ENV === "development");
  const headers = new Headers(request.headers);
  headers.set("x-nonce", nonce);
  headers.set("x-marlstone-in", isIn ? "yes" : "no");
  headers.set("content-security-policy", policy);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set("Content-Security-Policy", policy);
  return withQuietHeaders(response);
}

const said = (status: number, text: string, type = "text/plain; charset=utf-8"): NextResponse =>
  withQuietHeaders(new NextResponse(text, { status, headers: { "Content-Type": type } }));

function withQuietHeaders(response: NextResponse): NextResponse {
  for (const [name, value] of Object.entries(QUIET_HEADERS)) response.headers.set(name, value);
  return response;
}
