import type { Locator } from "@playwright/test";
import {
  addPart,
  BOG,
  CARBOY,
  TROUGH,
  dragBy,
  heightOf,
  typeInto,
  choose,
  expect,
  saved,
  test,
  words,
  layerRows,
  mediumField,
  openGroup,
  openPart,
  pick,
} from "./marlstone";

const MIX = "Potting mix, peat-based";

test("the demo setups read sensibly", async ({ page, open }) => {
  const readings = page.getByRole("region", { name: "Readings" });
  await open(TROUGH);
  await expect(readings).toContainText(
    words(String.raw`Free water stands at 7\.5 cm, in the gravel reservoir; 6\.08 L lies below that level`),
  );
  await expect(readings).toContainText(words(String.raw`Waterlogged up to 11 cm`));
  await open(BOG);
  await page.getByRole("radio", { name: "settled, in weeks" }).click();
  await expect(readings).toContainText(words(String.raw`Tight, under 10 % air, up to 16 cm\. The surface, at 18 cm`));
  await open(CARBOY);
  await expect(readings).toContainText(words(String.raw`It takes 1\.22 L more before water first stands in the soil`));
});

test("a grower makes a setup, stacks it, drags a level, and finds it again", async ({ page, marlstone }) => {
  await page.goto(marlstone.url);
  await page.getByRole("link", { name: "New setup" }).click();
  await page.getByLabel("Name", { exact: true }).fill("Stair shelf mint");
  await page.getByLabel("Lives there").selectOption({ label: "water's edge: arrowhead, corms, marginals" });
  for (const [name, size] of [
    ["Inside length", "16 in"],
    ["Inside width", "18"],
    ["Length at the base", "16 in"],
    ["Width at the base", "18"],
    ["Inside depth", "22"],
  ] as const)
    await page.getByRole("textbox", { name }).fill(size);
  await page.getByText("Water over the soil", { exact: true }).click();
  await expect(page.getByText("16.1 L to the rim")).toBeVisible();
  // what comes of it is told before it is made
  const preview = page.getByRole("complementary", { name: "What comes of it" });
  await expect(preview.getByText(words(String.raw`over the soil, [\d.]+ L`))).toBeVisible();
  await page.getByRole("button", { name: /Make it/ }).click();
  await expect(
    (await openGroup(page, "Water and air")).getByText(words("Water stands [\\d.]+ cm deep over the soil")),
  ).toBeVisible();
  await openPart(page, /overflow/u);
  await page.getByRole("button", { name: "Remove Overflow hole" }).click();
  await openPart(page, /^filled to/u);
  await typeInto(page.getByRole("textbox", { name: "Free water level" }), "5.5");
  await openPart(page, /^Aquatic loam/u);
  await page.getByRole("button", { name: "Remove Aquatic loam" }).click();

  await expect(page.getByText("There are no layers yet. Add one to see what the water does.").first()).toBeVisible();
  // a list to choose from comes first, found by what one is for as well; then the keyboard stands in the new row
  await page.getByRole("button", { name: "Add", exact: true }).click();
  await page.getByPlaceholder("Type some of its name").fill("drain");
  await expect(page.getByRole("option", { name: /Pea gravel 6–10 mm.*reservoir, or to drain into/u })).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(page.getByRole("button", { name: "Add", exact: true })).toBeFocused();
  await addPart(page, "Pumice 6–12 mm");
  await expect(
    layerRows(page)
      .filter({ hasText: "roots" })
      .getByRole("button", { name: /^Pumice 6–12/u }),
  ).toBeFocused();
  await addPart(page, MIX);
  // what water drains into is not counted as rooted once soil lies on it, and every row says so
  await expect(
    page.getByText(/Pumice 6–12 mm lies under soil now, so it is not counted as rooted/u).first(),
  ).toBeVisible();
  await expect(layerRows(page).last()).not.toContainText("roots");
  await openPart(page, /^Pumice 6–12/u);
  await choose(mediumField(page), "Scoria 10–25 mm");
  await openPart(page, /^Potting mix/u);
  await typeInto(page.getByRole("textbox", { name: `Thickness of ${MIX}` }), "8.5");

  const level = page.getByRole("slider", { name: "Free water level" });
  const before = await heightOf(level);
  await dragBy(page, level, 60);
  expect(await heightOf(level)).toBeLessThan(before);
  await saved(page);
  const kept = await heightOf(level);
  await expect((await openGroup(page, "Supply against demand")).getByText(/^Refill mark/u)).toBeVisible();
  await expect(page.getByText("following", { exact: true })).toHaveCount(0);
  const readings = page.getByRole("region", { name: "Readings" });
  await expect(readings.locator("[aria-live=polite].sr-only")).not.toBeEmpty();
  // what is told is told again after a reload, word for word
  const shown = readings.getByRole("paragraph").and(page.locator(":not([aria-live])"));
  const said = await shown.allTextContents();
  expect(said.join("")).not.toBe("");

  await page.reload();
  await expect(page.getByRole("slider", { name: "Free water level" })).toHaveAttribute("aria-valuenow", String(kept));
  for (const title of ["Water and air", "Supply against demand"]) await openGroup(page, title);
  await expect(shown).toHaveText(said);
  expect(
    marlstone.stored("Stair shelf mint").layers.map(({ mediumId, thicknessCm }) => [mediumId, thicknessCm]),
  ).toEqual([
    ["scoria-10-25", 11],
    ["potting-mix-peat-based", 8.5],
  ]);
});

