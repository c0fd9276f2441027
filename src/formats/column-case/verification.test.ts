import { readFileSync, readdirSync } from "node:fs";
import { describe, expect, it } from "vitest";
import type { ColumnResult } from "./document";
import { answerColumnCase } from "./result";
import { parseColumnCase } from "./schema";
import { problemLine } from "../problems";

// Reference cases: each expected file holds the answer of an independent program on a fine grid, and the tolerance a
// correct solver meets.

const FOLDER = "verification";

type Expected = {
  readonly layers: readonly (readonly [bottom: number, top: number])[];
  readonly massBalanceRelErrorMax: number;
  readonly quantities: readonly { path: string; value: number; tolerance: number }[];
  readonly profiles: readonly {
    state: number;
    variable: "psi" | "theta";
    z: readonly number[];
    value: readonly number[];
    tolerance: readonly number[];
  }[];
};

const at = (value: unknown, path: string): number =>
  path.split(/[.[\]]+/u).reduce<unknown>((inside, key) => (inside as Record<string, unknown>)[key], value) as number;

/**
 * A profile at a height: linear between cell centres of its layer, carried on from the last two at its ends, never
 * across an interface.
 */
function valueAt(
  z: readonly number[],
  values: readonly number[],
  [bottom, top]: readonly [number, number],
  height: number,
): number {
  const inside = z.flatMap((centre, i) => (centre > bottom && centre < top ? [i] : []));
  if (inside.length === 1) return values[inside[0]!]!;
  let k = 0;
  while (k < inside.length - 2 && z[inside[k + 1]!]! < height) k++;
  const [a, b] = [inside[k]!, inside[k + 1]!];
  const w = (height - z[a]!) / (z[b]! - z[a]!);
  return values[a]! * (1 - w) + values[b]! * w;
}

function solved(name: string): ColumnResult {
  const parsed = parseColumnCase(JSON.parse(readFileSync(`${FOLDER}/${name}.json`, "utf8")));
  const result = parsed.ok ? answerColumnCase(parsed.value, () => 0) : parsed;
  if (!result.ok) throw new Error(result.problems.map(problemLine).join("\n"));
  return result.value;
}

const names = readdirSync(FOLDER)
  // scan-* are levels of water, held to in core/water/hysteresis.test.ts
  .filter((name) => name.endsWith(".json") && !name.endsWith(".expected.json") && !name.startsWith("scan-"))
  .map((name) => name.replace(".json", ""));

describe("the answer to a reference case", () => {
  it.each(names)("%s is its reference's within tolerance, and loses and makes no water", (name) => {
    const { layers, quantities, profiles, massBalanceRelErrorMax } = JSON.parse(
      readFileSync(`${FOLDER}/${name}.expected.json`, "utf8"),
    ) as Expected;
    const result = solved(name);
    for (const { path, value, tolerance } of quantities)
      expect(Math.abs(at(result, path) - value), `${path}: ${at(result, path)} for ${value}`).toBeLessThanOrEqual(
        tolerance,
      );
    for (const { state, variable, z, value, tolerance } of profiles) {
      z.forEach((height, i) => {
        const layer = layers.find(([bottom, top]) => height >= bottom && height <= top)!;
        expect(
          Math.abs(valueAt(result.z, result.states[state]![variable], layer, height) - value[i]!),
          `${variable} of state ${state} at ${height} cm`,
        ).toBeLessThanOrEqual(tolerance[i]!);
      });
    }
    // by its own totals
    expect(result.massBalanceRelError).toBeLessThanOrEqual(massBalanceRelErrorMax);
    result.cumulative.forEach(({ topInCm3, bottomInCm3 }, k) => {
      const change = result.states[k]!.storedCm3 - result.states[0]!.storedCm3;
      expect(Math.abs(change - topInCm3 - bottomInCm3)).toBeLessThanOrEqual(
        1e-9 * (Math.abs(topInCm3) + Math.abs(bottomInCm3) + result.states[0]!.storedCm3),
      );
    });
  });

  it("is asked of every task", () => {
    const taskOf = (name: string): unknown =>
      (JSON.parse(readFileSync(`${FOLDER}/${name}.json`, "utf8")) as { task: unknown }).task;
    expect(new Set(names.map(taskOf))).toEqual(new Set(["equilibrium", "steady-rise", "transient"]));
  });
});
