import { addPart, CARBOY, TROUGH, expect, openPart, parts, saved, test, typeInto, words } from "./marlstone";

test("two browsers on one setup: a stale write is refused, both versions are kept and offered", async ({
  browser,
  marlstone,
  open,
}) => {
  const [one, two] = await Promise.all([browser.newContext(), browser.newContext()]);
  const [mine, theirs] = [await one.newPage(), await two.newPage()];
  for (const page of [mine, theirs]) {
    await open(TROUGH, page);
    await openPart(page, /^bark mulch/u);
  }

  await typeInto(theirs.getByRole("textbox", { name: "Thickness of bark mulch" }), "3");
  await saved(theirs);
  await typeInto(mine.getByRole("textbox", { name: "Thickness of bark mulch" }), "1");
  const offer = mine.getByRole("alertdialog", { name: "Two versions of this setup" });
  await expect(offer).toContainText("nothing was overwritten");
  await expect(offer).toContainText(words(String.raw`On show, stored.*bark mulch 3 cm`));
  await expect(offer).toContainText(words(String.raw`Set aside.*bark mulch 1 cm`));
  expect(marlstone.stored(TROUGH).layers.at(-1)!.thicknessCm).toBe(3);

  // it is still offered after the page is gone
  await mine.reload();
  await mine.getByRole("button", { name: "Use the one set aside" }).click();
  await openPart(mine, /^bark mulch/u);
  await expect(mine.getByRole("textbox", { name: "Thickness of bark mulch" })).toHaveValue("1");
  await saved(mine);
  await mine.getByRole("button", { name: /^Undo/ }).click();
  await expect(mine.getByRole("textbox", { name: "Thickness of bark mulch" })).toHaveValue("3");
  await saved(mine);

  // the other comes back into view and follows; then it is its turn to be late, and makes a copy
  await theirs.reload();
  await openPart(theirs, /^bark mulch/u);
  await typeInto(mine.getByRole("textbox", { name: "Thickness of bark mulch" }), "2");
  await saved(mine);
  await typeInto(theirs.getByRole("textbox", { name: "Thickness of bark mulch" }), "3.5");
  await theirs.getByRole("button", { name: "Make the one set aside a setup of its own" }).click();
  await expect(theirs.getByRole("textbox", { name: "Name of the setup" })).toHaveValue(`${TROUGH} (copy)`);
  await openPart(theirs, /^bark mulch/u);
  await expect(theirs.getByRole("textbox", { name: "Thickness of bark mulch" })).toHaveValue("3.5");
  await Promise.all([one.close(), two.close()]);
});

test("two tabs of one browser: the one that is not being worked in follows", async ({ context, open, page }) => {
  const other = await context.newPage();
  for (const one of [page, other]) {
    await open(CARBOY, one);
    await openPart(one, /of water in it/u);
  }
  await page.getByRole("button", { name: "+ 50 mL" }).click();
  await saved(page);
  await expect(other.getByRole("textbox", { name: "Water in there, all told" })).toHaveValue("3.15");
  await page.keyboard.press("Control+z");
  await expect(other.getByRole("textbox", { name: "Water in there, all told" })).toHaveValue("3.1");
  await saved(page);
});

test("kill -9 while the browser is saving loses no acknowledged change, and what was not acknowledged is saved later", async ({
  page,
  open,
  marlstone,
}) => {
  await open(CARBOY);
  await openPart(page, /of water in it/u);
  const add = page.getByRole("button", { name: "+ 50 mL" });
  const acknowledged = (): Promise<number> =>
    page.evaluate(() => performance.getEntriesByName("marlstone.saved").length);
  for (let round = 0; round < 3; round++) {
    const before = Number(await page.getByRole("textbox", { name: "Water in there, all told" }).inputValue());
    const firstSaved = await acknowledged();
    const clicking = (async () => {
      for (let i = 0; i < 8; i++) await add.click();
    })();
    await page.waitForTimeout(15 + round * 40);
    await marlstone.kill();
    await clicking;
    const savedBeforeDeath = (await acknowledged()) - firstSaved;
    await expect(page.getByText(/Not saved: Marlstone does not answer/)).toBeVisible();
    const litres = (marlstone.stored(CARBOY).water.storedCm3 ?? 0) / 1000;
    // an acknowledged write holds at least one of the clicks, of 50 mL each
    expect(litres).toBeGreaterThanOrEqual(before + 0.05 * savedBeforeDeath - 1e-9);
    expect(Number(await page.getByRole("textbox", { name: "Water in there, all told" }).inputValue())).toBeCloseTo(
      before + 0.4,
      9,
    );
    await marlstone.serve();
    await saved(page);
    expect(marlstone.stored(CARBOY).water.storedCm3! / 1000).toBeCloseTo(before + 0.4, 9);
  }
  // each click is a step of its own, whatever was sent twice
  const [{ n }] = marlstone.rows<{ n: number }>(
    "select count(*) n from revisions r join setups s on s.id = r.setup_id where s.name = ? and r.label = 'Added water'",
    CARBOY,
  ) as [{ n: number }];
  expect(n).toBe(24);
});

