import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { CATALOGUE } from "../../core/media/catalogue/catalogue";
import { NO_FIGURES, type OwnMedium } from "../../core/media/own-medium";
import type { OwnOccupant } from "../../core/occupants/own-occupant";
import { anySetup } from "../../core/testing/any-setup";
import type { CarriedWeather } from "../weather/carried";
import { anyPlace } from "../../core/testing/places";
import { potWith } from "../../core/testing/setups";
import { problemLine } from "../problems";
import { mixDocument, type Mix } from "../mix/document";
import { setupDocument } from "../setup/document";
import { fileNameOf, packed, renamed, setupFileDocument, type SetupFile } from "./document";
import { parseSetupFile, parseSetupFileText } from "./schema";

const id = fc.stringMatching(/^[\w-]{1,20}$/u).filter((one) => one !== "__proto__");
const own: fc.Arbitrary<OwnMedium> = fc.record({
  name: fc.string({ minLength: 1, maxLength: 60 }).map((name) => `x${name.trim()}`),
  grade: fc.string({ maxLength: 40 }).map((grade) => grade.trim()),
  basedOn: fc.constantFrom(...CATALOGUE.map((one) => one.id)),
  figures: fc
    .record({ dryBulkDensityGPerCm3: fc.option(fc.double({ min: 0.05, max: 2, noNaN: true }), { nil: null }) })
    .map((some) => ({ ...NO_FIGURES, ...some })),
});
const occupant: fc.Arbitrary<OwnOccupant> = fc.record({
  name: id,
  scientificName: fc.constant(""),
  note: fc.string({ maxLength: 100 }).map((note) => note.trim()),
  basedOn: fc.constantFrom("rosemary", "celery"),
  figures: fc.constant({ frostC: { low: -9, typical: -6, high: -3 } }),
  words: fc.constant({ feed: "none" as const }),
});

/** A setup with mixes, media and kinds of its own, however many. */
const anyFile: fc.Arbitrary<SetupFile> = fc
  .record({
    setup: anySetup,
    mixIds: fc.uniqueArray(fc.tuple(id, fc.integer({ min: 1, max: 9 })), { maxLength: 3, selector: ([one]) => one }),
    media: fc.uniqueArray(fc.tuple(id, own), { maxLength: 3, selector: ([one]) => one }),
    kinds: fc.uniqueArray(fc.tuple(id, occupant), { maxLength: 2, selector: ([one]) => one }),
    places: fc.uniqueArray(fc.tuple(id, anyPlace), { maxLength: 2, selector: ([one]) => one }),
    measured: fc.option(
      fc.record({
        id,
        name: id,
        createdAt: fc.constant("2026-12-02T09:00:00.000Z"),
        document: fc.constant("{}"),
        days: fc.constant<CarriedWeather["days"]>([
          ["2022-01-01", 3, 9, null, 2, null, 0],
          ["2022-01-02", -1, 4.5, 0.6, null, 3.1, 12],
        ]),
      }),
      { nil: undefined },
    ),
    parts: fc.double({ min: 0.01, max: 50, noNaN: true }),
    note: fc.string({ maxLength: 200 }),
  })
  .map(({ setup, mixIds, media, kinds, places, measured, parts, note }) => {
    const mixes = mixIds.map(([mixId, version]): { mediumId: string; mix: Mix } => ({
      mediumId: `mix:${mixId}@${version}`,
      mix: {
        name: `Mix ${mixId}`,
        note,
        amendments: [{ id: "dolomite", amount: parts }],
        parts: [{ mediumId: "sphagnum-peat", parts }, ...media.map(([one]) => ({ mediumId: `own:${one}`, parts: 1 }))],
      },
    }));
    const used = [...mixes.map(({ mediumId }) => mediumId), ...media.map(([one]) => `own:${one}`)];
    return {
      setup: {
        ...setup,
        layers: setup.layers.map((layer, i) => ({ ...layer, mediumId: used[i] ?? layer.mediumId })),
        occupants: [
          ...setup.occupants,
          ...kinds.map(([one]) => ({ id: `k-${one}`, occupantId: `own-kind:${one}`, count: 1 })),
        ],
        ...(places.length > 0 && {
          places: places.map(([placeId], i) => ({
            placeId,
            from: places.length === 1 ? null : { month: 1 + i, day: 2 },
          })),
        }),
      },
      mixes,
      media: media.map(([one, medium]) => ({ mediumId: `own:${one}`, medium })),
      occupants: kinds.map(([one, kind]) => ({ occupantId: `own-kind:${one}`, occupant: kind })),
      places: places.map(([placeId, place]) => ({ placeId, place: { ...place, weatherId: measured?.id ?? null } })),
      weather: measured && places.length > 0 ? [measured] : [],
      packs: [{ mediumId: "sphagnum-peat", kind: "bale", amount: 40, unit: "L", swells: 2, price: null }],
    };
  });

