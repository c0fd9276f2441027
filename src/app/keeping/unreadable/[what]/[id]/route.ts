import { marlstone } from "@/server";
import { problem } from "@/core/units/problem";
import { parseWith } from "@/formats/problems";
import { unreadableInput } from "@/formats/unreadable";
import { fromData, sendFile, sendProblems } from "../../../../files/send";

type Params = { params: Promise<{ what: string; id: string }> };

/** What is stored of something that cannot be read, as the text it is. */
export function GET(_: Request, { params }: Params): Response | Promise<Response> {
  return fromData(async () => {
    const asked = parseWith(unreadableInput, await params);
    const text = asked.ok ? marlstone().files.storedText(asked.value) : undefined;
    return asked.ok && text !== undefined
      ? sendFile(text, `marlstone-${asked.value.what}-${asked.value.id}.txt`, "text/plain; charset=utf-8")
      : sendProblems([problem("", "missing", "There is nothing stored under this name.")], 404);
  });
}
