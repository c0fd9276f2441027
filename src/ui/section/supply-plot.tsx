import type { Setup } from "@/core/stack/setup";
import { CM3_PER_GALLON, CM3_PER_LITRE, threeFigures, type UnitSystem } from "@/core/units/units";
import type { BranchSupply, Supply } from "@/core/water/supply";
import { branchesShown } from "@/core/water/supply-shown";
import { yOf as yOfHeight, type BoardGeometry } from "../drawing/geometry";

/** About what “a day takes 1.62” is wide. */
const DEMAND_WORDS_PX = 104;

/** Least and greatest of the demand's multiples that the axis shows. */
const SHOWN = { least: 0.05, greatest: 30 } as const;

/**
 * Supply by the level of the free surface, on the section's height axis: for each level, across, what can rise to the
 * roots in a day, on a scale of decades; the demand is the upright line, and where the curve crosses it is the refill
 * mark.
 */
export function SupplyPlot({
  supply,
  setup,
  stale,
  geometry,
  system,
}: {
  supply: Supply;
  setup: Setup;
  stale: boolean;
  geometry: BoardGeometry;
  system: UnitSystem;
}) {
  const { left, right } = geometry.profile;
  const { demandCm3PerHour, brimCm, demandHeightCm } = supply;
  const unit = system === "metric" ? CM3_PER_LITRE : CM3_PER_GALLON;
  const perDay = (cm3PerHour: number): number => (cm3PerHour * 24) / unit;
  const middle = Math.max(perDay(demandCm3PerHour), 1e-4);
  const [low, high] = [Math.log10(middle * SHOWN.least), Math.log10(middle * SHOWN.greatest)];
  const x = (amount: number): number => left + ((Math.log10(amount) - low) / (high - low)) * (right - left);
  const yOf = (heightCm: number): number => yOfHeight(geometry, heightCm);
  const decades = Array.from({ length: Math.floor(high) - Math.ceil(low) + 1 }, (_, i) => Math.ceil(low) + i);
  const { own, other, ownIsSoaked } = branchesShown(setup, supply);
  const top = Math.min(brimCm, demandHeightCm);
  const demandX = x(middle);

  const curve = (branch: BranchSupply, main: boolean, name: string) => {
    const shown = branch.curve.filter(
      ({ cm3PerHour, levelCm }) =>
        perDay(cm3PerHour) >= 10 ** low && perDay(cm3PerHour) <= 10 ** high && levelCm <= top,
    );
    if (shown.length === 0) return null;
    const path = shown
      .map(
        ({ levelCm, cm3PerHour }, i) =>
          `${i ? "L" : "M"}${x(perDay(cm3PerHour)).toFixed(1)} ${yOf(levelCm).toFixed(1)}`,
      )
      .join("");
    const last = shown.at(-1)!;
    return (
      <g>
        <path
          d={path}
          fill="none"
          stroke="var(--water)"
          strokeWidth={main ? 2.6 : 1.6}
          strokeDasharray={main ? undefined : "5 4"}
        />
        <text
          x={Math.min(x(perDay(last.cm3PerHour)), right)}
          y={yOf(last.levelCm) - 6}
          textAnchor="end"
          className={`fill-water text-[12.5px] ${main ? "font-semibold" : ""}`}
          stroke="var(--paper)"
          strokeWidth={3}
          strokeLinejoin="round"
          paintOrder="stroke"
        >
          {name}
        </text>
      </g>
    );
  };
  const { mark } = own;
  // words that do not fit after the line end with the plot, over it
  const isLate = right - demandX < DEMAND_WORDS_PX;

  return (
    <g pointerEvents="none" opacity={stale ? 0.45 : 1}>
      <rect
        x={left}
        y={yOf(top)}
        width={Math.max(0, demandX - left)}
        height={Math.max(0, yOf(0) - yOf(top))}
        fill="var(--trouble-wash)"
        fillOpacity={0.6}
      />
      <rect
        x={left}
        y={yOf(top)}
        width={right - left}
        height={Math.max(0, yOf(0) - yOf(top))}
        fill="none"
        stroke="var(--rule)"
      />
      {decades.map((decade) => (
        <g key={decade}>
          <line
            x1={x(10 ** decade)}
            x2={x(10 ** decade)}
            y1={geometry.rimY}
            y2={geometry.baseY}
            stroke="var(--rule)"
            strokeWidth={0.7}
          />
          <text x={x(10 ** decade)} y={geometry.baseY + 20} textAnchor="middle" className="fill-ink text-[12.5px]">
            {threeFigures(10 ** decade)}
          </text>
        </g>
      ))}
      <line x1={left} x2={right} y1={geometry.baseY} y2={geometry.baseY} stroke="var(--rule-strong)" />
      <text x={left} y={Math.max(14, geometry.rimY - 12)} className="text-[12.5px]">
        <tspan className="fill-water font-semibold">supply</tspan>
        <tspan className="fill-soft">
          {right - left > 170
            ? ` by level, ${system === "metric" ? "L" : "gal"} a day`
            : `, ${system === "metric" ? "L" : "gal"}/day`}
        </tspan>
      </text>
      <line x1={demandX} x2={demandX} y1={geometry.rimY} y2={geometry.baseY} stroke="var(--ink)" strokeWidth={1.4} />
      <text
        x={isLate ? right : demandX + 4}
        y={geometry.rimY + 14}
        textAnchor={isLate ? "end" : "start"}
        className="fill-ink text-[12.5px]"
        stroke={isLate ? "var(--paper)" : "none"}
        strokeWidth={4}
        strokeLinejoin="round"
        paintOrder="stroke"
      >
        a day takes {threeFigures(perDay(demandCm3PerHour))}
      </text>
      <line
        x1={left}
        x2={right}
        y1={yOf(demandHeightCm)}
        y2={yOf(demandHeightCm)}
        stroke="var(--life)"
        strokeWidth={1.2}
        strokeDasharray="2 3"
      />
      <text x={right} y={yOf(demandHeightCm) - 5} textAnchor="end" className="fill-life text-[12.5px]">
        middle of the roots
      </text>
      {curve(other, false, ownIsSoaked ? "wicked up" : "soaked")}
      {curve(own, true, ownIsSoaked ? "soaked first" : "wicked up")}
      {mark.kind === "mark" && (
        <>
          <line
            x1={left}
            x2={demandX}
            y1={yOf(mark.levelCm)}
            y2={yOf(mark.levelCm)}
            stroke="var(--ink)"
            strokeWidth={0.9}
            strokeDasharray="7 3 2 3"
          />
          <circle
            cx={demandX}
            cy={yOf(mark.levelCm)}
            r={4.5}
            fill="var(--sheet)"
            stroke="var(--ink)"
            strokeWidth={1.8}
          />
        </>
      )}
    </g>
  );
}
