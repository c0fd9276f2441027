import { randomBytes } from "node:crypto";
import { existsSync } from "node:fs";
import { createServer } from "node:http";
import { join } from "node:path";
import next from "next";
import { bodyOf, isForFiles, isGiven, noRequest, refuse, requestAgain } from "./gate.mjs";
import { portFromEnvironment } from "./run.mjs";

// Serves the built application (or, with --dev, the one being developed) on PORT and MARLSTONE_HOST. It alone sees who
// is at the other end of a connection, so it is what tells the door (src/proxy.ts) who asks from this machine.

const isDevelopment = process.argv.includes("--dev");
process.env.NODE_ENV = isDevelopment ? "development" : "production";
const port = portFromEnvironment(4310);
const host = process.env.MARLSTONE_HOST || "127.0.0.1";
const LOOPBACK = new Set(["127.0.0.1", "::1", "::ffff:127.0.0.1"]);
const passphraseFile = join(process.env.MARLSTONE_DATA || "data", "passphrase.json");
if (!LOOPBACK.has(host) && host !== "localhost" && !existsSync(passphraseFile)) {
  console.error(
    `MARLSTONE_HOST=${host} opens Marlstone to the network, and everyone there could change everything. Give it a passphrase first: npm run passphrase`,
  );
  process.exit(2);
}

// known to the door and to nobody outside, so that no request can say by itself that it comes from here
const atHome = (process.env.MARLSTONE_AT_HOME = randomBytes(18).toString("base64url"));
const HANDED_ON = ["forwarded", "via", "x-forwarded-for", "x-forwarded-host", "x-forwarded-proto", "x-real-ip"];

const app = next({ dev: isDevelopment, hostname: host, port });
await app.prepare();
const handle = app.getRequestHandler();

const server = createServer((request, response) => {
  answer(request, response).catch((error) => {
    console.error(error);
    refuse(response, { status: 500, reason: "Marlstone failed at this; its log says why." });
  });
});

async function answer(request, response) {
  const here = LOOPBACK.has(request.socket.remoteAddress) && !HANDED_ON.some((name) => name in request.headers);
  request.headers["x-marlstone-from"] = here ? atHome : (request.socket.remoteAddress ?? "nowhere");
  const fault = noRequest(request);
  if (fault) return refuse(response, fault);
  if (isForPage(request) && globalThis.marlstoneTrouble?.()) unavailable(response);
  if (request.method !== "POST" || isForFiles(request)) return handle(request, response);
  const body = await bodyOf(request);
  if (!Buffer.isBuffer(body)) return refuse(response, body);
  if ("next-action" in request.headers && !isGiven(body.toString("utf8")))
    return refuse(response, { status: 400, reason: "This is not what a page of Marlstone sends." });
  return handle(requestAgain(request, body), response);
}

/**
 * Whether a page itself is asked for. While the data cannot be relied on pages say so, and whoever asks by program goes
 * by the status; what a page is drawn with, sends and fetches is answered as ever, or it would not be read.
 */
const isForPage = ({ method, url, headers }) => method === "GET" && !("rsc" in headers) && !url.startsWith("/_next/");

/** What would have been a page that is fine is one that is not available. */
function unavailable(response) {
  const writeHead = response.writeHead.bind(response);
  response.statusCode = 503;
  response.writeHead = (status, ...rest) => writeHead(status === 200 ? 503 : status, ...rest);
}

server.on("error", (error) => {
  console.error(`Marlstone cannot listen on ${host}, port ${port}: ${error.message}`);
  process.exit(1);
});
server.listen(port, host, () => {
  const at = `http://${host.includes(":") ? `[${host}]` : host}:${port}`;
  console.log(
    globalThis.marlstoneTrouble?.()
      ? `Marlstone answers at ${at}, but only to say what is wrong with its data.`
      : `Marlstone is ready: ${at}`,
  );
});
// the data were closed before this by whoever opened them (src/server/index.ts)
for (const signal of ["SIGINT", "SIGTERM"]) process.on(signal, () => process.exit(0));
