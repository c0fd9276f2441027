import type { Page } from "@playwright/test";
import {
  BOG,
  CARBOY,
  TROUGH,
  expect,
  saved,
  test,
  words,
  heightOf,
  faultsOn,
  mediumField,
  openGroup,
  openPart,
  parts,
} from "./marlstone";

test("the yard shows every setup to one scale on one ground line, with its state", async ({ page, marlstone }) => {
  await page.goto(marlstone.url);
  const drawings = page.locator("main ul li a svg");
  await expect(drawings).toHaveCount(12);
  const boxes = await Promise.all((await drawings.all()).map((drawing) => drawing.boundingBox()));
  const bottoms = boxes.map((box) => Math.round(box!.y + box!.height));
  // several shelves at this width, each on its own line: what stands higher or lower stands on another
  let shelves = 1;
  for (const [i, bottom] of bottoms.slice(1).entries()) {
    const isOnNext = boxes[i + 1]!.x < boxes[i]!.x;
    if (isOnNext) shelves++;
    if (isOnNext) expect(bottom).toBeGreaterThan(bottoms[i]! + 40);
    else expect(Math.abs(bottom - bottoms[i]!)).toBeLessThanOrEqual(1);
  }
  expect(shelves).toBe(2);
  // all twelve are seen at a glance
  expect(Math.max(...bottoms)).toBeLessThan(700);
  const width = async (name: string): Promise<number> =>
    (await page.locator("main ul li", { hasText: name }).locator("svg").boundingBox())!.width;
  expect((await width(TROUGH)) / 80).toBeCloseTo((await width(BOG)) / 68, 1);
  await expect(
    page.getByText(words(String.raw`Wet zone to 11 cm, 19 cm under the surface; air at the roots \d+ %`)),
  ).toBeVisible();
});

test("the yard is looked through in trouble first, by name or by place, and those that need something alone", async ({
  page,
  marlstone,
}) => {
  await page.goto(marlstone.url);
  const names = page.locator("main ul li").getByRole("link").and(page.locator("[tabindex='-1']"));
  const ways = page.getByRole("navigation", { name: "Ways to look at the yard" });
  await expect(names.first()).toHaveText("Deep tank, giant millipedes");
  await expect(names.nth(1)).toHaveText("Open dish, stone plants");
  await ways.getByRole("link", { name: "by name" }).click();
  await expect(names.first()).toHaveText("Closed carboy, moss and jewel orchids");
  await ways.getByRole("link", { name: /that needs? something/u }).click();
  await expect(page).toHaveURL(/order=name&needs/u);
  await expect(names).not.toHaveCount(12);
  const few = await names.allTextContents();
  expect(few).toContain("Open dish, stone plants");
  expect(few).not.toContain(TROUGH);
  await ways.getByRole("link", { name: "show all" }).click();
  await expect(page).not.toHaveURL(/needs/u);
  await expect(names).toHaveCount(12);
  await ways.getByRole("link", { name: "by place" }).click();
  await expect(page).toHaveURL(/order=place$/u);
  await expect(names.first()).not.toHaveText("Closed carboy, moss and jewel orchids");
  await expect(names).toHaveCount(12);
  // what is looked for keeps the order
  await page.getByRole("searchbox", { name: "Find a setup by its name" }).fill("pot");
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/order=place/u);
  await expect(names).toHaveText([/^Tall pot/u]);
});

test("setups are copied, put away and taken back", async ({ page, marlstone }) => {
  await page.goto(marlstone.url);
  await page.getByRole("button", { name: `Copy ${BOG}` }).click();
  await expect(page.getByRole("link", { name: `${BOG} (copy)` }).first()).toBeVisible();
  await page.getByRole("button", { name: `Put away ${BOG} (copy)` }).click();
  await page.getByRole("link", { name: /Put away \(1\)/ }).click();
  await page.getByRole("button", { name: `Take back ${BOG} (copy)` }).click();
  await expect(page.getByText("Nothing is put away.")).toBeVisible();
  await page.getByRole("link", { name: "Back to the yard" }).click();
  await page.getByRole("button", { name: `Put away ${BOG} (copy)` }).click();
  await expect(page.getByRole("link", { name: `${BOG} (copy)` })).toHaveCount(0);
});

