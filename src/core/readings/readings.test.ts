import { describe, expect, it } from "vitest";
import { standsOnCm2 } from "../vessel/vessel";
import fc from "fast-check";
import { CATALOGUE } from "../media/catalogue/catalogue";
import { withFixture } from "../stack/edit";
import { type Setup } from "../stack/setup";
import { stackHeightCm } from "../stack/geometry";
import { GRAVEL, MIX, PEAT, layer, medium, potWith, roundVessel } from "../testing/setups";
import { vesselAreaCm2 } from "../vessel/vessel";
import { hydraulicFunctions } from "../hydraulics/hydraulics";
import { readAt } from "../water/profile";
import { drainedAfterSoaking, runSetup, settle } from "../testing/settled";
import { cautionsFor } from "./cautions";
import { readDose, readSettled, topOfZones, zonesUnder } from "./readings";
import { readingSentences, stateLine } from "./sentences";

function read(setup: Setup) {
  const settled = settle(setup, medium);
  if (!settled.ok) throw new Error(settled.problems.map(({ message }) => message).join("; "));
  return { settled: settled.value, readings: readSettled(setup, settled.value, medium) };
}
const plain = (text: string): string => text.replace(/\u00a0/gu, " ");

/** Suction at which a medium's air space reaches a limit, by bisection on its own curve. */
function suctionAtAir(id: string, limit: number): number {
  const f = hydraulicFunctions(medium(id)!.hydraulics);
  let [wet, dry] = [0, 1000];
  for (let i = 0; i < 80; i++) {
    const middle = (wet + dry) / 2;
    if (f.thetaS - f.waterContent(-middle) < limit) wet = middle;
    else dry = middle;
  }
  return wet;
}

describe("zones by height", () => {
  it("end where the medium's own curve says so: 5 % and 10 % air above the free water", () => {
    const { readings } = read(potWith({ kind: "free-water", levelCm: 8, overflowCm: null }));
    expect(topOfZones(readings.waterlogged)).toBeCloseTo(8 + suctionAtAir(MIX, 0.05), 1);
    expect(topOfZones(readings.tight)).toBeCloseTo(8 + suctionAtAir(MIX, 0.1), 1);
  });

  it("are told apart when a fine layer lies wet over a drained coarse one", () => {
    const { readings } = read(
      potWith({ kind: "drained", outletCm: 0 }, [layer(GRAVEL, 6), layer("fine-sand-0.1-0.5", 4), layer(MIX, 10)]),
    );
    expect(readings.waterlogged).toHaveLength(2);
    expect(readings.waterlogged[1]!.fromCm).toBeCloseTo(6, 9);
    expect(readings.waterlogged[1]!.toCm).toBeCloseTo(10, 1);
  });

  it("never end lower when the water stands higher, for any stack", () => {
    const anyMedium = fc.constantFrom(...CATALOGUE.map(({ id }) => id as string));
    const anyPot = fc.array(fc.tuple(anyMedium, fc.double({ min: 0.5, max: 6, noNaN: true })), {
      minLength: 1,
      maxLength: 5,
    });
    fc.assert(
      fc.property(anyPot, fc.double({ min: 0, max: 28, noNaN: true }), (parts, levelCm) => {
        const layers = parts.map(([id, thicknessCm], i) => ({ ...layer(id, thicknessCm), id: String(i) }));
        const [lower, higher] = [levelCm, levelCm + 1.5].map(
          (level) => read(potWith({ kind: "free-water", levelCm: level, overflowCm: null }, layers)).readings,
        );
        expect(topOfZones(higher!.waterlogged)).toBeGreaterThanOrEqual(topOfZones(lower!.waterlogged) - 1e-9);
        expect(higher!.storedCm3).toBeGreaterThanOrEqual(lower!.storedCm3 - 1e-9);
        for (const {
          meanAirSpace,
          leastAirSpace,
          meanTheta,
          medium: { hydraulics },
        } of higher!.layers) {
          expect(meanAirSpace + meanTheta).toBeCloseTo(hydraulics.thetaS, 4);
          // the mean comes from exact storage, the least from points: equal when saturated, but for rounding
          expect(leastAirSpace).toBeLessThanOrEqual(meanAirSpace + 2e-3);
        }
      }),
      { numRuns: 150 },
    );
  });

  it("cross a limit between two points on a straight line", () => {
    const profile = {
      zCm: Float64Array.of(0, 1, 2),
      psiCm: new Float64Array(3),
      theta: new Float64Array(3),
      airSpace: Float64Array.of(0, 0.04, 0.14),
      firstPoint: [0, 3],
    };
    expect(zonesUnder(profile, 0.05)).toEqual([{ fromCm: 0, toCm: 1.1 }]);
    expect(readAt(profile, 1.5)?.airSpace).toBeCloseTo(0.09, 12);
    expect(readAt(profile, 2.1)).toBeUndefined();
  });
});

