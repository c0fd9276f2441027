import type { Marlstone } from "../scripts/served";
import { readFileSync } from "node:fs";
import AxeBuilder from "@axe-core/playwright";
import {
  BOG,
  CARBOY,
  TALL_POT,
  TROUGH,
  typeInto,
  choose,
  expect,
  saved,
  test,
  words,
  mediumField,
  openGroup,
  openPart,
} from "./marlstone";

const MIX = "Potting mix, peat-based";
const RECIPE = "2 parts peat, 1 perlite, ½ sand";

test("media are found by a slip of the pen, sifted by what they do, and held against one another", async ({
  page,
  marlstone,
}) => {
  await page.goto(`${marlstone.url}/media`);
  await expect(page.getByText("55 shown")).toBeVisible();
  await page.getByRole("textbox", { name: "Name" }).fill("vermiculte");
  await expect(page.getByRole("row").nth(1)).toContainText("Vermiculite");
  await page.getByRole("button", { name: "Show all" }).click();

  await page.getByLabel("In a vessel this tall").fill("10 cm");
  await page.getByLabel("Air at least, %").fill("25");
  await page.getByLabel("pH at most").fill("5.5");
  await page.getByLabel("no peat").check();
  const rows = page.getByRole("row");
  await expect(page.getByRole("row", { name: /Bark 6–12/u })).toBeVisible();
  await expect(page.getByRole("row", { name: /Sphagnum peat/u })).toHaveCount(0);
  for (const row of (await rows.all()).slice(1)) {
    const [air, , pH] = await Promise.all([3, 4, 5].map((i) => row.locator("td, th").nth(i).textContent()));
    expect(parseFloat(air!)).toBeGreaterThanOrEqual(25);
    expect(parseFloat(pH!)).toBeLessThan(5.5);
  }
  await page.getByLabel("Air at least, %").fill("200");
  await expect(page.getByText("From 0 to 100 %.")).toBeVisible();
  await page.getByLabel("Air at least, %").fill("99");
  await expect(page.getByText("Nothing meets all of these.")).toBeVisible();
  await page.getByRole("button", { name: "Show all" }).click();

  await page.getByRole("button", { name: "air", exact: true }).click();
  await expect(page.getByRole("columnheader", { name: "air ↓" })).toHaveAttribute("aria-sort", "descending");
  await page.getByLabel("And by").selectOption("moistRise");
  await page.getByLabel("from", { exact: true }).fill("20");
  await expect(page.getByRole("columnheader", { name: "carries 2 mm a day to" })).toBeVisible();
  await expect(page.getByRole("row", { name: /^Compare Perlite, coarse/u })).toHaveCount(0);
  await page.getByRole("button", { name: "Show all" }).click();
  await page.getByLabel("Compare Perlite, coarse").check();
  await page.getByLabel("Compare Sphagnum peat").check();
  await expect(
    page.getByRole("img", { name: /Air in a drained vessel by its height: Perlite, coarse .* Sphagnum peat 17 %/u }),
  ).toBeVisible();
  await page.getByLabel("What to compare").selectOption("conductivity");
  await expect(
    page.getByRole("img", { name: /Conductivity at a suction: Perlite, coarse .* an hour at 10/u }),
  ).toBeVisible();
});

test("a medium's page has its curves, its ranges and cautions, and where they are from", async ({
  page,
  marlstone,
}) => {
  await page.goto(`${marlstone.url}/media/worm-castings`);
  await expect(page.getByRole("heading", { name: "Worm castings" })).toBeVisible();
  await expect(page.getByText("Keep away from carnivorous plants", { exact: true })).toBeVisible();
  await expect(page.getByRole("img", { name: /Retention curve of Worm castings/u })).toBeVisible();
  await expect(page.getByRole("region", { name: "Sources" })).toContainText("Confidence");
  // an axis names only what it reaches
  const axes = page.getByRole("region", { name: "Conductivity" }).locator("text");
  const conductivities = ["10⁻⁶", "10⁻⁴", "0.01", "1", "100", "10⁴"];
  await expect(axes).toHaveText(["1", "10", "100", "1000", "suction, cm", ...conductivities]);
  await page.getByRole("button", { name: /^Units/u }).click();
  await expect(axes).toHaveText(["1", "10", "100", "suction, in", ...conductivities]);
  await page.getByRole("button", { name: /^Units/u }).click();
  expect(
    (await new AxeBuilder({ page }).analyze()).violations.map(({ id, nodes }) => `${id} ${nodes[0]?.html}`),
  ).toEqual([]);
  await page.goto(`${marlstone.url}/media/moon-dust`);
  await expect(page.getByText("There is nothing here")).toBeVisible();
});

