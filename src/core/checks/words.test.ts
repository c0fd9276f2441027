import { expect, it } from "vitest";
import { readSettled } from "../readings/readings";
import type { Setup } from "../stack/setup";
import { BED, JAR, PLATFORM, POT, WRONG } from "../testing/designs";
import { medium } from "../testing/setups";
import type { UnitSystem } from "../units/units";
import { drainedAfterSoaking } from "../testing/settled";
import { checksOf } from "./checks";

// All that is said of sound designs and of wrong ones, word for word, in words.txt: look at what has changed before it
// is taken over (vitest -u).

function told(setup: Setup, system: UnitSystem): string[] {
  const settled = drainedAfterSoaking(setup, medium);
  if (!settled.ok) throw new Error(settled.problems[0]!.message);
  const readings = readSettled(setup, settled.value, medium);
  return checksOf(setup, settled.value.network, readings, medium, system).flatMap(
    ({ id, heading, text, tone, why: { formula, inputs, source, uncertainty } }) => [
      `  ${id} (${heading}${tone === "trouble" ? ", trouble" : ""}): ${text}`,
      ...(system === "imperial"
        ? []
        : [
            `    why: ${formula}`,
            ...inputs.map(([name, value]) => `      ${name}: ${value}`),
            `      from: ${source}`,
            `      known: ${uncertainty}`,
          ]),
    ],
  );
}

it("what is said of designs is, word for word, what words.txt holds", async () => {
  const sound = { BED, PLATFORM, POT, JAR };
  const designs = [
    ...Object.entries(sound).flatMap(([name, setup]) => [
      `${name}, sound`,
      ...told(setup, "metric"),
      ...told(setup, "imperial"),
    ]),
    ...WRONG.flatMap(([id, what, wrong, mended]) => [
      `${id}: ${what}`,
      ...told(wrong, "metric"),
      `${id}: mended`,
      ...told(mended, "metric").filter((line) => !/^ {4}/u.test(line)),
    ]),
  ];
  await expect(`${designs.join("\n")}\n`).toMatchFileSnapshot("words.txt");
});
