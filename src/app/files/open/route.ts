import { failed, problem, type Result } from "@/core/units/problem";
import { storing, type FileTakenIn } from "@/server";

/** More than any house: a disk image, or something that was not meant. [bytes] */
const MOST_BYTES = 256 * 1024 * 1024;

/** Takes in a file of any of Marlstone's kinds: all of it or nothing. Answers what came of it. */
export async function POST(request: Request): Promise<Response> {
  const text = await bodyText(request);
  const taken: Result<FileTakenIn> = text.ok
    ? storing(
        (to) => to.takeInFile(text.value),
        (message): Result<FileTakenIn> => failed(problem("", "not-stored", message)),
      )
    : text;
  return Response.json(taken, { status: taken.ok ? 200 : 422, headers: { "Cache-Control": "no-store" } });
}

/** What was sent, as text; what is too big is not read to its end. */
async function bodyText(request: Request): Promise<Result<string>> {
  const tooBig = failed(
    problem(
      "",
      "too-big",
      `This is more than ${MOST_BYTES / 1024 / 1024} MB, too big to be a file of Marlstone's. Nothing was changed.`,
    ),
  );
  if (Number(request.headers.get("content-length") ?? 0) > MOST_BYTES) return tooBig;
  const parts: Uint8Array[] = [];
  let size = 0;
  if (!request.body) return failed(problem("", "empty", "The file is empty."));
  for await (const part of request.body as unknown as AsyncIterable<Uint8Array>) {
    size += part.byteLength;
    if (size > MOST_BYTES) return tooBig;
    parts.push(part);
  }
  if (size === 0) return failed(problem("", "empty", "The file is empty."));
  try {
    return { ok: true, value: new TextDecoder("utf-8", { fatal: true, ignoreBOM: true }).decode(Buffer.concat(parts)) };
  } catch {
    return failed(problem("", "not-text", "This is no text file, so it is none of Marlstone's. Nothing was changed."));
  }
}
