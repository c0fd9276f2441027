import Link from "next/link";
import type { Room } from "../rooms/rooms";

/** One room, and whether one is in it. */
export function RoomLink({ room, here, className }: { room: Room; here: string; className: string }) {
  const isHere = room.href === here;
  return (
    <Link
      href={room.href}
      aria-current={isHere ? "page" : undefined}
      className={`${className} ${isHere ? "font-semibold text-ink shadow-[inset_0_-2px_0_var(--ink)]" : ""} no-underline hover:underline`}
    >
      {room.name}
    </Link>
  );
}
