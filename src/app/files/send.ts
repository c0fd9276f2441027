import { problemLine } from "@/formats/problems";
import { problem, type Problem } from "@/core/units/problem";
import { databaseTrouble } from "@/server";

/** Answers from the data, or says what is wrong with them. */
export function fromData(answer: () => Response | Promise<Response>): Response | Promise<Response> {
  const trouble = databaseTrouble();
  return trouble
    ? sendProblems([problem("", "no-data", `${trouble.what} ${trouble.safe} ${trouble.toDo}`)], 503)
    : answer();
}

/** A text as a file to keep. */
export const sendFile = (text: string, name: string, type: string): Response =>
  new Response(text, {
    headers: {
      "Content-Type": type,
      "Content-Disposition": `attachment; filename="${name}"`,
      "Cache-Control": "no-store",
    },
  });

/** What is wrong, a line a problem. */
export const sendProblems = (problems: readonly Problem[], status: number): Response =>
  new Response(`${problems.map(problemLine).join("\n")}\n`, {
    status,
    headers: { "Content-Type": "text/plain; charset=utf-8", "Cache-Control": "no-store" },
  });