test("a recipe typed as people write it is a mix with its water, its shopping and its wetting", async ({
  page,
  marlstone,
}) => {
  // its address is the browser's alone: a page asked for once more is put in place of the one with open fields
  const askedAgain: string[] = [];
  page.on("request", (request) => {
    if (/recipe=.*_rsc/u.test(request.url())) askedAgain.push(request.url());
  });
  await page.goto(`${marlstone.url}/mixes`);
  await page.getByLabel(/^Recipe, in parts/u).fill(RECIPE);
  const recipe = page.getByRole("region", { name: "Recipe" });
  await expect(recipe.getByRole("listitem")).toHaveCount(3);
  await expect(recipe.getByRole("listitem").first()).toContainText("Sphagnum peat");
  await expect(page.getByText(words("In a vessel 15 cm tall it holds 59 % water and keeps 20 % air"))).toBeVisible();
  const much = page.getByRole("region", { name: "How much" });
  await expect(much.getByText(words(String.raw`One part is 3\.62 L: a 3 L measure filled 1\.2 times`))).toBeVisible();
  const peat = much.getByRole("row", { name: /^Sphagnum peat/u });
  await expect(peat).toContainText("1 bale, 14");
  // passed through in other units, where what is shown is rounded, a pack stays what it is
  const bale = (): unknown[] =>
    marlstone.rows("select document, version from pack_versions where medium_id = 'sphagnum-peat'");
  const before = bale();
  await page.getByRole("button", { name: /^Units/u }).click();
  await peat.getByRole("button", { name: "How you buy Sphagnum peat" }).click();
  await much.getByLabel("holds, litres or kg").press("Tab");
  await much.getByRole("button", { name: "done" }).click();
  await page.getByRole("button", { name: /^Units/u }).click();
  await expect(peat).toContainText("bale of 40");
  expect(bale()).toEqual(before);
  await peat.getByRole("button", { name: "How you buy Sphagnum peat" }).click();
  const editor = much.getByRole("group", { name: "How you buy Sphagnum peat" });
  await editor.getByLabel("In a").selectOption("bag");
  await typeInto(editor.getByLabel("holds, litres or kg"), "5 L");
  await typeInto(editor.getByLabel("swells, times"), "1");
  await typeInto(editor.getByLabel("price", { exact: true }), "4,5");
  await expect(peat).toContainText("2 bags, 9");
  await expect(peat).toContainText(words(String.raw`2\.76 L`));
  await typeInto(editor.getByLabel("holds, litres or kg"), "a lot");
  await expect(editor.getByText("“a lot” is not what a pack holds")).toBeVisible();
  await typeInto(editor.getByLabel("holds, litres or kg"), "2 kg");
  await expect(editor.getByText(words(String.raw`Fills about 13\.1 L`))).toBeVisible();
  await expect(peat).toContainText("1 bag, 4.5");
  await editor.getByRole("button", { name: "done" }).press("Enter");
  await expect(peat.getByRole("button", { name: "How you buy Sphagnum peat" })).toBeFocused();
  expect(askedAgain).toEqual([]);
  await expect(page).toHaveURL(/\?recipe=2%20parts%20peat/u);
  await page.reload();
  await expect(peat).toContainText(words(String.raw`bag of 2 kg, 4\.5`));
  await expect(much.getByText("by itself first")).toBeVisible();
  const clock = much.getByRole("list", { name: "By the clock" });
  await expect(clock.getByRole("listitem").last()).toContainText(words("after 12 h"));
  await much.getByLabel("begun at").fill("18:30");
  await expect(clock.getByRole("listitem").first()).toContainText("18:30");
  await expect(clock.getByRole("listitem").last()).toContainText("06:30 next day");

  await much
    .getByLabel("For")
    .selectOption({ label: (await much.locator("option", { hasText: TROUGH }).nth(2).textContent()) ?? "" });
  await expect(much.getByText(words(String.raw`settled after the first waterings 37\.\d L`))).toBeVisible();
  await much.getByLabel("For").selectOption({ label: "as much as I have of …" });
  await much.getByLabel("I have, L").fill("6");
  await expect(much.getByRole("row", { name: /Perlite/u })).toContainText(words("3 L"));
});

test.describe("what cannot be meant is explained in place, and nothing typed is lost", () => {
  for (const [text, said] of [
    ["0 peat, 1 sand", "parts must be more than 0"],
    ["-2 peat", "parts must be more than 0"],
    ["1e9 peat", "cannot be meant"],
    ["2 moon dust", "is not known"],
    ["1 peat, 1 capillary mat", "is not mixed in"],
    ["2:1 peat", "has 2 numbers"],
  ] as const) {
    test(text, async ({ page, marlstone }) => {
      await page.goto(`${marlstone.url}/mixes`);
      const field = page.getByLabel(/^Recipe, in parts/u);
      await field.fill(text);
      await expect(page.getByRole("alert").filter({ hasText: said })).toBeVisible();
      await field.blur();
      await page.reload();
      await expect(field).toHaveValue(text);
    });
  }
});

