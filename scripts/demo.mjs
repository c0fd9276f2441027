import { createServer } from "node:net";
import { bin, build, ensureInstalled, portFromEnvironment, run, say, serve } from "./run.mjs";

// Everything from a fresh clone to a running Marlstone with the demo data; a later start keeps what was changed.

const port = portFromEnvironment(4310);
await new Promise((free) => {
  const probe = createServer().once("error", (error) => {
    console.error(
      error.code === "EADDRINUSE"
        ? `Port ${port} is taken; is Marlstone running already? Choose another with PORT=4311 npm run demo.`
        : `Port ${port} cannot be used: ${error.message}`,
    );
    process.exit(1);
  });
  probe.listen(port, process.env.MARLSTONE_HOST || "127.0.0.1", () => probe.close(free));
});
ensureInstalled();
build({ whenChanged: true });
say("Migrating and loading the demo data");
run(bin("tsx"), ["demo/load.ts"]);
const { child, answers } = await serve({ port });
if (!answers) {
  child.kill();
  console.error("Marlstone did not start; what it said stands above.");
  process.exit(1);
}
for (const signal of ["SIGINT", "SIGTERM"]) process.on(signal, () => child.kill(signal));
child.on("exit", (code) => process.exit(code ?? 0));
