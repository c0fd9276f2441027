import { spawnSync } from "node:child_process";
import { describe, expect, it } from "vitest";
import { EQUILIBRIUM, LAYER, RISE, TRANSIENT } from "../formats/testing/column-cases";

describe("npm run marl", () => {
  const marl = (input: string, ...args: string[]) =>
    spawnSync("node_modules/.bin/tsx", ["src/cli/marl.ts", ...args], { input, encoding: "utf8" });

  it("answers on standard output and exits 0", () => {
    const { status, stdout, stderr } = marl(JSON.stringify(EQUILIBRIUM), "column", "-");
    expect([status, stderr]).toEqual([0, ""]);
    expect(JSON.parse(stdout)).toMatchObject({ kind: "marlstone.column-result", equilibrium: { waterTableCm: 3 } });
  });

  it("exits 2 with one line a problem and nothing on standard output", () => {
    const { status, stdout, stderr } = marl(
      JSON.stringify({ ...EQUILIBRIUM, cellCm: -1, layers: [{ ...LAYER, thicknessCm: -1 }] }),
      "column",
      "-",
    );
    expect([status, stdout]).toEqual([2, ""]);
    expect(stderr.trim().split("\n")).toEqual([
      "cellCm: must be greater than 0",
      "layers[0].thicknessCm: must be greater than 0",
    ]);
  });

  it("exits 2 on what is not JSON, on a file that is not there, and on a call that is off", () => {
    expect(marl("{", "column", "-").status).toBe(2);
    expect(marl("", "column", "/nowhere/case.json")).toMatchObject({
      status: 2,
      stderr: expect.stringContaining("cannot be read") as string,
    });
    expect(marl("", "dance")).toMatchObject({ status: 2, stderr: expect.stringContaining("usage") as string });
  });

  it("answers a steady rise and a transient run", () => {
    expect(JSON.parse(marl(JSON.stringify(RISE), "column", "-").stdout)).toMatchObject({
      task: "steady-rise",
      steadyRise: { maxCm3PerHour: expect.any(Number) as number },
    });
    expect(JSON.parse(marl(JSON.stringify(TRANSIENT), "column", "-").stdout)).toMatchObject({
      task: "transient",
      states: { length: 3 },
      cumulative: { length: 3 },
    });
  });
});