test("a mix is kept, used by a setup, changed for it or split off, and comes back from its file", async ({
  page,
  open,
  marlstone,
}) => {
  await page.goto(`${marlstone.url}/mixes?recipe=${encodeURIComponent(RECIPE)}`);
  const keep = page.getByRole("region", { name: "Keep it" });
  await keep.getByRole("button", { name: "Save this mix" }).click();
  await expect(keep.getByText("Give it a name first.")).toBeVisible();
  await keep.getByLabel("Name").fill("House bog");
  await keep.getByRole("button", { name: "Save this mix" }).click();
  await expect(page.getByRole("heading", { name: "House bog" })).toBeVisible();
  await page.waitForURL(/mixes\/[^?]+$/u);
  const address = page.url();

  await open(TALL_POT);
  await openGroup(page, "Water and air");
  await openPart(page, /roots/u);
  await choose(mediumField(page), "House bog");
  await saved(page);
  expect(marlstone.stored(TALL_POT).layers[1]!.mediumId).toMatch(/^mix:/u);
  await expect(page.getByText(words(String.raw`The root zone has \d+ % air`))).toBeVisible();
  await page.reload();
  await openPart(page, /roots/u);
  await expect(mediumField(page)).toHaveText("House bog");

  await page.goto(address);
  await expect(keep.getByText("Used by")).toBeVisible();
  await typeInto(page.getByLabel("Parts of Perlite, coarse"), "3");
  await expect(keep.getByText("A setup keeps the version it was made with")).toBeVisible();
  await keep.getByRole("button", { name: "Save", exact: true }).click();
  await expect(keep.getByText("Saved.")).toBeVisible();
  await page.reload();
  await expect(page.getByLabel("Parts of Perlite, coarse")).toHaveValue("3");
  await keep.getByRole("button", { name: "Save as a copy" }).click();
  await expect(page.getByRole("heading", { name: "House bog, copy" })).toBeVisible();

  const download = page.waitForEvent("download");
  await keep.getByRole("button", { name: "JSON" }).click();
  const file = await (await download).path();
  expect(JSON.parse(readFileSync(file, "utf8"))).toMatchObject({
    kind: "marlstone.mix",
    version: 2,
    name: "House bog, copy",
    parts: [
      { mediumId: "sphagnum-peat", parts: 2 },
      { mediumId: "perlite-coarse-3-6", parts: 3 },
      { mediumId: "coarse-sand-0.5-2", parts: 0.5 },
    ],
  });
  await page.getByLabel("from a file").setInputFiles({
    name: "mix.json",
    mimeType: "application/json",
    buffer: Buffer.from(readFileSync(file, "utf8").replace("House bog, copy", "From a friend")),
  });
  await expect(page.getByRole("heading", { name: "From a friend" })).toBeVisible();
  await page.getByLabel("from a file").setInputFiles({
    name: "parts.csv",
    mimeType: "text/csv",
    buffer: Buffer.from("mediumId,medium,parts\npumice-2-5,Pumice,2\nbark-6-12,Bark,1\n"),
  });
  await expect(page.getByRole("heading", { name: "Mix from a file" })).toBeVisible();
  await keep.getByRole("button", { name: "Put away" }).click();
  await page.getByText("put away (1)").click();
  await page.getByRole("button", { name: "Take Mix from a file back" }).click();
  await expect(page.getByRole("heading", { name: "Mix from a file" })).toBeVisible();
  await page
    .getByLabel("from a file")
    .setInputFiles({ name: "poem.txt", mimeType: "text/plain", buffer: Buffer.from("roses are red") });
  await expect(page.getByRole("alert").filter({ hasText: "neither a mix's JSON nor CSV" })).toBeVisible();
});

test("from a layer to what it takes of it: the page of its mix stands at that layer's volume, with feeds and lime for the batch", async ({
  page,
  open,
}) => {
  await open(TROUGH);
  await openPart(page, /^Potting mix/u);
  await page.getByRole("link", { name: "how much of it to get, mix and wet" }).click();
  const much = page.getByRole("region", { name: "How much" });
  await expect(much.getByLabel("For").locator("option:checked")).toHaveText(
    words(String.raw`Terrace trough, celery and chard: Potting mix, peat-based, 34\.3 L`),
  );
  // what stands in for it is looked for at its own place in the stack
  const need = page.getByRole("region", { name: "What mix do I need?" });
  await expect(need.getByLabel("their foot above free water")).toHaveValue("3.5");
  await need.getByLabel("Look for").selectOption({ label: `instead of ${MIX}` });
  await need.getByRole("button", { name: "Look for it" }).click();
  await expect(need.getByText(words(String.raw`What is to be replaced has here air 30 %, water 58 %`))).toBeVisible({
    timeout: 20_000,
  });
  await expect(need.getByRole("listitem").first()).toContainText(/pH .* dS\/m; .* in price/u);
  await much.getByText("Amendments for this batch").click();
  await expect(much.getByText("A part of this mix is limed already.").first()).toBeVisible();
  await expect(much.getByText("Never under carnivorous plants").first()).toBeVisible();
  // what contradicts the setup: nothing drains from the trough
  await expect(much.getByText("Nothing drains from this vessel").first()).toBeVisible();
  await much.getByLabel("For").selectOption({ label: "pots or a volume" });
  await expect(much.getByText("Nothing drains from this vessel")).toHaveCount(0);
});

