import { copyFileSync, existsSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { spawnSync } from "node:child_process";
import { request } from "node:http";
import { networkInterfaces } from "node:os";
import { join } from "node:path";
import { chromium } from "@playwright/test";
import Database from "better-sqlite3";
import { attackProtocol } from "../scripts/attack/protocol";
import { Marlstone } from "../scripts/served";
import { BOG, CARBOY, expect, openPart, PASSPHRASE, saved, setPassphrase, test, TROUGH, typeInto } from "./marlstone";

// Who is let in, what every answer carries, and what is said when the data cannot be relied on.

type Answer = { status: number; headers: Record<string, string | string[] | undefined>; text: string };

/** A request as any program could send it, under any name. */
const ask = (
  port: number,
  path: string,
  host: string,
  method = "GET",
  headers: Record<string, string> = {},
  body = "[]",
) =>
  new Promise<Answer>((resolve, reject) => {
    const sent = request(
      {
        host: "127.0.0.1",
        port,
        path,
        method,
        headers: {
          host,
          ...(method === "POST" ? { "content-length": String(Buffer.byteLength(body)) } : {}),
          ...headers,
        },
      },
      (response) => {
        let text = "";
        response.on("data", (part: Buffer) => (text += part.toString()));
        response.on("end", () => resolve({ status: response.statusCode!, headers: response.headers, text }));
      },
    );
    sent.on("error", reject);
    sent.end(method === "POST" ? body : undefined);
  });

test("another site's name is not answered, neither to read nor to write; an address that cannot be read is no page", async ({
  marlstone,
}) => {
  const { port } = marlstone;
  for (const path of ["/", "/media", "/setups/anything"]) {
    const refused = await ask(port, path, "evil.example");
    expect(refused.status).toBe(421);
    expect(refused.text).not.toContain(TROUGH);
  }
  const write = await ask(port, "/", "evil.example", "POST", {
    origin: "http://evil.example",
    "next-action": "0".repeat(40),
    "content-type": "text/plain",
  });
  expect(write.status).toBe(421);
  expect((await ask(port, "/", `localhost:${port}`)).status).toBe(200);
  expect((await ask(port, "/media/%E0%A4%A", `127.0.0.1:${port}`)).status).toBe(404);
});

test("every answer says what a browser may do with it, and every page works within that", async ({
  marlstone,
  open,
  page,
}) => {
  const first = await ask(marlstone.port, "/", "localhost");
  const nonceOf = ({ headers }: Answer): string | undefined =>
    /'nonce-([^']+)'/u.exec(String(headers["content-security-policy"]))?.[1];
  expect(first.headers).toMatchObject({
    "x-content-type-options": "nosniff",
    "x-frame-options": "DENY",
    "referrer-policy": "same-origin",
  });
  expect(first.headers["x-powered-by"]).toBeUndefined();
  expect(String(first.headers["content-security-policy"])).toContain("frame-ancestors 'none'");
  expect(nonceOf(first)).not.toBe(nonceOf(await ask(marlstone.port, "/", "localhost")));

  const refused: string[] = [];
  page.on("console", (message) => {
    if (/content security policy/iu.test(message.text())) refused.push(message.text());
  });
  // a drained setup asks a worker, a run plays, a mix searches
  await open(BOG);
  await expect(page.getByRole("radio", { name: "a day after a soaking" })).toBeVisible();
  await page.getByRole("button", { name: "Run it" }).click();
  await expect(page.getByRole("slider", { name: "Hour of the run" })).toBeVisible({ timeout: 30_000 });
  for (const path of ["/", "/new", "/media", "/media/sphagnum-peat", "/mixes", "/nowhere"]) {
    await page.goto(marlstone.url + path);
    await expect(page.locator("h1").first()).toBeVisible();
  }
  expect(refused).toEqual([]);
});

