import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { answerAtTheDoor, pageAfter, type Asked } from "./door";
import { FEED_SECRET_FILE, feedPathOf, isFeedPath, isFeedSecret, readFeedSecret, renewFeedSecret } from "./feed-secret";
import { contentSecurityPolicy } from "./headers";
import { hostName, isFromOwnPage, isOwnName, isReadablePath, isServedHost, namesIn } from "./hosts";
import {
  isPassphrase,
  mayStay,
  PASSPHRASE_FILE,
  readPassphrase,
  removePassphrase,
  setPassphrase,
  stayUntil,
  whyNoPassphrase,
  type Passphrase,
} from "./passphrase";
import { addressOf, Tries } from "./tries";

describe("the name Marlstone is asked under", () => {
  it("is read without its port, whatever its letters", () => {
    expect(hostName("Shelf.Local:4310")).toBe("shelf.local");
    expect(hostName("127.0.0.1:80")).toBe("127.0.0.1");
    expect(hostName("[::1]:4310")).toBe("[::1]");
    expect(hostName("shelf.local.")).toBe("shelf.local");
    for (const none of [null, "", "a b", "evil.example/x", "a:b", "user@shelf", "[::1", "shelf:123456"])
      expect(hostName(none)).toBeUndefined();
  });

  it("is this machine's, or one its owner named, and no other", () => {
    for (const host of ["localhost:4310", "127.0.0.1", "[::1]:4310", "LOCALHOST"])
      expect(isServedHost(host, undefined)).toBe(true);
    for (const host of ["evil.example", "localhost.evil.example", "127.0.0.1.evil.example", null, "shelf.local"])
      expect(isServedHost(host, undefined)).toBe(false);
    const owners = "shelf.local, 192.168.1.20:4310 Growhouse";
    expect([...namesIn(owners)]).toEqual(["shelf.local", "192.168.1.20", "growhouse"]);
    for (const host of ["shelf.local:4310", "192.168.1.20:9", "growhouse"])
      expect(isServedHost(host, owners)).toBe(true);
    expect(isServedHost("evil.example", owners)).toBe(false);
    expect(isServedHost("Shelf.local:4310", undefined, ["10.0.0.7", "shelf.local"])).toBe(true);
    expect(isServedHost("evil.example", undefined, ["10.0.0.7"])).toBe(false);
    expect(["localhost:1", "[::1]", "shelf.local", null].map(isOwnName)).toEqual([true, true, false, false]);
  });
});

it("an address whose percent signs say no character cannot be read", () => {
  expect(isReadablePath("/media/%C3%96le")).toBe(true);
  expect(isReadablePath("/media/%E0%A4%A")).toBe(false);
  expect(isReadablePath("/media/%zz")).toBe(false);
});

it("a page may run only scripts that carry its nonce, and eval only while it is being developed", () => {
  const policy = contentSecurityPolicy("n0nce", false);
  expect(policy).toContain("script-src 'self' 'nonce-n0nce' 'strict-dynamic';");
  expect(policy).toContain("frame-ancestors 'none'");
  expect(policy).not.toContain("unsafe-eval");
  expect(contentSecurityPolicy("n0nce", true)).toContain("'unsafe-eval'");
});

