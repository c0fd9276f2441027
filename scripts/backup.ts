import { backUp } from "../src/server/db/backup";

// npm run backup -- FILE: all of Marlstone's data in one file, while it runs or not, read back before it counts.

const [file] = process.argv.slice(2);
const folder = process.env.MARLSTONE_DATA || "data";
if (file === undefined) {
  console.error("Say where to: npm run backup -- FILE");
  process.exit(2);
}
const made = backUp(folder, file);
if (!made.ok) {
  console.error(made.problems[0]!.message);
  process.exit(1);
}
const { setups, revisions, mixes } = made.value;
console.log(
  `${file} holds ${setups} setups with ${revisions} versions, and ${mixes} mixes; it was read back and is sound.`,
);
