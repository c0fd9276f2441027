"use client";
import { useMemo } from "react";
import type { VgHydraulics } from "@/core/hydraulics/hydraulics";
import type { Medium } from "@/core/media/medium";
import { yearsUntilTight } from "@/core/mixing/ageing";
import { batchFromStock } from "@/core/mixing/batch";
import { blend, type Part } from "@/core/mixing/blend";
import { mixEc, mixPH } from "@/core/mixing/chemistry";
import type { Zone } from "@/core/mixing/grading";
import { recipeText, type RecipePart } from "@/core/mixing/recipe";
import { meanWaterBetween, type SearchResult } from "@/core/mixing/search";
import { TIGHT_AIR_SPACE } from "@/core/readings/readings";
import type { Result } from "@/core/units/problem";
import { formatLength, formatPercent, formatVolume, threeFigures } from "@/core/units/units";
import { useUnits } from "../common/preferences";
import { COST_WORDS, rangeText } from "../media/medium-words";

const CONDITION_WORDS = { air: "The air", water: "The water", pH: "The pH" } as const;
const COST_ORDER = ["low", "medium", "high"] as const;

/**
 * What was found, nearest first, with what each costs otherwise: pH, salts, life span, price, and where it comes from.
 */
export function FoundMixes({
  result: { found: listed, tried, met, stoppedBy },
  soFar,
  exact,
  fromSuctionCm,
  toSuctionCm,
  instead,
  stock,
  media,
  onTake,
}: {
  result: SearchResult;
  /** Whether it is still being looked for. */
  soFar: boolean;
  exact: boolean;
  /** Between which suctions the roots are. */
  fromSuctionCm: number;
  toSuctionCm: number;
  /** What it is to stand in for. */
  instead: { readonly parts: readonly Part[]; readonly hydraulics: VgHydraulics } | undefined;
  /** What there is of a medium that has to be in it: the biggest batch of it comes first. */
  stock: { readonly mediumId: string; readonly cm3: number } | undefined;
  media: readonly Medium[];
  onTake: (parts: readonly RecipePart[]) => void;
}) {
  const system = useUnits();
  const byId = useMemo(() => new Map(media.map((medium) => [medium.id, medium])), [media]);
  const name = (id: string): string => byId.get(id)?.name ?? id;
  const found = useMemo(() => {
    const makes = listed.map((candidate) => ({ ...candidate, batchCm3: batchOf(candidate, stock, byId) }));
    return stock && met > 0 ? makes.sort((a, b) => (b.batchCm3 ?? 0) - (a.batchCm3 ?? 0)) : makes;
  }, [listed, met, stock, byId]);
  const now = useMemo(() => {
    if (!instead) return undefined;
    const water = meanWaterBetween(fromSuctionCm, toSuctionCm)(instead.hydraulics);
    return {
      water,
      air: Math.max(0, instead.hydraulics.thetaS - water),
      character: characterOf(instead.parts, Math.max(0, instead.hydraulics.thetaS - water)),
    };
  }, [instead, fromSuctionCm, toSuctionCm]);
  return (
    <>
      <p className="mt-2 text-[0.95rem] leading-snug" role="status">
        {soFar && "So far: "}
        {exact
          ? met > 0
            ? `${met} of ${tried} mixes ${met === 1 ? "meets" : "meet"} it${found.length < met ? `; the ${found.length} plainest are listed` : ""}${stock ? ", the biggest batch first" : ""}.`
            : `None of ${tried} mixes meets it. ${stoppedBy.map(({ condition, reachable }) => `${CONDITION_WORDS[condition]} ${reachable ? "can be had, but not together with the rest" : "cannot be had of these media at all"}.`).join(" ")} The nearest are:`
          : `The nearest of ${tried} mixes, by what they are off in air and water together. The rule is good to about 5 % of the volume: what is off by less is as good.`}
      </p>
      {now && (
        <p className="mt-1 border-l-2 border-rule-strong pl-2 text-[0.95rem] leading-snug">
          What is to be replaced has here air {formatPercent(now.air)},{" "}
          <span className="text-water">water {formatPercent(now.water)}</span>. <Tradeoffs {...now.character} />
        </p>
      )}
      <ul className="mt-1 border-b border-rule">
        {found.map((candidate) => {
          const words = recipeText(candidate.parts, name);
          const parts = candidate.parts.map(({ mediumId, parts: amount }) => ({
            medium: byId.get(mediumId)!,
            parts: amount,
          }));
          return (
            <li key={words} className="border-t border-rule py-1 text-[0.95rem] leading-snug">
              <span className="flex flex-wrap items-center gap-x-3">
                <button
                  type="button"
                  className="min-w-0 grow basis-52 text-left underline decoration-dotted hover:decoration-solid pointer-coarse:min-h-11"
                  onClick={() => onTake(candidate.parts)}
                >
                  {words}
                </button>
                <span>
                  air {formatPercent(candidate.air)},{" "}
                  <span className="text-water">water {formatPercent(candidate.water)}</span>
                  {candidate.mismatch > 0 && (
                    <span className="text-soft">, off by {formatPercent(candidate.mismatch)}</span>
                  )}
                </span>
              </span>
              {candidate.batchCm3 !== undefined && (
                <span className="block">makes {formatVolume(candidate.batchCm3, system)} of what you have</span>
              )}
              <span className="block text-soft">
                <Tradeoffs {...characterOf(parts, candidate.air)} />
              </span>
              <details className="text-soft">
                <summary className="text-sm pointer-coarse:min-h-11">where it comes from</summary>
                {parts.map(({ medium }) => (
                  <span key={medium.id} className="block text-sm">
                    {medium.name}: {medium.renewability}
                  </span>
                ))}
              </details>
            </li>
          );
        })}
      </ul>
    </>
  );
}

