/**
 * What a grower chose once and expects to stay is kept in cookies, so that the first paint is right. The names stand
 * apart from their parsing, so that the browser's bundle does not carry a validator for them.
 */
export const PREFERENCE_COOKIES = {
  units: "marlstone-units",
  theme: "marlstone-theme",
  currency: "marlstone-currency",
} as const;

/** What prices are in, as the grower writes it before them: a sign or a few letters; empty for none. */
export const LONGEST_CURRENCY = 4;
export const isCurrency = (text: string): boolean => text.length <= LONGEST_CURRENCY && /^[^\d\s;,]*$/u.test(text);
