import { useMemo } from "react";
import { onceFor } from "@/core/units/once";

/**
 * A list for a page as one text. React writes a list of things value by value into a page, and reads it so again; a text
 * goes as it is. A catalogue of media takes a third of what its page takes otherwise.
 */
export type Carried<T> = {
  readonly json: string;
  /** Never there: it tells the compiler what the text is of. */
  readonly list?: readonly T[];
};

const textOf = onceFor((one: object): string => JSON.stringify(one));

/** Each thing's text is made once. */
export const carried = <T extends object>(list: readonly T[]): Carried<T> => ({
  json: `[${list.map(textOf).join(",")}]`,
});

export const useCarried = <T>({ json }: Carried<T>): readonly T[] =>
  useMemo(() => JSON.parse(json) as readonly T[], [json]);
