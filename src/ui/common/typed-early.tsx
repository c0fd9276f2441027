"use client";
import { useEffect } from "react";

type Field = HTMLInputElement | HTMLTextAreaElement | HTMLSelectElement;

declare global {
  interface Window {
    /** What was put into fields before the page answered, kept by `TYPED_EARLY_SCRIPT`. */
    typedEarly?: { fields: Map<Field, string | boolean>; until: AbortController };
  }
}

/** Once the page answers, says to it what was put into its fields before. */
export function TypedEarly() {
  useEffect(() => {
    const { fields, until } = window.typedEarly ?? {};
    until?.abort();
    fields?.forEach((put, field) => putAgain(field, put));
    fields?.clear();
  }, []);
  return null;
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
  // one that was left already offers what stands in it, once the page has drawn that
  setTimeout(() => {
    if (field !== document.activeElement) field.dispatchEvent(new FocusEvent("focusout", { bubbles: true }));
  });
}
