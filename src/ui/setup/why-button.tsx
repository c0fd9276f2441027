"use client";
import { useRef, useState } from "react";
import dynamic from "next/dynamic";
import type { Why } from "@/core/readings/sentences";

const loadPopover = () => import("./why-popover").then(({ WhyPopover: popover }) => popover);
const WhyPopover = dynamic(loadPopover, { ssr: false });

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
        onPointerEnter={() => void loadPopover()}
        onFocus={() => void loadPopover()}
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