describe("readings of a layer", () => {
  it("weigh and measure what is in it", () => {
    const setup = potWith({ kind: "free-water", levelCm: 5, overflowCm: null });
    const { readings } = read(setup);
    const area = Math.PI * 100;
    const [gravel, mix] = readings.layers;
    expect(gravel!.volumeCm3).toBeCloseTo(5 * area, 6);
    expect(gravel!.storedCm3).toBeCloseTo(5 * area * 0.396, 0);
    expect(gravel!.dryKg).toBeCloseTo((medium(GRAVEL)!.dryBulkDensityGPerCm3.typical * 5 * area) / 1000, 9);
    expect(mix!.wetKg - mix!.dryKg).toBeCloseTo(mix!.storedCm3 / 1000, 9);
    expect(readings.wetKg).toBeCloseTo(gravel!.wetKg + mix!.wetKg, 9);
    expect(readings.loadKgPerM2).toBeCloseTo(readings.wetKg / (standsOnCm2(setup.vessel) / 1e4), 9);
  });

  it("count easily available water between 10 and 50 cm of suction, buffer between 50 and 100 (de Boodt & Verdonck 1972)", () => {
    const { readings } = read(potWith({ kind: "free-water", levelCm: 25, overflowCm: null }));
    const f = hydraulicFunctions(medium(MIX)!.hydraulics);
    const mix = readings.layers[1]!;
    expect(mix.easilyAvailableCm3).toBeCloseTo(mix.volumeCm3 * (f.waterContent(-10) - f.waterContent(-50)), 6);
    expect(mix.bufferCm3).toBeCloseTo(mix.volumeCm3 * (f.waterContent(-50) - f.waterContent(-100)), 6);
  });

  it("read the root zone from the rooted layers alone", () => {
    const { readings } = read(potWith({ kind: "free-water", levelCm: 15, overflowCm: null }));
    expect(readings.rootZone!.leastAirSpace).toBe(0);
    expect(readings.rootZone!.waterloggedShare).toBeGreaterThan(0.5);
    expect(read(potWith({ kind: "drained", outletCm: 0 }, [layer(GRAVEL, 5)])).readings.rootZone).toBeUndefined();
  });
});

describe("a dose", () => {
  const jar = (storedCm3: number): Setup => potWith({ kind: "dosed", storedCm3 }, [layer("coir-pith-fine", 10)]);

  it("has exactly the room that brings free water to the base", () => {
    const { settled } = read(jar(1500));
    const dose = readDose(jar(1500), settled);
    const filled = read(jar(1500 + dose.untilBaseCm3));
    expect(filled.readings.waterTableCm).toBeCloseTo(0, 6);
    expect(dose.rootsBottomCm).toBe(0);
  });

  it("reckons a drainage layer apart from the soil over it", () => {
    const setup = potWith({ kind: "dosed", storedCm3: 1200 }, [
      layer("fired-clay-pebbles-8-16", 4),
      layer("coir-pith-fine", 8),
    ]);
    const dose = readDose(setup, read(setup).settled);
    expect(dose.untilRootsCm3! - dose.untilBaseCm3).toBeGreaterThan(400);
  });

  it("is refused over the brim, in words", () => {
    expect(plain(messageOf(jar(20_000)))).toMatch(/more than the vessel holds to its brim/u);
  });

  it.each([0, 50])("of %d mL leaves everything dry, and is told what to begin with and where to stop", (storedCm3) => {
    const setup = jar(storedCm3);
    const { settled, readings } = read(setup);
    expect(readings.storedCm3).toBeCloseTo(storedCm3, 6);
    expect(readings.waterlogged).toEqual([]);
    // the drawing and the numbers tell of the same water
    const { zCm, theta } = readings.profile;
    const drawn = zCm.reduce(
      (sum, z, i) => sum + (i === 0 ? 0 : (z - zCm[i - 1]!) * ((theta[i]! + theta[i - 1]!) / 2)),
      0,
    );
    expect(drawn).toBeCloseTo(storedCm3 / vesselAreaCm2(setup.vessel), 2);
    const dose = readDose(setup, settled);
    const said = readingSentences(setup, readings, dose, "metric").find(({ id }) => id === "dose-begin")!;
    expect(said.tone).toBe("trouble");
    const [, begin, stop] = /^Everything is dry: begin with ([\d.]+) L, .* and stop at ([\d.]+) L, at/u.exec(
      plain(said.text),
    )!;
    // begun with that much, the middle of its roots stands at 100 cm of suction; at the other, water at the base
    const begun = read(jar(storedCm3 + dose.untilDrinkableCm3));
    expect(begun.settled.equilibrium.waterTableCm).toBeCloseTo(stackHeightCm(setup) / 2 - 100, 1);
    expect(read(jar(storedCm3 + dose.untilBaseCm3)).settled.equilibrium.waterTableCm).toBeCloseTo(0, 1);
    expect(Number(begin)).toBeCloseTo(dose.untilDrinkableCm3 / 1000, 2);
    expect(Number(stop)).toBeCloseTo(dose.untilBaseCm3 / 1000, 2);
    expect(runSetup(setup, medium, 3)).toMatchObject({ ok: false, problems: [{ code: "dry" }] });
  });

  function messageOf(setup: Setup): string {
    const settled = settle(setup, medium);
    return settled.ok ? "" : settled.problems[0]!.message;
  }
});

