import type { Page } from "@playwright/test";
import {
  expect,
  faultsOn,
  openGroup,
  openPart,
  pick,
  saved,
  TALL_POT,
  test,
  TROUGH,
  typeInto,
  words,
} from "./marlstone";

/** A setup's year, from its page. */
async function openYear(page: Page): Promise<void> {
  await page.getByRole("navigation", { name: "Pages of this setup" }).getByRole("link", { name: "Year" }).click();
  await expect(page).toHaveURL(/\/year$/u);
}
/** The sentence under a heading. */
const said = (page: Page, heading: string) =>
  page.locator("main div", { has: page.getByRole("heading", { name: heading }) }).last();

test("a place is described, told what is wrong with it, seen as a year, kept, and a setup is moved there in one choice", async ({
  page,
  open,
  marlstone,
}) => {
  await page.goto(`${marlstone.url}/places`);
  await expect(page.getByRole("row", { name: /River terrace/u })).toContainText("mm a day in July");
  await page.getByRole("link", { name: "A new place" }).click();
  await page.getByRole("button", { name: "Save this place" }).click();
  await expect(page.getByText("Give it a name first.")).toBeVisible();
  await page.getByRole("textbox", { name: "Name" }).fill("Orchard shed");
  await page.getByRole("combobox", { name: "What it is" }).selectOption({ label: "Under lamps" });
  await page.getByRole("textbox", { name: "On for" }).fill("30");
  await expect(page.getByText(/24/u).first()).toBeVisible();
  await page.getByRole("button", { name: "Save this place" }).click();
  await expect(page.getByText("Something above cannot be meant as it is written; nothing was stored.")).toBeVisible();
  await page.getByRole("textbox", { name: "On for" }).fill("10");
  await page.getByRole("combobox", { name: "Hemisphere" }).selectOption("south");
  await page.getByRole("combobox", { name: "Frost dates" }).selectOption("said");
  await page.getByRole("textbox", { name: "Last of spring" }).fill("31 April");
  await expect(page.getByText("Write a day such as 12 May.").first()).toBeVisible();
  await page.getByRole("textbox", { name: "Last of spring" }).fill("12 October");
  await page.getByRole("textbox", { name: "First of autumn" }).fill("20 Apr");
  await expect(
    page.getByText(/last frost of spring comes by 12 October and the first of autumn by 20 April/u),
  ).toBeVisible();
  await expect(page.getByRole("img", { name: /^Warmth by month/u })).toBeVisible();
  await page.getByRole("button", { name: "Save this place" }).click();
  await expect(page.getByRole("heading", { name: "Orchard shed" })).toBeVisible();
  await expect(page.getByText("No setup stands here yet")).toBeVisible();

  await open(TROUGH);
  await openPart(page, /^stands at River terrace/u);
  await pick(page.getByRole("combobox", { name: "Stands at" }), "Orchard shed");
  await saved(page);
  await expect(page.getByRole("listitem", { name: /^stands at Orchard shed/u })).toBeVisible();
  expect(marlstone.stored(TROUGH)).not.toHaveProperty("here");
  await page.getByRole("button", { name: /^Undo: Stands at Orchard shed/u }).click();
  await expect(page.getByRole("listitem", { name: /^stands at River terrace/u })).toBeVisible();
});

test("a setup that stands nowhere says what to do, and is brought to its place from there", async ({ page, open }) => {
  await open(TROUGH);
  await openPart(page, /^stands at River terrace/u);
  await pick(page.getByRole("combobox", { name: "Stands at" }), "nowhere that is described");
  await saved(page);
  await openYear(page);
  await expect(page.getByText("It stands at no place yet")).toBeVisible();
  await page.getByRole("main").getByRole("link", { name: "its own page" }).click();
  await pick(page.getByRole("combobox", { name: "Stands at" }), "Stair window");
  await saved(page);
  await openYear(page);
  await expect(said(page, "What a day takes")).toContainText(words("mL a day in July"));
});

