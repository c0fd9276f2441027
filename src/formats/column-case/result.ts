import { ok, type Result } from "../../core/units/problem";
import { solveColumnTask, type ColumnAnswer } from "../../core/water/column-task";
import { COLUMN_RESULT_KIND, COLUMN_VERSION, type ColumnCase, type ColumnResult } from "./document";

/**
 * Answers a case as a document.
 * @param nowMilliseconds a clock, since core and formats have none of their own; only `work.milliseconds` comes from it
 */
export function answerColumnCase(columnCase: ColumnCase, nowMilliseconds: () => number): Result<ColumnResult> {
  const started = nowMilliseconds();
  const answer = solveColumnTask(columnCase);
  const milliseconds = nowMilliseconds() - started;
  return answer.ok ? ok(columnResult(columnCase, answer.value, milliseconds)) : answer;
}

/** What is the same in all results of one state that nothing moved to. */
const AT_REST = { cumulative: [{ hours: 0, topInCm3: 0, bottomInCm3: 0, runoffCm3: 0 }], massBalanceRelError: 0 };

function columnResult(columnCase: ColumnCase, answer: ColumnAnswer, milliseconds: number): ColumnResult {
  const { zCm } = answer.column;
  const head = { kind: COLUMN_RESULT_KIND, version: COLUMN_VERSION, task: answer.task, z: [...zCm] } as const;
  const work = { cells: zCm.length, steps: 0, milliseconds };
  switch (answer.task) {
    case "equilibrium": {
      const { waterTableCm, storedCm3, pondedCm3, saturatedCm, psiCm, theta, iterations } = answer.state;
      return {
        ...head,
        states: [{ hours: 0, psi: [...psiCm], theta: [...theta], storedCm3 }],
        ...AT_REST,
        equilibrium: { waterTableCm, storedCm3, pondedCm3, saturatedCm },
        work: { ...work, iterations },
      };
    }
    case "steady-rise": {
      const { maxFluxCmPerHour, maxCm3PerHour, psiCm, theta, iterations } = answer.rise;
      return {
        ...head,
        states: [{ hours: 0, psi: [...psiCm], theta: [...theta], storedCm3: answer.storedCm3 }],
        ...AT_REST,
        steadyRise: { maxFluxCmPerHour, maxCm3PerHour },
        work: { ...work, iterations },
      };
    }
    case "transient": {
      const { states, cumulative, massBalanceRelError, steps, iterations } = answer.run;
      const drinks = columnCase.task === "transient" && columnCase.uptake !== undefined;
      return {
        ...head,
        states: states.map(({ hours, psiCm, theta, storedCm3, history, sheds }) => ({
          hours,
          psi: [...psiCm],
          theta: [...theta],
          storedCm3,
          ...(history && { history }),
          ...(sheds && { sheds: [...sheds] }),
        })),
        cumulative: cumulative.map(({ uptakeCm3, ...flows }) => ({ ...flows, ...(drinks ? { uptakeCm3 } : {}) })),
        massBalanceRelError,
        work: { ...work, steps, iterations },
      };
    }
    default:
      return answer satisfies never;
  }
}
