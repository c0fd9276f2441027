import { rmSync } from "node:fs";
import { attackByFiles } from "./attack/files";
import { attackByKills } from "./attack/kills";
import { attackByLoad } from "./attack/load";
import { attackProtocol } from "./attack/protocol";
import { Marlstone } from "./served";

/**
 * Attacks a Marlstone of its own, on this machine alone, and prints the figures: `npm run attack`, some three minutes, after
 * a build. `npm run attack -- protocol kills` for some of it. What went wrong is named, and it ends with 1.
 */
const SEED = Number(process.env.MARLSTONE_SEED ?? 20261130);
const ATTACKS: Record<string, (marlstone: Marlstone) => Promise<readonly string[]>> = {
  protocol: (marlstone) => attackProtocol(marlstone, 2100, SEED),
  files: (marlstone) => attackByFiles(marlstone, 300, SEED),
  kills: (marlstone) => attackByKills(marlstone, 20, SEED),
  load: (marlstone) => attackByLoad(marlstone, 30, 30),
};
const MOST_NAMED = 12;

const asked = process.argv.slice(2);
const unknown = asked.filter((name) => !(name in ATTACKS));
if (unknown.length > 0) {
  console.error(`There is no attack called ${unknown.join(", ")}; there are ${Object.keys(ATTACKS).join(", ")}.`);
  process.exit(2);
}
const demo = Marlstone.demoData();
let failed = 0;
for (const [name, attack] of Object.entries(ATTACKS)) {
  if (asked.length > 0 && !asked.includes(name)) continue;
  const marlstone = await Marlstone.start(demo);
  try {
    const bad = await attack(marlstone);
    failed += bad.length;
    for (const one of bad.slice(0, MOST_NAMED)) console.log(`  ✘ ${one}`);
    if (bad.length > MOST_NAMED) console.log(`  ✘ and ${bad.length - MOST_NAMED} more`);
  } finally {
    await marlstone.end();
  }
}
rmSync(demo, { recursive: true, force: true });
console.log(failed === 0 ? "Nothing went wrong." : `${failed} went wrong.`);
process.exit(failed === 0 ? 0 : 1);