describe("a drained vessel a day after a soaking", () => {
  const day = (setup: Setup) => {
    const drained = drainedAfterSoaking(setup, medium);
    if (!drained.ok) throw new Error(drained.problems[0]!.message);
    return readSettled(setup, drained.value, medium);
  };

  it("is wetter than at rest, and no wetter than full", () => {
    const setup = potWith({ kind: "drained", outletCm: 0 }, [layer(PEAT, 20)]);
    const [after, rest] = [day(setup), read(setup).readings];
    expect(after.storedCm3).toBeGreaterThan(rest.storedCm3 * (1 - 1e-4));
    expect(after.storedCm3).toBeLessThan(Math.PI * 100 * 20 * 0.93);
    expect(after.layers[0]!.storedCm3).toBeCloseTo(after.storedCm3, 6);
  });

  it("keeps its tight zone above a gravel layer, where at rest it has none: the gravel lifts it, and gives the soil less air than its thickness promises", () => {
    const plain = potWith({ kind: "drained", outletCm: 0 }, [layer(PEAT, 15)]);
    const over = potWith({ kind: "drained", outletCm: 0 }, [layer(GRAVEL, 8), layer(PEAT, 15)]);
    const rest = read(over).readings;
    expect(topOfZones(day(over).tight)).toBeGreaterThan(8.5);
    expect(topOfZones(day(over).tight)).toBeGreaterThan(topOfZones(day(plain).tight) + 3);
    expect(topOfZones(rest.tight)).toBeLessThan(2);
    expect(day(over).layers[1]!.meanAirSpace).toBeGreaterThan(day(plain).layers[0]!.meanAirSpace);
    expect(day(over).layers[1]!.meanAirSpace).toBeLessThan(
      (day(plain).layers[0]!.meanAirSpace + rest.layers[1]!.meanAirSpace) / 2 + 0.01,
    );
  });

  it("stands at a raised outlet, and is simply full where the outlet lies above the soil", () => {
    const bog = potWith({ kind: "drained", outletCm: 10 }, [layer(PEAT, 20)]);
    expect(topOfZones(day(bog).waterlogged)).toBeGreaterThanOrEqual(topOfZones(read(bog).readings.waterlogged) - 0.05);
    expect(topOfZones(day(bog).waterlogged)).toBeLessThan(17);
    expect(day(potWith({ kind: "drained", outletCm: 25 }, [layer(PEAT, 20)])).pondedCm3).toBeGreaterThan(1000);
  });
});

