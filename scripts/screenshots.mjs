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
    await page.getByRole("button", { name: /^Potting mix/ }).click();
    await page.getByRole("button", { name: /^Water and air/ }).click();
    await page.mouse.move(860, 340);
    await page.waitForTimeout(300);
  },
});
await picture("bog", "Stone-sink bog");
// before its platform goes
await picture("log", "Platform planter", {
  act: async (page) => {
    await page.getByRole("link", { name: "Log", exact: true }).click();
    await page.getByText(/times as fast as before/u).waitFor();
    await page.waitForTimeout(1500);
  },
});
await picture("platform", "Platform planter", {
  act: async (page) => {
    await page.getByRole("button", { name: /^Held against/ }).click();
    await page.getByRole("button", { name: "Gravel in place of the platform" }).click();
    await page.waitForTimeout(2500);
    await page.mouse.move(1100, 700);
  },
});
await picture("new", undefined, { path: "/new" });
await picture("verdicts", "Open dish", {
  act: async (page) => {
    const line = page.getByRole("article").first().locator("h3 > button").first();
    await line.click();
    await page.waitForTimeout(5000);
  },
});
await picture("living", undefined, { path: "/living" });
await picture("carboy-dark", "Closed carboy", { dark: true });
await picture("supply", "Terrace trough", {
  act: async (page) => {
    await page.getByRole("radio", { name: "supply", exact: true }).click();
    await page.getByRole("button", { name: /^Supply against demand/ }).click();
    await page.waitForTimeout(1500);
  },
});
await picture("run", "Terrace trough", {
  act: async (page) => {
    await page.getByRole("button", { name: "Run it" }).click();
    const hour = page.getByRole("slider", { name: "Hour of the run" });
    await hour.waitFor({ timeout: 30_000 });
    await hour.focus();
    for (let i = 0; i < 60; i++) await page.keyboard.press("ArrowRight");
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
await picture("place", undefined, {
  path: "/places",
  act: async (page) => {
    await page.getByRole("link", { name: "River terrace" }).click();
    await page.waitForTimeout(2500);
  },
});
await picture("year", "Terrace trough", {
  act: async (page) => {
    await page.getByRole("link", { name: "Year", exact: true }).click();
    await page.waitForTimeout(2500);
  },
});
await picture("calendar", undefined, { path: "/calendar" });
const toSheet = (page) => page.getByRole("link", { name: "Build", exact: true }).click();
await picture("build", "Terrace trough", {
  act: async (page) => {
    await toSheet(page);
    await page.waitForTimeout(1200);
    await page.getByRole("heading", { name: "Lay the weed cloth" }).evaluate((heading) => heading.scrollIntoView());
    await page.waitForTimeout(400);
  },
});
await picture("build-phone", "Terrace trough", {
  phone: true,
  act: async (page) => {
    await toSheet(page);
    await page.waitForTimeout(1200);
    for (let i = 0; i < 5; i++) {
      await page.getByRole("button", { name: /^Done: / }).tap();
      await page.waitForTimeout(900);
    }
  },
});
await picture("phone", "Terrace trough", { phone: true });
await browser.close();
