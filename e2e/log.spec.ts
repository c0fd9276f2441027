import { readFileSync } from "node:fs";
import type { Page } from "@playwright/test";
import { expect, faultsOn, TALL_POT, test, words } from "./marlstone";

// The life of a setup: written line by line, changed, taken out, and carried in files.

const line = (page: Page) => page.getByRole("textbox", { name: "What was done or seen" });
const understood = (page: Page) => page.locator("#log-understood");
const rows = (page: Page) => page.locator("main ol ol > li");
const rowOf = (page: Page, said: RegExp) => rows(page).filter({ hasText: said });

async function openLog(page: Page): Promise<void> {
  await page.getByRole("navigation", { name: "Pages of this setup" }).getByRole("link", { name: "Log" }).click();
  await expect(page).toHaveURL(/\/log$/u);
  await expect(line(page)).toBeVisible();
}
async function write(page: Page, said: string, when?: string): Promise<void> {
  await line(page).fill(said);
  if (when !== undefined) await page.getByLabel("When, if not now").fill(when);
  await line(page).press("Enter");
  await expect(understood(page)).toContainText("Written down:");
}

test("a line is told as it is understood, refused where it cannot be, written down, changed, taken out and put back", async ({
  page,
  open,
}) => {
  await open(TALL_POT);
  await openLog(page);
  await expect(page.getByText(/^Nothing is written down yet/u)).toBeVisible();
  await line(page).fill("2 L, tube 4 cm, smells fine");
  await expect(understood(page)).toHaveText(words("^Watered 2 L; water at 4 cm; smells fine\\.$"));
  await page.getByLabel("Who").fill("AB");
  await line(page).press("Enter");
  await expect(rows(page)).toHaveCount(3);
  await expect(rowOf(page, /smells fine/u)).toContainText("AB");
  // nothing is stored of a line that cannot be, and it stays to be mended
  await line(page).fill("3 L, pH 52");
  await line(page).press("Enter");
  await expect(understood(page)).toContainText("pH: from 0 to 14");
  await expect(line(page)).toHaveValue("3 L, pH 52");
  await line(page).fill("tube 95 cm");
  await expect(understood(page)).toContainText("stands over the rim");
  await line(page).fill("");
  await line(page).press("Enter");
  await expect(understood(page)).toContainText("Write what was done or seen");
  await expect(rows(page)).toHaveCount(3);

  await rowOf(page, words("water at 4 cm"))
    .getByRole("button", { name: /^Change/u })
    .click();
  const form = page.getByRole("form", { name: words("^Change water at 4 cm") });
  await form.getByLabel("What").fill("tube 4 L");
  await form.getByRole("button", { name: "Change it" }).click();
  await expect(rowOf(page, words("watered 4 L"))).toHaveCount(1);
  await rowOf(page, words("watered 4 L"))
    .getByRole("button", { name: /^Change/u })
    .click();
  await page.getByRole("form").last().getByLabel("What").fill("two things, tube 3 cm");
  await page.getByRole("form").last().getByRole("button", { name: "Change it" }).click();
  await expect(
    page.getByRole("main").getByRole("alert").filter({ hasText: "not one thing a log knows" }),
  ).toBeVisible();
  await page.getByRole("form").last().getByLabel("What").fill("tube 4.5 cm");
  await page.getByRole("form").last().getByLabel("Note").fill("after rain");
  await page.getByRole("form").last().getByRole("button", { name: "Change it" }).click();
  const row = rowOf(page, words("water at 4.5 cm: after rain"));
  await row.getByRole("button", { name: "Before" }).click();
  await expect(row).toContainText(words("water at 4 cm"));
  await expect(row).toContainText(words("watered 4 L"));

  await row.getByRole("button", { name: /^Take out/u }).click();
  await expect(rows(page)).toHaveCount(2);
  await page.getByRole("link", { name: "Taken out" }).click();
  await row.getByRole("button", { name: "Put back" }).click();
  await expect(rows(page)).toHaveCount(0);
  await page.getByRole("link", { name: "Measured" }).click();
  await expect(rows(page)).toHaveCount(1);
  expect(await faultsOn(page)).toEqual([]);
});

