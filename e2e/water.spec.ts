import {
  BOG,
  CARBOY,
  TALL_POT,
  TROUGH,
  heightOf,
  typeInto,
  choose,
  expect,
  saved,
  test,
  words,
  mediumField,
  openGroup,
  openPart,
  pick,
} from "./marlstone";

// Water that moves: supply against demand, a layer taken out, a state held, doses, a run.

const MIX = "Potting mix, peat-based";

test("the refill mark rises on a hot day, falls on a cool one, and is drawn where the curve crosses the demand", async ({
  page,
  open,
}) => {
  await open(TROUGH);
  const supply = await openGroup(page, "Supply against demand");
  const mark = async (): Promise<number> => {
    await expect(supply.getByText("following", { exact: true })).toHaveCount(0);
    const text = await supply
      .getByText(words(String.raw`Refill when the surface has fallen to [\d.]+ cm`))
      .textContent();
    return Number(/fallen to ([\d.]+)/u.exec(text!)![1]);
  };
  const usual = await mark();
  await supply.getByRole("button", { name: "change it" }).click();
  const day = page.getByRole("listitem", { name: /^a day takes/u });
  await day.getByRole("button", { name: "hot day" }).click();
  await expect(supply.getByText(words("a day takes 1.62 L a day")).first()).toBeVisible();
  const hot = await mark();
  await typeInto(day.getByRole("textbox", { name: "A day takes" }), "0.04 in");
  await expect(supply.getByText(words("a day takes 206 mL a day")).first()).toBeVisible();
  const cool = await mark();
  expect(cool).toBeLessThan(usual);
  expect(hot).toBeGreaterThan(usual);

  await page.getByRole("radio", { name: "supply", exact: true }).click();
  const board = page.getByRole("group", { name: "Section and water profile, to scale" });
  await expect(board.getByText(words(`refill (?:at )?${cool} cm`))).toBeVisible();
  await expect(board.getByText("soaked first")).toBeVisible();
  await expect(board.getByText("wicked up")).toBeVisible();

  await typeInto(day.getByRole("textbox", { name: "A day takes" }), "-2");
  await expect(day.getByText("cannot take less than nothing")).toBeVisible();
  await typeInto(day.getByRole("textbox", { name: "A day takes" }), "4 km");
  await expect(day.getByText("“km” is not a unit")).toBeVisible();
});

test("a wick that starts dry never starts, and the section shows it dry", async ({ page, open }) => {
  await open(TROUGH);
  await openPart(page, /^filled to/u);
  await pick(page.getByRole("combobox", { name: "How it got wet" }), "wicked up from dry");
  await saved(page);
  const supply = await openGroup(page, "Supply against demand");
  await openGroup(page, "Water and air");
  await expect(supply.getByText("sheds water and next to nothing rises through it").first()).toBeVisible();
  await expect(page.getByText(words("The root zone has 74 % air on the whole"))).toBeVisible();
  await page.getByRole("button", { name: "Why: How high the wet zone reaches" }).click();
  await expect(page.getByText("what repels water has stayed dry")).toBeVisible();
});

test("with or without the drainage layer: both stand side by side a day after a soaking, and one press goes back", async ({
  page,
  open,
  marlstone,
}) => {
  await open(BOG);
  await openPart(page, /outlet/u);
  await typeInto(page.getByRole("textbox", { name: "Outlet", exact: true }), "0");
  await saved(page);
  const before = marlstone.stored(BOG);
  await openGroup(page, "Held against");
  await page.getByRole("button", { name: "Without drainage layer" }).click();
  const compared = page.getByRole("region", { name: "Held against now" });
  await expect(
    compared.getByText(
      words(
        String.raw`water perches on the pea gravel 6–10 mm: all that is wet in the soil lies [\d.]+ cm higher than it would without the layer, by its 3 cm less the 2\.\d cm`,
      ),
    ),
  ).toBeVisible();
  await expect(compared.getByText(words(String.raw`[\d.]+ L more rooted soil`))).toBeVisible();
  const board = page.getByRole("group", { name: "Section and water profile, to scale" });
  await expect(board.getByText("held")).toBeVisible();
  await saved(page);
  expect(marlstone.stored(BOG).layers.map(({ thicknessCm }) => thicknessCm)).toEqual([16, 2]);
  await compared.getByRole("button", { name: "Go back to it" }).click();
  await saved(page);
  expect(marlstone.stored(BOG)).toEqual(before);
  await expect(compared).toHaveCount(0);
});

