import type { Locator, Page } from "@playwright/test";
import { addPart, choose, expect, openGroup, openPart, saved, shown, test, TROUGH, typeInto, words } from "./marlstone";

const DISH = "Open dish, stone plants";
const TANK = "Deep tank, giant millipedes";

/** What is late comes at the first sign of life. */
const wake = (page: Page): Promise<void> => page.keyboard.press("Shift");
/** What it is told is opened by a press on its line. */
async function opened(page: Page, name: string | RegExp): Promise<Locator> {
  const article = verdict(page, name);
  const row = article.locator("h3 > button").first();
  await expect(row).toBeEnabled();
  if ((await row.getAttribute("aria-expanded")) === "false") await row.click();
  return article;
}
const lives = (page: Page): Locator => page.getByRole("region", { name: "Who lives here" });
const verdict = (page: Page, name: string | RegExp): Locator => page.getByRole("article", { name });

test("what is wrong is told with its number and mended by one press, held against what was, and taken back", async ({
  page,
  open,
  marlstone,
}) => {
  await page.goto(marlstone.url);
  await expect(page.getByText(/In trouble: 5 × Living stones/u)).toBeVisible();
  await open(DISH);
  await wake(page);
  const stones = await opened(page, /Living stones/u);
  await expect(stones.getByText("does not suit")).toBeVisible();
  await expect(stones.getByText(words("35 cm of suction under which it rots"))).toBeVisible();
  await expect(stones.getByText(words(String.raw`of 10 such pots`))).toBeVisible();
  const change = stones.getByRole("button", {
    name: /^Do it: Water it (?:every \d+ days instead of every 2 days|when it has dried out)/u,
  });
  await change.click();
  await expect(stones.getByText("with care", { exact: true })).toBeVisible();
  await expect(page.getByRole("region", { name: "Held against now" })).toBeVisible();
  await saved(page);
  expect((marlstone.stored(DISH) as unknown as { wateredEveryDays: number | null }).wateredEveryDays).not.toBe(2);
  await page.goto(marlstone.url);
  await expect(page.getByText(/With care: 5 × Living stones/u)).toBeVisible();

  await open(DISH);
  await wake(page);
  await page.getByRole("button", { name: /^Undo: Water it/u }).click();
  await expect(verdict(page, /Living stones/u).getByText("does not suit")).toBeVisible();
  // and each number can answer why
  await (await opened(page, /Living stones/u)).getByRole("button", { name: "Why: How wet it stays" }).click();
  await expect(page.getByRole("dialog")).toContainText("Confidence in the limit");
});

test("those that share a tank are mended together by the water that both want", async ({ page, open }) => {
  await open(TANK);
  await wake(page);
  const millipedes = await opened(page, /Giant millipede/u);
  await millipedes.getByRole("button", { name: /^Do it: Give it/u }).click();
  await expect(millipedes.getByText("suits", { exact: true })).toBeVisible();
  await expect(verdict(page, /Dwarf white woodlouse/u).getByText("does not suit")).toHaveCount(0);
});

test("who lives there is named by the keyboard alone, counted, said aloud, and judged with whoever else does", async ({
  page,
  open,
  marlstone,
}) => {
  await open(TROUGH);
  await wake(page);
  await expect(verdict(page, /Celery/u).getByText("suits", { exact: true })).toBeVisible();
  await page.getByRole("button", { name: "Add", exact: true }).focus();
  await page.keyboard.press("Enter");
  await page.getByPlaceholder("Type some of its name").waitFor();
  await page.keyboard.type("Dionaea");
  await page.keyboard.press("Enter");
  const flytrap = await opened(page, "Flytrap");
  await expect(flytrap.getByText("does not suit")).toBeVisible();
  await expect(flytrap.getByText("It bears no feed, and the", { exact: false })).toBeVisible();
  await expect(flytrap.getByText("The one wants feed that kills the other", { exact: false }).first()).toBeVisible();
  await expect(page.locator("[aria-live=polite]", { hasText: "Flytrap: does not suit" })).toHaveCount(1);
  await saved(page);
  await openPart(page, /Flytrap/u);
  await page.getByRole("button", { name: "Remove Flytrap" }).click();
  await expect(flytrap).toHaveCount(0);

  await openPart(page, /Celery/u);
  const count = page.getByRole("textbox", { name: /How many of Celery/u });
  await typeInto(count, "60");
  await expect(
    (await opened(page, "60 × Celery")).getByRole("heading", { name: /^Room beside one another/u }),
  ).toBeVisible();
  await expect(verdict(page, "60 × Celery").getByText("does not suit")).toBeVisible();
  for (const bad of ["0", "-3", "2.5", "many", "99999999"]) {
    await typeInto(count, bad);
    await expect(count).toHaveAttribute("aria-invalid", "true");
    await page.keyboard.press("Escape");
  }
  await saved(page);
  const stored = marlstone.stored(TROUGH) as unknown as { occupants: { count: number }[] };
  expect(stored.occupants.map((one) => one.count)).toEqual([60, 2]);
});

