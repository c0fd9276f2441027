"use client";
import { Popover } from "radix-ui";
import type { Why } from "@/core/readings/sentences";

/**
 * Why a number is what it is, under the button that asked. What it shows was true when it was opened or last redrawn.
 */
export function WhyPopover({
  heading,
  why,
  anchor,
  onClose,
}: {
  heading: string;
  why: Why;
  anchor: React.RefObject<HTMLButtonElement | null>;
  onClose: () => void;
}) {
  return (
    <Popover.Root open onOpenChange={onClose}>
      <Popover.Anchor virtualRef={anchor as React.RefObject<HTMLButtonElement>} />
      <Popover.Portal>
        <Popover.Content
          align="end"
          collisionPadding={12}
          onCloseAutoFocus={(event) => event.preventDefault()}
          // the button that opened it closes it by itself
          onInteractOutside={(event) => {
            if (anchor.current?.contains(event.target as Node)) event.preventDefault();
          }}
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
