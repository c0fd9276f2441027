import { spawnSync } from "node:child_process";
import { rmSync } from "node:fs";
import AxeBuilder from "@axe-core/playwright";
import { test as base, expect, type Locator, type Page } from "@playwright/test";
import { Marlstone } from "../scripts/served";

type Fixtures = { marlstone: Marlstone; open: (name: string, page?: Page) => Promise<void> };

export const test = base.extend<Fixtures, { demoData: string }>({
  demoData: [
    async ({}, use) => {
      const folder = Marlstone.demoData();
      await use(folder);
      rmSync(folder, { recursive: true, force: true });
    },
    { scope: "worker" },
  ],
  marlstone: async ({ demoData }, use) => {
    const marlstone = await Marlstone.start(demoData);
    await use(marlstone);
    await marlstone.end();
  },
  open: async ({ marlstone, page }, use) => {
    await use(async (name, other = page) => {
      await other.goto(marlstone.url);
      await other.getByRole("link", { name }).first().click();
      await shown(other);
    });
  },
});

export { expect };

export const TROUGH = "Terrace trough, celery and chard";
export const BOG = "Stone-sink bog, butterworts and cranberry";
export const TALL_POT = "Tall pot over void-fillers, rosemary";
export const CARBOY = "Closed carboy, moss and jewel orchids";

export const PASSPHRASE = "wet moss at dawn";
/** Sets it as its owner does, from a terminal. */
export function setPassphrase(folder: string, words = PASSPHRASE): void {
  const done = spawnSync("node_modules/.bin/tsx", ["scripts/passphrase.ts"], {
    input: `${words}\n`,
    env: { ...process.env, MARLSTONE_DATA: folder },
    encoding: "utf8",
  });
  if (done.status !== 0) throw new Error(done.stderr);
}

/** The status beside the name, once everything is stored. */
export const saved = async (page: Page): Promise<void> =>
  expect(page.locator("[data-saving]")).toHaveAttribute("data-saving", "saved");

/** Drags with the mouse by an amount in px, in steps, as a hand does. */
export async function dragBy(page: Page, handle: Locator, dy: number): Promise<void> {
  const box = (await handle.boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  for (let i = 1; i <= 10; i++) await page.mouse.move(x, y + (dy * i) / 10);
  await page.mouse.up();
}

export const typeInto = async (field: Locator, text: string): Promise<void> => {
  await field.fill(text);
  await field.press("Enter");
};

/** A pattern in which a plain space also matches the narrow ones that keep numbers and units together. */
export const words = (pattern: string): RegExp => new RegExp(pattern.replaceAll(" ", "\\s"), "u");

export const heightOf = async (slider: Locator): Promise<number> => Number(await slider.getAttribute("aria-valuenow"));

/** A setup's page is there. */
export const shown = (page: Page): Promise<void> =>
  expect(page.getByRole("group", { name: "Section and water profile, to scale" })).toBeVisible();

export const parts = (page: Page): Locator => page.getByRole("region", { name: "Parts" });
/** The lines of the layers, top to bottom. */
export const layerRows = (page: Page): Locator => page.getByRole("list", { name: "Layers" }).getByRole("listitem");

/** Opens the editor of a part, by what its line says; answers its row. */
export async function openPart(page: Page, name: string | RegExp): Promise<Locator> {
  const row = parts(page).getByRole("listitem", { name }).first();
  const line = row.locator("[data-part]");
  if ((await line.getAttribute("aria-expanded")) === "false") await line.click();
  await expect(line).toHaveAttribute("aria-expanded", "true");
  await expect(row.getByRole("region")).not.toBeEmpty();
  return row;
}

/** Opens a group of what it means; answers what is told in it. */
export async function openGroup(page: Page, title: string): Promise<Locator> {
  const line = page.getByRole("region", { name: "Readings" }).getByRole("button", { name: title });
  if ((await line.getAttribute("aria-expanded")) === "false") await line.click();
  return page.getByRole("region", { name: title });
}

/** Opens all that is told of what must be mended. */
export async function openMending(page: Page): Promise<Locator> {
  const mending = page.getByRole("region", { name: "To be mended" });
  for (const line of await mending.getByRole("button", { expanded: false }).all()) await line.click();
  return mending;
}

/** Adds something by its name. A layer goes above the chosen one. */
export async function addPart(page: Page, name: string): Promise<void> {
  await page.getByRole("button", { name: "Add", exact: true }).click();
  await page.getByPlaceholder("Type some of its name").fill(name);
  await page.getByRole("listbox").getByRole("option", { name }).first().click();
}

/** The field in which the medium of the open layer is chosen. */
export const mediumField = (page: Page): Locator => page.getByRole("combobox", { name: /^Medium of/u });

/** Chooses by typing in a field that searches. */
export async function choose(field: Locator, name: string): Promise<void> {
  await field.click();
  await field.page().getByPlaceholder("Type some of its name").fill(name);
  await field.page().getByRole("listbox").getByRole("option", { name }).first().click();
}

/** Picks one of the few that a choice of the setup's page offers. */
export async function pick(field: Locator, words: string): Promise<void> {
  await field.click();
  await field.page().getByRole("option", { name: words, exact: true }).click();
  await expect(field).toHaveText(words);
}

/** Watches how far things are pushed about on the pages that are opened next. */
export const watchShifts = (page: Page): ReturnType<Page["addInitScript"]> =>
  page.addInitScript(() => {
    const kept = globalThis as unknown as { shifted: number };
    kept.shifted = 0;
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries() as (PerformanceEntry & { value: number; hadRecentInput: boolean })[])
        if (!entry.hadRecentInput) kept.shifted += entry.value;
    }).observe({ type: "layout-shift", buffered: true });
  });
export const shifted = (page: Page): Promise<number> =>
  page.evaluate(() => (globalThis as unknown as { shifted: number }).shifted);

/** What a machine finds against WCAG 2.2 AA on a page, with the first places of each. */
export const faultsOn = async (page: Page): Promise<string[]> =>
  (await new AxeBuilder({ page }).withTags(["wcag2a", "wcag2aa", "wcag21aa", "wcag22aa"]).analyze()).violations.map(
    ({ id, nodes }) =>
      `${id}: ${nodes
        .slice(0, 3)
        .map(({ html }) => html.slice(0, 160))
        .join(" | ")}`,
  );
