import { BOG, CARBOY, TROUGH, typeInto, choose, expect, openPart, saved, shown, test, words } from "./marlstone";

test("each bad size gets a sentence beside its field, and the last good state stays", async ({
  page,
  open,
  marlstone,
}) => {
  await open(TROUGH);
  const before = marlstone.stored(TROUGH);
  const thickness = page.getByRole("textbox", { name: "Thickness of Potting mix, peat-based" });
  const layer = await openPart(page, /^Potting mix/u);
  const cases: [string, RegExp][] = [
    ["0", words(String.raw`must be thicker than 0`)],
    ["-3", words(String.raw`must be thicker than 0`)],
    ["abc", /“abc” is not a length/],
    ["", /Write a length/],
    ["5 L", /“l” is not a unit for a length/],
    ["1e9", /too high/],
    ["40", words(String.raw`The layers come to 53 cm, the vessel is 32 cm deep inside: 21 cm too high`)],
    ["1e999", /not a number that can be used/],
  ];
  for (const [text, sentence] of cases) {
    await typeInto(thickness, text);
    await expect(layer.getByRole("alert")).toContainText(sentence);
    await expect(layer.getByRole("alert")).toContainText(words(String.raw`Still 17 cm`));
    await expect(thickness).toHaveValue(text);
    await expect(page.getByRole("region", { name: "Readings" })).toContainText(
      words(String.raw`Waterlogged up to 11 cm`),
    );
  }
  // once it is left it shows what is in force, and the reason names what was typed
  await thickness.blur();
  await expect(thickness).toHaveValue("17");
  await expect(layer.getByRole("alert")).toContainText("“1e999” was not taken.");
  await thickness.focus();
  await thickness.press("Escape");
  await expect(layer.getByRole("alert")).toHaveCount(0);
  await expect(thickness).toHaveValue("17");

  const vessel = await openPart(page, /^box/u);
  await typeInto(page.getByRole("textbox", { name: "Inside depth", exact: true }), "20");
  await expect(vessel.getByRole("alert")).toContainText(words(String.raw`10 cm too high`));
  await typeInto(page.getByRole("textbox", { name: "Inside length", exact: true }), "78000");
  await expect(vessel).toContainText(/Is the unit right\?/);
  const overflow = await openPart(page, /overflow/u);
  await typeInto(page.getByRole("textbox", { name: "Overflow hole", exact: true }), "90");
  await expect(overflow).toContainText(words(String.raw`above the rim, which is at 32 cm`));
  const water = await openPart(page, /^filled to/u);
  await typeInto(page.getByRole("textbox", { name: "Free water level" }), "12");
  await expect(water).toContainText(words(String.raw`would run out of the overflow hole at 8 cm`));
  expect(marlstone.stored(TROUGH)).toEqual(before);
});

test("an outlet above the rim and a dose over the brim are explained", async ({ page, open }) => {
  await open(BOG);
  const outlet = await openPart(page, /outlet/u);
  await typeInto(page.getByRole("textbox", { name: "Outlet", exact: true }), "25");
  await expect(outlet.getByRole("alert")).toContainText(
    words(String.raw`The hole at 25 cm is above the rim, which is at 20 cm\.`),
  );
  await open(CARBOY);
  const water = await openPart(page, /of water in it/u);
  const dose = page.getByRole("textbox", { name: "Water in there, all told" });
  await typeInto(dose, "60");
  await expect(water.getByRole("alert")).toContainText(/more than the vessel holds to its brim/);
  await typeInto(dose, "-1 L");
  await expect(water.getByRole("alert")).toContainText(/less than no water/);
  await typeInto(dose, "3 cm");
  await expect(water.getByRole("alert")).toContainText(/not a unit for a volume/);
});