test("a mix is looked for by what it does; what cannot be met says which condition stops it; and stands in for another", async ({
  page,
  marlstone,
}) => {
  await page.goto(`${marlstone.url}/mixes`);
  const need = page.getByRole("region", { name: "What mix do I need?" });
  await need.getByRole("button", { name: "Look for it" }).click();
  await expect(need.getByText(words(String.raw`\d+ of \d+ mixes meet it; the \d+ plainest are listed`))).toBeVisible({
    timeout: 20_000,
  });
  const first = need.getByRole("listitem").first();
  await expect(first).toContainText(words(String.raw`air (2\d|3[0-5]) %`));
  await first.getByRole("button").click();
  await expect(page.getByText(words(String.raw`In a vessel 15 cm tall it holds \d+ % water`))).toBeVisible();

  await need.getByLabel("water, % from").fill("95");
  await need.getByRole("button", { name: "Look for it" }).click();
  await expect(need.getByText("The water cannot be had of these media at all")).toBeVisible({ timeout: 20_000 });
  await need.getByLabel("water, % from").fill("-4");
  await expect(need.getByText("From 0 to 100 %.")).toBeVisible();
  await expect(need.getByRole("button", { name: "Look for it" })).toBeDisabled();
  await need.getByLabel("water, % from").fill("40");

  await page.getByLabel(/^Recipe, in parts/u).fill(RECIPE);
  await need.getByLabel("Look for").selectOption({ label: "instead of Perlite, coarse" });
  await need.getByRole("button", { name: "Look for it" }).click();
  await expect(need.getByText("The nearest of")).toBeVisible({ timeout: 20_000 });
  await expect(need.getByRole("listitem").first()).not.toContainText("Perlite");
});

test("amendments belong to a mix: dosed, saved, warned of; and an earlier version comes back", async ({
  page,
  marlstone,
}) => {
  await page.goto(`${marlstone.url}/mixes`);
  await page.getByRole("link", { name: "Bog bench" }).click();
  await expect(page.getByRole("heading", { name: "Bog bench" })).toBeVisible();
  const much = page.getByRole("region", { name: "How much" });
  await much.getByText("Amendments for this batch").click();
  await much.getByLabel("Dolomite lime", { exact: true }).check();
  const dose = much.getByLabel("Dose of Dolomite lime, grams a litre");
  await typeInto(dose, "0");
  await expect(much.getByText("From above 0 to 100 g.")).toBeVisible();
  await typeInto(dose, "2");
  await expect(much.getByText(words(String.raw`makes \d+ g here`))).toBeVisible();
  await expect(page.getByText("before its amendments, which move it by")).toBeVisible();
  await expect(page.getByRole("region", { name: "Take care" })).toContainText(
    "May hold lime: if vinegar foams on it, keep it from acid lovers and bog plants (Coarse sand)",
  );
  await expect(much.getByText("Not for acid lovers (pH 4 to 5.5) or bog plants.").first()).toBeVisible();
  const keep = page.getByRole("region", { name: "Keep it" });
  await keep.getByRole("button", { name: "Save", exact: true }).click();
  await expect(keep.getByText("Saved.")).toBeVisible();
  await page.reload();
  await expect(dose).toHaveValue("2");
  await page.getByText("Earlier versions (1)").click();
  await page.getByRole("button", { name: "Bring back version 1" }).click();
  await expect(dose).toHaveCount(0);
  await keep.getByRole("button", { name: "Save", exact: true }).click();
  await expect(page.getByText("Earlier versions (2)")).toBeVisible();
});

