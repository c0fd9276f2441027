import type { Marlstone } from "../served";
import { actionIds, answered, call, randomFrom } from "./calls";

type State = { readonly version: number };

/** Saves one change after another while the server is killed; what was acknowledged has to be there, whole, at the end. */
export async function attackByKills(marlstone: Marlstone, kills: number, seed: number): Promise<readonly string[]> {
  const random = randomFrom(seed);
  const save = actionIds().get("saveChanges")!;
  const reload = actionIds().get("reloadSetup")!;
  const [row] = marlstone.rows<{ id: string; document: string }>(
    "select s.id, r.document from setups s join revisions r on s.head_revision_id = r.id",
  );
  const { id: setupId, document } = row!;
  const page = `/setups/${setupId}`;
  const acknowledged: string[] = [];
  const bad: string[] = [];
  let sent = 0;
  for (let kill = 0; kill < kills; kill++) {
    let alive = true;
    const killed = new Promise<void>((done) =>
      setTimeout(() => void marlstone.kill().then(() => ((alive = false), done())), 200 + 1500 * random()),
    );
    const first = await call(marlstone.url, page, reload, JSON.stringify([{ setupId }]));
    let version = (answered(first.text) as State | undefined)?.version;
    while (alive && version !== undefined) {
      const id = `attack-${String(sent++).padStart(8, "0")}`;
      const changed = { ...(JSON.parse(document) as object), name: id };
      const input = { setupId, baseVersion: version, changes: [{ id, label: "Named", document: changed }] };
      const { status, text } = await call(marlstone.url, page, save, JSON.stringify([input]));
      if (status === 0) break;
      const outcome = answered(text) as { status?: string; state?: State } | undefined;
      if (outcome?.status !== "saved") {
        bad.push(`${status}: ${text.slice(0, 200)}`);
        break;
      }
      acknowledged.push(id);
      version = outcome.state!.version;
    }
    await killed;
    await marlstone.serve();
  }
  const stored = new Set(
    marlstone.rows<{ change_id: string }>("select change_id from revisions").map(({ change_id: id }) => id),
  );
  const lost = acknowledged.filter((id) => !stored.has(id));
  const [integrity] = marlstone.rows<{ integrity_check: string }>("pragma integrity_check");
  if (integrity!.integrity_check !== "ok") bad.push(integrity!.integrity_check);
  console.log(`Kills: ${kills}, ${acknowledged.length} acknowledged writes, ${lost.length} of them lost.`);
  return [...bad, ...lost.map((id) => `lost: ${id}`)];
}
