import { failed, problem } from "../core/units/problem";
import type { MediumLookup } from "../core/water/settle";
import type { WaterReplies, WaterRequests, WaterTask } from "./water.protocol";

/**
 * Asks one kind of question off the page's thread. While one is computed, only the newest further one waits: answers nobody looks at any
 * more are not computed.
 */
export class WaterClient<T extends WaterTask> {
  private worker: Worker | undefined;
  private running: WaterRequests[T] | undefined;
  private waiting: WaterRequests[T] | undefined;

  constructor(
    private readonly task: T,
    private readonly medium: MediumLookup,
    private readonly onReply: (asked: WaterRequests[T], reply: WaterReplies[T]) => void,
  ) {}

  ask(request: WaterRequests[T]): void {
    if (request.setup === this.waiting?.setup || (request.setup === this.running?.setup && !this.waiting)) return;
    if (this.running) this.waiting = request;
    else this.send(request);
  }

  /** Stops what is being computed; nothing is answered. */
  end(): void {
    this.worker?.terminate();
    this.worker = this.running = this.waiting = undefined;
  }

  private send(request: WaterRequests[T]): void {
    this.waiting = undefined;
    this.running = request;
    this.worker ??= this.start();
    const media = [...new Set(request.setup.layers.map(({ mediumId }) => mediumId))].flatMap(
      (id) => this.medium(id) ?? [],
    );
    this.worker.postMessage({ task: this.task, media, ...request });
  }

  private start(): Worker {
    const worker = new Worker(new URL("./water.worker.ts", import.meta.url), { type: "module" });
    const answer = (reply: WaterReplies[T]): void => {
      const asked = this.running;
      this.running = undefined;
      if (this.waiting) this.send(this.waiting);
      if (asked) this.onReply(asked, reply);
    };
    worker.onmessage = ({ data }: MessageEvent<WaterReplies[T]>) => answer(data);
    worker.onerror = () =>
      answer(
        failed(
          problem("water", "worker", "This could not be computed; shown is the settled state."),
        ) as WaterReplies[T],
      );
    return worker;
  }
}