test("over plain HTTP, from another machine's name, a setup is opened, changed and saved", async ({ demoData }) => {
  const marlstone = await Marlstone.start(demoData, { MARLSTONE_HOSTS: "shelf.test" }, setPassphrase);
  const { launchOptions } = test.info().project.use;
  const browser = await chromium.launch({
    ...launchOptions,
    args: [...(launchOptions?.args ?? []), "--host-resolver-rules=MAP shelf.test 127.0.0.1"],
  });
  try {
    const page = await browser.newPage();
    const errors: string[] = [];
    page.on("pageerror", ({ message }) => errors.push(message));
    await page.goto(`http://shelf.test:${marlstone.port}`);
    expect(await page.evaluate(() => isSecureContext)).toBe(false);
    await page.getByLabel("Passphrase").fill("dry moss at noon");
    await page.keyboard.press("Enter");
    await expect(page.getByRole("alert").filter({ hasText: "not the passphrase" })).toBeVisible();
    await page.getByLabel("Passphrase").fill(PASSPHRASE);
    await page.getByRole("button", { name: "Go in" }).click();
    await page.getByRole("link", { name: CARBOY }).first().click();
    await openPart(page, /of water in it/u);
    await page.getByRole("button", { name: "+ 50 mL" }).click();
    await saved(page);
    expect(marlstone.stored(CARBOY).water.storedCm3).toBe(3150);

    // another tab leaves this one's unsaved changes alone, and takes them up when it is gone
    await marlstone.kill();
    await page.getByRole("button", { name: "+ 50 mL" }).click();
    await expect(page.getByText(/Not saved: Marlstone does not answer/u)).toBeVisible();
    await marlstone.serve();
    await saved(page);
    expect(marlstone.stored(CARBOY).water.storedCm3).toBe(3200);
    expect(errors).toEqual([]);

    // a new passphrase lets go of everyone; what cannot be saved then says so, and is kept
    setPassphrase(marlstone.folder, "another one altogether");
    await page.getByRole("button", { name: "+ 50 mL" }).click();
    await expect(page.getByText(/Not saved: Marlstone asks for its passphrase again/u)).toBeVisible({
      timeout: 30_000,
    });
    await page.reload();
    await page.getByLabel("Passphrase").fill("another one altogether");
    await page.getByRole("button", { name: "Go in" }).click();
    await saved(page);
    await expect.poll(() => marlstone.stored(CARBOY).water.storedCm3).toBe(3250);

    await page.goto(`http://shelf.test:${marlstone.port}/keeping`);
    await page.getByRole("button", { name: "Leave on this device" }).click();
    await expect(page.getByRole("heading", { name: "Say the passphrase" })).toBeVisible();
    await page.goto(`http://shelf.test:${marlstone.port}/mixes`);
    await expect(page.getByRole("heading", { name: "Say the passphrase" })).toBeVisible();
  } finally {
    await browser.close();
    await marlstone.end();
  }
});

test("from elsewhere nothing is read or written without the passphrase, and nobody can say that they are at home", async ({
  demoData,
}) => {
  const marlstone = await Marlstone.start(demoData, { MARLSTONE_HOSTS: "shelf.test" });
  const at = (path: string, method = "GET", headers: Record<string, string> = {}, body?: string) =>
    ask(marlstone.port, path, "shelf.test", method, headers, body);
  try {
    // without a passphrase it is open to nobody from elsewhere
    expect((await at("/")).status).toBe(403);
    expect((await at("/enter")).status).toBe(403);
    setPassphrase(marlstone.folder);

    const pages = ["/", "/media", "/mixes", "/keeping", "/keeping/backup", "/setups/anything", "/_next/image?url=x"];
    for (const path of pages) {
      const asked = await at(path);
      expect([path, asked.status, asked.headers.location]).toEqual([path, 303, expect.stringMatching(/^\/enter/u)]);
    }
    expect((await at("/setups/x?a=1")).headers.location).toBe("/enter?to=%2Fsetups%2Fx%3Fa%3D1");
    // whatever a request says of itself
    for (const headers of [
      { "x-marlstone-from": "127.0.0.1" },
      { "x-forwarded-for": "127.0.0.1" },
      { cookie: "marlstone-stay=99999999999999.x" },
      { "x-marlstone-in": "yes" },
      { rsc: "1" },
    ] as Record<string, string>[])
      expect((await at("/media", "GET", headers)).text).not.toContain("Perlite");
    // handed on by a proxy under this machine's own name
    expect((await ask(marlstone.port, "/media", "localhost", "GET", { "x-forwarded-for": "10.0.0.9" })).status).toBe(
      303,
    );
    const action = { "next-action": "0".repeat(40), "content-type": "text/plain", origin: "http://shelf.test" };
    for (const path of ["/", "/enter", "/keeping/backup"])
      expect((await at(path, "POST", action, "[]")).status).toBe(401);

    const form = { "content-type": "application/x-www-form-urlencoded" };
    const say = (words: string, headers = {}) =>
      at("/enter/in", "POST", { ...form, ...headers }, `passphrase=${words}&to=//evil.example`);
    expect((await say(encodeURIComponent(PASSPHRASE), { origin: "http://evil.example" })).headers.location).toBe(
      "/enter?said=elsewhere",
    );
    const right = await say(encodeURIComponent(PASSPHRASE));
    expect(right.headers.location).toBe("/");
    const [cookie] = right.headers["set-cookie"] as string[];
    expect(cookie).toMatch(/^marlstone-stay=\d+\.[\w-]+; Path=\/; Max-Age=7776000; HttpOnly; SameSite=Lax$/u);
    expect((await at("/media", "GET", { cookie: cookie!.split(";")[0]! })).text).toContain("Perlite");
    // over a proxy's HTTPS it never goes over plain HTTP
    const secure = await say(encodeURIComponent(PASSPHRASE), { "x-forwarded-proto": "https" });
    expect(String(secure.headers["set-cookie"])).toContain("; Secure");

    // too much to be a passphrase is not read, and counts for nothing
    expect((await say("x".repeat(20_000))).status).toBe(413);
    for (let i = 0; i < 5; i++) expect((await say(`wrong${i}`)).headers.location).toBe("/enter?said=wrong");
    expect((await say(encodeURIComponent(PASSPHRASE))).headers.location).toMatch(/^\/enter\?wait=\d+$/u);
    expect((await ask(marlstone.port, "/", "localhost")).status).toBe(200);
  } finally {
    await marlstone.end();
  }
});

