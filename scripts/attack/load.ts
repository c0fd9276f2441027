import type { Marlstone } from "../served";
import { actionIds, answered, call, randomFrom, Tally } from "./calls";

/** Clients that read pages and save at once, for a while: how long they wait, and whether any gets an error. */
export async function attackByLoad(marlstone: Marlstone, clients: number, seconds: number): Promise<readonly string[]> {
  const [save, reload] = ["saveChanges", "reloadSetup"].map((name) => actionIds().get(name)!) as [string, string];
  const setups = marlstone.rows<{ id: string; document: string }>(
    "select s.id, r.document from setups s join revisions r on s.head_revision_id = r.id",
  );
  const reads: number[] = [];
  const saves: number[] = [];
  const statuses = new Tally();
  const bad: string[] = [];
  const until = performance.now() + 1000 * seconds;
  const client = async (n: number): Promise<void> => {
    const random = randomFrom(n + 1);
    const { id: setupId, document } = setups[n % setups.length]!;
    const page = `/setups/${setupId}`;
    for (let i = 0; performance.now() < until; i++) {
      const from = performance.now();
      if (random() < 0.7) {
        const path = [page, "/", "/media", "/mixes", `${page}/sheet`][Math.floor(random() * 5)]!;
        const answer = await fetch(marlstone.url + path).catch(() => undefined);
        await answer?.text();
        statuses.add(answer?.status ?? 0);
        if (answer?.status !== 200) bad.push(`${answer?.status ?? "no answer"} ${path}`);
        reads.push(performance.now() - from);
      } else {
        const { text: now } = await call(marlstone.url, page, reload, JSON.stringify([{ setupId }]));
        const version = (answered(now) as { version?: number } | undefined)?.version ?? 0;
        const change = {
          id: `load-${n}-${i}-00000`,
          label: "Named",
          document: { ...(JSON.parse(document) as object), name: `Load ${n} ${i}` },
        };
        const { status, text } = await call(
          marlstone.url,
          page,
          save,
          JSON.stringify([{ setupId, baseVersion: version, changes: [change] }]),
        );
        const outcome = answered(text) as { status?: string } | undefined;
        statuses.add(`save ${outcome?.status ?? status}`);
        if (status !== 200 || (outcome?.status !== "saved" && outcome?.status !== "stale"))
          bad.push(`save ${status} ${text.slice(0, 120)}`);
        saves.push((performance.now() - from) / 2);
      }
    }
  };
  await Promise.all(Array.from({ length: clients }, (_, n) => client(n)));
  const at = (times: number[], share: number): string => {
    times.sort((a, b) => a - b);
    return `${Math.round(times[Math.min(times.length - 1, Math.floor(share * times.length))] ?? 0)} ms`;
  };
  console.log(
    `Load: ${clients} clients for ${seconds} s: ${reads.length} pages (median ${at(reads, 0.5)}, p99 ${at(reads, 0.99)}), ${saves.length} saves (median ${at(saves, 0.5)}, p99 ${at(saves, 0.99)}); ${statuses}.`,
  );
  return bad;
}