/** How much a stock of one of its parts makes of a mix; undefined where there is none to go by. [cm³] */
function batchOf(
  { parts }: SearchResult["found"][number],
  stock: { readonly mediumId: string; readonly cm3: number } | undefined,
  byId: ReadonlyMap<string, Medium>,
): number | undefined {
  const known = parts.flatMap(({ mediumId, parts: amount }) => {
    const medium = byId.get(mediumId);
    return medium ? [{ medium, parts: amount }] : [];
  });
  const made = stock && batchFromStock(known, new Map([[stock.mediumId, stock.cm3]]));
  return made?.ok ? made.value.batch.settledCm3 : undefined;
}

type Character = { readonly pH: string; readonly salts: string; readonly lasts: string; readonly cost: string };

const Tradeoffs = ({ pH, salts, lasts, cost }: Character) => (
  <>
    pH {pH}, salts {salts} dS/m; {lasts}; {cost}.
  </>
);

function characterOf(parts: readonly Part[], air: number): Character {
  const mixed = blend(parts);
  const shares = mixed.ok ? mixed.value.shares : parts.map(() => 1 / parts.length);
  const rots = parts.some(({ medium }) => medium.decompositionHalfLifeYears !== null);
  const { low, high } = yearsUntilTight(parts, shares, air, TIGHT_AIR_SPACE);
  const limit = formatPercent(TIGHT_AIR_SPACE);
  return {
    pH: rangeText(mixPH(parts, shares), 1),
    salts: rangeText(mixEc(parts, shares), 1),
    lasts: !rots
      ? "nothing in it rots"
      : air < TIGHT_AIR_SPACE
        ? `rots, and has under ${limit} air from the start`
        : low === Infinity
          ? `rots, but keeps over ${limit} air`
          : `under ${limit} air in ${threeFigures(low, 0)} ${high === Infinity ? "years or never" : `to ${threeFigures(high, 0)} years`}`,
    cost: `${COST_WORDS[COST_ORDER[Math.max(...parts.map(({ medium }) => COST_ORDER.indexOf(medium.costClass)))]!]} in price`,
  };
}

/** Zones from the root ball outward. */
export function FoundZones({
  result,
  media,
  onTake,
}: {
  result: Result<readonly Zone[]>;
  media: readonly Medium[];
  onTake: (parts: readonly RecipePart[]) => void;
}) {
  const system = useUnits();
  const name = (id: string): string => media.find((medium) => medium.id === id)?.name ?? id;
  if (!result.ok)
    return (
      <p className="said mt-2" role="alert">
        {result.problems.map(({ message }) => message).join(" ")}
      </p>
    );
  const zones = result.value;
  return (
    <>
      <p role="status" className="mt-2 text-[0.95rem] leading-snug">
        {zones.length === 1 ? "One zone" : `${zones.length} zones`} from the root ball to the wall; make each a mix of
        its own. Set the ball in, stand sleeves of card or cut pots around it, fill, firm lightly and draw them out.
      </p>
      <ol className="mt-1 border-b border-rule text-[0.95rem] leading-snug">
        {zones.map(({ fromRadiusCm, toRadiusCm, volumeCm3, wantedWater, grainMm, mix }, i) => (
          <li key={fromRadiusCm} className="border-t border-rule py-1">
            <span className="small-caps">
              {i === zones.length - 1 ? "Rim" : i === 0 ? "Around the ball" : "Between"}
            </span>{" "}
            {formatLength(2 * fromRadiusCm, system)} to {formatLength(2 * toRadiusCm, system)} across,{" "}
            {formatVolume(volumeCm3, system)}, grains about {threeFigures(grainMm, 1)} mm:{" "}
            <button
              type="button"
              className="underline decoration-dotted pointer-coarse:min-h-11"
              onClick={() => onTake(mix.parts)}
            >
              {recipeText(mix.parts, name)}
            </button>
            ; air {formatPercent(mix.air)}, <span className="text-water">water {formatPercent(mix.water)}</span>
            {Math.abs(mix.water - wantedWater) > 0.02 && (
              <span className="text-soft"> (wanted {formatPercent(wantedWater)})</span>
            )}
            .
          </li>
        ))}
      </ol>
      <p className="mt-1 text-sm leading-snug text-soft">
        Equilibrium at this height, read to about 5 % of the volume. A rim of coarse grains dries first and seldom wets
        the core: water on the core.
      </p>
    </>
  );
}
