import { enter } from "@/server";
import { seeOther } from "../see-other";

/** Takes the passphrase of the form on /enter; answers where to go next, and lets the device stay. */
export async function POST(request: Request): Promise<Response> {
  // what is longer than a passphrase can be does not come so far (scripts/gate.mjs)
  const form = await request.formData().catch(() => undefined);
  return seeOther(await enter(request.headers, form));
}
