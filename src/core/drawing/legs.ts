import type { Legs } from "../stack/setup";
import type { Outline, Span } from "./outline";

const MOST_LEGS_DRAWN = 6;
/** No leg is drawn thinner than so many marks of its drawing. */
export const LEAST_LEG = 0.6;

/** Where legs stand across the section: those in front of one another are seen as one, cords never thinner than a line. */
export function legsAcross(
  { acrossCm, count }: Legs,
  walls: Span,
  acrossOf: Outline["across"],
  least: number,
): readonly Span[] {
  const room = walls.right - walls.left;
  const across = Math.max(Math.min(acrossOf(acrossCm), room * 0.9), least);
  const row = count <= 3 ? count : Math.ceil(count / 2);
  const shown = Math.max(1, Math.min(row, MOST_LEGS_DRAWN, Math.floor(room / (1.25 * across))));
  return Array.from({ length: shown }, (_, i) => {
    const middle = walls.left + (room * (i + 0.5)) / shown;
    return { left: middle - across / 2, right: middle + across / 2 };
  });
}
