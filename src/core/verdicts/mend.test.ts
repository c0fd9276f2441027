import { describe, expect, it } from "vitest";
import { MARROWBECK } from "../../../demo/marrowbeck";
import { inLibrary } from "../occupants/library/library";
import type { Setup } from "../stack/setup";
import { PAIR_STACKS, type PairStack } from "../testing/pair-stacks";
import { dies, PAIRS } from "../testing/pairs";
import { medium } from "../testing/setups";
import { setupProblems } from "../water/checked";
import { FAMILY_IDS } from "./family";
import { soilsFor } from "./guilds";
import { coarseCellCm, judgedWhole } from "./judge";
import { mend, type Mended, type Mending } from "./mend";
import { GRADES, type Grade, type Verdict } from "./verdict";

const asked = (setup: Setup, occupancyId: string) => ({
  setup,
  medium,
  occupants: inLibrary,
  occupancyId,
  soils: soilsFor(inLibrary(setup.occupants.find(({ id }) => id === occupancyId)!.occupantId)!),
  system: "metric" as const,
});
const living = (stack: PairStack, ids: readonly string[], more: Partial<Setup> = {}): Setup => ({
  ...PAIR_STACKS[stack],
  ...more,
  occupants: ids.map((id) => ({ id, occupantId: id, count: 1 })),
});
const mended = (setup: Setup, id = setup.occupants[0]!.id): Mended => mend(asked(setup, id));
const verdicts = (setup: Setup, mix?: Mending["mix"]): readonly Verdict[] =>
  judgedWhole(setup, (id) => (id === mix?.made.id ? mix.made : medium(id)), inLibrary, coarseCellCm(setup))!;
const gradeOf = (setup: Setup, id: string, mix?: Mending["mix"]): Grade =>
  verdicts(setup, mix).find(({ occupancy }) => occupancy.id === id)!.grade;
const rank = (grade: Grade): number => GRADES.indexOf(grade);

