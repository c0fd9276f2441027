import type { Metadata } from "next";
import { z } from "zod";
import { EnterPage } from "@/ui/door/enter-page";

export const metadata: Metadata = { title: "Passphrase" };

const query = z.object({
  to: z.string().max(2000).catch("/"),
  said: z.enum(["wrong", "elsewhere"]).optional().catch(undefined),
  wait: z.coerce.number().int().min(1).max(3600).optional().catch(undefined),
});

export default async function Enter({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  return <EnterPage {...query.parse(await searchParams)} />;
}
