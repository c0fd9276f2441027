import { describe, expect, it } from "vitest";
import { parseOwnOccupant, parseOwnOccupantText } from "../../formats/own-occupant/schema";
import { ownOccupantDocument } from "../../formats/own-occupant/document";
import { inLibrary, LIBRARY } from "./library/library";
import type { Plant } from "./occupant";
import {
  figureKeysOf,
  figureOf,
  isOwnKind,
  makeOwnOccupant,
  ownKindId,
  OWN_SOURCE,
  type OwnOccupant,
} from "./own-occupant";

const OWN: OwnOccupant = {
  name: "Rosemary of the wall",
  scientificName: "",
  note: "bears the wall",
  basedOn: "rosemary",
  figures: { frostC: { low: -15, typical: -11, high: -8 }, wetDays: { low: 1, typical: 2, high: 3 } },
  words: { feed: "none" },
};
const made = (own: OwnOccupant) => makeOwnOccupant("own-kind:x", own, inLibrary);
const codes = (own: OwnOccupant) => {
  const result = made(own);
  return result.ok ? [] : result.problems.map(({ path, code }) => `${path}: ${code}`);
};

describe("a kind of one's own", () => {
  it("is the nearest with what is known better, and says whose that is", () => {
    const result = made(OWN);
    if (!result.ok) throw new Error("is made");
    const [own, nearest] = [result.value as Plant, inLibrary("rosemary") as Plant];
    expect(own).toMatchObject({
      id: "own-kind:x",
      name: OWN.name,
      feed: "none",
      scientificName: "near Salvia rosmarinus",
    });
    expect(own.frostC).toEqual({ low: -15, typical: -11, high: -8, confidence: "low", source: OWN_SOURCE });
    expect(own.saturationDays.growing.typical).toBe(2);
    expect(own.saturationDays.resting).toEqual(nearest.saturationDays.resting);
    expect(own.pH).toEqual(nearest.pH);
  });

  it("of every kind in the library, unchanged, wants what that wants", () => {
    for (const one of LIBRARY) {
      const result = made({ ...OWN, basedOn: one.id, figures: {}, words: {} });
      if (!result.ok) throw new Error(one.id);
      for (const key of figureKeysOf(one.life)) expect(figureOf(result.value, key)).toEqual(figureOf(one, key));
    }
  });

  it.each<[string, Partial<OwnOccupant>, string[]]>([
    ["a nearest nobody knows", { basedOn: "triffid" }, ["basedOn: unknown-kind"]],
    ["a range that falls", { figures: { pH: { low: 7, typical: 6, high: 5 } } }, ["figures.pH: not-ascending"]],
    ["a number out of bounds", { figures: { pH: { low: 5, typical: 6, high: 77 } } }, ["figures.pH: out-of-range"]],
    ["no number", { figures: { pH: { low: Number.NaN, typical: 6, high: 7 } } }, ["figures.pH: not-ascending"]],
    [
      "an animal's figure",
      { figures: { openShare: { low: 0, typical: 0.1, high: 1 } } },
      ["figures.openShare: not-of-its-kind"],
    ],
    [
      "an empty comfort band",
      { figures: { driestSuctionCm: { low: 1, typical: 2, high: 3 } } },
      ["figures.driestSuctionCm: empty-band"],
    ],
  ])("with %s is refused, and says where", (_, change, expected) =>
    expect(codes({ ...OWN, ...change })).toEqual(expected),
  );

  it("takes a figure up to its bounds and no further, with its three the same or rising", () => {
    const frost = (low: number, typical: number, high: number): string[] =>
      codes({ ...OWN, figures: { frostC: { low, typical, high } } });
    const [LOW, HIGH] = [-50, 25];
    expect(frost(LOW, 0, HIGH)).toEqual([]);
    expect(frost(-5, -5, -5)).toEqual([]);
    expect(frost(LOW - 0.1, 0, HIGH)).toEqual(["figures.frostC: out-of-range"]);
    expect(frost(LOW, 0, HIGH + 0.1)).toEqual(["figures.frostC: out-of-range"]);
    expect(frost(-5, -6, 0)).toEqual(["figures.frostC: not-ascending"]);
    expect(frost(-5, 1, 0)).toEqual(["figures.frostC: not-ascending"]);
    expect(frost(Number.NaN, 0, 0)).toEqual(["figures.frostC: not-ascending"]);
  });

  it("may have no burrow, and be given one", () => {
    const gecko: OwnOccupant = {
      ...OWN,
      basedOn: "gecko-crested",
      figures: { burrowCm: { low: 2, typical: 3, high: 4 } },
      words: { solitary: true },
    };
    expect(made(gecko)).toMatchObject({ ok: true, value: { burrowCm: { typical: 3 }, solitary: true } });
  });

  it("is told from what ships by its id", () => {
    expect(isOwnKind(ownKindId("abc"))).toBe(true);
    expect(LIBRARY.some(({ id }) => isOwnKind(id))).toBe(false);
  });
});

describe("its document", () => {
  it("comes back as it went", () => {
    expect(parseOwnOccupantText(JSON.stringify(ownOccupantDocument(OWN)))).toEqual({ ok: true, value: OWN });
  });

  it.each<[string, object, string]>([
    ["another kind", { kind: "marlstone.mix" }, "kind"],
    ["a newer version", { version: 2 }, "version"],
    ["no name", { name: "  " }, "name"],
    ["a figure nobody knows", { figures: { charm: { low: 1, typical: 2, high: 3 } } }, "figures.charm"],
    ["a text for a number", { figures: { pH: { low: "5", typical: 6, high: 7 } } }, "figures.pH.low"],
    ["a word nobody knows", { words: { feed: "blood" } }, "words.feed"],
    ["a key too many", { colour: "red" }, "colour"],
    ["a prototype for a key", JSON.parse('{"__proto__": {"x": 1}, "figures": {"__proto__": 3}}') as object, ""],
  ])("with %s is refused, and says where", (_, change, path) => {
    const parsed = parseOwnOccupant({ ...ownOccupantDocument(OWN), ...change });
    expect(parsed.ok ? [] : parsed.problems.some((one) => one.path.startsWith(path))).toBe(true);
  });
});
