import { failed, ok, problem, type Result } from "@/core/units/problem";

/** More than any house: a disk image, or something that was not meant. [bytes] */
const MOST_BYTES = 256 * 1024 * 1024;

/** What was sent, as text; what is too big is not read to its end. */
export async function bodyText(request: Request, mostBytes = MOST_BYTES): Promise<Result<string>> {
  const tooBig = failed(
    problem(
      "",
      "too-big",
      `This is more than ${mostBytes / 1024 / 1024} MB, too big to be a file of Marlstone's. Nothing was changed.`,
    ),
  );
  if (Number(request.headers.get("content-length") ?? 0) > mostBytes) return tooBig;
  const parts: Uint8Array[] = [];
  let size = 0;
  if (!request.body) return failed(problem("", "empty", "The file is empty."));
  for await (const part of request.body as unknown as AsyncIterable<Uint8Array>) {
    size += part.byteLength;
    if (size > mostBytes) return tooBig;
    parts.push(part);
  }
  if (size === 0) return failed(problem("", "empty", "The file is empty."));
  try {
    return ok(new TextDecoder("utf-8", { fatal: true, ignoreBOM: true }).decode(Buffer.concat(parts)));
  } catch {
    return failed(problem("", "not-text", "This is no text file, so it is none of Marlstone's. Nothing was changed."));
  }
}
