import { setupDocument } from "@/formats/setup/document";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { potWith } from "@/core/testing/setups";
import { rename } from "@/core/stack/edit";
import type { SaveInput, SetupState, WriteOutcome } from "@/formats/setup/actions";
import { latestLeft, SaveQueue, sendLeftOver, type Change, type KeptChange, type QueueStatus } from "./save-queue";

const POT = potWith({ kind: "drained", outletCm: 0 });
const change = (name: string): Change => ({
  id: `change-${name}`,
  label: `Named ${name}`,
  document: setupDocument(rename(POT, name)),
});
const state = (version: number): SetupState => ({
  setupId: "pot",
  version,
  setup: POT,
  undoLabel: null,
  redoLabel: null,
  setAside: [],
});

const left = (baseVersion: number, ...changes: Change[]): KeptChange[] =>
  changes.map((one) => ({ ...one, baseVersion }));

/** A server whose answers are given one by one; `sent` is what it got. */
function rig() {
  const sent: SaveInput[] = [];
  const drawer = new Map<string, KeptChange>();
  const kept: ({ baseVersion: number; changes: KeptChange[] } | undefined)[] = [];
  const look = (): void => {
    const changes = [...drawer.values()];
    kept.push(changes[0] && { baseVersion: changes[0].baseVersion, changes });
  };
  const statuses: QueueStatus["kind"][] = [];
  const states: string[] = [];
  let answer: (input: SaveInput) => WriteOutcome = (input) => ({
    status: "saved",
    state: state(input.baseVersion + input.changes.length),
  });
  const queue = new SaveQueue(
    "pot",
    1,
    {
      save: async (input) => {
        sent.push(input);
        return answer(input);
      },
      step: async ({ baseVersion }) => ({ status: "saved", state: state(baseVersion + 1) }),
    },
    {
      put: (one) => {
        drawer.set(one.id, one);
        look();
        return true;
      },
      drop: (id) => {
        drawer.delete(id);
        look();
      },
    },
    ({ kind }) => statuses.push(kind),
    (_, cause, caughtUp) => states.push(`${cause}${caughtUp ? "" : " more"}`),
  );
  return {
    queue,
    sent,
    kept,
    statuses,
    states,
    answerWith: (next: typeof answer) => {
      answer = next;
    },
  };
}
const settle = () => vi.advanceTimersByTimeAsync(0);

beforeEach(() => {
  vi.useFakeTimers();
});
afterEach(() => {
  vi.useRealTimers();
});

