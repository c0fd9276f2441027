import { z } from "zod";
import { problem } from "@/core/units/problem";
import { MOST_LOG_BYTES } from "@/formats/log/schema";
import type { ImportOutcome } from "@/formats/log/shown";
import { storing } from "@/server";
import { bodyText } from "../../body-text";

type Params = { params: Promise<{ id: string }> };

const taking = z.object({ store: z.enum(["yes", "no"]).default("no") });

/** Looks at a file, or stores all of it, or nothing: a log is larger than what an action of a page may bring. */
export async function POST(request: Request, { params }: Params): Promise<Response> {
  const asked = taking.safeParse(Object.fromEntries(new URL(request.url).searchParams));
  const text = await bodyText(request, MOST_LOG_BYTES);
  const { id: setupId } = await params;
  const refused = (...problems: Extract<ImportOutcome, { status: "refused" }>["problems"]): ImportOutcome => ({
    status: "refused",
    problems,
  });
  const outcome = !asked.success
    ? refused(problem("", "bad-query", "A file is stored, or it is not."))
    : !text.ok
      ? refused(...text.problems)
      : await storing<ImportOutcome>(
          (to) => to.log.take({ setupId, text: text.value, store: asked.data.store === "yes" }),
          (message) => refused(problem("", "not-stored", message)),
        );
  return Response.json(outcome, {
    status: outcome.status === "refused" ? 422 : 200,
    headers: { "Cache-Control": "no-store" },
  });
}
