import type { Setup } from "@/core/stack/setup";
import type { Problem } from "@/core/units/problem";
import type { SaveInput, SetAsideInput, SetupState, StepInput, WriteOutcome } from "@/formats/setup/actions";
import { SETUP_VERSION, type SetupDocument } from "@/formats/setup/document";
import { Outbox, type Drawer } from "../outbox/outbox";

/** The writes a setup's page makes; each may reject when the server cannot be reached. */
export type SetupActions = {
  readonly save: (input: SaveInput) => Promise<WriteOutcome>;
  readonly step: (input: StepInput) => Promise<WriteOutcome>;
  readonly settleSetAside: (input: SetAsideInput) => Promise<WriteOutcome & { readonly copyId?: string }>;
  readonly reload: (input: { setupId: string }) => Promise<SetupState | undefined>;
  /** The setup as it was before the last change; undefined where there is none that is whole. */
  readonly versionBefore: (input: { setupId: string }) => Promise<Setup | undefined>;
};

export type Change = { readonly id: string; readonly label: string; readonly document: SetupDocument };

/**
 * A change as this browser keeps it: with the version it is to be made on and, where the one before it was set aside,
 * that one's id.
 */
export type KeptChange = Change & { readonly baseVersion: number; readonly follows?: string | undefined };

export type QueueStatus =
  | { readonly kind: "saved" }
  | { readonly kind: "saving" }
  /** The server does not answer; what is not saved is tried again, and kept in this browser if it can be. */
  | { readonly kind: "unreachable"; readonly unsaved: number; readonly kept: boolean }
  | { readonly kind: "refused"; readonly problems: readonly Problem[]; readonly kept: boolean };

type Operation =
  | (KeptChange & { readonly kind: "change" })
  | { readonly kind: "step"; readonly id: string; readonly direction: StepInput["direction"] };

/**
 * A request carries no more than so many changes, so that none keeps the server from other pages for long, and no more
 * than so many characters of them unless one alone does.
 */
const MOST_SENT = 20;
const MOST_CHARACTERS = 300_000;

const NOT_STORED: Problem = {
  path: "",
  code: "not-stored",
  message: "Marlstone answers, but could not store this; its log says why.",
};
/** What the door says in so many words is passed on; any other answer is none a grower could read. */
const saidBy = (error: unknown): Problem =>
  error instanceof Error && error.message.startsWith("Marlstone ")
    ? { path: "", code: "not-let-in", message: error.message }
    : NOT_STORED;

/** What the page is told of the state that is stored after a write; `caughtUp` when nothing else waits. */
export type OnStored = (state: SetupState, cause: "save" | "step" | "stale", caughtUp: boolean) => void;

/**
 * Sends a setup's changes in order and never drops one. A stale write is set aside by the server; the queue goes on from
 * the version that came first. It outlives the page that made it: who comes back to the setup listens to it again.
 */
export class SaveQueue {
  private onStored: (() => void) | undefined;
  private steps = 0;
  private readonly box: Outbox<Operation, WriteOutcome, readonly Problem[]>;

  constructor(
    private readonly setupId: string,
    private version: number,
    private readonly actions: Pick<SetupActions, "save" | "step">,
    drawer: Drawer<KeptChange>,
    private onStatus: (status: QueueStatus) => void,
    private onState: OnStored,
  ) {
    this.box = new Outbox<Operation, WriteOutcome, readonly Problem[]>(
      {
        batch: leadingRun,
        send: (batch) => this.send(batch),
        refusal: refusalIn,
        stored: (outcome, batch, waiting) => this.take(outcome, batch, waiting),
        unreadable: (error) => [saidBy(error)],
        kept: ({ kind }) => kind === "change",
      },
      { put: (one) => one.kind === "step" || drawer.put(keptOf(one)), drop: drawer.drop },
      () => this.tellStatus(),
    );
  }

  get unsaved(): readonly KeptChange[] {
    return this.box.items.flatMap((one) => (one.kind === "change" ? [keptOf(one)] : []));
  }

  /** Whether anything still waits, undoing too. */
  get isBusy(): boolean {
    return this.box.items.length > 0;
  }

  get isKept(): boolean {
    return this.box.isKept;
  }

  /** Has `told` called after every acknowledged write; undefined to stop. */
  tell(told: (() => void) | undefined): void {
    this.onStored = told;
  }

  /** Has another page listen, as when a grower comes back to the setup. */
  listen(onStatus: (status: QueueStatus) => void, onState: OnStored): void {
    this.onStatus = onStatus;
    this.onState = onState;
    this.tellStatus();
  }

  /** Takes a change; it is kept in the browser before this returns, if the browser would. */
  push(change: Change): void {
    this.box.push({ ...change, kind: "change", baseVersion: this.version });
  }

  step(direction: StepInput["direction"]): void {
    this.box.push({ kind: "step", id: `step-${++this.steps}`, direction });
  }

  /** Takes up changes that an earlier page could not save, on the version they were made on. */
  adopt(changes: readonly KeptChange[]): void {
    const [first] = changes;
    if (!first) return;
    const { baseVersion } = first;
    if (!this.isBusy) this.version = baseVersion;
    // only the first was kept with the version that the server had reached
    this.box.takeUp(changes.map((change) => ({ ...change, kind: "change" as const, baseVersion })));
  }

  /** After a refused write: tries what waits once more, as when there is room on the disk again. */
  tryAgain(): void {
    this.box.tryAgain();
  }

