import { NextResponse, type NextRequest } from "next/server";
import { contentSecurityPolicy, QUIET_HEADERS } from "./server/door/headers";
import { isReadablePath, isServedHost } from "./server/door/hosts";

/** What every request passes first: who is asked, and whether the address is one; and what every answer carries. */
export function proxy(request: NextRequest): NextResponse {
  const host = request.headers.get("host");
  if (!isServedHost(host, process.env.MARLSTONE_HOSTS))
    return said(
      421,
      `Marlstone does not answer under this name. On this machine open it as localhost; to open it to others, name it in MARLSTONE_HOSTS (see the README).\n`,
    );
  if (!isReadablePath(new URL(request.url).pathname))
    return said(404, "There is no such page: its address cannot be read.\n");

  const nonce = btoa(crypto.randomUUID());
  const policy = contentSecurityPolicy(nonce, process.env.NODE_ENV === "development");
  const headers = new Headers(request.headers);
  headers.set("x-nonce", nonce);
  headers.set("content-security-policy", policy);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set("Content-Security-Policy", policy);
  return withQuietHeaders(response);
}

const said = (status: number, text: string): NextResponse =>
  withQuietHeaders(new NextResponse(text, { status, headers: { "Content-Type": "text/plain; charset=utf-8" } }));

function withQuietHeaders(response: NextResponse): NextResponse {
  for (const [name, value] of Object.entries(QUIET_HEADERS)) response.headers.set(name, value);
  return response;
}