test("what is written while the server is away is kept in the browser, over a reload, and stored once", async ({
  page,
  open,
  marlstone,
}) => {
  await open(TALL_POT);
  await openLog(page);
  await write(page, "filled up, tube 6 cm", "2026-11-02T08:15");
  await expect(rows(page)).toHaveCount(2);
  await marlstone.kill();
  await write(page, "tube 5 cm", "2026-11-04T08:15");
  await write(page, "tube 4.5 cm, smells sour", "2026-11-05T08:15");
  const waiting = page.getByRole("region", { name: "Not stored yet" });
  await expect(waiting).toContainText("It is kept in this browser, and sent as soon as it does.");
  await expect(waiting.getByRole("listitem")).toHaveCount(3);
  await marlstone.serve();
  await page.reload();
  await expect(rows(page)).toHaveCount(5, { timeout: 20_000 });
  await expect(waiting).toHaveCount(0);
  await expect(
    page.getByRole("img", { name: /^height of its water, cm: 3 points from 2 November to 5 November/u }),
  ).toBeVisible();
  await page.reload();
  await expect(rows(page)).toHaveCount(5);
});

test("two who change the same row are told, and neither is lost", async ({ page, open, context }) => {
  await open(TALL_POT);
  await openLog(page);
  await write(page, "1250 g");
  await expect(rows(page)).toHaveCount(1);
  const other = await context.newPage();
  await other.goto(page.url());
  const change = async (on: Page, to: string): Promise<void> => {
    await rows(on)
      .getByRole("button", { name: /^Change/u })
      .click();
    await on.getByLabel("What", { exact: true }).fill(to);
    await on.getByRole("button", { name: "Change it" }).click();
  };
  await expect(rows(other)).toHaveCount(1);
  await change(page, "1300 g");
  await expect(rowOf(page, words("1.3 kg"))).toHaveCount(1);
  await change(other, "1400 g");
  await expect(other.getByText(words("Somebody else changed it meanwhile: it says “weighs 1.3 kg” now"))).toBeVisible();
  await expect(rowOf(other, words("1.3 kg"))).toHaveCount(1);
});

test("a log goes out as a file and comes in again doubling nothing; a broken one is told by its lines", async ({
  page,
  open,
}) => {
  await open(TALL_POT);
  await openLog(page);
  await write(page, "2 L, pH 5.2, note: from the butt", "2026-10-02T08:15");
  await expect(rows(page)).toHaveCount(3);
  const part = page.getByRole("region", { name: "Log as a file" });
  const [file] = await Promise.all([
    page.waitForEvent("download"),
    part.getByRole("link", { name: "All of it as CSV" }).click(),
  ]);
  const csv = readFileSync(await file.path(), "utf8");
  expect(csv.split("\r\n")[0]).toBe("at,what,value,unit,word,who,note,id");
  const take = async (name: string, text: string): Promise<void> =>
    part.getByLabel("File to take in").setInputFiles({ name, mimeType: "text/csv", buffer: Buffer.from(text) });
  await take("same.csv", csv);
  await expect(part.getByRole("status")).toContainText("same.csv: 3 rows");
  await expect(part.getByRole("status")).toContainText("3 of them here already. 0 rows would be new.");
  await take("broken.csv", "at,what,value\n2026-10-03T08:15,level,4\n2026-10-33T08:15,level,4\n");
  await expect(part.getByRole("status")).toContainText("broken.csv: nothing of it was stored.");
  await expect(part.getByRole("status")).toContainText("line 3: at must be a minute such as 2026-12-02T08:15");
  await take("more.csv", "at,what,value\n2026-10-03 08:15,level,4\n2026-10-04 08:15,level,3.5\n");
  await expect(rows(page)).toHaveCount(3);
  await part.getByRole("button", { name: "Store 2 rows" }).click();
  await expect(part.getByRole("status")).toContainText("2 rows stored.");
  await expect(rows(page)).toHaveCount(5);
  await take("more.csv", "at,what,value\n2026-10-03 08:15,level,4\n2026-10-04 08:15,level,3.5\n");
  await expect(part.getByRole("status")).toContainText("0 rows would be new.");
});

