import type { Page } from "@playwright/test";
import { BOG, expect, shifted, test, watchShifts, words } from "./marlstone";

const DISH = "Open dish, stone plants";
const ROOMS = [
  ["/", "Yard"],
  ["/calendar", "Calendar"],
  ["/media", "Media"],
  ["/mixes", "Mixes"],
  ["/living", "Living things"],
  ["/places", "Places"],
  ["/files", "Files"],
  ["/keeping", "Keeping"],
] as const;
const rooms = (page: Page) => page.getByRole("navigation", { name: "Rooms" }).filter({ visible: true });

test("the rooms of the house are the same on every page, at the same place, and say which one is in", async ({
  page,
  marlstone,
  open,
}) => {
  let first: { x: number; y: number } | undefined;
  for (const [href, name] of ROOMS) {
    await page.goto(marlstone.url + href);
    await expect(rooms(page).getByRole("link")).toHaveText(ROOMS.map(([, words]) => words));
    await expect(rooms(page).locator("[aria-current=page]")).toHaveText(name);
    const { x, y } = (await rooms(page).boundingBox())!;
    first ??= { x, y };
    expect({ x, y }).toEqual(first);
  }
  // a setup stands in the yard
  await open(BOG);
  await expect(rooms(page).locator("[aria-current=page]")).toHaveText("Yard");
  await rooms(page).getByRole("link", { name: "Files" }).click();
  await expect(page).toHaveURL(/\/files$/u);
});

test("a setup's pages are tabs under one head, with what belongs together beside one another", async ({
  page,
  open,
}) => {
  await open(BOG);
  const tabs = page.getByRole("navigation", { name: "Pages of this setup" });
  await expect(tabs.getByRole("link")).toHaveText(["Design", "Year", "Build", "Log", "History"]);
  await expect(tabs.locator("[aria-current]")).toHaveText("Design");
  await tabs.getByRole("link", { name: "Build" }).click();
  await expect(page.getByRole("heading", { level: 1, name: BOG })).toBeVisible();
  const beside = page.getByRole("navigation", { name: "Build" });
  await expect(beside.locator("[aria-current=page]")).toHaveText("Build sheet");
  await beside.getByRole("link", { name: "Shopping and mixing" }).click();
  await expect(page.getByRole("heading", { level: 1, name: BOG })).toBeVisible();
  await expect(tabs.locator("[aria-current]")).toHaveText("Build");
  await tabs.getByRole("link", { name: "History" }).click();
  await expect(page.getByText("Every change of it, the newest first", { exact: false })).toBeVisible();
  await tabs.getByRole("link", { name: "Design" }).click();
  await expect(page.getByRole("textbox", { name: "Name of the setup" })).toHaveValue(BOG);
});

test.describe("on a phone", () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });

  test("the rooms are under the thumb, all of them one press away, and lie over nothing", async ({
    page,
    marlstone,
  }) => {
    await page.goto(`${marlstone.url}/living`);
    const bar = (await rooms(page).boundingBox())!;
    expect(bar.y + bar.height).toBeCloseTo(844, 0);
    for (const link of await rooms(page).locator("a, button").all()) {
      const box = (await link.boundingBox())!;
      expect(box.height).toBeGreaterThanOrEqual(44);
      expect(box.width).toBeGreaterThanOrEqual(44);
    }
    await rooms(page).getByRole("button", { name: "All rooms" }).click();
    const all = page.getByRole("navigation", { name: "All rooms" });
    await expect(all.getByRole("link")).toHaveText(ROOMS.map(([, words]) => words));
    await page.keyboard.press("Escape");
    await expect(all).toHaveCount(0);
    await rooms(page).getByRole("button", { name: "All rooms" }).click();
    await all.getByRole("link", { name: "Keeping" }).click();
    await expect(page).toHaveURL(/\/keeping$/u);
    // the last thing on a page is read above the bar
    await page.goto(marlstone.url);
    await page.evaluate(() => scrollTo(0, document.documentElement.scrollHeight));
    const last = (await page.getByRole("navigation", { name: "Pages of the yard" }).boundingBox())!;
    expect(last.y + last.height).toBeLessThanOrEqual((await rooms(page).boundingBox())!.y);
  });

  test("the first screen of a setup has its name, its section, whether anybody is in trouble and when to water", async ({
    page,
    open,
  }) => {
    await open(DISH);
    await page.keyboard.press("Shift");
    // the line itself, not the heads of what it opens
    const row = page
      .getByRole("article", { name: /Living stones/u })
      .locator("h3")
      .first();
    for (const part of [
      page.getByRole("textbox", { name: "Name of the setup" }),
      page.getByRole("group", { name: "Section and water profile, to scale" }),
      row,
      page.locator("p[title]", { hasText: words("A soaking lasts [\\d.]+ days") }),
    ]) {
      await expect(part).toBeVisible();
      // what is judged anew meanwhile is another element in the same place
      await expect(async () => {
        const box = await part.boundingBox();
        expect(box).not.toBeNull();
        expect(box!.y).toBeGreaterThanOrEqual(0);
        expect(box!.y + box!.height).toBeLessThanOrEqual((await rooms(page).boundingBox())!.y);
      }).toPass({ timeout: 5_000 });
    }
    await expect(row).toContainText("does not suit");
  });
});

test("how it stands with each that lives there is told before any script has run", async ({ browser, marlstone }) => {
  const context = await browser.newContext({ javaScriptEnabled: false });
  const page = await context.newPage();
  await page.goto(marlstone.url);
  await page.getByRole("link", { name: DISH }).first().click();
  const row = page.getByRole("article", { name: /Living stones/u });
  await expect(row).toContainText("does not suit");
  await expect(row).toContainText("how wet it stays");
  await context.close();
});

test("nothing is pushed about until the last answer has come, which is how many such pots are told the same", async ({
  page,
  open,
}) => {
  await watchShifts(page);
  await open(DISH);
  await page.goto(page.url());
  await page.mouse.move(600, 400);
  const row = page.getByRole("article").first().locator("h3 > button").first();
  await expect(row).toBeEnabled();
  await row.click();
  await expect(page.getByText(/of 10 such pots/u).first()).toBeVisible();
  expect(await shifted(page)).toBeLessThan(0.02);
});