test("a medium of one's own: from figures to a curve that meets them, into a layer, a mix and its file; what cannot be meant is said at its place", async ({
  page,
  open,
  marlstone,
}) => {
  await page.goto(`${marlstone.url}/media/potting-mix-peat-based`);
  await page.getByRole("link", { name: "Copy it and change the copy" }).click();
  await expect(page.getByLabel("Name", { exact: true })).toHaveValue("Potting mix, peat-based, mine");
  await page.getByLabel("Name", { exact: true }).fill("Back-room mix");
  await page.getByLabel("Height 1, cm").fill("10");
  await page.getByLabel("water 1, %").fill("90");
  await page.getByLabel("air 1, %").fill("30");
  await expect(page.getByText("Water and air together leave no room for the medium itself.")).toBeVisible();
  await page.getByRole("button", { name: "Save this medium" }).click();
  await expect(page.getByText("nothing was stored")).toBeVisible();
  await page.getByLabel("water 1, %").fill("55");
  await expect(page.getByText(words("The figures are met to within"))).toBeVisible();
  await page.getByLabel("Dry weight, g per L").fill("5 tons");
  await expect(page.getByText("“tons” is not a unit for a dry weight")).toBeVisible();
  await page.getByLabel("Dry weight, g per L").fill("180");
  await page.getByLabel("Has feed in it").selectOption("no");
  expect(
    (await new AxeBuilder({ page }).analyze()).violations.map(({ id, nodes }) => `${id} ${nodes[0]?.html}`),
  ).toEqual([]);
  await page.getByRole("button", { name: "Save this medium" }).click();
  await expect(page.getByRole("heading", { name: "Back-room mix" })).toBeVisible();
  await page.getByRole("link", { name: "Change its figures" }).click();
  await expect(page.getByLabel("water 1, %")).toHaveValue("55");
  await expect(page.getByLabel("Dry weight, g per L")).toHaveValue("180");
  // other units: the same medium, not another ten inches tall; what cannot be read waits in the units it was written in
  await page.getByLabel("pH", { exact: true }).fill("sour");
  await page.getByRole("button", { name: /^Units/u }).click();
  await expect(page.getByLabel("Height 1, cm")).toHaveValue("10");
  await page.getByLabel("pH", { exact: true }).fill("");
  await expect(page.getByLabel("Height 1, in")).toHaveValue("3.94");
  await page.getByRole("button", { name: /^Units/u }).click();
  await expect(page.getByLabel("Height 1, cm")).toHaveValue("10");

  // bought by the bag, found, as a layer, and as a part
  await page.getByRole("link", { name: "Its page" }).click();
  const packed = page.getByRole("group", { name: "How you buy Back-room mix" });
  await typeInto(packed.getByLabel("holds, litres or kg"), "10 kg");
  await expect(packed.getByText(words(String.raw`Fills about 37 L`))).toBeVisible();
  await page.goto(`${marlstone.url}/media`);
  await page.getByLabel("Kind").selectOption("yours");
  await page.getByLabel("In a vessel this tall").fill("10");
  await expect(page.getByRole("row", { name: /Back-room mix/u })).toContainText("30 %");
  await page.getByLabel("Kind").selectOption("packs");
  await expect(page.getByRole("row", { name: /Back-room mix/u })).toContainText(words("bag of 10 kg"));
  await open(TALL_POT);
  await openGroup(page, "Water and air");
  await openPart(page, /roots/u);
  await choose(mediumField(page), "Back-room mix");
  await saved(page);
  await expect(page.getByText(words(String.raw`The root zone has \d+ % air`))).toBeVisible();
  await page.goto(`${marlstone.url}/mixes?recipe=${encodeURIComponent("2 back-room mix, 1 perlite")}`);
  await expect(page.getByLabel("Parts of Back-room mix")).toHaveValue("2");
  const keep = page.getByRole("region", { name: "Keep it" });
  const download = page.waitForEvent("download");
  await keep.getByRole("button", { name: "JSON" }).click();
  const file = JSON.parse(readFileSync(await (await download).path(), "utf8")) as {
    media: Record<string, { name: string }>;
  };
  expect(Object.values(file.media).map(({ name }) => name)).toEqual(["Back-room mix"]);
});

test("a setup is shopped, mixed and wetted from its own screen: every Marrowbeck one", async ({ page, marlstone }) => {
  for (const [name, said] of [
    [
      TROUGH,
      [
        "Pea gravel 6–10 mm",
        String.raw`Measure out 17\.9 L`,
        "2 bags, 16",
        String.raw`Measure out 41\.\d L`,
        "It needs no wetting before it is filled in",
      ],
    ],
    [BOG, [String.raw`Sphagnum peat`, "1 bale, 14", String.raw`warm, and stir`]],
    [TALL_POT, ["Fired clay pebbles", String.raw`Potting mix`]],
    [CARBOY, ["1 brick, 11", String.raw`A brick of Coir pith, fine swells to 54\.3 L`]],
    ["Platform planter, aubergine", [String.raw`wick-wet`, "2 bags, 16"]],
  ] as const) {
    await page.goto(marlstone.url);
    await page.getByRole("link", { name }).first().click();
    await page.getByRole("link", { name: "Build", exact: true }).click();
    await page.getByRole("link", { name: "Shopping and mixing" }).click();
    await expect(page.getByRole("heading", { name, level: 1 })).toBeVisible();
    for (const text of said) await expect(page.locator("main")).toContainText(words(text));
    await expect(page.getByText("Take care")).toBeVisible();
  }
  await expect(page.getByText("Keep away from amphibians (Potting mix, peat-based)")).toHaveCount(0);
  await expect(
    page.getByText("Has lime in it: never under acid lovers (pH 4 to 5.5) or bog plants", { exact: true }),
  ).toBeVisible();
  await page.getByLabel("with a margin of").fill("-5");
  await expect(page.getByText("The margin goes from 0 to 100 %")).toBeVisible();
  await page.getByLabel("with a margin of").fill("100");
  await expect(page.locator("main")).toContainText("3 bags, 24");
  expect(
    (await new AxeBuilder({ page }).analyze()).violations.map(({ id, nodes }) => `${id} ${nodes[0]?.html}`),
  ).toEqual([]);
});

