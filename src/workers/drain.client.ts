import type { Setup } from "../core/stack/setup";
import { failed, problem } from "../core/units/problem";
import type { DrainReply } from "./drain.protocol";

/**
 * Drains soaked stacks off the page's thread. While one is computed, only the newest further one waits: answers nobody looks at any
 * more are not computed.
 */
export class DrainClient {
  private readonly worker = new Worker(new URL("./drain.worker.ts", import.meta.url), { type: "module" });
  private running: Setup | undefined;
  private waiting: Setup | undefined;

  constructor(onReply: (setup: Setup, reply: DrainReply) => void) {
    const answer = (reply: DrainReply): void => {
      const setup = this.running;
      this.running = undefined;
      if (this.waiting) this.send(this.waiting);
      if (setup) onReply(setup, reply);
    };
    this.worker.onmessage = ({ data }: MessageEvent<DrainReply>) => answer(data);
    this.worker.onerror = () => answer(failed(problem("water", "worker", "The draining of this stack could not be computed; shown is its settled state.")));
  }

  drain(setup: Setup): void {
    if (setup === this.running || setup === this.waiting) return;
    if (this.running) this.waiting = setup;
    else this.send(setup);
  }

  end(): void {
    this.worker.terminate();
  }

  private send(setup: Setup): void {
    this.waiting = undefined;
    this.running = setup;
    this.worker.postMessage(setup);
  }
}
