import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Page } from "@playwright/test";
import { Marlstone } from "../scripts/served";
import { BOG, CARBOY, TROUGH, expect, saved, shown, test, faultsOn, layerRows, typeInto, words } from "./marlstone";

const idOf = (marlstone: Marlstone, name: string): string =>
  marlstone.rows<{ id: string }>("select id from setups where name = ?", name)[0]!.id;
const sheetOf = async (page: Page, marlstone: Marlstone, name: string): Promise<void> => {
  await page.goto(`${marlstone.url}/setups/${idOf(marlstone, name)}/sheet`);
  await expect(page.getByRole("heading", { name: "Step by step, from the bottom up" })).toBeVisible();
  // awake: the browser has looked for what waits in it
  await expect(page.getByText("All of it is stored.")).toBeVisible();
};
const step = (page: Page, heading: string) => page.getByRole("checkbox", { name: `Done: ${heading}` });

test("a phone walks through a sheet with the network cut in the middle, and nothing is lost", async ({
  browser,
  marlstone,
}) => {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });
  const page = await context.newPage();
  await sheetOf(page, marlstone, TROUGH);
  // one thumb: the bar at the lower edge names the next step and ticks it
  const done = page.getByRole("button", { name: /^Done: /u });
  await expect(done).toHaveAccessibleName("Done: Make room where it is to stand");
  await done.tap();
  await expect(done).toHaveAccessibleName("Done: Drill the 2 holes in the wall");
  await done.tap();
  await expect(page.getByText(/^2 of 13 done/u)).toBeVisible();
  await expect(page.getByText("All of it is stored.")).toBeVisible();

  await context.setOffline(true);
  await done.tap();
  await done.tap();
  await expect(page.getByText(/^4 of 13 done/u)).toBeVisible();
  await expect(page.getByText(/No connection: \d entries are kept in this browser/u)).toBeVisible();
  const gravel = page
    .getByRole("listitem")
    .filter({ has: page.getByRole("heading", { name: /Fill in gravel reservoir/u }) });
  await gravel.getByRole("button", { name: "it turned out otherwise" }).tap();
  // the fields come with the page's own code, which is here already
  await context.setOffline(false);
  await expect(gravel.getByRole("textbox", { name: /^It came up to/u })).toBeVisible();
  await context.setOffline(true);
  await typeInto(gravel.getByRole("textbox", { name: /^It came up to/u }), "8,6");
  await typeInto(gravel.getByRole("textbox", { name: /^So much went in/u }), "4 gal");
  await step(page, "Fill in gravel reservoir").check();
  await expect(page.getByText(/^5 of 13 done/u)).toBeVisible();
  await context.setOffline(false);
  await expect(page.getByText("All of it is stored.")).toBeVisible({ timeout: 40_000 });

  // the machine dies, and the phone goes on; its page is closed before it is back
  await marlstone.kill();
  await step(page, "Lay the weed cloth").check();
  await expect(page.getByText(/No connection: One entry is kept|No connection: one entry is kept/u)).toBeVisible();
  await page.close();
  await marlstone.serve();
  const again = await context.newPage();
  await sheetOf(again, marlstone, TROUGH);
  await expect(again.getByText(/^6 of 13 done/u)).toBeVisible();
  await expect(step(again, "Lay the weed cloth")).toBeChecked();
  await expect(step(again, "Fill in wick bed")).not.toBeChecked();
  // another phone sees the same, and what was written down
  const other = await (await browser.newContext()).newPage();
  await sheetOf(other, marlstone, TROUGH);
  await expect(other.getByText(/^6 of 13 done/u)).toBeVisible();
  await expect(other.getByText(words("up to 8.6 cm instead of 8 cm"))).toBeVisible();
  await expect(other.getByText(words("15.1 L went in, planned were 16.3 L"))).toBeVisible();
  await other.context().close();
  await context.close();
});

