import { marlstone } from "@/server";
import { fileNameOf, setupFileDocument } from "@/formats/setup-file/document";
import { fromData, sendFile, sendProblems } from "../../../files/send";

type Params = { params: Promise<{ id: string }> };

/** A setup with all it needs, as one file. */
export function GET(_: Request, { params }: Params): Response | Promise<Response> {
  return fromData(async () => {
    const file = marlstone().files.setup((await params).id);
    return file.ok
      ? sendFile(
          `${JSON.stringify(setupFileDocument(file.value), null, 2)}\n`,
          fileNameOf(file.value.setup.name, ".setup.json"),
          "application/json; charset=utf-8",
        )
      : sendProblems(file.problems, 404);
  });
}