test("the yard is up to date after coming back from a setup", async ({ page, open }) => {
  await open(CARBOY);
  await page.getByRole("textbox", { name: "Name of the setup" }).fill("Closed carboy of the stair");
  await page.keyboard.press("Enter");
  await saved(page);
  await page.goBack();
  await expect(page.getByRole("link", { name: "Closed carboy of the stair" }).first()).toBeVisible();
  await open("Closed carboy of the stair");
  await page.keyboard.press("Control+z");
  await expect(page.getByRole("textbox", { name: "Name of the setup" })).toHaveValue(CARBOY);
  await saved(page);
});

for (const theme of ["light", "dark"] as const) {
  test(`has no accessibility fault that a machine finds (${theme})`, async ({ browser, marlstone, open }) => {
    const context = await browser.newContext({ colorScheme: theme });
    const page = await context.newPage();
    const faults = (): Promise<string[]> => faultsOn(page);
    await page.goto(marlstone.url);
    expect(await faults()).toEqual([]);
    await page.getByRole("link", { name: "New setup" }).click();
    await expect(page.getByRole("heading", { name: "New setup" })).toBeVisible();
    expect(await faults()).toEqual([]);
    await open(TROUGH, page);
    expect(await faults()).toEqual([]);
    // who lives in it, in trouble, with what would mend it
    await open("Open dish, stone plants", page);
    await page.keyboard.press("Shift");
    await page
      .getByRole("article", { name: /Living stones/u })
      .getByRole("button", { name: /does not suit/u })
      .click();
    await expect(page.getByRole("button", { name: /^Do it:/u }).first()).toBeVisible();
    await openGroup(page, "Who would like it here");
    await page.getByRole("button", { name: "Who would like this?" }).click();
    await expect(page.getByText(/are suited by this stack and place/u)).toBeVisible();
    expect(await faults()).toEqual([]);
    for (const path of ["/living", "/living/rosemary", "/living/own?from=gecko-crested"]) {
      await page.goto(`${marlstone.url}${path}`);
      await expect(page.getByRole("heading", { level: 1 })).toBeVisible();
      expect([path, await faults()]).toEqual([path, []]);
    }
    await context.close();
  });
}

/** What a thumb would miss. */
const tooSmall = (page: Page): Promise<string[]> =>
  page.evaluate(() =>
    [...document.querySelectorAll("button, select, input:not([type=checkbox], [type=radio])")]
      .filter((element) => element.getClientRects().length > 0)
      .map((element) => ({
        name: element.getAttribute("aria-label") ?? element.textContent ?? "",
        box: element.getBoundingClientRect(),
      }))
      .filter(({ box }) => box.height < 43.5)
      .map(({ name, box }) => `${name} ${Math.round(box.width)}×${Math.round(box.height)}`),
  );

