import { storing } from "@/server";
import { failed, ok, problem, type Result } from "@/core/units/problem";
import type { House } from "@/formats/house/schema";
import { fromData, sendFile, sendProblems } from "../send";

/** The whole house as one file. Sent for, not linked to: it is work that no prefetch should start. */
export function POST(): Response | Promise<Response> {
  return fromData(async () => {
    // one moment of it all: it waits for whoever writes, and for another program that has the data
    const house = await storing(
      (to): Result<House> => ok(to.files.house()),
      (message) => failed(problem("", "busy", message)),
    );
    return house.ok
      ? sendFile(
          `${JSON.stringify(house.value)}\n`,
          `marlstone-house-${house.value.writtenAt.slice(0, 10)}.json`,
          "application/json; charset=utf-8",
        )
      : sendProblems(house.problems, 503);
  });
}