describe("sentences", () => {
  it("say where water stands, how high the wet zone reaches and how much air is left", () => {
    const setup = potWith({ kind: "free-water", levelCm: 4, overflowCm: 5 });
    const { readings } = read(setup);
    const said = readingSentences(setup, readings, undefined, "metric").map(({ text }) => plain(text));
    expect(said[0]).toBe(
      "Free water stands at 4 cm, in the pea gravel 6–10 mm; 498 mL lies below that level. The overflow is 1 cm above it.",
    );
    expect(said[1]).toMatch(/^Waterlogged up to \d.*The surface, at 25 cm, has \d\d % air\.$/u);
    expect(said[2]).toMatch(/^The root zone has \d\d % air on the whole/u);
  });

  it("of a pot in its tray say how far the water is from the tray's rim", () => {
    const inTray = withFixture(
      { ...potWith({ kind: "drained", outletCm: 0 }), water: { by: "level", levelCm: 2 } },
      { kind: "tray", id: "tray", insideLengthCm: 30, insideWidthCm: 30, insideDepthCm: 5 },
    );
    expect(plain(readingSentences(inTray, read(inTray).readings, undefined, "metric")[0]!.text)).toMatch(
      /\. The rim of the tray is 2\.7 cm above it\.$/u,
    );
  });

  it("speak in inches and gallons as well", () => {
    const setup = potWith({ kind: "free-water", levelCm: 5.08, overflowCm: null });
    expect(plain(readingSentences(setup, read(setup).readings, undefined, "imperial")[0]!.text)).toMatch(
      /^Free water stands at 2\.?0? in/u,
    );
  });

  it("give every number a why with inputs, a source and an uncertainty", () => {
    const setup = potWith({ kind: "dosed", storedCm3: 1500 });
    const { settled, readings } = read(setup);
    const sentences = readingSentences(setup, readings, readDose(setup, settled), "metric");
    expect(sentences.map(({ id }) => id)).toEqual([
      "standing",
      "wet-zone",
      "roots",
      "dose-begin",
      "dose",
      "dose-roots",
      "held",
      "weight",
    ]);
    for (const { why } of sentences) {
      expect(why.inputs.length).toBeGreaterThan(0);
      expect(Math.min(why.formula.length, why.source.length, why.uncertainty.length)).toBeGreaterThan(10);
    }
  });

  it("put a whole setup in one line", () => {
    expect(
      plain(stateLine(read(potWith({ kind: "free-water", levelCm: 26, overflowCm: null })).readings, "metric")),
    ).toMatch(/^Waterlogged to the surface; air at the roots 0 %$/u);
  });
});

describe("cautions", () => {
  const subjects = (setup: Setup): string[] => cautionsFor(setup, read(setup).readings, "metric").map(({ id }) => id);

  it("warn of open water, of glass in the sun and of drilling where they apply, and only there", () => {
    const glassPond: Setup = {
      ...potWith({ kind: "free-water", levelCm: 28, overflowCm: null }),
      vessel: roundVessel(20, 30, "glass"),
    };
    expect(subjects(glassPond)).toEqual(expect.arrayContaining(["open-water", "glass-sun", "salts"]));
    const drained = subjects(potWith({ kind: "drained", outletCm: 0 }));
    expect(drained).toContain("drilling");
    expect(drained).not.toContain("open-water");
    expect(drained).not.toContain("salts");
  });

  it("tell that water perches on a coarse layer in a drained pot, and how high the wet zone then reaches", () => {
    const setup = potWith({ kind: "drained", outletCm: 0 }, [layer(GRAVEL, 10), layer(MIX, 15)]);
    const perched = cautionsFor(setup, read(setup).readings, "metric").find(({ id }) => id === "perched");
    expect(plain(perched!.text)).toContain(`can then reach ${(10 + suctionAtAir(MIX, 0.05)).toFixed(1)} cm`);
    expect(subjects(potWith({ kind: "drained", outletCm: 0 }, [layer(PEAT, 20)]))).toContain("settled-later");
  });

  it("ask for an engineer where a floor is asked, and about the shelf where a shelf is", () => {
    const pot = (insideDiameterCm: number, insideDepthCm: number): Setup => ({
      ...potWith({ kind: "drained", outletCm: 0 }, [layer(GRAVEL, 5), layer(MIX, insideDepthCm - 8)]),
      vessel: roundVessel(insideDiameterCm, insideDepthCm),
    });
    const load = (setup: Setup) => {
      const { readings } = read(setup);
      return { readings, text: cautionsFor(setup, readings, "metric").find(({ id }) => id === "load")?.text };
    };
    // a bucket presses hard on little, and weighs less than who lifts it
    const bucket = load(pot(30, 35));
    expect(bucket.readings.loadKgPerM2).toBeGreaterThan(100);
    expect(bucket.readings.wetKg).toBeLessThan(40);
    expect(plain(bucket.text!)).toMatch(/^It weighs [\d.]+ kg as it stands/u);
    expect(bucket.text).not.toContain("engineer");
    const trough = load(pot(90, 45));
    expect(trough.readings.wetKg).toBeGreaterThan(100);
    expect(trough.text).toContain("a structural engineer decides");
    expect(load(pot(12, 20)).text).toBeUndefined();
  });
});
