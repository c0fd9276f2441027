import type { Page } from "@playwright/test";
import { MARROWBECK } from "../demo/marrowbeck";
import {
  BOG,
  expect,
  layerRows,
  openGroup,
  openPart,
  parts,
  saved,
  shown,
  test,
  TROUGH,
  words,
  shifted,
  watchShifts,
} from "./marlstone";

const NAMES = MARROWBECK.map(({ name }) => name);
const PLATFORM = "Platform planter, aubergine";

/** How much of the board the vessel and what is built into it take, by width and by height, and what lies outside. */
const drawn = (page: Page) =>
  page.evaluate(() => {
    const board = document.querySelector<SVGSVGElement>("svg[aria-label^='Section and water profile']")!;
    const frame = board.getBoundingClientRect();
    const seen = (within: Element) =>
      [...within.querySelectorAll("path, rect, line, text")]
        .filter((one) => !one.closest("defs, clipPath, pattern"))
        .map((one) => ({ one, box: one.getBoundingClientRect() }))
        .filter(({ box }) => box.width > 0 || box.height > 0);
    const wall = seen(board.querySelector("[data-section]")!)
      .filter(({ one }) => !one.closest("[aria-hidden]"))
      .map(({ box }) => box);
    const [left, right] = [Math.min(...wall.map((b) => b.left)), Math.max(...wall.map((b) => b.right))];
    const [top, bottom] = [Math.min(...wall.map((b) => b.top)), Math.max(...wall.map((b) => b.bottom))];
    return {
      width: (right - left) / frame.width,
      height: (bottom - top) / frame.height,
      outside: seen(board)
        .filter(
          ({ box }) =>
            box.left < frame.left - 1 ||
            box.right > frame.right + 1 ||
            box.bottom > frame.bottom + 1 ||
            box.top < frame.top - 1,
        )
        .map(({ one }) => `${one.tagName} ${one.textContent}`),
    };
  });

/** What scrolls inside what scrolls, and what does not fit into its column. */
const scrolling = (page: Page) =>
  page.evaluate(() => {
    const scrollers = [...document.querySelectorAll("main *, [role=dialog], [role=dialog] *")].filter((one) =>
      /auto|scroll/u.test(getComputedStyle(one).overflowY),
    );
    return {
      nested: scrollers.filter((one) => scrollers.some((other) => other !== one && other.contains(one))).length,
      tooLong: [...document.querySelectorAll("main > div")]
        .filter((one) => one.scrollHeight > one.clientHeight + 1)
        .map((one) => one.textContent.slice(0, 40)),
    };
  });

for (const name of NAMES)
  test(`on a desk: ${name} is drawn large, its lists fit, and nothing is pushed about`, async ({ page, open }) => {
    await page.setViewportSize({ width: 1280, height: 800 });
    await watchShifts(page);
    await open(name);
    await page.goto(page.url());
    await page.mouse.move(600, 400);
    await expect(page.getByRole("button", { name: /^Take care (?:one|\d+) note/u })).toBeVisible();
    await expect(page.getByRole("article").first().locator("h3 > button").first()).toBeEnabled();
    await expect(page.getByText("Working it out …").first()).toBeHidden();
    const { width, height, outside } = await drawn(page);
    expect(Math.max(width, height)).toBeGreaterThanOrEqual(0.7);
    expect(outside).toEqual([]);
    expect(await scrolling(page)).toEqual({ nested: 0, tooLong: [] });
    expect(await shifted(page)).toBeLessThan(0.02);
    // every line opens its editor, one at a time, and lights up in the drawing
    const lines = parts(page).locator("[data-part]");
    for (const line of await lines.all()) {
      await line.click();
      await expect(line).toHaveAttribute("aria-expanded", "true");
      await expect(parts(page).locator("[data-part][aria-expanded=true]")).toHaveCount(1);
      await expect(parts(page).locator("li[aria-current=true]")).toHaveCount(1);
      await expect(parts(page).getByRole("region")).not.toBeEmpty();
      // from the line to what it is taken hold of by, and back
      const grip = page.locator(`[data-grip-of="${await line.getAttribute("data-part")}"]`);
      if ((await grip.count()) === 0) continue;
      await line.press("ArrowRight");
      await expect(grip.first()).toBeFocused();
      await page.keyboard.press("Enter");
      await expect(line).toBeFocused();
    }
    await expect(parts(page).getByText("This part has not come")).toHaveCount(0);
  });

