import { marlstone } from "@/server";
import { fromData, sendFile } from "../send";

/** The whole house as one file. Sent for, not linked to: it is work that no prefetch should start. */
export function POST(): Response | Promise<Response> {
  return fromData(() => {
    const house = marlstone().files.house();
    return sendFile(
      `${JSON.stringify(house)}\n`,
      `marlstone-house-${house.writtenAt.slice(0, 10)}.json`,
      "application/json; charset=utf-8",
    );
  });
}
