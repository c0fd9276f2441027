import type { Medium } from "../media/medium";
import type { Part } from "../mixing/blend";
import { mixMedium } from "../mixing/mix-medium";
import type { Result } from "../units/problem";
import { containerState } from "./container";

/** A mix as a medium (`mixMedium`), its water in a container as the column computes it. Fails as `blend` does. */
export const mixAsMedium = (id: string, name: string, parts: readonly Part[]): Result<Medium> =>
  mixMedium(id, name, parts, (hydraulics, heightCm) => containerState(hydraulics, heightCm).water);
