"use client";
import { Dialog } from "radix-ui";
import { ROOMS } from "../rooms/rooms";
import { RoomLink } from "./room-link";

/** All rooms of the house, one under the other, at the foot of a phone's screen. */
export const AllRooms = ({ here, onClose }: { here: string; onClose: () => void }) => (
  <Dialog.Root open onOpenChange={onClose}>
    <Dialog.Portal>
      <Dialog.Overlay className="fixed inset-0 z-40 bg-black/30" />
      <Dialog.Content
        aria-describedby={undefined}
        className="fixed inset-x-0 bottom-0 z-50 max-h-[80dvh] overflow-y-auto border-t border-ink bg-sheet px-4 pb-3 pt-2"
      >
        <Dialog.Title className="small-caps">Rooms</Dialog.Title>
        <nav aria-label="All rooms" className="flex flex-col" onClick={onClose}>
          {ROOMS.map((room) => (
            <span key={room.href} className="flex items-baseline gap-3 border-t border-rule first:border-t-0">
              <RoomLink room={room} here={here} className="inline-flex min-h-11 items-center" />
              <span className="text-sm text-soft">{room.hint}</span>
            </span>
          ))}
        </nav>
        <Dialog.Close className="press mt-2 min-h-11 w-full">Close</Dialog.Close>
      </Dialog.Content>
    </Dialog.Portal>
  </Dialog.Root>
);
