import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { AS_PLANNED } from "@/core/sheet/built";
import type { BuildState, RecordInput, RecordOutcome } from "@/formats/build-record/schema";
import { drawerIn } from "../outbox/drawer";
import { shelfIn } from "../outbox/shelf.testing";
import { BuildLog, doneOf, laneOf, ticksLeft } from "./build-log";

/** A server with a switch, and a browser whose storage outlives its pages. */
function bench() {
  const kept = new Map<string, string>();
  const storage = shelfIn(kept);
  const server = {
    reachable: true,
    losesAnswers: false,
    build: undefined as BuildState | undefined,
    entries: [] as string[],
  };
  let ids = 0;
  let pages = 0;
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
        drawer: drawerIn(storage, laneOf("pot"), `page-${++pages}`),
      },
      server.build,
      7,
    );
  const settle = async (): Promise<void> => {
    for (let i = 0; i < 20; i++) await Promise.resolve();
  };
  const wake = (log: BuildLog): void => {
    for (const { entries, forget } of ticksLeft(storage, "pot", new Set())) {
      log.takeUp(entries);
      forget();
    }
  };
  return { server, page, settle, kept, wake, wait: () => vi.advanceTimersByTimeAsync(10_000) };
}

beforeEach(() => {
  vi.useFakeTimers();
});
afterEach(() => {
  vi.useRealTimers();
});

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
    await wait();
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
    const { server, page, settle, wake } = bench();
    server.reachable = false;
    page().set("place", { done: true });
    await settle();
    server.reachable = true;
    const next = page();
    expect(next.get().built).toEqual({});
    wake(next);
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
    await wait();
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

  it("that lie there from an earlier Marlstone are sent too; what is none is left alone", async () => {
    const { kept, page, settle, wake, server } = bench();
    const entry = {
      entryId: "entry-00001",
      step: "place",
      state: { done: true, actual: AS_PLANNED },
      buildId: null,
      revisionId: 7,
    };
    kept.set("marlstone.build.pot", JSON.stringify([1, null, { entryId: 3 }, { step: "x" }, entry]));
    kept.set("marlstone.out.build-pot.gone.1", "not JSON");
    const log = page();
    wake(log);
    await settle();
    expect(server.entries).toEqual(["entry-00001"]);
    expect([...kept.keys()]).toEqual(["marlstone.out.build-pot.gone.1"]);
  });

  it("say so where the browser would not keep them", async () => {
    const { server } = bench();
    server.reachable = false;
    const log = new BuildLog(
      {
        setupId: "pot",
        send: () => Promise.reject(new TypeError("Failed to fetch")),
        newId: () => "entry-1",
        drawer: { put: () => false, drop: () => undefined },
      },
      undefined,
      7,
    );
    log.set("place", { done: true });
    await vi.advanceTimersByTimeAsync(0);
    expect(log.get()).toMatchObject({ waiting: 1, sending: "offline", kept: false });
  });
});
