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
      await expect(other.getByRole("heading", { name: "What the water does" })).toBeVisible();
    });
  },
});

export { expect };

export const TROUGH = "Terrace trough, celery and chard";
export const BOG = "Stone-sink bog, butterworts and cranberry";
export const TALL_POT = "Tall pot over void-fillers, rosemary";
export const CARBOY = "Closed carboy, moss and jewel orchids";

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

/** Adds a layer of a medium above the selected one. */
export async function addLayer(page: Page, name: string): Promise<void> {
  await page.getByRole("button", { name: "Add layer" }).click();
  await page.getByPlaceholder("Type some of its name").fill(name);
  await page.getByRole("listbox").getByRole("option", { name }).first().click();
}

/** The fields in which layers' media are chosen, top to bottom. */
export const mediumFields = (page: Page): Locator => page.getByRole("combobox", { name: /^Medium of/u });

/** Chooses by typing in a field that searches. */
export async function choose(field: Locator, name: string): Promise<void> {
  await field.click();
  await field.page().getByPlaceholder("Type some of its name").fill(name);
  await field.page().getByRole("listbox").getByRole("option", { name }).first().click();
}

/** What a machine finds against WCAG 2.2 AA on a page, with the first places of each. */
export const faultsOn = async (page: Page): Promise<string[]> =>
  (await new AxeBuilder({ page }).withTags(["wcag2a", "wcag2aa", "wcag21aa", "wcag22aa"]).analyze()).violations.map(
    ({ id, nodes }) =>
      `${id}: ${nodes
        .slice(0, 3)
        .map(({ html }) => html.slice(0, 160))
        .join(" | ")}`,
  );