test("boundaries, levels and holes are dragged in the drawing and typed as numbers, in cm or inches", async ({
  page,
  open,
  marlstone,
}) => {
  await open(TROUGH);
  const boundary = page.getByRole("slider", { name: "Top of wick bed" });
  await dragBy(page, boundary, -40);
  expect(await heightOf(boundary)).toBeGreaterThan(12);
  await saved(page);
  expect(marlstone.stored(TROUGH).layers.reduce((sum, { thicknessCm }) => sum + thicknessCm, 0)).toBeCloseTo(30, 6);

  const overflow = page.getByRole("slider", { name: "Overflow hole" });
  await dragBy(page, overflow, 60);
  expect(await heightOf(page.getByRole("slider", { name: "Free water level" }))).toBeLessThanOrEqual(
    await heightOf(overflow),
  );

  await openPart(page, /overflow/u);
  await typeInto(page.getByRole("textbox", { name: "Overflow hole", exact: true }), "3 in");
  await expect(overflow).toHaveAttribute("aria-valuenow", "7.62");
  await page.getByRole("button", { name: /Change to inches/ }).click();
  await expect(page.getByRole("textbox", { name: "Overflow hole", exact: true })).toHaveValue("3");
  await expect(page.getByRole("region", { name: "Readings" })).toContainText(/Free water stands at [\d.]+\sin/);
  await page.reload();
  await openPart(page, /overflow/u);
  await expect(page.getByRole("textbox", { name: "Overflow hole", exact: true })).toHaveValue("3");
  await page.getByRole("button", { name: /Change to centimetres/ }).click();
});

test("the keyboard alone is enough", async ({ page, open, marlstone }) => {
  await open(BOG);
  const rows = layerRows(page);
  const line = (row: Locator): Locator => row.locator("[data-part]");
  await line(rows.first()).focus();
  await page.keyboard.press("ArrowDown");
  await expect(rows.nth(1)).toHaveAttribute("aria-current", "true");
  await page.keyboard.press("Alt+ArrowUp");
  await expect(rows.first()).toHaveAccessibleName(/bog peat/);
  await page.keyboard.press("Control+z");
  await expect(rows.first()).toHaveAccessibleName(/moss top/);

  const outlet = page.getByRole("slider", { name: "Outlet" });
  await outlet.focus();
  await page.keyboard.press("ArrowUp");
  await page.keyboard.press("Shift+ArrowUp");
  await expect(outlet).toHaveAttribute("aria-valuenow", "11.6");
  await saved(page);
  expect(marlstone.stored(BOG).fixtures).toContainEqual(expect.objectContaining({ id: "outlet", lipCm: 11.6 }));
  await page.keyboard.press("Home");
  await expect(outlet).toHaveAttribute("aria-valuenow", "0");
  await page.keyboard.press("Control+z");
  await expect(outlet).toHaveAttribute("aria-valuenow", "11.6");

  await line(rows.first()).focus();
  await page.keyboard.press("a");
  await expect(page.getByPlaceholder("Type some of its name")).toBeFocused();
  await page.keyboard.type("fine sand");
  await page.keyboard.press("Enter");
  await expect(rows).toHaveCount(4);
  await page.keyboard.press("Control+z");
  await expect(rows).toHaveCount(3);
  await line(rows.last()).focus();
  await page.keyboard.press("Delete");
  await expect(rows).toHaveCount(2);
  await page.keyboard.press("Control+z");
  await expect(rows).toHaveCount(3);

  await page.getByRole("button", { name: "Move moss top", exact: true }).focus();
  await page.keyboard.press("Space");
  await page.keyboard.press("ArrowDown");
  await expect(page.getByText("moss top: moved to place 2 of 3 from the top.")).toBeAttached();
  await page.keyboard.press("Space");
  await expect(rows.nth(1)).toHaveAccessibleName(/moss top/);
  await page.keyboard.press("Control+z");
  await expect(rows.first()).toHaveAccessibleName(/moss top/);

  await page.getByRole("slider", { name: "Read water and air at a height" }).focus();
  await page.keyboard.press("End");
  await expect(page.getByRole("slider", { name: "Read water and air at a height" })).toHaveAttribute(
    "aria-valuetext",
    words(String.raw`^18.cm, water \d+.%, air \d+.%$`),
  );

  // from a line to what it is taken hold of by, and back
  await line(rows.nth(1)).focus();
  await page.keyboard.press("ArrowRight");
  await expect(page.getByRole("slider", { name: "Top of bog peat" })).toBeFocused();
  await page.keyboard.press("Enter");
  await expect(line(rows.nth(1))).toBeFocused();
  await line(rows.first()).focus();
  await page.keyboard.press("Enter");
  const medium = mediumField(page);
  await medium.focus();
  await page.keyboard.press("ArrowDown");
  await expect(page.getByPlaceholder("Type some of its name")).toBeFocused();
  await page.keyboard.type("moon dust");
  await expect(page.getByText("Nothing here is called that.")).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(medium).toBeFocused();
  await page.keyboard.press("Enter");
  await expect(page.getByPlaceholder("Type some of its name")).toBeFocused();
  await page.keyboard.type("pumice 6");
  await page.keyboard.press("Enter");
  await expect(medium).toHaveText("Pumice 6–12 mm");
  await expect(medium).toBeFocused();

  await page.keyboard.press("?");
  await expect(page.getByRole("dialog", { name: "Keys" })).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(page.getByRole("dialog")).toHaveCount(0);
});

