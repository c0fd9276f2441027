import { describe, expect, it } from "vitest";
import { ANIMALS, inLibrary, PLANTS } from "../occupants/library/library";
import type { Plant } from "../occupants/occupant";
import { UNSAID_SITE, type Setup, type Stage } from "../stack/setup";
import { PAIR_STACKS } from "../testing/pair-stacks";
import { dies, PAIRS } from "../testing/pairs";
import { boxVessel, medium, roundVessel } from "../testing/setups";
import { rootZoneCm } from "../stack/geometry";
import { VESSEL_SHELF } from "../vessel/shelf";
import { setupProblems } from "../water/checked";
import { designed } from "../design/design";
import { buildFor } from "./build-for";
import { mend } from "./mend";
import { crowdsOf } from "./crowd";
import { GUILD_PURPOSE, OCCUPANT_SOILS, purposeOfKind, soilsFor } from "./guilds";
import { judgedWhole, statesOf } from "./judge";
import { howManyFit } from "./plant-soil";
import { GRADES } from "./verdict";
import { whoWouldLike } from "./who-would";

const likings = (stack: keyof typeof PAIR_STACKS, kinds: typeof PLANTS | typeof ANIMALS = PLANTS) =>
  whoWouldLike(PAIR_STACKS[stack], medium, kinds, statesOf(PAIR_STACKS[stack], medium)!);

describe("who would like this", () => {
  it("ranks all of them, the best first, and agrees with what common husbandry knows", () => {
    const ranked = likings("peat bog over a raised outlet");
    expect(ranked).toHaveLength(PLANTS.length);
    ranked
      .slice(1)
      .forEach(({ grade }, i) => expect(GRADES.indexOf(grade)).toBeLessThanOrEqual(GRADES.indexOf(ranked[i]!.grade)));
    const place = (id: string): number => ranked.findIndex(({ occupantId }) => occupantId === id);
    for (const [id, stack, expected] of PAIRS)
      if (stack === "peat bog over a raised outlet" && dies(expected))
        expect([id, place(id) > place("sundew-round-leaved")]).toEqual([id, true]);
  });

  it("names what is against each that is not suited, and nothing where all suits", () => {
    for (const { grade, against } of likings("dish of pumice"))
      if (grade === "unsuited" || grade === "care") expect(against.length).toBeGreaterThan(0);
      else if (grade === "suits") expect(against).toEqual([]);
  });

  it("tells each as if it were alone, whoever lives there", () => {
    const setup: Setup = {
      ...PAIR_STACKS["dish of pumice"],
      occupants: [{ id: "x", occupantId: "tortoise", count: 9 }],
    };
    expect(whoWouldLike(setup, medium, PLANTS, statesOf(setup, medium)!)).toEqual(likings("dish of pumice"));
  });

  it("finds animals for ground without roots", () => {
    const best = likings("deep tank of leaf mould", ANIMALS).filter(({ grade }) => grade === "suits");
    expect(best.map(({ occupantId }) => occupantId)).toContain("millipede-giant");
    expect(best.map(({ occupantId }) => occupantId)).not.toContain("gecko-leopard");
  });
});