test.describe("on a phone", () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });

  for (const name of NAMES)
    test(`${name} fills its first screen with what matters, and has the rest in drawers`, async ({ page, open }) => {
      await watchShifts(page);
      await open(name);
      await page.goto(page.url());
      await page.keyboard.press("Shift");
      const verdict = page.getByRole("article").first().locator("h3").first();
      await expect(verdict.getByRole("button")).toBeEnabled();
      const dock = (await page.getByRole("group", { name: "Drawers" }).boundingBox())!;
      for (const part of [page.getByRole("textbox", { name: "Name of the setup" }), verdict]) {
        const box = (await part.boundingBox())!;
        expect(box.y).toBeGreaterThanOrEqual(0);
        expect(box.y + box.height).toBeLessThanOrEqual(dock.y);
      }
      const { width, height, outside } = await drawn(page);
      expect(Math.max(width, height)).toBeGreaterThanOrEqual(0.7);
      expect(outside).toEqual([]);
      expect(await shifted(page)).toBeLessThan(0.02);
      expect((await scrolling(page)).nested).toBe(0);

      await page.getByRole("button", { name: "Parts", exact: true }).tap();
      const drawer = page.getByRole("dialog", { name: "Parts" });
      await drawer.getByRole("button", { name: /^a day takes/u }).tap();
      await expect(drawer.getByRole("textbox", { name: "A day takes" })).toBeVisible();
      expect((await scrolling(page)).nested).toBe(0);
      await page.getByRole("button", { name: "What it means" }).tap();
      await expect(page.getByRole("dialog", { name: "What it means" })).toBeVisible();
      await expect(drawer).toHaveCount(0);
    });

  test("the section stays in sight, and follows, while a value changes in its editor", async ({ page, open }) => {
    await open(TROUGH);
    await page.getByRole("button", { name: "Parts", exact: true }).tap();
    const drawer = page.getByRole("dialog", { name: "Parts" });
    await openPart(page, /^filled to/u);
    const level = page.getByRole("slider", { name: "Free water level" });
    const before = await level.getAttribute("aria-valuenow");
    const field = drawer.getByRole("textbox", { name: "Free water level" });
    await field.fill("5");
    await field.press("Enter");
    expect(await level.getAttribute("aria-valuenow")).not.toBe(before);
    const [at, top] = [await level.boundingBox(), await drawer.boundingBox()];
    expect(at!.y).toBeGreaterThan(0);
    expect(at!.y + at!.height / 2).toBeLessThan(top!.y);
    await saved(page);
    // the part that is tapped in the drawing is the one that opens, also where a boundary is taken hold of
    await page.getByRole("button", { name: "Close: Parts" }).tap();
    await page
      .getByRole("group", { name: /^Section and/u })
      .getByText("wick bed")
      .tap({ force: true });
    await expect(drawer.getByRole("textbox", { name: "Thickness of wick bed" })).toBeVisible();
  });
});

test("a part is chosen in the drawing as in the list, and goes out with its line", async ({
  page,
  open,
  marlstone,
}) => {
  await open(PLATFORM);
  await page.mouse.move(600, 400);
  const board = page.getByRole("group", { name: "Section and water profile, to scale" });
  await board.getByText("Potting mix").click();
  await expect(layerRows(page).first()).toHaveAttribute("aria-current", "true");
  await expect(page.getByRole("textbox", { name: "Thickness of Potting mix, peat-based" })).toBeVisible();
  await page.getByRole("slider", { name: "Overflow hole" }).focus();
  await expect(parts(page).getByRole("listitem", { name: /overflow/u })).toHaveAttribute("aria-current", "true");
  await expect(board.locator(".chosen-part")).toHaveCount(1);
  await page.keyboard.press("Enter");
  await expect(parts(page).getByRole("button", { name: /overflow/u })).toBeFocused();
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("Delete");
  await expect(page.getByRole("slider", { name: "Fill tube" })).toHaveCount(0);
  await saved(page);
  expect((marlstone.stored(PLATFORM).fixtures as { id: string }[]).map(({ id }) => id)).not.toContain("tube");
  await page.keyboard.press("Control+z");
  await expect(page.getByRole("slider", { name: "Fill tube" })).toHaveCount(1);
});

