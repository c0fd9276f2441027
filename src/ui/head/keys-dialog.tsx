"use client";
import { Dialog } from "radix-ui";

const KEYS: readonly (readonly [keys: string, what: string])[] = [
  ["Ctrl K or ⌘ K", "Find any setup, layer, medium, mix, kind, page or action by its name"],
  ["?", "This list"],
  ["Tab, Shift Tab", "To the next or previous: lines, fields, and the heights in the drawing"],
  ["↑ ↓ on a height", "Move it by 0.5 cm (Shift: 0.1 cm); Home and End go as far as it can"],
  ["↑ ↓ in the parts", "Choose the part above or below; Enter opens it to be changed"],
  ["→ on a part", "To what it is taken hold of by in the drawing; Enter there goes back to its line"],
  ["Alt ↑, Alt ↓", "Move the chosen layer up or down"],
  ["Space on a layer’s grains", "Pick it up; ↑ ↓ carry it, Space sets it down, Esc puts it back"],
  ["A", "Add a part; a layer goes above the chosen one"],
  ["Delete", "Remove the chosen part"],
  ["Enter in a field", "Take the number; Esc puts the old one back"],
  ["Ctrl Z or ⌘ Z", "Undo"],
  ["Ctrl Shift Z or ⌘ Shift Z", "Redo"],
];

/** All keys, in a dialog. */
export const KeysDialog = ({ onClose }: { onClose: () => void }) => (
  <Dialog.Root open onOpenChange={onClose}>
    <Dialog.Portal>
      <Dialog.Overlay className="fixed inset-0 z-40 bg-black/30" />
      <Dialog.Content
        className="fixed left-1/2 top-1/2 z-50 max-h-[90dvh] w-[min(38rem,94vw)] -translate-x-1/2 -translate-y-1/2 overflow-auto border border-rule-strong bg-sheet p-6"
        aria-describedby={undefined}
      >
        <Dialog.Title className="mb-3 text-xl">Keys</Dialog.Title>
        <dl className="grid grid-cols-[11rem_1fr] gap-x-4 gap-y-1.5 text-[0.95rem] max-sm:grid-cols-1">
          {KEYS.map(([keys, what]) => (
            <div key={keys} className="contents">
              <dt className="font-semibold">{keys}</dt>
              <dd className="max-sm:mb-2">{what}</dd>
            </div>
          ))}
        </dl>
        <Dialog.Close asChild>
          <button type="button" className="press mt-5">
            Close
          </button>
        </Dialog.Close>
      </Dialog.Content>
    </Dialog.Portal>
  </Dialog.Root>
);