test("changes made while the server is gone outlive the page", async ({ page, open, marlstone }) => {
  await open(TROUGH);
  await openPart(page, /^wick bed/u);
  const bed = page.getByRole("textbox", { name: "Thickness of wick bed" });
  await expect(bed).toBeVisible();
  await marlstone.kill();
  await typeInto(bed, "4");
  await expect(page.getByText(/Your change is kept in this browser/)).toBeVisible();
  await page.goto("about:blank");
  await marlstone.serve();
  await open(TROUGH);
  await expect(page.getByText("Changes that were not saved last time are taken up again.").first()).toBeVisible();
  await openPart(page, /^wick bed/u);
  await expect(bed).toHaveValue("4");
  await saved(page);
  expect(marlstone.stored(TROUGH).layers[1]!.thicknessCm).toBe(4);
});

test("what of a page had not come when the server died comes when it is back", async ({ page, marlstone }) => {
  await page.goto(marlstone.url);
  const href = await page.getByRole("link", { name: TROUGH }).first().getAttribute("href");
  await page.goto(marlstone.url + href!);
  await expect(parts(page)).toBeVisible();
  await page.waitForLoadState("networkidle");
  await marlstone.kill();
  // nothing was touched yet: what comes at the first sign of life does not come
  const row = await openPart(page, /^wick bed/u);
  await expect(row.getByText("This part has not come from Marlstone yet")).toBeVisible();
  await marlstone.serve();
  const bed = page.getByRole("textbox", { name: "Thickness of wick bed" });
  await expect(bed).toHaveValue("3");
  await expect(page.getByText("This part has not come from Marlstone yet")).toHaveCount(0);
  await typeInto(bed, "4");
  await saved(page);
  // and what was asked for meanwhile has come too, and is there while it is away again
  await page.waitForTimeout(4000);
  await marlstone.kill();
  await openPart(page, /^box/u);
  await expect(page.getByRole("textbox", { name: "Inside depth", exact: true })).toBeVisible();
  await addPart(page, "Tray");
  await expect(parts(page).getByRole("listitem", { name: /^tray/u })).toBeVisible();
  await marlstone.serve();
});

test("what is put into a page that does not answer yet counts once it does", async ({ page, open, marlstone }) => {
  // the page is there to be seen, its scripts are still on their way
  const early = async (path: string, put: () => Promise<void>): Promise<void> => {
    let letGo = (): void => undefined;
    const gone = new Promise<void>((resolve) => (letGo = resolve));
    await page.route("**/_next/static/**/*.js", async (route) => {
      await gone;
      await route.continue();
    });
    await page.goto(marlstone.url + path, { waitUntil: "commit" });
    await put();
    letGo();
    await page.unrouteAll({ behavior: "wait" });
  };
  await early("/media", async () => {
    await page.getByLabel("no peat").check();
    await page.getByLabel("Not harmful to").selectOption("amphibians");
  });
  await expect(page.getByRole("link", { name: "Coir pith, fine" })).toBeVisible();
  await expect(page.getByRole("link", { name: "Sphagnum peat" })).toHaveCount(0);
  await expect(page.getByRole("link", { name: "Aged manure" })).toHaveCount(0);
  await expect(page.getByLabel("no peat")).toBeChecked();

  const clock = page.getByRole("list", { name: "By the clock" }).getByRole("listitem").first();
  await early(`/mixes?recipe=${encodeURIComponent("2 peat, 1 perlite")}`, () =>
    page.getByLabel("begun at").fill("18:30"),
  );
  await expect(clock).toContainText("18:30");
  await early("/mixes", () => page.getByLabel(/^Recipe, in parts/u).fill("2 peat, 1 sand"));
  await expect(page.getByRole("region", { name: "Recipe" }).getByRole("listitem")).toHaveCount(2);

  await early("/", async () => {
    await expect(page.getByRole("link", { name: CARBOY }).first()).toBeVisible();
    await page.keyboard.press("Control+k");
  });
  await page.getByPlaceholder("A setup, layer, medium, mix, kind, page or action").fill("closed carboy");
  await expect(page.getByRole("option", { name: CARBOY }).first()).toBeVisible();

  await open(TROUGH);
  const { pathname } = new URL(page.url());
  // a line is opened, a field filled in, and units are changed
  await early(pathname, async () => {
    await page.getByRole("button", { name: /^Units/u }).click();
    await page.getByRole("textbox", { name: "Name of the setup" }).fill("Trough, early");
    await parts(page)
      .getByRole("button", { name: /^wick bed/u })
      .click();
  });
  await expect(page.getByRole("textbox", { name: "Name of the setup" })).toHaveValue("Trough, early");
  await expect(page.getByRole("textbox", { name: "Thickness of wick bed" })).toBeVisible();
  await expect.poll(() => marlstone.rows("select 1 from setups where name = 'Trough, early'").length).toBe(1);
  await expect(
    page.getByRole("button", { name: "Units: inches and gallons. Change to centimetres and litres" }),
  ).toBeVisible();

  // a form sent by Enter is sent as it was filled in, and its page does not go by the browser's own way
  await early("/new", async () => {
    await page.getByLabel("Name", { exact: true }).fill("Early trough");
    await page.getByLabel("Name", { exact: true }).press("Enter");
  });
  await expect(page.getByRole("textbox", { name: "Name of the setup" })).toHaveValue("Early trough");
});
