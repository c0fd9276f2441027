import { enter } from "@/server";
import { seeOther } from "../see-other";

/** Takes the passphrase of the form on /enter; answers where to go next, and lets the device stay. */
export async function POST(request: Request): Promise<Response> {
  return seeOther(await enter(request.headers, await request.formData().catch(() => undefined)));
}