test("the place is typed or left unsaid, in the grower's units, and what cannot be is refused beside its field", async ({
  page,
  open,
}) => {
  await open(TROUGH);
  await wake(page);
  const celery = await opened(page, /Celery/u);
  await openPart(page, /^stands/u);
  const coldest = page.getByRole("textbox", { name: "Coldest there" });
  await expect(coldest).toHaveValue("4");
  await typeInto(coldest, "10 °F");
  await expect(celery.getByText(words("Winters of −12 °C kill it"))).toBeVisible();
  await expect(celery.getByText("with care")).toBeVisible();
  await typeInto(coldest, "60");
  await expect(page.getByText("The coldest it gets is between", { exact: false })).toBeVisible();
  await page.keyboard.press("Escape");
  await typeInto(coldest, "");
  // what is left empty follows from its place
  // and, since it suits, it is told with what else does
  await expect(celery.getByText(/A crop of one summer: out after the last frost/u)).toHaveCount(1);
  await openPart(page, /^a day takes/u);
  const rhythm = page.getByRole("textbox", { name: "Watered or filled every" });
  await typeInto(rhythm, "30");
  await expect(celery.getByText(words("filled up every 30 days, it goes without for"))).toBeVisible();
  await typeInto(rhythm, "soon");
  await expect(rhythm).toHaveAttribute("aria-invalid", "true");
});

test("the library is ranked for a stack, and one of it added from there", async ({ page, open }) => {
  await open(TROUGH);
  await wake(page);
  await openGroup(page, "Who would like it here");
  await page.getByRole("button", { name: "Who would like this?" }).click();
  const ranked = page.getByRole("group", { name: "Who would like this" });
  await expect(ranked.getByText(/are suited by this stack and place/u)).toBeVisible();
  const first = ranked.getByRole("listitem").first();
  await expect(first.getByText("suits")).toBeVisible();
  await first.getByRole("button", { name: /^Add/u }).click();
  await expect(lives(page).getByRole("article")).toHaveCount(3);
  await ranked.getByRole("button", { name: "Animals" }).click();
  await expect(ranked.getByText(/of 47 are suited/u)).toBeVisible();
});

test("a setup is built for one kind by name, with its reasons, and comes to live as it was promised", async ({
  page,
  marlstone,
}) => {
  await page.goto(`${marlstone.url}/new`);
  await page.getByRole("textbox", { name: "Name", exact: true }).fill("For the flytrap");
  await choose(page.getByRole("combobox", { name: "For one kind, by name" }), "Flytrap");
  const built = page.getByRole("group", { name: "Built for flytrap" });
  await expect(built.getByRole("radio")).not.toHaveCount(0);
  await expect(built.getByRole("radio").first()).toBeChecked();
  await expect(built.getByText("suits").first()).toBeVisible();
  await built.getByRole("radio").nth(1).check();
  const second = await built.locator("label").nth(1).innerText();
  await page.getByRole("button", { name: "Make it" }).click();
  await shown(page);
  await wake(page);
  await expect(
    verdict(page, "Flytrap")
      .getByText(/suits|with care/u)
      .first(),
  ).toBeVisible();
  expect(second).toContain("sphagnum peat");
  expect(marlstone.stored("For the flytrap").layers.some(({ mediumId }) => mediumId === "sphagnum-peat")).toBe(true);
});

test("what a new setup describes is what is made, however early it is asked for", async ({ page, marlstone }) => {
  await page.goto(`${marlstone.url}/new`);
  await page.getByRole("textbox", { name: "Name", exact: true }).fill("Two tomatoes by the weir");
  const kind = page.getByRole("combobox", { name: "For one kind, by name" });
  // all of it within a moment, and made before anything is built
  await choose(kind, "Tomato");
  await page.locator("select[name=sun]").selectOption("sun");
  await page.locator("select[name=rain]").selectOption("open");
  await page.getByLabel("From the shelf").selectOption({ label: "Half barrel, oak" });
  await page.getByRole("textbox", { name: "How many" }).fill("2");
  await page.getByLabel("Put in as").selectOption("young");
  await page.getByRole("button", { name: /Make it/u }).click();
  await shown(page);
  const made = marlstone.stored("Two tomatoes by the weir");
  expect(made).toMatchObject({
    vessel: { shape: "half-barrel" },
    site: { sun: "sun", rain: "open" },
    occupants: [{ occupantId: "tomato", count: 2, stage: "young" }],
  });

  // a way picked by hand is the way that is built; what is shown of it is what is stored
  await page.goto(`${marlstone.url}/new`);
  await page.getByRole("textbox", { name: "Name", exact: true }).fill("On a platform");
  await choose(kind, "Tomato");
  await page.getByText("Raised platform on soil-filled feet", { exact: true }).last().click();
  await expect(page.getByText("Built in the way picked here.")).toBeVisible();
  const built = page.getByRole("group", { name: "Built for tomato" });
  await expect(built.getByRole("radio")).toHaveCount(1);
  const reason = await page.getByRole("complementary", { name: "What comes of it" }).locator("dd").first().innerText();
  await page.getByRole("button", { name: "Make it" }).click();
  await shown(page);
  const [feet, soil] = marlstone.stored("On a platform").layers;
  expect(feet!.legs).not.toBeNull();
  expect(reason).toContain(
    soil!.mediumId === "potting-mix-peat-based" ? "Potting mix, peat-based" : "Potting mix, peat-free",
  );
});

