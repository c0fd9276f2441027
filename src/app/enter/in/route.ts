import { enter } from "@/server";
import { seeOther } from "../see-other";

/** A passphrase and where to go fit in this; whoever sends more is not read. [bytes] */
const MOST_SENT = 8192;

/** Takes the passphrase of the form on /enter; answers where to go next, and lets the device stay. */
export async function POST(request: Request): Promise<Response> {
  const length = Number(request.headers.get("content-length") ?? Infinity);
  const form = length <= MOST_SENT ? await request.formData().catch(() => undefined) : undefined;
  return seeOther(await enter(request.headers, form));
}