test("zones for roots go from the mix at hand to an airy rim; what cannot be is explained", async ({
  page,
  marlstone,
}) => {
  await page.goto(`${marlstone.url}/mixes?recipe=${encodeURIComponent("1 Pumice 2–5 mm")}`);
  const need = page.getByRole("region", { name: "What mix do I need?" });
  // the charts come once the page is at work
  await expect(page.getByRole("img", { name: /^Retention curve/u })).toBeVisible();
  await need.getByLabel("Look for").selectOption("zones");
  await need.getByLabel("Root ball, wide").fill("25");
  await need.getByLabel("air at the rim, %").fill("55");
  await need.getByRole("button", { name: "Look for it" }).click();
  await expect(need.getByText("The root ball must be narrower than the pot.")).toBeVisible();
  await need.getByLabel("Root ball, wide").fill("8");
  await need.getByRole("button", { name: "Look for it" }).click();
  await expect(need.getByRole("listitem").last()).toContainText("Rim", { timeout: 20_000 });
  await need.getByRole("listitem").last().getByRole("button").click();
  await expect(page.getByLabel(/^Recipe, in parts/u)).not.toHaveValue("1 Pumice 2–5 mm");
  // at a setup's own place
  await need.getByLabel("at the place of").selectOption({ label: `${TROUGH}: Potting mix, peat-based` });
  await expect(need.getByLabel("Roots’ height")).toHaveValue("17");
  await expect(need.getByLabel("their foot above free water")).toHaveValue("3.5");
});

test("two tabs on one mix: the later save is told of the earlier and can still be kept", async ({
  page,
  marlstone,
  context,
}) => {
  await page.goto(`${marlstone.url}/mixes?recipe=peat`);
  const keep = page.getByRole("region", { name: "Keep it" });
  await keep.getByLabel("Name").fill("Plain");
  await keep.getByRole("button", { name: "Save this mix" }).click();
  await expect(page.getByRole("heading", { name: "Plain" })).toBeVisible();
  await page.waitForURL(/mixes\/[^?]+$/u);
  const other = await context.newPage();
  await other.goto(page.url());
  // a busy machine may not have brought the page's scripts yet
  await expect(async () => {
    await other.getByLabel(/^Recipe, in parts/u).fill("peat, perlite");
    await expect(other.getByLabel("Parts of Perlite, coarse")).toHaveValue("1", { timeout: 1000 });
  }).toPass();
  await other.getByRole("region", { name: "Keep it" }).getByRole("button", { name: "Save", exact: true }).click();
  await expect(other.getByText("Saved.")).toBeVisible();
  await page.getByLabel(/^Recipe, in parts/u).fill("peat, pumice");
  await keep.getByRole("button", { name: "Save", exact: true }).click();
  await expect(keep.getByText("Someone saved Plain since you opened it")).toBeVisible();
  await keep.getByRole("button", { name: "Save", exact: true }).click();
  await expect(keep.getByText("Saved.")).toBeVisible();
});