describe("how many", () => {
  const plant = (id: string): Plant => inLibrary(id) as Plant;

  it("fit by four fifths of the spread of their roots squared, or half of their leaves', which hang over the edge", () => {
    const square = (sideCm: number) => ({ areaCm2: sideCm ** 2, edgeCm: 4 * sideCm });
    // celery: 320 cm² of soil each; its leaves, 28 cm wide, want 392 of 55 by 55 cm and more
    const [roots, leaves] = [2000 / 320, (2000 + Math.sqrt(2000) * 28) / 392];
    expect(howManyFit(plant("celery"), square(Math.sqrt(2000))).typical).toBe(Math.floor(Math.min(roots, leaves)));
    expect(howManyFit(plant("tomato"), square(7))).toEqual({ low: 1, typical: 1, high: 1 });
  });

  it("is refused where growers would laugh: seven tomatoes on a quarter of a square metre, a hundred pitchers in a bath", () => {
    const room = (occupantId: string, count: number, base: Setup): string | undefined =>
      judgedWhole({ ...base, occupants: [{ id: "a", occupantId, count }] }, medium, inLibrary)![0]!.findings.find(
        ({ limit }) => limit === "root-room",
      )?.grade;
    const bed = { ...PAIR_STACKS["crop trough on a gravel reservoir"], vessel: boxVessel(50, 50, 32) };
    expect([1, 2, 7].map((count) => room("tomato", count, bed))).toEqual(["suits", "suits", "unsuited"]);
    expect(room("lettuce", 6, bed)).toBe("suits");
    const bath = { ...bed, vessel: boxVessel(150, 60, 32) };
    expect([6, 100].map((count) => room("pitcher-trumpet", count, bath))).toEqual(["suits", "unsuited"]);
    expect(room("radish", 100, bed)).toBe("suits");
  });

  it("cost in water by how far their leaves reach beyond the mouth, to twice at most", () => {
    const setup = (count: number): Setup => ({
      ...PAIR_STACKS["crop trough on a gravel reservoir"],
      occupants: [{ id: "a", occupantId: "tomato", count }],
    });
    const [one, many] = [crowdsOf(setup(1), inLibrary)[0]!, crowdsOf(setup(9), inLibrary)[0]!];
    expect(one.leavesOverMouth).toBeCloseTo((Math.PI / 4) * (55 ** 2 / (80 * 28)), 2);
    expect(one.demandMmPerDay).toBeCloseTo(5 * one.leavesOverMouth, 9);
    expect(many.demandMmPerDay).toBe(10);
    expect(crowdsOf({ ...setup(1), occupants: [] }, inLibrary)).toEqual([]);
  });
});

describe("a setup built for one kind", () => {
  const build = (occupantId: string, vessel = boxVessel(60, 40, 32), holed = false) =>
    buildFor(
      { occupantId, vessel, holed, site: UNSAID_SITE, system: "metric", count: 1, strategy: undefined },
      medium,
      inLibrary,
    );

  it.each(["flytrap", "tomato", "orchid-moth", "arrowhead", "lingonberry", "echeveria", "fern-boston", "thyme"])(
    "holds %s: the best of it is not refused, and is a setup that can be made",
    (id) => {
      const built = build(id, id === "orchid-moth" || id === "echeveria" ? roundVessel(16, 15) : undefined, true);
      expect(built.length).toBeGreaterThan(0);
      expect(built[0]!.grade).not.toBe("unsuited");
      for (const one of built) {
        expect(setupProblems({ ...one.designed.setup, name: "x" }, medium)).toEqual([]);
        expect(one.designed.setup.occupants).toMatchObject([{ occupantId: id, count: 1 }]);
        expect(one.designed.reasons.length).toBeGreaterThan(1);
        expect(one.designed.setup.layers.some(({ mediumId }) => OCCUPANT_SOILS.has(mediumId))).toBe(true);
      }
      expect(new Set(built.map(({ strategy }) => strategy)).size).toBe(built.length);
    },
  );

  it("holds animals too, and says honestly where the vessel is too small", () => {
    expect(build("millipede-giant", boxVessel(60, 40, 40, "glass"))[0]!.grade).not.toBe("unsuited");
    expect(build("tortoise", roundVessel(20, 20))[0]).toMatchObject({ grade: "unsuited" });
    expect(build("nobody")).toEqual([]);
  });

  it("tries for every kind soils that are in the catalogue, under a purpose that designs know", () => {
    for (const one of [...PLANTS, ...ANIMALS]) {
      expect(soilsFor(one).length).toBeGreaterThan(0);
      for (const id of soilsFor(one)) expect([id, medium(id) !== undefined]).toEqual([id, true]);
      expect(purposeOfKind(one)).toBeTruthy();
    }
    expect(GUILD_PURPOSE.bog).toBe("bog");
  });
});

