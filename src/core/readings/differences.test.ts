import { describe, expect, it } from "vitest";
import { GRAVEL, layer, medium, MIX, PEAT, potWith, withHeld } from "../testing/setups";
import { isRootedByDefault, withOrWithoutDrainage } from "../stack/drainage-layer";
import { withSaidDemand, withLayer } from "../stack/edit";
import { type Setup } from "../stack/setup";
import { stackHeightCm } from "../stack/geometry";
import { drainedAfterSoaking, runSetup, settle, supplyOf } from "../testing/settled";
import { asDampAs } from "../water/same-damp";
import { differences, meaningOfDrainage, toldByMeaning, wetZoneRiseCm, type Told } from "./differences";
import { readDose, readSettled, topOfZones } from "./readings";
import { readingSentences } from "./sentences";
import { doseSteps } from "./dose-steps";
import { runMoments, runWords } from "./run-sentences";
import { supplySayings } from "./supply-sentences";

const told = (setup: Setup, day = false): Told => {
  const settled = day ? drainedAfterSoaking(setup, medium) : settle(setup, medium);
  if (!settled.ok) throw new Error(settled.problems[0]!.message);
  return { setup, settled: settled.value, readings: readSettled(setup, settled.value, medium) };
};
const plain = (text: string): string => text.replace(/\u00a0/gu, " ");
const TROUGH = potWith({ kind: "free-water", levelCm: 7, overflowCm: 8 }, [
  layer(GRAVEL, 8),
  layer("fine-sand-0.1-0.5", 3, false),
  layer(MIX, 17),
]);

const POT = potWith({ kind: "drained", outletCm: 0 });

