import { describe, expect, it } from "vitest";
import { CATALOGUE } from "../core/media/catalogue/catalogue";
import { layer, MIX, potWith } from "../core/testing/setups";
import { inLibrary, LIBRARY } from "../core/occupants/library/library";
import type { Occupant } from "../core/occupants/occupant";
import type { Setup } from "../core/stack/setup";
import { answerTo } from "./answers";
import { FOLLOWING } from "./questions.protocol";
import type { Answer, Question, Told } from "./questions.protocol";

const POT = potWith({ kind: "drained", outletCm: 0 }, [layer(MIX, 20)]);

it("water is followed for ten seconds at most: then a run tells what is known, and how far that goes", () => {
  const told: Told[] = [];
  let milliseconds = 0;
  // a machine on which each hour shown takes 400 ms
  const answer = answerTo(
    { kind: "run", setup: POT, dryDays: 5, own: [] },
    CATALOGUE,
    (one) => {
      told.push(one);
      milliseconds += 400;
    },
    () => milliseconds,
  ) as Answer<"run">;
  if (!answer.ok) throw new Error("is told");
  expect(told).toHaveLength(FOLLOWING.longestMs / 400);
  expect(answer.value.followedToHour).toBe(answer.value.frames.at(-1)!.hours);
  expect(answer.value.frames).toHaveLength(told.length);
  expect(told.at(-1)!.done).toBeCloseTo(answer.value.followedToHour! / (24 + 5 * 24 + 1 + 24), 9);
});

it("a draining that takes longer is answered by why there is none", () => {
  let asked = 0;
  const answer = answerTo(
    { kind: "drain", setup: POT },
    CATALOGUE,
    () => undefined,
    () => (asked++ ? 20_000 : 0),
  );
  expect(answer).toMatchObject({ ok: false, problems: [{ path: "water", code: "stopped" }] });
});

it("a run of more dry days than a question may have is refused in words", () => {
  for (const dryDays of [0, 1.5, FOLLOWING.mostDryDays + 1])
    expect(answerTo({ kind: "run", setup: POT, dryDays, own: [] }, CATALOGUE, () => undefined)).toMatchObject({
      ok: false,
      problems: [{ path: "dryDays", code: "out-of-range" }],
    });
});

describe("of those that live in a setup", () => {
  const answered = <K extends "sure" | "mend" | "who" | "build">(question: Question<K>): Answer<K> =>
    answerTo(question as Question, CATALOGUE, () => undefined) as Answer<K>;
  const own: Occupant = { ...inLibrary("arrowhead")!, id: "own-kind:reed", name: "Reed" };
  const setup: Setup = { ...POT, occupants: [{ id: "a", occupantId: "own-kind:reed", count: 1 }] };

  it("a kind of one's own is known as those that ship are", () => {
    const sure = answered({ kind: "sure", setup, own: [own], from: 0, to: 3 });
    expect(sure).toMatchObject({ draws: 3, of: [{ occupancyId: "a", grades: { unsuited: 3 } }] });
    expect(answered({ kind: "sure", setup, own: [], from: 0, to: 3 }).of[0]!.grades.unknown).toBe(3);
    const who = answered({ kind: "who", setup, own: [own] });
    expect(who).toHaveLength(LIBRARY.length + 1);
    expect(who.find(({ occupantId }) => occupantId === own.id)!.grade).toBe("unsuited");
    const wish = {
      vessel: POT.vessel,
      holed: true,
      site: POT.site,
      system: "metric",
      mediumIds: [],
      count: 1,
    } as const;
    const built = answered({ kind: "build", occupantId: own.id, ...wish, strategy: undefined, own: [own] });
    expect(built[0]!.designed.setup.occupants[0]!.occupantId).toBe(own.id);
  });

  it("what they drink is theirs: a run of a marsh plant drinks from soil that drowns a pot's", () => {
    const drunk = (occupantId: string): number => {
      const drowned: Setup = {
        ...potWith({ kind: "free-water", levelCm: 19, overflowCm: null }, [layer(MIX, 20)]),
        occupants: [{ id: "a", occupantId, count: 1 }],
      };
      const run = answerTo(
        { kind: "run", setup: drowned, dryDays: 1, own: [own] },
        CATALOGUE,
        () => undefined,
      ) as Answer<"run">;
      if (!run.ok) throw new Error(run.problems[0]!.message);
      return run.value.givenCm3 / run.value.askedCm3;
    };
    expect(drunk("own-kind:reed")).toBeCloseTo(1, 2);
    expect(drunk("tomato")).toBeLessThan(0.8);
  });

  it("the smallest change knows what a layer's mix is made of", () => {
    const mended = answered({
      kind: "mend",
      setup: { ...setup, occupants: [{ id: "a", occupantId: "fern-button", count: 1 }] },
      own: [],
      occupancyId: "a",
      soils: [],
      system: "metric",
      mixes: [{ mediumId: MIX, parts: [{ mediumId: "sphagnum-peat", parts: 2 }] }],
    });
    expect(mended.tried).toBeGreaterThan(0);
    for (const { mix } of mended.found) if (mix) expect(mix.parts[0]).toEqual({ mediumId: "sphagnum-peat", parts: 2 });
  });
});
