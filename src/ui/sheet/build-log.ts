import { NOT_BEGUN, stateOf, type Built, type StepState } from "@/core/sheet/built";
import type { BuildState, EntryInput, RecordInput, RecordOutcome } from "@/formats/build-record/schema";
import { leftIn, parsed, type Shelf } from "../outbox/drawer";
import { Outbox, type BoxState, type Drawer } from "../outbox/outbox";

/** An entry as it waits in the browser: which build it is of, and which version of the design was on show. */
export type WaitingEntry = EntryInput & {
  readonly id: string;
  readonly buildId: string | null;
  readonly revisionId: number;
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
  /** Whether what waits is kept in this browser too. */
  readonly kept: boolean;
};

type Deps = {
  readonly setupId: string;
  readonly drawer: Drawer<WaitingEntry>;
  readonly send: (input: RecordInput) => Promise<RecordOutcome>;
  readonly newId: () => string;
};

/** One go takes no more than this. */
const MOST_AT_ONCE = 200;

const SENDING: Record<BoxState<string>["kind"], LogState["sending"]> = {
  idle: "idle",
  sending: "sending",
  unreachable: "offline",
  refused: "refused",
};

/**
 * What is ticked off and written down at the bench. It shows at once, waits in the browser until the server has it, and
 * is sent again until it has: a lost connection or a closed page loses nothing.
 */
export class BuildLog {
  private state: LogState;
  private server: Built;
  private listeners = new Set<() => void>();
  private readonly box: Outbox<WaitingEntry, RecordOutcome, string>;

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
      kept: true,
    };
    this.box = new Outbox<WaitingEntry, RecordOutcome, string>(
      {
        batch: ofOneBuild,
        send: (batch) => this.send(batch),
        refusal: refusalIn,
        stored: (outcome) => {
          if (outcome.status !== "saved") return;
          this.server = outcome.build.built;
          this.lay({ buildId: outcome.build.id, begunAt: outcome.build.begunAt });
        },
      },
      deps.drawer,
      () => this.lay({}),
    );
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => void this.listeners.delete(listener);
  };
  readonly get = (): LogState => this.state;

  get isBusy(): boolean {
    return this.box.items.length > 0;
  }

  /** Takes up what an earlier page left, before what has come since. */
  takeUp(entries: readonly WaitingEntry[]): void {
    this.box.takeUp(entries);
    this.lay({});
  }

  /** What the server says of the present build, after it was asked anew. */
  adopt(build: BuildState | undefined, revisionId: number): void {
    this.revisionId = revisionId;
    this.server = build?.built ?? {};
    this.lay({ buildId: build?.id ?? null, begunAt: build?.begunAt ?? null });
  }

  set(step: string, change: Partial<StepState>): void {
    const state = { ...stateOf(this.state.built, step), ...change };
    const entryId = this.deps.newId();
    this.box.push({ id: entryId, entryId, step, state, buildId: this.state.buildId, revisionId: this.revisionId });
    // what was refused is tried again with the next
    this.box.tryAgain();
    this.lay({});
  }

  /** Tries at once, as when the connection is back. */
  flush(): Promise<void> {
    return this.box.flush();
  }

  private async send(batch: readonly WaitingEntry[]): Promise<RecordOutcome> {
    const { buildId, revisionId } = batch[0]!;
    const entries = batch.map(({ entryId, step, state }) => ({ entryId, step, state }));
    const outcome = await this.deps.send({ setupId: this.deps.setupId, buildId, revisionId, entries });
    // a page that sends through something that is no Marlstone gets nothing it can read
    if (!outcome || typeof outcome !== "object") throw new Error("no answer that could be read");
    return outcome;
  }

  private lay(change: Partial<LogState>): void {
    const { items, state, isKept } = this.box;
    const built: Record<string, StepState> = { ...this.server };
    for (const { step, state: said } of items) built[step] = said;
    this.state = {
      ...this.state,
      ...change,
      built,
      waiting: items.length,
      sending: SENDING[state.kind],
      said: state.kind === "refused" ? state.why : "",
      kept: isKept,
    };
    for (const listener of this.listeners) listener();
  }
}

/** What goes in one request is of one build and one version of the design. */
const ofOneBuild = (waiting: readonly WaitingEntry[]): readonly WaitingEntry[] => {
  const { buildId, revisionId } = waiting[0]!;
  const end = waiting.findIndex((one) => one.buildId !== buildId || one.revisionId !== revisionId);
  return waiting.slice(0, Math.min(end < 0 ? waiting.length : end, MOST_AT_ONCE));
};

function refusalIn(outcome: RecordOutcome): string | undefined {
  switch (outcome.status) {
    case "saved":
      return undefined;
    case "refused":
      return outcome.message;
    case "missing":
      return "This setup or its build is not there any more. What you ticked stays in this browser.";
    default:
      return outcome satisfies never;
  }
}

/** How far it is: steps that are done, of those there are. */
export const doneOf = (keys: readonly string[], built: Built): number =>
  keys.filter((key) => stateOf(built, key).done).length;

/** Where the ticks of a setup's sheet wait in a browser. */
export const laneOf = (setupId: string): string => `build-${setupId}`;

/** What pages that are gone left of a setup's sheet, oldest first; and what lies there from before each had its key. */
export function ticksLeft(
  shelf: Shelf,
  setupId: string,
  there: ReadonlySet<string>,
): readonly { readonly entries: readonly WaitingEntry[]; readonly forget: () => void }[] {
  const earlierKey = `marlstone.build.${setupId}`;
  const before = parsed(shelf.getItem(earlierKey));
  const earlier = Array.isArray(before) ? before.flatMap((value) => readEntry(value) ?? []) : [];
  return [
    ...(earlier.length > 0 ? [{ entries: earlier, forget: () => shelf.removeItem(earlierKey) }] : []),
    ...leftIn(shelf, laneOf(setupId), readEntry)
      .filter(({ page }) => !there.has(page))
      .map(({ items, forget }) => ({ entries: items, forget })),
  ];
}

/** What lies in a storage may be anything; what the server would refuse for its shape is not sent. */
function readEntry(value: unknown): WaitingEntry | undefined {
  const entry = value as Partial<WaitingEntry> | null | undefined;
  return typeof entry === "object" &&
    entry !== null &&
    typeof entry.entryId === "string" &&
    typeof entry.step === "string" &&
    typeof entry.revisionId === "number" &&
    typeof entry.state === "object" &&
    Object.keys(NOT_BEGUN).every((key) => key in entry.state!)
    ? ({ ...entry, id: entry.entryId, buildId: entry.buildId ?? null } as WaitingEntry)
    : undefined;
}
