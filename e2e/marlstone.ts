import { spawn, spawnSync, type ChildProcess } from "node:child_process";
import { cpSync, mkdtempSync, rmSync } from "node:fs";
import { createServer } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import AxeBuilder from "@axe-core/playwright";
import { test as base, expect, type Locator, type Page } from "@playwright/test";
import Database from "better-sqlite3";

/** A Marlstone of its own for each test: the production build over a data folder with the demo setups. */
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

type Fixtures = { marlstone: Marlstone; open: (name: string, page?: Page) => Promise<void> };

export const test = base.extend<Fixtures, { demoData: string }>({
  demoData: [
    async ({}, use) => {
      const folder = Marlstone.demoData();
      await use(folder);
      rmSync(folder, { recursive: true, force: true });
    },
    { scope: "worker" },
  ],
  marlstone: async ({ demoData }, use) => {
    const marlstone = await Marlstone.start(demoData);
    await use(marlstone);
    await marlstone.end();
  },
  open: async ({ marlstone, page }, use) => {
    await use(async (name, other = page) => {
      await other.goto(marlstone.url);
      await other.getByRole("link", { name }).first().click();
      await expect(other.getByRole("heading", { name: "What the water does" })).toBeVisible();
    });
  },
});

export { expect };

export const TROUGH = "Terrace trough, celery and chard";
export const BOG = "Stone-sink bog, butterworts and cranberry";
export const TALL_POT = "Tall pot over void-fillers, rosemary";
export const CARBOY = "Closed carboy, moss and jewel orchids";

/** The status beside the name, once everything is stored. */
export const saved = async (page: Page): Promise<void> =>
  expect(page.locator("[data-saving]")).toHaveAttribute("data-saving", "saved");

/** Drags with the mouse by an amount in px, in steps, as a hand does. */
export async function dragBy(page: Page, handle: Locator, dy: number): Promise<void> {
  const box = (await handle.boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  for (let i = 1; i <= 10; i++) await page.mouse.move(x, y + (dy * i) / 10);
  await page.mouse.up();
}

export const typeInto = async (field: Locator, text: string): Promise<void> => {
  await field.fill(text);
  await field.press("Enter");
};

/** A pattern in which a plain space also matches the narrow ones that keep numbers and units together. */
export const words = (pattern: string): RegExp => new RegExp(pattern.replaceAll(" ", "\\s"), "u");

export const heightOf = async (slider: Locator): Promise<number> => Number(await slider.getAttribute("aria-valuenow"));

/** Adds a layer of a medium above the selected one. */
export async function addLayer(page: Page, name: string): Promise<void> {
  await page.getByRole("button", { name: "Add layer" }).click();
  await page.getByPlaceholder("Type some of its name").fill(name);
  await page.getByRole("listbox").getByRole("option", { name }).first().click();
}

/** The fields in which layers' media are chosen, top to bottom. */
export const mediumFields = (page: Page): Locator => page.getByRole("combobox", { name: /^Medium of/u });

/** Chooses by typing in a field that searches. */
export async function choose(field: Locator, name: string): Promise<void> {
  await field.click();
  await field.page().getByPlaceholder("Type some of its name").fill(name);
  await field.page().getByRole("listbox").getByRole("option", { name }).first().click();
}

/** What a machine finds against WCAG 2.2 AA on a page, with the first places of each. */
export const faultsOn = async (page: Page): Promise<string[]> =>
  (await new AxeBuilder({ page }).withTags(["wcag2a", "wcag2aa", "wcag21aa", "wcag22aa"]).analyze()).violations.map(
    ({ id, nodes }) =>
      `${id}: ${nodes
        .slice(0, 3)
        .map(({ html }) => html.slice(0, 160))
        .join(" | ")}`,
  );