test("fits a phone, with targets a thumb can hit", async ({ browser, marlstone, open }) => {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });
  const page = await context.newPage();
  const setups = marlstone.rows<{ id: string }>("select id from setups").map(({ id }) => `/setups/${id}`);
  for (const path of ["/", "/new", "/living", "/living/rosemary", "/living/own?from=rosemary", ...setups]) {
    await page.goto(`${marlstone.url}${path}`);
    await expect(page.getByRole("heading", { level: 1 })).toBeVisible();
    // a sign of life, at which the rest of the page comes
    if (path.startsWith("/setups")) {
      await page.getByRole("button", { name: "What it means" }).tap();
      await expect(page.getByRole("dialog").getByRole("button", { name: /^Take care/u })).toBeVisible();
      expect([path, await tooSmall(page)]).toEqual([path, []]);
      await page.getByRole("button", { name: "Parts", exact: true }).tap();
      await openPart(page, /to the rim$/u);
      await expect(page.getByRole("textbox", { name: "Wall thickness" })).toBeVisible();
    }
    expect([path, await page.evaluate(() => document.documentElement.scrollWidth)]).toEqual([path, 390]);
    expect([path, await tooSmall(page)]).toEqual([path, []]);
  }
  await open(TROUGH, page);
  // nothing but the page's own content makes it long
  const empty = await page.evaluate(
    () =>
      document.documentElement.scrollHeight -
      Math.max(
        ...[...document.querySelectorAll("main *")].map((element) => element.getBoundingClientRect().bottom + scrollY),
      ),
  );
  expect(empty).toBeLessThan(80);
  // a choice opens under a finger
  await page.getByRole("button", { name: "Parts", exact: true }).tap();
  await openPart(page, /^wick bed/u);
  const medium = mediumField(page);
  await medium.tap();
  await page.getByPlaceholder("Type some of its name").fill("coarse sa");
  await page.getByRole("option", { name: /^Coarse sand/u }).tap();
  await expect(medium).toHaveText("Coarse sand");
  await context.close();
});

test("a finger drags a height in the drawing, and the page stays where it is", async ({ browser, marlstone }) => {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });
  const page = await context.newPage();
  await page.goto(marlstone.url);
  await page.getByRole("link", { name: TROUGH }).first().tap();
  const level = page.getByRole("slider", { name: "Free water level" });
  await expect(level).toBeVisible();
  const before = await heightOf(level);
  const hit = level.locator("[data-hit]");
  const box = (await hit.boundingBox())!;
  expect(box.height).toBeGreaterThanOrEqual(44);
  const touches = await context.newCDPSession(page);
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  const scrolled = await page.evaluate(() => scrollY);
  const touch = (type: "touchStart" | "touchMove" | "touchEnd", dy = 0) =>
    touches.send("Input.dispatchTouchEvent", { type, touchPoints: type === "touchEnd" ? [] : [{ x, y: y + dy }] });
  await touch("touchStart");
  for (let dy = 4; dy <= 40; dy += 4) await touch("touchMove", dy);
  await touch("touchEnd");
  expect(await heightOf(level)).toBeLessThan(before - 0.5);
  expect(await page.evaluate(() => scrollY)).toBe(scrolled);
  await saved(page);
  expect(marlstone.stored(TROUGH).water.levelCm).toBeLessThan(before - 0.5);
  // what lies close together is taken hold of one at a time
  const handles = page.getByRole("slider", { name: /^Top of/u }).locator("[data-hit]");
  const boxes = await handles.evaluateAll((rects) =>
    rects.map((rect) => {
      const { left, right, top, bottom } = rect.getBoundingClientRect();
      return { left, right, top, bottom };
    }),
  );
  for (const [i, a] of boxes.entries())
    for (const b of boxes.slice(i + 1)) {
      const middles = Math.abs((a.top + a.bottom) / 2 - (b.top + b.bottom) / 2);
      const overlap = a.left < b.right - 1 && b.left < a.right - 1 && a.top < b.bottom - 1 && b.top < a.bottom - 1;
      expect(overlap && middles < 22).toBe(false);
    }
  await context.close();
});

test("remembers light or dark, and prints without its controls", async ({ page, open }) => {
  await open(TROUGH);
  await page.getByRole("button", { name: /Change to light/ }).click();
  await page.getByRole("button", { name: /Change to dark/ }).click();
  await page.reload();
  await expect(page.locator("html")).toHaveAttribute("data-theme", "dark");
  await page.emulateMedia({ media: "print" });
  await expect(page.getByRole("button", { name: "Add", exact: true })).toBeHidden();
  // what is folded on a screen is told on paper
  await expect(page.getByText("Where water stands")).toBeVisible();
  await expect(parts(page).getByText("filled to", { exact: false })).toBeVisible();
  await expect(page.getByRole("group", { name: /Section and water profile/ })).toBeVisible();
  expect(await page.evaluate(() => getComputedStyle(document.documentElement).getPropertyValue("--paper"))).toBe(
    "#fff",
  );
});
