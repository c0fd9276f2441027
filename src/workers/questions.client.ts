import type { Medium } from "../core/media/medium";
import {
  mediumIdsOf,
  WHEN_UNWANTED,
  type Answer,
  type FromWorker,
  type Kind,
  type Question,
  type Told,
  type ToWorker,
} from "./questions.protocol";

export { FOLLOWING, type Answer, type Kind, type Question } from "./questions.protocol";

/** How it stands with a question: it waits or is computed, has its answer, or could not be computed at all. */
export type Answering<K extends Kind = Kind> = {
  readonly question: Question<K>;
} & (
  | { readonly status: "computing"; readonly told: Told<K> }
  | { readonly status: "answered"; readonly answer: Answer<K> }
  | { readonly status: "failed" }
);

/** Where questions come from: places in a page, each with at most one question at a time. */
export type Places = Readonly<Record<string, Kind>>;
export type Wanted<P extends Places> = { readonly [Place in keyof P]: Question<P[Place]> | undefined };
/** Told how it stands with the question of a place. */
export type Tell<P extends Places> = <Place extends keyof P>(place: Place, standing: Answering<P[Place]>) => void;

/** Answers kept for questions that are asked again. */
const MOST_KEPT = 40;

type Job = { readonly question: Question; readonly key: string };
type Desk = {
  worker: Worker | undefined;
  running: Job | undefined;
  waiting: Job | undefined;
  wanted: Job | undefined;
  /** What was last told of what is wanted. */
  standing: Answering | undefined;
};

/**
 * Asks what a page wants to know, each place of it at a desk of its own. While one question is computed only the newest
 * further one waits: answers nobody looks at are not computed. What was answered is not computed again.
 */
export class QuestionClient<P extends Places> {
  private readonly desks = new Map<keyof P, Desk>();
  private readonly kept = new Map<string, Answer>();

  constructor(
    private readonly medium: (id: string) => Medium | undefined,
    private readonly onStanding: Tell<P>,
    private readonly makeWorker: () => Worker = () =>
      new Worker(new URL("./questions.worker.ts", import.meta.url), { type: "module" }),
  ) {}

  /** Says what each place wants to know now; a place that is undefined wants nothing. */
  want(wanted: Wanted<P>): void {
    for (const [place, question] of Object.entries(wanted) as [keyof P & string, Question | undefined][])
      this.wantAt(place, question);
  }

  /** Stops everything; nothing is answered any more. */
  end(): void {
    for (const desk of this.desks.values()) this.stop(desk);
  }

  private wantAt(place: keyof P & string, question: Question | undefined): void {
    const desk = this.deskAt(place);
    if (question === undefined) {
      desk.wanted = desk.waiting = desk.standing = undefined;
      if (desk.running && WHEN_UNWANTED[desk.running.question.kind] === "is-stopped") this.stop(desk);
      return;
    }
    if (desk.wanted?.question === question) return;
    const job = { question, key: keyOf(question) };
    // what failed is tried again when it is asked again
    if (desk.wanted?.key === job.key && desk.standing && desk.standing.status !== "failed") {
      // the same question in other words: whoever asks knows it by its own
      desk.wanted = job;
      return this.tell(place, { ...desk.standing, question });
    }
    desk.wanted = job;
    desk.waiting = undefined;
    const kept = this.kept.get(job.key);
    if (kept !== undefined) return this.tell(place, { question, status: "answered", answer: kept });
    this.tell(place, { question, status: "computing", told: {} });
    if (desk.running?.key === job.key) return;
    if (desk.running && WHEN_UNWANTED[desk.running.question.kind] === "is-stopped") this.stop(desk, job);
    if (desk.running) desk.waiting = job;
    else this.start(place, desk, job);
  }

  private start(place: keyof P & string, desk: Desk, job: Job): void {
    desk.running = job;
    desk.worker ??= this.workerFor(place, desk);
    const media = [...new Set(mediumIdsOf(job.question))].flatMap((id) => this.medium(id) ?? []);
    desk.worker.postMessage({ question: job.question, media } satisfies ToWorker);
  }

  private workerFor(place: keyof P & string, desk: Desk): Worker {
    const worker = this.makeWorker();
    worker.onmessage = ({ data }: MessageEvent<FromWorker>) => {
      const { running } = desk;
      // one that was ended may still speak: what it says is not of the question that runs now
      if (!running || desk.worker !== worker) return;
      if (data.kind === "told") {
        if (desk.wanted?.key === running.key)
          this.tell(place, { question: desk.wanted.question, status: "computing", told: data.told });
        return;
      }
      this.keep(running.key, data.answer);
      this.finish(place, desk, { status: "answered", answer: data.answer });
    };
    worker.onerror = () => {
      // one that failed may never have come alive, and would keep every later question without a word
      worker.terminate();
      if (desk.worker !== worker) return;
      desk.worker = undefined;
      this.finish(place, desk, { status: "failed" });
    };
    return worker;
  }

  private finish(
    place: keyof P & string,
    desk: Desk,
    how: { status: "answered"; answer: Answer } | { status: "failed" },
  ): void {
    const { running, waiting, wanted } = desk;
    desk.running = desk.waiting = undefined;
    if (waiting) this.start(place, desk, waiting);
    if (running && wanted?.key === running.key) this.tell(place, { question: wanted.question, ...how });
  }

  private stop(desk: Desk, wanted?: Job): void {
    desk.worker?.terminate();
    desk.worker = desk.running = desk.waiting = undefined;
    desk.wanted = wanted;
  }

  private tell<Place extends keyof P>(place: Place, standing: Answering): void {
    // a place asks questions of its kind alone, so what stands with them is of that kind
    this.deskAt(place).standing = standing;
    this.onStanding(place, standing as unknown as Answering<P[Place]>);
  }

  private keep(key: string, answer: Answer): void {
    this.kept.set(key, answer);
    if (this.kept.size > MOST_KEPT) this.kept.delete(this.kept.keys().next().value!);
  }

  private deskAt(place: keyof P): Desk {
    const desk = this.desks.get(place) ?? {
      worker: undefined,
      running: undefined,
      waiting: undefined,
      wanted: undefined,
      standing: undefined,
    };
    this.desks.set(place, desk);
    return desk;
  }
}

/** Equal questions have equal keys. */
const keyOf = (question: Question): string => JSON.stringify(question);
