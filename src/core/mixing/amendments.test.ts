import { describe, expect, it } from "vitest";
import { CATALOGUE } from "../media/catalogue/catalogue";
import { AMENDMENTS, amendmentWarnings, phShift, type MixPlace } from "./amendments";

const part = (id: string, parts: number) => ({ medium: CATALOGUE.find((one) => one.id === id)!, parts });
const amendment = (id: string) => AMENDMENTS.find((one) => one.id === id)!;

describe("amendments", () => {
  it("have doses in order, each under one id", () => {
    expect(new Set(AMENDMENTS.map(({ id }) => id)).size).toBe(AMENDMENTS.length);
    for (const {
      dose: {
        range: { low, typical, high },
      },
    } of AMENDMENTS)
      expect(low < typical && typical < high && low > 0).toBe(true);
  });

  it("move pH by what the mix buffers: 3 to 5 g of dolomite a litre take peat up by some two units, and a mix with perlite by more", () => {
    const peat = phShift(amendment("dolomite"), 4, [part("sphagnum-peat", 1)], [1])!;
    expect(peat.typical).toBeGreaterThan(1.2);
    expect(peat.typical).toBeLessThan(3);
    expect(peat.low).toBeLessThan(peat.typical);
    expect(
      phShift(amendment("dolomite"), 4, [part("sphagnum-peat", 1), part("perlite-coarse-3-6", 1)], [0.5, 0.5])!.typical,
    ).toBeGreaterThan(peat.typical);
    const down = phShift(amendment("sulphur"), 0.5, [part("sphagnum-peat", 1)], [1])!;
    expect(down.high).toBeLessThan(0);
    expect(down.low).toBeLessThan(down.high);
    expect(phShift(amendment("castings"), 1, [part("sphagnum-peat", 1)], [1])).toBeUndefined();
  });

  it("warn where they contradict the mix", () => {
    expect(amendmentWarnings(amendment("slow-release"), [part("potting-mix-peat-based", 1)]).join()).toContain(
      "fed already",
    );
    expect(amendmentWarnings(amendment("slow-release"), [part("coir-pith-fine", 1)]).join()).toContain(
      "Coir may bring salt",
    );
    expect(amendmentWarnings(amendment("dolomite"), [part("potting-mix-peat-based", 1)]).join()).toContain(
      "limed already",
    );
    expect(amendmentWarnings(amendment("sulphur"), [part("limestone-grit-2-6", 1)]).join()).toContain("undoes it");
    expect(amendmentWarnings(amendment("crystals"), [part("sphagnum-peat", 1)])).toEqual([]);
  });
});

it("what contradicts the setup is said at its place: salts where nothing drains, sulphur and meal under water, feed and lime by moss", () => {
  const plain = [part("coir-pith-fine", 1)];
  const said = (id: string, place?: MixPlace): string =>
    amendmentWarnings(
      AMENDMENTS.find((one) => one.id === id)!,
      plain,
      place,
    ).join(" ");
  const jar: MixPlace = { drains: false, standsInWater: true, neighbours: [{ pattern: "moss" }] };
  const pot: MixPlace = { drains: true, standsInWater: false, neighbours: [{ pattern: "mix" }] };
  expect(said("slow-release", jar)).toContain("Nothing drains");
  expect(said("sulphur", jar)).toContain("stands in water");
  expect(said("organic-feed", jar)).toContain("turns sour");
  expect(said("dolomite", jar)).toContain("Moss grows");
  for (const { id } of AMENDMENTS) expect(said(id, pot)).toBe(said(id));
});