test("what was really built becomes the setup by one change, and undo takes it back", async ({ page, marlstone }) => {
  await sheetOf(page, marlstone, TROUGH);
  const gravel = page
    .getByRole("listitem")
    .filter({ has: page.getByRole("heading", { name: /Fill in gravel reservoir/u }) });
  await gravel.getByRole("button", { name: "it turned out otherwise" }).click();
  const came = gravel.getByRole("textbox", { name: /^It came up to/u });
  await typeInto(came, "deep");
  await expect(gravel.getByRole("alert")).toContainText("“deep” is not a length");
  await typeInto(came, "-3");
  await expect(gravel.getByRole("alert")).toContainText("cannot be meant");
  await typeInto(came, "3.5 in");
  await gravel.getByRole("combobox", { name: /^Filled with, instead/u }).click();
  await page.getByPlaceholder("Type some of its name").fill("coarse sand");
  await page
    .getByRole("option", { name: /^Coarse sand/u })
    .first()
    .click();
  await expect(page.getByText(words("up to 8.9 cm instead of 8 cm"))).toBeVisible();
  await expect(page.getByText("All of it is stored.")).toBeVisible();
  await page.getByRole("button", { name: "Make this the setup" }).click();
  await expect(page.getByText("It is the setup now.")).toBeVisible();
  await expect(page.getByText("This is the setup now.")).toBeVisible();
  await expect(page.getByRole("button", { name: "Make this the setup" })).toHaveCount(0);
  const built = marlstone.stored(TROUGH);
  expect(built.layers[0]).toMatchObject({ mediumId: "coarse-sand-0.5-2", thicknessCm: 8.89 });
  expect(built.layers[1]!.thicknessCm).toBeCloseTo(11 - 8.89, 6);
  // it is called so in the history, and one undo is enough
  await page.getByRole("link", { name: "History", exact: true }).click();
  await expect(page.getByRole("heading", { name: "Versions with a name" })).toBeVisible();
  await expect(page.getByText("“As built”").first()).toBeVisible();
  await page.getByRole("link", { name: "Design", exact: true }).click();
  await page.getByRole("button", { name: "Undo: As built" }).click();
  await saved(page);
  expect(marlstone.stored(TROUGH).layers[0]).toMatchObject({ mediumId: "pea-gravel-6-10", thicknessCm: 8 });
  // the sheet is still of the design it was begun with
  await sheetOf(page, marlstone, TROUGH);
  await expect(page.getByText(words("up to 8.9 cm instead of 8 cm"))).toBeVisible();
});

test("a design changed after the build was begun is told, and followed when asked", async ({
  page,
  marlstone,
  open,
}) => {
  await sheetOf(page, marlstone, TROUGH);
  await step(page, "Make room where it is to stand").check();
  await expect(page.getByText("All of it is stored.")).toBeVisible();
  await open(TROUGH);
  await page.getByRole("textbox", { name: "Name of the setup" }).fill("Trough of the lock");
  await page.keyboard.press("Enter");
  await saved(page);
  await sheetOf(page, marlstone, "Trough of the lock");
  await expect(page.getByRole("heading", { level: 1, name: TROUGH })).toBeVisible();
  await expect(page.getByText("called “Trough of the lock” instead of")).toBeVisible();
  await page.getByRole("button", { name: "Go on by the design as it is now" }).click();
  await expect(page.getByRole("heading", { level: 1, name: "Trough of the lock" })).toBeVisible();
  await expect(step(page, "Make room where it is to stand")).toBeChecked();
  await page.getByRole("button", { name: "Begin again, for another one" }).click();
  await expect(page.getByText(/^0 of 13 done/u)).toBeVisible();
});

