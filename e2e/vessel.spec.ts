import {
  addPart,
  expect,
  openGroup,
  openMending,
  openPart,
  pick,
  saved,
  shown,
  test,
  typeInto,
  words,
} from "./marlstone";

const PLATFORM = "Platform planter, aubergine";
const BAG = "Lingonberry in a bag, in its tray";

test("what is built in is moved in the drawing by keys and by hand, and the design says what is wrong with its place", async ({
  page,
  open,
  marlstone,
}) => {
  await open(PLATFORM);
  const design = await openGroup(page, "The design");
  await expect(design.getByText("How level it must stand")).toBeVisible();
  const tube = page.getByRole("slider", { name: "Fill tube" });
  await tube.focus();
  await page.keyboard.press("ArrowRight");
  await page.keyboard.press("Shift+ArrowRight");
  await saved(page);
  expect(marlstone.stored(PLATFORM).fixtures).toContainEqual(
    expect.objectContaining({ kind: "fill-tube", acrossShare: 0.13 }),
  );
  await openPart(page, /^fill tube/u);
  await typeInto(page.getByRole("textbox", { name: "Place across of Fill tube" }), "90");
  const mending = page.getByRole("region", { name: "To be mended" });
  await expect(mending.getByText("Fill tube beside the overflow")).toBeVisible();
  await openMending(page);
  await expect(mending.getByRole("paragraph")).toBeVisible();
  await page.keyboard.press("Control+z");
  await expect(mending).toHaveCount(0);

  const hole = page.getByRole("slider", { name: "Overflow hole" });
  const box = (await hole.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 - 5, box.y + box.height / 2 + 15, { steps: 4 });
  await page.mouse.up();
  expect(Number(await hole.getAttribute("aria-valuenow"))).toBeLessThan(11);
  await page.keyboard.press("Control+z");
  await expect(hole).toHaveAttribute("aria-valuenow", "11");

  await addPart(page, "Standpipe");
  await typeInto(page.getByRole("textbox", { name: "Standpipe", exact: true }), "10.5");
  await expect(page.getByRole("slider", { name: "Standpipe" })).toHaveAttribute("aria-valuenow", "10.5");
  await openGroup(page, "Water and air");
  await expect(page.getByText(words(String.raw`The overflow is 0\.5 cm above it`))).toBeVisible();
  await page.getByRole("button", { name: "Remove Standpipe" }).click();
  await saved(page);
});

test("the rim of a tray and the top of a dressing are taken hold of, and the water follows the rim", async ({
  page,
  open,
  marlstone,
}) => {
  await open(BAG);
  const tray = page.getByRole("slider", { name: "Tray", exact: true });
  await expect(tray).toHaveAttribute("aria-valuetext", words(String.raw`6 cm deep`));
  await tray.focus();
  await page.keyboard.press("ArrowUp");
  await saved(page);
  await openPart(page, /^tray/u);
  await expect(page.getByRole("textbox", { name: "Inside depth of Tray" })).toHaveValue("6.5");
  await openGroup(page, "Water and air");
  await expect(page.getByText(words(String.raw`The rim of the tray is 2\.2 cm above it`))).toBeVisible();
  // what stands in it falls with the rim
  await tray.focus();
  for (let i = 0; i < 9; i++) await page.keyboard.press("ArrowDown");
  await saved(page);
  const level = marlstone.stored(BAG).water.levelCm!;
  expect(level).toBeLessThan(4);
  expect(marlstone.stored(BAG).fixtures).toContainEqual(expect.objectContaining({ kind: "tray", insideDepthCm: 2 }));

  await open(PLATFORM);
  const dressing = page.getByRole("slider", { name: "Top dressing" });
  const box = (await dressing.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2 - 12, { steps: 4 });
  await page.mouse.up();
  await saved(page);
  await expect(dressing).toHaveAttribute("aria-valuetext", words(String.raw`[3-5](\.\d+)? cm thick`));
  await page.keyboard.press("Control+z");
  await expect(dressing).toHaveAttribute("aria-valuetext", words(String.raw`, 2 cm thick`));
});

test("a platform is held against gravel in one choice, and what that costs is said", async ({ page, open }) => {
  await open(PLATFORM);
  await openGroup(page, "Held against");
  await page.getByRole("button", { name: "Gravel in place of the platform" }).click();
  const compared = page.getByRole("region", { name: "Held against now" });
  await expect(compared.getByText(words(String.raw`[\d.]+ kg more weight`))).toBeVisible();
  await compared.getByRole("button", { name: "Go back to it" }).click();
  await expect(compared).toHaveCount(0);
  await saved(page);
});

test("a vessel measured by pouring is taken line by line, and refused with the line that cannot be", async ({
  page,
  open,
  marlstone,
}) => {
  await open(BAG);
  await openPart(page, /^round pot/u);
  await pick(page.getByRole("combobox", { name: "Shape" }), "measured by pouring");
  const pours = page.getByRole("textbox", { name: "Poured in, all told, and how high it stood" });
  const vessel = await openPart(page, /measured by pouring/u);
  await typeInto(pours, "8 L at 10 cm; 7 L at 20 cm; 24 L at 30 cm");
  await expect(vessel.getByRole("alert")).toContainText("Line 2");
  await expect(pours).toHaveValue("8 L at 10 cm; 7 L at 20 cm; 24 L at 30 cm");
  await typeInto(pours, "a bucket");
  await expect(vessel.getByRole("alert")).toContainText("is not read as a pour");
  await typeInto(pours, "7 L rose to 10 cm; 15 L at 20 cm; 24 L: 30 cm");
  await expect(vessel.getByRole("alert")).toHaveCount(0);
  await expect(vessel).toContainText(words("24 L to the rim"));
  await saved(page);
  await page.reload();
  await openPart(page, /measured by pouring/u);
  await expect(pours).toHaveValue("7 L at 10 cm; 15 L at 20 cm; 24 L at 30 cm");
  expect(marlstone.stored(BAG).name).toBe(BAG);
});

test("a wish is a working setup: each choice has its reason, and nothing is wrong with it", async ({
  page,
  marlstone,
}) => {
  await page.goto(`${marlstone.url}/new`);
  await page.getByLabel("Name", { exact: true }).fill("Sill cords");
  await page.getByLabel("Lives there").selectOption({ label: "house plants with green leaves" });
  await page.getByLabel("From the shelf").selectOption({ label: "Glazed pot, 24 cm" });
  const preview = page.getByRole("complementary", { name: "What comes of it" });
  await expect(preview.getByText(words(String.raw`of wick cord, synthetic, 0\.8 cm across`))).toBeVisible();
  await expect(preview.getByText("plug them, or line the vessel")).toBeVisible();
  await page.getByRole("button", { name: "Make it" }).click();
  await shown(page);
  await expect((await openGroup(page, "The design")).getByRole("paragraph").first()).toBeVisible();
  await expect(page.getByRole("region", { name: "To be mended" })).toHaveCount(0);
  await expect(page.getByRole("slider", { name: "Overflow hole" })).toBeVisible();
});
