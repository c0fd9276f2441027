import { expect, it } from "vitest";
import { CATALOGUE } from "../core/media/catalogue";
import { layer, MIX, potWith } from "../core/testing/setups";
import { answerTo, LONGEST_FOLLOWED_MS } from "./answers";
import type { Answer, Told } from "./questions.protocol";

const POT = potWith({ kind: "drained", outletCm: 0 }, [layer(MIX, 20)]);

it("water is followed for ten seconds at most: then a run tells what is known, and how far that goes", () => {
  const told: Told[] = [];
  let milliseconds = 0;
  // a machine on which each hour shown takes 400 ms
  const answer = answerTo(
    { kind: "run", setup: POT, dryDays: 5, own: [] },
    CATALOGUE,
    (one) => {
      told.push(one);
      milliseconds += 400;
    },
    () => milliseconds,
  ) as Answer<"run">;
  if (!answer.ok) throw new Error("is told");
  expect(told).toHaveLength(LONGEST_FOLLOWED_MS / 400);
  expect(answer.value.followedToHour).toBe(answer.value.frames.at(-1)!.hours);
  expect(answer.value.frames).toHaveLength(told.length);
  expect(told.at(-1)!.done).toBeCloseTo(answer.value.followedToHour! / (24 + 5 * 24 + 1 + 24), 9);
});

it("a draining that takes longer is answered by why there is none", () => {
  let asked = 0;
  const answer = answerTo(
    { kind: "drain", setup: POT },
    CATALOGUE,
    () => undefined,
    () => (asked++ ? 20_000 : 0),
  );
  expect(answer).toMatchObject({ ok: false, problems: [{ path: "water", code: "stopped" }] });
});
