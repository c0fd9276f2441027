import { checksOf } from "@/core/checks/checks";
import type { Setup } from "@/core/stack/setup";
import type { MediumLookup } from "@/core/water/network";
import { viewOf } from "../open-setup/derived";

/** What must be mended in a setup, by its heading, as a server knows it before a page has looked for itself. */
export function toMendIn(setup: Setup, medium: MediumLookup): readonly string[] {
  const view = viewOf(setup, medium);
  if (!view.ok) return [];
  const { settled, readings } = view.value;
  return checksOf(setup, settled.network, readings, medium, "metric").flatMap(({ tone, heading }) =>
    tone === "trouble" ? [heading] : [],
  );
}