test("a stack without layers says so, and an undo brings it back", async ({ page, open }) => {
  await open(CARBOY);
  await openPart(page, /^living moss/u);
  await page.getByRole("button", { name: "Remove living moss" }).click();
  await openPart(page, /^soil of the jar/u);
  await page.getByRole("button", { name: "Remove soil of the jar" }).click();
  await expect(page.getByRole("region", { name: "Readings" })).toContainText("There are no layers yet.");
  await page.keyboard.press("Control+z");
  await page.keyboard.press("Control+z");
  await expect(page.getByRole("region", { name: "Readings" })).toContainText(words(String.raw`It takes 1\.22 L more`));
  await saved(page);
});

test("a new setup with bad sizes is explained in place, and nothing typed is lost", async ({ page, marlstone }) => {
  await page.goto(`${marlstone.url}/new`);
  await page.getByLabel("From the shelf").selectOption({ label: "Patio pot, 30 cm" });
  await page.getByRole("textbox", { name: "Inside diameter" }).fill("wide");
  await page.getByRole("button", { name: /Make it/ }).click();
  await expect(page.getByText(/“wide” is not a length/)).toBeVisible();
  await expect(page.getByRole("textbox", { name: "Inside diameter" })).toHaveValue("wide");
  await page.getByRole("textbox", { name: "Inside diameter" }).fill("-4");
  await page.getByRole("button", { name: /Make it/ }).click();
  await expect(page.getByText("The inside diameter must be greater than 0.")).toBeVisible();
  await expect(page.getByText("Give it a name.")).toBeVisible();
});

test("a row edited by hand: an unknown medium is named beside its layer, the rest can be used", async ({
  page,
  open,
  marlstone,
}) => {
  const spoil = (from: string, to: string): void =>
    void marlstone.rows(
      "update revisions set document = replace(document, ?, ?) where id = (select head_revision_id from setups where name = ?)",
      from,
      to,
      BOG,
    );
  spoil("sphagnum-peat", "moon-dust");
  await page.goto(marlstone.url);
  await expect(page.getByText("“moon-dust” is not in the catalogue.").first()).toBeVisible();
  await open(BOG);
  await openPart(page, /moss top/u);
  const row = page.getByRole("listitem", { name: /bog peat/ });
  await expect(row).toContainText("“moon-dust” is not in the catalogue, so the water cannot be computed.");
  await typeInto(page.getByRole("textbox", { name: "Thickness of moss top" }), "1.5");
  await saved(page);
  await openPart(page, /bog peat/u);
  await choose(row.getByLabel("Medium"), "Sphagnum peat");
  await expect(page.getByRole("region", { name: "Readings" })).toContainText(/Waterlogged up to/);
  await saved(page);
});

test("a row edited by hand into nonsense: the page says what is wrong and goes back to the last whole version", async ({
  page,
  open,
  marlstone,
}) => {
  await open(CARBOY);
  await openPart(page, /of water in it/u);
  await page.getByRole("button", { name: "+ 50 mL" }).click();
  await saved(page);
  marlstone.rows(
    'update revisions set document = \'{"kind":"marlstone.setup","version":1,"name":7}\' where id = (select head_revision_id from setups where name = ?)',
    CARBOY,
  );
  await page.goto(marlstone.url);
  await expect(page.getByText("Its stored version cannot be read.")).toBeVisible();
  await page.getByRole("link", { name: CARBOY }).first().click();
  await expect(page.getByRole("heading", { name: /cannot be read/ })).toBeVisible();
  await expect(page.getByRole("listitem").filter({ hasText: "name: must be a text" })).toBeVisible();
  await page.getByRole("button", { name: "Go back to it" }).click();
  await shown(page);
  await openPart(page, /of water in it/u);
  await expect(page.getByRole("textbox", { name: "Water in there, all told" })).toHaveValue("3.1");
});

test("an address where nothing stands says so", async ({ page, marlstone }) => {
  const response = await page.goto(`${marlstone.url}/setups/nothing-here`);
  expect(response!.status()).toBe(404);
  await expect(page.getByRole("heading", { name: "There is nothing here" })).toBeVisible();
});
