"use client";
import { useState } from "react";
import { Popover } from "radix-ui";
import type { Why } from "@/core/readings/sentences";

/** The popover exists only while it is open; what it shows was true when it was opened or last redrawn. */
export function WhyButton({ heading, why }: { heading: string; why: Why }) {
  const [open, setOpen] = useState(false);
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger asChild>
        <button
          type="button"
          className="no-print font-sans text-sm font-normal text-soft underline decoration-dotted hover:text-ink pointer-coarse:min-h-11 pointer-coarse:min-w-11"
          aria-label={`Why: ${heading}`}
        >
          why
        </button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          collisionPadding={12}
          className="z-50 max-h-[70dvh] w-[min(26rem,92vw)] overflow-auto border border-rule-strong bg-sheet p-4 text-[0.95rem] leading-snug shadow-lg"
          aria-label={`Why: ${heading}`}
        >
          <p>{why.formula}</p>
          <dl className="my-2 grid grid-cols-[auto_1fr] gap-x-3 border-y border-rule py-1.5 text-sm">
            {why.inputs.map(([name, value], i) => (
              <div key={`${name}${i}`} className="contents">
                <dt className="text-soft">{name}</dt>
                <dd>{value}</dd>
              </div>
            ))}
          </dl>
          <p className="text-sm">
            <b>Source.</b> {why.source}
          </p>
          <p className="mt-1 text-sm">
            <b>How sure.</b> {why.uncertainty}
          </p>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
