import { problem } from "@/core/units/problem";
import { placeDocument } from "@/formats/place/document";
import { fileNameOf } from "@/formats/setup-file/document";
import { marlstone } from "@/server";
import { fromData, sendFile, sendProblems } from "../../../files/send";

/** A place as a file. */
export function GET(_: Request, { params }: { params: Promise<{ id: string }> }): Response | Promise<Response> {
  return fromData(async () => {
    const loaded = marlstone().places.load((await params).id);
    if (!loaded) return sendProblems([problem("", "missing", "There is no such place here.")], 404);
    const { value } = loaded.stored;
    return sendFile(
      `${JSON.stringify(placeDocument(value), null, 2)}\n`,
      fileNameOf(value.name, ".place.json"),
      "application/json; charset=utf-8",
    );
  });
}
