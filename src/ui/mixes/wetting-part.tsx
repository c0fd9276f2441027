"use client";
import { useId, useMemo, useState } from "react";
import type { Batch, Pack } from "@/core/mixing/batch";
import type { Part } from "@/core/mixing/blend";
import { handlingOfMix } from "@/core/mixing/handling";
import {
  hydrationOf,
  soakPlan,
  WETNESS,
  wettingOf,
  type SoakStep,
  type Wetness,
  type Wetting,
} from "@/core/mixing/wetting";
import { formatHours, formatPercent, formatRange, formatVolume, type UnitSystem } from "@/core/units/units";
import { hydraulicFunctions } from "@/core/hydraulics/hydraulics";
import { useUnits } from "../common/preferences";
import { Tick } from "../packs/packs";

const WAY_WORDS: Record<Wetting["way"], string> = {
  "at-once": "pour it on, stir, done",
  slowly: "in three goes, an hour apart",
  "soak-first": "by itself first: half the water warm, stir, and the rest by and by, overnight",
};
/** What takes up less than this of its volume is rinsed, not wetted. [m³/m³] */
const NOT_WORTH_WETTING = 0.06;

/** From dry ingredients to a mix as wet as it is wanted, by hand test, by volume and by the clock. */
export function WettingPart({
  parts,
  batch,
  packs,
  initial = "potting",
  level = 3,
  brief = false,
  of,
}: {
  parts: readonly Part[];
  batch: Batch;
  packs: readonly Pack[];
  initial?: Wetness;
  level?: 3 | 4;
  /** Where the cautions are told once for several. */
  brief?: boolean;
  /** What is wetted, where there are several on a page. */
  of?: string;
}) {
  const system = useUnits();
  const timeId = useId();
  const [wetness, setWetness] = useState<Wetness>(initial);
  const [beginAt, setBeginAt] = useState("");
  const wetting = useMemo(() => wettingOf(parts, batch, wetness), [parts, batch, wetness]);
  // what is only rinsed or laid is still told how much water brings it to a state
  const { drinks, wet, isSoaked } = handlingOfMix(parts);
  const handTest = (drinks && wet?.[wetness]) || WETNESS[wetness].hand;
  const plan = useMemo(() => (isSoaked ? [] : soakPlan(wetting)), [wetting, isSoaked]);
  const water = (of: "least" | "most"): number => wetting.reduce((sum, one) => sum + one[of], 0);
  const volumes = (least: number, most: number): string =>
    formatRange(least, most, (cm3) => formatVolume(cm3, system, most));
  const name = (id: string): string => parts.find(({ medium }) => medium.id === id)!.medium.name;
  const hydrations = parts.flatMap(({ medium }, i) => {
    const pack = packs.find(({ mediumId }) => mediumId === medium.id);
    const hydration = pack && hydrationOf(pack, medium);
    return hydration ? [{ medium, pack, hydration, looseCm3: batch.ingredients[i]!.looseCm3 }] : [];
  });
  const Heading = `h${level}` as const;
  if (water("most") < NOT_WORTH_WETTING * batch.sumCm3)
    return (
      <p className="mt-2 leading-snug">
        It needs no wetting before it is filled in. Rinse it until the water runs clear, so that dust neither clouds the
        water nor blinds a screen.
      </p>
    );
  return (
    <section
      aria-label={of === undefined ? "Wetting it" : `Wetting it: ${of}`}
      className="mt-4 border-t border-rule pt-2"
    >
      <div className="flex flex-wrap items-end gap-x-4">
        <Heading className="text-base">Wetting it</Heading>
        <label className="text-sm text-soft">
          until{" "}
          <select
            className="field text-base text-ink"
            value={wetness}
            onChange={(event) => setWetness(event.target.value as Wetness)}
          >
            {(Object.keys(WETNESS) as Wetness[]).map((one) => (
              <option key={one} value={one}>
                {WETNESS[one].name}
              </option>
            ))}
          </select>
        </label>
        {plan.length > 0 && (
          <label htmlFor={timeId} className="no-print text-sm text-soft">
            begun at{" "}
            <input
              id={timeId}
              type="time"
              className="field text-base text-ink"
              value={beginAt}
              onChange={(event) => setBeginAt(event.target.value)}
            />
          </label>
        )}
      </div>
      <p className="leading-snug">
        {handTest} From dry{" "}
        {isSoaked
          ? `it takes up ${volumes(water("least"), water("most"))}. Then it is`
          : `that takes ${volumes(water("least"), water("most"))} of water for all of it; begin with the lesser and test. Mixed, it is then`}{" "}
        {formatPercent(hydraulicFunctions(batch.blend.hydraulics).waterContent(WETNESS[wetness].psiCm))} water.
      </p>
      {!isSoaked && (
        <ul className="mt-1 space-y-0.5 text-[0.95rem] leading-snug">
          {wetting.map(({ mediumId, least, most, way }) => (
            <li key={mediumId} className="border-l-2 border-rule-strong pl-2">
              {name(mediumId)}: {volumes(least, most)}; {WAY_WORDS[way]}.
            </li>
          ))}
        </ul>
      )}
      {hydrations.map(
        ({ medium, pack, hydration: { fillsCm3, toPotting, untilItDrips, tubCm3, minutes }, looseCm3 }) => (
          <p key={medium.id} className="mt-1 border-l-2 border-water pl-2 text-[0.95rem] leading-snug">
            A {pack.kind} of {medium.name} swells to {formatVolume(fillsCm3, system)}:{" "}
            {fillsCm3 > looseCm3 * 1.02
              ? `this batch wants ${formatPercent(looseCm3 / fillsCm3)} of one, sawn or broken off dry; a whole one`
              : "each"}{" "}
            takes {volumes(toPotting.low, toPotting.high)} of warm water to potting moisture, and up to{" "}
            {formatVolume(untilItDrips.typical, system)} until it drips, in a tub of at least{" "}
            {formatVolume(tubCm3, system)}, for {formatRange(minutes[0] / 60, minutes[1] / 60, formatHours)}. Begin with
            the lesser: what it drips is wrung out. Loosen it by hand, and again before it is measured in cups. Its
            water is in the sum above.
          </p>
        ),
      )}
      {plan.length > 0 && (
        <ol
          aria-label={of === undefined ? "By the clock" : `By the clock: ${of}`}
          className="mt-1.5 text-[0.95rem] leading-snug"
        >
          {plan.map((step) => (
            <li
              key={`${step.atHours} ${step.does} ${step.share}`}
              className="grid grid-cols-[6.5rem_minmax(0,1fr)] gap-2 py-0.5"
            >
              <span className="text-soft">
                <Tick />
                {clockText(step.atHours, beginAt)}
              </span>
              <span>{stepText(step, name, wetting, system)}</span>
            </li>
          ))}
        </ol>
      )}
      {!brief && <WettingCautions />}
    </section>
  );
}

