"use client";
import { memo } from "react";
import { stateOf, type Actual, type StepState } from "@/core/sheet/built";
import type { Ask, Marks } from "@/core/sheet/step";
import { formatLength, formatVolume, type UnitSystem } from "@/core/units/units";
import { late } from "../common/late";
import { useUnits } from "../common/preferences";
import { Drawing } from "../drawing/drawing";
import type { ChoiceGroup } from "../fields/searched-choice";
import type { BuildLog } from "./build-log";
import type { StepShown } from "./sheet-shown";
import { useState } from "react";

const StepFields = late(() => import("./step-fields").then(({ StepFields: fields }) => fields));

/** One step: what is done, how high it comes, what to mind, how it looks then; and a tick. */
export const StepItem = memo(function StepItem({
  step,
  number,
  state,
  log,
  media,
}: {
  step: StepShown;
  number: number;
  state: StepState;
  log: BuildLog;
  media: readonly ChoiceGroup[];
}) {
  const system = useUnits();
  const { key, heading, text, marks, cautions, drawing, asks } = step;
  const [open, setOpen] = useState(false);
  const setActual = (change: Partial<Actual>): void =>
    log.set(key, { actual: { ...stateOf(log.get().built, key).actual, ...change } });
  return (
    <li
      id={`step-${key}`}
      className="break-inside-avoid scroll-mt-2 border-t border-rule py-3 first:border-t-0 print:py-2"
    >
      <div className="grid grid-cols-[2.75rem_minmax(0,1fr)] gap-x-2 sm:grid-cols-[2.75rem_minmax(0,1fr)_15rem] print:grid-cols-[9mm_minmax(0,1fr)_68mm]">
        <label className="flex min-h-11 min-w-11 items-start justify-center pt-1.5 print:min-w-0">
          <input
            type="checkbox"
            className="size-6 accent-(--ink) print:size-[4.5mm]"
            checked={state.done}
            aria-label={`Done: ${heading}`}
            onChange={(event) => log.set(key, { done: event.target.checked })}
          />
        </label>
        <div className="min-w-0">
          <h3 className="break-after-avoid text-lg leading-snug print:text-[12pt]">
            {number}. {heading}
          </h3>
          {marks && <MarksLine marks={marks} system={system} />}
          {text.map((paragraph) => (
            <p key={paragraph} className="mt-1 max-w-[68ch] leading-snug print:max-w-none">
              {paragraph}
            </p>
          ))}
          {cautions.length > 0 && (
            <ul
              aria-label={`Mind at step ${number}`}
              className="mt-1.5 space-y-1 border-l-2 border-trouble pl-2 text-[0.95rem] leading-snug print:text-[9.5pt]"
            >
              {cautions.map((caution) => (
                <li key={caution} className="max-w-[68ch]">
                  {caution}
                </li>
              ))}
            </ul>
          )}
          <button
            type="button"
            className="no-print mt-1 text-left text-[0.95rem] underline decoration-dotted pointer-coarse:min-h-11"
            aria-expanded={open}
            onClick={() => setOpen(!open)}
          >
            {hasActual(state.actual) ? "it turned out otherwise, see what was written down" : "it turned out otherwise"}
          </button>
          {open && (
            <StepFields
              heading={heading}
              asks={asks as readonly Ask[]}
              planned={step.planned}
              actual={state.actual}
              media={media}
              onChange={setActual}
            />
          )}
        </div>
        <div className="col-start-2 mt-2 sm:col-start-3 sm:row-start-1 sm:mt-0 print:col-start-3 print:row-start-1">
          <Drawing drawing={drawing} pxPerMm={3.5} />
        </div>
      </div>
    </li>
  );
});

const hasActual = (actual: Actual): boolean => Object.values(actual).some((value) => value !== null && value !== "");

/** The height of a step in big figures, in each way it can be measured, and the litres up to there. */
const MarksLine = ({ marks, system }: { marks: Marks; system: UnitSystem }) => (
  <p className="mt-0.5 max-w-[68ch] leading-snug">
    <b className="text-[1.35rem] print:text-[17pt]">{formatLength(marks.overInsideBaseCm, system)}</b>{" "}
    <span className="text-[0.95rem]">
      over the inside base; {formatLength(marks.overGroundCm, system)} from what it stands on,{" "}
      {formatLength(marks.underRimCm, system)} under the rim
      {marks.upToCm3 > 0 ? `; ${formatVolume(marks.upToCm3, system)} in it by then` : ""}
    </span>
  </p>
);
