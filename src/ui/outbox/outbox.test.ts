import fc from "fast-check";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { drawerIn, leftIn, type Shelf } from "./drawer";
import { Outbox, wouldLose, type BoxState, type Item } from "./outbox";

type Thing = Item & { readonly text: string };
const readThing = (value: unknown): Thing | undefined =>
  typeof value === "object" && value !== null && "id" in value ? (value as Thing) : undefined;

/** A browser whose storage outlives its pages, and may be full. */
function browser() {
  const kept = new Map<string, string>();
  const state = { full: false };
  const shelf: Shelf = {
    getItem: (key) => kept.get(key) ?? null,
    setItem: (key, value) => {
      if (state.full) throw new Error("QuotaExceededError");
      kept.set(key, value);
    },
    removeItem: (key) => void kept.delete(key),
    key: (i) => [...kept.keys()][i] ?? null,
    get length() {
      return kept.size;
    },
  };
  return { shelf, kept, state };
}

/** A server that may be away, lose its answers, or refuse; it knows what it has by its id. */
function server(slowMs = 0) {
  const stored: string[] = [];
  const mood = { now: "answers" as "answers" | "away" | "loses-answers" | "refuses" };
  const send = async (batch: readonly Thing[]): Promise<"stored" | "refused"> => {
    if (slowMs > 0) await new Promise((done) => setTimeout(done, slowMs));
    if (mood.now === "away") throw new TypeError("Failed to fetch");
    if (mood.now === "refuses") return "refused";
    for (const { id } of batch) if (!stored.includes(id)) stored.push(id);
    if (mood.now === "loses-answers") throw new TypeError("Failed to fetch");
    return "stored";
  };
  return { stored, mood, send };
}

const LANE = "lane";
function openPage(
  { shelf }: ReturnType<typeof browser>,
  { send }: ReturnType<typeof server>,
  page: string,
  states: BoxState<string>["kind"][] = [],
): Outbox<Thing, "stored" | "refused", string> {
  return new Outbox<Thing, "stored" | "refused", string>(
    {
      batch: (waiting) => waiting.slice(0, 2),
      send,
      refusal: (answer) => (answer === "refused" ? "No." : undefined),
      stored: () => undefined,
    },
    drawerIn<Thing>(shelf, LANE, page),
    ({ kind }) => states.push(kind),
  );
}
const takeUp = (
  box: Outbox<Thing, "stored" | "refused", string>,
  { shelf }: ReturnType<typeof browser>,
  open: ReadonlySet<string>,
): void => {
  for (const { page, items, forget } of leftIn(shelf, LANE, readThing)) {
    if (open.has(page)) continue;
    box.takeUp(items);
    if (box.isKept) forget();
  }
};
const settle = () => vi.advanceTimersByTimeAsync(0);

beforeEach(() => {
  vi.useFakeTimers();
});
afterEach(() => {
  vi.useRealTimers();
});