describe("the smallest change", () => {
  const dying = PAIRS.filter(([, , expected]) => dies(expected));

  it.each(dying.map(([id, stack]) => ({ id, stack })))("for $id in $stack does what it says", ({ id, stack }) => {
    const setup = living(stack, [id]);
    const { found, stoppedBy } = mended(setup);
    // either something turns it, or what stops it is named
    expect(found.length > 0).toBe(stoppedBy.length === 0);
    expect(found.length).toBeLessThanOrEqual(3);
    expect(new Set(found.map(({ families }) => families.join())).size).toBe(found.length);
    found.forEach((one, i) => {
      expect(rank(gradeOf(one.setup, id, one.mix))).toBeGreaterThanOrEqual(rank(one.becomes));
      expect(rank(one.becomes)).toBeGreaterThan(rank("unsuited"));
      expect(one.effort).toBeGreaterThanOrEqual(i === 0 ? 0.5 : found[i - 1]!.effort);
      for (const family of one.families) expect(FAMILY_IDS).toContain(family);
      if (!one.mix) expect(setupProblems(one.setup, medium)).toEqual([]);
    });
  });

  it("mends most of what dies of its water", () => {
    const fixed = dying.filter(([id, stack]) => mended(living(stack, [id])).found.length > 0);
    expect(fixed.length).toBeGreaterThan(0.7 * dying.length);
  });

  it("is the least of its kind: half a cm less of it does not do", () => {
    const setup = living("crop trough flooded into its soil", ["chard"]);
    const [hole] = mended(setup).found;
    expect(hole!.families).toEqual(["hole"]);
    const lip = (one: Setup): number => one.fixtures.flatMap((f) => (f.kind === "hole" ? [f.lipCm] : []))[0]!;
    expect(lip(hole!.setup)).toBeLessThan(26);
    const less: Setup = {
      ...hole!.setup,
      water: { by: "level", levelCm: lip(hole!.setup) + 1 },
      fixtures: hole!.setup.fixtures.map((f) => (f.kind === "hole" ? { ...f, lipCm: f.lipCm + 1 } : f)),
    };
    expect(rank(gradeOf(less, "chard"))).toBeLessThan(rank(hole!.becomes));
  });

  it("harms nobody else: what drains the tub for one is not offered where another lives in its water", () => {
    const alone = mended(living("loam under a hand of water", ["heather"]));
    expect(alone.found.length).toBeGreaterThan(0);
    const together = living("loam under a hand of water", ["heather", "arrowhead"]);
    const before = gradeOf(together, "arrowhead");
    for (const { setup, mix } of mended(together, "heather").found)
      if (setup.occupants.some(({ id }) => id === "arrowhead"))
        expect(rank(gradeOf(setup, "arrowhead", mix))).toBeGreaterThanOrEqual(rank(before));
  });

  it("finds nothing where all is well, and says what stops it where nothing helps", () => {
    expect(mended(living("loam under a hand of water", ["arrowhead"]))).toMatchObject({ found: [], stoppedBy: [] });
    const none = mended(living("deep tank of leaf mould", ["tortoise"]));
    expect(none.found).toEqual([]);
    expect(none.stoppedBy).toContain("ground-room");
  });

  it("mixes something into a soil that is too close, and says of what the mix is", () => {
    const pot = living("open pot of potting mix", ["orchid-moth"]);
    const close: Setup = { ...pot, layers: pot.layers.map((layer) => ({ ...layer, mediumId: "topsoil-loam" })) };
    const parts = mend({ ...asked(close, "orchid-moth"), soils: [] }).found.flatMap(({ mix }) => mix ?? []);
    for (const { made, parts: of, name } of parts) {
      expect(name).toContain("with");
      expect(of[0]).toEqual({ mediumId: "topsoil-loam", parts: 1 });
      expect(made.hydraulics.thetaS).toBeGreaterThan(0.3);
    }
    const thyme = living("open pot of potting mix", ["fern-button"]);
    const tight: Setup = { ...thyme, layers: thyme.layers.map((layer) => ({ ...layer, mediumId: "milled-sphagnum" })) };
    const found = mend({ ...asked(tight, "fern-button"), soils: [] }).found;
    expect([...parts.map(({ name }) => name), ...found.flatMap(({ mix }) => mix?.name ?? [])].length).toBeGreaterThan(
      0,
    );
  });

  it("can be called off", () => {
    const { found, tried } = mend({
      ...asked(living("crop trough flooded into its soil", ["rosemary"]), "rosemary"),
      mayGoOn: () => false,
    });
    expect(found).toEqual([]);
    expect(tried).toBeLessThan(5);
  });
});

describe("Marrowbeck", () => {
  const judged = MARROWBECK.map((setup) => ({ setup, verdicts: verdicts(setup) }));

  it("has somebody living in every setup, all of them known", () => {
    for (const { setup, verdicts: told } of judged) {
      expect([setup.name, told.length > 0, told.every(({ occupant }) => occupant !== undefined)]).toEqual([
        setup.name,
        true,
        true,
      ]);
    }
  });

  it("has two setups wrong on purpose, each mended by one press, and nobody else in trouble", () => {
    const wrong = judged.filter(({ verdicts: told }) => told.some(({ grade }) => grade === "unsuited"));
    expect(wrong.map(({ setup }) => setup.name)).toEqual(["Deep tank, giant millipedes", "Open dish, stone plants"]);
    for (const { setup } of wrong) {
      const [least] = mended(setup).found;
      expect(verdicts(least!.setup).every(({ grade }) => grade !== "unsuited")).toBe(true);
    }
    expect(mended(wrong[0]!.setup).found[0]!.label).toMatch(/^Give it .* more water$/u);
    expect(mended(wrong[1]!.setup).found[0]!.label).toMatch(
      /^Water it (?:every \d+ days instead of every 2 days|when it has dried out)/u,
    );
  });
});