test("a grip under the mouse says what it is and how it stands, beside it, and not in the way", async ({
  page,
  open,
}) => {
  await open(PLATFORM);
  const grip = page.getByRole("slider", { name: "Overflow hole" });
  const box = (await grip.locator("[data-hit]").boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  const tip = page.locator("[data-radix-popper-content-wrapper]", { hasText: words("Overflow hole: 11 cm") });
  await expect(tip).toBeVisible();
  const at = (await tip.boundingBox())!;
  expect(at.y + at.height).toBeLessThan(box.y + box.height / 2);
  expect(at.y + at.height).toBeGreaterThan(box.y - 30);
  expect(Math.abs(at.x + at.width / 2 - (box.x + box.width / 2))).toBeLessThan(120);
  // pressed, it makes room for what is done
  await page.mouse.down();
  await expect(tip).toHaveCount(0);
  await page.mouse.up();
  await expect(page.getByRole("textbox", { name: "Overflow hole", exact: true })).toBeVisible();
});

test("everything that can be put in is found in one list, and opens where it was put", async ({
  page,
  open,
  marlstone,
}) => {
  await open(BOG);
  for (const [typed, option, line] of [
    ["saucer", "Tray", /^tray/u],
    ["egg crate", "False bottom", /^false bottom/u],
    ["how it is planted", "Root ball and crown", /^root ball/u],
    ["Dionaea", "Flytrap", /^1 Flytrap/u],
    ["lava", "Scoria", /^Scoria/u],
  ] as const) {
    await page.getByRole("button", { name: "Add", exact: true }).click();
    await page.getByPlaceholder("Type some of its name").fill(typed);
    await page.getByRole("option", { name: option }).first().click();
    const row = parts(page).getByRole("listitem", { name: line });
    await expect(row.locator("[data-part]")).toHaveAttribute("aria-expanded", "true");
    await expect(row.locator("[data-part]")).toBeFocused();
  }
  await saved(page);
  const { fixtures, layers } = marlstone.stored(BOG);
  expect(fixtures).toContainEqual(expect.objectContaining({ kind: "tray" }));
  expect(layers).toHaveLength(4);
});

test("what is held against now is the version before, or another medium, and either is gone back from", async ({
  page,
  open,
  marlstone,
}) => {
  await open(TROUGH);
  await openPart(page, /^Potting mix/u);
  const thickness = page.getByRole("textbox", { name: "Thickness of Potting mix, peat-based" });
  await thickness.fill("12");
  await thickness.press("Enter");
  await saved(page);
  const against = await openGroup(page, "Held against");
  await against.getByRole("button", { name: /^The version before/u }).click();
  const compared = page.getByRole("region", { name: "Held against now" });
  await expect(compared.getByText(words("stack 5 cm lower"))).toBeVisible();
  // looking back changes nothing
  expect(marlstone.stored(TROUGH).layers[2]!.thicknessCm).toBe(12);
  await compared.getByRole("button", { name: "Take it as it is now" }).click();
  await against.getByRole("combobox", { name: /of another medium$/u }).click();
  await page.getByPlaceholder("Type some of its name").fill("coir pith");
  await page
    .getByRole("option", { name: /^Coir pith, fine/u })
    .first()
    .click();
  await expect(compared).toBeVisible();
  await compared.getByRole("button", { name: "Go back to it" }).click();
  await saved(page);
  expect(marlstone.stored(TROUGH).layers[2]!.mediumId).toBe("potting-mix-peat-based");
});

test("what is known is there before any script has run: the drawing, the parts, the verdicts and the numbers", async ({
  browser,
  marlstone,
}) => {
  const context = await browser.newContext({ javaScriptEnabled: false });
  const page = await context.newPage();
  await page.goto(marlstone.url);
  await page.getByRole("link", { name: TROUGH }).first().click();
  await shown(page);
  await expect(parts(page).getByText("wick bed", { exact: false })).toBeVisible();
  await expect(page.getByRole("button", { name: /^Water and air wet to 11/u })).toBeVisible();
  await expect(page.getByRole("article", { name: /Celery/u })).toBeVisible();
  // the profile is there whole before anything was measured
  const board = page.getByRole("group", { name: "Section and water profile, to scale" });
  const [frame, end] = [await board.boundingBox(), await board.getByText("100 %").boundingBox()];
  expect(end!.x + end!.width).toBeLessThanOrEqual(frame!.x + frame!.width);
  await context.close();
});