test("a kind of one's own is copied from the nearest, refused while it cannot be meant, kept in versions and lived with", async ({
  page,
  open,
  marlstone,
}) => {
  await page.goto(`${marlstone.url}/living`);
  await page.getByRole("textbox", { name: "Find" }).fill("salvia ros");
  await page.getByRole("link", { name: "Rosemary" }).click();
  await expect(page.getByRole("row", { name: /Least air at the roots/u })).toContainText("Handreck & Black 2002");
  await page.getByRole("link", { name: "Copy as your own" }).click();
  const name = page.getByRole("textbox", { name: "Name", exact: true });
  await expect(name).toHaveValue("Rosemary, mine");
  await name.fill("Rosemary of the wall");
  const frost = (side: string): Locator => page.getByRole("textbox", { name: `Coldest it lives through, ${side}` });
  await frost("lowest").fill("-5");
  await frost("likely").fill("-20");
  await expect(page.getByText("The three must ascend", { exact: false })).toBeVisible();
  await page.getByRole("button", { name: "Save this kind" }).click();
  await expect(page.getByText("nothing was stored", { exact: false })).toBeVisible();
  await frost("lowest").fill("-25");
  await frost("highest").fill("-15");
  await page.getByRole("button", { name: "Save this kind" }).click();
  await expect(page.getByRole("heading", { name: "Rosemary of the wall" })).toBeVisible();
  await expect(page.getByRole("row", { name: /Coldest it lives through/u })).toContainText("what its grower says");

  await page.getByRole("link", { name: "Change it" }).click();
  await page.getByRole("textbox", { name: "Note" }).fill("from the lock wall");
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await expect(page.getByText("from the lock wall")).toBeVisible();
  await page.getByRole("link", { name: "Change it" }).click();
  await expect(page.getByText("Earlier versions (1)")).toBeVisible();

  await open("Tall pot over void-fillers, rosemary");
  await wake(page);
  await expect(verdict(page, "Rosemary").getByText("with care", { exact: true })).toBeVisible();
  await addPart(page, "Rosemary of the wall");
  await expect(verdict(page, "Rosemary of the wall").getByText("Cold", { exact: true })).toHaveCount(1);
  await saved(page);
});

test("something is mixed into a soil by one press: the mix is kept, the layer is of it, and it is there after a reload", async ({
  page,
  open,
  marlstone,
}) => {
  const BAG = "Lingonberry in a bag, in its tray";
  await open(BAG);
  await wake(page);
  await openPart(page, /Lingonberry/u);
  await page.getByRole("button", { name: "Remove Lingonberry" }).click();
  await addPart(page, "Camellia");
  const camellia = await opened(page, "Camellia");
  const ask = camellia.getByRole("button", { name: "What would mend it?" });
  const change = camellia.getByRole("button", { name: /^Do it: Mix pumice 2–5 mm into the/u });
  await expect(ask.or(change).first()).toBeVisible();
  if (await ask.isVisible()) await ask.click();
  await change.click();
  await openPart(page, /roots/u);
  const soil = page.getByRole("combobox", { name: /^Medium of/u });
  await expect(soil).toHaveText(/with pumice 2–5 mm/u);
  await saved(page);
  const { mediumId } = marlstone.stored(BAG).layers[0]!;
  expect(mediumId).toMatch(/^mix:.+@1$/u);
  expect(marlstone.rows<{ name: string }>("select name from mixes").map(({ name }) => name)).toContainEqual(
    expect.stringMatching(/^Sphagnum peat with pumice 2–5 mm \d:1$/u),
  );
  await page.reload();
  await wake(page);
  await openPart(page, /roots/u);
  await expect(soil).toHaveText(/with pumice 2–5 mm/u);
  await expect(verdict(page, "Camellia")).toBeVisible();
});
