import { describe, expect, it } from "vitest";
import { checksOf } from "../checks/checks";
import { mixAsMedium } from "../water/mix-as-medium";
import { isInert } from "../media/flags";
import { inLibrary, LIBRARY, PLANTS } from "../occupants/library/library";
import { readSettled } from "../readings/readings";
import type { Setup, Site } from "../stack/setup";
import { PAIR_STACKS, type PairStack } from "../testing/pair-stacks";
import { medium } from "../testing/setups";
import { checked } from "../water/checked";
import { settle } from "../water/settle";
import { judgedWhole, statesOf } from "./judge";
import { humidityUnderLid } from "./place";
import type { Finding, Grade, Limit } from "./verdict";
import { verdictsOf } from "./verdicts";
import { verdictSentences } from "./words";

// What a good grower would sign: rules that hold over all kinds and stacks.

const STACKS = Object.keys(PAIR_STACKS) as PairStack[];
const living = (stack: PairStack, id: string, more: Partial<Setup> = {}, count = 1): Setup => ({
  ...PAIR_STACKS[stack],
  ...more,
  occupants: [{ id: "one", occupantId: id, count }],
});
const all = STACKS.flatMap((stack) => {
  const states = statesOf(PAIR_STACKS[stack], medium)!;
  return LIBRARY.map((kind) => {
    const setup = living(stack, kind.id);
    return { stack, kind, setup, verdict: verdictsOf(setup, medium, inLibrary, states)[0]! };
  });
});
const one = <L extends Limit>(setup: Setup, limit: L, known = medium): Extract<Finding, { limit: L }> | undefined =>
  judgedWhole(setup, known, inLibrary)![0]!.findings.find((finding) => finding.limit === limit) as
    Extract<Finding, { limit: L }> | undefined;
const at = (stack: PairStack, site: Partial<Site>): Partial<Setup> => ({
  site: { ...PAIR_STACKS[stack].site, ...site } as Site,
});

describe("air at the roots", () => {
  it("never refuses who has nearly all the air that is good, and asks no care of who has it", () => {
    const wrong = all.flatMap(({ stack, kind, verdict }) =>
      verdict.findings.flatMap((finding) =>
        finding.limit === "air" &&
        ((finding.grade === "unsuited" && finding.meanAirSpace >= 0.9 * finding.goodAirSpace.typical) ||
          (finding.grade === "care" && finding.meanAirSpace >= finding.goodAirSpace.typical))
          ? [`${kind.id} in ${stack}`]
          : [],
      ),
    );
    expect(wrong).toEqual([]);
  });

  it("refuses nobody in a small drained pot, and still drowns them in a flooded one", () => {
    const refused = (stack: PairStack): number =>
      all.filter(
        (each) =>
          each.stack === stack && each.verdict.findings.some((f) => f.limit === "air" && f.grade === "unsuited"),
      ).length;
    // an air plant lives in no soil at all
    expect(refused("small drained pot of potting mix")).toBe(1);
    expect(refused("crop trough flooded into its soil")).toBeGreaterThan(100);
    expect(refused("clay pebbles drowned")).toBeGreaterThan(100);
  });
});

describe("grown in grains over water", () => {
  const pebbles = "clay pebbles in a few cm of water";
  it("is a way of growing for clean, coarse grains over shallow water alone", () => {
    const gradeOf = (more: Partial<Setup>): Grade | undefined =>
      one(living(pebbles, "pothos", more), "water-roots")?.grade;
    const soil = (mediumId: string): Partial<Setup> => ({
      layers: PAIR_STACKS[pebbles].layers.map((layer) => ({ ...layer, mediumId })),
    });
    expect(gradeOf({})).toBe("care");
    expect(gradeOf({ occupants: [] } as Partial<Setup>)).toBe("care");
    for (const id of ["potting-mix-peat-based", "limestone-grit-2-6", "fine-sand-0.1-0.5", "bark-6-12"])
      expect([id, gradeOf(soil(id))]).toEqual([id, undefined]);
    expect(gradeOf({ water: { by: "level", levelCm: 8 }, fixtures: [] })).toBeUndefined();
  });

  it("suits what is started young in it, while the water is no deeper than a third", () => {
    const young = (levelCm: number) => {
      const setup = living(pebbles, "pothos", { water: { by: "level", levelCm }, fixtures: [] });
      return one({ ...setup, occupants: [{ ...setup.occupants[0]!, stage: "young" }] }, "water-roots");
    };
    expect(young(2.5)).toMatchObject({ grade: "suits", isShallow: true, isShifted: false });
    expect(young(4.5)).toMatchObject({ grade: "care", isShallow: false });
  });
});

