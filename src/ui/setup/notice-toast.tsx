"use client";
import { Toast } from "radix-ui";

/** Something said once: it lies over the page and pushes nothing away, until it is read. */
export const NoticeToast = ({ text, onRead }: { text: string; onRead: () => void }) => (
  <Toast.Provider duration={Infinity} swipeDirection="right" label="Said once">
    <Toast.Root
      open
      type="background"
      onOpenChange={(open) => !open && onRead()}
      className="flex items-center justify-between gap-3 border border-ink bg-sheet px-4 py-2 text-[0.95rem] shadow-[3px_3px_0_var(--rule)]"
    >
      <Toast.Description>{text}</Toast.Description>
      <Toast.Close className="press shrink-0">Understood</Toast.Close>
    </Toast.Root>
    <Toast.Viewport className="no-print fixed inset-x-4 bottom-28 z-30 mx-auto max-w-2xl lg:bottom-4" />
  </Toast.Provider>
);
