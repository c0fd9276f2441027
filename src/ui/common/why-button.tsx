"use client";
import { useRef, useState } from "react";
import { late } from "./late";
import type { Why } from "@/core/readings/sentences";

const WhyPopover = late(() => import("./why-popover").then(({ WhyPopover: popover }) => popover));

/** Asks why; the answer exists only while it is open. */
export function WhyButton({ heading, why }: { heading: string; why: Why }) {
  const [open, setOpen] = useState(false);
  const button = useRef<HTMLButtonElement>(null);
  return (
    <>
      <button
        ref={button}
        type="button"
        className="no-print font-sans text-sm font-normal text-soft underline decoration-dotted hover:text-ink pointer-coarse:min-h-11 pointer-coarse:min-w-11"
        aria-label={`Why: ${heading}`}
        aria-haspopup="dialog"
        aria-expanded={open}
        onPointerEnter={WhyPopover.ahead}
        onFocus={WhyPopover.ahead}
        onClick={() => setOpen(!open)}
      >
        why
      </button>
      {open && (
        <WhyPopover
          heading={heading}
          why={why}
          anchor={button}
          onClose={() => {
            setOpen(false);
            button.current?.focus();
          }}
        />
      )}
    </>
  );
}
