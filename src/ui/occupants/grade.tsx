import { Check, CircleHelp, TriangleAlert, X } from "lucide-react";
import type { Grade } from "@/core/verdicts/verdict";
import { GRADE_WORDS } from "@/core/verdicts/grade-words";

const MARKS = {
  unsuited: { Mark: X, tone: "text-trouble" },
  care: { Mark: TriangleAlert, tone: "text-ink" },
  unknown: { Mark: CircleHelp, tone: "text-soft" },
  suits: { Mark: Check, tone: "text-life" },
} as const;

/** A grade by its mark and its words: neither colour nor sign alone says it. */
export function GradeMark({ grade }: { grade: Grade }) {
  const { Mark, tone } = MARKS[grade];
  return (
    <span className={`inline-flex items-center gap-1 whitespace-nowrap font-semibold ${tone}`}>
      <Mark size={15} strokeWidth={2.6} aria-hidden className="shrink-0" />
      {GRADE_WORDS[grade]}
    </span>
  );
}
