import { marlstone } from "@/server";
import { fromData } from "../files/send";

/** What the palette looks through. */
export const GET = (): Response | Promise<Response> =>
  fromData(() => Response.json(marlstone().findIndex(), { headers: { "Cache-Control": "no-store" } }));

// what is there changes, and is never made ahead
export const dynamic = "force-dynamic";
