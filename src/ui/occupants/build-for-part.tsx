"use client";
import { useEffect, useMemo } from "react";
import type { Occupant } from "@/core/occupants/occupant";
import type { Site } from "@/core/stack/setup";
import { STRATEGY_WORDS } from "@/core/design/strategies";
import type { UnitSystem } from "@/core/units/units";
import type { Vessel } from "@/core/vessel/vessel";
import type { Built } from "@/core/verdicts/build-for";
import { soilsFor } from "@/core/verdicts/guilds";
import { headingOf } from "@/core/verdicts/words";
import type { MediumLookup } from "@/core/water/network";
import { useAnswer } from "../common/use-answer";
import { GradeMark } from "./grade";

export type BuildWish = {
  readonly occupant: Occupant;
  readonly vessel: Vessel;
  readonly holed: boolean;
  readonly site: Site;
  readonly system: UnitSystem;
  readonly own: readonly Occupant[];
  /** All media a design may be made of. */
  readonly mediumIds: readonly string[];
};

/** The setups that suit one kind best in this vessel, to be picked from. */
export function BuildForPart({
  wish,
  medium,
  picked,
  onPick,
}: {
  wish: BuildWish;
  medium: MediumLookup;
  picked: Built | undefined;
  onPick: (built: Built | undefined) => void;
}) {
  const { occupant, vessel, holed, site, system, own, mediumIds } = wish;
  // the same wish is the same question, however often the page is drawn
  const said = JSON.stringify([occupant.id, vessel, holed, site, system]);
  const question = useMemo(
    () =>
      ({
        kind: "build",
        occupantId: occupant.id,
        vessel,
        holed,
        site,
        system,
        own: own.filter(({ id }) => id === occupant.id),
        mediumIds: [...new Set([...soilsFor(occupant), ...mediumIds])],
      }) as const,
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [said],
  );
  const standing = useAnswer(question, medium);
  const name = occupant.name.toLowerCase();
  // the best is taken at once, and another may be picked
  const best = standing?.status === "answered" ? standing.answer[0] : undefined;
  useEffect(() => {
    if (best) onPick(best);
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [best]);
  if (standing?.status !== "answered")
    return (
      <p role="status" className="mt-2 text-soft">
        {standing?.status === "failed" ? "It could not be built by itself." : `Building it for ${name} …`}
      </p>
    );
  const built = standing.answer;
  if (built.length === 0)
    return (
      <p role="status" className="mt-2">
        Nothing that was tried can be built in this vessel.
      </p>
    );
  return (
    <fieldset className="mt-2">
      <legend className="small-caps">Built for {name}</legend>
      {built.every(({ grade }) => grade === "unsuited") && (
        <p className="text-[0.95rem] leading-snug text-trouble">
          No way of holding water suits it in this vessel: {against(built[0]!)}. Another vessel would do more.
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
            </span>
          </span>
        </label>
      ))}
    </fieldset>
  );
}

const against = (built: Built): string => built.against.map((limit) => headingOf(limit).toLowerCase()).join(", ");
