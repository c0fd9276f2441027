import { isFeed, marlstone } from "@/server";
import { fromData } from "../../../files/send";

type Params = { params: Promise<{ file: string }> };

/** The house's calendar for other calendars to read, under an address that is its own key. Metric, for it has no cookie. */
export async function GET(_: Request, { params }: Params): Promise<Response> {
  const { file } = await params;
  if (!isFeed(file))
    return new Response("There is no such page.\n", { status: 404, headers: { "Content-Type": "text/plain" } });
  return fromData(
    async () =>
      new Response(await marlstone().schedule.ical("metric"), {
        headers: { "Content-Type": "text/calendar; charset=utf-8", "Cache-Control": "no-store" },
      }),
  );
}

export const dynamic = "force-dynamic";
