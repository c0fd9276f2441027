"use client";
import { Tooltip } from "radix-ui";

/** What a grip under the pointer is, how it stands, and where on the board it is. [px] */
export type Tip = { readonly words: string; readonly x: number; readonly y: number };

/** Says it beside the grip; it takes no press from it. */
export const GripTip = ({ tip: { words, x, y } }: { tip: Tip }) => (
  <Tooltip.Provider>
    <Tooltip.Root open>
      <Tooltip.Trigger asChild>
        <span aria-hidden className="pointer-events-none absolute size-px" style={{ left: x, top: y }} />
      </Tooltip.Trigger>
      <Tooltip.Portal>
        <Tooltip.Content
          aria-hidden
          side="top"
          sideOffset={14}
          collisionPadding={8}
          className="no-print pointer-events-none z-30 border border-ink bg-sheet px-2 py-0.5 text-sm"
        >
          {words}
        </Tooltip.Content>
      </Tooltip.Portal>
    </Tooltip.Root>
  </Tooltip.Provider>
);
