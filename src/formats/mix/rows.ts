import { AMENDMENTS } from "../../core/mixing/amendments";
import type { Mix } from "./document";

/**
 * A mix as rows of a table: its name, its note, a row a part and a row an amendment, so that nothing of it is lost in a
 * spreadsheet. Files with nothing but the columns mediumId and parts are read too.
 */
export type MixRow = { readonly what: string; readonly id: string; readonly name: string; readonly amount: string };
export const MIX_COLUMNS = ["what", "id", "name", "amount"] as const;

export function rowsOfMix({ name, note, parts, amendments }: Mix, nameOf: (mediumId: string) => string): MixRow[] {
  // as many digits as it takes to come back as the number it was
  const row = (what: string, id: string, words: string, amount?: number): MixRow => ({
    what,
    id,
    name: words,
    amount: amount === undefined ? "" : String(amount),
  });
  return [
    row("mix", "", name),
    ...(note === "" ? [] : [row("note", "", note)]),
    ...parts.map(({ mediumId, parts: amount }) => row("part", mediumId, nameOf(mediumId), amount)),
    ...amendments.map(({ id, amount }) =>
      row("amendment", id, AMENDMENTS.find((one) => one.id === id)?.name ?? id, amount),
    ),
  ];
}