test("every sheet prints on A4 and Letter: nothing cut off, boxes to tick, headings with what is under them", async ({
  browser,
  marlstone,
}) => {
  const context = await browser.newContext({ colorScheme: "dark" });
  const page = await context.newPage();
  for (const { id } of marlstone.rows<{ id: string }>("select id from setups")) {
    await page.emulateMedia({ media: "screen" });
    await page.goto(`${marlstone.url}/setups/${id}/sheet`);
    await expect(page.getByText("All of it is stored.")).toBeVisible();
    for (const [format, widthMm] of [
      ["A4", 210],
      ["Letter", 215.9],
    ] as const) {
      const pdf = await page.pdf({ format });
      expect(pdf.subarray(0, 5).toString()).toBe("%PDF-");
      // the width between the margins, as the paper has it
      await page.setViewportSize({ width: Math.floor(((widthMm - 28) / 25.4) * 96), height: 900 });
      await page.emulateMedia({ media: "print" });
      const printed = await page.evaluate(() => {
        const paper = document.documentElement.clientWidth;
        // what is drawn is cut to its drawing
        const shown = [...document.querySelectorAll("main *")].filter(
          (element) => element.getClientRects().length > 0 && !element.parentElement?.closest("svg"),
        );
        const colours = getComputedStyle(document.documentElement);
        return {
          cutOff: shown
            .filter((element) => element.getBoundingClientRect().right > paper + 1)
            .map((element) => element.outerHTML.slice(0, 120)),
          ink: colours.getPropertyValue("--ink").trim(),
          paper: colours.getPropertyValue("--paper").trim(),
          boxes: shown.filter((element) => element.matches("ol input[type=checkbox]")).length,
          steps: shown.filter((element) => element.matches("ol > li")).length,
          buttons: shown.filter((element) => element.matches("button")).length,
          breakable: shown.filter(
            (element) =>
              element.matches("ol > li, tr, figure") &&
              !element.closest("thead") &&
              getComputedStyle(element).breakInside !== "avoid",
          ).length,
          orphans: shown
            .filter(
              (element) => element.matches("section > h2, li h3") && getComputedStyle(element).breakAfter !== "avoid",
            )
            .map((element) => element.textContent),
        };
      });
      expect(printed).toEqual({
        cutOff: [],
        ink: "#000",
        paper: "#fff",
        boxes: printed.steps,
        steps: printed.steps,
        buttons: 0,
        breakable: 0,
        orphans: [],
      });
      expect(printed.steps).toBeGreaterThan(6);
    }
  }
  await context.close();
});

test("a setup goes out as a file and comes in as a copy; what cannot be meant is refused with its reason", async ({
  page,
  marlstone,
}) => {
  await sheetOf(page, marlstone, BOG);
  const [download] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("link", { name: "The setup as a file" }).click(),
  ]);
  expect(download.suggestedFilename()).toBe("stone-sink-bog-butterworts-and-cranberry.setup.json");
  const path = join(marlstone.folder, "bog.setup.json");
  await download.saveAs(path);
  const file = JSON.parse(readFileSync(path, "utf8")) as { version: number; setup: { name: string; layers: object[] } };
  await page.goto(`${marlstone.url}/files`);
  const open = async (name: string, text: string): Promise<void> =>
    page.getByLabel("File to open").setInputFiles({ name, mimeType: "application/json", buffer: Buffer.from(text) });
  await open("bog.setup.json", JSON.stringify(file));
  await page.getByRole("link", { name: "Open it" }).click();
  await expect(page.getByRole("textbox", { name: "Name of the setup" })).toHaveValue(BOG);
  expect(marlstone.rows("select id from setups where name = ?", BOG)).toHaveLength(2);

  await page.goto(`${marlstone.url}/files`);
  const refused = async (name: string, text: string, why: RegExp): Promise<void> => {
    await open(name, text);
    await expect(page.getByRole("alert").filter({ hasText: name })).toContainText(why);
    expect(marlstone.rows("select id from setups")).toHaveLength(13);
  };
  await refused("newer.json", JSON.stringify({ ...file, version: 9 }), /written by a newer Marlstone/u);
  await refused("photo.json", "\u0089PNG", /neither a mix's JSON nor CSV|cannot be read|no file of Marlstone/u);
  await refused("cut.json", JSON.stringify(file).slice(0, 400), /cut off or no JSON/u);
  await refused(
    "deep.json",
    `{"kind":"marlstone.setup-file","version":1,"setup":${"[".repeat(300_000)}`,
    /cut off|JSON/u,
  );
  await refused(
    "high.json",
    JSON.stringify({ ...file, setup: { ...file.setup, layers: [{ ...file.setup.layers[1], thicknessCm: 900 }] } }),
    /./u,
  );
  // a name that would be a script is a name
  const name = "<img src=x onerror=\"document.title='hacked'\">";
  await open("script.json", JSON.stringify({ ...file, setup: { ...file.setup, name } }));
  await page.getByRole("link", { name: "Open it" }).click();
  await expect(page.getByRole("textbox", { name: "Name of the setup" })).toHaveValue(name);
  await sheetOf(page, marlstone, name);
  expect(await page.title()).not.toBe("hacked");
});

