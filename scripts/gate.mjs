import { IncomingMessage } from "node:http";

/**
 * What is no request of Marlstone's is answered here, with its reason, before any of Marlstone runs: a method that nothing
 * here takes, a name said twice, a body that is too large or that no page of Marlstone sends. Bodies are cut off at their
 * limit while they come in.
 */
const METHODS = ["GET", "HEAD", "POST"];
/** What a page sends at most: a run of changes, or a file that was read on the page. [bytes] */
const MOST_SENT = 1_000_000;
/** Files go where they are taken in, which say themselves what is too much. [bytes] */
const MOST_IN_FILES = 260_000_000;
/** A passphrase and where to go. [bytes] */
const MOST_AT_THE_DOOR = 8192;
/** A call of one of the pages' functions: its name, and what it is given. */
const ACTION_NAME = /^[\da-f]{32,64}$/u;
const ACTION_TYPE = /^text\/plain(?:;|$)/iu;
const MOST_GIVEN = 8;
const DEEPEST = 100;
/** So many values; a house of setups has fewer. */
const MOST_VALUES = 200_000;

/** @returns {{status: number, reason: string} | undefined} why a request is none, by its head alone */
export function noRequest({ method, url, headers, rawHeaders }) {
  if (!METHODS.includes(method)) return { status: 405, reason: `Marlstone takes ${METHODS.join(", ")}.` };
  if (!url.startsWith("/")) return { status: 400, reason: "The address is none of Marlstone's." };
  const hosts = rawHeaders.filter((name, i) => i % 2 === 0 && name.toLowerCase() === "host");
  if (hosts.length > 1) return { status: 400, reason: "It says twice whom it asks." };
  const most = mostSentTo(url);
  const length = headers["content-length"];
  if (length !== undefined && Number(length) > most) return tooLarge(most);
  if (!isState(headers["next-router-state-tree"])) return { status: 400, reason: "Its place in Marlstone is none." };
  if (method !== "POST" || !("next-action" in headers)) return undefined;
  if (!ACTION_NAME.test(headers["next-action"])) return { status: 404, reason: "Marlstone has no such function." };
  if (!ACTION_TYPE.test(headers["content-type"] ?? ""))
    return { status: 415, reason: "What a page sends is plain text." };
  return undefined;
}

/** Files are read by the route that takes them in, as they come. */
export const isForFiles = ({ url }) => url.startsWith("/files/");
const mostSentTo = (url) =>
  isForFiles({ url }) ? MOST_IN_FILES : url.startsWith("/enter/") ? MOST_AT_THE_DOOR : MOST_SENT;
const tooLarge = (most) => ({ status: 413, reason: `This is too large: up to ${most} bytes are taken.` });

/** Where a page says that it stands, as Next's router writes it: a list, if anything. */
function isState(header) {
  if (header === undefined) return true;
  try {
    return Array.isArray(JSON.parse(decodeURIComponent(header)));
  } catch {
    return false;
  }
}

/** React's words for what JSON cannot say, as far as a page here says it. */
const WORDS = /^\$(?:\$|undefined$|NaN$|-?Infinity$|-0$)/u;
/** The same thing as stands elsewhere in the list, which is not sent twice: $0, and the way there. */
const SAME_AS = /^\$0(?::[^:]+)+$/u;

/**
 * Whether a text is what a page gives to a function: a list of plain values. Where text begins with a dollar sign React
 * takes it for a word of its own; a thing may be the same as one that stands before it, and whole, in the list.
 */
export function isGiven(text) {
  let given;
  try {
    given = JSON.parse(text);
  } catch {
    return false;
  }
  if (!Array.isArray(given) || given.length > MOST_GIVEN) return false;
  let values = 0;
  const whole = new Set();
  const isBefore = (word) => {
    let at = given;
    for (const key of word.split(":").slice(1)) {
      if (typeof at !== "object" || at === null || !Object.hasOwn(at, key)) return false;
      at = at[key];
    }
    return whole.has(at);
  };
  const isPlain = (value, depth) => {
    if (++values > MOST_VALUES || depth > DEEPEST) return false;
    if (typeof value === "string")
      return !value.startsWith("$") || WORDS.test(value) || (SAME_AS.test(value) && isBefore(value));
    if (typeof value !== "object" || value === null) return true;
    for (const one of Array.isArray(value) ? value : Object.values(value)) if (!isPlain(one, depth + 1)) return false;
    whole.add(value);
    return true;
  };
  return isPlain(given, 0);
}

/**
 * Reads the body of a request, up to its limit.
 * @returns {Promise<{status: number, reason: string} | Buffer>}
 */
export function bodyOf(request) {
  const most = mostSentTo(request.url);
  return new Promise((done) => {
    const parts = [];
    let length = 0;
    request.on("data", (part) => {
      length += part.length;
      if (length > most) {
        request.pause();
        done(tooLarge(most));
      } else parts.push(part);
    });
    request.on("end", () => done(Buffer.concat(parts)));
    request.on("error", () => done({ status: 400, reason: "It broke off." }));
    request.on("aborted", () => done({ status: 400, reason: "It broke off." }));
  });
}

/** The same request with its body read, for whoever reads it as it came. */
export function requestAgain(request, body) {
  const again = new IncomingMessage(request.socket);
  const { method, url, rawHeaders, httpVersion, httpVersionMajor, httpVersionMinor } = request;
  Object.assign(again, { method, url, rawHeaders, httpVersion, httpVersionMajor, httpVersionMinor });
  const { "transfer-encoding": _, ...headers } = request.headers;
  again.headers = { ...headers, "content-length": String(body.length) };
  again.push(body);
  again.push(null);
  again.complete = true;
  return again;
}

/** Answers what is no request. What of it still comes in is not read. */
export function refuse(response, { status, reason }) {
  if (response.headersSent) return;
  response.writeHead(status, {
    "Content-Type": "text/plain; charset=utf-8",
    "Cache-Control": "no-store",
    "X-Content-Type-Options": "nosniff",
    ...(status === 405 ? { Allow: METHODS.join(", ") } : {}),
    ...(status === 413 || status === 400 ? { Connection: "close" } : {}),
  });
  response.end(`${reason}\n`);
}
