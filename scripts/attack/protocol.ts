import { connect } from "node:net";
import type { Marlstone } from "../served";
import { actionIds, call, randomFrom, Tally } from "./calls";

/** Bodies that no page sends, methods nothing takes, and heads that lie: each is to be answered with a reason, none with a 500. */
export async function attackProtocol(marlstone: Marlstone, count: number, seed: number): Promise<readonly string[]> {
  const random = randomFrom(seed);
  const pick = <T>(from: readonly T[]): T => from[Math.floor(random() * from.length)]!;
  const actions = [...actionIds()];
  const [setup] = marlstone.rows<{ id: string }>("select id from setups");
  const pages = ["/", "/mixes", "/media", "/living", `/setups/${setup!.id}`];
  const bodies = new Tally();
  const bad: string[] = [];
  for (let i = 0; i < count; i++) {
    const [name, id] = pick(actions);
    const body = bodyOf(random, pick);
    const headers = headersOf(pick);
    const { status, text } = await call(marlstone.url, pick(pages), id, body, headers);
    bodies.add(status);
    if (status >= 500 || status === 0)
      bad.push(`${status} ${name} ${JSON.stringify(headers)} ${String(body).slice(0, 120)} → ${text.slice(0, 120)}`);
  }
  const lines = new Tally();
  for (const raw of RAW) {
    const status = await rawStatus(marlstone.port, raw);
    lines.add(status);
    if (status >= 500) bad.push(`${status} ${raw.slice(0, 60)}`);
  }
  const memory = await memoryOf(marlstone, async () => {
    const large = new Uint8Array(50_000_000).fill(97);
    const { status } = await call(marlstone.url, "/", actions[0]![1], large);
    if (status !== 413 && status !== 0) bad.push(`${status} for a body of 50 MB`);
  });
  console.log(`Protocol: ${count} bodies: ${bodies}. ${RAW.length} heads: ${lines}. 50 MB sent: ${memory}.`);
  return bad;
}

type Pick = <T>(from: readonly T[]) => T;

function bodyOf(random: () => number, pick: Pick): string | Uint8Array {
  const value = (depth: number): unknown => {
    const kind = Math.floor(random() * (depth > 4 ? 6 : 9));
    switch (kind) {
      case 0:
        return pick([0, -1, 1e308, 1e-9, 42, 2 ** 53]);
      case 1:
        return pick([
          "",
          "x",
          "<script>",
          "\u0000",
          "__proto__",
          "../..",
          "own:a/b",
          "é".repeat(200),
          "9".repeat(5000),
        ]);
      case 2:
        return pick([
          "$",
          "$1",
          "$K1",
          "$F0",
          "$Q1",
          "$W1",
          "$B1",
          "$T1",
          "$@0",
          "$D2020",
          "$n9",
          "$undefined",
          "$$x",
          "$R0",
          "$0",
          "$0:0",
          "$0:0:a",
          "$0:9:x",
          "$h1",
          "$i1",
          "$NaN",
        ]);
      case 3:
        return pick([true, false, null]);
      case 4:
        return {
          setupId: pick(["x", 1, null, "a".repeat(41)]),
          baseVersion: pick([0, -1, 1.5, "1", 1e20]),
          changes: pick([[], [{}], null, "x"]),
        };
      case 5:
        return { id: pick(["", "x", 7, null]), baseVersion: value(depth + 1), document: value(depth + 1) };
      case 6:
        return Array.from({ length: Math.floor(random() * 4) }, () => value(depth + 1));
      case 7:
        return { [pick(["constructor", "__proto__", "then", "toString", "a", "kind", "length"])]: value(depth + 1) };
      default:
        return {
          kind: pick(["marlstone.setup", "marlstone.mix", "x"]),
          version: value(depth + 1),
          name: value(depth + 1),
          layers: value(depth + 1),
        };
    }
  };
  const text = JSON.stringify(Array.from({ length: 1 + Math.floor(random() * 3) }, () => value(0)));
  switch (Math.floor(random() * 10)) {
    case 0:
      return text.slice(0, Math.floor(random() * text.length));
    case 1:
      return pick(["", "{}", "null", "7", '"x"', "[", "[[[[", "undefined", "NaN", "[1,]", "\ufeff[]"]);
    case 2: {
      const depth = Math.floor(random() * 20_000);
      return "[".repeat(depth) + "]".repeat(depth);
    }
    case 3:
      return Uint8Array.from({ length: Math.floor(random() * 300) }, () => Math.floor(random() * 256));
    case 4:
      return `["${"a".repeat(Math.floor(random() * 3e5))}"]`;
    default:
      return text;
  }
}

