/** Something on its way to the server, under an id of its own, by which the server knows it when it comes again. */
export type Item = { readonly id: string };

/** Where what is not stored yet is kept in this browser, each thing by itself. */
export type Drawer<I extends Item> = {
  /** Keeps a thing, or what has become of it; false where the browser would not. */
  readonly put: (item: I) => boolean;
  readonly drop: (id: string) => void;
};

/** How things of a kind go to the server. */
export type Post<I extends Item, A, Why> = {
  /** What of the front goes in one request: one thing at least. */
  readonly batch: (waiting: readonly I[]) => readonly I[];
  /** Rejects with a TypeError where the request got nowhere (Fetch standard), with anything else where the answer is none. */
  readonly send: (batch: readonly I[]) => Promise<A>;
  /** Why an answer is a refusal; undefined where all of the batch is stored. */
  readonly refusal: (answer: A) => Why | undefined;
  /** Called once the batch is out of the box; what still waits may have to be kept anew. */
  readonly stored: (answer: A, batch: readonly I[], waiting: readonly I[]) => void;
  /** What an answer that is none is told as, when it has come often enough; undefined to ask for ever. */
  readonly unreadable?: ((error: unknown) => Why) | undefined;
  /** Whether a thing is worth keeping when the page goes. */
  readonly kept?: ((item: I) => boolean) | undefined;
};

export type BoxState<Why> =
  | { readonly kind: "idle" }
  | { readonly kind: "sending" }
  /** The server does not answer; what waits is tried again. */
  | { readonly kind: "unreachable" }
  /** The server would not have it; it waits until it is tried again or given up. */
  | { readonly kind: "refused"; readonly why: Why };

/** Waits before an unreachable server is tried again; the last repeats. [ms] */
const RETRY_MS = [500, 1000, 2000, 4000] as const;
/**
 * A server that answers, but not as it should, is asked so often, some 12 s all in all, in which one behind a proxy has
 * started again; then the grower is told.
 */
const MOST_FAILED_ANSWERS = 6;

type Timer = { readonly after: (ms: number, then: () => void) => () => void };
const CLOCK: Timer = {
  after: (ms, then) => {
    const timer = setTimeout(then, ms);
    return () => clearTimeout(timer);
  },
};

/**
 * What a page sends to the server, in its order, one request at a time. Nothing leaves the box but by the server's word
 * or the grower's: what is not acknowledged waits here and, as long as this browser keeps it, in a drawer too.
 */
export class Outbox<I extends Item, A, Why> {
  private readonly waiting: I[] = [];
  private readonly unkept = new Set<string>();
  private inFlight = false;
  private failures = 0;
  private failedAnswers = 0;
  private cancelRetry: (() => void) | undefined;
  private now: BoxState<Why> = { kind: "idle" };

  constructor(
    private readonly post: Post<I, A, Why>,
    private readonly drawer: Drawer<I>,
    private readonly onState: (state: BoxState<Why>) => void,
    private readonly clock: Timer = CLOCK,
  ) {}

  get items(): readonly I[] {
    return this.waiting;
  }
  get state(): BoxState<Why> {
    return this.now;
  }
  get isSending(): boolean {
    return this.inFlight;
  }
  /** Whether all that waits, and should, is kept in this browser too. */
  get isKept(): boolean {
    return this.unkept.size === 0;
  }

  /** Takes a thing; it is kept in this browser, if that can be, before this returns. */
  push(item: I): void {
    this.waiting.push(item);
    this.keep(item);
    void this.flush();
  }

  /** Takes up what an earlier page left, before what has come since. */
  takeUp(items: readonly I[]): void {
    const here = new Set(this.waiting.map(({ id }) => id));
    const fresh = items.filter(({ id }) => !here.has(id));
    this.waiting.unshift(...fresh);
    for (const item of fresh) this.keep(item);
    void this.flush();
  }

  /** Says what has become of things that wait; the first of them is kept so, for whoever takes them up. */
  amend(change: (item: I) => I): void {
    this.waiting.forEach((item, i) => {
      this.waiting[i] = change(item);
      if (i === 0 && this.waiting[0] !== item) this.keep(this.waiting[0]!);
    });
  }