describe("with or without a drainage layer", () => {
  it("takes the coarse layer out and lets what lies on it reach down, or puts one under a stack that has none, at the same height", () => {
    const out = withOrWithoutDrainage(POT, medium, "new")!;
    expect(out).toMatchObject({
      kind: "without",
      thicknessCm: 5,
      setup: { layers: [{ mediumId: MIX, thicknessCm: 25 }] },
    });
    const back = withOrWithoutDrainage(out.setup, medium, "new")!;
    expect(back).toMatchObject({
      kind: "with",
      thicknessCm: 4,
      setup: {
        layers: [
          { mediumId: GRAVEL, thicknessCm: 4, rooted: false },
          { mediumId: MIX, thicknessCm: 21 },
        ],
      },
    });
    expect(stackHeightCm(back.setup)).toBe(stackHeightCm(POT));
    expect(withOrWithoutDrainage({ ...POT, layers: [] }, medium, "new")).toBeUndefined();
    expect(withOrWithoutDrainage({ ...POT, layers: [layer(GRAVEL, 5)] }, medium, "new")).toBeUndefined();
  });

  it("takes the mat that parts gravel and soil out with the gravel, and lets the soil reach down, not the mat", () => {
    const parted = { ...POT, layers: [layer(GRAVEL, 6), layer("capillary-mat", 0.5), layer(MIX, 15, true)] };
    const out = withOrWithoutDrainage(parted, medium, "new")!;
    expect(out.kind).toBe("without");
    expect(out.setup.layers).toEqual([{ ...parted.layers[2], thicknessCm: 21.5 }]);
    expect(out.thicknessCm).toBe(6);
    const bare = { ...POT, layers: [layer(GRAVEL, 6), layer("capillary-mat", 0.5)] };
    expect(withOrWithoutDrainage(bare, medium, "new")).toBeUndefined();
  });

  it("counts no coarse layer as rooted that lies under others, whatever lives in its medium otherwise", () => {
    for (const [id, onTop, under] of [
      ["pumice-6-12", true, false],
      ["bark-6-12", true, false],
      [GRAVEL, false, false],
      [MIX, true, true],
      [PEAT, true, true],
    ] as const)
      expect([id, isRootedByDefault(medium(id)!, true), isRootedByDefault(medium(id)!, false)]).toEqual([
        id,
        onTop,
        under,
      ]);
  });

  it("moves the wet zone of a drained pot up by the gravel's thickness, as a day after a soaking shows, and says by how much", () => {
    // fine sand has a wet zone of its own height with a sharp top, so that the rise can be read off it as well
    const pot = { ...POT, layers: [layer(GRAVEL, 12), layer("fine-sand-0.1-0.5", 17, true)] };
    const change = withOrWithoutDrainage(pot, medium, "new")!;
    const [held, now] = [told(pot, true), told(change.setup, true)];
    const rise = topOfZones(held.readings.waterlogged) - topOfZones(now.readings.waterlogged);
    expect(wetZoneRiseCm(now, held)).toBeCloseTo(rise, 0);
    expect(rise).toBeGreaterThan(12 - 5.5);
    expect(rise).toBeLessThan(12 + 0.1);
    expect(plain(meaningOfDrainage(change, held, now, "day", "metric"))).toMatch(
      /^This vessel drains, and water perches on the pea gravel 6–10 mm: all that is wet in the soil lies 9\.\d cm higher than it would without the layer, by its 12 cm less the 2\.\d cm of suction/u,
    );
    const shallow = withLayer(POT, "pea-gravel-6-10-5", { thicknessCm: 2 });
    const thin = withOrWithoutDrainage(shallow, medium, "new")!;
    expect(meaningOfDrainage(thin, told(shallow, true), told(thin.setup, true), "day", "metric")).toContain(
      "it lifts the wet zone by nothing",
    );
    expect(plain(meaningOfDrainage(change, held, now, "rest", "metric"))).toContain("Look at it a day after a soaking");
  });

  it("makes no real difference to roots where it takes the place of the wettest soil, and no list says otherwise", () => {
    const pot = potWith({ kind: "drained", outletCm: 0 }, [layer(GRAVEL, 4), layer(MIX, 16)]);
    const change = withOrWithoutDrainage(pot, medium, "new")!;
    const [held, now] = [told(pot, true), told(change.setup, true)];
    expect(Math.abs(held.readings.rootZone!.meanAirSpace - now.readings.rootZone!.meanAirSpace)).toBeLessThan(0.03);
    const meaning = plain(meaningOfDrainage(change, held, now, "day", "metric"));
    expect(meaning).toContain("To the roots it makes no real difference");
    expect(meaning).toContain("Stones like these pass on 0.6 cm to 3 cm");
    expect([...toldByMeaning(held, now, "day")]).toEqual(["wet-zone", "roots-air", "roots-drowned"]);
    expect([...toldByMeaning(held, now, "rest")]).toEqual(["wet-zone"]);
    // a shallow soil over much gravel loses air that counts
    const sand = { ...POT, layers: [layer(GRAVEL, 16), layer(MIX, 8)] };
    const other = withOrWithoutDrainage(sand, medium, "new")!;
    const [a, b] = [told(sand, true), told(other.setup, true)];
    expect(Math.abs(a.readings.rootZone!.meanAirSpace - b.readings.rootZone!.meanAirSpace)).toBeGreaterThan(0.03);
    expect(toldByMeaning(a, b, "day").has("roots-air")).toBe(false);
    expect(meaningOfDrainage(other, a, b, "day", "metric")).not.toContain("no real difference");
  });

  it("gives a spill its place in a sealed vessel, with the amounts the dose reading gives", () => {
    const jar = potWith({ kind: "dosed", storedCm3: 700 }, [
      layer("scoria-10-25", 6),
      layer("coarse-sand-0.5-2", 8, true),
    ]);
    const change = withOrWithoutDrainage(jar, medium, "new")!;
    const [held, now] = [told(jar), told(asDampAs(jar, change.setup, medium))];
    const [takes, bare] = [held, now].map(({ setup, settled }) => readDose(setup, settled).untilRootsCm3!);
    expect(takes).toBeGreaterThan(bare!);
    expect(meaningOfDrainage(change, held, now, "rest", "metric")).toContain("the only place for a spill to go");
    const full = withHeld(jar, { kind: "free-water", levelCm: 8, overflowCm: null });
    expect(
      meaningOfDrainage(change, told(full), told({ ...change.setup, water: full.water }), "rest", "metric"),
    ).toContain("is its reservoir");
    // what the differences say, its meaning says as well: one page has one answer
    const airs = plain(
      meaningOfDrainage(change, told(full), told({ ...change.setup, water: full.water }), "rest", "metric"),
    );
    expect(airs).toMatch(/Air at the roots is [\d.]+ % with it (?:and [\d.]+ % without|or without)/u);
    expect(airs).not.toContain("no spill");
    // peat as dry as this soaks up more than gravel takes: the other school has its case too
    const sponge = potWith({ kind: "dosed", storedCm3: 750 }, [layer(GRAVEL, 4), layer(PEAT, 10)]);
    const swap = withOrWithoutDrainage(sponge, medium, "new")!;
    expect(
      meaningOfDrainage(swap, told(sponge), told(asDampAs(sponge, swap.setup, medium)), "rest", "metric"),
    ).toContain("soil in its place would soak up more");
  });
});

