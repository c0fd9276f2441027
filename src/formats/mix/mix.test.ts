import { describe, expect, it } from "vitest";
import { NO_FIGURES } from "../../core/media/own-medium";
import { parseMix, parseMixFile, parseMixText } from "./schema";
import { mixDocument, type Mix } from "./document";
import { parseOwnMedium } from "../own-medium/schema";
import { ownMediumDocument } from "../own-medium/document";
import { putPackInput } from "../pack/schema";
import { problemLine } from "../problems";

const MIX: Mix = {
  name: "Bog bench",
  parts: [
    { mediumId: "sphagnum-peat", parts: 2 },
    { mediumId: "own:grit", parts: 1 },
  ],
  amendments: [{ id: "dolomite", amount: 3 }],
  note: "rinse",
};
const OWN = { name: "Grit", grade: "", basedOn: "granite-grit-3-6", figures: NO_FIGURES };
const said = (value: unknown): string[] => {
  const parsed = parseMix(value);
  return parsed.ok ? [] : parsed.problems.map(problemLine);
};

describe("a mix's document", () => {
  it("reads back as what was written; one of version 1 has no amendments", () => {
    expect(parseMixText(JSON.stringify(mixDocument(MIX)))).toEqual({ ok: true, value: MIX });
    const { amendments: _, ...old } = mixDocument(MIX);
    expect(parseMix({ ...old, version: 1 })).toEqual({ ok: true, value: { ...MIX, amendments: [] } });
  });

  it.each([
    [{ ...mixDocument(MIX), version: 0 }, "version: must be 2 or 1"],
    [
      { ...mixDocument(MIX), version: 3 },
      "version: is 3: it was written by a newer Marlstone than this one, which reads up to 2. Bring this Marlstone up to date, then try again; nothing was changed",
    ],
    [{ ...mixDocument(MIX), parts: [] }, "parts: needs at least 1"],
    [{ ...mixDocument(MIX), parts: [{ mediumId: "a", parts: 0 }] }, "parts[0].parts: must be greater than 0"],
    [
      {
        ...mixDocument(MIX),
        parts: [
          { mediumId: "a", parts: 1 },
          { mediumId: "a", parts: 2 },
        ],
      },
      "parts: names a medium twice",
    ],
    [
      { ...mixDocument(MIX), amendments: [{ id: "gunpowder", amount: 1 }] },
      "amendments: names an amendment that is not known, or a dose far beyond any label",
    ],
    [
      { ...mixDocument(MIX), amendments: [{ id: "charcoal", amount: 0.9 }] },
      "amendments: names an amendment that is not known, or a dose far beyond any label",
    ],
    [
      { ...mixDocument(MIX), amendments: [{ id: "dolomite", amount: -1 }] },
      "amendments[0].amount: must be greater than 0",
    ],
    [{ ...mixDocument(MIX), media: {} }, "media: is not known here"],
    [[], "must be a JSON object"],
  ])("refuses %o", (value, line) => expect(said(value)).toContain(line));
});

it("a mix's file brings the grower's own media of it", () => {
  expect(parseMixFile(JSON.stringify({ ...mixDocument(MIX), media: { "own:grit": OWN } }))).toEqual({
    ok: true,
    value: { mix: MIX, media: { "own:grit": OWN } },
  });
  expect(parseMixFile(JSON.stringify(mixDocument(MIX)))).toMatchObject({ ok: true, value: { media: {} } });
  for (const text of [
    "{",
    "7",
    JSON.stringify({ ...mixDocument(MIX), media: { "sphagnum-peat": OWN } }),
    JSON.stringify({ ...mixDocument(MIX), media: { "own:grit": { name: "Grit" } } }),
  ])
    expect([text, parseMixFile(text).ok]).toEqual([text, false]);
});

it("an own medium's document reads back as what was written, and names what is wrong with it", () => {
  expect(parseOwnMedium(ownMediumDocument(OWN))).toEqual({ ok: true, value: OWN });
  const parsed = parseOwnMedium({
    ...ownMediumDocument(OWN),
    figures: { ...NO_FIGURES, pH: { low: "sour", high: 5 } },
  });
  expect(parsed.ok ? [] : parsed.problems.map(problemLine)).toEqual(["figures.pH.low: must be a number"]);
});

it("a pack is of the medium it is put for, and holds something", () => {
  const pack = { mediumId: "sphagnum-peat", kind: "bale", amount: 40, unit: "L", swells: 2, price: 14 };
  expect(putPackInput.safeParse({ mediumId: "sphagnum-peat", baseVersion: 0, pack }).success).toBe(true);
  expect(putPackInput.safeParse({ mediumId: "sphagnum-peat", baseVersion: -1, pack }).success).toBe(false);
  for (const bad of [
    { ...pack, mediumId: "sand" },
    { ...pack, amount: 0 },
    { ...pack, amount: 1e9 },
    { ...pack, swells: 0.5 },
    { ...pack, price: -1 },
    { ...pack, unit: "gal" },
  ])
    expect(putPackInput.safeParse({ mediumId: "sphagnum-peat", baseVersion: 0, pack: bad }).success).toBe(false);
});
