"use client";
import { usePathname } from "next/navigation";
import { useState } from "react";
import { late } from "../common/late";
import { roomAt, ROOMS, UNDER_THUMB } from "../rooms/rooms";
import { RoomLink } from "./room-link";

// opened by a press, and brought by it
const AllRooms = late(() => import("./all-rooms").then(({ AllRooms: rooms }) => rooms));

/** The rooms of the house in a row, saying which one is in. */
export function RoomsInARow() {
  const here = roomAt(usePathname());
  return (
    <nav aria-label="Rooms" className="hidden min-w-0 flex-wrap items-center gap-x-4 text-[0.95rem] md:flex">
      {ROOMS.map((room) => (
        <RoomLink
          key={room.href}
          room={room}
          here={here}
          className="inline-flex items-center py-0.5 pointer-coarse:min-h-11"
        />
      ))}
    </nav>
  );
}

/** The same on a phone, where a thumb is: the first few, and all of them one press away. */
export function RoomsUnderThumb() {
  const here = roomAt(usePathname());
  const first = ROOMS.slice(0, UNDER_THUMB);
  const [open, setOpen] = useState(false);
  const isAmongOthers = !first.some(({ href }) => href === here);
  return (
    <nav
      aria-label="Rooms"
      className="no-print fixed inset-x-0 bottom-0 z-20 flex h-12 border-t border-rule-strong bg-sheet pb-[env(safe-area-inset-bottom)] text-sm md:hidden"
    >
      {first.map((room) => (
        <RoomLink key={room.href} room={room} here={here} className="flex grow basis-0 items-center justify-center" />
      ))}
      <button
        type="button"
        aria-haspopup="dialog"
        aria-expanded={open}
        className={`grow basis-0 bg-transparent ${isAmongOthers ? "font-semibold shadow-[inset_0_-2px_0_var(--ink)]" : ""}`}
        onClick={() => setOpen(true)}
      >
        All rooms
      </button>
      {open && <AllRooms here={here} onClose={() => setOpen(false)} />}
    </nav>
  );
}
