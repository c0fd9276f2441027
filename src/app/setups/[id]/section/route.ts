import { cookies } from "next/headers";
import { z } from "zod";
import { scaledSection } from "@/core/drawing/section-drawing";
import { problem } from "@/core/units/problem";
import { readPreferences } from "@/formats/preferences/schema";
import { fileNameOf } from "@/formats/setup-file/document";
import { svgText } from "@/formats/svg/svg-text";
import { marlstone } from "@/server";
import { fromData, sendFile, sendProblems } from "../../../files/send";

type Params = { params: Promise<{ id: string }> };

const query = z.object({
  scale: z.enum(["1", "2", "5"]).transform(Number).default(5),
  units: z.enum(["metric", "imperial"]).optional(),
});

/** A setup's section as an SVG to scale, in the reader's units or those asked for. */
export function GET(request: Request, { params }: Params): Response | Promise<Response> {
  return fromData(async () => {
    const asked = query.safeParse(Object.fromEntries(new URL(request.url).searchParams));
    if (!asked.success)
      return sendProblems([problem("", "bad-query", "The scale is 1, 2 or 5; the units are metric or imperial.")], 400);
    const loaded = marlstone().setups.load((await params).id);
    if (loaded.status !== "ok")
      return sendProblems([problem("", loaded.status, "There is no setup here that can be drawn.")], 404);
    const jar = await cookies();
    const system = asked.data.units ?? readPreferences((name) => jar.get(name)?.value).units;
    const { scale } = asked.data;
    const { setup } = loaded.state;
    const drawing = scaledSection({ setup, medium: marlstone().media.byId, system, scale });
    return sendFile(svgText(drawing), fileNameOf(setup.name, `-1-${scale}.svg`), "image/svg+xml");
  });
}