describe("differences", () => {
  it("are none from a state to itself, and name what changed with its amount", () => {
    const before = told(potWith({ kind: "free-water", levelCm: 4, overflowCm: null }));
    expect(differences(before, before, "metric")).toEqual([]);
    const after = told(potWith({ kind: "free-water", levelCm: 6, overflowCm: null }));
    const texts = differences(before, after, "metric").map(({ text }) => plain(text));
    expect(texts).toContain("free water 2 cm higher");
    expect(texts.some((text) => /more water held$/u.test(text))).toBe(true);
    expect(differences(after, before, "imperial").map(({ text }) => plain(text))).toContain("free water 0.79 in lower");
  });

  it("say when nothing is waterlogged any more, and when roots are gone", () => {
    const wet = told(potWith({ kind: "free-water", levelCm: 6, overflowCm: null }));
    const dry = told(potWith({ kind: "dosed", storedCm3: 900 }));
    expect(
      differences(wet, dry, "metric")
        .map(({ text }) => plain(text))
        .join(),
    ).toContain("nothing is waterlogged");
    const bare = told(withLayer(wet.setup, `${MIX}-20`, { rooted: false }));
    expect(differences(wet, bare, "metric").map(({ text }) => text)).toContain("no layer with roots");
  });
});

describe("a false bottom", () => {
  it("has room for water that touches nothing: a dose is told by what lies on it", () => {
    const jar = potWith({ kind: "dosed", storedCm3: 1200 }, [layer(PEAT, 10)]);
    const raised: Setup = { ...jar, fillFromCm: 4 };
    const texts = (setup: Setup): string => {
      const { settled, readings } = told(setup);
      return readingSentences(setup, readings, readDose(setup, settled), "metric")
        .map(({ text }) => text)
        .join(" ");
    };
    expect(texts(jar)).toContain("at the base");
    expect(texts(raised)).toContain("at the false bottom, and touches what lies on it");
    // the same soil as damp takes as much, and the room under it on top of that
    const [flat, high] = [jar, raised].map((setup) => readDose(setup, told(setup).settled).untilBaseCm3);
    expect(high! - flat!).toBeCloseTo(4 * Math.PI * 100, -2);
  });
});

describe("the doses ahead", () => {
  it("step by 50 mL, raise the wet zone, and meet the two that matter where the dose reading says", () => {
    const jar = potWith({ kind: "dosed", storedCm3: 2900 }, [layer(GRAVEL, 4), layer(PEAT, 10)]);
    const steps = doseSteps(jar, medium);
    expect(steps[0]).toMatchObject({ addedCm3: 0, event: undefined });
    const dose = readDose(jar, told(jar).settled);
    expect(steps.find(({ event }) => event === "stands-at-roots")!.addedCm3).toBeCloseTo(dose.untilRootsCm3!, 6);
    expect(steps.find(({ event }) => event === "stands-at-roots")!.waterTableCm).toBeCloseTo(4, 3);
    const tops = steps.map(({ waterTableCm }) => waterTableCm);
    expect(tops).toEqual([...tops].sort((a, b) => a - b));
    expect(doseSteps(POT, medium)).toEqual([]);
  });
});

