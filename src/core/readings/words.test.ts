import { expect, it } from "vitest";
import type { Setup } from "../stack/setup";
import { withSaidDemand, withHistory } from "../stack/edit";
import { asDampAs } from "../water/same-damp";
import { withOrWithoutDrainage } from "../stack/drainage-layer";
import { GRAVEL, layer, medium, MIX, PEAT, potWith, inFeet } from "../testing/setups";
import type { Result } from "../units/problem";
import type { UnitSystem } from "../units/units";
import { drainedAfterSoaking, runSetup, settle, supplyOf } from "../testing/settled";
import type { Settled } from "../water/settle";
import type { Supply } from "../water/supply";
import { cautionsFor } from "./cautions";
import { differences, meaningOfDrainage } from "./differences";
import { readDose, readSettled } from "./readings";
import { runWords } from "./run-sentences";
import { readingSentences, stateLine, type StateWhen, type Why } from "./sentences";
import { supplySayings } from "./supply-sentences";

// All that is said of setups far apart, word for word, in words.txt: what a change of a rule does to the words is seen
// there as a whole. Look at what has changed before it is taken over (vitest -u).

const glass = (setup: Setup): Setup => ({ ...setup, vessel: { ...setup.vessel, material: "glass" } });
const BED = [layer(GRAVEL, 8), { ...layer("fine-sand-0.1-0.5", 3, false), name: "wick bed" }, layer(MIX, 14)];
const SETUPS: Readonly<Record<string, Setup>> = {
  "bed on a gravel reservoir": potWith({ kind: "free-water", levelCm: 7, overflowCm: 8 }, BED),
  "the same at its overflow": potWith({ kind: "free-water", levelCm: 8, overflowCm: 8 }, BED),
  "the same on a hot day": withSaidDemand(potWith({ kind: "free-water", levelCm: 3, overflowCm: 8 }, BED), 9),
  "the same, nothing asked": withSaidDemand(potWith({ kind: "free-water", levelCm: 3, overflowCm: 8 }, BED), 0),
  "the same, wicked up": withHistory(potWith({ kind: "free-water", levelCm: 7, overflowCm: null }, BED), "moist"),
  "peat put in dry": withHistory(
    potWith({ kind: "free-water", levelCm: 2, overflowCm: null }, [layer(GRAVEL, 4), layer(PEAT, 12)]),
    "dry",
  ),
  "feet in open water": potWith({ kind: "free-water", levelCm: 6, overflowCm: 7 }, [
    { ...layer(MIX, 8, false), legs: inFeet(0.2) },
    layer(MIX, 14),
  ]),
  "water over the soil": potWith({ kind: "free-water", levelCm: 18, overflowCm: null }, [layer(MIX, 15)]),
  "coarse over gravel, too weak": potWith({ kind: "free-water", levelCm: 3, overflowCm: 4 }, [
    layer(GRAVEL, 5),
    layer("scoria-10-25", 20, true),
  ]),
  "drained pot on gravel": potWith({ kind: "drained", outletCm: 0 }),
  "bog in glass": glass(potWith({ kind: "drained", outletCm: 9 }, [layer(PEAT, 14)])),
  "nothing rooted": potWith({ kind: "drained", outletCm: 0 }, [layer("coarse-sand-0.5-2", 10, false)]),
  "jar, moist": glass(potWith({ kind: "dosed", storedCm3: 1500 }, [layer(PEAT, 12)])),
  "jar over gravel, standing": potWith({ kind: "dosed", storedCm3: 3200 }, [layer(GRAVEL, 3), layer(PEAT, 12)]),
  "jar over gravel, drowned": potWith({ kind: "dosed", storedCm3: 4700 }, [layer(GRAVEL, 3), layer(PEAT, 12)]),
};

const whyLines = ({ formula, inputs, source, uncertainty }: Why): string[] => [
  `    why: ${formula}`,
  ...inputs.map(([name, value]) => `      ${name}: ${value}`),
  `      from: ${source}`,
  `      known: ${uncertainty}`,
];

