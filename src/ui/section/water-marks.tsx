import type { BoardGeometry } from "./geometry";

/** The water-table triangle of engineering drawings. */
export function SurfaceMark({ x, y }: { x: number; y: number }) {
  return (
    <g pointerEvents="none">
      <path
        d={`M${x - 9} ${y - 15}h18l-9 14Z`}
        fill="var(--sheet)"
        stroke="var(--water)"
        strokeWidth={2}
        strokeLinejoin="round"
      />
      <path d={`M${x - 6} ${y + 4}h12M${x - 3} ${y + 7.5}h6`} stroke="var(--water)" strokeWidth={1.6} />
    </g>
  );
}

/** A hole through the wall, with the way the water takes. */
export function HoleMark({ x, y }: { x: number; y: number }) {
  return (
    <g>
      <rect x={x - 3} y={y - 5} width={10} height={10} fill="var(--paper)" />
      <path d={`M${x - 4} ${y - 5}h13M${x - 4} ${y + 5}h9`} stroke="var(--ink)" strokeWidth={1.6} fill="none" />
      <path
        d={`M${x + 2} ${y}h7q6 0 6 7v6m-3.5 -4l3.5 4l3.5 -4`}
        stroke="var(--water)"
        strokeWidth={1.8}
        fill="none"
        strokeLinecap="round"
        strokeLinejoin="round"
      />
    </g>
  );
}

export function FreeSurface({ y, geometry }: { y: number; geometry: BoardGeometry }) {
  return (
    <line
      x1={geometry.vessel.left}
      x2={geometry.vessel.right}
      y1={y}
      y2={y}
      stroke="var(--water)"
      strokeWidth={2.4}
      pointerEvents="none"
    />
  );
}