describe("the save queue", () => {
  it("keeps a change in the browser before it is sent, and forgets it when it is acknowledged", async () => {
    const { queue, sent, kept, statuses } = rig();
    queue.push(change("a"));
    expect(kept.at(-1)).toMatchObject({ baseVersion: 1, changes: [{ id: "change-a" }] });
    await settle();
    expect(sent).toMatchObject([{ baseVersion: 1, changes: [{ id: "change-a" }] }]);
    expect(kept.at(-1)).toBeUndefined();
    expect(statuses).toEqual(["saving", "saved"]);
  });

  it("sends what came meanwhile in one run, on the version the first reached", async () => {
    const { queue, sent } = rig();
    for (const name of ["a", "b", "c"]) queue.push(change(name));
    await settle();
    expect(sent.map(({ baseVersion, changes }) => [baseVersion, changes.length])).toEqual([
      [1, 1],
      [2, 2],
    ]);
  });

  it("sends many in parts a server takes, and goes on from the version each part reached", async () => {
    const { queue, sent, kept, statuses } = rig();
    queue.adopt(left(1, ...Array.from({ length: 501 }, (_, i) => change(`number-${i}`))));
    for (let i = 0; i < 52; i++) await settle();
    expect(sent.map(({ changes }) => changes.length)).toEqual([...Array.from({ length: 25 }, () => 20), 1]);
    expect(sent.map(({ baseVersion }) => baseVersion)).toEqual(Array.from({ length: 26 }, (_, i) => 1 + 20 * i));
    expect(sent.flatMap(({ changes }) => changes.map(({ id }) => id))).toEqual(
      Array.from({ length: 501 }, (_, i) => `change-number-${i}`),
    );
    expect(kept.at(-1)).toBeUndefined();
    expect(statuses.at(-1)).toBe("saved");
  });

  it("sends large ones in parts too, and one that is too large by itself", async () => {
    const { queue, sent } = rig();
    const large = (name: string, characters: number): Change => ({ ...change(name), label: "x".repeat(characters) });
    queue.adopt(left(1, large("a", 200_000), large("b", 200_000), large("c", 900_000), change("d")));
    for (let i = 0; i < 8; i++) await settle();
    expect(sent.map(({ changes }) => changes.map(({ id }) => id))).toEqual([
      ["change-a"],
      ["change-b"],
      ["change-c"],
      ["change-d"],
    ]);
  });

  it("asks a server that answers with an error six times, then says so and keeps everything until it is tried again", async () => {
    const { queue, sent, kept, statuses, answerWith } = rig();
    answerWith(() => {
      throw new Error("An unexpected response was received from the server.");
    });
    queue.push(change("a"));
    await vi.advanceTimersByTimeAsync(60_000);
    expect(sent).toHaveLength(6);
    expect(statuses.at(-1)).toBe("refused");
    expect(kept.at(-1)).toMatchObject({ changes: [{ id: "change-a" }] });
    answerWith(({ baseVersion, changes }) => ({ status: "saved", state: state(baseVersion + changes.length) }));
    queue.tryAgain();
    await settle();
    expect(statuses.at(-1)).toBe("saved");
    expect(kept.at(-1)).toBeUndefined();
  });

  it("tries an unreachable server again until it answers, losing nothing", async () => {
    const { queue, sent, kept, statuses, answerWith } = rig();
    answerWith(() => {
      throw new TypeError("fetch failed");
    });
    queue.push(change("a"));
    await settle();
    queue.push(change("b"));
    await vi.advanceTimersByTimeAsync(3000);
    expect(statuses.at(-1)).toBe("unreachable");
    expect(kept.at(-1)).toMatchObject({ changes: [{ id: "change-a" }, { id: "change-b" }] });
    answerWith(({ baseVersion, changes }) => ({ status: "saved", state: state(baseVersion + changes.length) }));
    await vi.advanceTimersByTimeAsync(5000);
    expect(sent.at(-1)!.changes.map(({ id }) => id)).toEqual(["change-a", "change-b"]);
    expect(statuses.at(-1)).toBe("saved");
    expect(queue.unsaved).toEqual([]);
  });

  it("goes on from the version that came first after a stale write, once everything made on the old one is set aside", async () => {
    const { queue, sent, states, answerWith } = rig();
    answerWith(() => ({ status: "stale", state: state(7), keptRevisionId: 3 }));
    queue.push(change("a"));
    queue.push(change("b"));
    await settle();
    expect(sent.map(({ baseVersion }) => baseVersion)).toEqual([1, 1]);
    expect(states).toEqual(["stale"]);
    answerWith(({ baseVersion }) => ({ status: "saved", state: state(baseVersion + 1) }));
    queue.push(change("c"));
    await settle();
    expect(sent.at(-1)!.baseVersion).toBe(7);
  });

  it("stops at a refusal with the change still kept, until the grower gives it up", async () => {
    const { queue, sent, kept, statuses, answerWith } = rig();
    answerWith(() => ({ status: "refused", problems: [{ path: "", code: "x", message: "No." }] }));
    queue.push(change("a"));
    queue.push(change("b"));
    await settle();
    expect(sent).toHaveLength(1);
    expect(statuses.at(-1)).toBe("refused");
    expect(kept.at(-1)).toMatchObject({ changes: [{ id: "change-a" }, { id: "change-b" }] });
    queue.giveUp(4);
    expect(kept.at(-1)).toBeUndefined();
    expect(statuses.at(-1)).toBe("saved");
  });

  it("undoes in its turn, and says when more has been changed since", async () => {
    const { queue, states } = rig();
    queue.push(change("a"));
    queue.step("undo");
    queue.push(change("b"));
    await settle();
    expect(states).toEqual(["save more", "step more", "save"]);
  });

  it("takes up what an earlier page left, on the version it was made on", async () => {
    const { queue, sent } = rig();
    queue.adopt(left(5, change("left")));
    await settle();
    expect(sent).toMatchObject([{ baseVersion: 5, changes: [{ id: "change-left" }] }]);
  });

  it("forgets what an earlier page left only once the server has it", async () => {
    const forget = vi.fn();
    let answers = false;
    const sent: SaveInput[] = [];
    const actions = {
      save: async (input: SaveInput): Promise<WriteOutcome> => {
        if (!answers) throw new TypeError("fetch failed");
        sent.push(input);
        return { status: "saved", state: state(9) };
      },
      step: () => Promise.reject(new Error("nothing is undone here")),
    };
    sendLeftOver("pot", left(4, change("left")), actions, forget);
    await vi.advanceTimersByTimeAsync(1000);
    expect(forget).not.toHaveBeenCalled();
    answers = true;
    await vi.advanceTimersByTimeAsync(5000);
    expect(sent).toMatchObject([{ baseVersion: 4, changes: [{ id: "change-left" }] }]);
    expect(forget).toHaveBeenCalledTimes(1);
  });

  it("takes up what an earlier page left while a save is on its way, and loses neither", async () => {
    const { queue, sent } = rig();
    queue.push(change("new"));
    queue.adopt(left(1, change("old-1"), change("old-2")));
    await settle();
    await settle();
    expect(sent.flatMap(({ changes }) => changes.map(({ id }) => id)).sort()).toEqual([
      "change-new",
      "change-old-1",
      "change-old-2",
    ]);
    expect(queue.unsaved).toEqual([]);
  });

  it("sends what an earlier page left on the version it was made on, not on what has come since", async () => {
    const { queue, sent } = rig();
    queue.push(change("new"));
    await settle();
    queue.push(change("newer"));
    queue.adopt(left(0, change("old")));
    await settle();
    await settle();
    expect(sent.find(({ changes }) => changes[0]!.id === "change-old")!.baseVersion).toBe(0);
    expect(sent.find(({ changes }) => changes[0]!.id === "change-newer")!.baseVersion).toBe(2);
  });

  it("leaves it on that version too when an undo is answered first", async () => {
    const { queue, sent } = rig();
    queue.step("undo");
    queue.push(change("new"));
    queue.adopt(left(0, change("old")));
    await settle();
    await settle();
    expect(sent.map(({ baseVersion, changes }) => [changes[0]!.id, baseVersion])).toEqual([
      ["change-old", 0],
      ["change-new", 2],
    ]);
  });

  it("keeps what is left with the version the server has reached, for the page that takes it up", async () => {
    const { queue, kept, answerWith } = rig();
    let saves = 0;
    answerWith(({ baseVersion }) => {
      if (++saves > 1) throw new TypeError("fetch failed");
      return { status: "saved", state: state(baseVersion + 1) };
    });
    queue.push(change("a"));
    queue.push(change("b"));
    await settle();
    await settle();
    expect(kept.at(-1)).toMatchObject({ baseVersion: 2, changes: [{ id: "change-b" }] });
  });

  it("sends 520 changes made on an older version as one run, each request after the one before it", async () => {
    const { queue, sent, kept, states, answerWith } = rig();
    let waits = true;
    answerWith(() => {
      if (waits) throw new TypeError("fetch failed");
      return { status: "stale", state: state(7), keptRevisionId: 1 };
    });
    for (let i = 0; i < 520; i++) queue.push(change(`n${String(i).padStart(4, "0")}`));
    // nothing of it was stored, so there is nothing to undo
    queue.step("undo");
    waits = false;
    await vi.advanceTimersByTimeAsync(60_000);
    const requests = sent.filter(({ changes }) => changes.length > 0).slice(-26);
    expect(requests.flatMap(({ changes }) => changes)).toHaveLength(520);
    expect(new Set(requests.map(({ baseVersion }) => baseVersion)).size).toBe(1);
    expect(requests.map(({ follows }) => follows)).toEqual([
      undefined,
      ...requests.slice(0, -1).map(({ changes }) => changes.at(-1)!.id),
    ]);
    // who takes up what is left after the page was closed goes on the same
    expect(new Set(kept.flatMap((one) => one?.changes[0]?.follows ?? [])).size).toBe(25);
    expect(states.filter((cause) => cause.startsWith("step"))).toEqual([]);
    expect(states.at(-1)).toMatch(/^stale/u);
    expect(queue.isBusy).toBe(false);
  });

  it("waits twice as long each time, and half a second again once it was answered", async () => {
    const { queue, sent, answerWith } = rig();
    const tries: number[] = [];
    let reachable = false;
    answerWith(({ baseVersion }) => {
      tries.push(Date.now());
      if (!reachable) throw new TypeError("fetch failed");
      return { status: "saved", state: state(baseVersion + 1) };
    });
    queue.push(change("a"));
    await vi.advanceTimersByTimeAsync(8000);
    expect(tries.slice(1).map((at, i) => at - tries[i]!)).toEqual([500, 1000, 2000, 4000]);
    reachable = true;
    await vi.advanceTimersByTimeAsync(4000);
    reachable = false;
    tries.length = 0;
    queue.push(change("b"));
    await vi.advanceTimersByTimeAsync(600);
    expect(tries.slice(1).map((at, i) => at - tries[i]!)).toEqual([500]);
    expect(sent.at(-1)!.changes[0]!.id).toBe("change-b");
  });

  it("shows what an earlier Marlstone kept as it would be written today", async () => {
    const { demand: _demand, ...old } = change("old").document;
    const kept = { ...change("old"), baseVersion: 1, document: { ...old, version: 4, demandMmPerDay: 7 } };
    const latest = await latestLeft([kept as unknown as KeptChange]);
    expect(latest).toMatchObject({ name: "old", demand: { by: "said", mmPerDay: 7 } });
    expect(latest).not.toHaveProperty("version");
    expect((await latestLeft([kept as unknown as KeptChange, ...left(1, change("new"))])).name).toBe("new");
  });

  it("follows a newer version only while nothing waits", async () => {
    const { queue } = rig();
    expect(queue.follow(3)).toBe(true);
    expect(queue.follow(3)).toBe(false);
    queue.push(change("a"));
    expect(queue.follow(9)).toBe(false);
    await settle();
  });
});