function told(setup: Setup, settled: Settled, when: StateWhen, system: UnitSystem): string[] {
  const readings = readSettled(setup, settled, medium);
  const dose = setup.water.by === "volume" ? readDose(setup, settled) : undefined;
  return [
    `  ${when}: ${stateLine(readings, system)}`,
    ...readingSentences(setup, readings, dose, system, when).flatMap(({ id, heading, text, tone, why }) => [
      `  ${id} (${heading}${tone === "trouble" ? ", trouble" : ""}): ${text}`,
      ...(system === "metric" ? whyLines(why) : []),
    ]),
    ...cautionsFor(setup, readings, system, when).flatMap(({ id, subject, text }) =>
      subject === "medium" ? [] : [`  caution ${id} (${subject}): ${text}`],
    ),
  ];
}

function suppliesTold(setup: Setup, supply: Result<Supply>, system: UnitSystem): string[] {
  if (!supply.ok) return [`  supply: ${supply.problems[0]!.message}`];
  const nameOf = (i: number): string => setup.layers[i]!.name || medium(setup.layers[i]!.mediumId)!.name.toLowerCase();
  return supplySayings(setup, supply.value, system, nameOf).flatMap(({ heading, text, tone, why }) => [
    `  ${heading}${tone === "trouble" ? " (trouble)" : ""}: ${text}`,
    ...(system === "metric" && heading === "Refill mark" ? whyLines(why) : []),
  ]);
}

/** A setup with its drainage layer and without, at rest and a day after a soaking. */
function drainageOf(setup: Setup) {
  const other = withOrWithoutDrainage(setup, medium, "new");
  const change = other && { ...other, setup: asDampAs(setup, other.setup, medium) };
  return (["rest", "day"] as const).flatMap((when) => {
    const [held, now] = [setup, ...(change ? [change.setup] : [])].map((one) => {
      const settled = when === "day" ? drainedAfterSoaking(one, medium) : settle(one, medium);
      return settled.ok
        ? { setup: one, settled: settled.value, readings: readSettled(one, settled.value, medium) }
        : undefined;
    });
    return change && held && now && (when === "rest" || setup.water.by === "soaking")
      ? [{ change, when, held, now }]
      : [];
  });
}

const drainageTold = (states: ReturnType<typeof drainageOf>, system: UnitSystem): string[] =>
  states.flatMap(({ change, when, held, now }) => [
    `  ${change.kind} drainage, ${when}: ${meaningOfDrainage(change, held, now, when, system)}`,
    ...differences(held, now, system).map(({ id, text }) => `    ${id}: ${text}`),
  ]);

function allWords(): string {
  return Object.entries(SETUPS)
    .flatMap(([name, setup]) => {
      const settled = settle(setup, medium);
      if (!settled.ok) throw new Error(`${name}: ${settled.problems[0]!.message}`);
      const day = setup.water.by === "soaking" ? drainedAfterSoaking(setup, medium) : undefined;
      const supply = supplyOf(setup, medium);
      const drainage = drainageOf(setup);
      const run = runSetup(setup, medium, 4);
      return (["metric", "imperial"] as const).flatMap((system) => [
        `${name}, ${system}`,
        ...told(setup, settled.value, "rest", system),
        ...(day?.ok && system === "metric" ? told(setup, day.value, "day", system) : []),
        ...(system === "metric" ? told(setup, settled.value, "run", system).slice(1, 3) : []),
        ...suppliesTold(setup, supply, system),
        ...(drainage.length > 0 ? drainageTold(drainage, system) : ["  no drainage layer to take out or put in"]),
        `  run: ${run.ok ? runWords(run.value, system) : run.problems[0]!.message}`,
        "",
      ]);
    })
    .join("\n");
}

it("what is said of setups far apart is, word for word, what words.txt holds", async () => {
  await expect(allWords()).toMatchFileSnapshot("words.txt");
});
