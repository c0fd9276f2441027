import { spawn } from "node:child_process";
import { say } from "./run.mjs";

const LANES = 2;

/**
 * Runs commands two at a time, and shows the output of those that fail.
 * @param {readonly (readonly [name: string, command: string, args: readonly string[]])[]} parts the longest first
 * @returns {Promise<{ failed: number, times: [name: string, seconds: number][] }>}
 */
export async function inLanes(parts) {
  const queue = [...parts];
  const times = [];
  let failed = 0;
  const work = async () => {
    for (let part = queue.shift(); part; part = queue.shift()) {
      const [name, command, args] = part;
      const from = performance.now();
      const output = [];
      const child = spawn(command, args, { env: { ...process.env, FORCE_COLOR: "1" } });
      for (const stream of [child.stdout, child.stderr]) stream.on("data", (data) => output.push(data));
      const status = await new Promise((done) => child.on("close", done));
      const seconds = (performance.now() - from) / 1000;
      times.push([name, seconds]);
      say(`${name}: ${status === 0 ? "fine" : "failed"}, ${seconds.toFixed(0)} s`);
      if (status !== 0) {
        failed++;
        console.log(Buffer.concat(output).toString());
      }
    }
  };
  await Promise.all(Array.from({ length: LANES }, work));
  return { failed, times };
}