const POT = potWith({ kind: "free-water", levelCm: 4, overflowCm: 5 });
const FILE: SetupFile = { setup: POT, mixes: [], media: [], occupants: [], places: [], weather: [], packs: [] };
const DOCUMENT = setupFileDocument(FILE);
const lines = (value: unknown): string[] => {
  const parsed = parseSetupFile(value);
  return parsed.ok ? [] : parsed.problems.map(problemLine);
};

describe("a setup file", () => {
  it("comes back whole, to the last digit, whatever is in it", () => {
    fc.assert(
      fc.property(anyFile, (file) => {
        const text = JSON.stringify(setupFileDocument(file));
        const read = parseSetupFileText(text);
        expect(read).toEqual({ ok: true, value: file });
        expect(read.ok && setupFileDocument(read.value)).toEqual(JSON.parse(text));
      }),
      { numRuns: 300, seed: 15 },
    );
  });

  it("keeps its ties under other names", () => {
    fc.assert(
      fc.property(anyFile, (file) => {
        const nameOf = (one: string): string => one.replace(/^(mix:|own:|own-kind:)/u, "$1z");
        const back = (one: string): string => one.replace(/^(mix:|own:|own-kind:)z/u, "$1");
        expect(renamed(renamed(file, nameOf), back)).toEqual(file);
      }),
      { numRuns: 50, seed: 16 },
    );
  });

  it("takes along what the setup names, through its mixes, once, and nothing else", () => {
    const mix: Mix = {
      name: "M",
      note: "",
      amendments: [],
      parts: [
        { mediumId: "own:a", parts: 1 },
        { mediumId: "sphagnum-peat", parts: 1 },
      ],
    };
    const medium: OwnMedium = { name: "A", grade: "", basedOn: "garden-compost", figures: NO_FIGURES };
    const setup = {
      ...POT,
      layers: POT.layers.map((layer) => ({ ...layer, mediumId: "mix:m@2" })),
    };
    const pack = (mediumId: string) => ({
      mediumId,
      kind: "bag" as const,
      amount: 1,
      unit: "L" as const,
      swells: 1,
      price: 1,
    });
    const file = packed(setup, {
      mix: (one) => (one === "mix:m@2" ? mix : undefined),
      ownMedium: (one) => (one === "own:a" ? medium : undefined),
      ownOccupant: () => undefined,
      place: () => undefined,
      weather: () => undefined,
      packs: [pack("own:a"), pack("sphagnum-peat"), pack("pumice-2-5")],
    });
    expect(file.mixes).toEqual([{ mediumId: "mix:m@2", mix }]);
    expect(file.media).toEqual([{ mediumId: "own:a", medium }]);
    expect(file.packs.map(({ mediumId }) => mediumId)).toEqual(["own:a", "sphagnum-peat"]);
  });

  it("may be a setup's document alone, and may carry what was written by earlier versions", () => {
    expect(parseSetupFile(setupDocument(POT))).toEqual({ ok: true, value: FILE });
    const { amendments: _none, ...older } = mixDocument({
      name: "M",
      note: "",
      amendments: [],
      parts: [{ mediumId: "sphagnum-peat", parts: 1 }],
    });
    const parsed = parseSetupFile({ ...DOCUMENT, mixes: [{ mediumId: "mix:m@1", mix: { ...older, version: 1 } }] });
    expect(parsed).toMatchObject({ ok: true, value: { mixes: [{ mix: { amendments: [] } }] } });
    const { places: _places, ...first } = DOCUMENT;
    expect(parseSetupFile({ ...first, version: 1 })).toEqual({ ok: true, value: FILE });
  });

  it.each<[string, unknown, RegExp]>([
    ["of a newer version", { ...DOCUMENT, version: 4 }, /^version: is 4: it was written by a newer Marlstone/u],
    [
      "with a setup of a newer version",
      { ...DOCUMENT, setup: { ...DOCUMENT.setup, version: 99 } },
      /^setup\.version: is 99: it was written by a newer/u,
    ],
    ["with a key too many", { ...DOCUMENT, script: "x" }, /script: is not known here/u],
    [
      "with prototype keys",
      JSON.parse('{"kind":"marlstone.setup-file","version":1,"__proto__":{"isAdmin":true},"setup":{}}'),
      /./u,
    ],
    [
      "with an id that is a path",
      { ...DOCUMENT, mixes: [{ mediumId: "mix:../../x@1", mix: {} }] },
      /mixes\[0\]\.mediumId: must be mix:/u,
    ],
    [
      "with an id twice",
      { ...DOCUMENT, media: [1, 2].map(() => ({ mediumId: "own:a", medium: {} })) },
      /media\[1\]\.mediumId: is used twice/u,
    ],
    [
      "with a mix that is none",
      { ...DOCUMENT, mixes: [{ mediumId: "mix:a@1", mix: 7 }] },
      /mixes\[0\]\.mix: must be a JSON object/u,
    ],
    [
      "with a text for a number",
      { ...DOCUMENT, setup: { ...DOCUMENT.setup, fillFromCm: "0" } },
      /setup\.fillFromCm: must be a number/u,
    ],
    [
      "with too many layers",
      {
        ...DOCUMENT,
        setup: {
          ...DOCUMENT.setup,
          layers: Array.from({ length: 5000 }, (_, i) => ({ ...POT.layers[0]!, id: `l${i}` })),
        },
      },
      /setup\.layers: must have/u,
    ],
    [
      "with a name as long as a book",
      { ...DOCUMENT, setup: { ...DOCUMENT.setup, name: "x".repeat(1e6) } },
      /setup\.name: must have 120 characters at most/u,
    ],
  ])("%s is refused with a sentence that says where", (_, value, expected) => {
    expect(lines(value).some((line) => expected.test(line))).toBe(true);
    expect(({} as { isAdmin?: boolean }).isAdmin).toBeUndefined();
  });

  it("of whatever JSON is refused or read, and never thrown over", () => {
    fc.assert(
      fc.property(
        fc.json({ maxDepth: 6 }),
        fc.constantFrom("setup", "mixes", "media", "occupants", "packs"),
        (json, key) => {
          const value = JSON.parse(json) as unknown;
          expect(typeof parseSetupFile(value).ok).toBe("boolean");
          expect(typeof parseSetupFile({ ...DOCUMENT, [key]: value }).ok).toBe("boolean");
        },
      ),
      { numRuns: 500, seed: 15 },
    );
    // as deep as a file of a few MB can be
    const deep = `{"kind":"marlstone.setup-file","version":1,"setup":${"[".repeat(1e6)}${"]".repeat(1e6)}}`;
    expect(parseSetupFileText(deep).ok).toBe(false);
  });
});

describe("a file's name", () => {
  it("is letters and digits, whatever the setup is called", () => {
    expect(fileNameOf("Terrace trough, celery & chard", ".setup.json")).toBe("terrace-trough-celery-chard.setup.json");
    expect(fileNameOf('Å/../"x\r\nSet-Cookie: a', ".svg")).toBe("a-x-set-cookie-a.svg");
    expect(fileNameOf("苔", ".svg")).toBe("marlstone.svg");
    fc.assert(
      fc.property(fc.string(), (name) => {
        expect(fileNameOf(name, ".x")).toMatch(/^[a-z0-9][a-z0-9-]{0,59}\.x$/u);
      }),
    );
  });
});
