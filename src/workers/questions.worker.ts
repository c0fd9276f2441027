import { answerTo } from "./answers";
import type { FromWorker, ToWorker } from "./questions.protocol";

const send = (message: FromWorker): void => postMessage(message);

addEventListener("message", ({ data: { question, media } }: MessageEvent<ToWorker>) => {
  const answer = answerTo(question, media, (told) => send({ kind: "told", told }));
  send({ kind: "answer", answer });
});
