import type { Marlstone } from "../served";
import { randomFrom, Tally } from "./calls";

/** Files that were tampered with: each is taken whole or refused with its reason, and every page still answers. */
export async function attackByFiles(marlstone: Marlstone, count: number, seed: number): Promise<readonly string[]> {
  const random = randomFrom(seed);
  const pick = <T>(from: readonly T[]): T => from[Math.floor(random() * from.length)]!;
  const house = await (await fetch(`${marlstone.url}/files/house`, { method: "POST" })).text();
  const [setup] = marlstone.rows<{ id: string }>("select id from setups");
  const single = await (await fetch(`${marlstone.url}/setups/${setup!.id}/file`)).text();
  const answers = new Tally();
  const bad: string[] = [];
  const before = marlstone.residentMb();
  let slowestMs = 0;
  for (let i = 0; i < count; i++) {
    const text = random() < 0.15 ? pick(HOSTILE)() : tampered(pick([house, single]), random, pick);
    const from = performance.now();
    const answer = await fetch(`${marlstone.url}/files/open`, { method: "POST", body: text }).catch(() => undefined);
    slowestMs = Math.max(slowestMs, performance.now() - from);
    answers.add(answer?.status ?? 0);
    if (!answer || answer.status >= 500) bad.push(`${answer?.status ?? "no answer"}: ${text.slice(0, 160)}`);
    else if (answer.status === 422) {
      const { problems } = (await answer.json()) as { problems: readonly object[] };
      if (problems.length === 0 || problems.length > 100) bad.push(`${problems.length} problems told`);
    }
  }
  const pages = new Tally();
  const ids = marlstone.rows<{ id: string }>("select id from setups").map(({ id }) => id);
  for (const path of [
    "/",
    "/media",
    "/mixes",
    "/mixes/all",
    "/living",
    "/files",
    ...ids.slice(-25).map((id) => `/setups/${id}`),
  ]) {
    const answer = await fetch(marlstone.url + path).catch(() => undefined);
    pages.add(answer?.status ?? 0);
    if (!answer || answer.status >= 500) bad.push(`${answer?.status ?? "no answer"}: ${path}`);
  }
  const again = await fetch(`${marlstone.url}/files/house`, { method: "POST" });
  if (!again.ok) bad.push(`the house cannot be written any more: ${again.status}`);
  console.log(
    `Files: ${count}: ${answers}; the slowest ${Math.round(slowestMs)} ms; ${Math.round(marlstone.residentMb() - before)} MB more held. Pages after them: ${pages}.`,
  );
  return bad;
}

const HOSTILE: readonly (() => string)[] = [
  () => "[".repeat(20_000) + "]".repeat(20_000),
  () => `{"kind":"marlstone.house","version":1,"setups":${"[".repeat(9000)}${"]".repeat(9000)}}`,
  () => JSON.stringify({ kind: "marlstone.house", setups: Array.from({ length: 100_000 }, () => ({})) }),
  () => "",
  () => "\u0000".repeat(1000),
  () => `{"kind":"marlstone.setup","version":${"9".repeat(400)}}`,
];

/** A number, a text or a list of a document changed for one that nobody meant. */
function tampered(text: string, random: () => number, pick: <T>(from: readonly T[]) => T): string {
  const document = JSON.parse(text) as unknown;
  for (let times = 1 + Math.floor(random() * 3); times > 0; times--) {
    let at = document as Record<string, unknown>;
    for (;;) {
      const keys = Object.keys(at);
      if (keys.length === 0) break;
      const key = pick(keys);
      const value = at[key];
      if (typeof value === "object" && value !== null && Object.keys(value).length > 0 && random() < 0.85) {
        at = value as Record<string, unknown>;
        continue;
      }
      if (random() < 0.1) delete at[key];
      else
        at[key] = pick<unknown>([
          1e9,
          -1,
          1e308,
          0,
          "",
          "own:a/b",
          "x".repeat(3000),
          null,
          [],
          {},
          "2026-13-45T99:99:99Z",
          "__proto__",
          "\u0000",
        ]);
      break;
    }
  }
  return JSON.stringify(document);
}
