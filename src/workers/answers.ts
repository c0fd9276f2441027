import { gradedZones } from "../core/mixing/grading";
import { insteadOf, meanWaterBetween, searchMixes } from "../core/mixing/search";
import type { Medium } from "../core/media/medium";
import { AFTER_SOAKING_HOURS, drainedAfterSoaking } from "../core/water/drain";
import { LIBRARY, occupantsWith } from "../core/occupants/library/library";
import { buildFor } from "../core/verdicts/build-for";
import { statesOf } from "../core/verdicts/judge";
import { mend } from "../core/verdicts/mend";
import { surenessOf } from "../core/verdicts/sure";
import { whoWouldLike } from "../core/verdicts/who-would";
import { uptakeOfSetup } from "../core/verdicts/uptake";
import { ensemble, ENSEMBLE_RUNS } from "../core/season/ensemble";
import { season } from "../core/season/season";
import { changedBy } from "../core/season/what-if";
import { failed, problem } from "../core/units/problem";
import { whenSound } from "../core/water/checked";
import { runSetup } from "../core/water/run";
import { planRun } from "../core/water/run-plan";
import { supplyOf } from "../core/water/supply";
import { FOLLOWING, type Answer, type Question, type Told } from "./questions.protocol";

const MOST_SHOWN = 8;
const TOLD_EVERY_DAYS = 30;

/**
 * Answers a question, telling on the way how far it is.
 * @param now  milliseconds of a clock
 */
export function answerTo(
  question: Question,
  media: readonly Medium[],
  tell: (told: Told) => void,
  now: () => number = () => performance.now(),
): Answer {
  const began = now();
  const mayGoOn = (): boolean => now() - began < FOLLOWING.longestMs;
  const byId = new Map(media.map((medium) => [medium.id, medium]));
  const medium = (id: string): Medium | undefined => byId.get(id);
  switch (question.kind) {
    case "drain": {
      const drained = whenSound(question.setup, medium, (sound) =>
        drainedAfterSoaking(sound, medium, AFTER_SOAKING_HOURS, mayGoOn),
      );
      return drained.ok ? { ok: true, value: drained.value.equilibrium } : drained;
    }
    case "supply":
      return whenSound(question.setup, medium, (sound) => supplyOf(sound, medium));
    case "run": {
      const { setup, dryDays, own } = question;
      if (!(Number.isInteger(dryDays) && dryDays >= 1 && dryDays <= FOLLOWING.mostDryDays))
        return failed(problem("dryDays", "out-of-range", `A run has 1 to ${FOLLOWING.mostDryDays} dry days.`));
      const lastHour = planRun(setup, dryDays).hours.at(-1)!;
      return whenSound(setup, medium, (sound) =>
        runSetup(sound, medium, dryDays, {
          onHour: (hour) => tell({ done: hour / lastHour }),
          mayGoOn,
          drinks: uptakeOfSetup(setup, occupantsWith(own)),
        }),
      );
    }
    case "season": {
      const { setup, own, at, regime, what } = question;
      const occupants = occupantsWith(own);
      return whenSound(setup, medium, (sound) => {
        const plain = { setup: sound, medium, occupants, at, regime };
        const changed = what === null ? {} : changedBy(what, plain);
        if (!changed) return failed(problem("what", "not-here", "There is nothing of it here that could go so."));
        let toldDays = 0;
        return season({
          ...plain,
          ...changed,
          onDays(soFar) {
            // the first month at once, then what is worth drawing anew
            if (soFar.days.length - toldDays < TOLD_EVERY_DAYS) return;
            toldDays = soFar.days.length;
            tell({ done: toldDays / at.days.length, soFar: { ok: true, value: { ...soFar, days: [...soFar.days] } } });
          },
          mayGoOn: () => now() - began < FOLLOWING.longestYearMs,
        });
      });
    }
    case "ensemble": {
      const { setup, own, at, regime } = question;
      return whenSound(setup, medium, (sound) =>
        ensemble({
          setup: sound,
          medium,
          occupants: occupantsWith(own),
          at,
          regime,
          onRun: (soFar) => tell({ done: soFar.runs.length / ENSEMBLE_RUNS, soFar: { ok: true, value: soFar } }),
          mayGoOn: () => now() - began < FOLLOWING.longestEnsembleMs,
        }),
      );
    }
    case "sure":
      return surenessOf(question.setup, medium, occupantsWith(question.own), question.from, question.to);
    case "mend":
      return mend({
        ...question,
        medium,
        occupants: occupantsWith(question.own),
        kinds: [...question.own, ...LIBRARY],
        partsOf: (id) => question.mixes.find(({ mediumId }) => mediumId === id)?.parts,
        mayGoOn,
      });
    case "who": {
      const { setup, own } = question;
      const states = statesOf(setup, medium);
      return states ? whoWouldLike(setup, medium, [...own, ...LIBRARY], states) : [];
    }
    case "build":
      return buildFor(question, medium, occupantsWith(question.own));
    case "mixes": {
      const { wanted, mostParts } = question;
      return searchMixes(media, waterAt(question), wanted, MOST_SHOWN, mostParts, (soFar) => tell({ soFar }));
    }
    case "instead":
      return insteadOf(question.match, media, waterAt(question), MOST_SHOWN, (soFar) => tell({ soFar }));
    case "zones":
      return gradedZones(question.asked, media, waterAt(question));
    default:
      return question satisfies never;
  }
}

const waterAt = (place: { readonly fromSuctionCm: number; readonly toSuctionCm: number }) =>
  meanWaterBetween(place.fromSuctionCm, place.toSuctionCm);
