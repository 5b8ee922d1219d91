/** What somebody is making, on this device until it is kept elsewhere. A store that is full or private keeps nothing, and says nothing. */
export function keepDraftAt(key: string, draft: unknown): void {
  try {
    localStorage.setItem(key, JSON.stringify(draft));
  } catch {
    // It stands on the page as long as that does.
  }
}

export function keptDraftAt<T>(key: string): T | null {
  try {
    const kept = localStorage.getItem(key);
    return kept === null ? null : (JSON.parse(kept) as T);
  } catch {
    return null;
  }
}

export function forgetDraftAt(key: string): void {
  try {
    localStorage.removeItem(key);
  } catch {
    // Nothing was kept.
  }
}
