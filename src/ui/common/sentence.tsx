"use client";
import { memo } from "react";
import type { Check } from "@/core/checks/check";
import type { ReadingSentence } from "@/core/readings/sentences";
import { WhyButton } from "./why-button";

/** Drawn anew only when what it says changes, or while its why is open: sentences follow every frame of a drag. */
export const Sentence = memo(
  function Sentence({ sentence }: { sentence: Said }) {
    const { heading, text, tone } = sentence;
    return (
      <div className="border-t border-rule py-1.5 first:border-t-0">
        <h3
          className={`small-caps flex items-baseline justify-between gap-2 ${tone === "trouble" ? "text-trouble!" : ""}`}
        >
          <span>
            {heading}
            {tone === "trouble" && <span className="sr-only"> (trouble)</span>}
          </span>
          <WhyButton heading={heading} why={sentence.why} />
        </h3>
        <p className={`leading-snug ${tone === "trouble" ? "text-trouble" : ""}`}>{text}</p>
      </div>
    );
  },
  (before, after) => told(before.sentence) === told(after.sentence),
);

type Said = Pick<ReadingSentence | Check, "heading" | "text" | "tone" | "why">;

/** All that a sentence and its why say. */
const told = ({ heading, text, tone, why }: Said): string =>
  [heading, text, tone, why.formula, ...why.inputs.flat(), why.source, why.uncertainty].join("|");
