import type { Keeper, Kept } from "./save-queue";

/**
 * Changes the server has not acknowledged, in this browser's storage, one entry per setup and tab. A tab that is alive
 * holds a lock on its id, so that another tab does not take its changes up as well.
 */
const PREFIX = "marlstone.unsaved.";
const LOCK = "marlstone.tab.";

function tabId(): string {
  const existing = sessionStorage.getItem("marlstone.tab");
  if (existing) return existing;
  const made = crypto.randomUUID().slice(0, 8);
  sessionStorage.setItem("marlstone.tab", made);
  return made;
}

/** Keeps this tab's changes of a setup; storage that is full or forbidden loses the copy, not the change. */
export function keeperFor(setupId: string): Keeper {
  const key = `${PREFIX}${setupId}.${tabId()}`;
  return {
    keep(kept) {
      try {
        if (kept) localStorage.setItem(key, JSON.stringify(kept));
        else localStorage.removeItem(key);
      } catch {
        /* the queue still holds the change and sends it */
      }
    },
  };
}

/** Says that this tab is alive, for as long as it is. */
export function holdTab(): void {
  void navigator.locks?.request(LOCK + tabId(), () => new Promise(() => {}));
}

/**
 * Takes what this tab, or tabs that are gone, left unsaved of a setup; their entries are removed, since the queue keeps
 * them anew.
 */
export async function takeLeftOvers(setupId: string): Promise<Kept[]> {
  const held = (await navigator.locks?.query())?.held ?? [];
  const alive = new Set(held.map(({ name }) => name).filter((name) => name !== LOCK + tabId()));
  const found: Kept[] = [];
  for (const key of Object.keys(localStorage)
    .filter((name) => name.startsWith(`${PREFIX}${setupId}.`))
    .sort()) {
    if (alive.has(LOCK + key.slice(`${PREFIX}${setupId}.`.length))) continue;
    const kept = readKept(localStorage.getItem(key));
    if (!kept) continue;
    found.push(kept);
    localStorage.removeItem(key);
  }
  return found;
}

function readKept(text: string | null): Kept | undefined {
  try {
    const value = JSON.parse(text ?? "") as Kept;
    return Number.isInteger(value.baseVersion) && Array.isArray(value.changes) && value.changes.length > 0
      ? value
      : undefined;
  } catch {
    return undefined;
  }
}