test("it is opened to the network on purpose, with a passphrase, and not without", async ({ demoData }) => {
  await expect(Marlstone.start(demoData, { MARLSTONE_HOST: "0.0.0.0" })).rejects.toThrow(/Give it a passphrase first/u);
  const marlstone = await Marlstone.start(demoData, { MARLSTONE_HOST: "0.0.0.0" }, setPassphrase);
  try {
    const own = Object.values(networkInterfaces())
      .flatMap((of) => of ?? [])
      .find(({ internal, family }) => !internal && family === "IPv4");
    test.skip(own === undefined, "this machine has no address but its own");
    const answer = await fetch(`http://${own!.address}:${marlstone.port}/media`, { redirect: "manual" });
    expect([answer.status, answer.headers.get("location")]).toEqual([303, "/enter?to=%2Fmedia"]);
    // the other end of this connection is not this machine's own loopback, whatever name is asked for
    const named = await fetch(`http://${own!.address}:${marlstone.port}/media`, {
      redirect: "manual",
      headers: { "x-marlstone-from": "127.0.0.1" },
    });
    expect(named.status).toBe(303);
  } finally {
    await marlstone.end();
  }
});

test("a full disk is said as such, loses nothing, and is caught up with once there is room", async ({
  demoData,
  page,
}) => {
  const marlstone = await Marlstone.start(demoData);
  try {
    await marlstone.stop();
    // the log of writes may grow to so much, and then no more
    marlstone.largestFileKib = 300;
    await marlstone.serve();
    await page.goto(marlstone.url);
    await page.getByRole("link", { name: CARBOY }).first().click();
    await openPart(page, /of water in it/u);
    const full = page.getByText(/Not saved: .* its disk is full, or fails/u);
    let pressed = 0;
    for (; pressed < 60 && !(await full.isVisible()); pressed++) {
      // to and fro, so that the dose stays one that is poured in such steps
      await page.getByRole("button", { name: pressed % 2 === 0 ? "+ 50 mL" : "− 50 mL" }).click();
      await page.waitForTimeout(60);
    }
    await expect(full).toBeVisible();
    expect(marlstone.said).toContain("could not store a change");
    await marlstone.kill();
    marlstone.largestFileKib = undefined;
    await marlstone.serve();
    await page.getByRole("button", { name: "Try again" }).click();
    await saved(page);
    expect(marlstone.stored(CARBOY).water.storedCm3).toBe(3100 + 50 * (pressed % 2));
    expect(marlstone.rows("pragma integrity_check")).toEqual([{ integrity_check: "ok" }]);
  } finally {
    await marlstone.end();
  }
});

test("a backup is a file the browser keeps, and brings everything back", async ({ marlstone, open, page }) => {
  await open(CARBOY);
  await openPart(page, /of water in it/u);
  await page.getByRole("button", { name: "+ 50 mL" }).click();
  await saved(page);
  await page.goto(marlstone.url);
  await page.getByRole("link", { name: "Backup and access" }).click();
  const [download] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("button", { name: "Download a backup" }).click(),
  ]);
  expect(download.suggestedFilename()).toMatch(/^marlstone-\d{4}-\d\d-\d\d\.db$/u);
  const file = join(marlstone.folder, "kept-elsewhere.db");
  await download.saveAs(file);
  const restore = () =>
    spawnSync("node_modules/.bin/tsx", ["scripts/restore.ts", file], {
      env: { ...process.env, MARLSTONE_DATA: marlstone.folder },
      encoding: "utf8",
    });
  // what runs is not pulled from under itself
  expect(restore().stderr).toContain("Stop it first");
  await marlstone.kill();
  rmSync(join(marlstone.folder, "marlstone.db"));
  for (const end of ["-wal", "-shm"]) rmSync(join(marlstone.folder, `marlstone.db${end}`), { force: true });
  expect(restore().status).toBe(0);
  await marlstone.serve();
  expect(marlstone.stored(CARBOY).water.storedCm3).toBe(3150);
  await open(CARBOY);
});

