import type { Setup } from "@/core/stack/setup";
import type { Problem } from "@/core/units/problem";
import type { SaveInput, SetAsideInput, SetupState, StepInput, WriteOutcome } from "@/formats/setup/actions";
import type { SetupDocument } from "@/formats/setup/document";
import { upgraded } from "@/formats/setup/upgrade";

/** The writes a setup's page makes; each may reject when the server cannot be reached. */
export type SetupActions = {
  readonly save: (input: SaveInput) => Promise<WriteOutcome>;
  readonly step: (input: StepInput) => Promise<WriteOutcome>;
  readonly settleSetAside: (input: SetAsideInput) => Promise<WriteOutcome & { readonly copyId?: string }>;
  readonly reload: (input: { setupId: string }) => Promise<SetupState | undefined>;
};

export type Change = { readonly id: string; readonly label: string; readonly document: SetupDocument };

/** What a browser keeps of changes the server has not acknowledged. */
export type Kept = { readonly baseVersion: number; readonly changes: readonly Change[] };
export type Keeper = { readonly keep: (kept: Kept | undefined) => void };

export type QueueStatus =
  | { readonly kind: "saved" }
  | { readonly kind: "saving" }
  /** The server does not answer; what is not saved is kept in this browser and tried again. */
  | { readonly kind: "unreachable"; readonly unsaved: number }
  | { readonly kind: "refused"; readonly problems: readonly Problem[] };

type Operation =
  | { readonly kind: "change"; readonly change: Change }
  | { readonly kind: "step"; readonly direction: StepInput["direction"] };

/** Waits before trying an unreachable server again; the last repeats. [ms] */
const RETRY_MS = [500, 1000, 2000, 4000];
/**
 * A request carries no more than so many changes, so that none keeps the server from other pages for long, and no more
 * than so many characters of them unless one alone does.
 */
const MOST_SENT = 20;
const MOST_CHARACTERS = 300_000;
/**
 * A server that answers, but not as it should, is asked so often, some 12 s all in all, in which one behind a proxy has
 * started again; then the grower is told.
 */
const MOST_FAILED_ANSWERS = 6;

const NOT_STORED: Problem = {
  path: "",
  code: "not-stored",
  message: "Marlstone answers, but could not store this; its log says why. Your changes are kept in this browser.",
};
/** What the door says in so many words is passed on; any other answer is none a grower could read. */
const saidBy = (error: unknown): Problem =>
  error instanceof Error && error.message.startsWith("Marlstone ")
    ? { path: "", code: "not-let-in", message: error.message }
    : NOT_STORED;

/**
 * Sends a setup's changes in order, one request at a time, and never drops one: what is not acknowledged is kept in the
 * browser, an unreachable server is tried again. A stale write is set aside by the server; the queue goes on from the
 * version that came first.
 */
export class SaveQueue {
  /** Called after every acknowledged write, so that other tabs can be told. */
  private onStored: (() => void) | undefined;
  private readonly waiting: Operation[] = [];
  private sending = false;
  private failures = 0;
  private failedAnswers = 0;
  private retry: ReturnType<typeof setTimeout> | undefined;
  private stopped = false;

  constructor(
    private readonly setupId: string,
    private version: number,
    private readonly actions: Pick<SetupActions, "save" | "step">,
    private readonly keeper: Keeper,
    private readonly onStatus: (status: QueueStatus) => void,
    /**
     * Called with the stored state after a write; `caughtUp` when nothing else waits, so that the state may be shown.
     */
    private readonly onState: (state: SetupState, cause: "save" | "step" | "stale", caughtUp: boolean) => void,
  ) {}

  get unsaved(): readonly Change[] {
    return this.waiting.flatMap((operation) => (operation.kind === "change" ? [operation.change] : []));
  }

  /** Has `told` called after every acknowledged write; undefined to stop. */
  tell(told: (() => void) | undefined): void {
    this.onStored = told;
  }

  /** Takes a change; it is kept in the browser before this returns. */
  push(change: Change): void {
    this.waiting.push({ kind: "change", change });
    this.remember();
    void this.flush();
  }

  step(direction: StepInput["direction"]): void {
    this.waiting.push({ kind: "step", direction });
    void this.flush();
  }

  /** Takes up changes that an earlier page could not save, on the version they were made on. */
  adopt({ baseVersion, changes }: Kept): void {
    this.version = baseVersion;
    this.waiting.unshift(...changes.map((change) => ({ kind: "change" as const, change })));
    this.remember();
    void this.flush();
  }

  /** After a refused write: tries what waits once more, as when there is room on the disk again. */
  tryAgain(): void {
    this.stopped = false;
    this.failedAnswers = 0;
    void this.flush();
  }

  /** After a refused write: gives up what waits and goes on from the version the server is at. */
  giveUp(version: number): void {
    this.version = version;
    this.stopped = false;
    this.waiting.length = 0;
    this.remember();
    this.onStatus({ kind: "saved" });
  }

