"use client";
import { useEffect, useRef, useState } from "react";
import { late } from "../common/late";
import { isTyping } from "../common/typing";

const Palette = late(() => import("../palette/palette").then(({ Palette: palette }) => palette));
const KeysDialog = late(() => import("./keys-dialog").then(({ KeysDialog: dialog }) => dialog));

/** The ways to anything by its name, and to the list of keys: their buttons, Ctrl K, and "?". */
export function KeysSheet() {
  const [open, setOpen] = useState<"keys" | "find">();
  const button = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      const find = (event.ctrlKey || event.metaKey) && event.key.toLowerCase() === "k";
      if (!find && (event.key !== "?" || event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)))
        return;
      event.preventDefault();
      const wanted = find ? "find" : "keys";
      setOpen((now) => (now === wanted ? undefined : wanted));
    };
    addEventListener("keydown", onKey);
    return () => removeEventListener("keydown", onKey);
  }, []);
  return (
    <>
      <button
        type="button"
        className="press"
        aria-label="Find anything"
        aria-haspopup="dialog"
        onClick={() => setOpen("find")}
      >
        ⌕
      </button>
      <button
        ref={button}
        type="button"
        className="press"
        aria-label="Keys"
        aria-haspopup="dialog"
        aria-expanded={open === "keys"}
        onClick={() => setOpen("keys")}
      >
        ?
      </button>
      {open === "find" && <Palette onClose={() => setOpen(undefined)} />}
      {open === "keys" && (
        <KeysDialog
          onClose={() => {
            setOpen(undefined);
            button.current?.focus();
          }}
        />
      )}
    </>
  );
}
