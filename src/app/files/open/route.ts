import { failed, problem, type Result } from "@/core/units/problem";
import { storing, type FileTakenIn } from "@/server";
import { bodyText } from "../body-text";

/** Takes in a file of any of Marlstone's kinds: all of it or nothing. Answers what came of it. */
export async function POST(request: Request): Promise<Response> {
  const text = await bodyText(request);
  const taken: Result<FileTakenIn> = text.ok
    ? await storing(
        (to) => to.files.takeIn(text.value),
        (message): Result<FileTakenIn> => failed(problem("", "not-stored", message)),
      )
    : text;
  return Response.json(taken, { status: taken.ok ? 200 : 422, headers: { "Cache-Control": "no-store" } });
}
