import { beforeEach, describe, expect, it } from "vitest";
import { GRAVEL, layer, medium, MIX, potWith } from "../core/testing/setups";
import { withSaidDemand } from "../core/stack/edit";
import { QuestionClient, type Question, type Answering } from "./questions.client";
import { AIRY_AMENDMENTS, MOIST_AMENDMENTS } from "../core/verdicts/mixed-in";
import { DRAINAGE_MEDIUM } from "../core/stack/drainage-layer";
import { mediumIdsOf, type FromWorker, type ToWorker } from "./questions.protocol";

const POT = potWith({ kind: "drained", outletCm: 0 }, [layer(GRAVEL, 4), layer(MIX, 12)]);
const drain = (mm: number): Question<"drain"> => ({ kind: "drain", setup: withSaidDemand(POT, mm) });
const run = (dryDays: number): Question<"run"> => ({ kind: "run", setup: POT, dryDays, own: [] });
const ANSWER = { ok: false as const, problems: [] };

/** A worker that answers when it is told to. */
class FakeWorker {
  static all: FakeWorker[] = [];
  readonly asked: ToWorker[] = [];
  ended = false;
  private dead = false;
  onmessage: ((event: { data: FromWorker }) => void) | undefined;
  onerror: (() => void) | undefined;
  constructor() {
    FakeWorker.all.push(this);
  }
  postMessage(message: ToWorker): void {
    if (!this.dead) this.asked.push(message);
  }
  /** One that never came alive, or fell: what it is asked from then on is lost. */
  fail(): void {
    this.dead = true;
    this.onerror?.();
  }
  terminate(): void {
    this.ended = true;
  }
  answer(): void {
    this.onmessage?.({ data: { kind: "answer", answer: ANSWER } });
  }
}

type Places = { readonly a: "drain"; readonly b: "drain"; readonly run: "run" };
let client: QuestionClient<Places>;
let told: [place: string, Answering][];
const stands = (place: string): string[] => told.filter(([at]) => at === place).map(([, { status }]) => status);
const want = (wanted: Partial<{ a: Question<"drain">; b: Question<"drain">; run: Question<"run"> }>): void =>
  client.want({ a: undefined, b: undefined, run: undefined, ...wanted });

beforeEach(() => {
  FakeWorker.all = [];
  told = [];
  client = new QuestionClient<Places>(
    medium,
    (place, standing) => told.push([place, standing as unknown as Answering]),
    () => new FakeWorker() as unknown as Worker,
  );
});

