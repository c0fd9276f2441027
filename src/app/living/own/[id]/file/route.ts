import { problem } from "@/core/units/problem";
import { ownOccupantDocument } from "@/formats/own-occupant/document";
import { fileNameOf } from "@/formats/setup-file/document";
import { marlstone } from "@/server";
import { fromData, sendFile, sendProblems } from "../../../../files/send";

/** A kind of the grower's own as a file. */
export function GET(_: Request, { params }: { params: Promise<{ id: string }> }): Response | Promise<Response> {
  return fromData(async () => {
    const loaded = marlstone().occupants.load((await params).id);
    if (!loaded) return sendProblems([problem("", "missing", "There is no such kind here.")], 404);
    const { value } = loaded.stored;
    return sendFile(
      `${JSON.stringify(ownOccupantDocument(value), null, 2)}\n`,
      fileNameOf(value.name, ".occupant.json"),
      "application/json; charset=utf-8",
    );
  });
}
