import { fileNameOf } from "@/formats/setup-file/document";
import { marlstone } from "@/server";
import { fromData, sendFile, sendProblems } from "../../send";

/** Measured days as CSV, as they are kept. */
export function GET(_: Request, { params }: { params: Promise<{ id: string }> }): Response | Promise<Response> {
  return fromData(async () => {
    const csv = marlstone().places.weatherCsv((await params).id);
    return csv.ok
      ? sendFile(csv.value.text, fileNameOf(csv.value.name, ".weather.csv"), "text/csv; charset=utf-8")
      : sendProblems(csv.problems, 404);
  });
}
