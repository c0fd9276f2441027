import { z } from "zod";
import { problem } from "@/core/units/problem";
import { fileNameOf } from "@/formats/setup-file/document";
import { marlstone } from "@/server";
import { fromData, sendFile, sendProblems } from "../../../../files/send";

type Params = { params: Promise<{ id: string }> };

const query = z.object({ as: z.enum(["json", "csv"]) });

/** All of a setup's log, as one file. */
export function GET(request: Request, { params }: Params): Response | Promise<Response> {
  return fromData(async () => {
    const asked = query.safeParse(Object.fromEntries(new URL(request.url).searchParams));
    if (!asked.success) return sendProblems([problem("", "bad-query", "A log comes as json or as csv.")], 400);
    const { id } = await params;
    const loaded = marlstone().setups.load(id);
    if (loaded.status === "missing")
      return sendProblems([problem("", "missing", "There is no setup here of that name.")], 404);
    const name = loaded.status === "ok" ? loaded.state.setup.name : "";
    const { log } = marlstone();
    return asked.data.as === "json"
      ? sendFile(log.json(id, name), fileNameOf(name, ".log.json"), "application/json; charset=utf-8")
      : sendFile(log.csv(id), fileNameOf(name, "-log.csv"), "text/csv; charset=utf-8");
  });
}