describe("a client of questions", () => {
  it("asks a question once, with its media, and tells how it stands", () => {
    want({ a: drain(1) });
    want({ a: drain(1) });
    const [worker] = FakeWorker.all;
    expect(worker!.asked.map(({ question, media }) => [question.kind, media.map(({ id }) => id)])).toEqual([
      ["drain", [GRAVEL, MIX]],
    ]);
    worker!.onmessage?.({ data: { kind: "told", told: { done: 0.5 } } });
    worker!.answer();
    expect(stands("a")).toEqual(["computing", "computing", "computing", "answered"]);
    expect(told[2]![1]).toMatchObject({ told: { done: 0.5 } });
  });

  it("tells who asks the same in other words by its own question", () => {
    const again = drain(1);
    want({ a: drain(1) });
    FakeWorker.all[0]!.answer();
    want({ a: again });
    expect(told.at(-1)![1]).toMatchObject({ status: "answered" });
    expect(told.at(-1)![1].question).toBe(again);
    expect(FakeWorker.all[0]!.asked).toHaveLength(1);
  });

  it("lets a short question end and computes only the newest that waits", () => {
    for (const mm of [1, 2, 3, 4]) want({ a: drain(mm) });
    const [worker] = FakeWorker.all;
    worker!.answer();
    expect(worker!.ended).toBe(false);
    expect(worker!.asked.map(({ question }) => question)).toEqual([drain(1), drain(4)]);
    // nobody looks at the answer to the first any more
    expect(stands("a")).not.toContain("answered");
    worker!.answer();
    expect(told.at(-1)![1]).toMatchObject({ question: drain(4), status: "answered" });
  });

  it("stops a long question nobody waits for, and starts the next on a fresh worker", () => {
    want({ run: run(3) });
    want({ run: run(5) });
    expect(FakeWorker.all.map(({ ended }) => ended)).toEqual([true, false]);
    want({});
    expect(FakeWorker.all.map(({ ended }) => ended)).toEqual([true, true]);
    FakeWorker.all[1]!.answer();
    expect(stands("run")).not.toContain("answered");
    want({ run: run(5) });
    FakeWorker.all[2]!.answer();
    expect(told.at(-1)![1]).toMatchObject({ question: run(5), status: "answered" });
  });

  it("gives an answer again without asking, at any place", () => {
    want({ a: drain(1) });
    FakeWorker.all[0]!.answer();
    want({ a: drain(2), b: drain(1) });
    expect(told.filter(([place]) => place === "b").map(([, one]) => one)).toEqual([
      { question: drain(1), status: "answered", answer: ANSWER },
    ]);
    expect(FakeWorker.all).toHaveLength(1);
  });

  it("says when a question could not be computed, and asks it again when it is wanted again", () => {
    want({ a: drain(1) });
    FakeWorker.all[0]!.fail();
    expect(stands("a")).toEqual(["computing", "failed"]);
    want({});
    want({ a: drain(1) });
    expect(FakeWorker.all.map(({ ended, asked }) => [ended, asked.length])).toEqual([
      [true, 1],
      [false, 1],
    ]);
    FakeWorker.all[1]!.answer();
    expect(stands("a")).toEqual(["computing", "failed", "computing", "answered"]);
  });

  it("takes no failure of a worker that was ended for one of the question that runs now", () => {
    want({ run: run(1) });
    const [cut] = FakeWorker.all;
    want({ run: run(2) });
    expect(cut!.ended).toBe(true);
    cut!.fail();
    cut!.answer();
    expect(stands("run")).toEqual(["computing", "computing"]);
    FakeWorker.all.at(-1)!.answer();
    expect(stands("run")).toEqual(["computing", "computing", "answered"]);
  });

  it("tries again what failed, when the same is asked again", () => {
    want({ a: drain(1) });
    FakeWorker.all[0]!.fail();
    want({ a: drain(1) });
    FakeWorker.all[1]!.answer();
    expect(stands("a")).toEqual(["computing", "failed", "computing", "answered"]);
  });

  it("asks what was waiting of another worker when one failed", () => {
    want({ a: drain(1) });
    want({ a: drain(2) });
    FakeWorker.all[0]!.fail();
    FakeWorker.all[1]!.answer();
    expect(told.at(-1)![1]).toMatchObject({ question: drain(2), status: "answered" });
  });

  it("sends the media a change may mix in along with a setup's own", () => {
    const soils = ["bark-6-12"];
    const question: Question<"mend"> = {
      kind: "mend",
      setup: POT,
      own: [],
      occupancyId: "a",
      soils,
      system: "metric",
      mixes: [{ mediumId: MIX, parts: [{ mediumId: "sphagnum-peat", parts: 1 }] }],
    };
    const ids = mediumIdsOf(question);
    for (const id of [GRAVEL, MIX, ...soils, ...AIRY_AMENDMENTS, ...MOIST_AMENDMENTS, "sphagnum-peat", DRAINAGE_MEDIUM])
      expect(ids).toContain(id);
    expect(mediumIdsOf(drain(1))).toEqual([GRAVEL, MIX]);
  });

  it("ends with all its workers", () => {
    want({ a: drain(1), run: run(1) });
    client.end();
    expect(FakeWorker.all.every(({ ended }) => ended)).toBe(true);
  });
});