test("layers are moved by their grips with the keyboard alone, and it is said where to", async ({
  page,
  open,
  marlstone,
}) => {
  await open(BOG);
  const order = (): string[] => marlstone.stored(BOG).layers.map(({ mediumId }) => mediumId);
  const before = order();
  const grip = page.getByRole("button", { name: "Move moss top", exact: true });
  await grip.focus();
  await page.keyboard.press("Space");
  await expect(grip).toHaveAttribute("aria-pressed", "true");
  await page.keyboard.press("ArrowDown");
  await expect(page.getByText("moss top: moved to place 2 of 3 from the top.")).toBeAttached();
  await expect(grip).toBeFocused();
  await page.keyboard.press("ArrowDown");
  await expect(page.getByText("moss top: moved to place 3 of 3 from the top.")).toBeAttached();
  await page.keyboard.press("ArrowDown");
  await expect(page.getByText("moss top: it is at the bottom.")).toBeAttached();
  await page.keyboard.press("Space");
  await expect(grip).toHaveAttribute("aria-pressed", "false");
  await saved(page);
  expect(order()).toEqual([before[2], before[0], before[1]]);
  // put down, the arrows belong to the list again
  await page.keyboard.press("ArrowUp");
  await saved(page);
  expect(order()).toEqual([before[2], before[0], before[1]]);
});

test("the section tells who does not see it what it shows", async ({ page, open }) => {
  await open(TROUGH);
  const section = page.getByRole("group", { name: "Section and water profile, to scale" });
  await expect(section).toHaveAccessibleDescription(
    words(String.raw`A vessel \d+ cm deep.*From the top: bark mulch.*rooted, \d+ % air.*Wet zone to [\d.]+ cm`),
  );
  const names = await page
    .getByRole("region", { name: "Parts" })
    .getByRole("button")
    .evaluateAll((buttons) => buttons.map((button) => button.getAttribute("aria-label") ?? button.textContent));
  expect(names.length).toBeGreaterThan(10);
  expect(new Set(names).size).toBe(names.length);
});

