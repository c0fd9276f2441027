import type { Beside } from "./page-state";
import type { Workings } from "./setup-store";

/** Living a setup through, and what stands beside the section meanwhile. */
export const running = ({ getState, put }: Workings) => ({
  showBeside: (beside: Beside): void => put({ beside }),
  askRun: (dryDays: number): void => put({ living: { dryDays, frame: 0, playing: false }, beside: "profile" }),
  endRun: (): void => put({ living: undefined }),
  /** Goes to a frame of the run, at most to its last. */
  seek(frame: number): void {
    const { living, run } = getState();
    if (!living || run?.kind !== "ready") return;
    put({ living: { ...living, frame: Math.min(Math.max(0, frame), run.run.frames.length - 1) } });
  },
  play(playing: boolean): void {
    const { living, run } = getState();
    if (living && run?.kind === "ready") put({ living: { ...living, playing } });
  },
});
