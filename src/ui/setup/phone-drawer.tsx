"use client";
import { X } from "lucide-react";
import { Dialog } from "radix-ui";

/**
 * What is drawn out from the foot of a phone's page. The page over it stays in hand: the section is looked at, and taken
 * hold of, while a value changes here.
 */
export const PhoneDrawer = ({
  title,
  onClose,
  children,
}: {
  title: string;
  onClose: () => void;
  children: React.ReactNode;
}) => (
  <Dialog.Root open modal={false} onOpenChange={(open) => !open && onClose()}>
    <Dialog.Portal>
      <Dialog.Content
        aria-describedby={undefined}
        onInteractOutside={(event) => event.preventDefault()}
        className="no-print fixed inset-x-0 bottom-24 z-20 md:bottom-12 max-h-[calc(56dvh-6rem)] overflow-y-auto overscroll-contain border-t-2 border-ink bg-paper px-4 pb-3"
      >
        <div className="sticky top-0 z-10 flex items-center justify-between bg-paper">
          <Dialog.Title className="font-serif text-base font-semibold">{title}</Dialog.Title>
          <Dialog.Close className="inline-flex size-11 items-center justify-center" aria-label={`Close: ${title}`}>
            <X size={18} aria-hidden />
          </Dialog.Close>
        </div>
        {children}
      </Dialog.Content>
    </Dialog.Portal>
  </Dialog.Root>
);
