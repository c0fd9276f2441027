import { backUpToSend } from "@/server";

/** A backup as a file. Sent for, not linked to: making one is work that no prefetch should start. */
export function POST(): Response {
  const backup = backUpToSend();
  if (!backup)
    return new Response("No backup could be made; the log of Marlstone says why. Nothing was changed.\n", {
      status: 500,
      headers: { "Content-Type": "text/plain; charset=utf-8" },
    });
  return new Response(new Uint8Array(backup.bytes), {
    headers: {
      "Content-Type": "application/vnd.sqlite3",
      "Content-Disposition": `attachment; filename="${backup.name}"`,
      "Cache-Control": "no-store",
    },
  });
}
