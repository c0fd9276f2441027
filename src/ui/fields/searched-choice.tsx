"use client";
import { useRef, useState } from "react";
import { late } from "../common/late";
import { ChevronDown } from "lucide-react";
import type { ChoiceGroup } from "./choice-popover";

export type { ChoiceGroup };

// comes when it is first reached for, so that a page paints without it
const ChoicePopover = late(() => import("./choice-popover").then(({ ChoicePopover: popover }) => popover));

/** A choice among many, found by typing some of its name. */
export function SearchedChoice({
  label,
  chosen,
  shown,
  groups,
  onChoose,
  invalid = false,
  className = "",
}: {
  label: string;
  /** The id in force, and how it reads. */
  chosen: string;
  shown: string;
  groups: readonly ChoiceGroup[];
  onChoose: (id: string) => void;
  invalid?: boolean;
  className?: string;
}) {
  const [open, setOpen] = useState(false);
  const button = useRef<HTMLButtonElement>(null);
  const close = (backHere: boolean): void => {
    setOpen(false);
    if (backHere) button.current?.focus();
  };
  return (
    <>
      <button
        ref={button}
        type="button"
        role="combobox"
        aria-expanded={open}
        aria-haspopup="listbox"
        aria-label={label}
        aria-invalid={invalid}
        title={shown}
        className={`field flex items-center justify-between gap-1 text-left ${className}`}
        // As a press begins, not as it ends: by then a row that is selected by it may have moved from under the mouse.
        // A finger opens as it lifts, so that it can scroll from here; its press selects no row.
        onPointerDown={(event) => {
          if (event.pointerType !== "mouse") event.stopPropagation();
          else if (event.button === 0) setOpen(!open);
        }}
        onPointerEnter={ChoicePopover.ahead}
        onFocus={ChoicePopover.ahead}
        // focus goes to what opens, and does not come back here to close it
        onMouseDown={(event) => event.preventDefault()}
        onClick={({ detail, nativeEvent }) => {
          const mouse = detail > 0 && (nativeEvent as PointerEvent).pointerType === "mouse";
          if (!mouse) setOpen(!open);
        }}
        onKeyDown={(event) => {
          if (event.key !== "ArrowDown") return;
          event.preventDefault();
          setOpen(true);
        }}
      >
        <span className="truncate">{shown}</span>
        <ChevronDown size={14} strokeWidth={2.6} className="no-print shrink-0" aria-hidden />
      </button>
      {open && (
        <ChoicePopover
          label={label}
          chosen={chosen}
          groups={groups}
          anchor={button}
          onSelect={(id) => {
            close(true);
            if (id !== chosen) onChoose(id);
          }}
          onClose={close}
        />
      )}
    </>
  );
}