  /** After a refused write: gives up what waits and goes on from the version the server is at. */
  giveUp(version: number): void {
    this.version = version;
    this.box.giveUp();
  }

  /** A newer state was read from the server; true when nothing waits here, so that it may be shown. */
  follow(version: number): boolean {
    if (this.isBusy || version === this.version) return false;
    this.version = version;
    return true;
  }

  /** Tries at once, as when the window comes back into view. */
  flush(): Promise<void> {
    return this.box.flush();
  }

  private send(batch: readonly Operation[]): Promise<WriteOutcome> {
    const { setupId } = this;
    const first = batch[0]!;
    return first.kind === "step"
      ? this.actions.step({ setupId, baseVersion: this.version, direction: first.direction })
      : this.actions.save({
          setupId,
          baseVersion: first.baseVersion,
          ...(first.follows === undefined ? {} : { follows: first.follows }),
          changes: batch.flatMap((one) =>
            one.kind === "change" ? [{ id: one.id, label: one.label, document: one.document }] : [],
          ),
        });
  }

  private take(outcome: WriteOutcome, batch: readonly Operation[], waiting: readonly Operation[]): void {
    if (outcome.status !== "saved" && outcome.status !== "stale") return;
    if (outcome.status === "stale") {
      // what was made after it, on the same old version, is sent on it too and set aside with it as one version
      // there is nothing of it to undo, and an undo would not mean what came first elsewhere
      this.box.letGo(({ kind }) => kind === "step");
      const [next] = waiting;
      if (next?.kind === "change") {
        const last = batch.at(-1)!;
        const isSameRun = last.kind === "change" && last.baseVersion === next.baseVersion;
        return isSameRun
          ? this.box.amend((one) => (one.id === next.id ? { ...next, follows: last.id } : one))
          : undefined;
      }
      this.version = outcome.state.version;
      this.onState(outcome.state, "stale", true);
      return;
    }
    // what follows was made on what is stored now; what was left by an earlier page, on what it was
    const first = batch[0]!;
    const madeOn = first.kind === "step" ? this.version : first.baseVersion;
    const { version } = outcome.state;
    this.version = version;
    this.box.amend((one) =>
      one.kind === "change" && one.baseVersion === madeOn ? { ...one, baseVersion: version } : one,
    );
    performance.mark("marlstone.saved");
    this.onStored?.();
    this.onState(outcome.state, first.kind === "step" ? "step" : "save", waiting.length === 0);
  }

  private tellStatus(): void {
    const { state, isKept: kept } = this.box;
    switch (state.kind) {
      case "idle":
        return this.onStatus({ kind: "saved" });
      case "sending":
        return this.onStatus({ kind: "saving" });
      case "unreachable":
        return this.onStatus({ kind: "unreachable", unsaved: this.unsaved.length, kept });
      case "refused":
        return this.onStatus({ kind: "refused", problems: state.why, kept });
      default:
        state satisfies never;
    }
  }
}

const keptOf = ({ id, label, document, baseVersion, follows }: KeptChange): KeptChange => ({
  id,
  label,
  document,
  baseVersion,
  ...(follows === undefined ? {} : { follows }),
});

/** One step by itself, or the changes before the next one, as many as go in one request. */
function leadingRun(waiting: readonly Operation[]): readonly Operation[] {
  if (waiting[0]?.kind === "step") return waiting.slice(0, 1);
  const run: Operation[] = [];
  let characters = 0;
  for (const operation of waiting) {
    if (operation.kind !== "change" || run.length === MOST_SENT) break;
    const [first] = run;
    if (first?.kind === "change" && first.baseVersion !== operation.baseVersion) break;
    characters += JSON.stringify(operation).length;
    if (run.length > 0 && characters > MOST_CHARACTERS) break;
    run.push(operation);
  }
  return run;
}

function refusalIn(outcome: WriteOutcome): readonly Problem[] | undefined {
  switch (outcome.status) {
    case "saved":
    case "stale":
      return undefined;
    case "refused":
      return outcome.problems;
    case "missing":
      return [{ path: "", code: "missing", message: "This setup is no longer in the database." }];
    default:
      return outcome satisfies never;
  }
}

/** Sends what an earlier page could not save, apart from what is on show; it is forgotten once the server has it. */
export function sendLeftOver(
  setupId: string,
  changes: readonly KeptChange[],
  actions: Pick<SetupActions, "save" | "step">,
  forget: () => void,
): void {
  const left = new Set(changes.map(({ id }) => id));
  const drawer: Drawer<KeptChange> = {
    put: () => true,
    drop: (id) => {
      left.delete(id);
      if (left.size === 0) forget();
    },
  };
  const [first] = changes;
  if (!first) return;
  new SaveQueue(
    setupId,
    first.baseVersion,
    actions,
    drawer,
    () => undefined,
    () => undefined,
  ).adopt(changes);
}

/** The last document among changes this page has kept: what the grower last saw. */
export const latestOf = (changes: readonly KeptChange[]): Setup => setupIn(changes.at(-1)!.document);

/** The same among changes that an earlier page kept: one of an earlier Marlstone is of an earlier version. */
export async function latestLeft(changes: readonly KeptChange[]): Promise<Setup> {
  const { document } = changes.at(-1)!;
  if (document.version === SETUP_VERSION) return setupIn(document);
  const { SETUP_UPGRADES } = await import("@/formats/setup/upgrade");
  return setupIn(SETUP_UPGRADES.upgraded(document) as SetupDocument);
}

const setupIn = ({ kind: _kind, version: _version, ...setup }: SetupDocument): Setup => setup;
