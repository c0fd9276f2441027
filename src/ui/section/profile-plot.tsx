import type { HeightProfile } from "@/core/water/profile";
import type { Span } from "../drawing/geometry";

/** The water curve of a state held, over the present one. */
export function GhostCurve({ profile, porosities, span, yOf }: React.ComponentProps<typeof ProfilePlot>) {
  const x = (share: number): number => span.left + share * (span.right - span.left);
  return (
    <g fill="none" stroke="var(--ink)" strokeWidth={1.4} strokeDasharray="4 3" pointerEvents="none">
      {porosities.map((porosity, layer) => {
        let path = "";
        for (let i = profile.firstPoint[layer]!; i < profile.firstPoint[layer + 1]!; i++) {
          path += `${path ? "L" : "M"}${x(Math.min(profile.theta[i]!, porosity)).toFixed(2)} ${yOf(profile.zCm[i]!).toFixed(2)}`;
        }
        return <path key={layer} d={path} />;
      })}
    </g>
  );
}

/**
 * Water and air by height: at each height the vessel's volume is split, left to right, into water, air and solids.
 * Shares the section's height axis.
 */
export function ProfilePlot({
  profile,
  porosities,
  span,
  yOf,
}: {
  profile: HeightProfile;
  /** thetaS of each layer, bottom to top. */
  porosities: readonly number[];
  span: Span;
  yOf: (heightCm: number) => number;
}) {
  const x = (share: number): number => span.left + share * (span.right - span.left);
  return (
    <g>
      {porosities.map((porosity, layer) => {
        const first = profile.firstPoint[layer]!;
        const last = profile.firstPoint[layer + 1]! - 1;
        const bottom = yOf(profile.zCm[first]!);
        const top = yOf(profile.zCm[last]!);
        let water = `M${x(0)} ${bottom.toFixed(2)}`;
        let edge = "";
        for (let i = first; i <= last; i++) {
          const point = `${x(Math.min(profile.theta[i]!, porosity)).toFixed(2)} ${yOf(profile.zCm[i]!).toFixed(2)}`;
          water += `L${point}`;
          edge += `${edge ? "L" : "M"}${point}`;
        }
        water += `L${x(0)} ${top.toFixed(2)}Z`;
        return (
          <g key={layer}>
            <rect x={x(0)} y={top} width={x(porosity) - x(0)} height={bottom - top} fill="var(--sheet)" />
            <rect x={x(porosity)} y={top} width={x(1) - x(porosity)} height={bottom - top} fill="var(--solid)" />
            <path d={water} fill="var(--water)" fillOpacity={0.62} />
            <path d={edge} fill="none" stroke="var(--water)" strokeWidth={1.6} />
            <line x1={x(porosity)} x2={x(porosity)} y1={top} y2={bottom} stroke="var(--rule-strong)" strokeWidth={1} />
            <line x1={x(0)} x2={x(1)} y1={top} y2={top} stroke="var(--rule-strong)" strokeWidth={0.6} />
          </g>
        );
      })}
    </g>
  );
}
