import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { MARROWBECK } from "../../../demo/marrowbeck";
import { inLibrary } from "../occupants/library/library";
import { type Setup } from "../stack/setup";
import { boundariesCm, stackHeightCm } from "../stack/geometry";
import { anySetup } from "../testing/any-setup";
import { BASE_HOLES, GRAVEL, layer, medium, MIX, potWith, wallHole } from "../testing/setups";
import type { UnitSystem } from "../units/units";
import { vesselVolumeCm3 } from "../vessel/vessel";
import { layerPlaces } from "../water/layer-place";
import { AS_PLANNED, asBuilt, builtDifferences, type Actual, type Built } from "./built";
import { cutDrawing } from "./cut-drawing";
import { cutsOf } from "./cuts";
import { drillFor } from "../stack/drills";
import { sheetOf } from "./sheet";

const sheet = (setup: Setup, system: UnitSystem = "metric") =>
  sheetOf({
    setup,
    medium,
    occupants: inLibrary,
    system,
    recipes: setup.layers.map(({ mediumId }) => ({ parts: [{ medium: medium(mediumId)!, parts: 1 }], amendments: [] })),
  });
const POT = potWith({ kind: "free-water", levelCm: 4, overflowCm: 5 });
const stepOf = (setup: Setup, key: string) => {
  const found = sheet(setup).steps.find((one) => one.key === key);
  if (!found) throw new Error(`no step ${key}`);
  return found;
};
const named = (name: string): Setup => MARROWBECK.find((one) => one.name.startsWith(name))!;
const said = (setup: Setup, key: string): string => {
  const { text, cautions } = stepOf(setup, key);
  return [...text, ...cautions].join(" ").replaceAll("\u00a0", " ");
};

/** With these mixed into some of its layers. */
const sheetWith = (setup: Setup, indices: readonly number[], amendments: readonly { id: string; amount: number }[]) =>
  sheetOf({
    setup,
    medium,
    occupants: inLibrary,
    system: "metric",
    recipes: setup.layers.map(({ mediumId }, i) => ({
      parts: [{ medium: medium(mediumId)!, parts: 1 }],
      amendments: indices.includes(i) ? amendments : [],
    })),
  });
/** What is said of a layer that is mixed with these. */
const saidWith = (setup: Setup, index: number, amendments: readonly { id: string; amount: number }[]): string => {
  const { steps } = sheetWith(setup, [index], amendments);
  const { text } = steps.find(({ key }) => key === `layer:${setup.layers[index]!.id}`)!;
  return text.join(" ").replaceAll("\u00a0", " ");
};

