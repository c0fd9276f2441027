import type { Facing } from "./place";

/**
 * How much of the sun gets to a spot with a wall behind it, or a window before it: by the sun's way over the sky.
 */

/** A wall's or window's normal, to the north and to the east. */
const NORMAL: Record<Exclude<Facing, "open">, readonly [north: number, east: number]> = {
  north: [1, 0],
  east: [0, 1],
  south: [-1, 0],
  west: [0, -1],
};
/** The sun counts from where it is so far in front: it grazes the wall before. */
const GRAZING = Math.sin((10 * Math.PI) / 180);
const STEPS = 96;

const radians = (degrees: number): number => (degrees * Math.PI) / 180;

/** Of a clear day's beam on level ground, the share that falls while the sun stands in front. 0…1 */
export function beamShare(latitude: number, dayOfYear: number, facing: Facing): number {
  if (facing === "open") return 1;
  const [north, east] = NORMAL[facing];
  const phi = radians(latitude);
  const delta = 0.409 * Math.sin((2 * Math.PI * dayOfYear) / 365 - 1.39);
  let all = 0;
  let seen = 0;
  for (let step = 0; step < STEPS; step++) {
    const angle = 2 * Math.PI * ((step + 0.5) / STEPS) - Math.PI;
    const up = Math.sin(phi) * Math.sin(delta) + Math.cos(phi) * Math.cos(delta) * Math.cos(angle);
    if (up <= 0) continue;
    const toNorth = Math.sin(delta) * Math.cos(phi) - Math.cos(delta) * Math.sin(phi) * Math.cos(angle);
    const toEast = -Math.cos(delta) * Math.sin(angle);
    const level = Math.hypot(toNorth, toEast);
    all += up;
    if (level > 0 && (toNorth * north + toEast * east) / level > GRAZING) seen += up;
  }
  return all > 0 ? seen / all : 0;
}

/** The part of a day's light that comes from the sky and the clouds, by how clear it was (Page 1961). 0…1 */
export const diffuseShare = (clearness: number): number => Math.min(1, Math.max(0.1, 1 - 1.13 * clearness));