test("the section is an SVG to scale that shows by itself, and holds no script whatever the name", async ({
  page,
  marlstone,
}) => {
  const id = idOf(marlstone, CARBOY);
  for (const scale of [1, 2, 5]) {
    const response = await page.request.get(`${marlstone.url}/setups/${id}/section?scale=${scale}`);
    expect(response.headers()["content-type"]).toBe("image/svg+xml");
    const text = await response.text();
    const path = join(marlstone.folder, `section-${scale}.svg`);
    writeFileSync(path, text);
    const widthMm = Number(/width="([\d.]+)mm"/u.exec(text)![1]);
    // as an image nothing outside it is loaded: it brings all it needs
    await page.setContent(`<img src="data:image/svg+xml;base64,${Buffer.from(text).toString("base64")}">`);
    const width = await page.locator("img").evaluate(async (image: HTMLImageElement) => {
      await image.decode();
      return image.naturalWidth;
    });
    expect(width).toBeCloseTo((widthMm / 25.4) * 96, -1);
  }
  expect((await page.request.get(`${marlstone.url}/setups/${id}/section?scale=3`)).status()).toBe(400);
  expect((await page.request.get(`${marlstone.url}/setups/nowhere/section`)).status()).toBe(404);
  expect((await page.request.get(`${marlstone.url}/setups/nowhere/file`)).status()).toBe(404);
});

test("a whole house goes out as one file and comes in whole elsewhere", async ({ page, marlstone }) => {
  await sheetOf(page, marlstone, TROUGH);
  await step(page, "Make room where it is to stand").check();
  await expect(page.getByText("All of it is stored.")).toBeVisible();
  await page.goto(`${marlstone.url}/files`);
  const [download] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("button", { name: "Download the whole house" }).click(),
  ]);
  expect(download.suggestedFilename()).toMatch(/^marlstone-house-\d{4}-\d\d-\d\d\.json$/u);
  const path = join(marlstone.folder, "house.json");
  await download.saveAs(path);
  const empty = mkdtempSync(join(tmpdir(), "marlstone-empty-"));
  const other = await Marlstone.start(empty);
  try {
    await page.goto(other.url);
    await expect(page.getByText("The shelf is empty.")).toBeVisible();
    await page.goto(`${other.url}/files`);
    const takeIn = (): Promise<void> => page.getByLabel("File to open").setInputFiles(path);
    await takeIn();
    await expect(
      page.getByText(/Taken in, with all of their versions: 12 setups, 3 mixes, 1 medium of your own/u),
    ).toBeVisible();
    await sheetOf(page, other, TROUGH);
    await expect(step(page, "Make room where it is to stand")).toBeChecked();
    // a second time all of it is here already
    await page.goto(`${other.url}/files`);
    await takeIn();
    await expect(page.getByText(/There was nothing new in it/u)).toBeVisible();
    expect(other.rows("select id from setups")).toHaveLength(12);
  } finally {
    await other.end();
    rmSync(empty, { recursive: true, force: true });
  }
  // a page of another site cannot send one
  const sent = await page.request.post(`${marlstone.url}/files/open`, {
    data: readFileSync(path, "utf8"),
    headers: { Origin: "https://elsewhere.example", "Content-Type": "text/plain" },
  });
  expect(sent.status()).toBe(403);
});