describe("the passphrase", () => {
  let folder: string;
  const file = (): string => join(folder, PASSPHRASE_FILE);
  const stored = (): Passphrase => readPassphrase(folder) as Passphrase;
  beforeEach(() => {
    folder = mkdtempSync(join(tmpdir(), "marlstone-door-"));
  });
  afterEach(() => rmSync(folder, { recursive: true, force: true }));

  it("is kept as a hash with a salt of its own, for its owner's eyes, and known again", async () => {
    expect(readPassphrase(folder)).toBeUndefined();
    await setPassphrase(folder, "wet moss at dawn");
    const text = readFileSync(file(), "utf8");
    expect(text).not.toContain("moss");
    expect(statSync(file()).mode & 0o077).toBe(0);
    expect(await isPassphrase("wet moss at dawn", stored())).toBe(true);
    expect(await isPassphrase("  wet moss at dawn ", stored())).toBe(true);
    expect(await isPassphrase("Wet moss at dawn", stored())).toBe(false);
    expect(await isPassphrase("", stored())).toBe(false);
    const { salt, hash } = stored();
    await setPassphrase(folder, "wet moss at dawn");
    expect(stored().salt).not.toBe(salt);
    expect(stored().hash).not.toBe(hash);
    removePassphrase(folder);
    expect(readPassphrase(folder)).toBeUndefined();
  });

  it("has eight characters or more; what lies there and is none lets nobody in", () => {
    expect(whyNoPassphrase("   seven7   ")).toMatch(/8 characters/u);
    expect(whyNoPassphrase("x".repeat(201))).toMatch(/200/u);
    expect(whyNoPassphrase("eight888")).toBeUndefined();
    for (const text of ["", "{}", '{"kind":"marlstone.passphrase","version":1,"hash":""}']) {
      writeFileSync(file(), text);
      expect(readPassphrase(folder)).toBe("unreadable");
    }
  });

  it("lets a device stay until its time is over or the passphrase is another; what it carries cannot be made up", async () => {
    await setPassphrase(folder, "wet moss at dawn");
    const stay = stayUntil(1000, stored());
    expect(mayStay(stay, stored(), 999)).toBe(true);
    expect(mayStay(stay, stored(), 1000)).toBe(false);
    expect(mayStay(stay.replace("1000", "9000"), stored(), 999)).toBe(false);
    const [, signature] = stay.split(".") as [string, string];
    const other = `1000.${signature.startsWith("A") ? "B" : "A"}${signature.slice(1)}`;
    for (const made of [undefined, "", "1000", "1000.", "9000.x", other])
      expect(mayStay(made, stored(), 1)).toBe(false);
    await setPassphrase(folder, "wet moss at dawn");
    expect(mayStay(stay, stored(), 1)).toBe(false);
  });

  it("is asked of everyone but this machine, for everything but the page it is said on", async () => {
    await setPassphrase(folder, "wet moss at dawn");
    const asked = (part: Partial<Asked>): Asked => ({
      method: "GET",
      pathname: "/",
      atHome: false,
      stay: undefined,
      ...part,
    });
    const answer = (part: Partial<Asked>) => answerAtTheDoor(asked(part), stored(), 1);
    expect(answer({ atHome: true })).toBe("let-in");
    expect(answer({ stay: stayUntil(1000, stored()), method: "POST" })).toBe("let-in");
    for (const pathname of [
      "/",
      "/setups/x",
      "/mixes",
      "/keeping/backup",
      "/enter/out",
      "/_next/data/x",
      "/enterprise",
    ])
      expect(answer({ pathname })).toBe("ask-passphrase");
    for (const pathname of ["/enter", "/icon.svg", "/_next/static/chunks/a.js"]) {
      expect(answer({ pathname })).toBe("let-in-to-enter");
      // whoever posts to a page names the action that runs
      expect(answer({ pathname, method: "POST" })).toBe("refuse");
    }
    // a calendar has no cookie, and reads; what is no feed's address is asked for the passphrase
    const feed = feedPathOf("a".repeat(32));
    expect(answer({ pathname: feed })).toBe("let-in-to-feed");
    expect(answer({ pathname: feed, method: "HEAD" })).toBe("let-in-to-feed");
    expect(answer({ pathname: feed, method: "POST" })).toBe("refuse");
    for (const pathname of ["/calendar", "/calendar/file", "/calendar/feed/short.ics", `${feed}/x`, `/x${feed}`])
      expect(answer({ pathname })).toBe("ask-passphrase");
    expect(answer({ pathname: "/enter/in", method: "POST" })).toBe("let-in-to-enter");
    expect(answer({ pathname: "/keeping/backup", method: "POST" })).toBe("refuse");
    for (const none of [undefined, "unreadable"] as const) {
      expect(answerAtTheDoor(asked({ pathname: "/enter" }), none, 1)).toBe("not-open");
      expect(answerAtTheDoor(asked({ pathname: feed }), none, 1)).toBe("not-open");
      expect(answerAtTheDoor(asked({ atHome: true }), none, 1)).toBe("let-in");
    }
  });

  it("a feed's secret is one in place of another, read back whole, and no guess is it", () => {
    expect(readFeedSecret(folder)).toBeUndefined();
    expect(isFeedSecret(folder, "a".repeat(32))).toBe(false);
    const first = renewFeedSecret(folder);
    expect(isFeedPath(feedPathOf(first))).toBe(true);
    expect(readFeedSecret(folder)).toBe(first);
    expect(isFeedSecret(folder, first)).toBe(true);
    const second = renewFeedSecret(folder);
    expect(second).not.toBe(first);
    for (const guess of [
      first,
      "",
      second.slice(1),
      `${second}x`,
      second.toUpperCase() === second ? "x" : second.toUpperCase(),
    ])
      expect(isFeedSecret(folder, guess)).toBe(false);
    expect(isFeedSecret(folder, second)).toBe(true);
    writeFileSync(join(folder, FEED_SECRET_FILE), "{");
    expect(readFeedSecret(folder)).toBeUndefined();
  });

  it("leads on to a page of this Marlstone alone", () => {
    expect(pageAfter("/setups/x?page=2")).toBe("/setups/x?page=2");
    for (const other of [
      "//evil.example",
      "/\\evil.example",
      "https://evil.example",
      "/\t/evil.example",
      "",
      null,
      "/enter",
    ])
      expect(pageAfter(other)).toBe("/");
  });
});