test("a thick layer of void-filler in a drained pot lifts the wet zone by its thickness, less what its contacts pass on", async ({
  page,
  open,
}) => {
  await open(TALL_POT);
  await openGroup(page, "Held against");
  await page.getByRole("button", { name: "Without drainage layer" }).click();
  await expect(
    page
      .getByRole("region", { name: "Held against now" })
      .getByText(
        words(
          String.raw`water perches on the fired clay pebbles 8–16 mm: all that is wet in the soil lies 1\d(\.\d)? cm higher than it would without the layer, by its 20 cm less the [\d.]+ cm`,
        ),
      ),
  ).toBeVisible({ timeout: 30_000 });
});

test("in a sealed vessel the layer is where a spill goes", async ({ page, open }) => {
  await open(CARBOY);
  await openGroup(page, "Held against");
  await page.getByRole("button", { name: "With drainage layer" }).click();
  const compared = page.getByRole("region", { name: "Held against now" });
  await expect(
    compared.getByText(
      words(
        String.raw`the pea gravel 6–10 mm is the only place for a spill to go. With it 1\.7\d L more can come in .* without it 1\.2\d L does it`,
      ),
    ),
  ).toBeVisible();
  // the soil it takes the place of took its own water along
  await openPart(page, /of water in it/u);
  expect(await page.getByRole("textbox", { name: "Water in there, all told" }).inputValue()).not.toBe("3.1");
});

test("a state can be held against any change", async ({ page, open }) => {
  await open(TROUGH);
  await openGroup(page, "Held against");
  await page.getByRole("button", { name: "Hold this state" }).click();
  const compared = page.getByRole("region", { name: "Held against now" });
  await expect(compared.getByText("No difference that counts yet")).toBeVisible();
  await openPart(page, /^Potting mix/u);
  await typeInto(page.getByRole("textbox", { name: `Thickness of ${MIX}` }), "12");
  await expect(compared.getByText(words("stack 5 cm lower"))).toBeVisible();
  await expect(compared.getByText(words(String.raw`[\d.]+ L less rooted soil`))).toBeVisible();
  await page.getByRole("button", { name: /^Undo/u }).click();
  await expect(compared.getByText("No difference that counts yet")).toBeVisible();
  await compared.getByRole("button", { name: "Take it as it is now" }).click();
  await expect(compared).toHaveCount(0);
});

test("each further dose is told, and the one at which water first stands in the root zone", async ({ page, open }) => {
  await open(CARBOY);
  await openGroup(page, "Each further dose");
  const doses = page.getByRole("table");
  await expect(doses.getByRole("row", { name: /^now/u })).toContainText(words("35 %"));
  await expect(doses.getByRole("row", { name: words(String.raw`^\+ 300 mL`) })).toBeVisible();
  await expect(doses.getByRole("row", { name: words(String.raw`^\+ 1.22 L`) })).toContainText(
    "water first stands in the root zone",
  );
  await openPart(page, /of water in it/u);
  await page.getByRole("button", { name: words(String.raw`^\+ 50 mL`) }).click();
  await expect(doses.getByRole("row", { name: words(String.raw`^\+ 1.17 L`) })).toContainText(
    "water first stands in the root zone",
  );
});

test("wick feet stand in open water, of a number and a width; ones that do not stand in there are explained", async ({
  page,
  open,
  marlstone,
}) => {
  await open(TROUGH);
  await openPart(page, /^gravel reservoir/u);
  await choose(mediumField(page), MIX);
  const goes = page.getByRole("combobox", { name: "Goes" });
  await goes.click();
  await page.getByRole("option", { name: "in feet or baskets" }).click();
  await expect(goes).toHaveText("in feet or cords");
  await pick(page.getByRole("combobox", { name: "Cut" }), "square");
  await typeInto(page.getByRole("textbox", { name: "Each across" }), "7.8");
  await saved(page);
  expect(marlstone.stored(TROUGH).layers[0]!.legs).toEqual({ section: "square", acrossCm: 7.8, count: 4 });
  await openGroup(page, "Water and air");
  await expect(page.getByText(words(String.raw`1[45](\.\d)? L lies below that level`))).toBeVisible();
  await typeInto(page.getByRole("textbox", { name: "How many", exact: true }), "90");
  await expect(page.getByText("do not stand beside one another in there")).toBeVisible();
  await typeInto(page.getByRole("textbox", { name: "How many", exact: true }), "2.5");
  await expect(page.getByText("A whole number, from 1 to 1000.")).toBeVisible();
});

