import { chromium } from "@playwright/test";

// Takes the pictures of docs/screenshots from a running demo (npm run demo) over fresh demo data.

const url = process.env.MARLSTONE_URL ?? "http://127.0.0.1:4310";
const browser = await chromium.launch({
  executablePath: "/usr/bin/chromium",
  args: ["--no-sandbox", "--disable-gpu", "--disable-background-networking"],
});

async function picture(name, setup, { dark = false, phone = false, path, act } = {}) {
  const context = await browser.newContext({
    viewport: phone ? { width: 390, height: 844 } : { width: 1280, height: 800 },
    colorScheme: dark ? "dark" : "light",
    hasTouch: phone,
    isMobile: phone,
    deviceScaleFactor: phone ? 2 : 1,
  });
  const page = await context.newPage();
  await page.goto(url);
  if (path) await page.goto(url + path);
  if (setup) await page.getByRole("link", { name: setup }).first().click();
  await page.waitForTimeout(1200);
  // a sign of life, at which the rest of a page comes
  await page.keyboard.press("Shift");
  await page.waitForTimeout(800);
  await act?.(page);
  await page.screenshot({ path: `docs/screenshots/${name}.png` });
  await context.close();
}

await picture("yard");
await picture("setup", "Terrace trough", {
  act: async (page) => {
    await page.getByRole("listitem", { name: /Potting mix/ }).click({ position: { x: 300, y: 4 } });
    await page.mouse.move(860, 340);
    await page.waitForTimeout(300);
  },
});
await picture("bog", "Stone-sink bog");
await picture("platform", "Platform planter");
await picture("new", undefined, { path: "/new" });
await picture("verdicts", "Open dish", { act: (page) => page.waitForTimeout(3000) });
await picture("living", undefined, { path: "/living" });
await picture("built-for", undefined, {
  path: "/new",
  act: async (page) => {
    const kind = page.getByRole("combobox", { name: "For one kind, by name" });
    await kind.hover();
    await kind.click();
    await page.getByPlaceholder("Type some of its name").fill("flytrap");
    await page.getByRole("option", { name: "Flytrap" }).first().click();
    await page.waitForTimeout(5000);
  },
});
await picture("carboy-dark", "Closed carboy", { dark: true });
await picture("supply", "Terrace trough", {
  act: async (page) => {
    await page.getByRole("button", { name: "supply", exact: true }).click();
    await page.waitForTimeout(1500);
  },
});
await picture("with-without", "Tall pot", {
  act: async (page) => {
    await page.getByRole("button", { name: "Without drainage layer" }).click();
    await page.waitForTimeout(2500);
  },
});
await picture("run", "Terrace trough", {
  act: async (page) => {
    await page.getByRole("button", { name: "Run it" }).click();
    const hour = page.getByRole("slider", { name: "Hour of the run" });
    await hour.waitFor({ timeout: 30_000 });
    await hour.fill("60");
    await page.waitForTimeout(500);
  },
});
await picture("media", undefined, {
  path: "/media",
  act: async (page) => {
    for (const name of ["Perlite, coarse", "Sphagnum peat", "Bark 6–12 mm"])
      await page.getByLabel(`Compare ${name}`).check();
    await page.waitForTimeout(1500);
    await page.evaluate(() => scrollTo(0, 0));
  },
});
await picture("mix", undefined, {
  path: "/mixes",
  act: async (page) => {
    await page.getByRole("link", { name: "Bog bench" }).click();
    await page.waitForTimeout(1500);
  },
});
await picture("own-medium", undefined, {
  path: "/media",
  act: async (page) => {
    await page.getByRole("link", { name: "Weir-side leaf compost" }).click();
    await page.getByRole("link", { name: "Change its figures" }).click();
    await page.waitForTimeout(1800);
  },
});
await picture("batch", "Platform planter", {
  act: async (page) => {
    await page.getByRole("link", { name: "Shopping and mixing" }).click();
    await page.waitForTimeout(1200);
  },
});
await picture("keeping", undefined, { path: "/keeping" });
await picture("phone", "Terrace trough", { phone: true });
await browser.close();