  /** A newer state was read from the server; true when nothing waits here, so that it may be shown. */
  follow(version: number): boolean {
    if (this.waiting.length > 0 || this.sending || this.stopped || version === this.version) return false;
    this.version = version;
    return true;
  }

  /** Tries at once, as when the window comes back into view. */
  async flush(): Promise<void> {
    if (this.sending || this.stopped || this.waiting.length === 0) return;
    clearTimeout(this.retry);
    this.sending = true;
    this.onStatus({ kind: "saving" });
    const run = this.leadingRun();
    let outcome: WriteOutcome;
    try {
      outcome =
        run.changes.length > 0
          ? await this.actions.save({ setupId: this.setupId, baseVersion: this.version, changes: [...run.changes] })
          : await this.actions.step({ setupId: this.setupId, baseVersion: this.version, direction: run.direction! });
    } catch (error) {
      this.sending = false;
      this.failures++;
      // a request that gets nowhere is a TypeError (Fetch standard); anything else is an answer that is none
      this.failedAnswers = error instanceof TypeError ? 0 : this.failedAnswers + 1;
      if (this.failedAnswers >= MOST_FAILED_ANSWERS) {
        this.stopped = true;
        this.onStatus({ kind: "refused", problems: [saidBy(error)] });
        return;
      }
      this.onStatus({ kind: "unreachable", unsaved: this.unsaved.length });
      this.retry = setTimeout(() => void this.flush(), RETRY_MS[Math.min(this.failures, RETRY_MS.length) - 1]);
      return;
    }
    this.sending = false;
    this.failures = this.failedAnswers = 0;
    this.take(outcome, run);
  }

  private leadingRun(): { changes: Change[]; direction: StepInput["direction"] | undefined; length: number } {
    const [first] = this.waiting;
    if (first?.kind === "step") return { changes: [], direction: first.direction, length: 1 };
    const end = this.waiting.findIndex(({ kind }) => kind === "step");
    const run = end < 0 ? this.waiting : this.waiting.slice(0, end);
    const changes: Change[] = [];
    let characters = 0;
    for (const operation of run) {
      if (operation.kind !== "change" || changes.length === MOST_SENT) break;
      characters += JSON.stringify(operation.change).length;
      if (changes.length > 0 && characters > MOST_CHARACTERS) break;
      changes.push(operation.change);
    }
    return { changes, direction: undefined, length: changes.length };
  }

  private take(outcome: WriteOutcome, run: { changes: Change[]; length: number }): void {
    switch (outcome.status) {
      case "saved": {
        this.waiting.splice(0, run.length);
        this.version = outcome.state.version;
        this.remember();
        performance.mark("marlstone.saved");
        this.onStored?.();
        const caughtUp = this.waiting.length === 0;
        this.onState(outcome.state, run.changes.length > 0 ? "save" : "step", caughtUp);
        if (caughtUp) this.onStatus({ kind: "saved" });
        void this.flush();
        return;
      }
      case "stale":
        this.waiting.splice(0, run.length);
        if (this.unsaved.length > 0) {
          // made on the same old version: sent on it too, so that the last of them is set aside as well
          this.remember();
          void this.flush();
          return;
        }
        this.waiting.length = 0;
        this.version = outcome.state.version;
        this.remember();
        this.onState(outcome.state, "stale", true);
        this.onStatus({ kind: "saved" });
        return;
      case "refused":
        this.stopped = true;
        this.onStatus({ kind: "refused", problems: outcome.problems });
        return;
      case "missing":
        this.stopped = true;
        this.onStatus({
          kind: "refused",
          problems: [{ path: "", code: "missing", message: "This setup is no longer in the database." }],
        });
        return;
      default:
        outcome satisfies never;
    }
  }

  private remember(): void {
    const changes = this.unsaved;
    this.keeper.keep(changes.length > 0 ? { baseVersion: this.version, changes } : undefined);
  }
}

/** Sends what an earlier page could not save, apart from what is on show; it is forgotten once the server has it. */
export function sendLeftOver(
  setupId: string,
  kept: Kept,
  actions: Pick<SetupActions, "save" | "step">,
  forget: () => void,
): void {
  const keeper: Keeper = { keep: (now) => now ?? forget() };
  new SaveQueue(
    setupId,
    kept.baseVersion,
    actions,
    keeper,
    () => undefined,
    () => undefined,
  ).adopt(kept);
}

/** The last document among kept changes: what the grower last saw. */
export function latestOf(kept: Kept): Setup {
  const { document } = kept.changes.at(-1)!;
  // a change kept by an earlier Marlstone is of an earlier version
  const { kind: _kind, version: _version, ...setup } = upgraded(document) as SetupDocument;
  return setup;
}
