import fc from "fast-check";
import { designed } from "../design/design";
import { PURPOSES } from "../design/purposes";
import { STRATEGIES } from "../design/strategies";
import { LIBRARY } from "../occupants/library/library";
import { DRESSING_MATERIALS, SEPARATORS, type Fixture } from "../stack/fixtures";
import { CHILDREN, HISTORIES, RAIN, SUN, UNSAID_SITE, type Setup } from "../stack/setup";
import { VESSEL_SHELF } from "../vessel/shelf";
import { medium } from "./setups";

// Whole setups at random: whatever the designers make, of any vessel, with people's changes on top.

/** JSON knows no negative zero, and nor does anyone who types. */
const between = (min: number, max: number) => fc.double({ min, max, noNaN: true }).map((value) => value + 0);
const maybe = (min: number, max: number) => fc.option(between(min, max), { nil: null });

const changes = fc.record({
  name: fc.string({ maxLength: 60 }),
  site: fc.record({
    sun: fc.constantFrom(...SUN),
    rain: fc.constantFrom(...RAIN),
    children: fc.constantFrom(...CHILDREN),
    roofM2: between(0, 100),
    coldestC: maybe(-40, 20),
    humidity: maybe(0, 1),
  }),
  history: fc.constantFrom(...HISTORIES),
  planting: fc.option(
    fc.record({
      crownOverSoilCm: between(-3, 3),
      ballDepthCm: between(1, 30),
      ballAcrossCm: between(1, 30),
    }),
    { nil: null },
  ),
  kinds: fc.uniqueArray(fc.constantFrom(...LIBRARY), { maxLength: 4 }),
  count: fc.integer({ min: 1, max: 500 }),
  wateredEveryDays: maybe(0.25, 365),
  separator: fc.constantFrom(...SEPARATORS, null),
  extra: fc.uniqueArray(
    fc.constantFrom<Fixture>(
      { kind: "dressing", id: "extra-dressing", material: DRESSING_MATERIALS[1], thicknessCm: 1 },
      { kind: "lid", id: "extra-lid", openShare: 0.2 },
      { kind: "tell-tale", id: "extra-tell", diameterCm: 1, acrossShare: 0.3 },
      { kind: "drain-screen", id: "extra-screen" },
    ),
    { selector: ({ kind }) => kind, maxLength: 4 },
  ),
});

export const anySetup: fc.Arbitrary<Setup> = fc
  .record({
    vessel: fc.constantFrom(...VESSEL_SHELF),
    purpose: fc.constantFrom(...PURPOSES),
    strategy: fc.constantFrom(...STRATEGIES),
    changes,
  })
  .map(({ vessel, purpose, strategy, changes: { site, kinds, count, separator, extra, ...more } }) => {
    const made = designed({ name: "Any", vessel: vessel.vessel, holed: vessel.holed, purpose, strategy }, medium);
    if (!made.ok) return undefined;
    const { setup } = made.value;
    const has = new Set(setup.fixtures.map(({ kind }) => kind));
    return {
      ...setup,
      ...more,
      site: { ...UNSAID_SITE, ...site },
      fixtures: [...setup.fixtures, ...extra.filter(({ kind }) => !has.has(kind))],
      layers: setup.layers.map((layer, i) =>
        i === setup.layers.length - 1 && i > 0 ? { ...layer, separator } : layer,
      ),
      occupants: kinds.map(({ id }) => ({ id, occupantId: id, count })),
    };
  })
  .filter((setup) => setup !== undefined);
