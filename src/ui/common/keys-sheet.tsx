"use client";
import { useEffect, useRef, useState } from "react";
import { late } from "./late";
import { isTyping } from "./typing";

const KeysDialog = late(() => import("./keys-dialog").then(({ KeysDialog: dialog }) => dialog));

/** The way to the list of keys: its button, and "?". */
export function KeysSheet() {
  const [open, setOpen] = useState(false);
  const button = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (event.key !== "?" || event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) return;
      event.preventDefault();
      setOpen((now) => !now);
    };
    addEventListener("keydown", onKey);
    return () => removeEventListener("keydown", onKey);
  }, []);
  return (
    <>
      <button
        ref={button}
        type="button"
        className="press"
        aria-label="Keys"
        aria-haspopup="dialog"
        aria-expanded={open}
        onClick={() => setOpen(true)}
      >
        ?
      </button>
      {open && (
        <KeysDialog
          onClose={() => {
            setOpen(false);
            button.current?.focus();
          }}
        />
      )}
    </>
  );
}