describe("an outbox", () => {
  it("keeps each thing under its own key until the server has it", async () => {
    const [tab, house] = [browser(), server()];
    house.mood.now = "away";
    const box = openPage(tab, house, "p");
    for (const id of ["a", "b", "c"]) box.push({ id, text: id });
    expect(tab.kept.size).toBe(3);
    await settle();
    house.mood.now = "answers";
    await vi.advanceTimersByTimeAsync(600);
    expect(house.stored).toEqual(["a", "b", "c"]);
    expect(tab.kept.size).toBe(0);
    expect(box.state).toEqual({ kind: "idle" });
  });

  it("asks before it would lose what a full browser does not keep, and no longer once the server has it", async () => {
    const [tab, house] = [browser(), server()];
    house.mood.now = "away";
    tab.state.full = true;
    const box = openPage(tab, house, "p");
    box.push({ id: "a", text: "" });
    await settle();
    expect([box.isKept, wouldLose()]).toEqual([false, true]);
    house.mood.now = "answers";
    await vi.advanceTimersByTimeAsync(600);
    expect([box.isKept, wouldLose(), house.stored]).toEqual([true, false, ["a"]]);
  });

  it("stops at a refusal, and says so, until it is tried again or given up", async () => {
    const [tab, house] = [browser(), server()];
    const states: BoxState<string>["kind"][] = [];
    house.mood.now = "refuses";
    const box = openPage(tab, house, "p", states);
    box.push({ id: "a", text: "" });
    await vi.advanceTimersByTimeAsync(20_000);
    expect(states).toEqual(["sending", "refused"]);
    expect(tab.kept.size).toBe(1);
    house.mood.now = "answers";
    box.tryAgain();
    await settle();
    expect(house.stored).toEqual(["a"]);
    house.mood.now = "refuses";
    box.push({ id: "b", text: "" });
    await settle();
    box.giveUp();
    expect([tab.kept.size, box.items.length, box.state.kind]).toEqual([0, 0, "idle"]);
  });

  it("leaves the things of pages that are open to them", () => {
    const [tab, house] = [browser(), server()];
    house.mood.now = "away";
    openPage(tab, house, "one").push({ id: "a", text: "" });
    openPage(tab, house, "two").push({ id: "b", text: "" });
    expect(leftIn(tab.shelf, LANE, readThing).map(({ page, items }) => [page, items.map(({ id }) => id)])).toEqual([
      ["one", ["a"]],
      ["two", ["b"]],
    ]);
    tab.kept.set(`marlstone.out.${LANE}.two.0`, "}");
    expect(leftIn(tab.shelf, LANE, readThing)).toHaveLength(2);
  });

  type Event =
    | { readonly kind: "push"; readonly page: 0 | 1 }
    | { readonly kind: "mood"; readonly mood: ReturnType<typeof server>["mood"]["now"] }
    | { readonly kind: "full"; readonly full: boolean }
    | { readonly kind: "reload"; readonly page: 0 | 1 }
    | { readonly kind: "take-up"; readonly page: 0 | 1 }
    | { readonly kind: "again"; readonly page: 0 | 1 }
    | { readonly kind: "wait"; readonly ms: number };
  const page = fc.constantFrom(0 as const, 1 as const);
  const event: fc.Arbitrary<Event> = fc.oneof(
    { weight: 5, arbitrary: page.map((on): Event => ({ kind: "push", page: on })) },
    {
      weight: 3,
      arbitrary: fc
        .constantFrom("answers" as const, "away" as const, "loses-answers" as const, "refuses" as const)
        .map((mood): Event => ({ kind: "mood", mood })),
    },
    fc.boolean().map((full): Event => ({ kind: "full", full })),
    page.map((on): Event => ({ kind: "reload", page: on })),
    { weight: 2, arbitrary: page.map((on): Event => ({ kind: "take-up", page: on })) },
    page.map((on): Event => ({ kind: "again", page: on })),
    { weight: 3, arbitrary: fc.integer({ min: 0, max: 9000 }).map((ms): Event => ({ kind: "wait", ms })) },
  );

  it("has every thing on the server, kept, or told as not kept, over 500 random histories of two pages", async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(event, { maxLength: 40 }), async (events) => {
        const [tab, house] = [browser(), server(50)];
        let named = 0;
        const names = [`p${named++}`, `p${named++}`];
        const boxes = names.map((name) => openPage(tab, house, name));
        const pushed: string[] = [];
        const lost: string[] = [];
        const holds = (): void => {
          const kept = leftIn(tab.shelf, LANE, readThing).flatMap(({ items }) => items.map(({ id }) => id));
          const waiting = boxes.flatMap((box) => box.items.map(({ id }) => id));
          for (const id of pushed)
            if (!lost.includes(id)) expect([...house.stored, ...kept, ...waiting], id).toContain(id);
          for (const box of boxes) {
            const all = box.items.every(({ id }) => kept.includes(id));
            if (box.isKept) expect(all).toBe(true);
          }
        };
        for (const one of events) {
          switch (one.kind) {
            case "push": {
              const id = `thing-${pushed.length}`;
              pushed.push(id);
              boxes[one.page]!.push({ id, text: "x" });
              break;
            }
            // what is left is taken up a while after a page has come, when it may be sending already
            case "take-up":
              takeUp(boxes[one.page]!, tab, new Set(names));
              break;
            case "mood":
              house.mood.now = one.mood;
              break;
            case "full":
              tab.state.full = one.full;
              break;
            case "again":
              boxes[one.page]!.tryAgain();
              break;
            case "wait":
              await vi.advanceTimersByTimeAsync(one.ms);
              break;
            case "reload": {
              const old = boxes[one.page]!;
              // a page that goes while the browser keeps nothing was asked about: what it loses, it was told
              if (!old.isKept) {
                const kept = leftIn(tab.shelf, LANE, readThing).flatMap(({ items }) => items.map(({ id }) => id));
                lost.push(...old.items.map(({ id }) => id).filter((id) => !kept.includes(id)));
              }
              // the old page is gone: neither its answers nor its waits reach anybody
              old.flush = () => Promise.resolve();
              names[one.page] = `p${named++}`;
              boxes[one.page] = openPage(tab, house, names[one.page]!);
              break;
            }
            default:
              one satisfies never;
          }
          await settle();
          holds();
        }
        // in the end, with a server that answers and room to keep, everything that was not lost is stored
        house.mood.now = "answers";
        tab.state.full = false;
        for (const box of boxes) box.tryAgain();
        takeUp(boxes[0]!, tab, new Set(names));
        await vi.advanceTimersByTimeAsync(20_000);
        for (const id of pushed) if (!lost.includes(id)) expect(house.stored).toContain(id);
      }),
      { numRuns: 500 },
    );
  });
});
