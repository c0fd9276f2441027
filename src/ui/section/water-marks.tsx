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

/** A hole through the wall, with the way the water takes; stopped, a bung. */
export function HoleMark({
  x,
  y,
  px,
  toLeft = false,
  plugged = false,
}: {
  x: number;
  y: number;
  /** Its diameter; the lip is its lower edge. */
  px: number;
  toLeft?: boolean;
  plugged?: boolean;
}) {
  const high = Math.max(5, px);
  return (
    <g transform={`translate(${x} ${y})${toLeft ? " scale(-1 1)" : ""}`}>
      <rect x={-3} y={-high} width={12} height={high} fill={plugged ? "var(--soft)" : "var(--paper)"} />
      <path d={`M-4 ${-high}h14M-4 0h10`} stroke="var(--ink)" strokeWidth={1.6} fill="none" />
      {!plugged && (
        <path
          d="M2 -2h8q6 0 6 7v6m-3.5 -4l3.5 4l3.5 -4"
          stroke="var(--water)"
          strokeWidth={1.8}
          fill="none"
          strokeLinecap="round"
          strokeLinejoin="round"
        />
      )}
    </g>
  );
}

export function FreeSurface({ y, left, right }: { y: number; left: number; right: number }) {
  return <line x1={left} x2={right} y1={y} y2={y} stroke="var(--water)" strokeWidth={2.4} pointerEvents="none" />;
}
