import { createRequire } from "node:module";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { isGiven } from "../../../scripts/gate.mjs";
import { setupDocument } from "../../formats/setup/document";
import { anySetup } from "../../core/testing/any-setup";
import { withLayer } from "../../core/stack/edit";
import type { Setup } from "../../core/stack/setup";

/** How React writes what a page gives to a function; the package that Next brings. */
const { encodeReply } = createRequire(import.meta.url)(
  "next/dist/compiled/react-server-dom-webpack/client.node.js",
) as { encodeReply: (given: unknown) => Promise<string | FormData> };

describe("what a page gives to a function", () => {
  it("is let through as React writes it: many versions of a setup that share what was not changed, and any plain value", async () => {
    await fc.assert(
      fc.asyncProperty(anySetup, fc.integer({ min: 1, max: 30 }), fc.jsonValue(), async (any, many, anything) => {
        const [setup, value] = JSON.parse(JSON.stringify([any, anything])) as [Setup, unknown];
        const runs: Setup[] = [setup];
        for (let i = 1; i < many; i++) {
          const last = runs.at(-1)!;
          const [first] = last.layers;
          runs.push(first ? withLayer(last, first.id, { thicknessCm: i }) : { ...last, name: `n${i}` });
        }
        const changes = runs.map((one, i) => ({ id: `change-${i}`, label: "$5 a bag", document: setupDocument(one) }));
        for (const given of [
          [{ setupId: "x", baseVersion: 1, changes }],
          [value, undefined, Number.NaN, -0, Infinity],
        ]) {
          const written = await encodeReply(given);
          expect(typeof written).toBe("string");
          expect(isGiven(written as string)).toBe(true);
        }
      }),
      { numRuns: 20 },
    );
  });

  it("is no list, no word of React's that brings code, files or promises, and nothing that holds itself", () => {
    for (const text of [
      "",
      "{}",
      "7",
      "[1,]",
      '["$K1"]',
      '["$F0"]',
      '["$@0"]',
      '["$B1"]',
      '["$Q1"]',
      '["$1"]',
      '["$0"]',
      '[{"a":"$0:0"}]',
      '[{"a":"$0:1"},{"b":2}]',
      '[{"a":{}},"$0:0:b"]',
      '[{"a":{}},"$0:0:__proto__"]',
      '[{"a":{"b":"$0:1"}},{"c":"$0:0"}]',
      "[1,2,3,4,5,6,7,8,9]",
      `${"[".repeat(200)}${"]".repeat(200)}`,
    ])
      expect([text.slice(0, 40), isGiven(text)]).toEqual([text.slice(0, 40), false]);
    for (const text of [
      '[{"a":{}},"$0:0:a"]',
      '["$$x","$undefined","$-0"]',
      "[]",
      `${"[".repeat(100)}${"]".repeat(100)}`,
    ])
      expect([text.slice(0, 40), isGiven(text)]).toEqual([text.slice(0, 40), true]);
  });
});
