/** What shows that a line can be taken hold of. */
export const Grip = ({ x, y }: { x: number; y: number }) => (
  <g transform={`translate(${x} ${y})`}>
    <rect x={-15} y={-5} width={30} height={10} rx={2} fill="var(--sheet)" stroke="var(--ink)" strokeWidth={1.2} />
    <path d="M-8 -1.5H8M-8 1.5H8" stroke="var(--ink)" strokeWidth={1} />
  </g>
);