test("a house of many MB comes in whole, past what a page may otherwise send", async ({ page, marlstone }) => {
  const response = await page.request.post(`${marlstone.url}/files/house`);
  const house = JSON.parse(await response.text()) as {
    setups: { id: string; head: number; log: object[]; revisions: { changeId: string; parent: number | null }[] }[];
  };
  const [pattern] = house.setups;
  // a thousand setups with a dozen versions each
  house.setups = Array.from({ length: 1000 }, (_, i) => ({
    ...pattern!,
    id: `big-${i}`,
    head: 11,
    log: pattern!.log.slice(0, 10),
    revisions: Array.from({ length: 12 }, (__, k) => ({
      ...pattern!.revisions[0]!,
      changeId: `change-${k}`,
      parent: k === 0 ? null : k - 1,
    })),
  }));
  const text = JSON.stringify(house);
  expect(text.length).toBeGreaterThan(15e6);
  const sent = await page.request.post(`${marlstone.url}/files/open`, {
    data: text,
    headers: { "Content-Type": "text/plain" },
    timeout: 50_000,
  });
  expect(await sent.json()).toMatchObject({ ok: true, value: { what: "house" } });
  expect(marlstone.rows("select id from setups")).toHaveLength(1012);
  expect(marlstone.rows("select id from revisions where setup_id = 'big-999'")).toHaveLength(12);
  // the palette still finds one by its name
  await page.goto(marlstone.url);
  await page.keyboard.press("Control+k");
  await page.getByPlaceholder("A setup, layer, medium, mix, kind, page or action").fill("closed carboy");
  await expect(page.getByRole("option", { name: CARBOY }).first()).toBeVisible();
});

test("versions are named, compared with now, and gone back to", async ({ page, marlstone, open }) => {
  await open(TROUGH);
  const name = page.getByRole("textbox", { name: "Name of the setup" });
  for (const text of ["First", "Second"]) {
    await typeInto(name, text);
    await saved(page);
  }
  await page.getByRole("link", { name: "Build", exact: true }).click();
  await page.getByRole("link", { name: "History", exact: true }).click();
  const line = (label: string) => page.getByRole("listitem").filter({ hasText: label });
  await expect(line("Named Second")).toContainText("(now)");
  await page.getByRole("button", { name: "Name Named First" }).click();
  await page.keyboard.press("Enter");
  await expect(page.getByText("Write a name for this version.")).toBeVisible();
  await page.getByRole("textbox", { name: "Name for the version Named First" }).fill("before the hot summer");
  await page.keyboard.press("Enter");
  await expect(page.getByText("That version is called “before the hot summer” now.")).toBeVisible();
  await expect(page.getByRole("heading", { name: "Versions with a name" })).toBeVisible();
  await line("Made").getByRole("link", { name: "compare with now" }).click();
  await expect(page.getByText(`called “Second” instead of “${TROUGH}”`)).toBeVisible();
  await page.getByRole("button", { name: "Go back to Named First" }).first().click();
  await expect(page.getByText("That version is the setup now.")).toBeVisible();
  await expect(line("Back to “before the hot summer”").first()).toContainText("(now)");
  expect(marlstone.stored("First").name).toBe("First");
  await page.getByRole("button", { name: "Drop the name before the hot summer" }).first().click();
  await expect(page.getByRole("heading", { name: "Versions with a name" })).toHaveCount(0);
  // and undo in the section takes the going back back
  await page.getByRole("link", { name: "Design", exact: true }).click();
  await page.getByRole("button", { name: /^Undo: Back to/u }).click();
  await saved(page);
  expect(marlstone.stored("Second").name).toBe("Second");
});

