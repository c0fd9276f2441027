import { NOT_BEGUN, stateOf, type Built, type StepState } from "@/core/sheet/built";
import type { BuildState, EntryInput, RecordInput, RecordOutcome } from "@/formats/build-record/schema";

/** An entry as it waits in the browser: which build it is of, and which version of the design was on show. */
export type WaitingEntry = EntryInput & { readonly buildId: string | null; readonly revisionId: number };

/** Where entries wait until the server has them; other tabs of this browser read and write the same. */
export type WaitingRoom = {
  readonly read: () => readonly WaitingEntry[];
  readonly write: (entries: readonly WaitingEntry[]) => void;
};

export type LogState = {
  readonly buildId: string | null;
  readonly begunAt: string | null;
  /** What the server knows with what waits laid over it. */
  readonly built: Built;
  readonly waiting: number;
  readonly sending: "idle" | "sending" | "offline" | "refused";
  /** Why the server would not have them. */
  readonly said: string;
};

type Deps = {
  readonly setupId: string;
  readonly room: WaitingRoom;
  readonly send: (input: RecordInput) => Promise<RecordOutcome>;
  readonly newId: () => string;
  /** Calls back after so many ms. */
  readonly later: (ms: number, then: () => void) => void;
};

/** One go takes no more than this. */
const MOST_AT_ONCE = 200;
/** Asked again after this, then after twice as long, up to the last. [ms] */
const FIRST_WAIT_MS = 2000;
const LONGEST_WAIT_MS = 30_000;

/**
 * What is ticked off and written down at the bench. It shows at once, waits in the browser until the server has it, and
 * is sent again until it has: a lost connection or a closed page loses nothing.
 */
export class BuildLog {
  private state: LogState;
  private server: Built;
  private listeners = new Set<() => void>();
  private busy = false;
  private waitMs = FIRST_WAIT_MS;
  private retrying = false;

  constructor(
    private readonly deps: Deps,
    initial: BuildState | undefined,
    private revisionId: number,
  ) {
    this.server = initial?.built ?? {};
    this.state = {
      buildId: initial?.id ?? null,
      begunAt: initial?.begunAt ?? null,
      built: this.server,
      waiting: 0,
      sending: "idle",
      said: "",
    };
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => void this.listeners.delete(listener);
  };
  readonly get = (): LogState => this.state;

  /** Takes up what waits from before; for when the page is there. */
  wake(): void {
    this.lay({});
    void this.flush();
  }

  /** What the server says of the present build, after it was asked anew. */
  adopt(build: BuildState | undefined, revisionId: number): void {
    this.revisionId = revisionId;
    this.server = build?.built ?? {};
    this.lay({ buildId: build?.id ?? null, begunAt: build?.begunAt ?? null });
  }

  set(step: string, change: Partial<StepState>): void {
    const state = { ...stateOf(this.state.built, step), ...change };
    const { buildId } = this.state;
    const entry: WaitingEntry = {
      entryId: this.deps.newId(),
      step,
      state,
      buildId,
      revisionId: this.revisionId,
    };
    this.deps.room.write([...this.deps.room.read(), entry]);
    this.lay({ said: "", ...(this.state.sending === "refused" ? { sending: "idle" } : {}) });
    void this.flush();
  }

  /** Sends what waits, oldest first, until nothing does or the server cannot be reached. */
  async flush(): Promise<void> {
    if (this.busy || this.state.sending === "refused") return;
    this.busy = true;
    try {
      for (let first = this.deps.room.read()[0]; first; first = this.deps.room.read()[0]) {
        const { buildId, revisionId } = first;
        const entries = this.deps.room
          .read()
          .filter((one) => one.buildId === buildId && one.revisionId === revisionId)
          .slice(0, MOST_AT_ONCE);
        this.lay({ sending: "sending" });
        const outcome = await this.deps
          .send({
            setupId: this.deps.setupId,
            buildId,
            revisionId,
            entries: entries.map(({ entryId, step, state }) => ({ entryId, step, state })),
          })
          .catch(() => undefined);
        // a page that sends through something that is no Marlstone gets nothing it can read
        if (!outcome || typeof outcome !== "object") return this.tryLater();
        if (outcome.status !== "saved")
          return this.lay({
            sending: "refused",
            said:
              outcome.status === "refused"
                ? outcome.message
                : "This setup or its build is not there any more. What you ticked stays in this browser.",
          });
        const sent = new Set(entries.map(({ entryId }) => entryId));
        this.deps.room.write(this.deps.room.read().filter(({ entryId }) => !sent.has(entryId)));
        this.waitMs = FIRST_WAIT_MS;
        this.server = outcome.build.built;
        this.lay({ buildId: outcome.build.id, begunAt: outcome.build.begunAt });
      }
      this.lay({ sending: "idle" });
    } finally {
      this.busy = false;
    }
  }

  private tryLater(): void {
    this.lay({ sending: "offline" });
    if (this.retrying) return;
    this.retrying = true;
    this.deps.later(this.waitMs, () => {
      this.retrying = false;
      void this.flush();
    });
    this.waitMs = Math.min(2 * this.waitMs, LONGEST_WAIT_MS);
  }

  private lay(change: Partial<LogState>): void {
    const waiting = this.deps.room.read();
    const built: Record<string, StepState> = { ...this.server };
    for (const { step, state } of waiting) built[step] = state;
    this.state = { ...this.state, ...change, built, waiting: waiting.length };
    for (const listener of this.listeners) listener();
  }
}

/** How far it is: steps that are done, of those there are. */
export const doneOf = (keys: readonly string[], built: Built): number =>
  keys.filter((key) => stateOf(built, key).done).length;

/** A waiting room in the browser's own storage; where there is none, in the page alone. */
export function waitingRoom(
  setupId: string,
  storage: Pick<Storage, "getItem" | "setItem" | "removeItem">,
): WaitingRoom {
  const key = `marlstone.build.${setupId}`;
  let inPage: readonly WaitingEntry[] | undefined;
  return {
    read() {
      if (inPage) return inPage;
      try {
        const kept: unknown = JSON.parse(storage.getItem(key) ?? "[]");
        return Array.isArray(kept) ? kept.filter(isEntry) : [];
      } catch {
        return [];
      }
    },
    write(entries) {
      try {
        if (entries.length === 0) storage.removeItem(key);
        else storage.setItem(key, JSON.stringify(entries));
        inPage = undefined;
      } catch {
        // full or forbidden: it waits as long as the page is open
        inPage = entries;
      }
    },
  };
}

/** What lies in a storage may be anything; what the server would refuse for its shape is not sent. */
const isEntry = (value: unknown): value is WaitingEntry => {
  const entry = value as Partial<WaitingEntry> | null;
  return (
    typeof entry === "object" &&
    entry !== null &&
    typeof entry.entryId === "string" &&
    typeof entry.step === "string" &&
    typeof entry.revisionId === "number" &&
    typeof entry.state === "object" &&
    Object.keys(NOT_BEGUN).every((key) => key in entry.state!)
  );
};