test("a weather file is looked at with its bad line, kept, and makes the place's year; its days come out again", async ({
  page,
  marlstone,
}) => {
  const days = Array.from({ length: 365 }, (_, i) => {
    const date = new Date(Date.UTC(2023, 0, 1 + i)).toISOString().slice(0, 10);
    return `${date};${i === 9 ? "cold" : "11,5"};31,5`;
  });
  const file = (name: string, text: string) => ({ name, mimeType: "text/csv", buffer: Buffer.from(text) });
  await page.goto(`${marlstone.url}/places`);
  await page.getByRole("link", { name: "River terrace" }).click();
  await shownPlace(page);
  const input = page.locator("input[type=file]");
  await input.setInputFiles(file("picture.csv", "\u0000\u0001 no weather"));
  await expect(page.getByText(/No line names its columns/u)).toBeVisible();
  await input.setInputFiles(file("Lock.csv", ["date;tmin (°C);tmax (°C)", ...days].join("\n")));
  await expect(page.getByText("Line 11: “cold” under “tmin (°C)” is no number.")).toBeVisible();
  await page.getByRole("button", { name: "Leave those lines out" }).click();
  await expect(page.getByText(/364 days; 1 day missing/u)).toBeVisible();
  await page.getByRole("button", { name: "Keep these days" }).click();
  await expect(page.getByRole("combobox", { name: "Weather" })).toHaveText(/Lock, 2023 to 2023/u);
  await expect(page.getByText(/1 missing for up to three in a row is told from those beside/u)).toBeVisible();
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await expect(page.getByText("Earlier versions (1)")).toBeVisible();
  await expect(page.getByText("Made of its weather file.", { exact: false })).toBeVisible();
  const csv = await page.request.get(
    marlstone.url + (await page.getByRole("link", { name: "Its days as CSV" }).getAttribute("href"))!,
  );
  expect((await csv.text()).split("\r\n")[1]).toBe("2023-01-01,11.5,31.5,,,,");
  await page.goto(`${marlstone.url}/places`);
  await expect(page.getByRole("row", { name: /River terrace/u })).toContainText(words("12 °C to 32 °C"));
});

test("what is described stays what it was when the units change", async ({ page, marlstone }) => {
  await page.goto(`${marlstone.url}/places`);
  await page.getByRole("link", { name: "Glasshouse lean-to" }).click();
  await shownPlace(page);
  const kept = page.getByRole("textbox", { name: /^Kept warmer than/u });
  await expect(kept).toHaveValue("5");
  await page.getByRole("button", { name: /^Units/u }).click();
  await expect(kept).toHaveValue("41");
  await expect(page.getByRole("textbox", { name: "Over the sea" })).toHaveValue("131");
  await page.getByRole("button", { name: /^Units/u }).click();
  await expect(kept).toHaveValue("5");
  await expect(page.getByText(/The roof brings/u)).toContainText("take");
});

test("what a day takes follows from the place, in its month; what is typed beats it; the place is taken back in one press", async ({
  page,
  open,
}) => {
  await open(TROUGH);
  const day = await openPart(page, /^a day takes/u);
  await expect(day).toContainText(words("a day takes 4\\.4 mm in July"));
  const supply = await openGroup(page, "Supply against demand");
  await expect(supply.getByText(words("Against a day in July that takes 4\\.4 mm"))).toBeVisible();
  await typeInto(day.getByRole("textbox", { name: "A day takes" }), "2");
  await expect(supply.getByText(words("Against a day that takes 2 mm"))).toBeVisible();
  await saved(page);
  const place = await openPart(page, /^stands at River terrace/u);
  await expect(
    place.getByText(words("What a day takes is said: 2 mm a day. From there it would be 4\\.4 mm a day in July")),
  ).toBeVisible();
  await place.getByRole("button", { name: "Take that" }).click();
  await expect(supply.getByText(words("Against a day in July that takes 4\\.4 mm"))).toBeVisible();
  await saved(page);
});

test("more plants are thirstier, once that is saved", async ({ page, open }) => {
  await open(TROUGH);
  const celery = await openPart(page, /Celery/u);
  await typeInto(celery.getByRole("textbox", { name: /How many/u }), "1");
  await saved(page);
  await expect(page.getByRole("listitem", { name: /^a day takes/u })).not.toContainText(words("4\\.4 mm"));
  await expect(page.getByRole("listitem", { name: /^a day takes/u })).toContainText(words("mm in July"));
});