export const WettingCautions = () => (
  <p className="mt-1 text-sm leading-snug text-soft">
    Times are reasoned from how such media take up water, not measured on yours: the hand test decides. Dry peat,
    perlite, vermiculite and lime dust: wet them as you open the bag, wear a mask. Gloves with peat, moss and compost:
    do not breathe potting dust, wash your hands.
  </p>
);

function clockText(hours: number, beginAt: string): string {
  const began = /^(\d{1,2}):(\d{2})/u.exec(beginAt);
  if (!began) return hours === 0 ? "to begin" : `after ${formatHours(hours)}`;
  const minutes = Math.round(Number(began[1]) * 60 + Number(began[2]) + hours * 60);
  const days = Math.floor(minutes / 1440);
  return `${String(Math.floor((minutes % 1440) / 60)).padStart(2, "0")}:${String(minutes % 60).padStart(2, "0")}${days > 0 ? " next day" : ""}`;
}

function stepText(
  { does, mediumIds, share }: SoakStep,
  name: (id: string) => string,
  wetting: readonly Wetting[],
  system: UnitSystem,
): string {
  const names = mediumIds.map(name).join(", ");
  const water = formatVolume(
    share * wetting.reduce((sum, { mediumId, least }) => sum + (mediumIds.includes(mediumId) ? least : 0), 0),
    system,
  );
  switch (does) {
    case "soak-warm":
      return `${names}: pour on ${water}, warm, and stir.`;
    case "go-on":
      return `${names}: another ${water}, and stir.`;
    case "pour":
      return `${names}: pour on ${water}${share === 1 ? "" : " of it"}, and stir.`;
    case "mix":
      return `Test by hand, add what is wanting${mediumIds.length > 1 ? ", mix everything" : ""} and fill it in at once: dry pockets steal water from roots.`;
    default:
      return does satisfies never;
  }
}