test("the refill mark and the day it falls short are two moments, said in one sentence and marked on the run", async ({
  page,
  open,
}) => {
  await open(TROUGH);
  await expect(
    (await openGroup(page, "Supply against demand")).getByText(
      /From then on it feeds more slowly than they drink; the soil's own water/u,
    ),
  ).toBeVisible();
  await page.getByRole("button", { name: "Run it" }).click();
  await expect(page.getByRole("slider", { name: "Hour of the run" })).toBeVisible({ timeout: 30_000 });
  await typeInto(page.getByLabel("Dry days"), "30");
  const run = page.getByRole("region", { name: "Run" });
  await expect(run.locator('[data-moment="slower"]')).toBeVisible({ timeout: 60_000 });
  await expect(run.locator('[data-moment="short"]')).toBeVisible();
  await expect(run).toContainText(
    /From dry day \d+ the reservoir, under its refill mark, feeds more slowly than they drink; the soil carries them to dry day \d+/u,
  );
});

test("a jar filled dry is told what to begin with and where to stop; what it holds at last is on show", async ({
  page,
  open,
  marlstone,
}) => {
  await open(CARBOY);
  await openGroup(page, "Water and air");
  await openPart(page, /of water in it/u);
  const water = page.getByRole("textbox", { name: "Water in there, all told" });
  for (const dry of ["0", "50 mL"]) {
    await typeInto(water, dry);
    await expect(
      page.getByText(/^Everything is dry: begin with .* and stop at .*, at which water first stands/u),
    ).toBeVisible();
  }
  await saved(page);
  expect(marlstone.stored(CARBOY).water.storedCm3).toBe(50);
  // water that stands over the soil is drawn, however high
  await typeInto(water, "6.5");
  const level = page.getByRole("slider", { name: "Free water level of the dose" });
  const [box, frame] = [await level.boundingBox(), await page.getByRole("group", { name: /^Section/u }).boundingBox()];
  expect(box!.y).toBeGreaterThanOrEqual(frame!.y - 12);
});

test("a run is played, scrubbed and closed by a change; days that make no sense are refused in place", async ({
  page,
  open,
}) => {
  await open(TROUGH);
  await page.getByRole("button", { name: "Run it" }).click();
  const run = page.getByRole("region", { name: "Run" });
  const hour = run.getByRole("slider", { name: "Hour of the run" });
  await expect(hour).toBeVisible({ timeout: 30_000 });
  await expect(run.getByText(words("In the dry days 4\\.44 L of the 4\\.44 L asked was drunk"))).toBeVisible();
  const water = await openGroup(page, "Water and air");
  await expect(water.getByText("The whole stack is waterlogged, to its surface.")).toBeVisible();
  await run.getByRole("button", { name: "Play the run" }).click();
  await expect.poll(async () => Number(await hour.getAttribute("aria-valuenow"))).toBeGreaterThan(3);
  await run.getByRole("button", { name: "Pause the run" }).click();
  await hour.press("End");
  await expect(hour).toHaveAttribute("aria-valuetext", /a day after$/u);
  await expect(page.getByRole("slider", { name: "Free water level" })).toHaveCount(0);

  await typeInto(run.getByRole("textbox", { name: "Dry days" }), "99");
  await expect(run.getByText("A whole number, from 1 to 30.")).toBeVisible();
  await typeInto(run.getByRole("textbox", { name: "Dry days" }), "2");
  await expect(run.getByText(words("of the 1\\.78 L asked"))).toBeVisible({ timeout: 30_000 });

  await openPart(page, /^filled to/u);
  await typeInto(page.getByRole("textbox", { name: "Free water level" }), "6");
  await expect(run).toHaveCount(0);
  expect(await heightOf(page.getByRole("slider", { name: "Free water level" }))).toBe(6);
});

test("with less motion asked for, a run goes from stage to stage by hand", async ({ page, open }) => {
  await page.emulateMedia({ reducedMotion: "reduce" });
  await open(CARBOY);
  await page.getByRole("button", { name: "Run it" }).click();
  const run = page.getByRole("region", { name: "Run" });
  await expect(run.getByRole("button", { name: "Play the run" })).toHaveCount(0);
  await run.getByRole("button", { name: "Next stage" }).click({ timeout: 30_000 });
  await expect(run.getByRole("slider", { name: "Hour of the run" })).toHaveAttribute("aria-valuetext", /dry days$/u);
  await run.getByRole("button", { name: "Close the run" }).click();
  await expect(run).toHaveCount(0);
});
