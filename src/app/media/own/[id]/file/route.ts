import { problem } from "@/core/units/problem";
import { ownMediumDocument } from "@/formats/own-medium/document";
import { fileNameOf } from "@/formats/setup-file/document";
import { marlstone } from "@/server";
import { fromData, sendFile, sendProblems } from "../../../../files/send";

/** A medium of the grower's own as a file. */
export function GET(_: Request, { params }: { params: Promise<{ id: string }> }): Response | Promise<Response> {
  return fromData(async () => {
    const loaded = marlstone().media.loadOwn((await params).id);
    if (!loaded) return sendProblems([problem("", "missing", "There is no such medium here.")], 404);
    const { value } = loaded.stored;
    return sendFile(
      `${JSON.stringify(ownMediumDocument(value), null, 2)}\n`,
      fileNameOf(value.name, ".medium.json"),
      "application/json; charset=utf-8",
    );
  });
}
