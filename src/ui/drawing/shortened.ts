/** Roughly what fits a width at 13 px; a name cut short ends in an ellipsis. */
export function shortened(name: string, widthPx: number): string {
  const fits = Math.max(3, Math.floor(widthPx / 7));
  return name.length <= fits ? name : `${name.slice(0, fits - 1)}…`;
}
