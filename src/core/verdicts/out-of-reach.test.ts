import { expect, it } from "vitest";
import { inLibrary } from "../occupants/library/library";
import type { Setup } from "../stack/setup";
import { PAIR_STACKS } from "../testing/pair-stacks";
import { layer, medium } from "../testing/setups";
import { judgedWhole } from "./judge";
import type { Finding } from "./verdict";

const gradeOf = (setup: Setup, occupantId: string, limit: Finding["limit"]) =>
  judgedWhole({ ...setup, occupants: [{ id: "a", occupantId, count: 1 }] }, medium, inLibrary)![0]!.findings.find(
    (one) => one.limit === limit,
  )?.grade;

it("feed beside the roots comes to them dissolved and kills what lives without; lime kills by how much there is of it", () => {
  const bog: Setup = PAIR_STACKS["peat bog over a raised outlet"];
  const on = (mediumId: string, cm: number, rooted = false): Setup => ({
    ...bog,
    layers: [layer(mediumId, cm, rooted), ...bog.layers],
  });
  expect(gradeOf(bog, "flytrap", "feed")).toBe("suits");
  for (const id of ["garden-compost", "worm-castings", "aged-manure", "potting-mix-peat-based"]) {
    expect([id, gradeOf(on(id, 0.5), "flytrap", "feed")]).toEqual([id, "unsuited"]);
    expect([id, gradeOf(on(id, 0.5), "cranberry", "feed")]).toEqual([id, undefined]);
  }
  expect(gradeOf(on("coir-pith-fine", 3), "flytrap", "feed")).toBe("care");
  expect(gradeOf(bog, "flytrap", "lime")).toBe("suits");
  // 20 cm of peat take up about 1 meq/cm², which is 120 g of dolomite on these 2,400 cm²; a finger of limestone is far more
  const dolomite = (amount: number): Setup => ({
    ...bog,
    layers: bog.layers.map((one) => ({
      ...one,
      amendments: [{ amendmentId: "dolomite", amount, given: "mixed" as const }],
    })),
  });
  expect([2, 40, 250].map((amount) => gradeOf(dolomite(amount), "cranberry", "lime"))).toEqual([
    "suits",
    "care",
    "unsuited",
  ]);
  expect(gradeOf(on("limestone-grit-2-6", 1), "cranberry", "lime")).toBe("unsuited");
  expect(gradeOf(on("limestone-grit-2-6", 1), "butterwort-common", "lime")).toBeUndefined();
});

it("a screen that stays keeps sharp grains out of an animal's reach, one that rots does not", () => {
  const tank: Setup = PAIR_STACKS["case over a false bottom"];
  const over = (separator: "mesh" | "card"): Setup => ({
    ...tank,
    layers: [layer("scoria-5-10", 2, false), { ...layer("topsoil-loam", 4, false), separator }],
  });
  expect(gradeOf(over("mesh"), "fire-salamander", "harm")).toBeUndefined();
  expect(gradeOf(over("card"), "fire-salamander", "harm")).toBe("care");
});

it("where no layer is said to have roots in it nobody is told to suit: it cannot be told; what is bad by itself still is", () => {
  const bog: Setup = PAIR_STACKS["peat bog over a raised outlet"];
  const bare: Setup = { ...bog, layers: bog.layers.map((one) => ({ ...one, rooted: false })) };
  const of = (setup: Setup, site: Partial<Setup["site"]> = {}) =>
    judgedWhole(
      { ...setup, site: { ...setup.site, ...site }, occupants: [{ id: "a", occupantId: "flytrap", count: 1 }] },
      medium,
      inLibrary,
    )![0]!.grade;
  expect(of(bog)).toBe("suits");
  expect(of(bare)).toBe("unknown");
  expect(of(bare, { coldestC: -40 })).toBe("unsuited");
});