const headersOf = (pick: Pick): Record<string, string> =>
  pick<Record<string, string>>([
    {},
    {},
    {},
    { "content-type": "application/json" },
    { "content-type": "multipart/form-data" },
    { "content-type": "multipart/form-data; boundary=x" },
    { "content-type": "application/x-www-form-urlencoded" },
    { "content-type": "text/plain; charset=utf-7" },
    { "next-action": "x" },
    { "next-action": "0".repeat(42) },
    { "next-router-state-tree": "%" },
    { "next-router-state-tree": "%5B%22%22%2C7%5D" },
    { "next-router-state-tree": "[]" },
    { rsc: "1" },
    { rsc: "1", "next-router-prefetch": "9" },
  ]);

const HOST = "Host: 127.0.0.1\r\n";
const RAW: readonly string[] = [
  `TRACE / HTTP/1.1\r\n${HOST}\r\n`,
  `OPTIONS * HTTP/1.1\r\n${HOST}\r\n`,
  `OPTIONS / HTTP/1.1\r\n${HOST}\r\n`,
  `PUT / HTTP/1.1\r\n${HOST}\r\n`,
  `DELETE /setups/x HTTP/1.1\r\n${HOST}\r\n`,
  `PATCH / HTTP/1.1\r\n${HOST}Content-Length: 3\r\n\r\nabc`,
  `PROPFIND / HTTP/1.1\r\n${HOST}\r\n`,
  `GET / HTTP/1.1\r\n${HOST}${HOST}\r\n`,
  `GET / HTTP/1.1\r\n${HOST}Host: elsewhere.example\r\n\r\n`,
  "GET / HTTP/1.1\r\n\r\n",
  `GET http://elsewhere.example/ HTTP/1.1\r\n${HOST}\r\n`,
  `GET //elsewhere.example/ HTTP/1.1\r\n${HOST}\r\n`,
  `GET /%zz HTTP/1.1\r\n${HOST}\r\n`,
  `GET /%00 HTTP/1.1\r\n${HOST}\r\n`,
  `GET /setups/%2e%2e/%2e%2e HTTP/1.1\r\n${HOST}\r\n`,
  `GET /setups/${"a".repeat(5000)} HTTP/1.1\r\n${HOST}\r\n`,
  `GET / HTTP/1.1\r\n${HOST}X: ${"a".repeat(40_000)}\r\n\r\n`,
  `POST / HTTP/1.1\r\n${HOST}Transfer-Encoding: chunked\r\n\r\nzz\r\n`,
  `POST /enter/in HTTP/1.1\r\n${HOST}Content-Type: application/x-www-form-urlencoded\r\nTransfer-Encoding: chunked\r\n\r\n3\r\na=b\r\n0\r\n\r\n`,
  `POST / HTTP/1.1\r\n${HOST}Content-Length: -1\r\n\r\n`,
  `POST / HTTP/1.1\r\n${HOST}Content-Length: 5\r\nTransfer-Encoding: chunked\r\n\r\n0\r\n\r\n`,
  `POST /files/open HTTP/1.1\r\n${HOST}Content-Length: 999999999\r\n\r\n`,
  "not HTTP at all\r\n\r\n",
];

/** The status that a head as it stands is answered with; 0 where the line is only closed. */
const rawStatus = (port: number, head: string): Promise<number> =>
  new Promise((done) => {
    let said = "";
    const socket = connect(port, "127.0.0.1", () => socket.write(head));
    const end = (): void => {
      socket.destroy();
      done(Number(/^HTTP\/1\.[01] (\d{3})/u.exec(said)?.[1] ?? 0));
    };
    socket.setTimeout(4000, end);
    socket.on("data", (part) => {
      said += part.toString();
      if (said.includes("\r\n")) end();
    });
    socket.on("error", end);
    socket.on("close", end);
  });

/** How much the server's memory grew by something, at its highest. */
async function memoryOf(marlstone: Marlstone, what: () => Promise<void>): Promise<string> {
  const before = marlstone.residentMb();
  let most = before;
  const look = setInterval(() => (most = Math.max(most, marlstone.residentMb())), 50);
  await what();
  clearInterval(look);
  return `${Math.round(most - before)} MB of memory`;
}
