import { z } from "zod";
import { parseNumber, parseWhole } from "@/core/units/numbers";
import { failed, problem, type Result } from "@/core/units/problem";
import { formatLength, parseLengthCm, type UnitSystem } from "@/core/units/units";

/**
 * Texts of a form as schemas: what is typed comes in, what it means comes out, and what cannot be meant is said in
 * core's own words.
 */
export const typed = <T>(parse: (text: string) => Result<T>) =>
  z.string().transform((text, context): T => {
    const read = parse(text);
    if (read.ok) return read.value;
    for (const { message } of read.problems) context.addIssue({ code: "custom", message });
    return z.NEVER;
  });

/** A length between two others. [cm] */
export const typedLengthCm = (system: UnitSystem, leastCm: number, mostCm: number) =>
  typed((text) => {
    const read = parseLengthCm(text, system);
    if (!read.ok || (read.value >= leastCm && read.value <= mostCm)) return read;
    const words = `From ${formatLength(leastCm, system)} to ${formatLength(mostCm, system)}.`;
    return failed(problem("", "out-of-range", words));
  });

export const typedWhole = (least: number, most: number) => typed((text) => parseWhole(text, least, most));

/** A number between two bounds in a unit that may be written behind it; left empty it is `empty`. */
export const typedNumber = (least: number, most: number, unit = "", empty?: number) =>
  typed((text) =>
    text.trim() === "" && empty !== undefined
      ? { ok: true as const, value: empty }
      : parseNumber(text, least, most, unit),
  );