describe("a default made for a kind by name", () => {
  const shelf = (id: string) => VESSEL_SHELF.find((one) => one.id === id)!;
  const first = (occupantId: string, vesselId: string, count = 1) => {
    const { vessel, holed } = shelf(vesselId);
    const asked = { occupantId, vessel, holed, site: UNSAID_SITE, system: "metric" as const };
    return buildFor({ ...asked, count, strategy: undefined }, medium, inLibrary)[0]!;
  };

  it.each([
    ["balcony-trough", ["tomato", "pepper", "strawberry", "lettuce", "carrot", "radish", "basil", "parsley"]],
    ["bath", ["flytrap", "pitcher-trumpet", "butterwort-mexican"]],
    ["mortar-tub", ["arrowhead"]],
    ["pot-20", ["spider-plant", "pothos", "orchid-moth"]],
    ["jar-5", ["moss-cushion"]],
    ["half-barrel", ["lingonberry", "blueberry"]],
    ["clay-28", ["rosemary", "thyme"]],
  ] as const)(
    "is told to suit by our own verdict, in %s",
    (vesselId, kinds) => {
      for (const id of kinds)
        expect([id, inLibrary(id)?.name, first(id, vesselId).grade]).toEqual([id, expect.any(String), "suits"]);
    },
    60_000,
  );

  it("leaves it the depth it roots, a platform too, and says why where no way can", () => {
    const { vessel, holed } = shelf("balcony-trough");
    const asked = { occupantId: "tomato", vessel, holed, site: UNSAID_SITE, system: "metric" as const, count: 1 };
    const [platform] = buildFor({ ...asked, strategy: "platform" }, medium, inLibrary);
    expect(platform).toMatchObject({ strategy: "platform", grade: "suits" });
    const roots = rootZoneCm(platform!.designed.setup)!;
    expect(roots.toCm - roots.fromCm).toBeGreaterThan(0.8 * 27);
    const cup = first("tomato", "pot-13");
    expect(cup.grade).toBe("care");
    expect(cup.against).toContain("soil-depth");
  });

  it("is mended by a lower platform, where one was made for the longest fill", () => {
    const { vessel, holed } = shelf("balcony-trough");
    const made = designed({ name: "x", purpose: "crops", strategy: "platform", vessel, holed }, medium);
    if (!made.ok) throw new Error(made.problems[0]!.message);
    const setup = { ...made.value.setup, occupants: [{ id: "a", occupantId: "courgette", count: 1 }] };
    const soils = soilsFor(inLibrary("courgette")!);
    const { found } = mend({ setup, medium, occupants: inLibrary, occupancyId: "a", soils, system: "metric" });
    expect(found[0]).toMatchObject({ families: ["reservoir"], becomes: "suits" });
    expect(found[0]!.label).toMatch(/^Lower the platform from .* to .*, overflow and water with it/u);
    expect(setupProblems(found[0]!.setup, medium)).toEqual([]);
  });

  it("tells the trouble its page will tell, of a way picked by hand in a pot too small for it", () => {
    const { vessel, holed } = shelf("pot-20");
    const asked = { occupantId: "basil", vessel, holed, site: UNSAID_SITE, system: "metric" as const, count: 1 };
    const [stones] = buildFor({ ...asked, strategy: "gravel-reservoir" }, medium, inLibrary);
    expect(stones!.troubles).toEqual(["The reservoir is small"]);
    // and of itself what has none comes first
    expect(buildFor({ ...asked, strategy: undefined }, medium, inLibrary)[0]!.troubles).toEqual([]);
  });

  it("is built for what young plants grow to, and for seed as it is sown", () => {
    const { vessel, holed } = shelf("balcony-trough");
    const asked = { occupantId: "tomato", vessel, holed, site: UNSAID_SITE, system: "metric" as const, count: 1 };
    const of = (stage: Stage) => buildFor({ ...asked, strategy: "platform", stage }, medium, inLibrary)[0]!;
    const depth = (stage: Stage): number => {
      const roots = rootZoneCm(of(stage).designed.setup)!;
      return roots.toCm - roots.fromCm;
    };
    expect(depth("young")).toBe(depth("grown"));
    expect(depth("seed")).toBeLessThan(depth("grown"));
    expect(of("young").designed.setup.occupants).toMatchObject([{ stage: "young" }]);
    expect(of("grown").designed.setup.occupants[0]).not.toHaveProperty("stage");
  });

  it("is made and judged for as many as are named", () => {
    const many = first("lettuce", "balcony-trough", 40);
    expect(many.designed.setup.occupants[0]!.count).toBe(40);
    expect(many.against).toContain("root-room");
    expect(first("lettuce", "balcony-trough", 3).grade).toBe("suits");
  });
});