test("a year says what is taken, how long a fill lasts and what falls in; what was poured sets it right, and is taken back", async ({
  page,
  open,
  marlstone,
}) => {
  await open(TROUGH);
  await openYear(page);
  await expect(page.getByRole("img", { name: /^What a day takes by month\. January/u })).toBeVisible();
  await expect(said(page, "What a day takes")).toContainText(words("888 mL a day in July, when it takes most"));
  await expect(said(page, "A fill")).toContainText(words("Lasts 2\\.6 days"));
  await expect(said(page, "Rain on it")).toContainText("even a wet month is too little");
  expect(await faultsOn(page)).toEqual([]);
  await page.getByRole("button", { name: "Why: A fill" }).click();
  await expect(page.getByRole("dialog")).toContainText("December");
  await page.keyboard.press("Escape");

  await page.getByRole("button", { name: "Set it right" }).click();
  await expect(page.getByText("Say how much, after how many days, and in which month.")).toBeVisible();
  await page.getByRole("textbox", { name: "Poured" }).fill("9000 L");
  await page.getByRole("textbox", { name: "After" }).fill("6");
  await page.getByRole("combobox", { name: "In", exact: true }).selectOption({ label: "June" });
  await page.getByRole("button", { name: "Set it right" }).click();
  await expect(page.getByText(/Is the unit right, and was nothing spilt/u)).toBeVisible();
  await page.getByRole("textbox", { name: "Poured" }).fill("9 L");
  await page.getByRole("button", { name: "Set it right" }).click();
  await expect(said(page, "What a day takes")).toContainText(
    words("Set right by what was poured, 9 L after 6 days in June"),
  );
  await expect(page.getByRole("row", { name: /^June/u })).toContainText(words("1\\.5 L"));
  expect(marlstone.stored(TROUGH)).toMatchObject({
    demand: { by: "place", poured: { volumeCm3: 9000, days: 6, month: 5 } },
  });
  await page.getByRole("button", { name: "Back to what its place makes of it" }).click();
  await expect(said(page, "What a day takes")).not.toContainText("Set right");
});

test("a pot that is taken in for the winter has another winter; days are typed as people write them", async ({
  page,
  open,
}) => {
  await open(TALL_POT);
  const place = await openPart(page, /^stands at River terrace, then Glasshouse lean-to/u);
  const from = place.getByRole("textbox", { name: "Stands at Glasshouse lean-to from" });
  await expect(from).toHaveValue("1 November");
  await typeInto(from, "the first frost");
  await expect(place.getByText("Write a day such as 12 May.")).toBeVisible();
  await typeInto(from, "20 april");
  await expect(page.getByText("It cannot come to two places on one day.")).toBeVisible();
  await typeInto(from, "Oct 15");
  await expect(from).toHaveValue("15 October");
  await saved(page);
  await openYear(page);
  await expect(page.getByRole("row", { name: /^January/u })).toContainText("none");
  await expect(page.getByRole("row", { name: /^July/u })).toContainText(words("\\d L"));
});

test("two tabs on one place: the second save is told of the first and loses nothing", async ({
  page,
  context,
  marlstone,
}) => {
  const other = await context.newPage();
  for (const tab of [page, other]) {
    await tab.goto(`${marlstone.url}/places`);
    await tab.getByRole("link", { name: "Stair window" }).click();
    await expect(tab.getByRole("heading", { name: "Stair window" })).toBeVisible();
  }
  await page.getByRole("textbox", { name: "Note" }).fill("the first");
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await expect(page.getByText("Earlier versions (1)")).toBeVisible();
  await other.getByRole("textbox", { name: "Note" }).fill("the second");
  await other.getByRole("button", { name: "Save", exact: true }).click();
  await expect(other.getByText(/Someone saved Stair window since you opened it/u)).toBeVisible();
  await expect(other.getByRole("textbox", { name: "Note" })).toHaveValue("the second");
  await other.getByRole("button", { name: "Save", exact: true }).click();
  await expect(other.getByText("Earlier versions (2)")).toBeVisible();
  await expect(other.getByRole("textbox", { name: "Note" })).toHaveValue("the second");
});

test.describe("on a phone", () => {
  test.use({ viewport: { width: 390, height: 844 }, isMobile: true, hasTouch: true });

  test("places and years fit, in inches too", async ({ page, open, marlstone }) => {
    const fits = async (): Promise<void> => {
      expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
    };
    await open(TROUGH);
    await openYear(page);
    await fits();
    await page.getByRole("button", { name: /^Units/u }).click();
    await expect(said(page, "What a day takes")).toContainText(words("gal"));
    await expect(page.getByRole("row", { name: /^July/u })).toContainText("°F");
    await fits();
    await page.goto(`${marlstone.url}/places`);
    await fits();
    await page.getByRole("link", { name: "River terrace" }).click();
    await shownPlace(page);
    await fits();
    expect(await faultsOn(page)).toEqual([]);
  });
});

const shownPlace = (page: Page): Promise<void> =>
  expect(page.getByRole("img", { name: /^Warmth by month/u })).toBeVisible();

