import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { AMENDMENTS } from "@/core/mixing/amendments";
import { shelfIn } from "../outbox/shelf.testing";
import {
  draftsOf,
  dropDraft,
  goesOnWith,
  isSameDraft,
  keepDraft,
  newDraftKey,
  type KeptDraft,
  type MixDraft,
} from "./draft";

const draft = (text: string, more: Partial<MixDraft> = {}): MixDraft => ({
  text,
  name: "",
  note: "",
  amendments: [],
  ...more,
});
const at = (minute: number): string => new Date(Date.UTC(2026, 10, 30, 9, minute)).toISOString();

describe("what was written of a mix and not saved", () => {
  it("comes back as it was written, whatever stands in the fields, of its own mix alone", () => {
    fc.assert(
      fc.property(
        fc.record({
          text: fc.string({ maxLength: 300 }),
          name: fc.string({ maxLength: 120 }),
          note: fc.string({ maxLength: 300 }),
          amendments: fc.array(
            fc.record({
              id: fc.constantFrom(...AMENDMENTS.map((one) => one.id)),
              amount: fc.double({ noNaN: true, noDefaultInfinity: true }),
            }),
            { maxLength: 4 },
          ),
        }),
        (written) => {
          const shelf = shelfIn(new Map());
          const key = newDraftKey("m1");
          expect(keepDraft(shelf, key, written, at(1))).toBe(true);
          const [kept, ...others] = draftsOf(shelf, "m1");
          expect(others).toEqual([]);
          expect(kept).toEqual({ ...JSON.parse(JSON.stringify(written)), key, keptAt: at(1) });
          expect(isSameDraft(kept!, written)).toBe(true);
          expect(draftsOf(shelf, "m")).toEqual([]);
          expect(draftsOf(shelf, undefined)).toEqual([]);
          dropDraft(shelf, key);
          expect(draftsOf(shelf, "m1")).toEqual([]);
        },
      ),
    );
  });

  it("comes without what there is no such amendment for", () => {
    const shelf = shelfIn(new Map());
    const amendments = [
      { id: "gunpowder", amount: 1 },
      { id: "dolomite", amount: 2 },
    ];
    keepDraft(shelf, newDraftKey("m"), draft("peat", { amendments }), at(0));
    expect(draftsOf(shelf, "m")[0]!.amendments).toEqual([{ id: "dolomite", amount: 2 }]);
  });

  it("is one entry for as long as it is written on, and eight at most are kept of a mix, the newest", () => {
    const kept = new Map<string, string>();
    const shelf = shelfIn(kept);
    const key = newDraftKey(undefined);
    keepDraft(shelf, key, draft("peat"), at(0));
    keepDraft(shelf, key, draft("peat 2"), at(1));
    expect(draftsOf(shelf, undefined).map(({ text }) => text)).toEqual(["peat 2"]);
    keepDraft(shelf, newDraftKey("other"), draft("of another"), at(0));
    for (let i = 2; i < 12; i++) keepDraft(shelf, newDraftKey(undefined), draft(`mix ${i}`), at(i));
    expect(draftsOf(shelf, undefined).map(({ text }) => text)).toEqual(
      [11, 10, 9, 8, 7, 6, 5, 4].map((i) => `mix ${i}`),
    );
    expect(draftsOf(shelf, "other")).toHaveLength(1);
  });

  it("is said not to be kept where the browser would not, and what cannot be read stays where it is", () => {
    const full = {
      ...shelfIn(new Map()),
      setItem: () => {
        throw new Error("full");
      },
    };
    expect(keepDraft(full, newDraftKey("m"), draft("peat"), at(0))).toBe(false);
    const kept = new Map([
      ["marlstone.draft.mix.m.a", "{ not whole"],
      ["marlstone.draft.mix.m.b", JSON.stringify({ text: 7 })],
    ]);
    expect(draftsOf(shelfIn(kept), "m")).toEqual([]);
    keepDraft(shelfIn(kept), newDraftKey("m"), draft("peat"), at(0));
    expect(kept.size).toBe(3);
  });

  it("is the same where only blanks differ, and another where anything else does", () => {
    const one = draft("peat 3", { name: "Bog", note: "x", amendments: [{ id: "dolomite", amount: 2 }] });
    expect(isSameDraft(one, { ...one, text: " peat 3 ", name: "Bog ", note: " x" })).toBe(true);
    for (const change of [{ text: "peat" }, { name: "Fen" }, { note: "" }, { amendments: [] }])
      expect(isSameDraft(one, { ...one, ...change })).toBe(false);
  });

  it("is gone on with by the page that opens, unless that was asked for with another recipe; the rest is offered", () => {
    const kept = (text: string, minute: number): KeptDraft => ({ ...draft(text), key: text, keptAt: at(minute) });
    const [newer, older] = [kept("peat 3, perlite 1", 5), kept("bark", 1)];
    expect(goesOnWith([newer, older], "")).toEqual({ taken: newer, offered: [older] });
    expect(goesOnWith([newer, older], " bark ")).toEqual({ taken: older, offered: [newer] });
    expect(goesOnWith([newer, older], "sand")).toEqual({ taken: undefined, offered: [newer, older] });
    expect(goesOnWith([], "")).toEqual({ taken: undefined, offered: [] });
  });
});
