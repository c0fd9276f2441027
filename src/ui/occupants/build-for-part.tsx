"use client";
import { STRATEGY_WORDS } from "@/core/design/strategies";
import type { Built } from "@/core/verdicts/build-for";
import { headingOf } from "@/core/verdicts/words";
import type { MediumLookup } from "@/core/water/network";
import { GradeMark } from "./grade";

/** The setups that suit one kind best in this vessel, to be picked from. */
export function BuildForPart({
  name,
  isYoung,
  built,
  picked,
  medium,
  onPick,
}: {
  name: string;
  /** Put in young, it is told what it will be told once it has grown: that is what the vessel has to do for it. */
  isYoung: boolean;
  built: readonly Built[];
  picked: Built | undefined;
  medium: MediumLookup;
  onPick: (built: Built) => void;
}) {
  if (built.length === 0)
    return (
      <p role="status" className="mt-2">
        Nothing that was tried can be built in this vessel.
      </p>
    );
  const best = built[0]!;
  return (
    <fieldset className="mt-2">
      <legend className="small-caps">
        Built for {name}
        {isYoung && ", judged grown up"}
      </legend>
      {best.grade !== "suits" && (
        <p className="text-[0.95rem] leading-snug text-trouble">
          {best.grade === "unsuited"
            ? `No way of holding water suits it in this vessel: ${against(best)}. Another vessel would do more.`
            : `Nothing that was tried is without a but in this vessel: ${against(best)}.`}
        </p>
      )}
      {built.map((one) => (
        <label
          key={`${one.strategy} ${one.soilId}`}
          className="flex min-h-8 items-start gap-2 py-1 pointer-coarse:min-h-11"
        >
          <input
            type="radio"
            name="built"
            className="mt-1 size-4 accent-(--ink)"
            checked={picked?.strategy === one.strategy && picked.soilId === one.soilId}
            onChange={() => onPick(one)}
          />
          <span className="leading-snug">
            {STRATEGY_WORDS[one.strategy].name}, {medium(one.soilId)?.name.toLowerCase() ?? one.soilId}
            <span className="block text-sm text-soft">
              <GradeMark grade={one.grade} />
              {one.against.length > 0 && `: ${against(one)}`}
              {one.troubles.length > 0 && (
                <span className="text-trouble">; {one.troubles.join(", ").toLowerCase()}</span>
              )}
            </span>
          </span>
        </label>
      ))}
    </fieldset>
  );
}

const against = (built: Built): string => built.against.map((limit) => headingOf(limit).toLowerCase()).join(", ");