describe("what is said of a supply", () => {
  const say = (setup: Setup) => {
    const supply = supplyOf(setup, medium);
    if (!supply.ok) throw new Error("supply");
    return supplySayings(setup, supply.value, "metric", () => "potting mix").map(({ heading, text, tone }) => ({
      heading,
      text: plain(text),
      tone,
    }));
  };

  it("is a mark with its range and how long a fill lasts; trouble when the level is under it", () => {
    const [mark] = say(TROUGH);
    expect(mark).toMatchObject({ heading: "Refill mark", tone: "plain" });
    expect(mark!.text).toMatch(
      /^Refill when the surface has fallen to 5\.\d cm \(9 of 10 such pots: 4\.\d cm to 6\.\d cm\), about [\d.]+ such days from full \(.* between 8 cm and there\)\. From then on it feeds more slowly/u,
    );
    const [low] = say(withHeld(TROUGH, { kind: "free-water", levelCm: 2, overflowCm: 8 }));
    expect(low).toMatchObject({ tone: "trouble" });
    expect(low!.text).toContain("It stands lower now");
  });

  it("says for which size a fill lasts so long: leaves as wide as the vessel, or grown up beyond it", () => {
    const slow = withSaidDemand(TROUGH, 0.8);
    const supply = supplyOf(slow, medium);
    if (!supply.ok) throw new Error("supply");
    const mark = (leaves?: number): string =>
      plain(supplySayings(slow, supply.value, "metric", () => "potting mix", leaves)[0]!.text);
    expect(mark()).toContain("Such a day is of leaves as wide as the vessel.");
    expect(mark(0.7)).toContain("That is with what lives there grown up; until then it lasts longer.");
    const { usableDays } = supply.value.soaked;
    const grown = (leaves: number): number => Number(/gone in about ([\d.]+) days/u.exec(mark(leaves))![1]);
    expect(mark(1.5)).toContain("grown up they are 1.5 times that");
    expect(grown(1.5)).toBeCloseTo(usableDays / 1.5, 1);
    // beyond twice the mouth leaves shade one another
    expect(grown(3)).toBeCloseTo(usableDays / 2, 1);
  });

  it("is trouble where the wick is too weak or too dry", () => {
    const [weak] = say(withLayer(TROUGH, `${MIX}-17`, { mediumId: "scoria-10-25", rooted: true }));
    expect(weak).toMatchObject({ tone: "trouble" });
    expect(weak!.text).toContain("less than such a day takes");
    const [dry, soaked] = say({ ...TROUGH, history: "dry" });
    expect(dry!.text).toContain("sheds water and next to nothing rises");
    expect(soaked!.heading).toBe("Refill mark, once soaked");
  });
});

describe("the two moments of a run", () => {
  const made = runSetup(withSaidDemand(TROUGH, 8), medium, 10);
  if (!made.ok) throw new Error(made.problems[0]!.message);
  const run = made.value;
  const levels = run.frames.flatMap(({ levelCm }) => levelCm ?? []);
  const mark = (levels[0]! + Math.min(...levels)) / 2;

  it("are when the surface falls under the mark, and when the soil no longer makes up for it", () => {
    const [slower] = runMoments(run, mark);
    expect(slower!.kind).toBe("slower");
    const at = run.frames.findIndex(({ hours }) => hours === slower!.hour);
    expect(run.frames[at]!.levelCm!).toBeLessThan(mark);
    expect(run.frames[at - 1]!.levelCm!).toBeGreaterThanOrEqual(mark);
    const day = 1 + Math.floor((slower!.hour - run.phases.find(({ kind }) => kind === "dry")!.fromHour) / 24);
    const short = { ...run, shortFromHour: run.phases.find(({ kind }) => kind === "dry")!.fromHour + 24 * 8 };
    expect(plain(runWords(short, "metric", mark))).toContain(
      `From dry day ${day} the reservoir, under its refill mark, feeds more slowly than they drink; the soil carries them to dry day 9`,
    );
    expect(runMoments(short, mark).map(({ kind }) => kind)).toEqual(["slower", "short"]);
    expect(plain(runWords({ ...run, shortFromHour: undefined }, "metric", mark))).toContain(
      "carries them on to the end",
    );
    expect(plain(runWords(short, "metric"))).toContain("From dry day 9 it gives less than nine tenths");
  });

  it("are none where the mark is never passed, or there is none", () => {
    expect(runMoments({ ...run, shortFromHour: undefined }, 0)).toEqual([]);
    expect(runMoments({ ...run, shortFromHour: undefined }, undefined)).toEqual([]);
  });
});
