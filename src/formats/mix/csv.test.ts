import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { mixOfRows } from "./csv";
import type { Mix } from "./document";
import { rowsOfMix } from "./rows";

const MIX: Mix = {
  name: "Bog, half and half",
  note: "Rinse the sand; twice.",
  parts: [
    { mediumId: "sphagnum-peat", parts: 1 / 3 },
    { mediumId: "coarse-sand-0.5-2", parts: 2 },
  ],
  amendments: [{ id: "dolomite", amount: 2 }],
};
const nameOf = (id: string): string => `the ${id}`;

describe("a mix as rows", () => {
  it("comes back whole: its name, note, thirds and amendments", () => {
    const rows = rowsOfMix(MIX, nameOf);
    expect(rows.map(({ what }) => what)).toEqual(["mix", "note", "part", "part", "amendment"]);
    expect(rows[2]).toEqual({
      what: "part",
      id: "sphagnum-peat",
      name: "the sphagnum-peat",
      amount: "0.3333333333333333",
    });
    expect(mixOfRows(rows)).toEqual({ ok: true, value: MIX });
  });

  it("comes back with the very numbers it had, whatever they are", () => {
    fc.assert(
      fc.property(fc.double({ min: 1e-3, max: 900, noNaN: true }), (parts) => {
        const mix = { ...MIX, parts: [{ mediumId: "sphagnum-peat", parts }] };
        expect(mixOfRows(rowsOfMix(mix, nameOf))).toEqual({ ok: true, value: mix });
      }),
    );
  });

  it("is read from a table of parts alone, and with decimal commas", () => {
    expect(
      mixOfRows([
        { mediumId: "pumice-2-5", medium: "Pumice", parts: "2" },
        { mediumId: "bark-6-12", medium: "Bark", parts: "1,5" },
      ]),
    ).toMatchObject({ ok: true, value: { parts: [{ parts: 2 }, { parts: 1.5 }], note: "", amendments: [] } });
  });

  it("says which line cannot be meant, and why", () => {
    const said = (...rows: Record<string, string>[]): string[] => {
      const mix = mixOfRows(rows);
      return mix.ok ? [] : mix.problems.map(({ message }) => message);
    };
    const row = (what: string, id: string, amount: string) => ({ what, id, name: "", amount });
    expect(
      said(row("part", "peat", "2"), row("part", "sand", "some"), row("feed", "x", "1"), row("part", "", "1")),
    ).toEqual([
      "Line 3: “some” is not an amount.",
      "Line 4: “feed” is not one of mix, note, part and amendment.",
      "Line 5: it names no medium.",
    ]);
    expect(said(row("part", "peat", "-1"))).toEqual(["Line 2: “-1” is not an amount."]);
    expect(said(row("amendment", "", "1"))).toEqual(["Line 2: it names no amendment."]);
    expect(said(row("note", "", ""))).toEqual(["There is no part in it."]);
    expect(said({ a: "1", b: "2" })[0]).toContain("neither a mix's JSON nor CSV");
  });
});
