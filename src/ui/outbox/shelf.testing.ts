import type { Shelf } from "./drawer";

/** A browser's storage for tests, over a map that outlives its pages. */
export const shelfIn = (kept: Map<string, string>): Shelf => ({
  getItem: (key) => kept.get(key) ?? null,
  setItem: (key, value) => void kept.set(key, value),
  removeItem: (key) => void kept.delete(key),
  key: (i) => [...kept.keys()][i] ?? null,
  get length() {
    return kept.size;
  },
});