  /** After a refusal: tries what waits once more, as when there is room on the disk again. */
  tryAgain(): void {
    if (this.now.kind === "refused") this.now = { kind: "idle" };
    this.failedAnswers = 0;
    void this.flush();
  }

  /** The grower's word: what waits is let go. */
  giveUp(): void {
    this.letGo(() => true);
    this.say({ kind: "idle" });
  }

  /** Lets go of what has come to mean nothing. */
  letGo(which: (item: I) => boolean): void {
    const left = this.waiting.filter((item) => !which(item));
    for (const item of this.waiting) if (which(item)) this.forget(item.id);
    this.waiting.splice(0, this.waiting.length, ...left);
  }

  /** Tries at once, as when the window comes back into view. */
  async flush(): Promise<void> {
    while (!this.inFlight && this.now.kind !== "refused" && this.waiting.length > 0) {
      this.cancelRetry?.();
      const batch = this.post.batch(this.waiting);
      this.inFlight = true;
      this.say({ kind: "sending" });
      let answer: A;
      try {
        answer = await this.post.send(batch);
      } catch (error) {
        this.inFlight = false;
        return this.failed(error);
      }
      this.inFlight = false;
      this.failures = this.failedAnswers = 0;
      const why = this.post.refusal(answer);
      if (why !== undefined) return this.say({ kind: "refused", why });
      this.sent(answer, batch);
    }
  }

  private sent(answer: A, batch: readonly I[]): void {
    // by their ids: what was taken up meanwhile stands before them
    const gone = new Set(batch.map(({ id }) => id));
    const left = this.waiting.filter(({ id }) => !gone.has(id));
    this.waiting.splice(0, this.waiting.length, ...left);
    this.post.stored(answer, batch, this.waiting);
    for (const id of gone) if (!this.waiting.some((item) => item.id === id)) this.forget(id);
    if (this.waiting.length === 0) this.say({ kind: "idle" });
  }

  private failed(error: unknown): void {
    this.failures++;
    this.failedAnswers = error instanceof TypeError ? 0 : this.failedAnswers + 1;
    if (this.post.unreadable && this.failedAnswers >= MOST_FAILED_ANSWERS)
      return this.say({ kind: "refused", why: this.post.unreadable(error) });
    this.say({ kind: "unreachable" });
    const wait = RETRY_MS[Math.min(this.failures, RETRY_MS.length) - 1]!;
    this.cancelRetry = this.clock.after(wait, () => void this.flush());
  }

  private keep(item: I): void {
    if (this.post.kept && !this.post.kept(item)) return;
    if (this.drawer.put(item)) this.unkept.delete(item.id);
    else this.unkept.add(item.id);
    this.register();
  }

  private forget(id: string): void {
    this.unkept.delete(id);
    this.register();
    this.drawer.drop(id);
  }

  private register(): void {
    if (this.isKept) losing.delete(this);
    else losing.add(this);
  }

  private say(state: BoxState<Why>): void {
    this.now = state;
    this.onState(state);
  }
}

const losing = new Set<unknown>();
/** Says of something written on a page, by a name of its own, whether only the page has it. */
export function onlyHere(what: string, is: boolean): void {
  if (is) losing.add(what);
  else losing.delete(what);
}
/** Whether closing the page now would lose what no server and no browser has. */
export const wouldLose = (): boolean => losing.size > 0;

/**
 * What sends for a page, for as long as the tab is open: whoever comes back to a page while some of it still waits finds
 * the same one again.
 */
const alive = new Map<string, unknown>();
export function livingOr<Sender>(lane: string, isBusy: (sender: Sender) => boolean, make: () => Sender): Sender {
  // a server makes pages for many
  if (typeof window === "undefined") return make();
  const found = alive.get(lane) as Sender | undefined;
  if (found !== undefined && isBusy(found)) return found;
  const made = make();
  alive.set(lane, made);
  return made;
}
