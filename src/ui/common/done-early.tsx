"use client";
import { useEffect } from "react";

type Field = HTMLInputElement | HTMLTextAreaElement | HTMLSelectElement;

declare global {
  interface Window {
    /** What was done before the page answered, kept by `DONE_EARLY_SCRIPT`. */
    doneEarly?: {
      /** What was put into a field; null for a button that was pressed and a form that was sent. */
      done: Map<Field | HTMLButtonElement | HTMLFormElement, string | boolean | null>;
      /** Fields in which Enter was pressed. */
      offered: Set<EventTarget>;
      until: AbortController;
      /** The key that asks for the palette. */
      key?: KeyboardEvent;
    };
  }
}

type Done = NonNullable<Window["doneEarly"]>;

/** Once the page answers, does to it again what was done before. */
export function DoneEarly() {
  useEffect(() => {
    const { doneEarly } = window;
    if (!doneEarly || doneEarly.until.signal.aborted) return;
    doneEarly.until.abort();
    void doAgain(doneEarly);
  }, []);
  return null;
}

async function doAgain({ done, offered, key }: Done): Promise<void> {
  for (const [at, put] of done) {
    if (at instanceof HTMLFormElement) at.requestSubmit();
    else if (at instanceof HTMLButtonElement) at.click();
    else if (put !== null) putAgain(at, put);
    // what comes next finds the page as this left it
    await new Promise((drawn) => setTimeout(drawn));
    // a field that was left, or entered, offers what stands in it
    if (put !== null && (offered.has(at) || at !== document.activeElement))
      at.dispatchEvent(new FocusEvent("focusout", { bubbles: true }));
  }
  done.clear();
  if (key) document.body.dispatchEvent(new KeyboardEvent("keydown", key));
}

/** React takes in only what differs from what it last saw in a field, so that has to be something else first. */
function putAgain(field: Field, put: string | boolean): void {
  if (typeof put === "boolean") {
    (field as HTMLInputElement).checked = !put;
    field.click();
    return;
  }
  // a file can only be told of again
  if (field.type !== "file") {
    field.value = put === "" && "defaultValue" in field ? field.defaultValue : "";
    Object.getOwnPropertyDescriptor(Object.getPrototypeOf(field), "value")?.set?.call(field, put);
  }
  for (const on of ["input", "change"]) field.dispatchEvent(new Event(on, { bubbles: true }));
}