test("what a page could not save is kept until the server has it, and taken up by the next page", async ({
  context,
  marlstone,
  open,
  page,
}) => {
  await open(CARBOY);
  await openPart(page, /of water in it/u);
  await expect(page.getByRole("button", { name: "+ 50 mL" })).toBeVisible();
  await marlstone.kill();
  await page.getByRole("button", { name: "+ 50 mL" }).click();
  await expect(page.getByText(/Not saved: Marlstone does not answer/u)).toBeVisible();
  const url = page.url();
  await page.close();
  await marlstone.serve();
  const next = await context.newPage();
  await next.goto(url);
  await expect(next.getByText("Changes that were not saved last time are taken up again.").first()).toBeVisible();
  await saved(next);
  expect(marlstone.stored(CARBOY).water.storedCm3).toBe(3150);
  await expect
    .poll(() => next.evaluate(() => Object.keys(localStorage).filter((key) => key.includes("unsaved"))))
    .toEqual([]);
});

test("a database that cannot be relied on is not written to, and the page says what is safe and what to do", async ({
  demoData,
  page,
}) => {
  const broken: [said: RegExp, make: (file: string) => void][] = [
    [/is no database/u, (file) => writeFileSync(file, "this is a letter, not a database at all")],
    [/is damaged/u, (file) => writeFileSync(file, readFileSync(file).subarray(0, 20_000))],
    [
      /was written by a newer Marlstone/u,
      (file) => {
        const database = new Database(file);
        database
          .prepare("insert into __drizzle_migrations (hash, created_at) values ('later', ?)")
          .run(Date.UTC(2099, 0));
        database.close();
      },
    ],
  ];
  for (const [said, make] of broken) {
    let before: Buffer | undefined;
    const marlstone = await Marlstone.start(demoData, {}, (folder) => {
      const file = join(folder, "marlstone.db");
      make(file);
      before = readFileSync(file);
    });
    try {
      await page.goto(marlstone.url);
      await expect(page.getByRole("heading", { name: "Marlstone cannot use its data" })).toBeVisible();
      await expect(page.getByText(said)).toBeVisible();
      await expect(page.getByRole("heading", { level: 1 })).toHaveCSS("font-family", /Bitter/u);
      expect((await ask(marlstone.port, "/", "localhost")).status).toBe(503);
      expect(marlstone.said).toMatch(said);
      expect(marlstone.said).not.toMatch(/ready/iu);
      expect(readFileSync(join(marlstone.folder, "marlstone.db")).equals(before!)).toBe(true);
    } finally {
      await marlstone.end();
    }
  }
});

test("a database moved away is written to no more; stopped, all of it is in its one file", async ({
  marlstone,
  open,
  page,
}) => {
  const file = join(marlstone.folder, "marlstone.db");
  await open(TROUGH);
  await openPart(page, /^bark mulch/u);
  await typeInto(page.getByRole("textbox", { name: "Thickness of bark mulch" }), "3");
  await saved(page);
  await marlstone.stop();
  expect(existsSync(`${file}-wal`)).toBe(false);
  const kept = join(marlstone.folder, "kept.db");
  copyFileSync(file, kept);
  await marlstone.serve();
  await page.reload();
  await openPart(page, /^bark mulch/u);
  await expect(page.getByRole("textbox", { name: "Thickness of bark mulch" })).toBeVisible();
  rmSync(file);
  copyFileSync(kept, file);
  await typeInto(page.getByRole("textbox", { name: "Thickness of bark mulch" }), "4");
  await expect(page.getByText(/Not saved: .* was moved or deleted while Marlstone was running/u)).toBeVisible();
  const other = await page.context().newPage();
  await other.goto(marlstone.url);
  await expect(other.getByText(/was moved or deleted while Marlstone was running/u)).toBeVisible();
  expect(marlstone.stored(TROUGH).layers.at(-1)!.thicknessCm).toBe(3);
});

test("what is no request of Marlstone's is answered with its reason, and never with a fault of its own", async ({
  marlstone,
}) => {
  expect(await attackProtocol(marlstone, 150, 7)).toEqual([]);
  const at = (method: string, headers: Record<string, string> = {}, body?: string) =>
    ask(marlstone.port, "/", "localhost", method, headers, body);
  const trace = await at("TRACE");
  expect([trace.status, trace.headers.allow]).toEqual([405, "GET, HEAD, POST"]);
  const action = { "next-action": "0".repeat(42), "content-type": "text/plain" };
  expect((await at("POST", action, "[")).status).toBe(400);
  expect((await at("POST", action, '["$K1"]')).status).toBe(400);
  expect((await at("POST", { ...action, "content-type": "multipart/form-data; boundary=x" }, "x")).status).toBe(415);
  expect((await at("POST", action, `["${"x".repeat(1_000_001)}"]`)).status).toBe(413);
  // let through, to where there is no such function
  expect((await at("POST", action, '["$$5 a bag", "$undefined"]')).status).toBe(409);
});