it("two inert grains mixed are inert, and with loam, lime or peat among them they are not", () => {
  const mixed = (...ids: string[]) => {
    const made = mixAsMedium(
      "mix:x",
      "x",
      ids.map((id) => ({ medium: medium(id)!, parts: 1 })),
    );
    if (!made.ok) throw new Error(made.problems[0]!.message);
    return made.value;
  };
  expect(isInert(medium("pumice-2-5")!) && isInert(medium("fired-clay-pebbles-4-8")!)).toBe(true);
  expect(isInert(mixed("pumice-2-5", "fired-clay-pebbles-4-8"))).toBe(true);
  for (const other of ["topsoil-loam", "limestone-grit-2-6", "sphagnum-peat", "potting-mix-peat-based"])
    expect([other, isInert(mixed("pumice-2-5", "pumice-6-12", other))]).toEqual([other, false]);
  const setup = living("clay pebbles in a few cm of water", "orchid-moth");
  const layers = setup.layers.map((layer) => ({ ...layer, mediumId: "mix:x" }));
  const known = (id: string) => (id === "mix:x" ? mixed("pumice-6-12", "fired-clay-pebbles-4-8") : medium(id));
  expect(one({ ...setup, layers }, "salts", known)?.grade).toBe("suits");
});

describe("humidity under a lid", () => {
  it("falls evenly from the ground's to the room's as more of the mouth is open", () => {
    const room = { low: 0.35, typical: 0.5, high: 0.65 };
    let before = humidityUnderLid(0, room, 10);
    expect(before.typical).toBeGreaterThan(0.99);
    for (let share = 0.01; share <= 1; share += 0.01) {
      const here = humidityUnderLid(share, room, 10);
      for (const key of ["low", "typical", "high"] as const) {
        expect(here[key]).toBeLessThanOrEqual(before[key]);
        // no cliff anywhere: a hundredth of the mouth moves it by three hundredths at most
        expect(before[key] - here[key]).toBeLessThan(0.05);
      }
      before = here;
    }
    expect(before).toEqual({
      low: expect.closeTo(0.35, 2),
      typical: expect.closeTo(0.5, 2),
      high: expect.closeTo(0.65, 2),
    });
  });

  it("is no damper than the room over ground as dry as air", () => {
    const dry = humidityUnderLid(0.02, { low: 0.3, typical: 0.4, high: 0.5 }, 1e6);
    expect(dry.typical).toBeLessThan(0.5);
    // Kelvin: 1,000 m of suction leave 93 % at 20 °C
    expect(humidityUnderLid(0, { low: 0, typical: 0, high: 0 }, 1e5).typical).toBeCloseTo(0.93, 2);
  });
});

describe("months", () => {
  const tray = "peat pot in a tray on a warm shelf";
  const restOf = (id: string, coldestC: number | null) => one(living(tray, id, at(tray, { coldestC })), "rest")?.grade;
  it("ask cold of what comes from cold winters, and nothing of what does not rest", () => {
    expect([19, 14, 10, -2, null].map((coldest) => restOf("flytrap", coldest))).toEqual([
      "unsuited",
      "care",
      "suits",
      "suits",
      "unknown",
    ]);
    expect(restOf("mint", 19)).toBe("care");
    expect(restOf("sundew-cape", 19)).toBeUndefined();
  });

  it("hurt what is tender long before it freezes, and not what is gone before winter", () => {
    const hall = "cold hall window";
    const coldOf = (id: string, coldestC: number) => one(living(hall, id, at(hall, { coldestC })), "cold");
    expect([14, 9, 3].map((coldest) => coldOf("pothos", coldest)?.grade)).toEqual(["suits", "care", "unsuited"]);
    expect(coldOf("pothos", 9)?.kind).toBe("cool");
    expect(coldOf("tomato", -20)).toMatchObject({ grade: "care", kind: "summer", fatal: false });
    expect(coldOf("rosemary", -20)).toMatchObject({ grade: "unsuited", kind: "frost" });
  });

  it("let what bears an afternoon of heat bear it, and what dies of it not", () => {
    const heatOf = (id: string, warmestC: number) => one(living(tray, id, at(tray, { warmestC })), "heat")?.grade;
    expect([heatOf("lettuce", 30), heatOf("pitcher-cobra", 26), heatOf("pitcher-cobra", 30)]).toEqual([
      "suits",
      "care",
      "unsuited",
    ]);
    // a tulip sleeps through it
    expect(heatOf("tulip", 38)).toBeUndefined();
  });

  it("keep the soil of a big pot wet round a small plant, and not that of a small one", () => {
    const big = "small plant's big pot in winter";
    expect(one(living(big, "pothos"), "stays-wet")?.grade).toBe("care");
    expect(one(living(big, "pothos", { demand: { by: "said", mmPerDay: 3 } }), "stays-wet")).toBeUndefined();
    expect(one(living("small drained pot of potting mix", "pothos"), "stays-wet")).toBeUndefined();
  });

  it("never promise that it goes without nothing where its water is gone in days", () => {
    for (const id of ["cucumber", "tomato", "kale"]) {
      const kept = one(living("wick box of two litres, filled once a year", id), "kept-damp")!;
      expect(kept.grade).toBe("unsuited");
      expect(kept.daysFromFull).toBeLessThan(30);
    }
  });
});

