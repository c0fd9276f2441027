import { backUp } from "../src/server/db/backup";
import { dataFolder } from "../src/server/door/here";

// npm run backup -- FILE: all of Marlstone's data in one file, while it runs or not, read back before it counts.

const [file] = process.argv.slice(2);
const folder = dataFolder();
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
