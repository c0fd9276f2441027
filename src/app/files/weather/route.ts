import { failed, ok, problem, type Result } from "@/core/units/problem";
import { weatherInput } from "@/formats/place/actions";
import { parseWith } from "@/formats/problems";
import type { WeatherRead } from "@/formats/weather/read";
import { marlstone, storing } from "@/server";
import { bodyText } from "../body-text";

/** Forty years of hours. [bytes] */
const MOST_BYTES = 64 * 1024 * 1024;

/** What came of a file: what it says, or the id it is kept under. */
export type WeatherTaken =
  { readonly read: Omit<WeatherRead, "days"> & { readonly days: number } } | { readonly id: string };

function asked(request: Request): Result<unknown> {
  try {
    return ok(JSON.parse(new URL(request.url).searchParams.get("asked") ?? "") as unknown);
  } catch {
    return failed(problem("asked", "not-json", "must say what is asked of the file"));
  }
}

/** Looks at a weather file, or keeps its days: all of them or none. */
export async function POST(request: Request): Promise<Response> {
  const said = asked(request);
  const input = said.ok ? parseWith(weatherInput, said.value) : said;
  const text = input.ok ? await bodyText(request, MOST_BYTES) : input;
  const taken: Result<WeatherTaken> =
    !input.ok || !text.ok
      ? failed(...(input.ok ? [] : input.problems), ...(input.ok && !text.ok ? text.problems : []))
      : input.value.keep
        ? await kept(text.value, input.value)
        : looked(marlstone().places.lookAtWeather(text.value, input.value));
  return Response.json(taken, { status: taken.ok ? 200 : 422, headers: { "Cache-Control": "no-store" } });
}

type Input = Parameters<ReturnType<typeof marlstone>["places"]["keepWeather"]>[1];

async function kept(text: string, input: Input): Promise<Result<WeatherTaken>> {
  const id = await storing(
    (to) => to.places.keepWeather(text, input),
    (message): Result<string> => failed(problem("", "not-stored", message)),
  );
  return id.ok ? ok({ id: id.value }) : id;
}

// a page needs no days, only how many
const looked = (read: Result<WeatherRead>): Result<WeatherTaken> =>
  read.ok ? ok({ read: { ...read.value, days: read.value.days.length } }) : read;
