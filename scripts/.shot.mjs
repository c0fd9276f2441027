import { chromium } from "@playwright/test";
const url = "http://127.0.0.1:4399";
const browser = await chromium.launch({ executablePath: "/usr/bin/chromium", args: ["--no-sandbox","--disable-gpu"] });
const jobs = JSON.parse(process.argv[2]);
for (const j of jobs) {
  const phone = j.phone;
  const ctx = await browser.newContext({ viewport: phone ? {width:390,height:844} : {width:1280,height:j.h??800}, isMobile: !!phone, hasTouch: !!phone, colorScheme: j.dark?"dark":"light", deviceScaleFactor: 1 });
  const page = await ctx.newPage();
  page.on("console", m => { if (m.type()==="error") console.log(j.name,"console:",m.text().slice(0,300)); });
  page.on("pageerror", e => console.log(j.name,"pageerror",e.message.slice(0,300)));
  await page.goto(url + (j.path ?? "/"));
  if (j.setup) { await page.getByRole("link",{name:new RegExp(j.setup)}).first().click(); await page.waitForURL(/setups/); }
  if (j.sub) { await page.goto(page.url()+j.sub); }
  await page.waitForTimeout(900); await page.keyboard.press("Shift"); await page.waitForTimeout(900);
  for (const c of j.click ?? []) { await page.getByRole(c[0],{name:new RegExp(c[1])}).first().click(); await page.waitForTimeout(700); }
  await page.screenshot({ path: `/tmp/shots/${j.name}.png`, fullPage: !!j.full });
  await ctx.close();
}
await browser.close();