it("glass that the check calls shut in the sun cooks what lives there, and open glass does not", () => {
  const jar = PAIR_STACKS["closed jar in the sun"];
  for (const id of ["moss-sheet", "springtail"]) {
    expect(one(living("closed jar in the sun", id), "shut-in-sun")?.grade).toBe("unsuited");
    expect(one(living("closed jar of coir", id), "shut-in-sun")).toBeUndefined();
    expect(one(living("closed jar in the sun", id, { fixtures: [] }), "shut-in-sun")).toBeUndefined();
  }
  const sound = checked(jar, medium);
  const settled = sound.ok ? settle(sound.value, medium) : sound;
  if (!settled.ok) throw new Error("no jar");
  const told = checksOf(jar, settled.value.network, readSettled(jar, settled.value, medium), medium, "metric");
  expect(told.map(({ id }) => id)).toContain("glass-sun");
});

describe("animals", () => {
  it("of ground that eat it starve on what does not rot, and feed in it poisons them", () => {
    const gradeOf = (stack: PairStack, id: string, limit: Limit): Grade | undefined =>
      one(living(stack, id), limit)?.grade;
    expect(gradeOf("tank of damp coir", "millipede-giant", "provided")).toBe("unsuited");
    expect(gradeOf("deep tank of leaf mould", "millipede-giant", "provided")).toBe("suits");
    // a mix with leaf mould in it is food, one of coir and peat is not
    const inMix = (...ids: string[]): Grade | undefined => {
      const made = mixAsMedium(
        "mix:y",
        "y",
        ids.map((id) => ({ medium: medium(id)!, parts: 1 })),
      );
      const tank = living("tank of damp coir", "millipede-giant");
      const layers = tank.layers.map((layer) => ({ ...layer, mediumId: "mix:y" }));
      const known = (id: string) => (id === "mix:y" && made.ok ? made.value : medium(id));
      return one({ ...tank, layers }, "provided", known)?.grade;
    };
    expect([inMix("leaf-mould", "topsoil-loam"), inMix("coir-pith-fine", "sphagnum-peat")]).toEqual([
      "suits",
      "unsuited",
    ]);
    for (const id of ["millipede-giant", "isopod-powder", "snail-giant", "land-crab"])
      expect([id, gradeOf("tank of damp potting mix", id, "harm")]).toEqual([id, "unsuited"]);
    expect(gradeOf("tank of damp coir", "snail-giant", "provided")).toBe("care");
    expect(gradeOf("tank of damp coir", "axolotl", "provided")).toBe("unsuited");
  });

  it("without a back are not on the pets' list of poisons, a tortoise is", () => {
    const beside = (id: string): Grade | undefined => {
      const base = PAIR_STACKS["case planted in leaf mould"];
      const occupants = [id, "pothos"].map((occupantId) => ({ id: occupantId, occupantId, count: 1 }));
      const [told] = judgedWhole({ ...base, occupants }, medium, inLibrary)!;
      return told!.findings.find((f) => f.limit === "company" && f.clash === "poison")?.grade;
    };
    expect(["isopod-pill", "snail-giant", "stick-insect", "tortoise"].map(beside)).toEqual([
      undefined,
      undefined,
      undefined,
      "unsuited",
    ]);
  });
});

it("a hungry crop in a soil that does not feed is told to be fed, and one that is fed is not", () => {
  const coir = living("open pot of coir", "tomato");
  expect(one(coir, "feed")).toMatchObject({ grade: "care", wants: "hungry" });
  const given = coir.layers.map((layer) => ({
    ...layer,
    amendments: [{ amendmentId: "slow-release", amount: 20, given: "mixed" as const }],
  }));
  expect(one({ ...coir, layers: given }, "feed")).toBeUndefined();
});

describe("what is said", () => {
  const LONGEST_LINE = 90;
  it("of what suits is one line, with no ill of it", () => {
    const long = new Set<string>();
    for (const { setup, verdict } of all)
      for (const { grade, text } of verdictSentences(verdict, [verdict], setup, medium, "metric"))
        if (grade === "suits" && (text.length > LONGEST_LINE || /rots|die|sour|harm|starve/u.test(text)))
          long.add(text);
    expect([...long].join("\n")).toEqual("");
  });

  it("stands in number, with units and a minus", () => {
    const wrong = new Set<string>();
    for (const { setup, verdict } of all)
      for (const { text } of verdictSentences(verdict, [verdict], setup, medium, "metric"))
        if (
          /(?:castings|granules|pebbles|chips|chunks|hulls) (?:has|feeds|holds|gives|is)\b|\bbears [\d.]+(?: to [\d.]+)?[.;](?=\s|$)|[^\d–]-\d|(?<!to |[.\d])1\u00a0days/u.test(
            text,
          )
        )
          wrong.add(text);
    expect([...wrong].join("\n")).toEqual("");
  });
});

it("every plant is judged in every stack without an endless or an empty number", () => {
  const bad = all.flatMap(({ stack, kind, verdict }) =>
    verdict.findings.flatMap((finding) =>
      Object.values(finding).some((value) => typeof value === "number" && Number.isNaN(value))
        ? [`${kind.id} in ${stack}: ${finding.limit}`]
        : [],
    ),
  );
  expect(bad).toEqual([]);
  expect(all).toHaveLength(STACKS.length * LIBRARY.length);
  expect(PLANTS.length).toBeGreaterThan(160);
});
