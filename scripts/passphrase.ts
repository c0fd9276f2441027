import { createInterface } from "node:readline/promises";
import { Writable } from "node:stream";
import { dataFolder } from "../src/server/door/here";
import { removePassphrase, setPassphrase, whyNoPassphrase } from "../src/server/door/passphrase";

// npm run passphrase: sets the passphrase that is asked of other devices; -- --remove takes it away, and with it the way
// in from elsewhere. Marlstone may be running. From a terminal it is asked for twice, unseen; otherwise it is the first
// line of the input.

const end = (code: number, text: string): never => {
  (code === 0 ? console.log : console.error)(text);
  process.exit(code);
};

const [option, ...more] = process.argv.slice(2);
if (option === "--remove" && more.length === 0) {
  removePassphrase(dataFolder());
  end(0, "There is no passphrase now: Marlstone is open to this machine alone.");
} else if (option !== undefined) {
  end(
    2,
    "npm run passphrase sets it (it is asked for, not given on the line); npm run passphrase -- --remove takes it away.",
  );
}

const isTerminal = process.stdin.isTTY;
const unseen = new Writable({ write: (_chunk, _encoding, done) => done() });
const lines = createInterface({ input: process.stdin, output: isTerminal ? unseen : undefined, terminal: isTerminal });
const ask = async (question: string): Promise<string> => {
  if (isTerminal) process.stdout.write(question);
  const answer = await lines.question("");
  if (isTerminal) process.stdout.write("\n");
  return answer;
};

const words = await ask("A passphrase of 8 characters or more: ");
const why = whyNoPassphrase(words);
if (why) end(1, `${why} Nothing was changed.`);
if (isTerminal && (await ask("Once more: ")) !== words) end(1, "These were two different ones. Nothing was changed.");
lines.close();
await setPassphrase(dataFolder(), words);
end(0, "Set. Other devices are asked for it from now on; those that were let in before are asked anew.");
