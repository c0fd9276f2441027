import { FIBRE } from "./fibre";
import { MINERAL } from "./mineral";
import { ORGANIC } from "./organic";
import { TEXTILE } from "./textile";
import type { Medium } from "../medium";

/**
 * The media Marlstone knows. Every value was recalled or judged from the literature named in `sources` (full references
 * in sources.ts) and is a range; no digit was transcribed from a table. The hydraulic functions give the "typical"
 * values.
 */
export const CATALOGUE: readonly Medium[] = [...ORGANIC, ...MINERAL, ...FIBRE, ...TEXTILE];
