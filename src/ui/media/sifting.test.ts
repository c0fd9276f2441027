import { describe, expect, it } from "vitest";
import { CATALOGUE } from "@/core/media/catalogue/catalogue";
import type { Medium } from "@/core/media/medium";
import { hasPeat } from "@/core/media/flags";
import { medium as lookup } from "@/core/testing/setups";
import { containerState } from "@/core/water/container";
import { formatLength, type UnitSystem } from "@/core/units/units";
import { PROPERTIES, SIFTED, type PropertyKey } from "./properties";
import { comesThrough, NOTHING_SIFTED, readSift, type SiftTexts } from "./sifting";

const SYSTEMS: readonly UnitSystem[] = ["metric", "imperial"];
const PEAT = lookup("sphagnum-peat")!;
const GRAVEL = lookup("pea-gravel-6-10")!;
const stateOf = (medium: Medium, heightCm = 15) => containerState(medium.hydraulics, heightCm);

const sifted = (
  changed: Partial<SiftTexts>,
  media: readonly Medium[] = CATALOGUE,
  hasPack: (id: string) => boolean = () => false,
): readonly Medium[] => {
  const texts = { ...NOTHING_SIFTED, ...changed };
  const sift = readSift(texts, "metric");
  return media.filter((one) => comesThrough(one, stateOf(one, sift.heightCm), texts, sift, "metric", hasPack));
};

describe("sifting media", () => {
  it("lets everything through until something is asked", () => {
    expect(sifted({})).toEqual(CATALOGUE);
    expect(readSift(NOTHING_SIFTED, "metric")).toEqual({
      heightCm: 15,
      leastAir: -Infinity,
      mostPH: Infinity,
      least: -Infinity,
      most: Infinity,
      said: {},
    });
  });

  it("keeps those with enough air in the vessel asked, and not too alkaline, the bound itself among them", () => {
    const airOf = (one: Medium): number => 100 * stateOf(one).air;
    const airs = CATALOGUE.map(airOf).sort((a, b) => a - b);
    const bound = airs[Math.floor(airs.length / 2)]!;
    expect(sifted({ leastAir: String(bound) })).toEqual(CATALOGUE.filter((one) => airOf(one) >= bound));
    expect(sifted({ leastAir: "100" })).toEqual([]);
    // a taller vessel drains further
    expect(sifted({ leastAir: "30", heightText: "60" }).length).toBeGreaterThan(sifted({ leastAir: "30" }).length);
    const { typical } = PEAT.pH;
    expect(sifted({ mostPH: String(typical) })).toContain(PEAT);
    expect(sifted({ mostPH: String(typical - 0.1) })).not.toContain(PEAT);
  });

  it("keeps what lies between a least and a most of any property, in the units shown", () => {
    for (const key of SIFTED) {
      const of = (one: Medium): number => PROPERTIES[key].value(one, stateOf(one), "metric");
      const bound = CATALOGUE.map(of)
        .filter(Number.isFinite)
        .sort((a, b) => a - b)[20]!;
      const text = String(Math.max(0, bound));
      if (bound < 0) continue;
      expect(sifted({ sifted: key, least: text }), key).toEqual(CATALOGUE.filter((one) => of(one) >= bound));
      expect(sifted({ sifted: key, most: text }), key).toEqual(CATALOGUE.filter((one) => of(one) <= bound));
    }
    expect(sifted({ least: "1e8" })).toEqual(CATALOGUE);
  });

  it("keeps those without peat, of a kind, one's own, in packs, and safe for whom it is for", () => {
    expect(sifted({ noPeat: true })).toEqual(CATALOGUE.filter((one) => !hasPeat(one)));
    const organic = sifted({ from: "organic" });
    const mineral = sifted({ from: "mineral" });
    expect(organic).toContain(PEAT);
    expect(mineral).toContain(GRAVEL);
    expect(organic.length + mineral.length).toBe(CATALOGUE.length);
    const own = { ...GRAVEL, id: "own:grit" };
    const mix = { ...PEAT, id: "mix:bog@1" };
    expect(sifted({ from: "yours" }, [PEAT, own, mix])).toEqual([own, mix]);
    expect(sifted({ from: "packs" }, CATALOGUE, (id) => id === PEAT.id)).toEqual([PEAT]);
    const unsafe = { ...PEAT, safety: { ...PEAT.safety, amphibians: "avoid" as const } };
    expect(sifted({ for: "amphibians" }, [unsafe])).toEqual([]);
    expect(sifted({ for: "anyone" }, [unsafe])).toEqual([unsafe]);
  });

  it("says at its field what cannot be meant, and sifts nothing by it", () => {
    for (const [field, text] of [
      ["leastAir", "101"],
      ["leastAir", "airy"],
      ["mostPH", "15"],
      ["least", "-1"],
      ["most", "x"],
      ["heightText", "0.5"],
      ["heightText", "101"],
      ["heightText", "tall"],
    ] as const) {
      const texts = { ...NOTHING_SIFTED, sifted: "air" as const, [field]: text };
      const { said, ...bounds } = readSift(texts, "metric");
      expect(Object.keys(said), `${field} ${text}`).toEqual([field]);
      expect({ ...bounds, said: {} }).toEqual(readSift(NOTHING_SIFTED, "metric"));
    }
    expect(readSift({ ...NOTHING_SIFTED, heightText: "1" }, "metric")).toMatchObject({ heightCm: 1, said: {} });
    expect(readSift({ ...NOTHING_SIFTED, heightText: "100" }, "metric")).toMatchObject({ heightCm: 100, said: {} });
    expect(readSift({ ...NOTHING_SIFTED, leastAir: " 30 % " }, "metric").leastAir).toBe(30);
  });
});

describe("the properties of media", () => {
  it("are told in words that begin with the number they are sorted by", () => {
    for (const key of Object.keys(PROPERTIES) as PropertyKey[]) {
      if (["price", "known", "pH", "ec", "rots"].includes(key)) continue;
      for (const system of SYSTEMS) {
        const { value, text } = PROPERTIES[key];
        const number = value(PEAT, stateOf(PEAT), system);
        const said = Number(/-?[\d.]+/u.exec(text(PEAT, stateOf(PEAT), system).replace(/,/gu, ""))?.[0]);
        expect(Math.abs(said - number), `${key} ${system}`).toBeLessThanOrEqual(0.06 * Math.abs(number) + 0.5);
      }
    }
  });

  it("sort what never rots last, and words by what they mean", () => {
    expect(PROPERTIES.rots.value(GRAVEL, stateOf(GRAVEL), "metric")).toBe(Infinity);
    expect(PROPERTIES.rots.text(GRAVEL, stateOf(GRAVEL), "metric")).toBe("never");
    expect(PROPERTIES.rots.value(PEAT, stateOf(PEAT), "metric")).toBe(PEAT.decompositionHalfLifeYears!.typical);
    const ranks = (["low", "medium", "high"] as const).map((one) =>
      [{ ...PEAT, costClass: one, confidence: one }].map((medium) => [
        PROPERTIES.price.value(medium, stateOf(PEAT), "metric"),
        PROPERTIES.known.value(medium, stateOf(PEAT), "metric"),
      ]),
    );
    expect(ranks.flat()).toEqual([
      [1, 1],
      [2, 2],
      [3, 3],
    ]);
    expect(SIFTED).not.toContain("price");
    expect(SIFTED).not.toContain("known");
    expect(SIFTED).toContain("rots");
    expect(PROPERTIES.moistRise.text(PEAT, stateOf(PEAT), "metric")).toBe(
      formatLength(PEAT.capillaryRiseCm.moistStart.typical, "metric"),
    );
  });
});
