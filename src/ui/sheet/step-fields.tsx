"use client";
import type { Actual } from "@/core/sheet/built";
import type { Ask, Planned } from "@/core/sheet/step";
import type { Problem } from "@/core/units/problem";
import { problem } from "@/core/units/problem";
import { NumberField } from "../fields/number-field";
import { SearchedChoice, type ChoiceGroup } from "../fields/searched-choice";
import { TextField } from "../fields/text-field";

const LABELS: Record<
  Exclude<Ask, "mediumId" | "price">,
  readonly [label: string, quantity: "length" | "volume" | "count"]
> = {
  topCm: ["It came up to", "length"],
  usedCm3: ["So much went in", "volume"],
  lipCm: ["Lower edge", "length"],
  diameterCm: ["Width", "length"],
  count: ["How many", "count"],
  levelCm: ["Filled to", "length"],
};

/** More than any of these is a slip of the unit. */
const MOST = { length: 300, volume: 1e7, count: 1000 } as const;

/** What turned out otherwise at a step: an empty field is as planned. */
export function StepFields({
  heading,
  asks,
  planned,
  actual,
  media,
  onChange,
}: {
  heading: string;
  asks: readonly Ask[];
  planned: Planned;
  actual: Actual;
  media: readonly ChoiceGroup[];
  onChange: (change: Partial<Actual>) => void;
}) {
  const given = (key: keyof Actual, value: number, most: number): readonly Problem[] => {
    if (!(value >= 0 && value <= most))
      return [problem(key, "out-of-range", "That cannot be meant: is the unit right?")];
    onChange({ [key]: value });
    return [];
  };
  const mediumName = (id: string): string =>
    media.flatMap(({ choices }) => choices).find((one) => one.id === id)?.name ?? id;
  return (
    <div
      role="group"
      aria-label={`How it turned out: ${heading}`}
      className="no-print mt-2 border-l-2 border-rule-strong pl-3"
    >
      <div className="flex flex-wrap gap-x-5 gap-y-2">
        {asks.map((ask) => {
          if (ask === "price") return null;
          if (ask === "mediumId")
            return (
              <div key={ask}>
                <span className="block text-sm text-soft">Filled with</span>
                <SearchedChoice
                  label={`Filled with, instead: ${heading}`}
                  chosen={actual.mediumId ?? planned.mediumId ?? ""}
                  shown={actual.mediumId ? mediumName(actual.mediumId) : "as planned"}
                  groups={media}
                  className="w-56"
                  onChoose={(id) => onChange({ mediumId: id === planned.mediumId ? null : id })}
                />
                {actual.mediumId && (
                  <button
                    type="button"
                    className="ml-2 text-sm underline decoration-dotted pointer-coarse:min-h-11"
                    onClick={() => onChange({ mediumId: null })}
                  >
                    as planned
                  </button>
                )}
              </div>
            );
          const [label, quantity] = LABELS[ask];
          return (
            <NumberField
              key={ask}
              label={label}
              of={heading}
              quantity={quantity}
              value={actual[ask]}
              onOffer={(value) => given(ask, value, MOST[quantity])}
              onUnsaid={() => {
                onChange({ [ask]: null });
                return [];
              }}
            />
          );
        })}
      </div>
      <p className="mt-2">
        <TextField
          label={`Note: ${heading}`}
          placeholder="a note"
          value={actual.note}
          className="w-[min(30rem,75vw)]"
          onOffer={(note) => {
            onChange({ note: note.slice(0, 500) });
            return [];
          }}
        />
      </p>
      <p className="text-sm text-soft">Left empty it is as planned.</p>
    </div>
  );
}
