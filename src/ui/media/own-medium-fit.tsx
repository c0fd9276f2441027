"use client";
import { useMemo } from "react";
import { late } from "../common/late";
import { POOR_FIT, type Fit } from "@/core/media/fit-curve";
import type { MadeMedium } from "@/core/media/own-medium";
import type { Medium } from "@/core/media/medium";
import { formatLength, formatPercent, threeFigures } from "@/core/units/units";
import { formatSpeed } from "@/core/units/media-units";
import { useUnits } from "../common/preferences";

const RetentionChart = late(
  () => import("./curves").then((curves) => curves.RetentionChart),
  () => <p className="py-6 text-soft">drawing …</p>,
);
const HeightChart = late(() => import("./curves").then((curves) => curves.HeightChart));

/** How the figures are met, and what comes of them. */
export function FitShown({ made: { medium, fit, remarks }, base }: { made: MadeMedium; base: Medium }) {
  const system = useUnits();
  const points = useMemo(
    () =>
      (fit?.points ?? []).flatMap(({ kind, atCm, water }) =>
        kind === "held" ? [{ suction: atCm, theta: water }] : [],
      ),
    [fit],
  );
  return (
    <section aria-label="The curve that comes of it" className="space-y-3">
      <h2 className="text-base">The curve that comes of it</h2>
      {fit ? (
        <FitText fit={fit} base={base} />
      ) : (
        <p className="leading-snug">Nothing is given that bends the curve: it is that of {base.name}.</p>
      )}
      {remarks.map((text) => (
        <p key={text} role="status" className="border-l-2 border-trouble pl-2 leading-snug text-trouble">
          {text}
        </p>
      ))}
      {fit && fit.points.length > 0 && (
        <table className="w-full text-[0.95rem]">
          <thead>
            <tr className="border-b border-rule-strong text-left text-sm text-soft">
              {["at", "water given", "fitted", "off by"].map((words) => (
                <th key={words} scope="col" className="py-1 pr-3 font-normal">
                  {words}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {fit.points.map(({ path, kind, atCm, water, fitted }) => (
              <tr key={path} className="border-b border-rule">
                <th scope="row" className="py-1 pr-3 text-left font-normal">
                  {kind === "drained"
                    ? `${formatLength(atCm, system)} tall`
                    : `${formatLength(atCm, system)} of suction`}
                </th>
                <td className="pr-3">{formatPercent(water)}</td>
                <td className="pr-3 text-water">{formatPercent(fitted)}</td>
                <td className={Math.abs(fitted - water) > POOR_FIT ? "text-trouble" : ""}>
                  {threeFigures(100 * Math.abs(fitted - water), 1)} %
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <RetentionChart
        curved={{ id: medium.id, name: "yours", hydraulics: medium.hydraulics }}
        medium={medium}
        system={system}
        from={base}
        points={points}
      />
      <p className="text-sm text-soft">
        Blue is yours, in its band; dashed is {base.name}
        {points.length > 0 && "; crosses are points you gave"}.
      </p>
      <HeightChart curved={{ id: medium.id, name: "yours", hydraulics: medium.hydraulics }} system={system} />
    </section>
  );
}

function FitText({ fit: { worst, suctionFactor, points, hydraulics }, base }: { fit: Fit; base: Medium }) {
  const system = useUnits();
  const finer =
    suctionFactor > 1.03
      ? `finer pores than ${base.name}, by ${threeFigures(suctionFactor, 1)} times`
      : suctionFactor < 0.97
        ? `wider pores than ${base.name}, by ${threeFigures(1 / suctionFactor, 1)} times`
        : `pores as wide as ${base.name}’s`;
  return (
    <p role="status" className="leading-snug">
      It has {formatPercent(hydraulics.thetaS)} pores, {finer}; conductivity follows them,{" "}
      {formatSpeed(hydraulics.ksCmPerHour, system)} when full unless you give it.{" "}
      {points.length > 0 &&
        (worst > POOR_FIT ? (
          <span className="text-trouble">
            The figures are missed by up to {threeFigures(100 * worst, 1)} % of the volume: no curve of this kind has
            them all. Check the figures, or name a medium it is nearer to.
          </span>
        ) : (
          `The figures are met to within ${threeFigures(Math.max(0.1, 100 * worst), 1)} % of the volume.`
        ))}
    </p>
  );
}
