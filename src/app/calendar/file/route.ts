import { cookies } from "next/headers";
import { setupId } from "@/formats/ids";
import { readPreferences } from "@/formats/preferences/schema";
import { problem } from "@/core/units/problem";
import { marlstone } from "@/server";
import { fromData, sendFile, sendProblems } from "../../files/send";

/** The calendar as a file to take elsewhere: of the house, or of one setup. */
export function GET(request: Request): Response | Promise<Response> {
  return fromData(async () => {
    const asked = new URL(request.url).searchParams.get("setup");
    const id = asked === null ? undefined : setupId.safeParse(asked);
    if (id && !id.success) return sendProblems([problem("setup", "no-id", "There is no setup with this id.")], 404);
    const jar = await cookies();
    const { units } = readPreferences((name) => jar.get(name)?.value);
    return sendFile(await marlstone().schedule.ical(units, id?.data), "marlstone.ics", "text/calendar; charset=utf-8");
  });
}