test("a mix that was put away elsewhere says so when it is saved, and is taken back; a pack changed elsewhere is not overwritten", async ({
  context,
  marlstone,
  page,
}) => {
  await page.goto(`${marlstone.url}/mixes`);
  await page.getByRole("link", { name: "Bog bench" }).click();
  await expect(page.getByRole("heading", { name: "Bog bench" })).toBeVisible();
  const other = await context.newPage();
  await other.goto(page.url());
  await other.getByRole("button", { name: "Put away" }).click();
  await expect(other.getByRole("link", { name: "put away (1)" })).toBeVisible();
  await page.getByLabel("Note").fill("for the stone sink");
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await expect(page.getByText(/Saved\. It was put away elsewhere/u)).toBeVisible();
  await page.getByRole("button", { name: "Take it back" }).click();
  await expect(page.getByText(/This mix is put away/u)).toHaveCount(0);

  const packs = [page, other];
  for (const one of packs) await one.goto(`${marlstone.url}/media/perlite-coarse-3-6`);
  const editor = (of: typeof page) => of.getByRole("group", { name: "How you buy Perlite, coarse" });
  for (const [i, one] of packs.entries()) {
    await editor(one)
      .getByLabel("holds, litres or kg")
      .fill(i === 0 ? "100 L" : "75 L");
    await one.keyboard.press("Enter");
    await expect.poll(() => packsOf(marlstone)).toEqual([20, 100]);
  }
  await expect(other.getByText(/This pack was changed elsewhere in the meantime/u)).toBeVisible();
  // theirs is what stands in the fields now, and leaving them stores nothing
  await expect(editor(other).getByLabel("holds, litres or kg")).toHaveValue(words("^100 L$"));
  await editor(other).getByLabel("price", { exact: true }).focus();
  await other.keyboard.press("Tab");
  await expect.poll(() => packsOf(marlstone)).toEqual([20, 100]);
  await editor(other).getByLabel("holds, litres or kg").fill("75 L");
  await other.keyboard.press("Enter");
  await expect.poll(() => packsOf(marlstone)).toEqual([20, 100, 75]);
});

/** What coarse perlite came in, in every version that was stored. */
const packsOf = (marlstone: Marlstone): number[] =>
  marlstone
    .rows<{ document: string }>(
      "select document from pack_versions where medium_id = 'perlite-coarse-3-6' order by version",
    )
    .map(({ document }) => (JSON.parse(document) as { amount: number }).amount);

test("a recipe in volumes is converted, a weak word asks back, a broad one offers its grades, and an ambiguous number is refused", async ({
  marlstone,
  page,
}) => {
  await page.goto(`${marlstone.url}/mixes`);
  const recipe = page.getByRole("region", { name: "Recipe" });
  const field = page.getByLabel(/^Recipe, in parts/u);
  await field.fill("2 L bark, 500 mL perlite");
  await expect(page.getByLabel("Parts of Bark 6–12 mm")).toHaveValue("2");
  await expect(page.getByLabel("Parts of Perlite, coarse")).toHaveValue("0.5");
  await expect(recipe.getByText(/“bark” is taken as Bark 6–12 mm\. Or/u)).toBeVisible();
  await recipe.getByRole("button", { name: "Bark 12–20 mm" }).click();
  await expect(field).toHaveValue("2 L Bark 12–20 mm; 500 mL perlite");
  await expect(page.getByLabel("Parts of Bark 12–20 mm")).toHaveValue("2");

  await field.fill("1 vermiculte, 1 peat");
  await expect(recipe.getByRole("alert")).toContainText("“vermiculte” is not known. Did you mean Vermiculite, medium?");
  await expect(page.getByRole("region", { name: "What it is" })).toHaveCount(0);
  await recipe.getByRole("button", { name: "Vermiculite, medium" }).click();
  await expect(field).toHaveValue("1 Vermiculite, medium; 1 peat");
  await expect(page.getByRole("region", { name: "What it is" })).toBeVisible();

  await field.fill("1,000 mL bark, 1 L perlite");
  await expect(recipe.getByRole("alert")).toContainText("“1,000” may be 1000 or 1.0");
  await field.fill("2 L bark, 1 perlite");
  await expect(recipe.getByRole("alert")).toContainText("cannot be held against each other");
});

test("the biggest batch of what is left, in pots said by their width, with prices in what the grower names", async ({
  marlstone,
  page,
}) => {
  await page.goto(`${marlstone.url}/mixes?recipe=${encodeURIComponent("2 coir, 1 perlite")}`);
  const need = page.getByRole("region", { name: "What mix do I need?" });
  await need.getByLabel("It must contain").selectOption({ label: "Coir pith, fine" });
  await need.getByLabel(/^of which I have/u).fill("6");
  await need.getByRole("button", { name: "Look for it" }).click();
  await expect(need.getByText(words(String.raw`\d+ of \d+ mixes meet it.*, the biggest batch first`))).toBeVisible({
    timeout: 20_000,
  });
  const found = need.getByRole("list").last().getByRole("listitem");
  const makes = await found.allTextContents();
  for (const text of makes) expect(text).toContain("Coir pith, fine");
  const litres = makes.map((text) => Number(/makes ([\d.]+)\sL/u.exec(text)![1]));
  expect(litres).toEqual([...litres].sort((a, b) => b - a));
  expect(litres[0]).toBeGreaterThan(6);

  const much = page.getByRole("region", { name: "How much" });
  await typeInto(much.getByLabel(/^Each holds/u), "12 cm");
  await expect(much.getByText(words(String.raw`A round pot 12 cm wide takes about 8\d\d mL`))).toBeVisible();
  const perlite = much.getByRole("row", { name: /^Perlite, coarse/u });
  await perlite.getByRole("button", { name: /^How you buy/u }).click();
  await much.getByLabel("Currency, before every price").fill("£");
  await expect(perlite).toContainText(words("£ 9.5"));
  await page.reload();
  await expect(page.getByRole("row", { name: /^Perlite, coarse/u })).toContainText(words("£ 9.5"));
});

