import { readFileSync } from "node:fs";
import { join } from "node:path";
import { request } from "node:http";
import type { Page } from "@playwright/test";
import { Marlstone } from "../scripts/served";
import { BOG, expect, faultsOn, PASSPHRASE, setPassphrase, TALL_POT, test } from "./marlstone";

// What is due: by day, by month, of one setup, and in another calendar.

const now = new Date();
const TODAY = Math.round(Date.UTC(now.getFullYear(), now.getMonth(), now.getDate()) / 86_400_000);
const DAY_MS = 86_400_000;
const isoDay = (day: number): string => new Date(day * DAY_MS).toISOString().slice(0, 10);
const theDay = (page: Page) => page.getByRole("region", { name: "The day" });
const LOOK = "Look round: smell, leaves";
const lookAt = (page: Page) =>
  theDay(page).getByRole("listitem").filter({ hasText: LOOK }).filter({ hasText: TALL_POT });

/** A file from this machine, without a browser. */
const get = (port: number, path: string, host = "localhost", method = "GET") =>
  new Promise<{ status: number; type: string; text: string }>((resolve, reject) => {
    const sent = request({ host: "127.0.0.1", port, path, method, headers: { host } }, (response) => {
      let text = "";
      response.on("data", (part: Buffer) => (text += part.toString()));
      response.on("end", () =>
        resolve({ status: response.statusCode!, type: String(response.headers["content-type"]), text }),
      );
    });
    sent.on("error", reject);
    sent.end();
  });

test("a day is worked through: done, taken back, moved, left out; and it stays so when the server is killed", async ({
  page,
  marlstone,
}) => {
  await page.goto(`${marlstone.url}/calendar`);
  await expect(theDay(page).getByRole("heading")).toContainText(String(now.getFullYear()));
  // one was forgotten, and says since when
  await expect(lookAt(page)).toContainText(/late since \d/u);
  await theDay(page)
    .getByRole("button", { name: `Done: ${LOOK}, ${TALL_POT}` })
    .click();
  await expect(lookAt(page)).toContainText(/done \d/u);
  await marlstone.kill();
  await theDay(page)
    .getByRole("button", { name: `Take back: ${LOOK}` })
    .first()
    .click();
  await expect(page.getByText("Marlstone does not answer, so nothing was stored. Try again.")).toBeVisible();
  await marlstone.serve();
  await page.reload();
  await expect(lookAt(page)).toContainText(/done \d/u);
  await theDay(page)
    .getByRole("button", { name: `Take back: ${LOOK}` })
    .first()
    .click();
  await expect(lookAt(page)).toContainText(/late since \d/u);

  // why, and other days for it
  await lookAt(page).getByRole("button", { name: LOOK, exact: true }).click();
  await expect(lookAt(page)).toContainText("If it is left: What goes wrong shows for days before it harms");
  await lookAt(page).getByLabel("A day").fill("");
  await expect(lookAt(page).getByRole("button", { name: "Move to it" })).toBeDisabled();
  await lookAt(page)
    .getByLabel("A day")
    .fill(isoDay(TODAY + 3));
  await expect(lookAt(page).getByRole("button", { name: "Done that day" })).toBeDisabled();
  await lookAt(page).getByRole("button", { name: "Move to it" }).click();
  await expect(lookAt(page)).toHaveCount(0);
  await page.goto(`${marlstone.url}/calendar?day=${isoDay(TODAY + 3)}`);
  await expect(lookAt(page)).toContainText("moved");
  await lookAt(page).getByRole("button", { name: LOOK, exact: true }).click();
  await lookAt(page).getByRole("button", { name: "Leave it out" }).click();
  await page.goto(`${marlstone.url}/calendar`);
  await expect(lookAt(page)).toContainText("left out");
});

test("the month has every day, turns over the year, is walked by keyboard, listed for a wall, and bad addresses are today", async ({
  page,
  marlstone,
}) => {
  await page.goto(`${marlstone.url}/calendar?month=2026-12`);
  await expect(page.getByRole("region", { name: "December 2026" })).toBeVisible();
  await page.getByRole("link", { name: "The month after" }).focus();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("region", { name: "January 2027" })).toBeVisible();
  const cell = page.getByRole("link", { name: /^Sunday 10 January 2027: / });
  await cell.focus();
  await page.keyboard.press("Enter");
  await expect(theDay(page).getByRole("heading", { name: "Sunday 10 January 2027" })).toBeVisible();
  await page.goto(`${marlstone.url}/calendar?month=2028-02`);
  await expect(page.getByRole("link", { name: /^Tuesday 29 February 2028: / })).toBeVisible();
  // the next May that is to come
  const may = `${now.getFullYear() + (now.getMonth() >= 4 ? 1 : 0)}-05`;
  await page.goto(`${marlstone.url}/calendar?month=${may}`);
  await page.getByRole("link", { name: "As a list" }).click();
  await expect(page.getByRole("row", { name: /Water the aubergine from the top too/u })).toBeVisible();
  for (const bad of [
    "month=2026-13",
    "month=yesterday",
    "day=2026-02-31",
    "day=9999-01-01",
    "day=2190-01-01",
    "month=9999-12",
    "month[]=1&day[]=2",
  ]) {
    await page.goto(`${marlstone.url}/calendar?${bad}`);
    await expect(theDay(page)).toContainText("Today, with what is still open.");
  }
  expect(await faultsOn(page)).toEqual([]);
});

