import { leave } from "@/server";
import { seeOther } from "../see-other";

/** This device is not let in any more. */
export function POST(request: Request): Response {
  return seeOther(leave(request.headers));
}