test("waters at a place are named and measured, and a setup is given parts of them until the tap is good again", async ({
  page,
  open,
  marlstone,
}) => {
  await page.goto(`${marlstone.url}/places`);
  await page.getByRole("link", { name: "River terrace" }).click();
  await page.getByRole("button", { name: "Another water" }).click();
  const spring = page.getByRole("group", { name: "Water 2" });
  await spring.getByRole("textbox", { name: "Water" }).fill("Rain");
  await expect(spring.getByText("There is another rain: give this one a name of its own.")).toBeVisible();
  await spring.getByRole("textbox", { name: "Water" }).fill("Hill spring");
  await spring.getByRole("textbox", { name: "Dissolved" }).fill("a lot");
  await expect(spring.getByText("“a lot” is not a number.")).toBeVisible();
  await spring.getByRole("textbox", { name: "Dissolved" }).fill("90");
  await spring.getByRole("textbox", { name: "Alkalinity, as CaCO₃" }).fill("2 °dH");
  await spring.getByRole("textbox", { name: "pH" }).fill("6.8");
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await page.reload();
  await expect(page.getByRole("group", { name: "Water 2" }).getByRole("textbox", { name: "Alkalinity" })).toHaveValue(
    "36",
  );

  await open(TROUGH);
  await openYear(page);
  await expect(said(page, "Lime in its water")).toContainText("Given nothing but tap water");
  const given = page.getByRole("form", { name: "Watered with" });
  await expect(given.getByText(/^Tap water: dissolved 340/u)).toBeVisible();
  await given.getByRole("textbox", { name: "At most dissolved" }).fill("5");
  await given.getByRole("button", { name: "Find the parts" }).click();
  await expect(given.getByText(/Even rain alone has 10/u)).toBeVisible();
  await given.getByRole("textbox", { name: "At most dissolved" }).fill("100");
  await given.getByRole("button", { name: "Find the parts" }).click();
  await expect(given.getByRole("textbox", { name: "rain" })).toHaveValue("2.7");
  await given.getByRole("textbox", { name: "Hill spring" }).fill("many");
  await given.getByRole("button", { name: "Water it so" }).click();
  await expect(given.getByText("Write parts as numbers, such as 1 and 3.")).toBeVisible();
  await given.getByRole("textbox", { name: "Hill spring" }).fill("1");
  await given.getByRole("button", { name: "Water it so" }).click();
  await expect(said(page, "Salts")).toContainText("1 part tap water to 1 of Hill spring and 2.7 of rain");
  await page.reload();
  await expect(given.getByRole("textbox", { name: "Hill spring" })).toHaveValue("1");
  await given.getByRole("button", { name: "From the tap again" }).click();
  await expect(said(page, "Lime in its water")).toContainText("Given nothing but tap water");
  await expect(given.getByRole("textbox", { name: "Hill spring" })).toHaveValue("");
});

test("what runs out of one setup is led into another, and never round in a ring", async ({ page, open }) => {
  await open(TROUGH);
  await openYear(page);
  const led = page.getByRole("region", { name: "Led into it" });
  const trough = page.url();
  await led.getByRole("combobox").selectOption({ label: TALL_POT });
  await expect(said(page, "Rain on it")).toContainText(`out of ${TALL_POT} too`);
  await open(TALL_POT);
  await openYear(page);
  await led.getByRole("combobox").selectOption({ label: TROUGH });
  await expect(led.getByText(/water does not run round in a ring/u)).toBeVisible();
  await expect(led.getByRole("listitem")).toHaveCount(0);
  await page.goto(trough);
  await led.getByRole("button", { name: "Lead it elsewhere" }).click();
  await expect(said(page, "Rain on it")).not.toContainText("too,");
});

test("what suits a hand is looked for, and made a setup of its own", async ({ page, open }) => {
  await open(TROUGH);
  await openYear(page);
  const hand = page.getByRole("region", { name: "Suit my hand" });
  await hand.getByRole("combobox", { name: "I water" }).selectOption({ label: "daily" });
  await hand.getByRole("button", { name: "Look for what suits" }).click();
  await expect(hand.getByText(/As it is, it suits: watered daily it is in time all year/u)).toBeVisible({
    timeout: 60_000,
  });
  await hand.getByRole("combobox", { name: "I water" }).selectOption({ label: "every Sunday" });
  await hand.getByRole("button", { name: "Look for what suits" }).click();
  await expect(hand.getByText(/too late from April to September/u)).toBeVisible({ timeout: 60_000 });
  const first = hand.getByRole("listitem").first();
  await expect(first).toContainText("which wicks from its floor");
  await first.getByRole("button").click();
  await expect(page).toHaveURL(/\/setups\/[\w-]+$/u);
  await expect(page.getByRole("textbox", { name: /name/iu }).first()).toHaveValue(`${TROUGH}, watered every Sunday`);
  await openYear(page);
  await expect(said(page, "Given how it is watered")).toContainText(
    "Every 7 days, as it is said, is in time all year.",
  );
});