test("hundreds of rows are read in pages, from a day back, and a bad address is the whole log", async ({
  page,
  open,
}) => {
  await open(TALL_POT);
  await openLog(page);
  const many = Array.from(
    { length: 250 },
    (_, i) => `2026-0${1 + Math.floor(i / 28)}-${String(1 + (i % 28)).padStart(2, "0")}T08:15,level,${i % 9}`,
  );
  await page.getByLabel("File to take in").setInputFiles({
    name: "year.csv",
    mimeType: "text/csv",
    buffer: Buffer.from(`at,what,value\n${many.join("\n")}`),
  });
  await page.getByRole("button", { name: "Store 250 rows" }).click();
  await expect(rows(page)).toHaveCount(100);
  await page.getByRole("link", { name: "Older ones" }).click();
  await expect(page.getByRole("link", { name: "The newest" })).toBeVisible();
  await page.getByRole("link", { name: "Older ones" }).click();
  await expect(rows(page)).toHaveCount(50);
  await page.getByRole("link", { name: "The newest" }).click();
  await expect(rows(page)).toHaveCount(100);
  await page.getByLabel("up to").fill("2026-01-10");
  await expect(rows(page)).toHaveCount(10);
  const plain = page.url().split("?")[0]!;
  await page.goto(`${plain}?show=nothing&until=2026-02-31&before=x.y`);
  await expect(rows(page)).toHaveCount(100);
});

test("a log of tens of thousands of readings comes in at once, and is drawn by day", async ({ page, open }) => {
  await open(TALL_POT);
  await openLog(page);
  const start = Date.UTC(2025, 0, 1);
  const many = Array.from(
    { length: 40_000 },
    (_, i) => `${new Date(start + i * 600_000).toISOString().slice(0, 16)},temperature,${20 + (i % 7)}`,
  );
  await page.getByLabel("File to take in").setInputFiles({
    name: "sensor.csv",
    mimeType: "text/csv",
    buffer: Buffer.from(`at,what,value\n${many.join("\n")}`),
  });
  await page.getByRole("button", { name: "Store 40000 rows" }).click({ timeout: 30_000 });
  await expect(page.getByText("40000 rows stored.")).toBeVisible({ timeout: 30_000 });
  await expect(rows(page)).toHaveCount(100);
  await expect(
    page.getByRole("img", { name: /^temperature, °C: 278 points from 1 January to 5 October/u }),
  ).toBeVisible();
});

test("a log is kept by thumb on a phone, in gallons, and in the dark", async ({ browser, marlstone, open, page }) => {
  await open(TALL_POT);
  const address = `${page.url()}/log`;
  const context = await browser.newContext({
    viewport: { width: 390, height: 844 },
    isMobile: true,
    hasTouch: true,
    colorScheme: "dark",
  });
  await context.addCookies([{ name: "marlstone-units", value: "imperial", url: marlstone.url }]);
  const phone = await context.newPage();
  await phone.goto(address);
  await line(phone).fill("1 gal, tube 1.5 in");
  await expect(understood(phone)).toHaveText(words("^Watered 1 gal; water at 1.5 in\\.$"));
  await phone.getByRole("button", { name: "Write it down" }).tap();
  await expect(rows(phone)).toHaveCount(2);
  expect(await phone.evaluate(() => document.documentElement.scrollWidth <= innerWidth)).toBe(true);
  for (const button of await phone.locator("main button").all())
    expect((await button.boundingBox())!.height).toBeGreaterThanOrEqual(44);
  expect(await faultsOn(phone)).toEqual([]);
  await context.close();
});

test("the log of half a year tells when it wants water, what goes otherwise since when, and is reckoned anew", async ({
  page,
  open,
}) => {
  await open("Platform planter, aubergine");
  await openLog(page);
  const comes = page.getByRole("region", { name: "What comes" });
  await expect(comes).toContainText(/^It (?:wants water|may want water already)/u, { timeout: 20_000 });
  await expect(comes).toContainText(/Since \d+ \p{L}+ its water goes [\d.]+ times as fast as before: a leak, /u);
  await expect(comes).toContainText(/From \d+ readings since \d+ \p{L}+; the days hold nine of ten\./u);
  await comes.getByRole("button", { name: "Reckon it anew from here" }).click();
  await expect(comes).toContainText("Write down when it was filled or watered", { timeout: 20_000 });
  await expect(rowOf(page, /reckoned anew/u)).toHaveCount(1);
  await rowOf(page, /reckoned anew/u)
    .getByRole("button", { name: /^Take out/u })
    .click();
  await expect(comes).toContainText(/times as fast as before/u, { timeout: 20_000 });
  expect(await faultsOn(page)).toEqual([]);
});
