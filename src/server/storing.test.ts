import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import Database from "better-sqlite3";
import { afterEach, beforeEach, expect, it, vi } from "vitest";
import { potWith } from "../core/testing/setups";
import { DATABASE_FILE } from "./db/health";
import { marlstone, storing } from "./index";

const POT = potWith({ kind: "free-water", levelCm: 4, overflowCm: 5 });

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), "marlstone-storing-"));
  vi.stubEnv("MARLSTONE_DATA", folder);
});
afterEach(() => {
  marlstone().close();
  delete (globalThis as { marlstone?: unknown }).marlstone;
  vi.unstubAllEnvs();
  rmSync(folder, { recursive: true, force: true });
});

it("waits for another program that has the data, while everything else is answered, and stores then", async () => {
  const first = await storing(
    (to) => to.setups.create(POT),
    () => undefined,
  );
  expect(first?.ok).toBe(true);
  const other = new Database(join(folder, DATABASE_FILE));
  other.exec("begin immediate");
  let refused = "";
  let stored = false;
  const waits = storing(
    (to) => to.setups.create({ ...POT, name: "Second" }),
    (message) => {
      refused = message;
      return undefined;
    },
  ).then(() => (stored = true));
  // the yard is read meanwhile
  for (let i = 0; i < 3; i++) {
    await new Promise((done) => setTimeout(done, 50));
    expect(marlstone().setups.shelf(1).items).toHaveLength(1);
    expect(stored).toBe(false);
  }
  other.exec("commit");
  other.close();
  await waits;
  expect(refused).toBe("");
  expect(
    marlstone()
      .setups.shelf(1)
      .items.map(({ name }) => name)
      .sort(),
  ).toEqual(["Pot", "Second"]);
});