test("setups and mixes are found by some of their names", async ({ marlstone, page }) => {
  await page.goto(`${marlstone.url}/?find=BOG%20sink`);
  await expect(page.getByText("1 of 12 setups: “BOG sink”.")).toBeVisible();
  await expect(page.getByRole("listitem").filter({ hasText: "Stone-sink bog" })).toBeVisible();
  await expect(page.getByRole("link", { name: /Closed carboy/u })).toHaveCount(0);
  await page.goto(`${marlstone.url}/?find=nowhere`);
  await expect(page.getByText("No setup is called that.")).toBeVisible();
  await page.goto(`${marlstone.url}/mixes/all`);
  await page.getByRole("searchbox", { name: "Find a mix by its name" }).fill("bench");
  await page.getByRole("button", { name: "Find", exact: true }).click();
  await expect(page.getByRole("main").getByRole("link", { name: "Bog bench" })).toBeVisible();
  await expect(page.getByText("One mix: “bench”")).toBeVisible();
});

test("media and mixes fit a phone: nothing but tables of many columns scrolls sideways, and by itself", async ({
  browser,
  marlstone,
}) => {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });
  const page = await context.newPage();
  for (const path of [
    "/media",
    "/media/sphagnum-peat",
    "/media/own?from=sphagnum-peat",
    `/setups/${marlstone.rows<{ id: string }>("select id from setups")[0]!.id}/batch`,
    `/mixes?recipe=${encodeURIComponent(RECIPE)}`,
  ]) {
    await page.goto(`${marlstone.url}${path}`);
    await expect(page.getByRole("heading", { level: 1 })).toBeVisible();
    await page.waitForTimeout(500);
    expect([path, await page.evaluate(() => document.documentElement.scrollWidth)]).toEqual([path, 390]);
  }
  await context.close();
});

test("what was written of a mix and not saved stands there again, after a link, a reload and in another page, until it is saved", async ({
  page,
  marlstone,
}) => {
  await page.goto(`${marlstone.url}/mixes`);
  const keep = page.getByRole("region", { name: "Keep it" });
  const recipe = page.getByLabel(/^Recipe, in parts/u);
  await expect(async () => {
    await recipe.fill("3 peat, 1 perlite");
    await expect(page.getByLabel("Parts of Perlite, coarse")).toHaveValue("1", { timeout: 2000 });
  }).toPass();
  await keep.getByLabel("Name").fill("Fen");
  await keep.getByLabel("Note").fill("for the flat tray");
  await expect(page.getByText("Not saved yet; kept in this browser until it is.")).toBeVisible();

  await page.getByRole("link", { name: "Media", exact: true }).first().click();
  await expect(page.getByRole("heading", { level: 1, name: "Media" })).toBeVisible();
  await page.goto(`${marlstone.url}/mixes`);
  await expect(page.getByText(/^What you wrote here on .* stands here again/u)).toBeVisible();
  await expect(recipe).toHaveValue("3 peat, 1 perlite");
  await expect(keep.getByLabel("Note")).toHaveValue("for the flat tray");
  await page.reload();
  await expect(keep.getByLabel("Name")).toHaveValue("Fen");

  // asked for with a recipe of its own, the page has that, and offers the other
  await page.goto(`${marlstone.url}/mixes?recipe=${encodeURIComponent("2 pumice, 1 peat")}`);
  const before = page.getByRole("region", { name: "Written before and not saved" });
  await expect(before.getByText("Fen")).toBeVisible();
  await expect(recipe).toHaveValue("2 pumice, 1 peat");
  await before.getByRole("button", { name: "Bring it back" }).click();
  await expect(keep.getByLabel("Name")).toHaveValue("Fen");

  await keep.getByRole("button", { name: "Save this mix" }).click();
  await expect(page.getByRole("heading", { name: "Fen" })).toBeVisible();
  await keep.getByLabel("Note").fill("for the deep tray");
  await page.reload();
  await expect(keep.getByLabel("Note")).toHaveValue("for the deep tray");
  await page.getByRole("button", { name: "Back to what is saved" }).click();
  await expect(keep.getByLabel("Note")).toHaveValue("for the flat tray");
  await page.goto(`${marlstone.url}/mixes`);
  await expect(recipe).toHaveValue("");
  await expect(page.getByText(/not saved/iu)).toHaveCount(0);
});
