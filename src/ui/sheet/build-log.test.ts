import { describe, expect, it } from "vitest";
import { AS_PLANNED } from "@/core/sheet/built";
import type { BuildState, RecordInput, RecordOutcome } from "@/formats/build-record/schema";
import { BuildLog, doneOf, waitingRoom } from "./build-log";

/** A server with a switch, and a browser whose storage outlives its pages. */
function bench() {
  const kept = new Map<string, string>();
  const storage = {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => void kept.set(key, value),
    removeItem: (key: string) => void kept.delete(key),
  };
  const server = {
    reachable: true,
    losesAnswers: false,
    build: undefined as BuildState | undefined,
    entries: [] as string[],
  };
  const waits: (() => void)[] = [];
  let ids = 0;
  const send = async ({ entries, revisionId }: RecordInput): Promise<RecordOutcome> => {
    if (!server.reachable) throw new TypeError("Failed to fetch");
    const built = { ...server.build?.built };
    for (const { entryId, step, state } of entries) {
      if (server.entries.includes(entryId)) continue;
      server.entries.push(entryId);
      built[step] = state;
    }
    server.build = { id: "build", revisionId, begunAt: "2026-11-26T09:00:00.000Z", built };
    if (server.losesAnswers) throw new TypeError("Failed to fetch");
    return { status: "saved", build: server.build };
  };
  const page = (sending: (input: RecordInput) => Promise<RecordOutcome> = send): BuildLog =>
    new BuildLog(
      {
        setupId: "pot",
        send: sending,
        newId: () => `entry-${++ids}-----`,
        later: (_, then) => void waits.push(then),
        room: waitingRoom("pot", storage),
      },
      server.build,
      7,
    );
  const settle = async (): Promise<void> => {
    for (let i = 0; i < 20; i++) await Promise.resolve();
  };
  return { server, page, settle, kept, wait: () => waits.shift()?.() };
}

describe("ticks at the bench", () => {
  it("show at once, are stored, and wait for nothing", async () => {
    const { server, page, settle, kept } = bench();
    const log = page();
    log.set("place", { done: true });
    expect(log.get().built.place).toEqual({ done: true, actual: AS_PLANNED });
    await settle();
    expect(log.get()).toMatchObject({ waiting: 0, sending: "idle", buildId: "build" });
    expect(server.build?.built.place?.done).toBe(true);
    expect(kept.size).toBe(0);
    expect(doneOf(["place", "label"], log.get().built)).toBe(1);
  });

  it("wait through a lost connection, and go when it is back, in their order", async () => {
    const { server, page, settle, wait } = bench();
    const log = page();
    server.reachable = false;
    log.set("place", { done: true });
    log.set("layer:a", { actual: { ...AS_PLANNED, topCm: 8.5 } });
    log.set("place", { done: false });
    await settle();
    expect(log.get()).toMatchObject({ waiting: 3, sending: "offline", built: { place: { done: false } } });
    server.reachable = true;
    wait();
    await settle();
    expect(log.get()).toMatchObject({ waiting: 0, sending: "idle" });
    expect(server.build?.built).toMatchObject({ place: { done: false }, "layer:a": { actual: { topCm: 8.5 } } });
    expect(server.entries).toHaveLength(3);
  });

  it("made while others are on the way go after them, and are not taken for sent", async () => {
    const { server, page, settle } = bench();
    let arrive = (): void => undefined;
    const arrived = new Promise<void>((done) => (arrive = done));
    const log = page(async ({ entries, revisionId }) => {
      await arrived;
      for (const { entryId } of entries) server.entries.push(entryId);
      const built = { ...server.build?.built, ...Object.fromEntries(entries.map(({ step, state }) => [step, state])) };
      server.build = { id: "build", revisionId, begunAt: "", built };
      return { status: "saved", build: server.build };
    });
    log.set("place", { done: true });
    log.set("label", { done: true });
    await settle();
    expect(log.get()).toMatchObject({ waiting: 2, sending: "sending" });
    arrive();
    await settle();
    expect(server.build?.built).toMatchObject({ place: { done: true }, label: { done: true } });
    expect(log.get()).toMatchObject({ waiting: 0, sending: "idle" });
  });

  it("outlive the page, and are sent by the next", async () => {
    const { server, page, settle } = bench();
    server.reachable = false;
    page().set("place", { done: true });
    await settle();
    server.reachable = true;
    const next = page();
    expect(next.get().built).toEqual({});
    next.wake();
    expect(next.get().built.place?.done).toBe(true);
    await settle();
    expect(server.build?.built.place?.done).toBe(true);
    expect(next.get().waiting).toBe(0);
  });

  it("are stored once, though the answer was lost", async () => {
    const { server, page, settle, wait } = bench();
    const log = page();
    server.losesAnswers = true;
    log.set("place", { done: true });
    await settle();
    expect(log.get()).toMatchObject({ waiting: 1, sending: "offline" });
    server.losesAnswers = false;
    wait();
    await settle();
    expect(server.entries).toHaveLength(1);
    expect(log.get().waiting).toBe(0);
  });

  it("that are refused stay, say why, and are tried again with the next", async () => {
    const { page, settle } = bench();
    let refuses = true;
    const log = page(async ({ revisionId, entries }) =>
      refuses
        ? { status: "refused", message: "The disk is full." }
        : {
            status: "saved",
            build: {
              id: "b",
              revisionId,
              begunAt: "",
              built: Object.fromEntries(entries.map(({ step, state }) => [step, state])),
            },
          },
    );
    log.set("place", { done: true });
    await settle();
    expect(log.get()).toMatchObject({ waiting: 1, sending: "refused", said: "The disk is full." });
    refuses = false;
    log.set("label", { done: true });
    await settle();
    expect(log.get()).toMatchObject({
      waiting: 0,
      sending: "idle",
      built: { place: { done: true }, label: { done: true } },
    });
  });

  it("of another phone show once the page is asked anew, under what still waits here", async () => {
    const { server, page, settle } = bench();
    const log = page();
    server.reachable = false;
    log.set("place", { done: true });
    await settle();
    const theirs = { done: true, actual: { ...AS_PLANNED, note: "theirs" } };
    log.adopt(
      { id: "build", revisionId: 7, begunAt: "", built: { place: { done: false, actual: AS_PLANNED }, label: theirs } },
      7,
    );
    expect(log.get().built).toMatchObject({ place: { done: true }, label: theirs });
  });

  it("do not stumble over what else lies in the browser's storage, nor over one that is forbidden", () => {
    const { kept, page } = bench();
    kept.set("marlstone.build.pot", '[1, null, {"entryId": 3}, {"step": "x"}]');
    const log = page();
    log.wake();
    expect(log.get()).toMatchObject({ waiting: 0, built: {} });
    const forbidden = waitingRoom("pot", {
      getItem: () => {
        throw new Error("forbidden");
      },
      setItem: () => {
        throw new Error("forbidden");
      },
      removeItem: () => undefined,
    });
    expect(forbidden.read()).toEqual([]);
    const entry = {
      entryId: "entry-00001",
      step: "place",
      state: { done: true, actual: AS_PLANNED },
      buildId: null,
      revisionId: 1,
    };
    forbidden.write([entry]);
    expect(forbidden.read()).toEqual([entry]);
  });
});
