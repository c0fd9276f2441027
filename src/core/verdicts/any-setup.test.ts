import fc from "fast-check";
import { expect, it } from "vitest";
import { designed } from "../design/design";
import { PURPOSES } from "../design/purposes";
import { STRATEGIES } from "../design/strategies";
import { inLibrary, LIBRARY } from "../occupants/library/library";
import { UNSAID_SITE, type Setup } from "../stack/setup";
import { medium } from "../testing/setups";
import { VESSEL_SHELF } from "../vessel/shelf";
import { coarseCellCm, judgedWhole } from "./judge";
import { GRADES } from "./verdict";
import { verdictSentences } from "./words";

const maybe = (min: number, max: number) => fc.option(fc.double({ min, max, noNaN: true }), { nil: null });
const anySite = fc.record({
  sun: fc.constantFrom("unsaid" as const, "sun" as const, "shade" as const),
  rain: fc.constantFrom("unsaid" as const, "open" as const, "sheltered" as const),
  lightMolPerDay: maybe(0, 70),
  coldestC: maybe(-40, 20),
  warmestC: maybe(20, 50),
  humidity: maybe(0, 1),
  waterPpm: maybe(0, 3000),
});
const anyAsked = fc.record({
  vessel: fc.constantFrom(...VESSEL_SHELF),
  purpose: fc.constantFrom(...PURPOSES),
  strategy: fc.constantFrom(...STRATEGIES),
  site: anySite,
  kinds: fc.uniqueArray(fc.constantFrom(...LIBRARY), { minLength: 1, maxLength: 4 }),
  count: fc.integer({ min: 1, max: 500 }),
  wateredEveryDays: maybe(0.25, 365),
  demandMmPerDay: fc.double({ min: 0, max: 50, noNaN: true }),
});

it("whoever lives in whatever is designed is told something that can be read, with a number in it", () => {
  fc.assert(
    fc.property(anyAsked, ({ vessel, purpose, strategy, site, kinds, count, wateredEveryDays, demandMmPerDay }) => {
      const made = designed({ name: "Any", vessel: vessel.vessel, holed: vessel.holed, purpose, strategy }, medium);
      if (!made.ok) return;
      const setup: Setup = {
        ...made.value.setup,
        site: { ...UNSAID_SITE, ...site },
        wateredEveryDays,
        demand: { by: "said", mmPerDay: demandMmPerDay } as const,
        occupants: kinds.map(({ id }) => ({ id, occupantId: id, count })),
      };
      const verdicts = judgedWhole(setup, medium, inLibrary, coarseCellCm(setup));
      if (!verdicts) return;
      for (const verdict of verdicts) {
        expect(GRADES).toContain(verdict.grade);
        // what is fatal is never outweighed
        if (verdict.findings.some(({ grade }) => grade === "unsuited")) expect(verdict.grade).toBe("unsuited");
        for (const { text, why } of verdictSentences(verdict, verdicts, setup, medium, "metric")) {
          expect(text).not.toMatch(/NaN|undefined|Infinity|null/u);
          expect(why.inputs.flat().join(" ")).not.toMatch(/NaN|undefined|Infinity/u);
        }
      }
    }),
    { numRuns: 250, seed: 14 },
  );
});
