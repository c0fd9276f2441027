import { restore } from "../src/server/db/backup";
import { dataFolder } from "../src/server/door/here";

// npm run restore -- FILE: puts a backup in the place of Marlstone's data, once it is found sound. Stop Marlstone first.

const [file] = process.argv.slice(2);
const folder = dataFolder();
if (file === undefined) {
  console.error("Say what: npm run restore -- FILE");
  process.exit(2);
}
const back = restore(folder, file, new Date().toISOString().replace(/[:.]/gu, "-"));
if (!back.ok) {
  console.error(`${back.problems[0]!.message} Nothing was changed.`);
  process.exit(1);
}
const { setups, revisions, mixes, movedTo } = back.value;
console.log(`Restored ${setups} setups with ${revisions} versions, and ${mixes} mixes.`);
if (movedTo) console.log(`What was there before lies in ${movedTo}.`);