test("a year is lived through day by day, stopped at a day, and told against one that goes otherwise", async ({
  page,
  open,
}) => {
  await open("Platform planter, aubergine");
  await openYear(page);
  const through = page.getByRole("region", { name: "Day by day" });
  await through.getByRole("button", { name: "Live through it" }).click();
  await expect(through.getByText(/^Filled \d+ times, with/u)).toBeVisible({ timeout: 60_000 });
  await expect(through.getByRole("img", { name: /^365 days: \d+ fillings/u })).toBeVisible({ timeout: 60_000 });
  const day = through.getByRole("slider", { name: "Day" });
  await day.focus();
  await page.keyboard.press("End");
  await expect(through.getByText(/^31 December: /u)).toBeVisible();
  await through.getByRole("combobox", { name: "What if" }).selectOption({ label: "twice the plants" });
  await expect(through.getByText(/^With twice the plants it is given/u)).toBeVisible({ timeout: 60_000 });
  await through.getByRole("combobox", { name: "What if" }).selectOption({ label: "a very wet month" });
  await expect(through.getByText("There is nothing of it here that could go so.")).toBeVisible({ timeout: 60_000 });
  await through.getByRole("combobox", { name: "What if" }).selectOption({ label: "nothing goes otherwise" });
  const [file] = await Promise.all([
    page.waitForEvent("download"),
    through.getByRole("button", { name: "All days as CSV" }).click(),
  ]);
  expect(file.suggestedFilename()).toContain("year.csv");
  await through.getByRole("button", { name: "All days as a table" }).click();
  await expect(through.getByRole("region", { name: "All days" }).getByRole("row")).toHaveCount(366);
  await through.getByRole("combobox", { name: "Forgotten", exact: true }).selectOption({ label: "every other day" });
  await expect(through.getByText(/^Filled \d+ times?, with|^Filled once, with/u)).toBeVisible({ timeout: 60_000 });
  await expect(through.getByText(/^Watered when it wants it, forgotten every other day, /u)).toBeVisible({
    timeout: 60_000,
  });
  expect(await faultsOn(page)).toEqual([]);
});

test("a year is held against the same at another place, another design there, and so many litres each time", async ({
  page,
  open,
}) => {
  await open("Platform planter, aubergine");
  await openYear(page);
  const through = page.getByRole("region", { name: "Day by day" });
  await through.getByRole("button", { name: "Live through it" }).click();
  const held = through.getByRole("combobox", { name: "Held against" });
  await held.selectOption({ label: "Back room" });
  await expect(through.getByText(/^Standing at Back room, .* instead of /u)).toBeVisible({ timeout: 60_000 });
  const pictured = () => through.getByRole("img", { name: /^365 days/u }).getAttribute("aria-label");
  const there = await pictured();
  await through.getByRole("button", { name: "As it is" }).click();
  await expect.poll(pictured).not.toBe(there);
  await held.selectOption({ label: "Tall pot over void-fillers, rosemary" });
  await expect(
    through.getByText(/^With Tall pot over void-fillers, rosemary in its place, .* instead of /u),
  ).toBeVisible({
    timeout: 60_000,
  });
  await held.selectOption({ label: "itself, where it stands" });
  await expect(through.getByText(/in its place, /u)).toHaveCount(0);
  const each = through.getByRole("textbox", { name: "Each time" });
  await each.fill("a jug");
  await expect(through.getByRole("alert")).toContainText("“a jug” is not a volume");
  await each.fill("300 mL");
  await expect(through.getByText(/^Watered when it wants it, with 300\smL each time, .*instead of/u)).toBeVisible({
    timeout: 60_000,
  });
  expect(await faultsOn(page)).toEqual([]);
});

test("forty years become what can be promised, told on the way, stopped with what is known", async ({ page, open }) => {
  await open("Seed tray, butterworts");
  await openYear(page);
  const part = page.getByRole("region", { name: "What can be promised" });
  await part.getByRole("button", { name: "Live through 40 years" }).click();
  await expect(part.getByRole("status")).toHaveText(/^Year \d+ of 40 …$/u, { timeout: 30_000 });
  await expect(part.getByText(/^Fill it every \d+ to \d+ days in [A-Z][a-z]+/u)).toBeVisible({ timeout: 60_000 });
  const stop = part.getByRole("button", { name: "Stop" });
  if (await stop.isVisible()) {
    await stop.click();
    await expect(part.getByRole("status")).toHaveText(/^Of \d+ years; ranges hold eight of ten\./u);
  }
  await expect(part.getByText(/^Filled \d+(?: to \d+)? times a year, with /u)).toBeVisible();
});
