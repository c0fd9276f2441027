import type { Metadata } from "next";
import { cookies } from "next/headers";
import { isGuest, marlstone, openness } from "@/server";
import { KeepingPage } from "@/ui/keeping/keeping-page";
import { backToWhole, putAwayUnreadable } from "./actions";

export const metadata: Metadata = { title: "Keeping" };

export default async function Keeping() {
  const jar = await cookies();
  return (
    <KeepingPage
      counts={marlstone().counts()}
      openness={openness()}
      isGuest={isGuest((name) => jar.get(name)?.value)}
      unreadable={marlstone().files.unreadable()}
      actions={{ backToWhole, putAway: putAwayUnreadable }}
    />
  );
}
