import { spawn, spawnSync, type ChildProcess } from "node:child_process";
import { cpSync, mkdtempSync, readFileSync, rmSync } from "node:fs";
import { createServer } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import Database from "better-sqlite3";

/** A Marlstone of its own, for a browser test or an attack: the production build over a data folder with the demo setups. */
export class Marlstone {
  private child: ChildProcess | undefined;
  /** What it wrote to its log since it was started. */
  said = "";
  private constructor(
    readonly folder: string,
    readonly port: number,
    private readonly env: Readonly<Record<string, string>>,
    /** No file may be larger than this: as on a disk that is full. [KiB] */
    public largestFileKib?: number,
  ) {}

  /** A data folder with the demo setups, to be copied. */
  static demoData(): string {
    const folder = mkdtempSync(join(tmpdir(), "marlstone-demo-"));
    const loaded = spawnSync("node_modules/.bin/tsx", ["demo/load.ts"], {
      env: { ...process.env, MARLSTONE_DATA: folder },
      encoding: "utf8",
    });
    if (loaded.status !== 0) throw new Error(`the demo could not be loaded: ${loaded.stderr}`);
    return folder;
  }

  /** @param prepare  changes the data folder before it is opened */
  static async start(
    demoData: string,
    env: Readonly<Record<string, string>> = {},
    prepare: (folder: string) => void = () => undefined,
  ): Promise<Marlstone> {
    const folder = mkdtempSync(join(tmpdir(), "marlstone-e2e-"));
    cpSync(demoData, folder, { recursive: true });
    prepare(folder);
    const marlstone = new Marlstone(folder, await freePort(), env);
    await marlstone.serve();
    return marlstone;
  }

  get url(): string {
    return `http://127.0.0.1:${this.port}`;
  }

  async serve(): Promise<void> {
    const limit = this.largestFileKib === undefined ? "" : `ulimit -f ${this.largestFileKib};`;
    this.said = "";
    this.child = spawn("bash", ["-c", `${limit} exec ${process.execPath} scripts/serve.mjs`], {
      env: { ...process.env, ...this.env, PORT: String(this.port), MARLSTONE_DATA: this.folder },
      stdio: ["ignore", "pipe", "pipe"],
    });
    for (const stream of [this.child.stdout, this.child.stderr])
      stream?.on("data", (part: Buffer) => (this.said += part.toString()));
    for (let tries = 0; tries < 120; tries++) {
      const up = await fetch(this.url).then(
        () => true,
        () => false,
      );
      if (up) return;
      if (this.child.exitCode !== null) throw new Error(`Marlstone did not start: ${this.said}`);
      await new Promise((done) => setTimeout(done, 250));
    }
    throw new Error("Marlstone did not start");
  }

  /** Is stopped as its owner stops it, and closes its data. */
  async stop(): Promise<void> {
    const { child } = this;
    if (!child || child.exitCode !== null) return;
    const gone = new Promise((done) => child.once("exit", done));
    child.kill("SIGTERM");
    await gone;
  }

  /** Dies as a machine does: no signal it could handle. */
  async kill(): Promise<void> {
    const { child } = this;
    if (!child || child.exitCode !== null) return;
    const gone = new Promise((done) => child.once("exit", done));
    child.kill("SIGKILL");
    await gone;
  }

  async end(): Promise<void> {
    await this.kill();
    rmSync(this.folder, { recursive: true, force: true });
  }

  /** Memory the server holds. [MB] */
  residentMb(): number {
    const status = readFileSync(`/proc/${this.child!.pid}/status`, "utf8");
    return Number(/VmRSS:\s+(\d+) kB/u.exec(status)?.[1] ?? 0) / 1024;
  }

  /** Reads or changes rows behind Marlstone's back. */
  rows<T>(sql: string, ...values: unknown[]): T[] {
    const database = new Database(join(this.folder, "marlstone.db"));
    try {
      const statement = database.prepare(sql);
      return statement.reader ? (statement.all(...values) as T[]) : (statement.run(...values), []);
    } finally {
      database.close();
    }
  }

  /** The stored document of a setup's present version. */
  stored(name: string): {
    name: string;
    layers: { mediumId: string; thicknessCm: number; legs: object | null }[];
    fixtures: object[];
    water: Record<string, number | null>;
  } {
    const [row] = this.rows<{ document: string }>(
      "select document from revisions r join setups s on s.head_revision_id = r.id where s.name = ?",
      name,
    );
    if (!row) throw new Error(`no setup is called ${name}`);
    return JSON.parse(row.document) as ReturnType<Marlstone["stored"]>;
  }
}

async function freePort(): Promise<number> {
  return new Promise((resolve) => {
    const probe = createServer();
    probe.listen(0, "127.0.0.1", () => {
      const { port } = probe.address() as { port: number };
      probe.close(() => resolve(port));
    });
  });
}
