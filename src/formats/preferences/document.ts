/**
 * What a grower chose once and expects to stay is kept in cookies, so that the first paint is right. The names stand
 * apart from their parsing, so that the browser's bundle does not carry a validator for them.
 */
export const PREFERENCE_COOKIES = { units: "marlstone-units", theme: "marlstone-theme" } as const;
