import type { MixSearchReply, MixSearchRequest } from "./mix-search.protocol";

export type { MixSearchReply };

/** Searches for mixes off the page's thread; a new search, or `cancel`, stops the one that runs. */
export class MixSearchClient {
  private worker: Worker | undefined;

  search(request: MixSearchRequest, onReply: (reply: MixSearchReply | undefined) => void): void {
    this.cancel();
    const worker = new Worker(new URL("./mix-search.worker.ts", import.meta.url), { type: "module" });
    this.worker = worker;
    worker.onmessage = ({ data }: MessageEvent<MixSearchReply>) => {
      this.cancel();
      onReply(data);
    };
    worker.onerror = () => {
      this.cancel();
      onReply(undefined);
    };
    worker.postMessage(request);
  }

  cancel(): void {
    this.worker?.terminate();
    this.worker = undefined;
  }
}
