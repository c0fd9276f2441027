/** A name has at most so many characters. */
export const LONGEST_NAME = 120;

/** As it reads within a sentence. */
export const lowerFirst = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);

/** As it reads at the head of a sentence. */
export const capitalised = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** As it is searched for: without case and accents. */
export const folded = (text: string): string => text.toLowerCase().normalize("NFKD").replaceAll(/\p{M}/gu, "");