test("layers are dragged to another place, renamed, and selected in list, section and profile alike", async ({
  page,
  open,
  marlstone,
}) => {
  await open(BOG);
  const rows = layerRows(page);
  const [grip, target] = [
    await page.getByRole("button", { name: "Move moss top", exact: true }).boundingBox(),
    await rows.last().boundingBox(),
  ];
  await page.mouse.move(grip!.x + 5, grip!.y + 8);
  await page.mouse.down();
  await page.mouse.move(grip!.x + 5, grip!.y + 40, { steps: 4 });
  await page.mouse.move(grip!.x + 5, target!.y + target!.height / 2 + 10, { steps: 8 });
  await page.mouse.up();
  await expect(rows.last()).toHaveAccessibleName(/moss top/);
  await saved(page);
  expect(marlstone.stored(BOG).layers[0]!.mediumId).toBe("long-fibre-sphagnum-loose");
  await page.getByRole("button", { name: /^Undo/ }).click();
  await expect(rows.first()).toHaveAccessibleName(/moss top/);

  const board = page.getByRole("group", { name: /Section and water profile/ });
  await board.getByText("bog peat").click();
  await expect(rows.nth(1)).toHaveAttribute("aria-current", "true");
  await typeInto(page.getByLabel("Name of this layer, now bog peat"), "peat of the sink");
  await expect(board.getByText("peat of the sink")).toBeVisible();
  await page.getByRole("button", { name: /^Undo: Named/ }).click();
  await expect(board.getByText("bog peat")).toBeVisible();
});

test("undo and redo go on across a reload", async ({ page, open }) => {
  await open(CARBOY);
  await openPart(page, /of water in it/u);
  const dose = page.getByRole("textbox", { name: "Water in there, all told" });
  await page.getByRole("button", { name: "+ 50 mL" }).click();
  await page.getByRole("button", { name: "+ 50 mL" }).click();
  await expect(dose).toHaveValue("3.2");
  await saved(page);
  await page.reload();
  await page.keyboard.press("Control+z");
  await openPart(page, /of water in it/u);
  await expect(dose).toHaveValue("3.15");
  await saved(page);
  await page.reload();
  await page.keyboard.press("Control+Shift+z");
  await openPart(page, /of water in it/u);
  await expect(dose).toHaveValue("3.2");
  await page.keyboard.press("Control+z");
  await page.keyboard.press("Control+z");
  await expect(dose).toHaveValue("3.1");
  await saved(page);
});

test("every way of filling it and every shape can be changed into one another, with nothing refused", async ({
  page,
  open,
}) => {
  await open(TROUGH);
  await openPart(page, /^filled to/u);
  const [level, soaking, volume] = [
    "filled to a level",
    "soaked from the top, then left to drain",
    "so much poured in",
  ] as const;
  for (const by of [soaking, volume, level, volume, soaking, level]) {
    await pick(page.getByRole("combobox", { name: "How the water came in" }), by);
    await expect(
      (await openGroup(page, "Water and air")).getByRole("heading", { name: "Where water stands" }),
    ).toBeVisible();
    await expect(page.locator(".said")).toHaveCount(0);
  }
  await openPart(page, /^box/u);
  const shapes = page.getByRole("combobox", { name: "Shape" });
  await pick(shapes, "round");
  await expect(page.getByRole("textbox", { name: "Inside diameter", exact: true })).toHaveValue("50.8");
  for (const shape of [
    "square",
    "oval",
    "half barrel",
    "bowl",
    "bath tub",
    "bottle or carboy",
    "measured by pouring",
    "rectangular",
  ]) {
    await pick(shapes, shape);
    await expect(page.locator(".said")).toHaveCount(0);
  }
  await saved(page);
});

test("a drained vessel is shown a day after a soaking, with gravel perching water, and settled beside it", async ({
  page,
  open,
}) => {
  await open(BOG);
  const readings = page.getByRole("region", { name: "Readings" });
  await openGroup(page, "Water and air");
  await openPart(page, /outlet/u);
  await typeInto(page.getByRole("textbox", { name: "Outlet", exact: true }), "0");
  await expect(page.getByText(/draining it/)).toHaveCount(0);
  await expect(readings).toContainText(words(String.raw`and from 3 cm to 3\.8 cm: air space under 5 %`));
  await expect(readings).toContainText("Shown is a day after a soaking");
  await page.getByRole("button", { name: "Why: How high the wet zone reaches" }).click();
  await expect(page.getByRole("dialog", { name: /Why/ })).toContainText("drained for 24 hours");
  await page.keyboard.press("Escape");
  await page.getByRole("radio", { name: "settled, in weeks" }).click();
  await expect(readings).toContainText("Shown is the settled state");
  await page.keyboard.press("Control+z");
  await saved(page);
});

test("a number tells why", async ({ page, open }) => {
  await open(TROUGH);
  await openGroup(page, "Water and air");
  await page.getByRole("button", { name: "Why: How high the wet zone reaches" }).click();
  const why = page.getByRole("dialog", { name: "Why: How high the wet zone reaches" });
  await expect(why).toContainText("Air space = pores less water");
  await expect(why).toContainText("Wesseling & van Wijk (1957)");
  await expect(why).toContainText(words(String.raw`Fine sand: 0 %–6 % air in a 15 cm pot`));
});
