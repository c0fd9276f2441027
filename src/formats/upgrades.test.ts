import { describe, expect, it } from "vitest";
import { HOUSE_UPGRADES } from "./house/upgrade";
import { HOUSE_VERSION } from "./house/document";
import { upgradesTo } from "./upgrades";

describe("a chain of upgrades", () => {
  const chain = upgradesTo(
    3,
    (older) => ({ ...older, version: 2, second: true }),
    (older) => ({ ...older, version: 3, third: true }),
  );

  it("goes one version at a time from wherever a document is", () => {
    expect(chain.versions).toEqual([1, 2, 3]);
    expect(chain.upgraded({ version: 1 })).toEqual({ version: 3, second: true, third: true });
    expect(chain.upgraded({ version: 2 })).toEqual({ version: 3, third: true });
  });

  it("leaves one of the present version as it is", () => {
    const now = { version: 3 };
    expect(chain.upgraded(now)).toBe(now);
  });

  it("is refused when a step is missing, so that no version is left behind", () => {
    expect(() => upgradesTo(3, (older) => older)).toThrow(/takes 2 steps, not 1/);
    expect(HOUSE_UPGRADES.versions.at(-1)).toBe(HOUSE_VERSION);
  });
});
