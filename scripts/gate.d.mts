export function isGiven(text: string): boolean;