describe("a build sheet of any setup", () => {
  it("has each step once, the layers from the bottom up, marks that rise and litres that add up", () => {
    fc.assert(
      fc.property(anySetup, fc.constantFrom<UnitSystem>("metric", "imperial"), (setup, system) => {
        const { steps, tools, things, cuts } = sheet(setup, system);
        const keys = steps.map(({ key }) => key);
        expect(new Set(keys).size).toBe(keys.length);
        expect(keys.filter((key) => key.startsWith("layer:"))).toEqual(setup.layers.map(({ id }) => `layer:${id}`));
        const fills = steps.filter(({ key }) => key.startsWith("layer:") || key === "plant");
        const litres = fills.reduce((sum, { marks }) => sum + (marks?.ofStepCm3 ?? 0), 0);
        const all = layerPlaces(setup, medium).reduce((sum, { volumeCm3 }) => sum + volumeCm3, 0);
        expect(litres).toBeCloseTo(all, 4);
        // a plant that is set at the foot of a layer stands on the mark of the one below it
        const heights = fills.map(({ marks }) => marks!.overInsideBaseCm);
        expect([...heights].sort((a, b) => a - b)).toEqual(heights);
        expect(fills.at(-1)!.marks!.upToCm3).toBeCloseTo(all, 4);
        expect(heights.at(-1)).toBeCloseTo(stackHeightCm(setup), 9);
        for (const { marks } of steps)
          if (marks) {
            expect(marks.overGroundCm - marks.overInsideBaseCm).toBeCloseTo(setup.vessel.baseCm, 9);
            expect(marks.overInsideBaseCm + marks.underRimCm).toBeCloseTo(setup.vessel.insideDepthCm, 9);
          }
        const words = [
          ...steps.flatMap(({ heading, text, cautions }) => [heading, ...text, ...cautions]),
          ...tools,
          ...things.flatMap(({ what, amount }) => [what, amount]),
          ...cuts.map((cut) => cutDrawing(cut, setup, system).title),
        ].join("\n");
        expect(words.replaceAll(setup.name, "")).not.toMatch(/NaN|undefined|Infinity|null|\$\{/u);
        // whoever works in one system is not told in the other
        expect(words).not.toMatch(system === "metric" ? /\d\u00a0(in|gal|fl|lb)\b/u : /\d\u00a0(cm|mL|kg|L)\b/u);
        expect(new Set(things.map(({ key }) => key)).size).toBe(things.length);
      }),
      { numRuns: 150, seed: 15 },
    );
  });

  it("is built in before it is filled over, and watered when it is filled", () => {
    fc.assert(
      fc.property(anySetup, (setup) => {
        const keys = sheet(setup).steps.map(({ key }) => key);
        const at = (key: string): number => keys.indexOf(key);
        const firstLayer = at(`layer:${setup.layers[0]!.id}`);
        for (const fixture of setup.fixtures) {
          const step = at(`fixture:${fixture.id}`);
          // cloth has no holes to drill, and what water stands in needs no step of its own
          if (step < 0) expect(fixture.kind === "hole" || fixture.kind === "standpipe").toBe(true);
          else if (fixture.kind === "dressing" || fixture.kind === "lid") expect(step).toBeGreaterThan(at("label") - 2);
          else expect(step).toBeLessThan(firstLayer);
        }
        expect(at("water")).toBeGreaterThan(at(`layer:${setup.layers.at(-1)!.id}`));
        expect(at("place")).toBe(0);
      }),
      { numRuns: 80, seed: 16 },
    );
  });
});

describe("the steps", () => {
  it("set holes so that their lower edge is where the design has it, over what the vessel stands on", () => {
    const [cut] = cutsOf({ ...POT, vessel: { ...POT.vessel, baseCm: 0.4 } }, "metric");
    if (cut?.in !== "wall") throw new Error("a hole in the wall");
    // lower edge 5, drill 12 mm: the centre at 5.6, over a base of 0.4
    expect(cut.centreCm).toBeCloseTo(5.6, 9);
    expect(cut.overGroundCm).toBeCloseTo(6.0, 9);
    expect(cut.underRimCm).toBeCloseTo(30 - 5.6, 9);
    expect(cut.places[1]!.alongCm - cut.places[0]!.alongCm).toBeCloseTo(3.6, 9);
    expect(said(POT, "fixture:overflow")).toContain("24.4 cm under the rim");
  });

  it("say to the nearest drill what the design says to the millimetre, and keep the lower edge", () => {
    const odd = { ...wallHole(5), diameterCm: 1.23 } as ReturnType<typeof wallHole>;
    expect(said({ ...POT, fixtures: [odd] }, "fixture:overflow")).toContain("nearest drill is 12.5 mm");
    const [cut] = cutsOf({ ...POT, fixtures: [odd] }, "metric");
    expect(cut).toMatchObject({ diameterCm: 1.25, centreCm: 5.625 });
    expect(drillFor(1.27, "imperial")!.words.replaceAll("\u00a0", " ")).toBe("1/2 in");
    expect(drillFor(3.17, "imperial")!.words.replaceAll("\u00a0", " ")).toBe("1 1/4 in");
    expect(drillFor(40, "metric")).toBeUndefined();
  });

  it("spread holes in the base: in full rows over a box, in a ring in a round one, as many as there are", () => {
    const box = named("Seed tray");
    const [grid] = cutsOf(box, "metric");
    if (grid?.in !== "base") throw new Error("holes in the base");
    expect(grid.places).toHaveLength(12);
    expect(new Set(grid.places.map(({ acrossCm }) => acrossCm.toFixed(3))).size).toBe(3);
    // no row is shorter than the others where a grid can be full
    expect(new Set(grid.places.map(({ alongCm }) => alongCm.toFixed(3))).size).toBe(4);
    const [ring] = cutsOf({ ...POT, fixtures: [BASE_HOLES] }, "metric");
    if (ring?.in !== "base") throw new Error("holes in the base");
    for (const { alongCm, acrossCm } of ring.places) expect(Math.hypot(alongCm, acrossCm)).toBeCloseTo(0.6 * 10, 9);
    // every hole lies on the base, whatever their number
    for (const count of [1, 2, 3, 7, 9, 40, 200]) {
      const [cut] = cutsOf({ ...POT, fixtures: [{ ...BASE_HOLES, count } as typeof BASE_HOLES] }, "metric");
      expect(cut!.places).toHaveLength(count);
      for (const { alongCm, acrossCm } of cut!.places) expect(Math.hypot(alongCm, acrossCm)).toBeLessThanOrEqual(10);
    }
  });

  it("mind glass and stone where they are drilled, and nowhere else", () => {
    const bog = named("Stone-sink bog");
    expect(said(bog, "fixture:outlet")).toMatch(/masonry bit.*wet.*fine-dust mask/u);
    expect(said(bog, "layer:peat")).not.toContain("masonry");
    expect(said(POT, "fixture:overflow")).not.toContain("masonry");
  });

  it("mind each thing in full once: dust, gloves, moss, manure, animals, lamps, open water", () => {
    const bog = named("Stone-sink bog");
    expect(said(bog, "layer:peat")).toMatch(/Legionella.*wash your hands/u);
    expect(said(bog, "layer:moss")).toMatch(/Gloves with .* too\./u);
    expect(said(bog, "layer:moss")).toContain("microwave");
    const trough = named("Terrace trough");
    const compost = { ...trough, layers: [layer("garden-compost", 20)] };
    expect(said(compost, "layer:garden-compost-20")).toContain("unknown manure");
    expect(said({ ...compost, occupants: [] }, "layer:garden-compost-20")).not.toContain("unknown manure");
    expect(said({ ...trough, vessel: { ...trough.vessel, foodSafe: "no" } }, "place")).toContain("not food-safe");
    expect(said(trough, "place")).not.toContain("food-safe");
    expect(said(named("Lidded case"), "animals")).toContain("vet");
    expect(said(named("Lidded case"), "fixture:lid")).toContain("electrician");
    expect(said(named("Shallow tub"), "place")).toContain("structural engineer");
    const tub = named("Shallow tub");
    expect(said({ ...tub, site: { ...tub.site, children: "yes" } }, "water")).toContain("never leave small children");
    expect(said(tub, "water")).not.toContain("never leave small children");
  });

  it("mind what feed, lime and tap water do to those that bear none", () => {
    const bog = named("Stone-sink bog");
    expect(said(bog, "layer:peat")).toMatch(/Nothing with feed or lime in it: it harms large-flowered butterwort/u);
    expect(said(bog, "water")).toMatch(/Rain or distilled water only: more than about \d+ mg/u);
    const trough = named("Terrace trough");
    expect(said(trough, "layer:soil")).not.toContain("Nothing with feed");
    expect(said(trough, "water")).not.toContain("distilled");
  });

  it("fill up to where the root balls stand, set the plants, and fill in around them", () => {
    const planter = named("Platform planter");
    const begun = stepOf(planter, "layer:soil");
    const plant = stepOf(planter, "plant");
    // surface 34, crown 0.5 over it, ball 10 deep
    expect(begun.marks!.overInsideBaseCm).toBeCloseTo(24.5, 9);
    expect(plant.marks!.overInsideBaseCm).toBeCloseTo(34, 9);
    expect(begun.marks!.ofStepCm3 + plant.marks!.ofStepCm3).toBeCloseTo(layerPlaces(planter, medium)[1]!.volumeCm3, 6);
    expect(begun.marks!.upToCm3 + plant.marks!.ofStepCm3).toBeCloseTo(plant.marks!.upToCm3, 6);
    expect(plant.text.join(" ").replaceAll("\u00a0", " ")).toContain("crown 0.5 cm over the soil");
  });

  it("try with water what is to hold water, up to its hole, before anything is in it", () => {
    expect(said(named("Terrace trough"), "tight")).toContain("16.2 L, which is 8 cm deep");
    expect(vesselVolumeCm3(named("Terrace trough").vessel, 8)).toBeCloseTo(16_224, 0);
    expect(sheet(named("Tall pot")).steps.some(({ key }) => key === "tight")).toBe(false);
  });

  it("water what stands under water, what wicks from below and what stores water each in its way", () => {
    const headings = (name: string): string[] => sheet(named(name)).steps.map(({ heading }) => heading);
    expect(headings("Shallow tub")).toContain("The first weeks under water");
    expect(headings("Terrace trough")).toContain("Water from the top for one or two weeks");
    expect(headings("Stone-sink bog")).toContain("The first weeks");
    expect(headings("Open dish")).toContain("First water, a week later");
    expect(headings("Closed carboy").at(-1)).toBe("Put the lid on");
  });

  it("say how a jar is filled through its neck, and what passes it", () => {
    const jar = named("Closed carboy");
    expect(said(jar, "layer:soil")).toContain("neck, 6.5 cm wide: pour it in through a funnel");
    expect(said(jar, "plant")).toContain("passes an opening 6.5 cm wide");
    expect(said(named("Terrace trough"), "plant")).not.toContain("opening");
  });

  it("count what the damp layers bring in what a sealed jar is given", () => {
    const jar = named("Closed carboy");
    const { bench } = sheet(jar);
    const brought = bench.layers.reduce((sum, { broughtCm3 }) => sum + broughtCm3, 0);
    // coir at 50 cm of suction holds 0.4 or so: two litres of its five
    expect(brought).toBeGreaterThan(1500);
    expect(brought).toBeLessThan(2500);
    expect(said(jar, "water")).toContain(`${((3100 - brought) / 1000).toFixed(2)} L more`);
    // a tank that is to hold less than that is told so, and mixed drier
    const tank = named("Deep tank");
    expect(said(tank, "water")).toContain("Give none");
    expect(said(tank, "layer:deep")).toContain("damp to the squeeze");
    expect(said(jar, "layer:soil")).toContain("potting moisture");
  });

  it("pour in all that is to be in it, less what the layers bring", () => {
    const water = stepOf(POT, "water");
    const { bench } = sheet(POT);
    const { storedCm3, pondedCm3, openCm3 } = bench.readings!;
    const brought = bench.layers.reduce((sum, { broughtCm3 }) => sum + broughtCm3, 0);
    const [atOnce, later] = [...water.text[0]!.replaceAll("\u00a0", " ").matchAll(/about ([\d.]+) (mL|L)/gu)].map(
      ([, number, unit]) => Number(number) * (unit === "L" ? 1000 : 1),
    );
    expect(Math.abs(atOnce! + later! - (storedCm3 + pondedCm3 + openCm3 - brought))).toBeLessThan(20);
  });
});

describe("what was really built", () => {
  const actual = (change: Partial<Actual>) => ({ done: true, actual: { ...AS_PLANNED, ...change } });
  const layers = POT.layers.map(({ id }) => id);

  it("is the plan, to the last digit, where nothing was said", () => {
    fc.assert(
      fc.property(anySetup, (setup) => {
        const made = sheet(setup);
        expect(asBuilt(made, {})).toEqual({ ok: true, value: setup });
        const ticked: Built = Object.fromEntries(made.steps.map(({ key }) => [key, actual({})]));
        expect(asBuilt(made, ticked)).toEqual({ ok: true, value: setup });
        expect(builtDifferences(made.steps, ticked, (id) => id, "metric")).toEqual([]);
      }),
      { numRuns: 60, seed: 17 },
    );
  });

  it("is what was measured: half a millimetre is no difference, and a layer nobody measured keeps its very thickness", () => {
    const [gravel, soil] = POT.layers;
    const odd = { ...POT, layers: [gravel!, { ...soil!, thicknessCm: 7.123456789 }, layer("bark-6-12", 2)] };
    const told = (topCm: number): number => {
      const written = { [`layer:${gravel!.id}`]: actual({ topCm }) };
      return builtDifferences(sheet(odd).steps, written, (id) => id, "metric").length;
    };
    expect([5.04, 4.96, 5.06, 4.94].map(told)).toEqual([0, 0, 1, 1]);
    const made = asBuilt(sheet(odd), { [`layer:${odd.layers[2]!.id}`]: actual({ topCm: 14.5 }) });
    expect(made.ok && made.value.layers.map(({ thicknessCm }) => thicknessCm)).toEqual([5, 7.123456789, 2.376543]);
  });

  it("moves marks, and what lies over a layer that came out higher is thinner", () => {
    const built: Built = {
      [`layer:${layers[0]}`]: actual({ topCm: 6.2 }),
      [`layer:${layers[1]}`]: actual({ mediumId: "coir-pith-fine" }),
    };
    const made = asBuilt(sheet(POT), built);
    expect(made).toMatchObject({
      ok: true,
      value: { layers: [{ thicknessCm: 6.2 }, { thicknessCm: 18.8, mediumId: "coir-pith-fine" }] },
    });
    expect(made.ok && boundariesCm(made.value)).toEqual([0, 6.2, 25]);
    const told = builtDifferences(sheet(POT).steps, built, (id) => `the ${id}`, "metric");
    expect(told.map(({ lines }) => lines.join().replaceAll("\u00a0", " "))).toEqual([
      "up to 6.2 cm instead of 5 cm",
      `the coir-pith-fine instead of the ${MIX}`,
    ]);
  });

  it("takes over holes, the level and the water that was given", () => {
    const made = asBuilt(sheet(POT), {
      "fixture:overflow": actual({ lipCm: 5.5, diameterCm: 1.4, count: 3 }),
      water: actual({ levelCm: 5 }),
    });
    expect(made).toMatchObject({
      ok: true,
      value: { fixtures: [{ lipCm: 5.5, diameterCm: 1.4, count: 3 }], water: { by: "level", levelCm: 5 } },
    });
    const jar = potWith({ kind: "dosed", storedCm3: 2500 });
    const given = asBuilt(sheet(jar), { water: actual({ usedCm3: 700 }) });
    const brought = sheet(jar).bench.layers.reduce((sum, { broughtCm3 }) => sum + broughtCm3, 0);
    expect(given).toMatchObject({ ok: true, value: { water: { storedCm3: 700 + brought } } });
  });

  it("refuses marks that cross one another, and says where", () => {
    const made = asBuilt(sheet(POT), { [`layer:${layers[0]}`]: actual({ topCm: 26 }) });
    expect(made).toMatchObject({ ok: false, problems: [{ code: "crossed", path: "layers[1]" }] });
  });

  it("is not moved by words that every object knows", () => {
    const built = JSON.parse('{"__proto__": {"done": true}, "constructor": {"done": true}}') as Built;
    expect(asBuilt(sheet(POT), built)).toEqual({ ok: true, value: POT });
  });
});

describe("feeds and lime at the bench", () => {
  // as it is mixed, before it settles
  const litres = (setup: Setup, index: number): number => sheet(setup).bench.layers[index]!.batch!.mixedCm3 / 1000;
  const soaked = potWith({ kind: "drained", outletCm: 0 });

  it("are weighed for the litres that are mixed, of a single medium too", () => {
    const text = saidWith(soaked, 1, [{ id: "dolomite", amount: 3 }]);
    const grams = Number(/Mix in dolomite[^:]*: ([\d.]+) g/u.exec(text)?.[1]);
    expect(grams / (3 * litres(soaked, 1))).toBeCloseTo(1, 1);
    expect(saidWith(soaked, 1, [])).not.toContain("Mix in");
    // with what is to be minded of it
    expect(text).toContain("Dust: a mask, and wet it.");
  });

  it("are on the list of what it takes, once for all layers", () => {
    const { things } = sheetWith(
      soaked,
      [0, 1],
      [
        { id: "dolomite", amount: 3 },
        { id: "charcoal", amount: 0.1 },
      ],
    );
    const [lime, charcoal] = things.filter(({ key }) => key.startsWith("amendment:"));
    const all = litres(soaked, 0) + litres(soaked, 1);
    expect(lime).toMatchObject({ key: "amendment:dolomite", amount: `${Math.round(3 * all)}\u00a0g` });
    expect(Number.parseFloat(charcoal!.amount) / (100 * all)).toBeCloseTo(1, 2);
    expect(sheet(soaked).things.filter(({ key }) => key.startsWith("amendment:"))).toEqual([]);
  });

  it("are warned of as their place is: in water, where nothing drains, beside moss", () => {
    const sulphur = [{ id: "sulphur", amount: 0.5 }];
    expect(saidWith(POT, 0, sulphur)).toContain("stands in water: here sulphur rots");
    expect(saidWith(POT, 1, sulphur)).not.toContain("stands in water");
    const feed = [{ id: "organic-feed", amount: 2 }];
    expect(saidWith(POT, 0, feed)).toContain("This layer stands in water: what rots there without air turns sour.");
    expect(saidWith(soaked, 0, feed)).not.toContain("stands in water");
    const salts = "Nothing drains from this vessel: its salts stay";
    const slow = [{ id: "slow-release", amount: 2 }];
    expect(saidWith(POT, 1, slow)).toContain(salts);
    expect(saidWith(soaked, 1, slow)).not.toContain(salts);
    const moss = "Moss grows or lies in this vessel";
    const mossy = { ...soaked, layers: [...soaked.layers, layer("long-fibre-sphagnum-loose", 2)] };
    expect(saidWith(mossy, 1, slow)).toContain(moss);
    expect(saidWith(soaked, 1, slow)).not.toContain(moss);
  });
});

describe("what is to be minded with a medium", () => {
  const cautionsOf = (mediumId: string, occupants: Setup["occupants"] = []): readonly string[] =>
    stepOf({ ...potWith({ kind: "drained", outletCm: 0 }, [layer(mediumId, 10)]), occupants }, `layer:${mediumId}-10`)
      .cautions;
  const telling = (mediumId: string, words: RegExp, occupants: Setup["occupants"] = []): readonly string[] =>
    cautionsOf(mediumId, occupants).filter((text) => words.test(text));

  it("is said once, for its kind, and what is more than that beside it", () => {
    expect(telling("sphagnum-peat", /mask/iu)).toEqual([expect.stringContaining("work outdoors")]);
    expect(telling("potting-mix-peat-based", /legionella/iu)).toEqual([expect.stringContaining("skin fungus")]);
    expect(telling("long-fibre-sphagnum-loose", /sporothrix|skin fungus/iu)).toHaveLength(1);
    const celery = [{ id: "a", occupantId: "celery", count: 1 }];
    expect(telling("garden-compost", /herbicide|weedkiller/iu, celery)).toEqual([
      expect.stringContaining("sow a few beans"),
    ]);
    // with nothing to eat in it nobody has said that yet
    expect(telling("garden-compost", /herbicide|weedkiller/iu)).toEqual(["Possible herbicide residues: bean test."]);
    expect(telling("fine-sand-0.1-0.5", /silica/iu)).toHaveLength(1);
    expect(telling("vermiculite-medium", /asbestos/iu)).toHaveLength(1);
  });

  it("leaves out that it is rinsed where the step is about that", () => {
    expect(telling(GRAVEL, /rinse/iu)).toEqual([]);
    expect(telling("fired-clay-pebbles-8-16", /rinse/iu)).toEqual([expect.stringContaining("surface lime")]);
    expect(
      stepOf(potWith({ kind: "drained", outletCm: 0 }, [layer(GRAVEL, 10)]), `layer:${GRAVEL}-10`).text.join(),
    ).toMatch(/Rinse it/u);
  });
});