test("a setup says since when it stands, is asked by its own schedule, and is taken out of the calendar", async ({
  page,
  open,
  marlstone,
}) => {
  await open(BOG);
  await page.getByRole("navigation", { name: "Pages of this setup" }).getByRole("link", { name: "Year" }).click();
  await page.getByRole("navigation", { name: "Year" }).getByRole("link", { name: "Schedule" }).click();
  await expect(page.getByText("Never fed: Large-flowered butterwort.", { exact: false })).toBeVisible();
  await expect(page.getByText(/^It stands since /u)).toBeVisible();
  await page.getByLabel("Put up on").fill(isoDay(TODAY));
  await page.getByRole("button", { name: "Count from this day" }).click();
  await expect(page.getByText("First fill, from the top until it runs out below")).toBeVisible();
  expect(await faultsOn(page)).toEqual([]);
  await page.getByLabel("In the house’s calendar").uncheck();
  await expect(page.getByLabel("In the house’s calendar")).not.toBeChecked();
  await page.goto(`${marlstone.url}/calendar`);
  await expect(theDay(page).getByText(TALL_POT)).toBeVisible();
  await expect(theDay(page).getByText(BOG)).toHaveCount(0);
});

test("days of the house are kept to by what can wait, and not by what has days of its own", async ({
  page,
  marlstone,
}) => {
  await page.goto(`${marlstone.url}/calendar?month=${isoDay(TODAY + 40).slice(0, 7)}&as=list`);
  await page.getByLabel("Sunday").check();
  await expect(page.getByLabel("Sunday")).toBeChecked();
  const looks = page.getByRole("row").filter({ hasText: "Look round" }).filter({ hasText: TALL_POT });
  await expect(looks.first()).toBeVisible();
  const ics = (await get(marlstone.port, "/calendar/file")).text.replaceAll(/\r\n /gu, "");
  const days = [
    ...ics.matchAll(
      /DTSTART;VALUE=DATE:(\d{4})(\d\d)(\d\d)\r\n(?:(?!BEGIN)[^\n]*\n)*?SUMMARY:Tall pot[^\r]*Look round/gu,
    ),
  ]
    .map(([, year, month, day]) => Date.UTC(Number(year), Number(month) - 1, Number(day)) / DAY_MS)
    .filter((day) => day > TODAY);
  expect(days.length).toBeGreaterThan(3);
  for (const day of days) expect(new Date(day * DAY_MS).getUTCDay()).toBe(0);
});

test("the feed is read without a cookie under its own address, read only, and no more once that is renewed", async ({
  page,
  demoData,
}) => {
  const marlstone = await Marlstone.start(
    demoData,
    { MARLSTONE_ASK: "always", MARLSTONE_HOSTS: "shelf.test" },
    setPassphrase,
  );
  try {
    await page.goto(`${marlstone.url}/calendar`);
    await page.getByLabel("Passphrase").fill(PASSPHRASE);
    await page.keyboard.press("Enter");
    await page.getByRole("button", { name: "Make its address" }).click();
    const field = page.getByLabel("Its address");
    const first = new URL(await field.inputValue());
    const read = await get(marlstone.port, first.pathname, "shelf.test");
    expect([read.status, read.type]).toEqual([200, "text/calendar; charset=utf-8"]);
    expect(read.text).toContain("BEGIN:VEVENT");
    for (const method of ["POST", "PUT", "DELETE"])
      expect((await get(marlstone.port, first.pathname, "shelf.test", method)).status).toBeGreaterThanOrEqual(400);
    const guess = first.pathname.replace(/[\w-](?=\.ics$)/u, (last) => (last === "A" ? "B" : "A"));
    expect((await get(marlstone.port, guess, "shelf.test")).status).toBe(404);
    // without a cookie, the calendar itself is not to be had
    expect((await get(marlstone.port, "/calendar", "shelf.test")).status).toBe(303);
    expect((await get(marlstone.port, "/calendar/file", "shelf.test")).status).toBe(303);
    await page.getByRole("button", { name: /^A new address/u }).click();
    await expect(field).not.toHaveValue(first.href);
    expect((await get(marlstone.port, first.pathname, "shelf.test")).status).toBe(404);
    expect((await get(marlstone.port, new URL(await field.inputValue()).pathname, "shelf.test")).status).toBe(200);
    expect(readFileSync(join(marlstone.folder, "calendar-feed.json"), "utf8")).toContain("marlstone.calendar-feed");
  } finally {
    await marlstone.end();
  }
});

test.describe("on a phone", () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });
  test("what is due today is in one screen, in large targets, and nothing is wider than it", async ({
    page,
    marlstone,
  }) => {
    await page.goto(`${marlstone.url}/calendar`);
    const ticks = theDay(page).getByRole("button", { name: /^Done: / });
    await expect(ticks.first()).toBeVisible();
    for (const tick of (await ticks.all()).slice(0, 6)) {
      const box = (await tick.boundingBox())!;
      expect(box.width).toBeGreaterThanOrEqual(44);
      expect(box.height).toBeGreaterThanOrEqual(44);
    }
    const inScreen = await ticks.evaluateAll(
      (all) => all.filter((one) => one.getBoundingClientRect().bottom < 796).length,
    );
    expect(inScreen).toBeGreaterThanOrEqual(Math.min(8, await ticks.count()));
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
    await ticks.first().tap();
    await expect(
      theDay(page)
        .getByText(/^done \d/u)
        .first(),
    ).toBeVisible();
  });
});
