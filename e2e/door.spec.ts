import { copyFileSync, existsSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { request } from "node:http";
import { join } from "node:path";
import { chromium } from "@playwright/test";
import Database from "better-sqlite3";
import { BOG, CARBOY, expect, Marlstone, saved, test, TROUGH, typeInto } from "./marlstone";

// Who is let in, what every answer carries, and what is said when the data cannot be relied on.

type Answer = { status: number; headers: Record<string, string | string[] | undefined>; text: string };

/** A request as any program could send it, under any name. */
const ask = (port: number, path: string, host: string, method = "GET", headers: Record<string, string> = {}) =>
  new Promise<Answer>((resolve, reject) => {
    const sent = request({ host: "127.0.0.1", port, path, method, headers: { host, ...headers } }, (response) => {
      let text = "";
      response.on("data", (part: Buffer) => (text += part.toString()));
      response.on("end", () => resolve({ status: response.statusCode!, headers: response.headers, text }));
    });
    sent.on("error", reject);
    sent.end(method === "POST" ? "[]" : undefined);
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
  await expect(page.getByText(/a day after/u).first()).toBeVisible();
  await page.getByRole("button", { name: "Run it" }).click();
  await expect(page.getByRole("slider", { name: "Hour of the run" })).toBeVisible({ timeout: 30_000 });
  for (const path of ["/", "/new", "/media", "/media/sphagnum-peat", "/mixes", "/nowhere"]) {
    await page.goto(marlstone.url + path);
    await expect(page.locator("h1").first()).toBeVisible();
  }
  expect(refused).toEqual([]);
});

test("over plain HTTP, from another machine's name, a setup is opened, changed and saved", async ({ demoData }) => {
  const marlstone = await Marlstone.start(demoData, { MARLSTONE_HOSTS: "shelf.test" });
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
    await page.getByRole("link", { name: CARBOY }).first().click();
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
  } finally {
    await browser.close();
    await marlstone.end();
  }
});

test("what a page could not save is kept until the server has it, and taken up by the next page", async ({
  context,
  marlstone,
  open,
  page,
}) => {
  await open(CARBOY);
  await marlstone.kill();
  await page.getByRole("button", { name: "+ 50 mL" }).click();
  await expect(page.getByText(/Not saved: Marlstone does not answer/u)).toBeVisible();
  const url = page.url();
  await page.close();
  await marlstone.serve();
  const next = await context.newPage();
  await next.goto(url);
  await expect(next.getByText("Changes that were not saved last time are taken up again.")).toBeVisible();
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
  await typeInto(page.getByRole("textbox", { name: "Thickness of bark mulch" }), "3");
  await saved(page);
  await marlstone.stop();
  expect(existsSync(`${file}-wal`)).toBe(false);
  const kept = join(marlstone.folder, "kept.db");
  copyFileSync(file, kept);
  await marlstone.serve();
  await page.reload();
  rmSync(file);
  copyFileSync(kept, file);
  await typeInto(page.getByRole("textbox", { name: "Thickness of bark mulch" }), "4");
  await expect(page.getByText(/Not saved: Marlstone answers, but could not store this/u)).toBeVisible({
    timeout: 20_000,
  });
  expect(marlstone.stored(TROUGH).layers.at(-1)!.thicknessCm).toBe(3);
});
