import { expect, it } from "vitest";
import { CATALOGUE } from "../media/catalogue/catalogue";
import { HANDLINGS, handlingOf, handlingOfMix } from "./handling";

/** The media that are handled in a way, by their ids. */
const handledAs = (way: keyof typeof HANDLINGS): string[] =>
  CATALOGUE.filter((medium) => handlingOf(medium) === HANDLINGS[way]).map(({ id }) => id);

it("each medium is handled as it is in the hand: only what crumbles is squeezed", () => {
  expect(handledAs("hollows")).toEqual(["foam-void-filler-15-40", "sealed-void-filler"]);
  expect(handledAs("leaves")).toEqual(["leaf-litter", "rice-hulls"]);
  expect(handledAs("moss")).toEqual(["long-fibre-sphagnum-loose", "long-fibre-sphagnum-tight"]);
  expect(handledAs("fibre")).toEqual(["coir-fibre", "tree-fern-fibre", "wood-fibre"]);
  expect(handledAs("sand").sort()).toEqual(["fine-sand-0.1-0.5", "perlite-fine-0-2"]);
  expect(handledAs("chunks").sort()).toEqual([
    "bark-12-20",
    "bark-6-12",
    "charcoal-5-12",
    "coconut-husk-chunks-12-25",
    "coir-chips-6-12",
  ]);
  expect(handledAs("cloth").every((id) => /cord|mat|wool/u.test(id))).toBe(true);
  expect(handledAs("crumbs")).toEqual(expect.arrayContaining(["topsoil-loam", "sphagnum-peat", "garden-compost"]));
  expect(handledAs("grains")).toEqual(expect.arrayContaining(["coarse-sand-0.5-2", "coarse-gravel-15-25"]));
  // milled moss crumbles when it is wetted, and is pressed in as moss is
  const milled = handlingOf(CATALOGUE.find(({ id }) => id === "milled-sphagnum")!);
  expect([milled.wet, milled.fill]).toEqual([HANDLINGS.crumbs.wet, HANDLINGS.moss.fill]);
});

it("a squeeze is asked of nothing that does not hold together", () => {
  for (const [way, { wet, drinks }] of Object.entries(HANDLINGS)) {
    const said = wet ? Object.values(wet).join(" ") : "";
    expect([way, /squeezed (?:hard|lightly)/iu.test(said)]).toEqual([way, way === "crumbs"]);
    // how much water it takes is told only of what is made wet
    if (drinks) expect([way, said]).not.toEqual([way, ""]);
  }
});

it("a mix is handled by what it is made of, and never rinsed where that would wash something out of it", () => {
  const of = (...ids: string[]) =>
    handlingOfMix(ids.map((id) => ({ medium: CATALOGUE.find((one) => one.id === id)! })));
  expect(of("bark-6-12")).toBe(HANDLINGS.chunks);
  expect(of("pumice-2-5", "scoria-5-10")).toBe(HANDLINGS.grains);
  expect(of("bark-6-12", "pumice-2-5")).toBe(HANDLINGS.chunks);
  // mostly grains, or mostly moss: the rest of it decides
  expect(of("pumice-2-5", "pumice-6-12", "sphagnum-peat")).toBe(HANDLINGS.crumbs);
  expect(of("long-fibre-sphagnum-loose", "perlite-coarse-3-6")).toBe(HANDLINGS.crumbs);
  expect(of("bark-6-12", "pumice-2-5", "coir-pith-fine")).toBe(HANDLINGS.crumbs);
});