describe("wrong passphrases", () => {
  const wrong = async (): Promise<boolean> => false;
  it("are free for some, then each doubles the wait up to a quarter of an hour; a right one forgets them", async () => {
    const tries = new Tries();
    for (let i = 0; i < 5; i++) {
      expect(tries.waitMs("a", 0)).toBe(0);
      await tries.attempt("a", 0, wrong);
    }
    expect(tries.waitMs("a", 0)).toBe(15_000);
    expect(tries.waitMs("a", 14_000)).toBe(1000);
    expect(tries.waitMs("b", 0)).toBe(0);
    await tries.attempt("a", 15_000, wrong);
    expect(tries.waitMs("a", 15_000)).toBe(30_000);
    for (let i = 0; i < 20; i++) await tries.attempt("a", 15_000, wrong);
    expect(tries.waitMs("a", 15_000)).toBe(900_000);
    expect(await tries.attempt("a", 1e6, async () => true)).toBe(true);
    expect(tries.waitMs("a", 1e6)).toBe(0);
  });

  it("count from the start of a try, and few are looked at at once", async () => {
    const tries = new Tries();
    const open: (() => void)[] = [];
    const slow = () => new Promise<boolean>((done) => open.push(() => done(false)));
    const running = [1, 2, 3].map((i) => tries.attempt(`address ${i}`, 0, slow));
    expect(tries.waitMs("another", 0)).toBeGreaterThan(0);
    open.forEach((done) => done());
    await Promise.all(running);
    expect(tries.waitMs("another", 0)).toBe(0);
    const many = [1, 2, 3, 4, 5, 6].map(() => tries.attempt("one", 0, wrong));
    expect(tries.waitMs("one", 0)).toBeGreaterThan(0);
    await Promise.all(many);
    expect(tries.waitMs("one", 0)).toBeGreaterThan(15_000);
  });

  it("are forgotten for the addresses that tried longest ago when there are very many", async () => {
    const tries = new Tries();
    for (let i = 0; i < 6; i++) await tries.attempt("first", 0, wrong);
    for (let i = 0; i < 999; i++) await tries.attempt(`address ${i}`, 1, wrong);
    expect(tries.waitMs("first", 1)).toBeGreaterThan(0);
    await tries.attempt("one more", 1, wrong);
    await tries.attempt("and another", 1, wrong);
    expect(tries.waitMs("first", 1)).toBe(0);
  });
});

describe("what is sent", () => {
  it.each([
    [null, "localhost:4310", true],
    ["http://localhost:4310", "localhost:4310", true],
    ["https://shelf.example", "Shelf.example", true],
    ["http://localhost:3000", "localhost:4310", false],
    ["https://elsewhere.example", "localhost:4310", false],
    ["https://localhost.elsewhere.example:4310", "localhost:4310", false],
    ["null", "localhost:4310", false],
    ["", "localhost:4310", false],
    ["http://localhost:4310", null, false],
  ])("from a page of %s to %s is taken: %s", (origin, host, taken) => expect(isFromOwnPage(origin, host)).toBe(taken));
});

describe("an address", () => {
  it("of IPv6 counts as its first half, however it is written; of IPv4 as itself, in either dress", () => {
    const full = "2001:0DB8:0000:0042:aaaa:bbbb:cccc:dddd";
    for (const same of [full, "2001:db8:0:42::1", "2001:db8::42:0:0:0:1", "2001:db8:0:42::%eth0"])
      expect([same, addressOf(same)]).toEqual([same, "2001:db8:0:42"]);
    expect(addressOf("2001:db8::1")).toBe("2001:db8:0:0");
    expect(addressOf("::1")).toBe("0:0:0:0");
    expect(addressOf("fe80::")).toBe("fe80:0:0:0");
    expect(addressOf("2001:db8:0:43::1")).not.toBe(addressOf(full));
    expect(addressOf("192.0.2.7")).toBe("192.0.2.7");
    expect(addressOf("::ffff:192.0.2.7")).toBe("192.0.2.7");
    expect(addressOf("nowhere")).toBe("nowhere");
  });
});