test("the palette finds anything from anywhere by some of its name, slips forgiven, by keys alone", async ({
  page,
  marlstone,
  open,
}) => {
  await page.goto(marlstone.url);
  await page.keyboard.press("Control+k");
  const field = page.getByPlaceholder("A setup, layer, medium, mix, kind, page or action");
  await expect(field).toBeFocused();
  await field.fill("terace trogh");
  await expect(page.getByRole("option", { name: TROUGH }).first()).toBeVisible();
  await page.keyboard.press("Enter");
  await shown(page);
  // a layer is gone to, and is the one that is selected there
  await page.keyboard.press("Control+k");
  await field.fill("bog peat");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("textbox", { name: "Name of the setup" })).toHaveValue(BOG);
  await expect(layerRows(page).and(page.locator("[aria-current=true]"))).toContainText("bog peat");
  await expect(page.getByRole("combobox", { name: "Medium of bog peat" })).toHaveText("Sphagnum peat");
  // what can be pressed here, with its keys
  await open(TROUGH);
  await typeInto(page.getByRole("textbox", { name: "Name of the setup" }), "Other");
  await saved(page);
  await page.keyboard.press("Control+k");
  await field.fill("undo");
  const undo = page.getByRole("option", { name: /^Undo: Named Other/u });
  await expect(undo).toContainText("Ctrl Z");
  await undo.click();
  await expect(page.getByRole("textbox", { name: "Name of the setup" })).toHaveValue(TROUGH);
  // closed by Escape it gives the keyboard back
  const find = page.getByRole("button", { name: "Find anything" });
  await find.focus();
  await find.press("Enter");
  await expect(field).toBeFocused();
  await field.fill("zzzzqqq");
  await expect(page.getByText("Nothing here is called that, nor nearly so.")).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(find).toBeFocused();
});

for (const theme of ["light", "dark"] as const)
  test(`the sheet, the history, the files and the palette have no fault a machine finds, and fit a phone (${theme})`, async ({
    browser,
    marlstone,
  }) => {
    const context = await browser.newContext({
      colorScheme: theme,
      viewport: { width: 390, height: 844 },
      hasTouch: true,
      isMobile: true,
    });
    const page = await context.newPage();
    const faults = (): Promise<string[]> => faultsOn(page);
    const tooSmall = (): Promise<string[]> =>
      page.evaluate(() =>
        [
          ...document.querySelectorAll(
            "main button, main select, main input:not([type=checkbox], [type=radio], [type=file]), main label:has(input[type=checkbox])",
          ),
        ]
          .filter((element) => element.getClientRects().length > 0 && element.getBoundingClientRect().height < 43.5)
          .map((element) => element.outerHTML.slice(0, 100)),
      );
    const id = idOf(marlstone, BOG);
    for (const path of [`/setups/${id}/sheet`, `/setups/${id}/history`, "/files"]) {
      await page.goto(`${marlstone.url}${path}`);
      await expect(page.getByRole("heading", { level: 1 })).toBeVisible();
      if (path.endsWith("sheet")) {
        await page.getByRole("button", { name: "it turned out otherwise" }).nth(4).tap();
        await expect(page.getByPlaceholder("a note")).toBeVisible();
      }
      expect([path, await faults()]).toEqual([path, []]);
      expect([path, await tooSmall()]).toEqual([path, []]);
      expect([path, await page.evaluate(() => document.documentElement.scrollWidth)]).toEqual([path, 390]);
    }
    await page.getByRole("button", { name: "Find anything" }).tap();
    await page.getByPlaceholder("A setup, layer, medium, mix, kind, page or action").fill("peat");
    await expect(page.getByRole("option", { name: /Sphagnum peat/u }).first()).toBeVisible();
    expect(await faults()).toEqual([]);
    await context.close();
  });
