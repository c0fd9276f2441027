import type { PartKey } from "./part-key";

/** Puts the keyboard on a part's line in the list, if the list is on show. */
export const toLineOf = (key: PartKey): void =>
  document.querySelector<HTMLElement>(`[data-part="${CSS.escape(key)}"]`)?.focus();

/** Puts the keyboard on what a part is taken hold of by in the section; answers whether there is anything. */
export function toGripOf(key: PartKey): boolean {
  const grip = document.querySelector<SVGElement>(`[data-grip-of="${CSS.escape(key)}"]`);
  grip?.focus();
  return grip !== null;
}
