"use client";
import { useEffect, useState, useSyncExternalStore } from "react";
import { nanoid } from "nanoid";
import { logRow, type AddLogInput, type LogRow } from "@/formats/log/schema";
import type { LogOutcome } from "@/formats/log/shown";
import { browserShelf, drawerIn, holdPage, leftIn, pagesThere } from "../outbox/drawer";
import { livingOr, Outbox, type BoxState, type Drawer } from "../outbox/outbox";
import { useLeaving } from "../outbox/use-leaving";

/** A row as it waits in the browser. */
export type WaitingRow = { readonly id: string; readonly row: LogRow };

export type BoxShown = {
  readonly waiting: readonly LogRow[];
  readonly sending: BoxState<string>["kind"];
  /** Why the server would not have them. */
  readonly said: string;
  /** Whether what waits is kept in this browser too. */
  readonly kept: boolean;
};

/** One go takes no more than this. */
const MOST_AT_ONCE = 200;
export const laneOf = (setupId: string): string => `log-${setupId}`;

type Deps = {
  readonly setupId: string;
  readonly drawer: Drawer<WaitingRow>;
  readonly send: (input: AddLogInput) => Promise<LogOutcome>;
};

/**
 * What is written into a log: it waits in the browser until the server has it, and is sent again until it has. A lost
 * connection or a closed page loses nothing, and what comes twice is known by its id.
 */
export class LogBox {
  private readonly listeners = new Set<() => void>();
  private readonly onStored = new Set<() => void>();
  private readonly box: Outbox<WaitingRow, LogOutcome, string>;
  private shown: BoxShown = { waiting: [], sending: "idle", said: "", kept: true };

  constructor({ setupId, drawer, send }: Deps) {
    this.box = new Outbox<WaitingRow, LogOutcome, string>(
      {
        batch: (waiting) => waiting.slice(0, MOST_AT_ONCE),
        send: async (batch) => {
          const outcome = await send({ setupId, rows: batch.map(({ row }) => row) });
          // a page that sends through something that is no Marlstone gets nothing it can read
          if (!outcome || typeof outcome !== "object") throw new Error("no answer that could be read");
          return outcome;
        },
        refusal: (outcome) => (outcome.status === "refused" ? outcome.message : undefined),
        stored: () => {
          this.lay();
          for (const listener of this.onStored) listener();
        },
      },
      drawer,
      () => this.lay(),
    );
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => void this.listeners.delete(listener);
  };
  readonly get = (): BoxShown => this.shown;
  get isBusy(): boolean {
    return this.box.items.length > 0;
  }

  whenStored(listener: () => void): () => void {
    this.onStored.add(listener);
    return () => void this.onStored.delete(listener);
  }

  push(rows: readonly LogRow[]): void {
    for (const row of rows) this.box.push({ id: row.id, row });
    this.box.tryAgain();
    this.lay();
  }
  takeUp(rows: readonly WaitingRow[]): void {
    this.box.takeUp(rows);
    this.lay();
  }
  tryAgain(): void {
    this.box.tryAgain();
  }
  giveUp(): void {
    this.box.giveUp();
    this.lay();
  }
  flush(): Promise<void> {
    return this.box.flush();
  }

  private lay(): void {
    const { items, state, isKept } = this.box;
    this.shown = {
      waiting: items.map(({ row }) => row),
      sending: state.kind,
      said: state.kind === "refused" ? state.why : "",
      kept: isKept,
    };
    for (const listener of this.listeners) listener();
  }
}

/** What lies in a storage may be anything; what the server would refuse for its shape is not sent. */
export function readWaiting(value: unknown): WaitingRow | undefined {
  const parsed = logRow.safeParse((value as Partial<WaitingRow> | null | undefined)?.row);
  return parsed.success ? { id: parsed.data.id, row: parsed.data } : undefined;
}

export const newRowId = (): string => nanoid(16);

/** The box of a setup's log on this page; takes up what pages that are gone left of it. */
export function useLogBox(
  setupId: string,
  send: Deps["send"],
  onStored: () => void,
): { readonly box: LogBox; readonly shown: BoxShown } {
  const lane = laneOf(setupId);
  const [box] = useState(() =>
    livingOr(
      lane,
      (one: LogBox) => one.isBusy,
      () => new LogBox({ setupId, send, drawer: drawerIn(browserShelf(), lane) }),
    ),
  );
  useLeaving();
  useEffect(() => box.whenStored(onStored), [box, onStored]);
  useEffect(() => {
    const release = holdPage();
    void pagesThere().then((there) => {
      for (const { page, items, forget } of leftIn(browserShelf(), lane, readWaiting)) {
        if (there.has(page)) continue;
        box.takeUp(items);
        if (box.get().kept) forget();
      }
    });
    const onOnline = (): void => void box.flush();
    addEventListener("online", onOnline);
    return () => {
      release();
      removeEventListener("online", onOnline);
    };
  }, [box, lane]);
  const shown = useSyncExternalStore(box.subscribe, box.get, box.get);
  return { box, shown };
}
